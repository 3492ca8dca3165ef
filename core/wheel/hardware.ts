import { inKg, inKm, inKpa, inMm, say } from '../wording';
import type { Build } from '../format/build';
import type { Check } from '../check';

/** No wheel is thinner than this under its nuts, mm: shorter studs than this allows are too short for any. */
const THINNEST_PAD_MM = 3;
/** Typical thickness under the nut's seat where it was not measured, mm. Estimates. */
export const USUAL_PAD_MM = { steel: 5, aluminium: 12 } as const;
/** A snap-in rubber valve is commonly made for this much, kPa. A rule of thumb; the valve's maker says. */
export const RUBBER_VALVE_KPA = 450;
/** A nut that holds a bolt-on spacer is about as high as its thread is thick, and sits on so much metal, mm. Estimates. */
const NUT_HEIGHT_SHARE = 1;
const SPACER_SEAT_MM = 5;
const MM_PER_INCH = 25.4;

/** Diameter in mm of a thread written `M14x1.5` or `1/2-20`. */
export function threadDiameterMm(thread: string): number {
  const metric = /^M(\d+)x/i.exec(thread);
  if (metric) return Number(metric[1]);
  const [over = '1', under = '1'] = (thread.split('-')[0] ?? '').split('/');
  return (Number(over) / Number(under)) * MM_PER_INCH;
}

const sameWheel = (build: Build): boolean =>
  JSON.stringify(build.vehicle.stock.wheel) === JSON.stringify(build.package.wheel);

/** How much thread the nuts take on the hub's own studs. */
function engagement(build: Build): Check {
  const id = 'stud-engagement';
  const { hub, stock } = build.vehicle;
  const { wheel, spacerMm, spacerKind } = build.package;
  if (spacerMm === 0 && sameWheel(build))
    return { id, status: 'pass', message: 'The wheel as delivered on its own studs, without a spacer.' };
  if (spacerMm > 0 && spacerKind === undefined)
    return {
      id,
      status: 'unknown',
      message:
        'Whether the spacer bolts on or slips over the studs is not entered; it decides which studs carry.',
    };
  if (spacerMm > 0 && spacerKind === 'bolt-on')
    return {
      id,
      status: 'unknown',
      message:
        'The nuts sit on the spacer’s own studs: measure their thread and length, and count the turns, at least one diameter deep.',
    };
  if (hub.thread === undefined || hub.studLengthMm === undefined)
    return {
      id,
      status: 'unknown',
      message: 'Stud thread and length are not measured. Measure them from the hub face.',
    };
  const limit = threadDiameterMm(hub.thread);
  const padMm = wheel.padMm ?? USUAL_PAD_MM[wheel.material];
  const value = hub.studLengthMm - spacerMm - padMm;
  const most = hub.studLengthMm - spacerMm - THINNEST_PAD_MM;
  const longer = limit - value;
  if (wheel.padMm === undefined ? most < limit : value < limit)
    return {
      id,
      status: 'fail',
      value: wheel.padMm === undefined ? most : value,
      limit,
      message: say`The nuts take ${inMm(Math.max(0, wheel.padMm === undefined ? most : value), 0)} of thread at most, less than one diameter (${inMm(limit, 0)}). Fit studs at least ${inMm(longer, 0)} longer, or a thinner spacer.`,
    };
  if (wheel.padMm === undefined)
    return {
      id,
      status: 'watch',
      value,
      limit,
      message: say`About ${inMm(value, 0)} of thread, an estimate with ${inMm(padMm)} of ${wheel.material} under the nuts${stock.wheel.material === wheel.material ? '' : ', another material than as delivered'}; one diameter is ${inMm(limit, 0)}. Measure the wheel’s thickness at the nut.`,
    };
  return {
    id,
    status: 'pass',
    value,
    limit,
    message: say`The nuts take ${inMm(value, 0)} of thread, at least one diameter (${inMm(limit, 0)}).`,
  };
}

function spacerChecks(build: Build): Check[] {
  const { hub } = build.vehicle;
  const { spacerMm, spacerKind } = build.package;
  if (spacerMm === 0) return [];
  const id = 'spacer-kind';
  if (spacerKind === undefined)
    return [{ id, status: 'unknown', message: 'Which kind of spacer it is is not entered.' }];
  if (spacerKind === 'slip-on')
    return [
      {
        id,
        status: 'watch',
        value: spacerMm,
        message: say`A spacer of ${inMm(spacerMm)} slips over the studs: it takes thread from the nuts and lifts the wheel off the hub’s centring. The right offset is better; spacers are unlawful in places, ask the inspector.`,
      },
    ];
  // Where the thread is not known the commonest one stands in: its nuts are the lowest.
  const nutMm = threadDiameterMm(hub.thread ?? 'M12x1.5') * NUT_HEIGHT_SHARE + SPACER_SEAT_MM;
  const thin: Check = {
    id: 'spacer-thickness',
    status: 'fail',
    value: spacerMm,
    limit: nutMm,
    message: say`A spacer of ${inMm(spacerMm)} that bolts on hides no nuts: with about ${inMm(nutMm, 0)} for nut and seat, an estimate, they stand out of its face and the wheel does not lie flat. Take a thicker one, or a slip-on one on longer studs.`,
  };
  const past = hub.studLengthMm === undefined ? undefined : hub.studLengthMm - spacerMm;
  return [
    ...(spacerMm < nutMm ? [thin] : []),
    {
      id,
      status: 'watch',
      value: spacerMm,
      message: say`A spacer of ${inMm(spacerMm)} bolts on: torque it to its maker’s figure, again after ${inKm(50, 0)} to ${inKm(100, 0)}. Spacers are unlawful in places, ask the inspector.`,
    },
    past === undefined
      ? {
          id: 'spacer-pockets',
          status: 'unknown',
          message: 'Stud length is not measured: whether the studs stand out of the spacer is not known.',
        }
      : past > 0
        ? {
            id: 'spacer-pockets',
            status: 'watch',
            value: past,
            limit: 0,
            message: say`The studs stand ${inMm(past, 0)} out of the spacer’s face: the wheel needs pockets that deep between its holes, else it does not lie flat. A spacer of ${inMm(hub.studLengthMm ?? 0)} or more hides them.`,
          }
        : { id: 'spacer-pockets', status: 'pass', value: past, message: 'The studs end inside the spacer.' },
  ];
}

