import { middleOf, vecOf, type Vec } from '../../core/geometry/vec';
import { expose } from 'comlink';
import type { AxleName } from '../../core/format/names';
import type { Build, Obstacle } from '../../core/format/build';
import { carrierMotion } from '../../core/clearance/points';
import { sweepCorner, sweepInputOf } from '../../core/clearance/corner';
import { mountedProfile } from '../../core/clearance/profile';
import { alignment, place, type Picks } from '../../core/scan/align';
import {
  boundsOf,
  cropped,
  markBall,
  markBox,
  pickPoint,
  pointCount,
  type Box,
  type Cloud,
} from '../../core/scan/cloud';
import { contourOf } from '../../core/scan/contour';
import { CHUNK_POINTS, packPoints, POINT_BYTES, unpackPoints } from '../../core/scan/parts';
import { sweepScan, type ScanSweep } from '../../core/scan/sweepScan';
import { treeOf, type Tree } from '../../core/scan/tree';
import type { Side } from '../../core/format/names';
import { readCloud } from '../../formats/pointCloud';
import { UNMARKED, type ScanPart } from '../../core/format/scan';

export type ScanSummary = { points: number; low: Vec; high: Vec };
export type PartResult = { leastMm: number | null; lockDeg: number; travelMm: number };
type Answer<T> = ({ ok: true } & T) | { ok: false; message: string };
type Progress = (share: number) => void;

let cloud: Cloud = { xyz: new Float32Array(), part: new Uint8Array() };
let tree: Tree | undefined;
let swept: ScanSweep | undefined;
/** Raised by `stop`; long work looks at it whenever it comes up for air. */
const work = { stopped: false };
const isStopped = (): boolean => work.stopped;

/** Lets a waiting message in, so that work can be stopped and the page is answered. */
const breathe = (): Promise<void> => new Promise((resolve) => setTimeout(resolve));

const STOPPED = { ok: false as const, message: 'Stopped.' };

async function toTheEnd<T>(steps: Generator<number, T>, progress: Progress): Promise<T | undefined> {
  work.stopped = false;
  let told = performance.now();
  for (;;) {
    const step = steps.next();
    if (step.done) return step.value;
    if (performance.now() - told < 40) continue;
    progress(step.value);
    await breathe();
    told = performance.now();
    if (isStopped()) return undefined;
  }
}

function changed(): ScanSummary {
  tree = undefined;
  swept = undefined;
  return { points: pointCount(cloud), ...boundsOf(cloud.xyz) };
}

const middle = (): Vec => {
  const { low, high } = boundsOf(cloud.xyz);
  return middleOf(low, high);
};

