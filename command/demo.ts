import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { z } from 'zod';
import { JOB_STATUSES } from '../core/record/jobStatus';
import type { Database } from '../data/client';
import { openShop, shopSettings } from '../data/shop';
import { ensurePerson } from '../data/people';
import { faultLines, readBuildText } from '../formats/buildJson';
import { importCatalog } from '../server/catalog';
import type { Outcome } from '../server/errors';
import { addStageToJob, importBuild } from '../server/jobs';
import { settingsShape } from '../server/shop';
import { ROOT } from './paths';

const DEMO = join(ROOT, 'demo');
const read = (...path: string[]): string => readFileSync(join(DEMO, ...path), 'utf8');

const shopFile = z.strictObject({
  shop: z.strictObject({ name: z.string(), place: z.string(), marginMm: z.number(), ...settingsShape }),
  people: z.array(z.string()),
  jobs: z.array(
    z.strictObject({
      customer: z.string(),
      title: z.string(),
      status: z.enum(JOB_STATUSES),
      waitsFor: z.string(),
      stages: z.array(z.string()).min(1),
    }),
  ),
});

function must<T>(name: string, outcome: Outcome<T>): T {
  if (outcome.ok) return outcome.value;
  const { refusal } = outcome;
  throw new Error(`demo/${name}: ${'faults' in refusal ? faultLines(refusal.faults) : refusal.message}`);
}

function build(name: string): unknown {
  const text = readBuildText(read('builds', `${name}.json`));
  if (!text.ok) throw new Error(`demo/builds/${name}.json: ${faultLines(text.faults)}`);
  return text.file;
}

/** Loads the demo shop into an empty database, by the import that a user's own files take. Once. */
export async function loadDemo(db: Database): Promise<boolean> {
  if (await shopSettings(db)) return false;
  const { shop, people, jobs } = shopFile.parse(JSON.parse(read('shop.json')));
  for (const person of people) await ensurePerson(db, person);
  const [person = 'Vexlo'] = people;
  must('catalog', await importCatalog(db, read('tires.csv'), read('wheels.csv')));
  for (const { stages, ...job } of jobs) {
    const [first = '', ...rest] = stages;
    const { jobId } = must(first, await importBuild(db, build(first), person, job));
    for (const name of rest) must(name, await addStageToJob(db, jobId, { file: build(name) }, person));
  }
  // Last: a shop that is there is one that was loaded whole.
  const { name, ...document } = shop;
  await openShop(db, name, document);
  return true;
}
