import type { ComponentProps } from 'react';
import type { Right } from '../../core/people/rights';
import { useWhyNot } from '../state/person';

const look = (className: string | undefined): string => ['plain-button', className].filter(Boolean).join(' ');

type Props = ComponentProps<'button'> & {
  /** What whoever presses must be allowed to do: else it cannot be pressed, and says who could. */
  needs?: Right;
};

/** What is pressed to do something. `aria-pressed` shows it as held down; `type="submit"` sends the form it stands in. */
export function Button({ className, type = 'button', needs = 'see', disabled, title, ...rest }: Props) {
  const why = useWhyNot(needs);
  return (
    <button
      type={type}
      className={look(className)}
      disabled={why !== null || disabled}
      title={why ?? title}
      {...rest}
    />
  );
}

/** What goes somewhere and looks as if it were pressed: another page, or a file. */
export function ButtonLink({ className, children, ...rest }: ComponentProps<'a'>) {
  return (
    <a className={look(className)} {...rest}>
      {children}
    </a>
  );
}
