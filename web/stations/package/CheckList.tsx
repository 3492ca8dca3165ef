import { Said } from '../../ui/Said';
import type { Check } from '../../../core/check';

/** A word and a shape for each answer; never a colour alone. */
const MARKS: Record<Check['status'], readonly [shape: string, word: string]> = {
  fail: ['✕', 'Fails'],
  watch: ['◐', 'Watch'],
  unknown: ['?', 'Not known'],
  pass: ['–', 'In order'],
};
const ORDER: readonly Check['status'][] = ['fail', 'watch', 'unknown', 'pass'];

function Line({ check: { id, status, message } }: { check: Check }) {
  return (
    <li
      data-check={id}
      data-status={status}
      className={`border-line grid grid-cols-[5.6rem_1fr] gap-2 border-b py-1 ${status === 'pass' ? 'text-graphite' : ''}`}
    >
      <span
        className={`font-tight font-semibold ${status === 'fail' ? 'bg-ink text-sheet self-start px-1' : ''}`}
      >
        {MARKS[status][0]} {MARKS[status][1]}
      </span>
      <span>
        <Said words={message} />
      </span>
    </li>
  );
}

/** Checks with their reason, the ones that need something first; those in order are counted and folded away. */
export function CheckList({ checks }: { checks: readonly Check[] }) {
  const open = ORDER.flatMap((status) =>
    checks.filter((check) => check.status === status && status !== 'pass'),
  );
  const passed = checks.filter(({ status }) => status === 'pass');
  return (
    <div className="text-[0.95rem]" data-testid="checks">
      <ul>
        {open.map((check) => (
          <Line key={check.id} check={check} />
        ))}
      </ul>
      <details>
        <summary className="py-1">
          {passed.length} of {checks.length} checks in order
        </summary>
        <ul>
          {passed.map((check) => (
            <Line key={check.id} check={check} />
          ))}
        </ul>
      </details>
    </div>
  );
}
