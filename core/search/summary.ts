import type { Build } from '../format/build';
import type { Stop } from './limits';
import type { CloseLook } from './closeLook';
import { bestOf, frontOf, ordered, rank, type Ranked } from './ranking';
import { linesOf } from './variants';
import { choiceOf, keyOf, type Found } from './found';
import type { SearchState } from './search';
import type { Space } from './space';
import type { Wishes } from '../format/searchLimits';

/** What is shown of a search while it goes on and when it is done. */
export type Summary = {
  total: number;
  judged: number;
  kept: number;
  done: boolean;
  fallen: Record<Stop, number>;
  /** Whether all that is listed has been looked at closely. */
  whole: boolean;
  ranked: Ranked[];
  /** The packages of the picture: those that no other dominates, and the best of the rest. */
  picture: (Found & { onFront: boolean })[];
  /** By lift: the largest tire that keeps to the limits; null where none does. */
  byLift: { lift: number; diameterMm: number | null }[];
  /** What one step past the limit would open: the largest tire with the next lift, and with a tuck of the liner. */
  nextLift: Found | null;
  tuck: { count: number; largest: Found | null };
};

const RANKED = 60;
/** How many are looked at, the largest first, to say what one step past the limit opens. */
const LOOKED_BEYOND = 20;
const PICTURE = 600;

const largest = (list: readonly Found[]): Found | null =>
  list.reduce<Found | null>((best, one) => (!best || one.diameterMm > best.diameterMm ? one : best), null);

/** The largest tire of a list that a closer look leaves. */
function largestThat(list: readonly Found[], look: CloseLook['look']): Found | null {
  const byDiameter = [...list].sort((a, b) => b.diameterMm - a.diameterMm);
  for (const one of byDiameter.slice(0, LOOKED_BEYOND)) {
    const looked = look(one);
    if (looked !== null) return looked ?? null;
  }
  return null;
}

/** The best of a list, looked at until so many passed or no more may be; `whole` says that it did not end for that. */
function lookedAt(
  best: readonly Found[],
  most: number,
  look: CloseLook['look'],
): { looked: Map<string, Found | null>; whole: boolean } {
  const looked = new Map<string, Found | null>();
  let passed = 0;
  for (const one of best) {
    if (passed === most) break;
    const closer = look(one);
    if (closer === undefined) return { looked, whole: false };
    looked.set(keyOf(one), closer);
    if (closer) passed++;
  }
  return { looked, whole: true };
}

/**
 * The summary of a search as it stands, by what matters. The front is that of all that was found when it is done, and before
 * that of the best so far: it would be another in a moment. What stands in words has been looked at closely, and of the picture
 * whatever would be cut.
 */
export function summaryOf(
  base: Build,
  space: Space,
  state: SearchState,
  wishes: Wishes,
  { look }: CloseLook,
): Summary {
  const { total, judged, kept, done, fallen, found, beyond, tuck } = state;
  const best = bestOf(base, found, wishes, PICTURE);
  const front = frontOf(done ? found : best);
  const onFront = new Set(front.map(keyOf));
  const { looked, whole } = lookedAt(best, RANKED, look);
  /** As a closer look left it. A cut that was not looked at is not shown: it may be none. */
  const shown = <F extends Found>(one: F): F[] => {
    const closer = looked.get(keyOf(one));
    if (closer === undefined) return one.grade === 'trim' ? [] : [one];
    return closer ? [{ ...one, ...closer }] : [];
  };
  const isOnFront = (one: Found): boolean => onFront.has(keyOf(one));
  const listed = ordered(best.flatMap(shown));
  // An even choice of a long front: what is drawn shows its whole reach.
  const every = Math.max(1, Math.ceil(front.length / (PICTURE / 2)));
  const drawn = front
    .filter((_, i) => i % every === 0)
    .flatMap(shown)
    .map((one) => ({ ...one, onFront: true }));
  const rest = listed
    .filter((one) => !isOnFront(one))
    .slice(0, PICTURE - drawn.length)
    .map((one) => ({ ...one, onFront: false }));
  const left = found.filter((one) => looked.get(keyOf(one)) !== null);
  const largestKept = largest(left)?.diameterMm ?? 0;
  const past = largestThat(beyond, look);
  const byLift = new Map<number, number>();
  for (const { lift, diameterMm } of found) byLift.set(lift, Math.max(byLift.get(lift) ?? 0, diameterMm));
  return {
    total,
    judged,
    kept,
    done,
    fallen,
    whole,
    ranked: rank(linesOf(listed.slice(0, RANKED)), isOnFront),
    picture: [...rest, ...drawn],
    byLift: space.lifts.flatMap(({ beyond: no }, lift) =>
      no ? [] : [{ lift, diameterMm: byLift.get(lift) ?? null }],
    ),
    nextLift: past && past.diameterMm > largestKept ? past : null,
    tuck: {
      count: tuck.count,
      largest: tuck.largest && tuck.largest.diameterMm > largestKept ? tuck.largest : null,
    },
  };
}

/** Why a tire or wheel is not among what was found, in words; null where it is, or nothing of it was judged. */
export type Why = { words: string; found: boolean; stop: Stop | null; by: number };

/** The tires and wheels whose words hold all that is typed, each with what stopped it. */
export function whyNot(space: Space, state: SearchState, typed: string, most = 12): Why[] {
  const words = typed.toLowerCase().split(/\s+/).filter(Boolean);
  if (words.length === 0) return [];
  const matching = (list: readonly { words: string }[], stops: SearchState['tires']): Why[] =>
    list.flatMap(({ words: name }, i): Why[] => {
      if (!words.every((word) => name.toLowerCase().includes(word))) return [];
      const stopped = stops[i];
      return [{ words: name, found: stopped === null, stop: stopped?.stop ?? null, by: stopped?.by ?? 0 }];
    });
  return [...matching(space.tires, state.tires), ...matching(space.wheels, state.wheels)].slice(0, most);
}

/** A found package's parts, by the words that the catalog has for them. */
export function partsOf(
  space: Space,
  found: Found,
): { tire: string; wheel: string; spacer: string; lift: string; ratio: string } {
  const { tire, wheel, spacer, lift, ratio } = choiceOf(space, found);
  return { tire: tire.words, wheel: wheel.words, spacer: spacer.words, lift: lift.words, ratio: ratio.words };
}
