import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { assess } from '../../core/assess';
import { AXLES } from '../../core/format/names';
import type { Build } from '../../core/format/build';
import { deriveFigures } from '../../core/figures';
import { emptyResult, sweep } from '../../core/clearance/kernel';
import {
  cutDepths,
  leastOf,
  sweepAll,
  sweepCorner,
  sweepInputOf,
  sweepWhole,
} from '../../core/clearance/corner';
import { profileOf } from '../../core/clearance/profile';
import {
  buildSilhouette,
  familyOf,
  judgeSilhouette,
  silhouettePoints,
} from '../../core/clearance/silhouette';
import { tireSize } from '../../core/tire/size';
import { readBuildText } from '../../formats/buildJson';
import { ROOT } from '../paths';
import { bareLoop } from './bareLoop';
import { median, medianMs } from './median';
import { photoFigures } from './photos';
import { planFigures } from './plan';
import { scanFigures } from './scan';
import { searchFigures } from './search';
import { togetherFigures } from './together';
import { wishFigures } from './wish';

function demoBuilds(): Build[] {
  const folder = join(ROOT, 'demo', 'builds');
  return readdirSync(folder).flatMap((name) => {
    const read = readBuildText(readFileSync(join(folder, name), 'utf8'));
    return read.ok ? [read.value.build] : [];
  });
}

/** Kernel and bare loop take turns on one corner, so that whatever slows the machine slows both. */
function kernelVsBareLoop(build: Build, rounds: number): number {
  const corner = sweepCorner(sweepInputOf(build, 'front'));
  const { wheel, tire, spacerMm } = build.package;
  const profile = profileOf(tireSize(tire, wheel.widthIn), wheel, spacerMm);
  const [poses] = corner.poseSets;
  if (!poses) throw new Error('a corner without poses');
  // Nothing on the upright, so that both loops see the same points.
  const upright = new Uint8Array(corner.flat.count);
  const all = { ...corner, flat: { ...corner.flat, upright } };
  const cut = new Float64Array(corner.flat.count);
  const result = emptyResult(corner.inZone.length, corner.flat.count);
  const kernel = (): void => {
    result.map.fill(Infinity);
    result.least.fill(Infinity);
    sweep(all.flat, poses, profile, cut, all.inZone, result);
  };
  const ratios: number[] = [];
  for (let i = 0; i < rounds; i++)
    ratios.push(medianMs(kernel, 9, 3) / medianMs(() => bareLoop(all, poses, profile), 9, 3));
  return median(ratios);
}

/** A silhouette for wheels from 15 to 18 in with offsets from -20 to 40 mm, and one wheel judged against it. */
function silhouetteFigures(build: Build, runs: number): Figures {
  const corner = sweepCorner(sweepInputOf(build, 'front'));
  const { wheel } = build.package;
  const profiles = [
    { diameterIn: 15, overallDiameterMm: 700, offsetMm: 40 },
    { diameterIn: 18, overallDiameterMm: 900, offsetMm: -20 },
    { diameterIn: 17, overallDiameterMm: 840, offsetMm: 15 },
  ].map(({ diameterIn, overallDiameterMm, offsetMm }) =>
    profileOf(
      tireSize({ code: `245/75R${diameterIn}`, pattern: 'mud', overallDiameterMm }, wheel.widthIn),
      { ...wheel, diameterIn, offsetMm },
      0,
    ),
  );
  const family = familyOf(profiles);
  const silhouette = buildSilhouette(corner, family);
  const [, , one] = profiles;
  if (!one) throw new Error('three profiles were asked for');
  const cut = new Float64Array(corner.flat.count);
  const least = new Float64Array(corner.flat.count);
  const hundred = (): void => {
    for (let i = 0; i < 100; i++) judgeSilhouette(silhouette, one, cut, least);
  };
  return {
    silhouetteBuildMs: medianMs(() => buildSilhouette(corner, family), Math.ceil(runs / 3), 1),
    silhouetteJudgeUs: medianMs(hundred, runs) * 10,
    silhouettePoints: silhouettePoints(silhouette),
    silhouetteVsSweep: medianMs(() => sweepAll(corner, one, cut), runs) / (medianMs(hundred, runs) / 100),
  };
}

type Figures = Record<string, number>;

/** How far the least over the whole zone may be over that of a grid eight times as fine, mm: over all corners of the demo shop. */
function continuousWorstMm(builds: readonly Build[], finer: number): number {
  let worst = 0;
  for (const build of builds)
    for (const axle of AXLES) {
      const input = sweepInputOf(build, axle);
      const corner = sweepCorner(input);
      const { profile } = deriveFigures(build).package;
      const cut = cutDepths(corner.corner.obstacles, build.package.cuts);
      const { whole } = sweepWhole(corner, profile, cut);
      const { lock, travel } = input.grid;
      const grid = { lock: (lock - 1) * finer + 1, travel: (travel - 1) * finer + 1 };
      const fine = leastOf(sweepCorner({ ...input, grid }), profile, cut);
      whole.least.forEach((mm, i) => (worst = Math.max(worst, mm - (fine[i] ?? mm))));
    }
  return worst;
}

async function measure(quick: boolean): Promise<Figures> {
  const runs = quick ? 5 : 25;
  const builds = demoBuilds();
  const [first] = builds;
  if (!first) throw new Error('no demo build could be read');
  const assessMs = builds.map((build) => medianMs(() => assess(build), runs)).sort((a, b) => a - b);
  const corners = builds.flatMap(({ vehicle }) => [vehicle.corners.front, vehicle.corners.rear]);
  return {
    kernelVsBareLoop: kernelVsBareLoop(first, quick ? 7 : 15),
    assessMedianMs: assessMs[Math.floor(assessMs.length / 2)] ?? NaN,
    assessSlowestMs: assessMs.at(-1) ?? NaN,
    continuousWorstMm: continuousWorstMm(quick ? builds.slice(0, 2) : builds, quick ? 4 : 8),
    ...silhouetteFigures(first, runs),
    ...scanFigures(first, quick ? 100_000 : undefined),
    ...searchFigures(first, quick),
    ...togetherFigures(first, quick),
    ...wishFigures(first, quick),
    ...(await photoFigures(quick)),
    ...planFigures(),
    obstaclesPerCorner: corners.reduce((sum, { obstacles }) => sum + obstacles.length, 0) / corners.length,
  };
}

/**
 * Times the computation. With `--json` one flat object on standard output, else a line per figure; with `--quick` on a
 * scan of a tenth of the points and a smaller catalog; with `--server` the server under load instead and then in
 * a group of twenty shops (`--group [MINUTES]` for that alone, and for how long its people go on), with `--page` the page of a job in a browser.
 */
export async function bench(args: string[]): Promise<number> {
  const figures = args.includes('--server')
    ? {
        ...(await (await import('./server')).serverFigures()),
        ...(await (await import('./scale')).scaleFigures()),
      }
    : args.includes('--group')
      ? await (await import('./scale')).scaleFigures(Number(args[args.indexOf('--group') + 1]) || 0)
      : args.includes('--page')
        ? await (await import('./page')).pageFigures()
        : await measure(args.includes('--quick'));
  if (args.includes('--json')) process.stdout.write(`${JSON.stringify(figures)}\n`);
  else
    for (const [name, value] of Object.entries(figures))
      console.log(`${name.padEnd(22)} ${value.toFixed(3)}`);
  return 0;
}
