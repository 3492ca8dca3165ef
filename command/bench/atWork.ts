import { randomUUID } from 'node:crypto';
import { inArray } from 'drizzle-orm';
import { seeded } from '../../core/statistics/seeded';
import type { Database } from '../../data/client';
import { logEntries } from '../../data/logTables';
import { stages, type StageDocument } from '../../data/schema';
import type { Ask } from './asking';

type Sheet = { stages: { id: number; version: number; document: StageDocument }[] };

/**
 * What people of a shop do all day, ask by ask: of ten five open a sheet, two look for a job, one opens the list, one writes something down and
 * one changes a stage that is open before them. Each answers how long it took, ms; `lost` counts what was acknowledged and does not stand.
 */
export function peopleAtWork(ask: Ask, jobs: readonly number[]) {
  const { uniform } = seeded(1);
  const written: string[] = [];
  /** Stages that are open somewhere, with the version that they were left at. */
  const open = new Map<number, Sheet['stages'][number]>();
  const inHand = new Set<number>();
  let turn = 0;

  const timed = async (...asked: Parameters<Ask>): Promise<number> => {
    const { status, ms } = await ask(...asked);
    if (status !== 200) throw new Error(`${asked[0]} was answered with ${status}`);
    return ms;
  };
  async function write(job: number): Promise<number> {
    const id = randomUUID();
    const note = { kind: 'note', id, at: '2026-03-02T10:00', by: 'x', words: 'seen' };
    const ms = await timed(`/api/jobs/${job}/log`, { method: 'POST', body: [note] });
    written.push(id);
    return ms;
  }
  async function change(job: number): Promise<number> {
    // Somebody else is at it: two who change one stage at once are told, which is another test.
    if (inHand.has(job)) return timed(`/jobs/${job}/fit`);
    inHand.add(job);
    try {
      const before =
        open.get(job) ?? (JSON.parse((await ask(`/api/jobs/${job}`)).body.toString()) as Sheet).stages.at(-1);
      if (!before) throw new Error(`job ${job} has no stage`);
      const { package: pack } = before.document;
      const document = {
        ...before.document,
        package: { ...pack, spacerMm: ((pack.spacerMm ?? 0) + 1) % 12 },
      };
      const { version } = before;
      const ms = await timed(`/api/documents/stage/${before.id}`, {
        method: 'PUT',
        body: { version, document },
      });
      open.set(job, { ...before, document, version: version + 1 });
      return ms;
    } finally {
      inHand.delete(job);
    }
  }
  async function one(): Promise<number> {
    const job = jobs[Math.floor(uniform() * jobs.length)] ?? 0;
    switch (turn++ % 10) {
      case 0:
      case 1:
        return timed(`/api/jobs?show=done&find=${turn % 97}`);
      case 2:
        return timed('/');
      case 3:
        return write(job);
      case 4:
        return change(job);
      default:
        return timed(`/jobs/${job}/fit`);
    }
  }
  async function lost(tables: Database): Promise<number> {
    let there = 0;
    for (let from = 0; from < written.length; from += 1000) {
      const some = written.slice(from, from + 1000);
      there += await tables.$count(logEntries, inArray(logEntries.id, some));
    }
    const left = [...open.values()];
    const now = await tables
      .select({ id: stages.id, version: stages.version })
      .from(stages)
      .where(
        inArray(
          stages.id,
          left.map(({ id }) => id),
        ),
      );
    const versions = new Map(now.map(({ id, version }) => [id, version]));
    return written.length - there + left.filter(({ id, version }) => versions.get(id) !== version).length;
  }
  return { one, lost };
}
