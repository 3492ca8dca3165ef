import { bounded } from '../../ui/Boundary';
import {
  createColumnHelper,
  flexRender,
  getCoreRowModel,
  getFilteredRowModel,
  getSortedRowModel,
  useReactTable,
  type SortingState,
} from '@tanstack/react-table';
import { Plus } from 'lucide-react';
import { useEffect, useRef, useState, type KeyboardEvent } from 'react';
import type { Fault } from '../../../core/format/fields';
import { Segments } from '../../ui/choices';
import { FileButton } from '../../ui/FileButton';
import { MoreRows } from '../../ui/MoreRows';
import { PageHead } from '../../ui/PageHead';
import { FaultDialog } from '../../ui/FaultDialog';
import { format } from 'date-fns';
import type { LastBackup } from '../../../server/standing';
import type { UnitSystem } from '../../../core/units/quantity';
import { send } from '../../state/apiClient';
import type { Page } from '../../../data/lists';
import { usePagedList } from '../../state/pagedList';
import { useListSureness } from '../../state/listSureness';
import { JobRow, type Line } from './JobRow';
import { NewVehicleDialog, type KnownPlatform } from './NewVehicleDialog';
import { Button } from '../../ui/Button';

const column = createColumnHelper<Line>();
const COLUMNS = [
  column.accessor('number', { header: 'Job' }),
  column.accessor('vehicle', { header: 'Vehicle' }),
  column.accessor((job) => job.customer ?? '–', { id: 'customer', header: 'For' }),
  column.accessor('title', { header: 'Work' }),
  column.accessor('status', { header: 'Where it is' }),
  column.accessor((job) => job.stages.map(({ label, tireCode }) => `${label} ${tireCode}`).join(' '), {
    id: 'stages',
    header: 'Stages',
    enableSorting: false,
  }),
  column.accessor((job) => job.waitsFor || '–', { id: 'waitsFor', header: 'Waits for' }),
];

/** Every word that is typed must stand somewhere in the line. */
function matches(job: Line, typed: string): boolean {
  const text = [
    job.number,
    job.vehicle,
    job.customer,
    job.title,
    job.status,
    job.waitsFor,
    ...job.stages.flatMap(({ label, grade, tireCode }) => [label, grade, tireCode]),
  ]
    .join(' ')
    .toLowerCase();
  return typed
    .toLowerCase()
    .split(/\s+/)
    .filter(Boolean)
    .every((word) => text.includes(word));
}

type Props = {
  /** The first of those that are open, and how many are. */
  jobs: Page<Line>;
  /** Whether there is any job at all. */
  some: boolean;
  platforms: readonly KnownPlatform[];
  shopName: string;
  place: string;
  units: UnitSystem;
  backup: LastBackup | null;
};
type Which = 'open' | 'done';

/** What became of the last night's backup, so that nobody learns it when it is needed. */
function backupWords(last: LastBackup | null): string {
  if (!last) return 'No nightly backup yet. ./vexlo backup FILE makes one now.';
  const when = format(new Date(last.at), 'd MMM yyyy, HH:mm');
  return last.ok
    ? `Last backup ${when}, read back with its ${last.jobs ?? 0} jobs.`
    : `▲ The backup of ${when} failed: ${last.why ?? 'not known why'}. Make one by hand: ./vexlo backup FILE`;
}

