import type { AxleName } from '../core/format/names';
import type { PackageFile } from '../core/format/build';
import { tireMakerOf } from '../core/catalog/chosen';
import { amendmentsOf, asItStands, samePlace } from '../core/log/logEntry';
import { grouped } from '../core/grouped';
import { forecastAccuracyOf, type ForecastAccuracy, type Proved } from '../core/statistics/forecastAccuracy';
import { biasesOf, type Bias, type BiasSample } from '../core/statistics/groupBias';
import { poolWells, type PooledThing } from '../core/statistics/platform';
import type { Queryable } from '../data/client';
import { stagesById } from '../data/jobs';
import { provedEntries } from '../data/log';
import { roundsHeldAgainst } from '../data/rounds';
import { shopSettings } from '../data/shop';
import { poolMembers, wellsOfPlatforms } from '../data/wells';
import type { LogEntry } from '../core/format/log';

export type PlatformKnown = {
  platform: string;
  vehicles: number;
  things: Omit<PooledThing, 'points'>[];
  /** Wells of other shops in its pool. */
  foreign: { id: number; from: string; person: string; at: string }[];
};
export type Learned = {
  /** Of the misses the newest alone. */
  accuracy: ForecastAccuracy;
  /** How many misses there are in all. */
  missed: number;
  platforms: PlatformKnown[];
  /** By how much tires are otherwise than said, by maker; mm over all. */
  tires: Bias[];
  /** By how much vehicles stand otherwise than predicted, by what raised them, and what the lift said on average; mm. */
  lifts: (Bias & { saidMm: number })[];
  /** By how much readings are otherwise than predicted, by who took them; mm. */
  people: Bias[];
  /** By how much photographs put parts farther from the wheel, against the tape and against test fits; mm. */
  photographs: Bias[];
};

/** As many misses are looked at. */
const SHOWN_MISSES = 60;

type Row = Awaited<ReturnType<typeof provedEntries>>[number];
type Reconciled = Extract<LogEntry, { kind: 'reconciled' }>;

/** What the job of each row was taught by its next taking over. */
function taughtLater(rows: readonly Row[]): Proved['taught'][] {
  const next = new Map<number, Proved['taught']>();
  const taught: Proved['taught'][] = [];
  for (let at = rows.length - 1; at >= 0; at--) {
    const row = rows[at];
    if (!row) continue;
    if (row.document.kind === 'reconciled') next.set(row.jobId, row.document.taken);
    taught[at] = next.get(row.jobId) ?? [];
  }
  return taught;
}

/** The rows as they stand: what was struck out is left out, a corrected reading stands with its figure. */
function standingRows(rows: readonly Row[]): Row[] {
  const log = rows.map(({ document }) => document);
  const { corrected } = amendmentsOf(log);
  const byId = new Map(rows.map((row) => [row.document.id, row]));
  return asItStands(log).flatMap((document): Row[] => {
    const row = byId.get(document.id);
    if (!row) return [];
    const correction = corrected.get(document.id);
    // What was predicted in another pose is of no use: there, that counts which was predicted when it was corrected.
    const elsewhere =
      correction && row.document.kind === 'test-fit' && !samePlace(row.document.reading, correction.reading);
    return [
      {
        ...row,
        document,
        predicted: elsewhere ? (byId.get(correction.id)?.predicted ?? null) : row.predicted,
      },
    ];
  });
}

function provedOf(rows: readonly Row[]): Proved[] {
  const taught = taughtLater(rows);
  return rows.flatMap(({ id, jobId, job, vehicle, document, predicted }, at): Proved[] =>
    document.kind === 'test-fit' && predicted
      ? [
          {
            id,
            jobId,
            job,
            vehicle,
            stageId: document.stageId ?? null,
            at: document.at,
            by: document.by,
            reading: document.reading,
            predicted,
            taught: taught[at] ?? [],
          },
        ]
      : [],
  );
}

/** What raises an axle, in words; as delivered where nothing does. */
function liftOf(pack: PackageFile, axle: AxleName): { words: string; saidMm: number } {
  const lift = pack.lift?.[axle];
  const kinds = [(lift?.springMm ?? 0) !== 0 && 'springs', (lift?.bracketMm ?? 0) !== 0 && 'brackets'].filter(
    Boolean,
  );
  return {
    words: kinds.length === 0 ? 'suspension as delivered' : kinds.join(' and '),
    saidMm: (lift?.springMm ?? 0) + (lift?.bracketMm ?? 0),
  };
}