function valveChecks(build: Build): Check[] {
  const { wheel, tire, pressureSensor } = build.package;
  const checks: Check[] = [];
  const limit = wheel.valveMaxKpa ?? (wheel.valve === 'rubber' ? RUBBER_VALVE_KPA : undefined);
  if (wheel.valve === undefined && wheel.valveMaxKpa === undefined)
    checks.push({
      id: 'valve',
      status: sameWheel(build) ? 'pass' : 'unknown',
      message: sameWheel(build)
        ? 'The valve as delivered.'
        : 'The kind of valve is not entered: rubber ones have a pressure limit, metal ones need clearance to brake and stones.',
    });
  else if (limit !== undefined && tire.maxPressureKpa !== undefined && tire.maxPressureKpa > limit)
    checks.push({
      id: 'valve',
      status: 'watch',
      value: tire.maxPressureKpa,
      limit,
      message: say`The tire may take ${inKpa(tire.maxPressureKpa)}, the valve ${wheel.valveMaxKpa === undefined ? `commonly ${limit} kPa` : `${limit} kPa`}. Stay under the lower of the two, or fit metal valves.`,
    });
  else
    checks.push({
      id: 'valve',
      status: 'pass',
      message: wheel.valve === 'metal' ? 'Metal valves.' : 'The valve takes the tire’s pressure.',
    });
  if (pressureSensor === 'valve' && wheel.valve === 'rubber')
    checks.push({
      id: 'pressure-sensor',
      status: 'watch',
      message: 'The pressure sensor hangs on a rubber valve: check that it is one made for sensors.',
    });
  else if (pressureSensor === undefined)
    checks.push({
      id: 'pressure-sensor',
      status: sameWheel(build) ? 'pass' : 'unknown',
      message: sameWheel(build)
        ? 'The pressure sensor as delivered.'
        : 'Whether the wheels carry pressure sensors is not entered; moved ones must be taught in, missing ones light the lamp.',
    });
  else
    checks.push({
      id: 'pressure-sensor',
      status: 'pass',
      message:
        pressureSensor === 'none' ? 'No pressure sensors.' : 'Pressure sensors are fitted; teach them in.',
    });
  return checks;
}

/** From this much more mass per wheel on, shares of the stock wheel and tire, springs and dampers feel it. */
const HEAVY_SHARE = 0.25;

function wheelChecks(build: Build): Check[] {
  const { stock } = build.vehicle;
  const { wheel, tire } = build.package;
  const checks: Check[] = [];
  if (wheel.material !== stock.wheel.material)
    checks.push({
      id: 'wheel-material',
      status: 'watch',
      message: `The wheels are ${wheel.material}, as delivered ${stock.wheel.material}: use the nuts, seat and torque that the wheel’s maker states, not the old ones.`,
    });
  if (wheel.bead === 'beadlock')
    checks.push({
      id: 'beadlock',
      status: 'watch',
      message:
        'Beadlock rings are torqued bolt by bolt and again after the first drive; in places they may not be used on the road. Ask the inspector.',
    });
  const [before, after] = [stock.tire.massKg, tire.massKg];
  if (before !== undefined && after !== undefined) {
    const was = before + stock.wheel.massKg;
    const now = after + wheel.massKg;
    const heavy = now - was > HEAVY_SHARE * was;
    checks.push({
      id: 'unsprung-mass',
      status: heavy ? 'watch' : 'pass',
      value: now - was,
      limit: HEAVY_SHARE * was,
      message: heavy
        ? say`Each wheel with its tire weighs ${inKg(now - was, 1)} more (${inKg(now, 1)}): dampers, ball joints and brakes feel it, and a spare carrier must take it.`
        : say`Each wheel with its tire weighs ${inKg(now, 1)}, ${inKg(was, 1)} as delivered.`,
    });
  }
  return checks;
}

/** Studs, spacer, clips, valve, sensor, material, bead and mass: each with its cure. Nothing here is guessed to a pass. */
export function hardwareChecks(build: Build): Check[] {
  const { hub } = build.vehicle;
  const { spacerMm } = build.package;
  const moved = spacerMm > 0 || !sameWheel(build);
  const clips: Check[] =
    hub.clips === undefined
      ? moved
        ? [
            {
              id: 'retaining-clips',
              status: 'unknown',
              message:
                'Look for sheet-metal clips on the studs: they come off before a flat-faced wheel goes on.',
            },
          ]
        : []
      : [
          {
            id: 'retaining-clips',
            status: hub.clips && moved ? 'watch' : 'pass',
            message:
              hub.clips && moved
                ? 'Sheet-metal clips sit on the studs: take them off, else the wheel does not lie flat.'
                : 'No clips in the way.',
          },
        ];
  return [...clips, engagement(build), ...spacerChecks(build), ...wheelChecks(build), ...valveChecks(build)];
}
