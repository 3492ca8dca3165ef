import { format } from 'date-fns';
import { DEEDS } from '../../../core/people/deeds';
import type { DeedRow } from '../../../data/people';
import { ButtonLink } from '../../ui/Button';

/** Who came in and who changed what others may, the newest first. */
export function DeedList({ deeds }: { deeds: readonly (Omit<DeedRow, 'at'> & { at: string })[] }) {
  return (
    <section aria-labelledby="deeds">
      <div className="flex items-center gap-3">
        <h2 id="deeds" className="font-tight text-lg font-semibold">
          Written down
        </h2>
        <span className="text-graphite text-[0.9rem]">nobody changes it or takes it out</span>
        <ButtonLink className="ml-auto" href="/api/audit?csv" download>
          As CSV
        </ButtonLink>
      </div>
      <ol className="border-line mt-1 max-h-[26rem] overflow-y-auto border-t" data-testid="deeds">
        {deeds.map(({ id, at, person, deed, about, address }) => (
          <li key={id} className="border-line flex gap-3 border-b py-1">
            <time className="text-graphite w-[7.5rem] shrink-0 tabular-nums">
              {format(new Date(at), 'd MMM, HH:mm')}
            </time>
            <span>
              <b className="font-semibold">{person}</b> {DEEDS[deed]}
              {about && `: ${about}`}
            </span>
            <span className="text-graphite ml-auto text-[0.9rem]">{address}</span>
          </li>
        ))}
      </ol>
    </section>
  );
}
