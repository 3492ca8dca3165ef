import { expose } from 'comlink';
import { wayTo, type WishAsked, type Wished } from '../../core/wish/wayTo';

/** How often it says how far it is, ms; another way is told at once. */
const TELL_MS = 300;

/** The search for the whole way to a wish. It is stopped by ending its worker. */
const api = {
  async search(asked: WishAsked, tell: (wished: Wished) => void): Promise<Wished> {
    const search = wayTo(asked);
    let told = -Infinity;
    let known = '';
    for (;;) {
      const step = search.next();
      if (step.done) return step.value;
      const ways = step.value.ways
        .map(({ price, chance }) => `${price.totalCents} ${chance !== undefined}`)
        .join();
      if (performance.now() - told < TELL_MS && ways === known) continue;
      tell(step.value);
      [told, known] = [performance.now(), ways];
      await new Promise((resolve) => setTimeout(resolve));
    }
  },
};
export type WishApi = typeof api;

expose(api);
