import { bounded } from '../../ui/Boundary';
import { Printer } from 'lucide-react';
import { useEffect, useState } from 'react';
import { refusalWords, send } from '../../state/apiClient';
import type { PaperSheet } from '../../../core/paper/paper';
import { MOST_STAGES } from '../../../core/paper/sideBySide';
import { useReady } from '../../ui/page';
import { PaperView } from '../papers/PaperView';
import { Button, ButtonLink } from '../../ui/Button';

type Props = {
  jobId: number;
  stages: { id: number; label: string }[];
  chosen: readonly number[];
};

/** Up to four stages side by side: which, and out as paper, PDF, JSON or CSV. */
function ComparePageIsland({ jobId, stages, chosen }: Props) {
  useReady();
  const query = `stages=${chosen.join(',')}`;
  const [sheet, setSheet] = useState<PaperSheet | null>(null);
  const [fault, setFault] = useState<string | null>(null);
  useEffect(() => {
    void send<PaperSheet>('GET', `/api/jobs/${jobId}/compare?${query}&as=sheet`).then((answer) => {
      if (answer.kind === 'ok') setSheet(answer.value);
      else setFault(refusalWords(answer));
    });
  }, [jobId, query]);
  const toggle = (id: number): void => {
    const next = chosen.includes(id) ? chosen.filter((one) => one !== id) : [...chosen, id];
    // In the order of the stages, whichever was pressed first.
    const ids = stages.flatMap((one) => (next.includes(one.id) ? [one.id] : []));
    location.assign(`?stages=${ids.join(',')}`);
  };
  const as = (kind: string): string => `/api/jobs/${jobId}/compare?${query}&as=${kind}`;
  return (
    <main className="mx-auto max-w-[1180px] px-6 pt-4 pb-16">
      <nav className="no-print mb-4 flex flex-wrap items-center gap-2" aria-label="This comparison">
        <ButtonLink href={`/jobs/${jobId}/package`}>Back to the sheet</ButtonLink>
        <span role="group" aria-label="Stages" className="ml-4 flex flex-wrap gap-x-4">
          {stages.map(({ id, label }) => {
            const on = chosen.includes(id);
            return (
              <label key={id} className="flex items-center gap-1.5">
                <input
                  type="checkbox"
                  checked={on}
                  disabled={on ? chosen.length === 1 : chosen.length >= MOST_STAGES}
                  onChange={() => toggle(id)}
                />
                {label}
              </label>
            );
          })}
        </span>
        <span className="ml-auto" />
        <Button className="flex items-center gap-1" disabled={sheet === null} onClick={() => print()}>
          <Printer size={16} aria-hidden /> Print
        </Button>
        <ButtonLink href={`${as('pdf')}&paper=a4`}>PDF A4</ButtonLink>
        <ButtonLink href={`${as('pdf')}&paper=letter`}>PDF Letter</ButtonLink>
        <ButtonLink href={as('csv')}>CSV</ButtonLink>
        <ButtonLink href={as('json')}>JSON</ButtonLink>
      </nav>
      {sheet ? (
        <PaperView sheet={sheet} />
      ) : (
        <p role="status" className="py-8 text-lg" data-testid="working">
          {fault === null
            ? `Working out what ${chosen.length === 1 ? 'this stage comes' : `these ${chosen.length} stages come`} to…`
            : `▲ ${fault}`}
        </p>
      )}
    </main>
  );
}

export const ComparePage = bounded('Compare', ComparePageIsland);
