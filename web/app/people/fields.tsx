import { useId } from 'react';

type Props = {
  name: string;
  label: string;
  /** What a browser may fill in here. */
  auto: string;
  fault: string | null;
  first?: boolean;
  /** What stands in it at first. */
  initial?: string;
  type?: 'text' | 'password';
  /** For digits: what a phone's keyboard shows. */
  numeric?: boolean;
};

/** A field of a form that is sent as a whole; what is wrong with it is said below it. */
export function Words({
  name,
  label,
  auto,
  fault,
  first = false,
  initial,
  type = 'text',
  numeric = false,
}: Props) {
  const id = useId();
  return (
    <div>
      <label htmlFor={id} className="caption block">
        {label}
      </label>
      <input
        id={id}
        name={name}
        type={type}
        className="field-box text-[1.1rem]"
        autoComplete={auto}
        defaultValue={initial}
        autoFocus={first}
        spellCheck={false}
        {...(numeric ? { inputMode: 'numeric' as const, maxLength: 4 } : {})}
        aria-invalid={fault !== null}
        aria-describedby={fault === null ? undefined : `${id}-fault`}
      />
      {fault !== null && (
        <p id={`${id}-fault`} role="alert" className="mt-0.5 text-sm font-medium">
          ▲ {label.split(':')[0]} {fault}
        </p>
      )}
    </div>
  );
}

export const Password = (props: Omit<Props, 'type'>) => <Words {...props} type="password" />;

type ChoiceProps = {
  name: string;
  label: string;
  first: string;
  /** What is sent, and what is read. */
  options: readonly (readonly [value: string, words: string])[];
};

/** One of a few, in a form that is sent as a whole. */
export const Choice = ({ name, label, first, options }: ChoiceProps) => (
  <label>
    <span className="caption block">{label}</span>
    <select name={name} className="plain-button" defaultValue={first}>
      {options.map(([value, words]) => (
        <option key={value} value={value}>
          {words}
        </option>
      ))}
    </select>
  </label>
);

/** Why what was sent was refused. */
export function Refused({ said }: { said: string | null }) {
  return said === null ? null : (
    <p role="alert" className="text-sm font-medium">
      ▲ {said}
    </p>
  );
}
