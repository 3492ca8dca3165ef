import { Button } from './Button';
type Props = {
  label: string;
  value: string;
  keep: (text: string) => void;
  /** The word on the button. */
  words?: string;
  /** Shown above the field; else the label is for screen readers alone. */
  caption?: boolean;
  placeholder?: string;
  minLength?: number;
  maxLength?: number;
  /** It was opened to be typed into. */
  focus?: boolean;
  className?: string;
};

/** One line of text with a button: what is kept is trimmed. */
export function OneLineForm({
  label,
  value,
  keep,
  words = 'Keep',
  caption,
  placeholder,
  minLength,
  maxLength = 300,
  focus,
  className = '',
}: Props) {
  const field = (
    <input
      name="line"
      className="field-box"
      {...(caption ? {} : { 'aria-label': label })}
      defaultValue={value}
      placeholder={placeholder}
      minLength={minLength}
      maxLength={maxLength}
      autoFocus={focus}
    />
  );
  return (
    <form
      className={`flex items-end gap-2 ${className}`}
      onSubmit={(event) => {
        event.preventDefault();
        const typed = new FormData(event.currentTarget).get('line');
        keep(typeof typed === 'string' ? typed.trim() : '');
      }}
    >
      {caption ? (
        <label className="caption grow">
          {label}
          {field}
        </label>
      ) : (
        field
      )}
      <Button type="submit">{words}</Button>
    </form>
  );
}