/** What is on the go: whose, which vehicle, which stages with their grade, what it waits for. */
function JobListIsland({ jobs: first, some, platforms, shopName, place, units, backup }: Props) {
  const [which, setWhich] = useState<Which>('open');
  const [typed, setTyped] = useState('');
  const [sorting, setSorting] = useState<SortingState>([]);
  // What stands here whole is searched and sorted here, at once.
  const whole = which === 'open' && first.count <= first.rows.length;
  const [by] = sorting;
  const list = usePagedList(first, '/api/jobs', {
    show: which,
    ...(whole
      ? {}
      : { find: typed.trim(), ...(by ? { sort: by.id, ...(by.desc ? { down: '' } : {}) } : {}) }),
  });
  const jobs = list.rows;
  const [at, setAt] = useState(0);
  const [faults, setFaults] = useState<Fault[] | null>(null);
  const [beginning, setBeginning] = useState(false);
  const search = useRef<HTMLInputElement>(null);
  const table = useReactTable({
    data: jobs,
    columns: COLUMNS,
    state: { globalFilter: typed, sorting },
    onSortingChange: setSorting,
    manualFiltering: !whole,
    manualSorting: !whole,
    globalFilterFn: (row, _column, value: string) => matches(row.original, value),
    getCoreRowModel: getCoreRowModel(),
    getFilteredRowModel: getFilteredRowModel(),
    getSortedRowModel: getSortedRowModel(),
  });
  const { rows } = table.getRowModel();
  const sureness = useListSureness(rows.map(({ original }) => original));
  const chosen = Math.min(at, rows.length - 1);
  useEffect(() => {
    document.documentElement.dataset['ready'] = 'true';
    performance.mark('vexlo:ready');
    search.current?.focus();
  }, []);
  const open = (job: Line | undefined): void => {
    if (job) location.href = `/jobs/${job.id}`;
  };
  // Entered before it was found: it is opened once it is.
  const opening = useRef(false);
  useEffect(() => {
    if (list.waits || !opening.current) return;
    opening.current = false;
    // What stands here where the answer did not come is not what was looked for.
    if (list.fault === null) open(rows[0]?.original);
  }, [list.waits, list.fault, rows]);
  const onKeyDown = (event: KeyboardEvent): void => {
    if (event.key === 'ArrowDown') setAt(Math.min(rows.length - 1, chosen + 1));
    else if (event.key === 'ArrowUp') setAt(Math.max(0, chosen - 1));
    else if (event.key === 'Enter' && list.waits) opening.current = true;
    else if (event.key === 'Enter') open(rows[chosen]?.original);
    else return;
    event.preventDefault();
  };
  const bring = async (text: string): Promise<void> => {
    const answer = await send<{ jobId: number }>('POST', '/api/import', text);
    if (answer.kind === 'ok') location.href = `/jobs/${answer.value.jobId}`;
    else if (answer.kind === 'unreachable')
      setFaults([
        { path: 'connection', message: 'is lost; nothing was imported. Try again when it is back.' },
      ]);
    else setFaults(answer.faults.length > 0 ? answer.faults : [{ path: 'file', message: answer.message }]);
  };
  return (
    <div className="mx-auto max-w-[1360px] px-4 pt-3 pb-10">
      <PageHead here="/" title={`Jobs, ${shopName}${place && `, ${place}`}`}>
        <Button className="flex items-center gap-2" needs="plan" onClick={() => setBeginning(true)}>
          <Plus size={16} aria-hidden /> New vehicle
        </Button>
        <FileButton
          words="Import a build file"
          label="Build file to import as a new vehicle"
          className="plain-button flex items-center gap-2"
          needs="plan"
          take={(text) => void bring(text)}
        />
      </PageHead>
      <div className="mb-3 flex flex-wrap items-end gap-x-4 gap-y-2">
        <div className="w-72 max-w-full">
          <label htmlFor="find" className="caption block">
            Find (arrows choose, Enter opens)
          </label>
          <input
            id="find"
            ref={search}
            className="field-box text-[1.1rem]"
            value={typed}
            placeholder="vehicle, customer, tire, grade…"
            autoComplete="off"
            onChange={(event) => {
              opening.current = false;
              setTyped(event.target.value);
              setAt(0);
            }}
            onKeyDown={onKeyDown}
          />
        </div>
        <Segments
          label="Show"
          value={which}
          options={[
            ['open', 'Open'],
            ['done', 'Done'],
          ]}
          choose={(one) => {
            setWhich(one);
            setAt(0);
          }}
        />
      </div>
      <main>
        {/* On a phone a job is a block: what it is, whose, where, and its stages with their grades, all in the width. */}
        <table className="w-full border-collapse max-md:block" data-testid="jobs">
          <thead className="max-md:hidden">
            {table.getHeaderGroups().map((group) => (
              <tr key={group.id} className="border-line border-b text-left">
                {group.headers.map((header) => (
                  <th
                    key={header.id}
                    className="caption py-1.5 pr-4"
                    aria-sort={
                      { asc: 'ascending' as const, desc: 'descending' as const, false: 'none' as const }[
                        String(header.column.getIsSorted()) as 'asc' | 'desc' | 'false'
                      ]
                    }
                  >
                    {header.column.getCanSort() ? (
                      <button
                        type="button"
                        className="text-left"
                        onClick={header.column.getToggleSortingHandler()}
                      >
                        {flexRender(header.column.columnDef.header, header.getContext())}{' '}
                        {{ asc: '↑', desc: '↓', false: '' }[String(header.column.getIsSorted())]}
                      </button>
                    ) : (
                      flexRender(header.column.columnDef.header, header.getContext())
                    )}
                  </th>
                ))}
              </tr>
            ))}
          </thead>
          <tbody className="max-md:block">
            {rows.map(({ id, original: job }, i) => (
              <JobRow
                key={id}
                job={job}
                chosen={i === chosen}
                sureness={sureness}
                open={() => open(job)}
                point={() => setAt(i)}
              />
            ))}
          </tbody>
        </table>
        {!whole && <MoreRows list={list} />}
        {rows.length === 0 && !list.waits && (
          <p className="py-6 text-lg">
            {!some
              ? 'No job yet. Begin a new vehicle, or import a build file.'
              : typed.trim() === ''
                ? which === 'open'
                  ? 'No job is open. Those that are done stand under Done.'
                  : 'No job is done yet.'
                : `Nothing fits “${typed}”. Delete a word to see more.`}
          </p>
        )}
      </main>
      <p className="text-graphite pt-2 pb-6 text-[0.9rem]" data-testid="backup">
        {backupWords(backup)}
      </p>
      {beginning && (
        <NewVehicleDialog platforms={platforms} units={units} close={() => setBeginning(false)} />
      )}
      {faults && <FaultDialog title="Nothing was imported" faults={faults} close={() => setFaults(null)} />}
    </div>
  );
}

export const JobList = bounded('Jobs', JobListIsland);
