import type { Assessment } from '../../../core/assess';
import type { Build } from '../../../core/format/build';
import { AXLES } from '../../../core/format/names';
import { tradeoffsOf } from '../../../core/tradeoffs';
import { showRounded } from '../../../core/units/quantity';
import { riseMm } from '../../../core/vehicle/rise';
import { workOf } from '../../../core/work/needs';
import { quoteLines } from '../../../core/quote/quote';
import { addDays, format } from 'date-fns';
import { chosenNow } from '../../state/chosen';
import { queryWorker } from '../../state/workerQuery';
import { $shop, $units, $vehicle, fileOf, type StageDoc } from '../../state/store';
import { $work } from '../../state/work';
import type { Quote, QuoteOption } from '../../../core/format/quote';
import { reader } from '../../state/reader';

const cutsWords = (undecided: number): string =>
  undecided === 0
    ? ''
    : ` ${undecided === 1 ? 'One cut is' : `${undecided} cuts are`} not decided yet and priced as deep as needed, an estimate.`;

/** The cuts that a grade hangs on and that nobody decided yet are priced as if they were decided as deep as they must be. */
function withNeededCuts(build: Build, { fit }: Assessment): { build: Build; undecided: number } {
  const decided = new Map(build.package.cuts.map((cut) => [cut.obstacle, cut.depthMm]));
  const undecided = AXLES.flatMap((axle) => fit[axle].cutsNeeded).filter(
    ({ obstacle, depthMm }) => (decided.get(obstacle) ?? 0) < depthMm - 0.05,
  );
  for (const { obstacle, depthMm } of undecided) decided.set(obstacle, depthMm);
  const cuts = [...decided].map(([obstacle, depthMm]) => ({ obstacle, depthMm }));
  return { build: { ...build, package: { ...build.package, cuts } }, undecided: undecided.length };
}

/**
 * One stage as an option of a quote, judged anew in the worker; null where the stage cannot be read, `blocked` where it is and
 * nobody said why it is offered all the same.
 */
async function optionOf(stage: StageDoc, insisted: string): Promise<QuoteOption | 'blocked' | null> {
  const vehicle = $vehicle.get();
  const { readBuild } = await reader();
  const read = vehicle && readBuild(fileOf(vehicle, stage));
  if (!read?.ok) return null;
  const { value: build } = read;
  const units = $units.get();
  const assessment = await queryWorker((api) => api.judge(build));
  if (assessment.grade === 'blocked' && !insisted) return 'blocked';
  const priced = withNeededCuts(build, assessment);
  const tradeoffs = tradeoffsOf(build, assessment, units);
  const { workRules } = $shop.get();
  const withPerhaps = new Set($work.get().work.takenIn);
  const lift = riseMm(build, 'front', 'body');
  const side = (which: 'gain' | 'cost') =>
    tradeoffs.filter((one) => one.side === which).map(({ words }) => words);
  return {
    stageId: stage.id,
    label: stage.label,
    summary: `${build.package.tire.code} on ${build.package.wheel.diameterIn} x ${build.package.wheel.widthIn} in; the body stands ${showRounded(lift, 'length', units)} higher in front. Fit: ${assessment.grade}.${cutsWords(priced.undecided)}`,
    lines: quoteLines(
      workOf(priced.build, workRules, { withPerhaps, chosen: await chosenNow(build, stage.id) }),
    ),
    gains: side('gain'),
    costs: [
      ...(assessment.grade === 'blocked'
        ? [`Blocked as it stands: it cannot be driven like this. Offered all the same because: ${insisted}`]
        : []),
      ...side('cost'),
    ],
  };
}

/**
 * A quote of some stages as alternatives, by the shop's terms of today. A blocked one is offered only where somebody said why
 * (`insisted`, by stage); those that are not are named instead, and nothing is drafted.
 */
export async function draftQuote(
  stages: readonly StageDoc[],
  now: Date,
  insisted: ReadonlyMap<number, string>,
): Promise<{ quote: Quote } | { blocked: number[] }> {
  const { terms } = $shop.get();
  const drafted = await Promise.all(
    stages.map((stage) => optionOf(stage, insisted.get(stage.id)?.trim() ?? '')),
  );
  const blocked = stages.flatMap(({ id }, i) => (drafted[i] === 'blocked' ? [id] : []));
  if (blocked.length > 0) return { blocked };
  const options = drafted.filter((one) => one !== null && one !== 'blocked');
  const quote = {
    madeOn: format(now, 'yyyy-MM-dd'),
    validUntil: format(addDays(now, terms.validDays), 'yyyy-MM-dd'),
    terms,
    options,
    note: '',
  };
  return { quote };
}
