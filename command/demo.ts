import { ITEM_KINDS } from '../core/format/names';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { subHours } from 'date-fns';
import { z } from 'zod';
import { JOB_STATUSES } from '../core/work/jobStatus';
import { takenInto } from '../core/work/jobWork';
import { dayAfter, withPartStep } from '../core/work/partLife';
import { workOf } from '../core/work/needs';
import { SHIPPED_WORK } from '../core/work/shippedWork';
import type { BuildFile } from '../core/format/build';
import type { Connection } from '../data/client';
import { emptyTables } from '../data/empty';
import { finishShop, openShop, shopsThere } from '../data/shop';
import { jobById } from '../data/jobs';
import { addPerson } from '../data/people';
import { ROLES } from '../core/people/rights';
import { faultLines, readBuildText } from '../formats/buildJson';
import { dayOf, now, wallTimeOf } from '../server/clock';
import type { Actor } from '../server/versioned';
import { importCatalog } from '../server/lists';
import { chosenOf } from '../server/chosen';
import { addStageToJob, importBuild } from '../server/jobs';
import { settingsShape } from '../server/shop';
import { followPlace } from '../server/place';
import { updateJob } from '../server/updateJob';
import { changeWork } from '../server/work';
import { must } from './must';
import { ROOT } from './paths';
import { loadPast } from './demoHistory';
import { NO_WORK } from '../core/work/noWork';
import type { JobWork } from '../core/format/jobWork';
import type { WorkRule } from '../core/format/workRules';
import { readBuild } from '../core/format/read';

const DEMO = join(ROOT, 'demo');
const read = (...path: string[]): string => readFileSync(join(DEMO, ...path), 'utf8');

const inWork = z.strictObject({
  /** Which of its stages, from 1. */
  stage: z.number(),
  ticked: z.array(z.string()),
  stated: z.array(z.tuple([z.string(), z.string(), z.string()])),
});

const shopFile = z.strictObject({
  shop: z.strictObject({ name: z.string(), place: z.string(), marginMm: z.number(), ...settingsShape }),
  /** Of the parts that ship without a price, and days until they are delivered, by the rule that asks for them. */
  prices: z.record(z.string(), z.number()),
  leadDays: z.record(z.string(), z.number()),
  people: z.array(z.strictObject({ name: z.string(), role: z.enum(ROLES) })),
  jobs: z.array(
    z.strictObject({
      customer: z.string(),
      title: z.string(),
      status: z.enum(JOB_STATUSES),
      waitsFor: z.string(),
      platform: z.string(),
      stages: z.array(z.string()).min(1),
      inWork: inWork.optional(),
    }),
  ),
});

function build(name: string): unknown {
  const text = readBuildText(read('builds', `${name}.json`));
  if (!text.ok) throw new Error(`demo/builds/${name}.json: ${faultLines(text.faults)}`);
  return text.value.file;
}

/** A part that comes sooner is ordered when it is needed; one that takes longer is a few days away by now. */
const [SOON_DAYS, COMING_DAYS] = [2, 4];

/** A stage in work as the shop would have it an hour after it began. */
async function begun(
  { ticked, stated }: z.output<typeof inWork>,
  stageId: number,
  file: unknown,
  rules: readonly WorkRule[],
  { db, person: { name: by }, now: moment }: Actor,
  platform: string,
): Promise<JobWork> {
  const read = readBuild(file);
  if (!read.ok) throw new Error(faultLines(read.faults));
  const chosen = await chosenOf(db, read.value, { platform });
  const work = takenInto(NO_WORK, stageId, workOf(read.value, rules, { chosen }), dayOf(moment));
  const at = wallTimeOf(subHours(moment, 1));
  const today = dayOf(moment);
  // What takes days was ordered in time and comes this week; what is on a shelf nearby is still to be ordered.
  const coming = work.parts.filter(({ leadDays }) => leadDays > SOON_DAYS);
  const ordered = coming.reduce<JobWork>(
    (now, { id, leadDays }) =>
      withPartStep(
        now,
        { id, state: 'ordered', expectedOn: dayAfter(today, Math.min(leadDays, COMING_DAYS)) },
        { on: dayAfter(today, -leadDays), by },
      ) ?? now,
    work,
  );
  return {
    ...ordered,
    ticks: Object.fromEntries(ticked.map((id) => [id, { by, at }])),
    stated: work.stated.map((one) => {
      const said = stated.find(([label]) => label === one.label);
      return said ? { ...one, value: said[1], source: said[2] } : one;
    }),
  };
}

/** Loads the demo shop into an empty database, by the import that a user's own files take. Once. */
export async function loadDemo(
  { tables, everyShop, ofShop }: Omit<Connection, 'close'>,
  moment: Date = now(),
): Promise<boolean> {
  if ((await shopsThere(everyShop)).length > 0) return false;
  // What there is of one that is not whole is of a load that was cut short. Nothing of it is anybody's.
  await emptyTables(tables);
  const { shop, people, jobs, prices, leadDays } = shopFile.parse(JSON.parse(read('shop.json')));
  const workRules = SHIPPED_WORK.map((rule) =>
    rule.part
      ? {
          ...rule,
          part: {
            ...rule.part,
            price: prices[rule.id] ?? null,
            leadDays: leadDays[rule.id] ?? 0,
          },
        }
      : rule,
  );
  const { name: shopName, ...settings } = shop;
  const shopId = await openShop(everyShop, shopName, { ...settings, workRules, demo: true }, false);
  if (shopId === undefined) throw new Error('the demo shop was opened by another process meanwhile');
  const db = ofShop(shopId);
  for (const { name, role } of people) await addPerson(db, name, role);
  const person = people[0]?.name ?? 'Vexlo';
  for (const kind of ITEM_KINDS)
    must(`demo/catalog/${kind}.csv`, await importCatalog(db, kind, read('catalog', `${kind}.csv`)));
  const actor = { db, person: { name: person }, now: moment };
  await loadPast(db, moment, (name) => build(name) as BuildFile, read('history.json'));
  for (const { stages, inWork: working, ...job } of jobs) {
    const [first = '', ...rest] = stages;
    const { jobId, stageId } = must(`demo/${first}`, await importBuild(actor, build(first), job));
    const ids = [stageId];
    for (const name of rest)
      ids.push(
        must(`demo/${name}`, await addStageToJob(actor, jobId, { file: build(name) as BuildFile })).stageId,
      );
    const [name = '', id = 0] = working ? [stages[working.stage - 1], ids[working.stage - 1]] : [];
    if (working)
      must(
        `demo/${name}`,
        await changeWork(actor, jobId, {
          version: 0,
          work: await begun(working, id, build(name), workRules, actor, job.platform),
        }),
      );
    // Where it stands in the story is not always what follows from what is loaded of it: then somebody set it.
    await followPlace(db, jobId);
    const placed = await jobById(db, jobId);
    if (placed?.status !== job.status)
      must(`demo/${first}`, await updateJob(actor, jobId, { status: job.status }));
  }
  // Last: a shop that is there is one that was loaded whole.
  await finishShop(db);
  return true;
}
