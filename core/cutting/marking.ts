import { materialOf } from '../format/materials';
import type { AxleName } from '../format/names';
import type { Build } from '../format/build';
import type { EdgeCut } from './cutPlan';
import { distanceMm } from './edge';
import { LEAST_CUT_MM } from './realCut';
import type { Vec } from '../geometry/vec';

/** A place that a tape can be hooked to. */
export type Reference = { words: string; at: Vec };
/** One point to mark, in the order that a hand goes along the edge. */
export type Mark = {
  number: number;
  /** Which of the cut's samples it stands at. */
  sample: number;
  /** Along the edge from its front end, mm. */
  alongMm: number;
  /** From the edge, square to it, away from the wheel, mm. */
  depthMm: number;
  /** Straight from the reference to the mark, as a check, mm; null where there is none. */
  fromReferenceMm: number | null;
};
/** Whether an edge's samples run from its rear end to its front; one that stands upright begins at its upper end. */
export function runsBackwards(samples: readonly EdgeCut['samples'][number][]): {
  backwards: boolean;
  upright: boolean;
} {
  const first = samples[0]?.point ?? [0, 0, 0];
  const last = samples.at(-1)?.point ?? first;
  // Front is where x is larger.
  const upright = Math.abs(first[0] - last[0]) < 0.3 * Math.abs(first[2] - last[2]);
  return { upright, backwards: upright ? first[2] < last[2] : first[0] < last[0] };
}

export type Marking = { edge: string; frontEnd: string; reference: Reference | null; marks: Mark[] };

const APART_MM = 50;
const CLOSE_MM = 15;

/** What on the same carrier can be found again by eye: ends of a seam, corners of other parts. */
function referencesOf(build: Build, axle: AxleName, cut: EdgeCut): Reference[] {
  return build.vehicle.corners[axle].obstacles.flatMap(({ id, label, carrier, material, points }) => {
    if (id === cut.obstacle || carrier !== cut.carrier || materialOf(material).soft) return [];
    const [upper] = [...points].sort((a, b) => b[2] - a[2]);
    return upper ? [{ words: `the upper end of the ${label || id}`, at: upper }] : [];
  });
}

/**
 * The new edge as a table for a tape: so far along the old edge from its front end, so deep from it, and so far from a
 * second named place as a check. Where the cut begins, every 50 mm, where it is deepest, where it ends. The numbers are the
 * same for the other side of the vehicle.
 */
export function markingOf(build: Build, cut: EdgeCut): Marking {
  const first = cut.samples[0]?.point ?? [0, 0, 0];
  const { upright, backwards } = runsBackwards(cut.samples);
  const list = backwards ? [...cut.samples].reverse() : cut.samples;
  const whole = cut.samples.at(-1)?.alongMm ?? 0;
  const along = (alongMm: number): number => (backwards ? whole - alongMm : alongMm);
  const cutting = list.filter(({ depthMm }) => depthMm > LEAST_CUT_MM);
  const begin = along(cutting[0]?.alongMm ?? 0);
  const end = along(cutting.at(-1)?.alongMm ?? 0);
  const deepest = [...cutting].sort((a, b) => b.depthMm - a.depthMm)[0];
  // Ends and the deepest place are always marked; a round distance that lies close to one of them is left out.
  const fixed = [begin, end, ...(deepest ? [along(deepest.alongMm)] : [])];
  const wanted = new Set<number>(fixed);
  for (let at = Math.ceil(begin / APART_MM) * APART_MM; at < end; at += APART_MM)
    if (fixed.every((one) => Math.abs(one - at) > CLOSE_MM)) wanted.add(at);
  const [reference = null] = referencesOf(build, cut.axle, cut).sort(
    (a, b) => distanceMm(a.at, list[0]?.point ?? first) - distanceMm(b.at, list[0]?.point ?? first),
  );
  const marks = [...wanted]
    .sort((a, b) => a - b)
    .filter((at, i, all) => i === 0 || at - (all[i - 1] ?? 0) > 4)
    .map((at, i): Mark => {
      const nearest = [...cutting].sort(
        (a, b) => Math.abs(along(a.alongMm) - at) - Math.abs(along(b.alongMm) - at),
      )[0];
      if (!nearest) throw new Error('an edge that is cut has a place where it is');
      return {
        number: i + 1,
        sample: cut.samples.indexOf(nearest),
        alongMm: along(nearest.alongMm),
        depthMm: nearest.depthMm,
        fromReferenceMm: reference ? distanceMm(reference.at, nearest.edge) : null,
      };
    });
  return {
    edge: cut.label,
    frontEnd: `the ${upright ? 'upper' : 'front'} end of the ${cut.label}`,
    reference,
    marks,
  };
}
