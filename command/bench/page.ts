import { By } from 'selenium-webdriver';
import { openBrowser } from '../../tests/browser/browser';
import { FIRST_LOAD, READY } from '../../tests/browser/firstLoad';
import { connect } from '../../data/client';
import { jobLines } from '../../server/jobs';
import { LEAVES, type LeafId } from '../../web/app/sheet/leaves';
import { buildIfStale } from '../build';
import { ensureDatabase, startCluster } from '../cluster';
import { prepareDatabase } from '../prepare';
import { serve } from '../serve';
import { median } from './median';
import { pushedFigures } from './pushed';

const LOADS = 5;
const ROUNDS = 5;
/** Presses a leaf on the rail; answers when the frame that shows it has been drawn, ms. */
const TURN = `
  const [leaf, done] = arguments;
  const link = document.querySelector('nav[aria-label="Leaves"] a[href*="/' + leaf + '?"]');
  const from = performance.now();
  link.click();
  requestAnimationFrame(() => {
    const { port1, port2 } = new MessageChannel();
    port1.onmessage = () => done(performance.now() - from);
    port2.postMessage(0);
  });
`;

const DRAG_MS = 4000;
/** Drags the pose over the map for a while; answers how many pictures of the corner in space were drawn a second. */
const DRAG = `
  const [forMs, done] = arguments;
  const map = document.querySelector('[data-testid="lock-map"]');
  const space = document.querySelector('[data-testid="space-canvas"]');
  const box = map.getBoundingClientRect();
  const before = Number(space.dataset.frames);
  const from = performance.now();
  const move = (now) => {
    const share = 0.5 + 0.35 * Math.sin((now - from) / 400);
    map.dispatchEvent(new PointerEvent('pointermove', { bubbles: true, buttons: 1, clientX: box.left + box.width * share, clientY: box.top + box.height * share }));
    if (now - from < forMs) requestAnimationFrame(move);
    else done((Number(space.dataset.frames) - before) / ((performance.now() - from) / 1000));
  };
  requestAnimationFrame(move);
`;

/**
 * The page of a job in a real browser, on the demo shop: what each leaf loads until it can be used, how long that is on Fit, how
 * long turning to a leaf takes the first time and again, and how soon what somebody else changed is on it. Times are of this machine, ms.
 */
export async function pageFigures(): Promise<Record<string, number>> {
  buildIfStale();
  const cluster = await startCluster('bench-postgres');
  const url = await ensureDatabase(cluster, 'bench_page', true);
  await prepareDatabase(url);
  const server = await serve(url, '127.0.0.1', 0);
  const connection = connect(url);
  const browser = await openBrowser();
  const { driver, devtools, find, eventually } = browser;
  try {
    const job = (await jobLines(connection.ofShop(1))).find(({ stages }) => stages.length > 1);
    if (!job) throw new Error('the demo has a job with a stage');
    const address = (leaf: LeafId): string =>
      `${server.url}/jobs/${job.id}/${leaf}?stage=${job.stages[1]?.id}`;
    await devtools('Network.enable', {});
    await browser.signIn(server.url);
    await devtools('Network.setCacheDisabled', { cacheDisabled: true });
    const open = async (leaf: LeafId): Promise<number> => {
      await driver.get(address(leaf));
      const ms = await eventually(
        () => driver.executeScript<number | null>(READY),
        (at) => at !== null,
        'the page can be used',
      );
      return ms ?? NaN;
    };
    const loads: [LeafId, number][] = [];
    for (const { id } of LEAVES) {
      await open(id);
      loads.push([id, (await driver.executeScript<number>(FIRST_LOAD)) / 1000]);
    }
    const ready: number[] = [];
    for (let i = 0; i < LOADS; i++) ready.push(await open('fit'));
    await find('[data-testid="sentence"][data-fresh="true"]');
    const turn = async (leaf: string): Promise<number> => {
      // What the leaf before still has to draw is not of this turn.
      await driver.sleep(700);
      return driver.executeAsyncScript<number>(TURN, leaf);
    };
    const others = [...LEAVES.filter(({ id }) => id !== 'fit'), ...LEAVES.filter(({ id }) => id === 'fit')];
    const first: number[] = [];
    for (const { id } of others) first.push(await turn(id));
    const again = new Map<string, number[]>();
    for (let round = 0; round < ROUNDS; round++)
      for (const { id } of others) again.set(id, [...(again.get(id) ?? []), await turn(id)]);
    await turn('fit');
    await (await driver.findElement(By.xpath('//label[normalize-space(.)="In space"]'))).click();
    await find('[data-testid="space-canvas"]:not([data-inked=""])');
    await driver.sleep(1500);
    const spaceFramesPerSecond = await driver.executeAsyncScript<number>(DRAG, DRAG_MS);
    const pushed = await pushedFigures(url, job.id, browser);
    const byLeaf = [...again].map(([id, times]) => [id, median(times)] as const);
    return {
      pageReadyMs: median(ready),
      firstLoadWorstKb: Math.max(...loads.map(([, kb]) => kb)),
      ...Object.fromEntries(loads.map(([id, kb]) => [`firstLoad_${id}_Kb`, kb])),
      spaceFramesPerSecond,
      ...pushed,
      turnFirstMedianMs: median(first),
      turnFirstWorstMs: Math.max(...first),
      turnMedianMs: median(byLeaf.map(([, ms]) => ms)),
      turnWorstMs: Math.max(...byLeaf.map(([, ms]) => ms)),
      ...Object.fromEntries(byLeaf.map(([id, ms]) => [`turn_${id}_Ms`, ms])),
    };
  } finally {
    await browser.close();
    await connection.close();
    await server.stop();
    cluster.stop();
  }
}
