import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import json from 'json-stringify-pretty-compact';
import { AXLES, type AxleName } from '../../core/format/names';
import type { Build, BuildFile } from '../../core/format/build';
import { predict, waysOf } from '../../core/calibration/predict';
import { stanceTravelMm } from '../../core/calibration/nextReadings';
import { tireSize } from '../../core/tire/size';
import { readCatalog } from '../../formats/catalogCsv';
import { ROOT } from '../../command/paths';
import { shiftedCorners, type PastJob } from '../../command/pastJobs';
import { seeded } from '../../core/statistics/seeded';
import type { TestReading } from "../../core/format/testFit";
import { readBuild } from "../../core/format/read";

/*
 * Writes demo/history.json: forty jobs of an invented past. Each vehicle has a hidden true well (its platform's, and its own
 * difference from it), a true tire and true springs; what the shop measured and read is that truth with the errors of tapes
 * and eyes. Nothing of the truth is written down: the application has to find it again from the readings.
 */

const SEED = 19_700_105;
const JOBS = 40;
const { uniform, normal, pick, whole } = seeded(SEED);

/** Hidden truths, mm or shares. */
const BETWEEN_PLATFORM_MM = 4;
const BETWEEN_VEHICLES_MM = 3.5;
const TIRE_BIAS: Record<string, number> = {
  Fellmark: 0.007,
  Quarrow: -0.004,
  Tessard: 0,
  Brindlecote: 0.001,
};
const TIRE_SPREAD = 0.0015;
const SPRINGS_RISE = 0.88;
const RIDE_SPREAD_MM = 2;
const EYE = { 'Ansa Brekk': 0, 'Odo Tallin': 1.6, 'Mirre Voss': -0.4 } as const;
const READ_MM = 1.5;

const PLATFORMS = [
  ['Tarn Holloway', ['holloway-1-tires-only', 'holloway-2-tires-and-lift']],
  ['Orrin Halyard', ['halyard-1-tall-and-narrow', 'halyard-2-full-build', 'halyard-3-wide-and-tall']],
  ['Haldane Rook', ['rook-1-long-tour', 'rook-2-remote-plots']],
  ['Selk Marten', ['marten-1-tires-only', 'marten-2-tires-and-spacers']],
  ['Ister Pylon', ['pylon-1-dam-road', 'pylon-2-shoreline']],
] as const;
const PLACES = [
  'Highfold',
  'Orrel',
  'Dunmarrow',
  'Cairnbeck',
  'Tollen',
  'Wether Edge',
  'Ravenside',
  'Small Fell',
] as const;
const TRADES = [
  'Quarry',
  'Vets',
  'Fencing',
  'Water Board',
  'Tree Nursery',
  'Surveyors',
  'Honey Farm',
  'Rope School',
] as const;

const read = (...path: string[]): string => readFileSync(join(ROOT, 'demo', ...path), 'utf8');
const catalog = readCatalog('tire', read('tires.csv'));
if (!catalog.ok) throw new Error(catalog.faults[0]?.message);

function buildOf(name: string, tire?: Build['package']['tire']): Build {
  const file = JSON.parse(read('builds', `${name}.json`)) as BuildFile;
  const result = readBuild(tire ? { ...file, package: { ...file.package, tire } } : file);
  if (!result.ok) throw new Error(`${name}: ${result.faults[0]?.path} ${result.faults[0]?.message}`);
  return result.value;
}

/** Another tire of the catalog in nearly the same size on the same rim, with its maker. */
function tireFor({ package: pack }: Build): { maker: string; tire: Build['package']['tire'] } {
  const size = tireSize(pack.tire, pack.wheel.widthIn);
  const near = catalog.ok
    ? catalog.value.filter(({ item }) => {
        const other = tireSize(item, pack.wheel.widthIn);
        return (
          item.code.includes(`R${pack.wheel.diameterIn}`) &&
          other.overallDiameterMm > size.overallDiameterMm - 12 &&
          other.overallDiameterMm < size.overallDiameterMm + 40 &&
          Math.abs(other.sectionWidthMm - size.sectionWidthMm) < 26
        );
      })
    : [];
  const [first, ...rest] = near;
  if (!first) throw new Error(`no tire of the catalog is like ${pack.tire.code}`);
  const { maker, item } = pick([first, ...rest]);
  return { maker, tire: item };
}

/** Poses of a test fit, as a person in the car park would go through them. */
function posesOf(
  build: Build,
  axle: AxleName,
): Pick<TestReading, 'lockDeg' | 'stance' | 'travelMm' | 'direction'>[] {
  const { steering } = build.vehicle.corners[axle];
  const locks = steering ? [0, steering.lockInsideDeg, -steering.lockOutsideDeg] : [0];
  return locks.flatMap((lock) =>
    (['ride', 'ramp', 'loaded'] as const).map((stance) => ({
      lockDeg: Math.round(lock),
      stance,
      // Some ramps are as high as the springs allow.
      travelMm: stance === 'loaded' ? 25 : stanceTravelMm(build, axle, stance, 0.98),
      direction: stance === 'ride' && lock > 0 ? ('reverse' as const) : ('forward' as const),
    })),
  );
}

