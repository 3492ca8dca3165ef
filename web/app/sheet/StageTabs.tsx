import { useWhyNot } from '../../state/person';
import { useStore } from '@nanostores/react';
import { Plus } from 'lucide-react';
import { useEffect, useRef, type KeyboardEvent } from 'react';
import { percentSure } from '../../../core/verdictTail';
import { GradeMark } from '../../drawings/GradeMark';
import { FaultDialog } from '../../ui/FaultDialog';
import { $outdated } from '../../state/followGrades';
import { $sureness, surenessOfStage } from '../../state/stageSureness';
import { $active, $activeId, $stages, $vehicle, stageFileOf, type StageDoc } from '../../state/store';
import { useStageActions } from './stageActions';

const nameOf = (stage: StageDoc): string =>
  stage.position === 0
    ? 'As delivered'
    : stageFileOf(stage).package.label || stage.label || `Stage ${stage.position}`;

const TURNS: Record<string, (at: number, count: number) => number> = {
  ArrowRight: (at, count) => (at + 1) % count,
  ArrowLeft: (at, count) => (at + count - 1) % count,
  Home: () => 0,
  End: (_, count) => count - 1,
};

/** Stages as tabs with their grade, one stop for the Tab key; the one that is being changed is plain to see. */
export function StageTabs() {
  const stages = useStore($stages);
  const active = useStore($active);
  const outdated = useStore($outdated);
  const vehicle = useStore($vehicle);
  const sureness = useStore($sureness);
  /** How sure the grade of a stage is, as far as it was worked out for what it is now; of the one in front the sentence says it. */
  const sureOf = (stage: StageDoc): string => {
    if (outdated.has(stage.id) || stage.id === active?.id) return '';
    const chance = surenessOfStage(sureness, stage, vehicle);
    return chance ? percentSure(chance, stage.grade) : '';
  };
  const { add, faults, dismiss } = useStageActions();
  const list = useRef<HTMLDivElement>(null);
  const tab = (id: number | undefined): HTMLElement | null | undefined =>
    list.current?.querySelector<HTMLElement>(`[data-stage="${id}"]`);
  const why = useWhyNot('plan');
  useEffect(() => {
    // Where there are more than the line holds, the chosen one is on it.
    tab(active?.id)?.scrollIntoView({ block: 'nearest', inline: 'nearest' });
    // What is said of the others as it comes makes them wider.
  }, [active?.id, sureness]);
  if (!active) return null;
  const turn = (event: KeyboardEvent): void => {
    const at = TURNS[event.key]?.(
      stages.findIndex(({ id }) => id === active.id),
      stages.length,
    );
    const next = at === undefined ? undefined : stages[at];
    if (!next) return;
    event.preventDefault();
    $activeId.set(next.id);
    tab(next.id)?.focus();
  };
  return (
    <div className="order-2 flex min-w-0 items-end max-sm:w-full sm:order-none sm:flex-1 sm:self-end">
      <div
        ref={list}
        role="tablist"
        aria-label="Stages"
        className="flex min-w-0 overflow-x-auto [scrollbar-width:none]"
        onKeyDown={turn}
      >
        {stages.map((stage) => {
          const selected = stage.id === active.id;
          const name = nameOf(stage);
          const sure = sureOf(stage);
          return (
            <button
              key={stage.id}
              type="button"
              role="tab"
              aria-selected={selected}
              tabIndex={selected ? 0 : -1}
              data-testid={`stage-${stage.position}`}
              data-stage={stage.id}
              title={`${name}: ${outdated.has(stage.id) ? 'the vehicle has changed, being judged anew' : `${stage.grade}${sure && `, ${sure} sure, an estimate`}`}`}
              className={`flex min-h-[36px] shrink-0 items-center gap-1.5 border border-b-0 px-2 max-sm:min-h-[44px] ${selected ? 'border-line bg-sheet border-t-ink border-t-[3px] font-semibold' : 'text-graphite border-transparent'}`}
              onClick={() => $activeId.set(stage.id)}
            >
              <span className="max-w-[11rem] truncate">{name}</span>
              {outdated.has(stage.id) ? (
                <span className="text-graphite" data-outdated aria-label="being judged anew">
                  …
                </span>
              ) : (
                <GradeMark grade={stage.grade} size={16} word={selected} />
              )}
              {sure && (
                <span
                  className="font-tight hidden text-[0.8rem] font-normal whitespace-nowrap xl:inline"
                  data-sure={stage.id}
                >
                  {sure}
                </span>
              )}
            </button>
          );
        })}
      </div>
      <button
        type="button"
        className="no-print font-tight hover:bg-soft flex min-h-[36px] shrink-0 items-center gap-1 px-2 font-semibold max-sm:min-h-[44px]"
        onClick={() => void add({ stageId: active.id })}
        disabled={why !== null}
        title={why ?? 'A new stage that starts as a copy of this one'}
      >
        <Plus size={16} aria-hidden /> Stage
      </button>
      {faults && <FaultDialog title="Nothing was added" faults={faults} close={dismiss} />}
    </div>
  );
}
