import { useStore } from '@nanostores/react';
import type { Assessment } from '../../../core/assess';
import type { Build } from '../../../core/format/build';
import { tradeoffsOf } from '../../../core/tradeoffs';
import { $units } from '../../state/store';

/** What the package gains and what it costs against as delivered, in the customer's words. */
export function Tradeoffs({ build, assessment }: { build: Build; assessment: Assessment }) {
  const units = useStore($units);
  const list = tradeoffsOf(build, assessment, units);
  return (
    <div className="mt-5 grid grid-cols-2 gap-x-8" data-testid="tradeoffs">
      {(
        [
          ['gain', 'What it gains', '+'],
          ['cost', 'What it costs', '−'],
        ] as const
      ).map(([side, title, sign]) => {
        const lines = list.filter((one) => one.side === side);
        return (
          <div key={side}>
            <h3 className="text-lg font-semibold">{title}</h3>
            {lines.length === 0 ? (
              <p className="text-graphite">Nothing against as delivered.</p>
            ) : (
              <ul>
                {lines.map(({ id, words }) => (
                  <li
                    key={id}
                    data-tradeoff={id}
                    className="border-line grid grid-cols-[1.2rem_1fr] border-b py-0.5"
                  >
                    <span aria-hidden className="font-semibold">
                      {sign}
                    </span>
                    {words}
                  </li>
                ))}
              </ul>
            )}
          </div>
        );
      })}
    </div>
  );
}
