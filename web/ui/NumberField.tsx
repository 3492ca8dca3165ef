import { refusalText } from '../../core/wording';
import { useStore } from '@nanostores/react';
import { useId, useRef, useState, type KeyboardEvent, type ReactNode } from 'react';
import { meantNear } from '../../core/measure/standing';
import { readQuantity, show, showWithUnit, unitOf, type Quantity } from '../../core/units/quantity';
import { $units, type Edited } from '../state/store';
import { Offers } from './Offers';
import { keyboardFor } from './keyboardFor';
import { useTyped } from './useTyped';

type Props = {
  label: string;
  value: number | undefined;
  quantity: Quantity;
  /** Takes the value in; a refusal is shown under the field and nothing changes. */
  take: (value: number | undefined) => Edited;
  /** The field's place in the build file, so that its faults are shown here. */
  path: string;
  /** What an empty field means; without it the field may not be empty. */
  empty?: string;
  disabled?: boolean;
  hint?: ReactNode;
  /** One step of the arrow keys, in the chosen unit. */
  step?: number;
  hideLabel?: boolean;
  /** Without its unit, where a table's head says it. */
  bare?: boolean;
  /** One line high, for a cell of a table: its measure in the other units is in its title. */
  dense?: boolean;
  /** Takes the value in when the field is left or Enter is pressed, not with every key: for what is checked as a whole. */
  whenLeft?: boolean;
  /** What is taken in is stored, a step of the history: undo in the field is undo of the sheet. So is whatever stands in the build file. */
  stored?: boolean;
};

/** Moves on to the next field of the same form: the hand that types does not look for the mouse. */
export function nextField(from: HTMLElement): void {
  const fields = [...document.querySelectorAll<HTMLElement>('[data-field]:not(:disabled)')];
  const next = fields[fields.indexOf(from) + 1];
  next?.focus();
  if (next instanceof HTMLInputElement) next.select();
}

/** A measured number: typed in either unit, stored in one, stepped with the arrow keys, next with Enter. */
export function NumberField({
  label,
  value,
  quantity,
  take,
  path,
  empty,
  disabled,
  hint,
  step,
  hideLabel,
  bare,
  dense,
  whenLeft,
  stored = /^(vehicle|package|use)\./.test(path),
}: Props) {
  const units = useStore($units);
  const id = useId();
  const [typed, setTyped] = useTyped(value);
  const [fault, setFault] = useState<string | null>(null);
  const [offers, setOffers] = useState<{ typedMm: number; meantMm: readonly number[] } | null>(null);
  /** What stood there when the hand came to it. */
  const stood = useRef(value);
  const isLength = quantity === 'length';
  const unit = unitOf(quantity, units);
  const text = typed ?? (value === undefined ? '' : show(value, quantity, units));
  const attempt = (next: number | undefined): boolean => {
    const edited = take(next);
    const near = isLength && next !== undefined && stood.current ? meantNear(next, stood.current) : undefined;
    setOffers(next !== undefined && near !== undefined ? { typedMm: next, meantMm: [near] } : null);
    if (edited.ok) {
      setFault(null);
      return true;
    }
    const mine = edited.faults.find((one) => one.path === path) ?? edited.faults[0];
    if (next !== undefined && mine?.meantMm) setOffers({ typedMm: next, meantMm: mine.meantMm });
    setFault(
      mine
        ? mine.path === path || mine.path === ''
          ? mine.message
          : `${mine.path} ${mine.message}`
        : 'cannot be taken',
    );
    return false;
  };
  /** Takes in what is typed; false, with the fault shown, where it is refused. */
  const settle = (next: string): boolean => {
    if (next.trim() === '') {
      if (empty !== undefined) return attempt(undefined);
      setFault('is empty; type a number');
      return false;
    }
    const read = readQuantity(next, quantity, units);
    if (read.ok) return attempt(read.value);
    setFault(read.message);
    return false;
  };
  const type = (next: string): void => {
    setTyped(next);
    if (whenLeft) setFault(null);
    else settle(next);
  };
  const leave = (): boolean => whenLeft !== true || typed === null || settle(typed);
  const onKeyDown = (event: KeyboardEvent<HTMLInputElement>): void => {
    if (event.key === 'Escape') {
      // Back to what it was when the hand came to it, whatever was taken in since.
      setTyped(null);
      if (value !== stood.current) attempt(stood.current);
      setOffers(null);
      setFault(null);
    }
    if (stored && (event.ctrlKey || event.metaKey) && /^[zy]$/i.test(event.key)) {
      // What is refused is not stored: it goes first, by itself.
      if (fault !== null) {
        event.preventDefault();
        event.stopPropagation();
      }
      setTyped(null);
      setOffers(null);
      setFault(null);
    }
    if (event.key === 'Enter') {
      event.preventDefault();
      if (leave()) nextField(event.currentTarget);
    }
    if ((event.key === 'ArrowUp' || event.key === 'ArrowDown') && value !== undefined) {
      event.preventDefault();
      const inch = quantity === 'length' && units === 'inch';
      const one = inch ? 25.4 / 16 : (step ?? (quantity === 'rim' ? 0.5 : 1));
      const by = one * (event.shiftKey ? 10 : 1) * (event.key === 'ArrowUp' ? 1 : -1);
      setTyped(null);
      attempt(inch ? value + by : Math.round((value + by) * 1e6) / 1e6);
    }
  };
  const choose = (mm: number): void => {
    setTyped(null);
    if (attempt(mm)) setOffers(null);
  };
  const other = units === 'metric' ? 'inch' : 'metric';
  const both =
    quantity === 'length' && value !== undefined ? showWithUnit(value, quantity, other) : undefined;
  return (
    <div>
      <label htmlFor={id} className={hideLabel ? 'sr-only' : 'caption block'}>
        {label}
      </label>
      <div className="relative">
        <input
          id={id}
          className={`field-box font-medium ${bare ? '' : dense ? 'pr-7' : 'pr-10'} ${dense ? 'min-h-[1.7rem] py-0' : 'text-[1.05rem]'}`}
          title={dense ? both : undefined}
          data-field=""
          data-stored={stored ? '' : undefined}
          data-path={path}
          inputMode={keyboardFor(quantity, units)}
          autoComplete="off"
          disabled={disabled}
          value={text}
          placeholder={empty}
          aria-invalid={fault !== null}
          aria-describedby={fault ? `${id}-fault` : undefined}
          onChange={(event) => type(event.target.value)}
          onFocus={(event) => {
            stood.current = value;
            event.target.select();
          }}
          onBlur={() => (fault === null && leave() ? setTyped(null) : undefined)}
          onKeyDown={onKeyDown}
        />
        {!bare && (
          <span
            className={`text-graphite pointer-events-none absolute right-2 text-sm ${dense ? 'top-1' : 'top-1.5'}`}
            aria-hidden
          >
            {unit}
          </span>
        )}
      </div>
      {offers && (
        <p role="status" className="mt-0.5 text-sm">
          Did you mean
          <Offers {...offers} choose={choose} />
        </p>
      )}
      {fault ? (
        <p id={`${id}-fault`} role="alert" className="text-ink mt-0.5 text-sm font-medium">
          ▲ {fault.startsWith('As it stands') ? `${label}: ` : `${label} `}
          {refusalText(fault, units)}
        </p>
      ) : hint || (both && !dense) ? (
        <p className="text-graphite text-[0.8rem] leading-tight">
          {both}
          {both && hint ? ' · ' : ''}
          {hint}
        </p>
      ) : null}
    </div>
  );
}
