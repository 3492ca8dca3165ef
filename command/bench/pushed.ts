import { setTimeout as wait } from 'node:timers/promises';
import type { StageDocument } from '../../data/schema';
import type { SheetData } from '../../server/jobs';
import type { Browser } from '../../tests/browser/browser';
import { DEMO, fetchAs } from '../../tests/signedIn';
import { serve } from '../serve';
import { median } from './median';

const ROUNDS = 15;
/** Answers at which moment a field holds another value than it did, by the clock that this process reads too. */
const CHANGED = `
  const [path, done] = arguments;
  const field = () => document.querySelector('[data-path="' + path + '"]')?.value;
  const was = field();
  const look = () => field() === was ? setTimeout(look, 2) : done(Date.now());
  look();
`;

/**
 * How long after it was stored through one server process a change stands on the page of somebody else who reads from another: from the
 * answer of the save to the new figure in the field, ms. `url` is the database, `browser` one that is signed in at no server yet.
 */
export async function pushedFigures(
  url: string,
  job: number,
  browser: Browser,
): Promise<Record<string, number>> {
  const [near, far] = await Promise.all([1, 2].map(async () => serve(url, '127.0.0.1', 0)));
  if (!near || !far) throw new Error('two servers were asked for');
  try {
    const ask = await fetchAs(near.url, DEMO.planner);
    const sheet = async (): Promise<SheetData> => (await (await ask(`/api/jobs/${job}`)).json()) as SheetData;
    const stage = (await sheet()).stages[1];
    if (!stage) throw new Error('the job has a stage');
    await browser.signIn(far.url, DEMO.owner);
    await browser.driver.get(`${far.url}/jobs/${job}/package?stage=${stage.id}`);
    await browser.find('[data-testid="sentence"][data-fresh="true"]');
    const times: number[] = [];
    for (let round = 0; round < ROUNDS; round++) {
      const now = (await sheet()).stages[1] ?? stage;
      const document = now.document as StageDocument;
      const { spacerMm = 0 } = document.package;
      const seen = browser.driver.executeAsyncScript<number>(CHANGED, 'package.spacerMm');
      // What the page does of its own after the change before is done by then.
      await wait(1000);
      const answer = await ask(`/api/documents/stage/${stage.id}`, {
        method: 'PUT',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify({
          version: now.version,
          document: { ...document, package: { ...document.package, spacerMm: (spacerMm + 1) % 12 } },
        }),
      });
      const stored = Date.now();
      if (!answer.ok) throw new Error(`the change was answered with ${answer.status}`);
      times.push(Math.max(0, (await seen) - stored));
    }
    return { pushedMedianMs: median(times), pushedWorstMs: Math.max(...times) };
  } finally {
    await near.stop();
    await far.stop();
  }
}
