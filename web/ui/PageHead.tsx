import type { ReactNode } from 'react';
import { PersonButton } from './PersonButton';

const PAGES = [
  ['/', 'Jobs'],
  ['/plan', 'Week'],
  ['/customers', 'Customers'],
  ['/parts', 'Parts'],
  ['/catalog', 'Catalog'],
  ['/due', 'Due'],
  ['/learned', 'Learned'],
  ['/lessons', 'Lessons'],
  ['/people', 'People'],
] as const;

/** The ways from one page of the shop to the others. */
export function PageLinks({ here }: { here: string }) {
  return (
    <nav aria-label="Pages" className="no-print flex flex-wrap gap-x-3">
      {PAGES.map(([path, words]) => (
        <a
          key={path}
          href={path}
          aria-current={path === here ? 'page' : undefined}
          className="font-tight decoration-line aria-[current=page]:decoration-ink font-semibold underline underline-offset-4 aria-[current=page]:decoration-2"
        >
          {words}
        </a>
      ))}
    </nav>
  );
}

/** The head of a page of the shop: where one is, where one can go, and what can be done here. */
export function PageHead({ here, title, children }: { here: string; title: string; children?: ReactNode }) {
  return (
    <header className="border-ink mb-3 flex flex-wrap items-center gap-x-5 gap-y-1 border-b-2 pb-2">
      <PageLinks here={here} />
      <h1 className="font-tight text-[1.35rem] font-semibold">{title}</h1>
      <span className="no-print ml-auto flex flex-wrap items-center justify-end gap-1.5">
        {children}
        <PersonButton />
      </span>
    </header>
  );
}
