import { AXLES, type AxleName } from '../../core/format/names';
import { useId } from 'react';

/** The ends of a vehicle as a heading or a choice says them. */
export const AXLE_WORDS: Readonly<Record<AxleName, string>> = { front: 'Front', rear: 'Rear' };

type Option<T extends string> = readonly [value: T, words: string];

type Props<T extends string> = {
  label: string;
  value: T;
  options: readonly Option<T>[];
  choose: (value: T) => void;
  disabled?: boolean;
};

/** A few choices side by side; the arrow keys move between them. */
export function Segments<T extends string>({ label, value, options, choose, disabled }: Props<T>) {
  const name = useId();
  return (
    <fieldset className="flex min-w-0 items-center gap-2" disabled={disabled}>
      <legend className="caption float-left pr-2">{label}</legend>
      <div className="border-line flex flex-wrap border">
        {options.map(([option, words]) => (
          <label
            key={option}
            className="has-checked:bg-ink has-checked:text-sheet has-focus-visible:outline-signal font-tight cursor-pointer px-3 py-1 font-semibold has-focus-visible:outline-2"
          >
            <input
              type="radio"
              className="sr-only"
              name={name}
              value={option}
              checked={option === value}
              onChange={() => choose(option)}
            />
            {words}
          </label>
        ))}
      </div>
    </fieldset>
  );
}

/** One of several words, in the browser's own list. */
export function Choice<T extends string>({ label, value, options, choose, disabled }: Props<T>) {
  const id = useId();
  return (
    <div>
      <label htmlFor={id} className="caption block">
        {label}
      </label>
      <select
        id={id}
        data-field=""
        className="field-box font-medium"
        value={value}
        disabled={disabled}
        onChange={(event) => choose(event.target.value as T)}
      >
        {options.map(([option, words]) => (
          <option key={option} value={option}>
            {words}
          </option>
        ))}
      </select>
    </div>
  );
}

/** Which end of the vehicle is looked at; `axles` where not both can be. */
export function AxleSwitch({
  value,
  choose,
  label = 'Axle',
  axles = AXLES,
}: {
  value: AxleName;
  choose: (axle: AxleName) => void;
  label?: string;
  axles?: readonly AxleName[];
}) {
  return (
    <Segments
      label={label}
      value={value}
      options={axles.map((one) => [one, AXLE_WORDS[one]] as const)}
      choose={choose}
    />
  );
}
