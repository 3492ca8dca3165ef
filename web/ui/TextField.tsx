import { useId, useRef, useState } from 'react';
import { useWhyNot } from '../state/person';
import type { Edited } from '../state/store';
import { nextField } from './NumberField';
import { useKeptCaret, useTyped } from './useTyped';

type Props = {
  label: string;
  value: string;
  path: string;
  take: (value: string) => Edited;
  disabled?: boolean;
  className?: string;
  hideLabel?: boolean;
};

/** A short text; what the build file refuses is said under the field and not taken in. */
export function TextField({ label, value, path, take, disabled, className, hideLabel }: Props) {
  const why = useWhyNot(path.startsWith('vehicle') ? 'bench' : 'plan');
  const id = useId();
  const [typed, setTyped] = useTyped(value);
  const [fault, setFault] = useState<string | null>(null);
  /** What stood there when the hand came to it. */
  const stood = useRef(value);
  const input = useRef<HTMLInputElement>(null);
  useKeptCaret(input, typed ?? value);
  const type = (text: string): void => {
    setTyped(text);
    const edited = take(text);
    const mine = edited.ok ? undefined : (edited.faults.find((one) => one.path === path) ?? edited.faults[0]);
    setFault(
      mine ? (mine.path === path || mine.path === '' ? mine.message : `${mine.path} ${mine.message}`) : null,
    );
  };
  return (
    <div>
      <label htmlFor={id} className={hideLabel ? 'sr-only' : 'caption block'}>
        {label}
      </label>
      <input
        ref={input}
        id={id}
        data-field=""
        data-path={path}
        className={`field-box font-medium ${className ?? ''}`}
        autoComplete="off"
        spellCheck={false}
        disabled={why !== null || disabled}
        title={why ?? undefined}
        value={typed ?? value}
        aria-invalid={fault !== null}
        aria-describedby={fault ? `${id}-fault` : undefined}
        onChange={(event) => type(event.target.value)}
        onFocus={() => {
          stood.current = value;
        }}
        onBlur={() => fault === null && setTyped(null)}
        onKeyDown={(event) => {
          if (event.key === 'Escape') {
            if (value !== stood.current) take(stood.current);
            setTyped(null);
            setFault(null);
          }
          if (event.key === 'Enter') nextField(event.currentTarget);
        }}
      />
      {fault && (
        <p id={`${id}-fault`} role="alert" className="mt-0.5 text-sm font-medium">
          ▲ {fault}
        </p>
      )}
    </div>
  );
}
