import type { Quote } from '../core/format/quote';
import { readFileSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import type { Build, BuildFile, Obstacle } from '../core/format/build';
import { readBuild } from '../core/format/read';

const WHEEL: BuildFile['package']['wheel'] = {
  diameterIn: 16,
  widthIn: 7,
  offsetMm: 20,
  boreMm: 106.1,
  studs: 6,
  pcdMm: 139.7,
  seat: 'cone',
  loadRatingKg: 1200,
  massKg: 12,
  material: 'steel',
  bead: 'plain',
};

type Change = {
  package?: Partial<BuildFile['package']>;
  use?: Partial<NonNullable<BuildFile['use']>>;
  vehicle?: Partial<BuildFile['vehicle']>;
  front?: Partial<BuildFile['vehicle']['corners']['front']>;
};

/** One obstacle of a test, on the body unless it says otherwise. */
export function obstacle(points: Obstacle['points'], more: Partial<Obstacle> = {}): Obstacle {
  return {
    id: 'thing',
    label: 'thing',
    carrier: 'body',
    material: 'plastic',
    cutMm: 0,
    tapeErrorMm: 3,
    points,
    ...more,
  };
}

/** Points of an edge on a circle about the hub, `y` outboard, by degrees forward of the upright. */
export const arc = (radius: number, y: number, fromDeg: number, toDeg: number): [number, number, number][] =>
  Array.from({ length: 4 }, (_, i) => {
    const angle = ((fromDeg + ((toDeg - fromDeg) * i) / 3) * Math.PI) / 180;
    return [radius * Math.sin(angle), y, radius * Math.cos(angle)];
  });

/** A small valid build file: one far obstacle a corner, straight wheel paths, steered in front. */
export function exampleFile(change: Change = {}): BuildFile {
  const suspension = {
    kind: 'independent' as const,
    bumpMm: 80,
    droopMm: 100,
    frontArmMm: null,
    sideArmMm: null,
  };
  return {
    format: 'vexlo/build',
    version: 1,
    vehicle: {
      label: 'Example',
      kind: 'truck',
      wheelbaseMm: 3000,
      trackMm: { front: 1600, rear: 1600 },
      massKg: { front: 1000, rear: 900 },
      hub: { studs: 6, pcdMm: 139.7, boreMm: 106.1, thread: 'M12x1.5', studLengthMm: 35, seat: 'cone' },
      minRimIn: 16,
      stock: { tire: { code: '245/75R16 111S', pattern: 'road' }, wheel: WHEEL, axleRatio: 3.9 },
      corners: {
        front: {
          steering: {
            kpiDeg: 10,
            casterDeg: 4,
            kingpinMm: 90,
            kingpinForeAftMm: 0,
            lockInsideDeg: 36,
            lockOutsideDeg: 30,
          },
          suspension,
          obstacles: [obstacle([[600, 0, 0]], { id: 'front-thing' })],
          ...change.front,
        },
        rear: { suspension, obstacles: [obstacle([[-600, 0, 0]], { id: 'rear-thing' })] },
      },
      ...change.vehicle,
    },
    package: {
      label: 'One',
      tire: { code: '245/75R16 111S', pattern: 'road' },
      wheel: WHEEL,
      ...change.package,
    },
    use: { zone: 'all', marginMm: 10, grid: { lock: 13, travel: 9 }, ...change.use },
  };
}

/** The same, checked and with its defaults filled in. Throws where the change made it faulty. */
export function example(change: Change = {}): Build {
  return checked(exampleFile(change));
}

export function checked(file: unknown): Build {
  const read = readBuild(file);
  if (!read.ok) throw new Error(read.faults.map(({ path, message }) => `${path}: ${message}`).join('\n'));
  return read.value;
}

const DEMO = join(import.meta.dirname, '..', 'demo', 'builds');

/** Every demo build file by name, as text. */
export const demoTexts: Readonly<Record<string, string>> = Object.fromEntries(
  readdirSync(DEMO).map((name) => [name.replace('.json', ''), readFileSync(join(DEMO, name), 'utf8')]),
);

export function demoBuild(name: string): Build {
  return checked(JSON.parse(demoTexts[name] ?? ''));
}

/** A quote of two options for a stage. */
export const exampleQuote = (stageId: number, validUntil = '2099-12-31'): Quote => ({
  madeOn: '2026-11-20',
  validUntil,
  terms: { currency: 'cr', hourlyRate: 90, taxPct: 0, validDays: 30 },
  options: ['Tires only', 'Tires and lift'].map((label) => ({
    stageId,
    label,
    summary: '',
    lines: [{ id: 'tire', label: 'tire', count: 4, price: 200, minutes: 60, perhaps: false }],
    gains: [],
    costs: [],
  })),
  note: '',
});
