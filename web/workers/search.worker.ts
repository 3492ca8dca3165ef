import { expose, proxy, wrap } from 'comlink';
import type { Build } from '../../core/format/build';
import { judgedAs, spaceOf, type SearchChange, type Offers } from '../../core/search/searchSpace';
import { preview } from '../../core/search/preview';
import { choiceOf, type Found } from '../../core/search/found';
import type { SearchState } from '../../core/search/search';
import { buildOf, type Space } from '../../core/search/space';
import { closeLook, type CloseLook } from '../../core/search/closeLook';
import { partsOf, summaryOf, whyNot, type Summary, type Why } from '../../core/search/summary';
import { poolOf, type WorkerPool, type WorkerHandle } from './workerPool';
import type { LiftApi } from './lift.worker';
import type { Limits, Wishes } from '../../core/format/searchLimits';

/** How often it says how far it is, ms. */
const REPORT_MS = 250;
/** How many packages are judged once more for a report that is to be there at once. */
const LOOKS = 12;
/** More would each sort out the whole catalog once for few lifts. */
const MOST_HANDS = 6;

type PartWords = ReturnType<typeof partsOf> & { variants: ReturnType<typeof partsOf>[] };
/** `search` is the number that the page gave the search that it is of. */
export type Report = Summary & { search: number; running: boolean; parts: PartWords[] };
type Asked = [base: Build, offers: Offers, may: readonly SearchChange[], limits: Limits];

let hands: WorkerHandle<Asked>[] | undefined;
function crew(): WorkerHandle<Asked>[] {
  const count = Math.min(MOST_HANDS, Math.max(1, navigator.hardwareConcurrency));
  hands ??= Array.from({ length: count }, () => {
    const hand = wrap<LiftApi>(new Worker(new URL('./lift.worker.ts', import.meta.url), { type: 'module' }));
    void hand.ready();
    return {
      open: (...asked: Asked) => hand.open(...asked),
      judge: (lift, tell) => hand.judge(lift, proxy(tell)),
      pause: () => hand.pause(),
    };
  });
  return hands;
}

let at: { search: number; space: Space; first: SearchState; crew: WorkerPool; look: CloseLook } | null = null;
let wishes: Wishes;

const stateOf = ({ first, crew }: NonNullable<typeof at>): SearchState => crew.state() ?? first;

/** How it stands, with so many packages of those that are listed looked at closely that were not before. */
function report(looks: number, running = at?.crew.running ?? false): Report | null {
  if (!at) return null;
  const { search, space, look } = at;
  look.allow(looks);
  const summary = summaryOf(space.base, space, stateOf(at), wishes, look);
  return {
    ...summary,
    search,
    running,
    parts: summary.ranked.map((one) => ({
      ...partsOf(space, one),
      variants: one.variants.map((other) => partsOf(space, other)),
    })),
  };
}

/** Works until all is judged or it is stopped, and says from time to time how far it is. */
async function go(tell: (report: Report) => void): Promise<void> {
  if (!at) return;
  const mine = at;
  let wait = REPORT_MS;
  let timer: ReturnType<typeof setTimeout> | undefined;
  const say = (looks: number): void => {
    if (at !== mine) return;
    const begun = performance.now();
    const now = report(looks);
    if (now) tell(now);
    // Telling takes at most a tenth of the time.
    wait = Math.max(REPORT_MS, 9 * (performance.now() - begun));
  };
  const sayOften = (): void => {
    timer = setTimeout(() => {
      if (mine.crew.running) say(LOOKS);
      sayOften();
    }, wait);
  };
  sayOften();
  try {
    await mine.crew.work();
  } finally {
    clearTimeout(timer);
  }
  if (!mine.crew.running) say(Infinity);
}

/** Says how it stands until all that is listed has been looked at; whatever is asked meanwhile goes first, newer wishes above all. */
async function settle(tell: (report: Report) => void): Promise<void> {
  const mine = at;
  const weighed = wishes;
  for (let whole = false; !whole;) {
    await new Promise((resolve) => setTimeout(resolve));
    const now = at === mine && wishes === weighed ? report(LOOKS) : null;
    if (!now) return;
    tell(now);
    ({ whole } = now);
  }
}

/** What the page asks of its search. A search is kept until the next one starts, so that it can be stopped and go on. */
const api = {
  /** Calls the workers that it will want. */
  prepare: (): void => void crew(),
  async start(
    search: number,
    base: Build,
    offers: Offers,
    may: readonly SearchChange[],
    limits: Limits,
    matters: Wishes,
    tell: (report: Report) => void,
  ): Promise<void> {
    void at?.crew.stop();
    wishes = matters;
    const space = spaceOf(judgedAs(base, limits), offers, new Set(may));
    // What is looked at first is not all there is.
    const first: SearchState = { ...preview(space, limits), total: NaN, done: false };
    at = {
      search,
      space,
      first,
      crew: poolOf(crew(), space.lifts.length, [base, offers, may, limits]),
      look: closeLook(space, limits.grade),
    };
    const begun = report(LOOKS, true);
    if (begun) tell(begun);
    await go(tell);
  },
  async stop(): Promise<Report | null> {
    await at?.crew.stop();
    return report(Infinity);
  },
  resume: (tell: (report: Report) => void): Promise<void> => go(tell),
  /** The same packages by other wishes: none is searched anew, and those that are then listed are looked at closely. */
  weigh(matters: Wishes, tell: (report: Report) => void): Promise<void> {
    wishes = matters;
    return settle(tell);
  },
  why: (typed: string): Why[] => (at ? whyNot(at.space, stateOf(at), typed) : []),
  /** The build that a found package makes. */
  build: (found: Found): Build | null => (at ? buildOf(at.space.base, choiceOf(at.space, found)) : null),
};
export type SearchApi = typeof api;

expose(api);