function lessonsOf(taken: readonly Reconciled[], packages: ReadonlyMap<number, PackageFile>) {
  const tires: BiasSample[] = [];
  const lifts: (BiasSample & { saidMm: number })[] = [];
  for (const { stageId, taken: list } of taken) {
    const pack = packages.get(stageId ?? 0);
    if (!pack) continue;
    const maker = tireMakerOf(pack.tire);
    for (const { key, mm, spreadMm } of list) {
      if (key === 'diameter' && maker !== undefined) tires.push({ group: maker, mm, spreadMm });
      if (key !== 'ride front' && key !== 'ride rear') continue;
      const { words, saidMm } = liftOf(pack, key === 'ride front' ? 'front' : 'rear');
      lifts.push({ group: words, mm, spreadMm, saidMm });
    }
  }
  return { tires, lifts };
}

/** What one person's gaps say beside what was predicted for them. */
const readerBias = (proved: readonly Proved[]): BiasSample[] =>
  proved.flatMap(({ by, reading, predicted }) =>
    reading.gapMm === undefined
      ? []
      : [
          {
            group: by,
            mm: reading.gapMm - predicted.clearanceMm,
            spreadMm: Math.hypot(predicted.spreadMm, reading.errorMm),
          },
        ],
  );

/** Photographs as a reader of their own: what they said beside the tape, and beside the wheel as it stood. */
const photographBias = (
  rounds: Awaited<ReturnType<typeof roundsHeldAgainst>>,
  proved: readonly Proved[],
): BiasSample[] => [
  ...rounds.flatMap(({ against }) =>
    against.map(({ mm, spreadMm }) => ({ group: 'photographs, against the tape', mm, spreadMm })),
  ),
  ...proved.flatMap(({ reading, predicted }) =>
    predicted.by !== 'photographs' || reading.gapMm === undefined
      ? []
      : [
          {
            group: 'photographs, against test fits',
            mm: predicted.clearanceMm - reading.gapMm,
            spreadMm: Math.hypot(predicted.spreadMm, reading.errorMm),
          },
        ],
  ),
];

/** The platforms that the shop measured vehicles of, the best known first. */
async function platformsKnown(db: Queryable): Promise<PlatformKnown[]> {
  const [members, foreign] = await Promise.all([poolMembers(db), wellsOfPlatforms(db)]);
  return [...grouped(members, ({ platform }) => platform)]
    .map(([platform, list]) => ({
      platform,
      vehicles: list.length,
      things: poolWells(list).map(({ points: _points, ...thing }) => thing),
      foreign: foreign
        .filter((one) => one.platform === platform)
        .map(({ id, document, person, at }) => ({
          id,
          from: document.from ?? '',
          person,
          at: at.toISOString(),
        })),
    }))
    .sort((a, b) => b.vehicles - a.vehicles || a.platform.localeCompare(b.platform));
}

/** Everything that the shop's own readings say: how honest it predicts, and what is otherwise than sheets say. */
export async function learned(db: Queryable): Promise<Learned> {
  const [all, shop, platforms, rounds] = await Promise.all([
    provedEntries(db),
    shopSettings(db),
    platformsKnown(db),
    roundsHeldAgainst(db),
  ]);
  const rows = standingRows(all);
  const proved = provedOf(rows);
  const taken = rows.flatMap(({ document }) => (document.kind === 'reconciled' ? [document] : []));
  const ids = [...new Set(taken.flatMap(({ stageId }) => (stageId === undefined ? [] : [stageId])))];
  const stages = ids.length > 0 ? await stagesById(db, ids) : [];
  const { tires, lifts } = lessonsOf(
    taken,
    new Map(stages.map(({ id, document }) => [id, document.package])),
  );
  const byLift = grouped(lifts, ({ group }) => group);
  const accuracy = forecastAccuracyOf(proved, shop?.document.marginMm ?? 10);
  return {
    accuracy: { ...accuracy, misses: accuracy.misses.slice(0, SHOWN_MISSES) },
    missed: accuracy.misses.length,
    platforms,
    tires: biasesOf(tires),
    lifts: biasesOf(lifts).map((bias) => {
      const said = byLift.get(bias.group) ?? [];
      return { ...bias, saidMm: said.reduce((sum, { saidMm }) => sum + saidMm, 0) / said.length };
    }),
    people: biasesOf(readerBias(proved)),
    photographs: biasesOf(photographBias(rounds, proved)),
  };
}
