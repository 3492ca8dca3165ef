import { sureWords } from '../../../core/verdictTail';
import type { JobLine } from '../../../server/jobs';
import { GradeMark } from '../../drawings/GradeMark';
import type { Sureness } from '../../state/listSureness';

export type Line = Omit<JobLine, 'openedAt'> & { openedAt: string };
type Props = {
  job: Line;
  /** The one that Enter opens. */
  chosen: boolean;
  sureness: Sureness;
  open: () => void;
  point: () => void;
};

/** On a phone: a line of its own below the job's name. */
const below = 'max-md:col-span-2 max-md:py-0 max-md:pl-3';

/** A job on the list: what it is, whose, where it is, and its stages with their grades and how sure those are. */
export function JobRow({ job, chosen, sureness, open, point }: Props) {
  const sureOf = ({ id, grade }: Line['stages'][number]): string => {
    const chance = sureness.get(id);
    return chance ? sureWords(chance, grade) : '';
  };
  return (
    <tr
      data-job={job.id}
      aria-selected={chosen}
      className={`border-line cursor-pointer border-b align-top max-md:grid max-md:grid-cols-[auto_minmax(0,1fr)] max-md:items-baseline max-md:py-2 ${chosen ? 'bg-soft shadow-[inset_4px_0_0_var(--signal)]' : ''}`}
      onClick={open}
      onMouseEnter={point}
    >
      <td className="py-2.5 pr-4 pl-3 whitespace-nowrap max-md:py-0">
        <a href={`/jobs/${job.id}`}>{job.number}</a>
      </td>
      <td className="py-2.5 pr-4 text-[1.1rem] font-semibold max-md:py-0">{job.vehicle}</td>
      <td className={`${below} py-2.5 pr-4`}>{job.customer ?? '–'}</td>
      <td className={`${below} py-2.5 pr-4`}>{job.title}</td>
      <td className={`${below} py-2.5 pr-4 whitespace-nowrap`}>
        {job.status}
        {job.placedBy === 'hand' && (
          <span className="text-graphite block max-md:ml-2 max-md:inline">set by hand</span>
        )}
      </td>
      <td className={`${below} py-2 pr-4`}>
        {job.stages.map((stage) => (
          <span key={stage.id} className="flex items-center justify-between gap-4 py-0.5">
            <a href={`/jobs/${job.id}?stage=${stage.id}`} onClick={(event) => event.stopPropagation()}>
              {stage.position === 0 ? 'As delivered' : stage.label}
            </a>
            <span className="flex items-baseline gap-1.5">
              <GradeMark grade={stage.grade} size={16} />
              <span
                className="text-graphite min-w-[7.6em] text-[0.8rem] whitespace-nowrap"
                data-testid="stage-sure"
                title="An estimate, from how far tape, tire size, ride height and bushings may be off"
              >
                {sureOf(stage)}
              </span>
              {stage.rub === 'liner-kiss' && (
                <span className="text-graphite ml-1 text-[0.8rem]" title="Rub policy of this job">
                  liner may kiss
                </span>
              )}
            </span>
          </span>
        ))}
      </td>
      <td className={`${below} py-2.5`}>
        {job.waitsFor ? (
          <>
            <span className="text-graphite md:hidden">waits for </span>
            {job.waitsFor}
          </>
        ) : (
          <span className="max-md:hidden">–</span>
        )}
      </td>
    </tr>
  );
}
