import type { AxleName } from '../format/names';
import type { Build } from '../format/build';
import { AXLES } from '../format/names';
import { cutKindOf, cutMinutes, type CutKind } from '../cutting/kinds';
import { deriveFigures } from '../figures';
import { lengthOf } from '../geometry/vec';
import { riseMm } from '../vehicle/rise';
import type { Trigger, Per } from '../format/triggers';

/** A tire that is larger by less than this rolls and stands as the old one, per cent; a body that rose less, mm. */
const SAME_SIZE_PCT = 0.5;
const SAME_HEIGHT_MM = 3;

export type DecidedCut = {
  obstacle: string;
  label: string;
  axle: AxleName;
  kind: CutKind;
  depthMm: number;
  /** How many sides are cut alike. */
  sides: 1 | 2;
  /** An estimate, all sides together. */
  minutes: number;
};

/** The cuts that were decided on, with the work they ask for as if the whole edge were cut. */
export function decidedCuts({ vehicle, package: pack }: Build): DecidedCut[] {
  return AXLES.flatMap((axle) =>
    vehicle.corners[axle].obstacles.flatMap((obstacle): DecidedCut[] => {
      const cut = pack.cuts.find((one) => one.obstacle === obstacle.id);
      const kind = cutKindOf(obstacle);
      if (!cut || cut.depthMm <= 0 || !kind) return [];
      const sides = obstacle.side ? 1 : 2;
      return [
        {
          obstacle: obstacle.id,
          label: obstacle.label || obstacle.id,
          axle,
          kind,
          depthMm: cut.depthMm,
          sides,
          minutes: cutMinutes(kind, lengthOf(obstacle.points)) * sides,
        },
      ];
    }),
  );
}

export type PartMoved = {
  obstacle: string;
  label: string;
  axle: AxleName;
  /** How many sides have one. */
  sides: 1 | 2;
  /** Where to, forward, outboard and up, mm; null where it is taken off. */
  byMm: readonly [number, number, number] | null;
};

/** The parts that a package spaces away and those that it takes off, each with its mirror image. */
export function movedParts({ vehicle, package: pack }: Build): PartMoved[] {
  return AXLES.flatMap((axle) =>
    vehicle.corners[axle].obstacles.flatMap(({ id, label, side }): PartMoved[] => {
      const part = { obstacle: id, label: label || id, axle, sides: side ? (1 as const) : (2 as const) };
      if (pack.removed.includes(id)) return [{ ...part, byMm: null }];
      const move = pack.moves.find((one) => one.obstacle === id && one.byMm.some((mm) => mm !== 0));
      return move ? [{ ...part, byMm: move.byMm }] : [];
    }),
  );
}

/** A part that something is done to, as a paper names it: with its axle, and both sides where both have one. */
export const placeWords = ({ label, axle, sides }: Pick<PartMoved, 'label' | 'axle' | 'sides'>): string =>
  `${label}, ${axle}${sides === 2 ? ', both sides' : ''}`;

/** What a package changes against as delivered: on how many axles, and how many parts where it goes by parts. */
export type Fact = { axles: number; parts?: number };
export type Facts = ReadonlyMap<Trigger, Fact>;

const same = (a: unknown, b: unknown): boolean => JSON.stringify(a) === JSON.stringify(b);

/** Which triggers a build pulls. An axle whose drive is not entered counts as driven. */
export function factsOf(build: Build): Facts {
  const { vehicle, package: pack } = build;
  const { stock } = vehicle;
  const facts = new Map<Trigger, Fact>([['always', { axles: 2 }]]);
  const on = (trigger: Trigger, axles: number): void => {
    if (axles > 0) facts.set(trigger, { axles });
  };
  const raised = (holds: (axle: AxleName) => boolean): number => AXLES.filter(holds).length;
  const sizeChanged = Math.abs(deriveFigures(build).growthPct) > SAME_SIZE_PCT;
  const risen = raised((axle) => Math.abs(riseMm(build, axle, 'body')) > SAME_HEIGHT_MM);
  on('tire', same(pack.tire, stock.tire) ? 0 : 2);
  on('tire-size', sizeChanged ? 2 : 0);
  on('wheel', same(pack.wheel, stock.wheel) ? 0 : 2);
  on('spacer', pack.spacerMm > 0 ? 2 : 0);
  on(
    'spring',
    raised((axle) => pack.lift[axle].springMm !== 0),
  );
  on(
    'bracket',
    raised((axle) => pack.lift[axle].bracketMm !== 0),
  );
  on(
    'body',
    raised((axle) => pack.lift[axle].bodyMm !== 0),
  );
  on('ride-height', risen);
  const ratio = pack.axleRatio ?? stock.axleRatio;
  on(
    'ratio',
    Math.abs(ratio - stock.axleRatio) < 0.005 ? 0 : raised((axle) => vehicle.axles?.[axle].driven ?? true),
  );
  on('lock-stop', pack.lockStopDeg === undefined ? 0 : 1);
  const cuts = decidedCuts(build);
  const axlesOf = (list: readonly { axle: AxleName }[]): number => new Set(list.map(({ axle }) => axle)).size;
  on('trim', axlesOf(cuts));
  on('cut-metal', axlesOf(cuts.filter(({ kind }) => kind === 'fold' || kind === 'metal')));
  on('bumper', axlesOf(cuts.filter(({ kind }) => kind === 'bumper')));
  const parts = movedParts(build);
  for (const [trigger, list] of [
    ['moved', parts.filter(({ byMm }) => byMm !== null)],
    ['removed', parts.filter(({ byMm }) => byMm === null)],
  ] as const)
    if (list.length > 0)
      facts.set(trigger, {
        axles: axlesOf(list),
        parts: list.reduce((sum, { sides }) => sum + sides, 0),
      });
  on('sensor', pack.pressureSensor !== undefined && pack.pressureSensor !== 'none' ? 2 : 0);
  on('assistance', vehicle.assistance === true && (sizeChanged || risen > 0) ? 2 : 0);
  return facts;
}

/** How often something is counted that goes by `per`. */
export function countOf(build: Build, { axles, parts = 0 }: Fact, per: Per): number {
  switch (per) {
    case 'job':
      return 1;
    case 'axle':
      return axles;
    case 'wheel':
      return axles * 2;
    case 'stud':
      return axles * 2 * build.vehicle.hub.studs;
    case 'part':
      return parts;
    case 'cut minute':
      return Math.round(decidedCuts(build).reduce((sum, { minutes }) => sum + minutes, 0));
  }
}
