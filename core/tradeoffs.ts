import type { Assessment } from './assess';
import type { Build } from './format/build';
import { partWords } from './format/names';
import { sumOf } from './load/masses';
import { showRounded, showWithUnit, type UnitSystem } from './units/quantity';
import { riseMm } from './vehicle/rise';

/** One thing a customer gains or pays, in words with its number. */
export type Tradeoff = { id: string; side: 'gain' | 'cost'; words: string };

/** Changes smaller than these are not worth a customer's sentence. */
const LEAST = { mm: 3, deg: 0.5, pct: 1, kg: 1, rpm: 40 } as const;

/**
 * What a package gains and what it costs against as delivered, in the customer's words, each from a number of the
 * assessment. Nothing is said of what is not known or did not change.
 */
export function tradeoffsOf(build: Build, assessment: Assessment, units: UnitSystem): Tradeoff[] {
  const { tire, ground, load, driveline, strength, stability, speedometer, wheel } = assessment;
  const list: Tradeoff[] = [];
  const add = (side: Tradeoff['side'], id: string, words: string): void => {
    list.push({ id, side, words });
  };
  const mm = (value: number): string => showRounded(value, 'length', units);
  const kg = (value: number): string => showWithUnit(Math.round(value), 'mass', units);
  const pct = (value: number): string => `${Math.abs(value).toFixed(1)} %`;
  const either = (
    id: string,
    change: number,
    least: number,
    gain: string,
    cost: string,
    good: 'more' | 'less' = 'more',
  ): void => {
    if (Math.abs(change) < least) return;
    const better = good === 'more' ? change > 0 : change < 0;
    add(better ? 'gain' : 'cost', id, better ? gain : cost);
  };

  const axleMm = tire.groundClearanceGainMm;
  either(
    'axle-clearance',
    axleMm,
    LEAST.mm,
    `${mm(axleMm)} more room under the axles.`,
    `${mm(-axleMm)} less room under the axles.`,
  );
  const angles = [
    ['approach', 'approach', ground.approachDeg],
    ['departure', 'departure', ground.departureDeg],
    ['breakover', 'breakover', ground.breakoverDeg],
  ] as const;
  for (const [id, name, pair] of angles)
    if (pair)
      either(
        id,
        pair.package - pair.stock,
        LEAST.deg,
        `${(pair.package - pair.stock).toFixed(1)}° more ${name} (${pair.package.toFixed(1)}°).`,
        `${(pair.stock - pair.package).toFixed(1)}° less ${name} (${pair.package.toFixed(1)}°).`,
      );
  const sidewallMm = tire.package.sectionHeightMm - tire.stock.sectionHeightMm;
  either(
    'sidewall',
    sidewallMm,
    LEAST.mm,
    `${mm(sidewallMm)} more sidewall to air down and to soften stones.`,
    `${mm(-sidewallMm)} less sidewall: a harder ride, and less to air down.`,
  );
  const stepIn = riseMm(build, 'front', 'body');
  if (stepIn >= LEAST.mm * 3)
    add('cost', 'step-in', `${mm(stepIn)} higher to step in, and to load on the roof.`);
  if (stability)
    either(
      'stability',
      stability.changePct,
      LEAST.pct,
      `Stands ${pct(stability.changePct)} more stable (an estimate).`,
      `Stands ${pct(stability.changePct)} less stable, leaning sooner in bends and on slopes (an estimate).`,
    );
  const growthKg = load.grossKg - sumOf(build.vehicle.massKg);
  if (growthKg >= LEAST.kg)
    add('cost', 'mass', `${kg(growthKg)} more to carry; together it weighs ${kg(load.grossKg)}.`);
  const { rpmAtCruise, electric } = driveline;
  if (rpmAtCruise) {
    const rpm = rpmAtCruise.package - rpmAtCruise.stock;
    if (Math.abs(rpm) >= LEAST.rpm)
      add(
        rpm < 0 ? 'gain' : 'cost',
        'rpm',
        rpm < 0
          ? `${Math.round(-rpm)} rpm less at cruise: quieter.`
          : `${Math.round(rpm)} rpm more at cruise: louder, and thirstier.`,
      );
  }
  const held = driveline.gradeHoldPct;
  const [before, after] = [held?.stock.at(-1), held?.package.at(-1)];
  if (before != null && after != null)
    either(
      'grade',
      after - before,
      0.2,
      `Holds ${(after - before).toFixed(1)} % steeper hills in top gear at cruise (an estimate).`,
      `Holds ${(before - after).toFixed(1)} % less hill in top gear at cruise, so it shifts down sooner (an estimate).`,
    );
  if (driveline.crawlSpeedKmh)
    either(
      'crawl',
      driveline.crawlSpeedKmh.package - driveline.crawlSpeedKmh.stock,
      0.1,
      'Creeps slower in low range: more control.',
      `Creeps at ${showWithUnit(Number(driveline.crawlSpeedKmh.package.toFixed(1)), 'speed', units)} instead of ${showWithUnit(Number(driveline.crawlSpeedKmh.stock.toFixed(1)), 'speed', units)} in low range: less control.`,
      'less',
    );
  if (electric)
    either(
      'range',
      electric.rangeLossPct.total,
      LEAST.pct,
      `${pct(electric.rangeLossPct.total)} of range lost at a steady cruise (an estimate).`,
      `${pct(electric.rangeLossPct.total)} of range lost at a steady cruise (an estimate).`,
      'less',
    );
  const brakes = strength?.front.parts.find(({ part }) => part === 'brakes');
  if (brakes && brakes.factor < 1 - LEAST.pct / 100)
    add(
      'cost',
      'brakes',
      `The brakes have ${pct((1 / brakes.factor - 1) * 100)} more to hold back (an estimate).`,
    );
  const first =
    strength &&
    [strength.front, strength.rear].flatMap(({ parts }) =>
      parts.filter((one) => one.stockFactor !== undefined && one.factor < 1 && one.stockFactor >= 1),
    );
  if (first && first.length > 0)
    add(
      'cost',
      'strength',
      `Driven hard, the ${[...new Set(first.map(({ part }) => partWords(part)))].join(' and ')} may be asked for more than it can take, which it was not as delivered (an estimate).`,
    );
  // A dial that was off before is a cost only where it is further off now, or shows too little.
  const was = Math.abs(build.vehicle.stockOverreadPct ?? 0);
  if (speedometer.errorPct < -0.05 || Math.abs(speedometer.errorPct) - was >= LEAST.pct)
    add(
      'cost',
      'speedometer',
      `The speedometer shows ${pct(speedometer.errorPct)} too ${speedometer.errorPct > 0 ? 'much' : 'little'} until it is set.`,
    );
  either(
    'poke',
    wheel.pokeChangeMm,
    LEAST.mm,
    '',
    `The tires stand ${mm(wheel.pokeChangeMm)} further out: more dirt on the body, wider to park.`,
    'less',
  );
  return list.filter(({ words }) => words !== '');
}
