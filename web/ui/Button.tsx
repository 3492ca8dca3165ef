import type { ComponentProps } from 'react';

const look = (className: string | undefined): string => ['plain-button', className].filter(Boolean).join(' ');

/** What is pressed to do something. `aria-pressed` shows it as held down; `type="submit"` sends the form it stands in. */
export function Button({ className, type = 'button', ...rest }: ComponentProps<'button'>) {
  return <button type={type} className={look(className)} {...rest} />;
}

/** What goes somewhere and looks as if it were pressed: another page, or a file. */
export function ButtonLink({ className, children, ...rest }: ComponentProps<'a'>) {
  return (
    <a className={look(className)} {...rest}>
      {children}
    </a>
  );
}
