import { tradeoffsOf } from '../../../core/tradeoffs';
import { showRounded } from '../../../core/units/quantity';
import { riseMm } from '../../../core/vehicle/rise';
import { workOf } from '../../../core/work/needs';
import { quoteLines } from '../../../core/quote/quote';
import { addDays, format } from 'date-fns';
import { queryWorker } from '../../state/workerQuery';
import { $shop, $units, $vehicle, fileOf, type StageDoc } from '../../state/store';
import { $work } from '../../state/work';
import { type Quote, type QuoteOption } from '../../../core/format/quote';
import { readBuild } from '../../../core/format/read';

/** One stage as an option of a quote, judged anew in the worker; null where the stage cannot be read. */
async function optionOf(stage: StageDoc): Promise<QuoteOption | null> {
  const vehicle = $vehicle.get();
  const read = vehicle && readBuild(fileOf(vehicle, stage));
  if (!read?.ok) return null;
  const { value: build } = read;
  const units = $units.get();
  const assessment = await queryWorker((api) => api.judge(build));
  const tradeoffs = tradeoffsOf(build, assessment, units);
  const { workRules } = $shop.get();
  const lift = riseMm(build, 'front', 'body');
  const side = (which: 'gain' | 'cost') =>
    tradeoffs.filter((one) => one.side === which).map(({ words }) => words);
  return {
    stageId: stage.id,
    label: stage.label,
    summary: `${build.package.tire.code} on ${build.package.wheel.diameterIn} x ${build.package.wheel.widthIn} in; the body stands ${showRounded(lift, 'length', units)} higher in front. Fit: ${assessment.grade}.`,
    lines: quoteLines(workOf(build, workRules, new Set($work.get().work.takenIn))),
    gains: side('gain'),
    costs: side('cost'),
  };
}

/** A quote of some stages as alternatives, by the shop's terms of today. */
export async function draftQuote(stages: readonly StageDoc[], now: Date): Promise<Quote> {
  const { terms } = $shop.get();
  const options = await Promise.all(stages.map(optionOf));
  return {
    madeOn: format(now, 'yyyy-MM-dd'),
    validUntil: format(addDays(now, terms.validDays), 'yyyy-MM-dd'),
    terms,
    options: options.filter((one) => one !== null),
    note: '',
  };
}
