import type { ItemKind } from '../../core/format/names';
import { assess, type Assessment } from '../../core/assess';
import type { GradeChance } from '../../core/clearance/sureness';
import { gradeChance } from '../../core/clearance/gradeChance';
import { sureOrCertain } from '../../core/sureOrCertain';
import type { Build, VehicleFile } from '../../core/format/build';
import { fitsOf, packed, type PackedFits } from '../../core/search/fitsAll';
import type { Offers } from '../../core/search/searchSpace';
import { tryOn, type FleetAnswer, type FleetPackage } from '../../core/search/fleet';
import type { OfferedLift } from '../../core/search/space';
import type { ListColumns } from '../../core/format/listColumns';
import type { Fault } from '../../core/format/fields';
import type { Result } from '../../core/result';
import type { FreeLimits } from '../../core/format/freeLimits';
import type { Pricing } from '../../core/together/offers';
import type { KeptRound } from '../../core/format/keptRound';
import { measureRound } from '../../core/photogrammetry/measure';
import { freeTogether } from '../../core/together/together';
import { told } from '../../core/wording';
import type { PaperSheet } from '../../core/paper/paper';
import { readCatalog, type CatalogRead } from '../../formats/catalogCsv';
import type { Paper } from '../../formats/paper';
import { dueIcs } from '../../formats/dueIcs';
import { curesDocument } from '../../formats/curesJson';
import { paperPdf } from '../../formats/paperPdf';
import { database } from '../database';
import { learned, type Learned } from '../learned';
import type { DueVehicle } from '../due';
import { tooMuchWork } from './bounds';
import { columnsOf } from './columns';

/** A build judged whole, where it is not more than a request may ask for. */
function assessment(build: Build): Result<Assessment, { faults: Fault[] }> {
  const heavy = tooMuchWork(build);
  return heavy ? { ok: false, faults: [heavy] } : { ok: true, value: assess(build) };
}

/** The same as it leaves for another program: a fine map is a megabyte of text, which is made here too. */
function assessmentText(build: Build): Result<string, { faults: Fault[] }> {
  const judged = assessment(build);
  return judged.ok ? { ok: true, value: JSON.stringify(told(judged.value)) } : judged;
}

/** A request is answered with what was found in so long, ms: a page waits no longer. */
const FREE_MS = 9000;
/** What frees a build, as text; as much as there is time for. */
function curesText({
  build,
  limits,
  pricing,
}: {
  build: Build;
  limits: FreeLimits;
  pricing: Pricing;
}): Result<string, { faults: Fault[] }> {
  const heavy = tooMuchWork(build);
  if (heavy) return { ok: false, faults: [heavy] };
  const until = performance.now() + FREE_MS;
  const cures = freeTogether(build, limits, pricing, () => performance.now() > until);
  return { ok: true, value: JSON.stringify(curesDocument(cures)) };
}

/** What is computed away from the thread that answers requests: each takes and gives plain data. */
export const TASKS = {
  columns: columnsOf,
  assessment,
  assessmentText,
  curesText,
  /** How sure the grades of a build are that was found to be not too much work. */
  sureness: (build: Build): GradeChance => gradeChance(build),
  /** The same of one that nobody has judged; null where chance has no say in its grade. */
  sureOrCertain,
  /** A photo round from its sightings. */
  photoRound: ({ round, pictures }: Pick<KeptRound, 'round' | 'pictures'>): ReturnType<typeof measureRound> =>
    measureRound(round, pictures),
  /** A paper as PDF. */
  pdf: ({ sheet, paper }: { sheet: PaperSheet; paper: Paper }): Promise<Uint8Array> => paperPdf(sheet, paper),
  /** What is due as a calendar: of a thousand vehicles a second's work. */
  dueIcs: ({ vehicles, shop }: { vehicles: readonly DueVehicle[]; shop: string }): string =>
    dueIcs(vehicles, shop),
  /** What a shop has learned: it reads thousands of documents, on a connection of its thread's own. */
  learned: ({ shopId }: { shopId: number }): Promise<Learned> => learned(database().ofShop(shopId)),
  /** A package tried on one vehicle of a fleet search. */
  triedOn: ({
    vehicle,
    pack,
    kits,
  }: {
    vehicle: VehicleFile;
    pack: FleetPackage;
    kits: OfferedLift[];
  }): FleetAnswer => tryOn(vehicle, pack, kits),
  /** What of the catalog a vehicle takes, as much of it as there is time for. */
  fitsOf: ({
    vehicle,
    offers,
    forMs,
  }: {
    vehicle: VehicleFile;
    offers: Pick<Offers, 'tires' | 'wheels' | 'lifts'>;
    forMs: number;
  }): PackedFits => {
    const until = performance.now() + forMs;
    return packed(fitsOf(vehicle, offers, () => performance.now() > until));
  },
  /** A supplier’s list, read. */
  catalogRows: ({
    kind,
    csv,
    columns,
  }: {
    kind: ItemKind;
    csv: string;
    columns?: ListColumns | undefined;
  }): CatalogRead => readCatalog(kind, csv, columns),
};
export type Tasks = typeof TASKS;
export type TaskName = keyof Tasks;
