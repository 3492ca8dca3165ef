import { expose } from 'comlink';
import type { Build } from '../../core/build';
import { spaceOf, type Change, type Offers } from '../../core/search/asked';
import type { Limits, Wishes } from '../../core/search/limits';
import { choiceOf, startSearch, type Found, type Search } from '../../core/search/search';
import { buildOf, type Space } from '../../core/search/space';
import { tireSize } from '../../core/tire/size';
import { partsOf, summaryOf, whyNot, type Summary, type Why } from '../../core/search/summary';

/** How long it judges before it looks whether it was told to stop, and how often it says how far it is, ms. */
const TURN_MS = 40;
const REPORT_MS = 250;

export type Report = Summary & { running: boolean; parts: ReturnType<typeof partsOf>[] };

let at: { space: Space; search: Search } | null = null;
let wishes: Wishes;
let running = false;
/** Each start or stop makes the run before it an old one. */
let run = 0;

function report(): Report | null {
  if (!at) return null;
  const { space, search } = at;
  const summary = summaryOf(space.base, space, search.state, wishes);
  return { ...summary, running, parts: summary.ranked.map((one) => partsOf(space, one)) };
}

/** How many tires nearest to the one that is on are looked at before all of it is taken on. */
const FIRST_TIRES = 60;

/** A small part of a search, for something to see at once: tires about as large as the one that is on, nothing else changed. */
function firstLook(space: Space): Space {
  const { tire, wheel } = space.base.package;
  const now = tireSize(tire, wheel.widthIn).overallDiameterMm;
  const off = (one: Space['tires'][number]): number =>
    Math.abs(tireSize(one.tire, wheel.widthIn).overallDiameterMm - now);
  return {
    ...space,
    tires: [...space.tires].sort((a, b) => off(a) - off(b)).slice(0, FIRST_TIRES),
    wheels: space.wheels.slice(0, 1),
    spacers: space.spacers.slice(0, 1),
    lifts: space.lifts.slice(0, 1),
    ratios: space.ratios.slice(0, 1),
  };
}

async function go(tell: (report: Report) => void): Promise<void> {
  const mine = ++run;
  running = true;
  let fits = 200;
  let told = -Infinity;
  let wait = 0;
  while (at && !at.search.state.done && run === mine) {
    const from = performance.now();
    at.search.step(fits);
    const took = performance.now() - from;
    // A lift begins with its silhouettes, which no number of wheels makes shorter.
    if (took < TURN_MS / 2) fits = Math.min(20_000, fits * 2);
    else if (took > TURN_MS * 2) fits = Math.max(50, Math.floor(fits / 2));
    if (performance.now() - told > wait) {
      const begun = performance.now();
      const now = report();
      if (now) tell(now);
      told = performance.now();
      // Telling takes at most a tenth of the time.
      wait = Math.max(REPORT_MS, 9 * (told - begun));
    }
    await new Promise((resolve) => setTimeout(resolve));
  }
  if (run !== mine) return;
  running = false;
  const now = report();
  if (now) tell(now);
}

/** What the page asks of its search. A search is kept until the next one starts, so that it can be stopped and go on. */
const api = {
  async start(
    base: Build,
    offers: Offers,
    may: readonly Change[],
    limits: Limits,
    matters: Wishes,
    tell: (report: Report) => void,
  ): Promise<void> {
    wishes = matters;
    const space = spaceOf(base, offers, new Set(may));
    const mine = ++run;
    const first = firstLook(space);
    at = { space: first, search: startSearch(first, limits) };
    running = true;
    at.search.step(Infinity);
    const look = report();
    if (look) tell({ ...look, total: NaN, done: false });
    await new Promise((resolve) => setTimeout(resolve));
    if (run !== mine) return;
    at = { space, search: startSearch(space, limits) };
    await go(tell);
  },
  stop(): Report | null {
    run++;
    running = false;
    return report();
  },
  resume: (tell: (report: Report) => void): Promise<void> => go(tell),
  /** The same packages by other wishes: nothing is judged anew. */
  weigh(matters: Wishes): Report | null {
    wishes = matters;
    return report();
  },
  why: (typed: string): Why[] => (at ? whyNot(at.space, at.search.state, typed) : []),
  /** The build that a found package makes. */
  build: (found: Found): Build | null => (at ? buildOf(at.space.base, choiceOf(at.space, found)) : null),
};
export type SearchApi = typeof api;

expose(api);
