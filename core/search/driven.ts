import { rpmAt, runningOf } from '../driveline/gearing';
import { speedometerOf } from '../driveline/speedometer';
import { weakestOf } from '../driveline/weakest';
import { strengthOf } from '../driveline/strength';
import { deriveFigures } from '../figures';
import { loadOf } from '../load/load';
import { ruleChecks } from '../rules/evaluate';
import type { Fall } from './limits';
import { offerStop, type Pair } from './pairs';
import { buildOf, type Choice, type Space } from './space';
import type { Limits } from '../format/searchLimits';

/** Whether anything is asked of a package by which it could fall after it cleared. */
export const asksOfDriving = ({ budget, days, rpm, speedometer, axleFactor, rules }: Limits): boolean =>
  budget !== undefined || days !== undefined || !!rpm || speedometer || axleFactor !== undefined || rules;

/** What a package that clears falls to by the lift's and the ratio's own price and by how it drives; null where it keeps to all. */
export function drivenStop({ base }: Space, limits: Limits, choice: Choice, pair: Pair): Fall | null {
  const offered = offerStop(limits, choice);
  if (offered) return offered;
  const { rpm, speedometer, axleFactor, rules } = limits;
  if (!rpm && !speedometer && axleFactor === undefined && !rules) return null;
  const build = buildOf(base, choice);
  const figures = deriveFigures(build);
  const topGear = base.vehicle.powertrain?.gears.at(-1);
  if (rpm && topGear !== undefined && base.use.cruiseKmh !== undefined) {
    const turns = rpmAt(base.use.cruiseKmh, topGear, runningOf(build, figures).package);
    const off = Math.max(rpm.least - turns, turns - rpm.most);
    if (off > 0) return { stop: 'rpm', by: off };
  }
  const dial = () => speedometerOf(build, figures);
  if (speedometer && dial().checks.some(({ status }) => status === 'fail'))
    return { stop: 'speedometer', by: 0 };
  if (axleFactor !== undefined) {
    const strength = strengthOf(build, figures);
    // What is not known does not pass.
    const factor = strength.ok
      ? (weakestOf([...strength.value.front.parts, ...strength.value.rear.parts])?.factor ?? Infinity)
      : -Infinity;
    if (factor < axleFactor) return { stop: 'axle', by: axleFactor - factor };
  }
  if (!rules) return null;
  // Load does not depend on lift or ratio: asked for once a pair, and only where rules ask for it.
  pair.load ??= loadOf(build, figures);
  const judged = { speedometer: dial(), load: pair.load };
  return ruleChecks(build, judged, figures).some(({ status }) => status === 'fail')
    ? { stop: 'rules', by: 0 }
    : null;
}
