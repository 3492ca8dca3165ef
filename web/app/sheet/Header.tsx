import { useStore } from '@nanostores/react';
import { Redo2, Undo2 } from 'lucide-react';
import { sentenceOf } from '../../../core/verdict';
import { becomePerson, toggleTheme, toggleUnits } from '../../state/preferences';
import { $helpOpen } from '../../state/commands';
import { goTo } from './keys';
import { RAIL } from './stations';
import { JobButton } from './JobDialog';
import { SaveMark } from './SaveMark';
import { StageTabs } from './StageTabs';
import { step } from '../../state/saving';
import { $active, $assessment, $build, $cures, $job, $theme, $units, $vehicle } from '../../state/store';

type Props = { people: { id: number; name: string }[]; personId: number; shopName: string };

/** The one sentence that matters now. While a newer answer is on its way the last one stands, greyed. */
function Sentence() {
  const units = useStore($units);
  const build = useStore($build);
  const judged = useStore($assessment);
  const cures = useStore($cures);
  if (!judged) return <p className="min-h-[2.9rem] text-[1.15rem] leading-snug">Judging…</p>;
  const fresh = judged.build === build;
  const known = cures?.build === judged.build ? cures.corners.flatMap((corner) => corner.cures) : [];
  return (
    <p
      className={`min-h-[2.9rem] max-w-[75rem] text-[1.15rem] leading-snug font-medium ${fresh ? '' : 'text-graphite'}`}
      aria-live="polite"
      data-testid="sentence"
      data-judged={fresh}
      data-fresh={fresh && cures?.build === build}
    >
      {sentenceOf(judged.build, judged.assessment, known, units)}
    </p>
  );
}

export function Header({ people, personId, shopName }: Props) {
  const job = useStore($job);
  const units = useStore($units);
  const theme = useStore($theme);
  const vehicle = useStore($vehicle);
  const active = useStore($active);
  return (
    <header className="bg-paper border-ink sticky top-0 z-20 border-b-2 print:static">
      <div className="mx-auto max-w-[1360px] px-4 pt-2">
        <div className="flex flex-wrap items-baseline gap-x-4 gap-y-1 lg:flex-nowrap">
          <a
            href="/"
            className="font-tight decoration-line font-semibold underline underline-offset-4"
            title={shopName}
          >
            Jobs
          </a>
          <a
            href="/plan"
            className="font-tight decoration-line font-semibold underline underline-offset-4"
            title="The week of the bays"
          >
            Week
          </a>
          <h1 className="font-tight text-[1.35rem] leading-none font-semibold whitespace-nowrap">
            {job?.vehicle}
          </h1>
          <p className="text-graphite min-w-0 flex-1 truncate">
            {job?.number} · <JobButton /> · {job?.title}
            {job?.customer ? ` · ${job.customer}` : ''}
          </p>
          <div className="no-print ml-auto flex shrink-0 items-center gap-1.5">
            <SaveMark />
            <button
              type="button"
              className="plain-button"
              aria-label="Undo"
              title="Undo (Ctrl Z)"
              disabled={!vehicle?.undo && !active?.undo}
              onClick={() => void step('undo')}
            >
              <Undo2 size={17} aria-hidden />
            </button>
            <button
              type="button"
              className="plain-button"
              aria-label="Redo"
              title="Redo (Ctrl Y)"
              disabled={!vehicle?.redo && !active?.redo}
              onClick={() => void step('redo')}
            >
              <Redo2 size={17} aria-hidden />
            </button>
            <button
              type="button"
              className="plain-button"
              onClick={toggleUnits}
              title="Units (U)"
              data-testid="units"
            >
              {units === 'metric' ? 'mm · kg' : 'in · lb'}
            </button>
            <button
              type="button"
              className="plain-button"
              onClick={toggleTheme}
              title="Light, dark, as the system (D)"
            >
              {{ auto: 'Auto', light: 'Light', dark: 'Dark' }[theme]}
            </button>
            <label className="sr-only" htmlFor="person">
              At the bench
            </label>
            <select
              id="person"
              className="plain-button"
              value={personId}
              onChange={(event) => becomePerson(Number(event.target.value))}
            >
              {people.map(({ id, name }) => (
                <option key={id} value={id}>
                  {name}
                </option>
              ))}
            </select>
            <button
              type="button"
              className="plain-button"
              aria-label="Keys"
              title="Keys (?)"
              onClick={() => $helpOpen.set(true)}
            >
              ?
            </button>
          </div>
        </div>
        <StageTabs />
        <div className="flex items-start gap-6 pt-1.5">
          <Sentence />
          <nav aria-label="Stations" className="no-print ml-auto flex pt-0.5">
            {RAIL.map(({ id, label, key }) => (
              <a
                key={id}
                href={`#${id}`}
                className="font-tight hover:border-ink border-b-[3px] border-transparent px-2.5 py-1 font-semibold"
                onClick={(event) => {
                  event.preventDefault();
                  goTo(id);
                }}
              >
                <span className="text-graphite mr-1 text-sm">{key}</span>
                {label}
              </a>
            ))}
          </nav>
        </div>
      </div>
    </header>
  );
}
