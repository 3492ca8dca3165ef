import { useStore } from '@nanostores/react';
import { useState } from 'react';
import type { Build } from '../../../core/build';
import { LOG_KINDS, odometerOf, type LogKind } from '../../../core/record/logEntry';
import { logCsv, logJson } from '../../../formats/logFile';
import { Choice } from '../controls/choices';
import { download } from '../controls/download';
import { $job, $units } from '../sheet/store';
import { $log, $waiting } from './logStore';
import { entryWords } from './words';

type Filter = LogKind | 'all';
const FILTERS: readonly (readonly [Filter, string])[] = [
  ['all', 'everything'],
  ...(Object.keys(LOG_KINDS) as LogKind[]).map((kind) => [kind, LOG_KINDS[kind]] as const),
];

/** Everything that was written down of the vehicle, newest first; out as CSV or JSON. */
export function Timeline({ build }: { build: Build }) {
  const units = useStore($units);
  const log = useStore($log);
  const waiting = useStore($waiting);
  const job = useStore($job);
  const [filter, setFilter] = useState<Filter>('all');
  const shown = log.filter(({ kind }) => filter === 'all' || kind === filter).reverse();
  const file = `${job?.number.toLowerCase() ?? 'job'}-log`;
  return (
    <div data-testid="timeline">
      <div className="flex flex-wrap items-end gap-3">
        <h3 className="text-lg font-semibold">Written down</h3>
        <Choice label="Show" value={filter} options={FILTERS} choose={setFilter} />
        {waiting > 0 && (
          <p role="status" data-testid="log-waiting" className="font-medium">
            ◔ {waiting} {waiting === 1 ? 'entry waits' : 'entries wait'} for the connection
          </p>
        )}
        <span className="no-print ml-auto flex gap-2">
          <button
            type="button"
            className="plain-button"
            disabled={log.length === 0}
            onClick={() => download(logCsv(shown), `${file}.csv`, 'text/csv')}
          >
            CSV
          </button>
          <button
            type="button"
            className="plain-button"
            disabled={log.length === 0}
            onClick={() => download(logJson(shown), `${file}.json`, 'application/json')}
          >
            JSON
          </button>
        </span>
      </div>
      {shown.length === 0 ? (
        <p className="text-graphite">Nothing yet.</p>
      ) : (
        <table className="mt-1 w-full text-[0.95rem]">
          <tbody>
            {shown.map((entry) => {
              const km = odometerOf(entry);
              return (
                <tr key={entry.id} className="border-line border-b align-top" data-entry={entry.kind}>
                  <td className="text-graphite py-0.5 pr-3 whitespace-nowrap">
                    {entry.at.replace('T', ' ')}
                  </td>
                  <td className="pr-3 whitespace-nowrap">{entry.by}</td>
                  <td className="pr-3 whitespace-nowrap">{km === undefined ? '' : `${km} km`}</td>
                  <td className="w-full">{entryWords(entry, build, units)}</td>
                </tr>
              );
            })}
          </tbody>
        </table>
      )}
    </div>
  );
}
