import type { AxleName } from '../../format/names';
import type { Build } from '../../format/build';
import type { Package } from '../../format/package';
import { cutDepths, sweepCorner, sweepForLeast, sweepInputOf, type SweepCorner } from '../corner';
import { decidingProfile } from '../profile';
import { misses } from '../rub';
import { sectionOf, type Section } from '../section';
import { witnessesOf } from '../witnesses';
import { changed, TRYING, type ScannedKind } from './kinds';
import { canStand } from './trial';

/** Whether an amount of a kind brings some obstacles of a corner to their goals on the grid of poses; no where no such vehicle could stand. */
export type Meets = (kind: ScannedKind, amount: number, which: readonly number[]) => boolean;

/** What is known of one package so far: for each obstacle whether it is at its goal. */
type Tried = { build: Build; known: Uint8Array };
const UNKNOWN = 0;
const MET = 1;
const MISSED = 2;

/** Corners that are kept laid out, for the next obstacle that is asked about: each holds all of its poses. */
const MOST_LAID = 64;

/**
 * Tries changes to one corner against goals (mm, one for each obstacle). What is asked is only whether a goal is reached, so a
 * package that came too near is first held against the places where others before it did, and a sweep looks for nothing that
 * stands farther off than its goal. Gives what a comparison of the least clearances with the goals gives.
 */
export function meetingOf(build: Build, axle: AxleName, goals: Float64Array): Meets {
  const { vehicle, use, package: pack } = build;
  const cut = cutDepths(vehicle.corners[axle].obstacles, pack.cuts);
  const count = goals.length;
  const tried = new Map<string, Tried | null>();
  const laid = new Map<string, SweepCorner>();
  const sections = new WeakMap<Package, Section>();
  const sectionFor = (of: Package): Section => {
    let known = sections.get(of);
    if (!known) sections.set(of, (known = sectionOf(decidingProfile(of, use))));
    return known;
  };
  const witnesses = witnessesOf(build, axle, goals, sectionFor);

  const tryOf = (kind: ScannedKind, amount: number, key: string): Tried | null => {
    const before = tried.get(key);
    if (before !== undefined) return before;
    const to = changed(build, axle, kind, amount);
    const made = canStand(build, axle, to)
      ? { build: { ...build, package: to }, known: new Uint8Array(count) }
      : null;
    tried.set(key, made);
    return made;
  };
  const cornerOf = (kind: ScannedKind, key: string, of: Build): SweepCorner => {
    // Another wheel or tire goes through the same poses.
    const place = TRYING[kind].by === 'wheel' ? '' : key;
    const known = laid.get(place);
    if (known) return known;
    if (laid.size >= MOST_LAID) laid.clear();
    const made = sweepCorner(sweepInputOf(of, axle));
    laid.set(place, made);
    return made;
  };
  const settle = (corner: SweepCorner, { build: of, known }: Tried, among: Uint8Array): void => {
    const profile = decidingProfile(of.package, use);
    const passed = corner.passed.map((out) => out.map((one, i) => (among[i] === 1 ? one : 1)));
    const { least, leastPose } = sweepForLeast({ ...corner, passed }, profile, cut, undefined, goals);
    for (let i = 0; i < count; i++) {
      if (among[i] !== 1) continue;
      const missed = misses(least[i]!, goals[i]!);
      known[i] = missed ? MISSED : MET;
      if (missed) witnesses.note(corner, of, i, leastPose[i]!);
    }
  };

  return (kind, amount, which) => {
    const key = `${kind} ${amount}`;
    const one = tryOf(kind, amount, key);
    if (!one || which.some((i) => one.known[i] === MISSED)) return false;
    const among = new Uint8Array(count);
    for (const i of which) if (one.known[i] === UNKNOWN) among[i] = 1;
    if (!among.includes(1)) return true;
    const failing = witnesses.failing(one.build, among);
    if (failing >= 0) {
      one.known[failing] = MISSED;
      return false;
    }
    settle(cornerOf(kind, key, one.build), one, among);
    return which.every((i) => one.known[i] === MET);
  };
}