const api = {
  stop(): void {
    work.stopped = true;
  },

  /** Reads a file into this worker, whose unit is `perUnit` mm; the page never holds it. */
  async read(file: File, perUnit: number, progress: Progress): Promise<Answer<{ summary: ScanSummary }>> {
    const bytes = new Uint8Array(await file.arrayBuffer());
    const read = await toTheEnd(readCloud(bytes, file.name), progress);
    if (!read) return STOPPED;
    if (!read.ok) return { ok: false, message: `${file.name}, ${read.message}` };
    const { value: xyz } = read;
    if (perUnit !== 1) for (let k = 0; k < xyz.length; k++) xyz[k] = (xyz[k] ?? 0) * perUnit;
    cloud = { xyz, part: new Uint8Array(xyz.length / 3) };
    return { ok: true, summary: changed() };
  },

  align(picks: Picks, side: Side): Answer<{ summary: ScanSummary }> {
    const aligned = alignment(picks, middle(), side);
    if (!aligned.ok) return aligned;
    place(cloud.xyz, aligned.value);
    return { ok: true, summary: changed() };
  },

  crop(box: Box): Answer<{ summary: ScanSummary }> {
    const left = cropped(cloud, box);
    if (pointCount(left) === 0)
      return { ok: false, message: 'The box holds no point; nothing was cropped. Make it larger.' };
    cloud = left;
    return { ok: true, summary: changed() };
  },

  mark(where: { box: Box } | { ball: Vec; radiusMm: number }, as: number): number {
    tree = undefined;
    swept = undefined;
    return 'box' in where ? markBox(cloud, where.box, as) : markBall(cloud, where.ball, where.radiusMm, as);
  },

  /** Points of each mark, 0 for the unmarked. */
  counts(): number[] {
    const counts: number[] = [];
    for (const part of cloud.part) counts[part] = (counts[part] ?? 0) + 1;
    return Array.from(counts, (n: number | undefined) => n ?? 0);
  },

  pick(origin: Vec, direction: Vec, spread: number): { point: Vec; leastMm: number | null } | null {
    const i = pickPoint(cloud, origin, direction, spread);
    if (i < 0) return null;
    const point = vecOf(cloud.xyz.subarray(i * 3, i * 3 + 3));
    return { point, leastMm: swept ? (swept.perPoint[i] ?? null) : null };
  },

  /** Some of the points for the drawing, a copy that is handed over: the page keeps none of them in memory. */
  piece(number: number): { xyz: Float32Array; part: Uint8Array; leastMm: Float32Array | null } | null {
    const from = number * CHUNK_POINTS;
    if (from >= cloud.part.length) return null;
    const to = Math.min(from + CHUNK_POINTS, cloud.part.length);
    return {
      xyz: cloud.xyz.slice(from * 3, to * 3),
      part: cloud.part.slice(from, to),
      leastMm: swept ? swept.perPoint.slice(from, to) : null,
    };
  },

  async sweep(
    build: Build,
    axle: AxleName,
    parts: readonly ScanPart[],
    progress: Progress,
  ): Promise<Answer<{ parts: PartResult[]; ms: number }>> {
    const from = performance.now();
    const corner = sweepCorner(sweepInputOf(build, axle));
    const { tire, wheel, spacerMm } = build.package;
    const all = [UNMARKED, ...parts];
    tree ??= treeOf(cloud, all.length);
    const result = await toTheEnd(
      sweepScan({
        tree,
        motions: all.map(({ carrier }) => {
          const { riseMm, follow } = carrierMotion(carrier, corner.lift);
          return { rise: riseMm, follow, upright: carrier === 'upright' };
        }),
        poseSets: corner.poseSets,
        inZone: corner.inZone,
        locks: corner.grid.lockDeg.length,
        profile: mountedProfile({ tire, wheel }, spacerMm),
      }),
      progress,
    );
    if (!result) return STOPPED;
    swept = result;
    return {
      ok: true,
      ms: performance.now() - from,
      parts: all.map((_, i) => {
        const pose = result.leastPose[i] ?? -1;
        return {
          leastMm: pose < 0 ? null : (result.least[i] ?? null),
          lockDeg: corner.poses.lockDeg[pose] ?? 0,
          travelMm: (corner.poses.hubMm[pose] ?? corner.travel.rideMm) - corner.travel.rideMm,
        };
      }),
    };
  },

  /** A part as a line of its nearest points by the clock; empty before it was swept. */
  contour(part: number): Obstacle['points'] {
    return swept ? contourOf(cloud, part, swept.perPoint) : [];
  },

  /** Sends the points to the server, piece by piece. */
  async store(scanId: number, progress: Progress): Promise<Answer<object>> {
    work.stopped = false;
    const pieces = Math.ceil(cloud.part.length / CHUNK_POINTS);
    for (let number = 0; number < pieces; number++) {
      const from = number * CHUNK_POINTS;
      const to = Math.min(from + CHUNK_POINTS, cloud.part.length);
      const body = packPoints(cloud.xyz.subarray(from * 3, to * 3), cloud.part.subarray(from, to));
      const sent = await fetch(`/api/scans/${scanId}/pieces/${number}`, {
        method: 'PUT',
        body,
        headers: { 'content-type': 'application/octet-stream' },
      }).catch(() => null);
      if (!sent?.ok)
        return { ok: false, message: 'The connection was lost; the scan was not stored. Try again.' };
      progress((number + 1) / pieces);
      if (isStopped()) return STOPPED;
    }
    return { ok: true };
  },

  /** Reads a stored scan as it streams in. */
  async load(scanId: number, points: number, progress: Progress): Promise<Answer<{ summary: ScanSummary }>> {
    work.stopped = false;
    const response = await fetch(`/api/scans/${scanId}`).catch(() => null);
    const reader = response?.ok ? response.body?.getReader() : undefined;
    if (!reader) return { ok: false, message: 'The scan could not be read from the server. Try again.' };
    const next: Cloud = { xyz: new Float32Array(points * 3), part: new Uint8Array(points) };
    let waiting = new Uint8Array();
    let at = 0;
    for (;;) {
      const { done, value } = await reader.read();
      if (value) {
        const joined = new Uint8Array(waiting.length + value.length);
        joined.set(waiting);
        joined.set(value, waiting.length);
        waiting = joined;
      }
      for (;;) {
        const due = Math.min(CHUNK_POINTS, points - at) * POINT_BYTES;
        if (due === 0 || waiting.length < due) break;
        const piece = unpackPoints(waiting.subarray(0, due));
        next.xyz.set(piece.xyz, at * 3);
        next.part.set(piece.part, at);
        at += piece.part.length;
        waiting = waiting.slice(due);
        progress(at / points);
      }
      if (isStopped()) {
        await reader.cancel();
        return STOPPED;
      }
      if (done) break;
    }
    if (at < points) return { ok: false, message: `Only ${at} of ${points} points came. Try again.` };
    cloud = next;
    return { ok: true, summary: changed() };
  },
};
export type ScanApi = typeof api;

expose(api);
