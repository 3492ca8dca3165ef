import type { Result } from '../../core/result';
import { expose } from 'comlink';
import { assess, type Assessment } from '../../core/assess';
import type { AxleName } from '../../core/format/names';
import type { Build } from '../../core/format/build';
import { cured, curesFor, type CornerCures, type Cure } from '../../core/clearance/cures/cures';
import { freeRegion, type FreeRegion } from '../../core/clearance/cures/largest';
import { decidingReadings, type ToSettle } from '../../core/calibration/decidingReadings';
import { worstGrade } from '../../core/clearance/grade';
import type { GradeChance } from '../../core/clearance/sureness';
import { gradeChance } from '../../core/clearance/gradeChance';
import { sureOrCertain } from '../../core/sureOrCertain';
import { liftCurves, type LiftCurve } from '../../core/clearance/cures/liftCurves';
import { sweepCorner, type SweepInput } from '../../core/clearance/corner';
import { loadCases, type LoadCase } from '../../core/clearance/loadCases';
import { inkOf, type Ink } from '../../core/clearance/ink';
import type { Profile } from '../../core/clearance/profile';
import type { Package } from '../../core/format/package';
import { foldCorner, type Fold, type FoldWindow } from '../../core/clearance/fold';
import { cutPlanOf, type EdgeCut } from '../../core/cutting/cutPlan';
import { markingOf, type Marking } from '../../core/cutting/marking';
import { cutScaleOf, type ScaleStep } from '../../core/cutting/scale';
import { fitLog, type LogFit } from '../../core/driveline/roadLog';
import { compareTakenOver, type AxleCompared } from '../../core/calibration/compare';
import { nextReadings, type Suggestion } from '../../core/calibration/nextReadings';
import { reconcile, type Reconciled } from '../../core/calibration/reconcile';
import { calculatedTire, tireSize } from '../../core/tire/size';
import type { LogFile } from '../../formats/roadLogFile';
import type { Fact, LessonVerdict, Values } from '../../core/training/lesson';
import { lessonById } from '../../core/training/lessons';
import { MATERIALS } from '../../core/format/materials';
import type { TestReading } from '../../core/format/testFit';

export type TestFitAnswer = { reconciled: Reconciled; compared: AxleCompared[]; next: Suggestion[] };
export type LessonAnswer = {
  facts: Fact[];
  judged: LessonVerdict;
  /** Where the wheel is nearest, to be drawn. */
  at: { lockDeg: number; travelMm: number };
};
export type PlannedCut = { cut: EdgeCut; marking: Marking };
export type LogText = { name: string; text: string };
export type LogAnswer = Result<LogFit, { message: string; drop: boolean }>;

/** What the page asks of its workers. Builds go in checked; everything that comes back is plain data. */
const api = {
  judge(build: Build): Assessment {
    return assess(build);
  },
  cures(build: Build): CornerCures[] {
    return curesFor(build);
  },
  /** The package with a cure made. */
  cured(build: Build, cure: Cure): Package {
    return cured(build, cure);
  },
  /** How sure the grades of a build are. */
  sure(build: Build): GradeChance {
    return gradeChance(build);
  },
  /** The same of a stage that is not in front; null where chance has no say in its grade. */
  sureOrCertain(build: Build): GradeChance | null {
    return sureOrCertain(build);
  },
  /** Which readings of the tape round would settle its grade. */
  settle(build: Build): ToSettle {
    const { fit } = assess(build);
    return decidingReadings(build, worstGrade([fit.front.grade, fit.rear.grade]));
  },
  /** What more of each kind of lift does to a corner. */
  lift(build: Build, axle: AxleName): LiftCurve[] {
    return liftCurves(build, axle);
  },
  loads(build: Build): LoadCase[] {
    return loadCases(build);
  },
  /** What must give, edge by edge, each with its marking. */
  cuts(build: Build, discRadiusMm: number): PlannedCut[] {
    return cutPlanOf(build, discRadiusMm).map((cut) => ({ cut, marking: markingOf(build, cut) }));
  },
  /** What cutting less leaves on an axle, and the lift that would stand in for it. */
  cutScale(build: Build, axle: AxleName, discRadiusMm: number): ScaleStep[] {
    return cutScaleOf(build, axle, cutPlanOf(build, discRadiusMm, [axle]));
  },
  /** Readings against what was predicted for them, what taking them over would change, and which would teach most now. */
  testFit(build: Build, readings: readonly TestReading[]): TestFitAnswer {
    const reconciled = reconcile(build, readings);
    return {
      reconciled,
      compared: readings.length > 0 ? compareTakenOver(build, reconciled, readings) : [],
      next: nextReadings(build, readings),
    };
  },
  /** What is read off while a lesson's runner moves, and how the move is judged. */
  lesson(id: string, base: Build, values: Values): LessonAnswer | null {
    const lesson = lessonById(id);
    if (!lesson) return null;
    const build = lesson.apply(base, values);
    let known: Assessment | undefined;
    const assessment = (): Assessment => (known ??= assess(build));
    return {
      facts: lesson.facts(base, values, assessment),
      judged: lesson.judge(base, values, assessment),
      at: assessment().fit[lesson.axle].at,
    };
  },
  region(build: Build, axle: AxleName): FreeRegion {
    return freeRegion(build, axle);
  },
  /** The wheel's-eye section; what is least movable stays on top. */
  fold(input: SweepInput, window: FoldWindow): Fold {
    const corner = sweepCorner(input);
    const rank = Uint8Array.from([
      0,
      ...corner.corner.obstacles.map(({ material }) => 1 + MATERIALS.indexOf(material)),
    ]);
    return foldCorner(corner, window, rank);
  },
  /** What the tire and the well would leave on each other over the zone. */
  ink(input: SweepInput, profile: Profile, cuts: Package['cuts'], nearMm: number): Ink {
    return inkOf(input, profile, cuts, nearMm);
  },
  /** Reads one or two log files and fits them to the build's gears; `drop` says that the files are not worth keeping. */
  async roadLog(build: Build, texts: readonly LogText[]): Promise<LogAnswer> {
    // Asked for with the first drive: its readers are not needed to judge a build.
    const { readLogFile, roadLogOf } = await import('../../formats/roadLogFile');
    const files: LogFile[] = [];
    for (const { name, text } of texts) {
      const read = readLogFile(text, name);
      if (!read.ok) return { ok: false, message: read.message, drop: true };
      files.push(read.value);
    }
    const joined = roadLogOf(files);
    if (!joined.ok) return { ...joined, drop: false };
    const { tire, wheel, axleRatio } = build.package;
    const answer = fitLog(joined.value, {
      gears: build.vehicle.powertrain?.gears ?? [],
      axleRatio: axleRatio ?? build.vehicle.stock.axleRatio,
      // Against the size, not against turns per km that an earlier log may have given.
      circumferenceMm: tireSize(calculatedTire(tire), wheel.widthIn).rollingCircumferenceMm,
    });
    return answer.ok ? answer : { ...answer, drop: true };
  },
};
export type AssessApi = typeof api;

expose(api);
