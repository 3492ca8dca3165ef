import type { Check } from '../../../core/check';

/** A word and a shape for each answer; never a colour alone. */
const MARKS: Record<Check['status'], readonly [shape: string, word: string]> = {
  fail: ['✕', 'Fails'],
  watch: ['◐', 'Watch'],
  unknown: ['?', 'Not known'],
  pass: ['–', 'In order'],
};
const ORDER: readonly Check['status'][] = ['fail', 'watch', 'unknown', 'pass'];

/** Checks with their reason, the ones that need something first. */
export function CheckList({ checks }: { checks: readonly Check[] }) {
  const sorted = [...checks].sort((a, b) => ORDER.indexOf(a.status) - ORDER.indexOf(b.status));
  return (
    <ul className="text-[0.95rem]" data-testid="checks">
      {sorted.map(({ id, status, message }) => (
        <li
          key={id}
          data-check={id}
          data-status={status}
          className={`border-line grid grid-cols-[5.6rem_1fr] gap-2 border-b py-1 ${status === 'pass' ? 'text-graphite' : ''}`}
        >
          <span
            className={`font-tight font-semibold ${status === 'fail' ? 'bg-ink text-sheet self-start px-1' : ''}`}
          >
            {MARKS[status][0]} {MARKS[status][1]}
          </span>
          <span>{message}</span>
        </li>
      ))}
    </ul>
  );
}