function candidatesOf(build: Build): TestReading[] {
  return AXLES.flatMap((axle) =>
    build.vehicle.corners[axle].obstacles
      .filter(({ carrier }) => carrier !== 'upright')
      .flatMap(({ id }) =>
        posesOf(build, axle).map((pose): TestReading => ({
          axle,
          side: 'left',
          obstacle: id,
          gapMm: 0,
          errorMm: 2,
          ...pose,
        })),
      ),
  );
}

const tenth = (value: number): number => Math.round(value * 10) / 10;
/** The well of a platform as it really is, beside the one that the demo's own vehicle shows. */
const truths = new Map<string, Map<string, number>>(
  PLATFORMS.map(([platform, builds]) => [
    platform,
    new Map(
      AXLES.flatMap((axle) =>
        buildOf(builds[0]).vehicle.corners[axle].obstacles.map(
          ({ id }) => [`${axle} ${id}`, BETWEEN_PLATFORM_MM * normal()] as const,
        ),
      ),
    ),
  ]),
);

function seen(trueMm: number, eyeMm: number): Partial<TestReading> {
  const mm = trueMm + eyeMm + READ_MM * normal();
  if (trueMm < 0)
    return { mark: trueMm > -2 ? 'shine' : trueMm > -6 ? 'crumbs' : trueMm > -14 ? 'scuff' : 'cut' };
  if (mm > 45) return { clear: true };
  return { gapMm: Math.max(0.5, Math.round(mm * 2) / 2) };
}

function pastJob(number: number): PastJob {
  const [platform, builds] = PLATFORMS[number % PLATFORMS.length] ?? PLATFORMS[0];
  const name = pick<string>([...builds]);
  const { maker, tire } = tireFor(buildOf(name));
  const build = buildOf(name, tire);
  const candidates = candidatesOf(build);
  const ways = waysOf(build, candidates);
  const by = pick<keyof typeof EYE>(['Ansa Brekk', 'Odo Tallin', 'Mirre Voss']);
  const shifts: PastJob['shifts'] = {};
  const truth = new Map<string, number>();
  for (const [key, way] of ways) {
    const [axle, id] = key.split(' ') as [AxleName, string];
    const obstacle = build.vehicle.corners[axle].obstacles.find((one) => one.id === id);
    const trueMm = (truths.get(platform)?.get(key) ?? 0) + BETWEEN_VEHICLES_MM * normal();
    const tapedMm = trueMm + (obstacle?.tapeErrorMm ?? 3) * normal();
    shifts[key] = way.map((part) => tenth(part * tapedMm)) as [number, number, number];
    truth.set(key, trueMm - tapedMm);
  }
  const { overallDiameterMm } = tireSize(tire, build.package.wheel.widthIn);
  truth.set('diameter', overallDiameterMm * ((TIRE_BIAS[maker] ?? 0) + TIRE_SPREAD * normal()));
  for (const axle of AXLES)
    truth.set(
      `ride ${axle}`,
      RIDE_SPREAD_MM * normal() - (1 - SPRINGS_RISE) * build.package.lift[axle].springMm,
    );
  const measured = {
    ...build,
    vehicle: { ...build.vehicle, corners: shiftedCorners(build.vehicle.corners, shifts) },
  };
  const judged = candidates
    .map((reading) => ({ reading, mm: predict(measured, reading, ways)(truth) }))
    .sort((a, b) => a.mm - b.mm);
  // The nearest of each thing, and then the nearest of all: what a person looks at first.
  const nearest = new Map(
    judged.toReversed().map((one) => [`${one.reading.axle} ${one.reading.obstacle}`, one]),
  );
  const looked = [...nearest.values()].sort((a, b) => a.mm - b.mm).slice(0, whole(4, 7));
  const readings = [...looked, ...judged.filter((one) => !looked.includes(one)).slice(0, whole(0, 3))].map(
    ({ reading: { gapMm: _asked, ...reading }, mm }) => ({ ...reading, ...seen(mm, EYE[by]) }),
  );
  const daysAgo = Math.round(700 - (650 * number) / JOBS + 8 * uniform());
  const odometerKm = whole(9, 160) * 1000 + whole(0, 999);
  return {
    build: name,
    platform,
    customer: `${pick(PLACES)} ${pick(TRADES)}`,
    title: pick([
      'Tires for the hills',
      'More clearance',
      'Ready for the winter',
      'Work vehicle, loaded',
      'Long tours',
    ]),
    daysAgo,
    by,
    tireMaker: maker,
    tire,
    shifts,
    readings,
    takenOver: uniform() < 0.8,
    odometerKm,
    kmPerDay: whole(15, 120),
    nutsAfterKm: uniform() < 0.85 ? whole(50, 140) : null,
  };
}

const jobs = Array.from({ length: JOBS }, (_, i) => pastJob(i));
writeFileSync(join(ROOT, 'demo', 'history.json'), `${json({ seed: SEED, jobs }, { maxLength: 160 })}\n`);
