import { useStore } from '@nanostores/react';
import { Redo2, Undo2 } from 'lucide-react';
import { sentenceOf } from '../../../core/verdict';
import { verdictLead } from '../../../core/verdictTail';
import { JobButton } from './JobButton';
import { Rail } from './Rail';
import { SaveMark } from './SaveMark';
import { SheetMenu } from './SheetMenu';
import { StageTabs } from './StageTabs';
import { saveAll, step } from '../../state/saving';
import {
  $active,
  $assessment,
  $build,
  $chance,
  $cures,
  $job,
  $jobHead,
  $units,
  $vehicle,
  vehicleFileOf,
} from '../../state/store';
import { Button } from '../../ui/Button';
import { PersonButton } from '../../ui/PersonButton';

type Props = { shopName: string };

/** The one sentence that matters now. While a newer answer is on its way the last one stands, greyed. */
function Sentence() {
  const units = useStore($units);
  const build = useStore($build);
  const judged = useStore($assessment);
  const cures = useStore($cures);
  const chance = useStore($chance);
  const look = 'line-clamp-3 min-w-0 flex-1 text-[0.92rem] leading-[1.14] font-medium';
  if (!judged) return <p className={look}>Judging…</p>;
  const fresh = judged.build === build;
  const known = cures?.build === judged.build ? cures.corners.flatMap((corner) => corner.cures) : [];
  const words = sentenceOf(judged.build, judged.assessment, known, units);
  const lead = verdictLead(
    judged.build,
    judged.assessment,
    chance?.build === judged.build ? chance.chance : null,
  );
  return (
    <p
      className={`${look} ${fresh ? '' : 'text-graphite'}`}
      // Where two lines do not hold it.
      title={`${lead}. ${words}`}
      aria-live="polite"
    >
      <b className="font-semibold" data-testid="verdict" data-sure={chance?.build === judged.build}>
        {lead}.
      </b>{' '}
      <span data-testid="sentence" data-judged={fresh} data-fresh={fresh && cures?.build === build}>
        {words}
      </span>
    </p>
  );
}

function Steps() {
  const head = useStore($jobHead);
  const vehicle = useStore($vehicle);
  const active = useStore($active);
  return (
    <>
      <Button
        needs="bench"
        aria-label="Undo"
        title="Undo what you changed (Ctrl Z)"
        disabled={!head?.undo && !vehicle?.undo && !active?.undo}
        onClick={() => void step('undo')}
      >
        <Undo2 size={17} aria-hidden />
      </Button>
      <Button
        needs="bench"
        aria-label="Redo"
        title="Redo what you undid (Ctrl Y)"
        disabled={!head?.redo && !vehicle?.redo && !active?.redo}
        onClick={() => void step('redo')}
      >
        <Redo2 size={17} aria-hidden />
      </Button>
    </>
  );
}

/** Two lines: whose sheet this is, its stages and what is done to it; what matters now, and the way to the leaves. */
export function Header({ shopName }: Props) {
  const job = useStore($job);
  // As it is called now, whoever changed it.
  const vehicle = useStore($vehicle);
  const called = vehicle ? vehicleFileOf(vehicle).label : job?.vehicle;
  const link =
    'font-tight decoration-line inline-flex min-h-[1.8rem] items-center font-semibold underline underline-offset-4';
  return (
    <header
      className="bg-paper border-ink sticky top-0 z-20 border-b-2 print:static"
      data-testid="sheet-head"
    >
      <div className="mx-auto max-w-[1360px] px-4 min-[1600px]:max-w-[1840px]">
        <div className="flex flex-wrap items-center gap-x-3 sm:h-[42px] sm:flex-nowrap">
          <a href="/" className={link} title={shopName}>
            Jobs
          </a>
          <a href="/plan" className={`${link} max-sm:hidden`} title="The week of the bays">
            Week
          </a>
          <h1
            className="font-tight max-w-[15rem] min-w-0 flex-initial truncate text-[1.2rem] leading-[1.4] font-semibold max-sm:flex-1"
            title={[called, job?.number, job?.title, job?.customer].filter(Boolean).join(' · ')}
          >
            {called}
          </h1>
          <span className="text-graphite text-[0.9rem] whitespace-nowrap max-lg:hidden">
            {job?.number} · <JobButton />
          </span>
          <StageTabs />
          <div className="no-print order-1 ml-auto flex shrink-0 items-center gap-1 sm:order-none">
            <SaveMark />
            <Steps />
            <PersonButton before={saveAll} className="max-md:hidden" />
            <SheetMenu />
          </div>
        </div>
        {/* As high as the sentence's three lines: what stands below does not move when it is known. */}
        <div className="flex min-h-[51px] items-center gap-4 py-0.5">
          <Sentence />
          <Rail />
        </div>
      </div>
    </header>
  );
}
