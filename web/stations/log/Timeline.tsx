import { useStore } from '@nanostores/react';
import { useKept } from '../../state/kept';
import { useEffect, useMemo, useState } from 'react';
import type { Build } from '../../../core/format/build';
import {
  LIFE_KINDS,
  lifeKindOf,
  timelineOf,
  type TimelineEvent,
  type LifeKind,
} from '../../../core/history/vehicleTimeline';
import { amendmentsOf, odometerOf } from '../../../core/log/logEntry';
import type { LogEntry } from '../../../core/format/log';
import { Amend } from './Amend';
import { showWithUnit } from '../../../core/units/quantity';
import { Choice } from '../../ui/choices';
import { NOT_ARRIVED } from '../../state/reader';
import { toast } from '../../state/notices';
import { download } from '../../ui/download';
import { changeWords } from '../../state/changeWords';
import { $job, $save, $units } from '../../state/store';
import { send } from '../../state/apiClient';
import { $log, $standingLog, $waiting } from './logStore';
import { Photo } from './Photo';
import { entryWords } from './words';
import { Button } from '../../ui/Button';
import { sayDate } from '../../../core/time/wallClock';

type Filter = LifeKind | 'all';
const FILTERS: readonly (readonly [Filter, string])[] = [
  ['all', 'everything'],
  ...(Object.keys(LIFE_KINDS) as LifeKind[]).map((kind) => [kind, LIFE_KINDS[kind]] as const),
];
const HOW = { import: 'brought in', edit: 'changed', undo: 'taken back', redo: 'made again' } as const;
/** What is taken back by undo, or is no reading. */
const FIXED: ReadonlySet<string> = new Set(['reconciled', 'photo', 'handed-over']);
/** As many lines as are drawn at once; the rest is behind a press. */
const MOST = 60;

function eventWords(event: TimelineEvent): string {
  if (event.kind === 'change')
    return `${event.of} ${HOW[event.how]}${event.changes.length > 0 ? `: ${changeWords(event.of === 'vehicle' ? 'vehicle' : 'stage', event.changes)}` : ''}`;
  return event.kind === 'log' ? '' : event.kind === 'tick' ? `✓ ${event.words}` : event.words;
}

/** What happened to the vehicle of the page before; asked for again after each save. */
function useTimeline(vehicleId: number | undefined): TimelineEvent[] {
  const save = useStore($save);
  const [life, setLife] = useState<TimelineEvent[]>([]);
  const at = save.kind === 'saved' ? save.at : undefined;
  useEffect(() => {
    if (vehicleId === undefined || at === undefined) return;
    let here = true;
    void send<TimelineEvent[]>('GET', `/api/vehicles/${vehicleId}/life`).then((answer) => {
      if (here && answer.kind === 'ok') setLife(answer.value);
    });
    return () => {
      here = false;
    };
  }, [vehicleId, at]);
  return life;
}

/** The vehicle's whole life, newest first: what was written down, changed, ticked and quoted; out as CSV or JSON. */
export function Timeline({ build }: { build: Build }) {
  const units = useStore($units);
  const log = useStore($log);
  const standing = useStore($standingLog);
  const waiting = useStore($waiting);
  const job = useStore($job);
  const [filter, setFilter] = useKept<Filter>('log.filter', 'all');
  const [all, setAll] = useKept('log.all', false);
  const [amended, setAmended] = useState<LogEntry | null>(null);
  const { struck, corrected } = useMemo(() => amendmentsOf(log), [log]);
  const standingById = useMemo(() => new Map(standing.map((entry) => [entry.id, entry])), [standing]);
  const life = useTimeline(job?.vehicleId);
  const found = timelineOf(life, log, job?.number ?? '').filter(
    (event) => filter === 'all' || lifeKindOf(event) === filter,
  );
  const shown = all ? found : found.slice(0, MOST);
  const save = async (as: 'csv' | 'json'): Promise<void> => {
    // What writes files is fetched when one is asked for.
    const writing = await import('../../../formats/logFile').catch(() => null);
    if (!writing) return toast(`Not written: ${NOT_ARRIVED}`);
    const text = as === 'csv' ? writing.lifeCsv(found) : writing.lifeJson(found);
    download(
      text,
      `${job?.number.toLowerCase() ?? 'job'}-life.${as}`,
      as === 'csv' ? 'text/csv' : 'application/json',
    );
  };
  return (
    <div data-testid="timeline">
      <div className="flex flex-wrap items-end gap-3">
        <h3 className="text-lg font-semibold">Its life so far</h3>
        <Choice label="Show" value={filter} options={FILTERS} choose={setFilter} />
        {waiting > 0 && (
          <p role="status" data-testid="log-waiting" className="font-medium">
            ◔ {waiting} {waiting === 1 ? 'entry waits' : 'entries wait'} for the connection
          </p>
        )}
        <span className="no-print ml-auto flex gap-2">
          <Button disabled={found.length === 0} onClick={() => void save('csv')}>
            CSV
          </Button>
          <Button disabled={found.length === 0} onClick={() => void save('json')}>
            JSON
          </Button>
        </span>
      </div>
      {shown.length === 0 ? (
        <p className="text-graphite">Nothing yet.</p>
      ) : (
        <table className="mt-1 w-full text-[0.95rem]">
          <tbody>
            {shown.map((event) => {
              const entry = event.kind === 'log' ? event.entry : null;
              const stands = entry && standingById.get(entry.id);
              const km = entry ? odometerOf(entry) : undefined;
              return (
                <tr key={event.id} className="border-line border-b align-top" data-entry={lifeKindOf(event)}>
                  <td className="text-graphite py-0.5 pr-3 whitespace-nowrap">{sayDate(event.at)}</td>
                  <td className="pr-3 whitespace-nowrap">{event.by}</td>
                  <td className="pr-3 whitespace-nowrap">
                    {km === undefined ? '' : showWithUnit(km, 'distance', units)}
                  </td>
                  <td className="w-full">
                    <span className={entry && struck.has(entry.id) ? 'line-through' : ''}>
                      {entry ? entryWords(entry, build, units) : eventWords(event)}
                    </span>
                    {entry && struck.has(entry.id) && ' (struck out)'}
                    {entry && !struck.has(entry.id) && corrected.has(entry.id) && ' (corrected later)'}
                    {entry?.kind === 'photo' && <Photo id={entry.photo} words={entry.words} />}
                  </td>
                  <td className="no-print text-right">
                    {stands && !FIXED.has(stands.kind) && (
                      <Button
                        aria-label={`Put right: ${entryWords(entry, build, units)}`}
                        onClick={() => setAmended(stands)}
                      >
                        Correct
                      </Button>
                    )}
                  </td>
                </tr>
              );
            })}
          </tbody>
        </table>
      )}
      {amended && <Amend entry={amended} build={build} close={() => setAmended(null)} />}
      {found.length > shown.length && (
        <Button className="mt-1" onClick={() => setAll(true)}>
          Show all {found.length}
        </Button>
      )}
    </div>
  );
}
