import { type WheelPlace, WHEELS } from '../format/names';

export type Across = { inner: number; middle: number; outer: number };
export type TreadLook = {
  at: string;
  odometerKm?: number | undefined;
  mm: Partial<Record<WheelPlace, Across>>;
};

/** A pattern of wear, what most likely makes it, and the check that tells. A likelihood, never a finding. */
export type WearSign = {
  where: string;
  /** How far apart the depths are that say so, mm. */
  byMm: number;
  likely: string;
  check: string;
  /** Large enough to be more than the gauge's own error. */
  sure: 'likely' | 'perhaps';
};

/** Depths read twice differ by about this much, one standard deviation, mm. An estimate. */
const GAUGE_MM = 0.3;
const PERHAPS_MM = 3 * GAUGE_MM;
const LIKELY_MM = 5 * GAUGE_MM;

const sureOf = (byMm: number): WearSign['sure'] => (byMm >= LIKELY_MM ? 'likely' : 'perhaps');
const meanOf = ({ inner, middle, outer }: Across): number => (inner + middle + outer) / 3;
const words = (place: WheelPlace): string => place.replace('-', ' ');

function across(place: WheelPlace, { inner, middle, outer }: Across): WearSign[] {
  const where = words(place);
  const edges = (inner + outer) / 2;
  const slope = outer - inner;
  // One edge against the other explains more than middle against both where it is the larger of the two.
  if (Math.abs(slope) >= PERHAPS_MM && Math.abs(slope) >= Math.abs(middle - edges))
    return [
      slope > 0
        ? {
            where,
            byMm: slope,
            sure: sureOf(slope),
            likely: 'inner edge wears first: too much negative camber, or toe out',
            check: 'camber and toe on the bench; worn bushings and ball joints by lever',
          }
        : {
            where,
            byMm: -slope,
            sure: sureOf(-slope),
            likely: 'outer edge wears first: positive camber, toe in, or hard cornering',
            check: 'camber and toe on the bench; ask how it is driven',
          },
    ];
  const bow = middle - edges;
  if (Math.abs(bow) < PERHAPS_MM) return [];
  return [
    bow > 0
      ? {
          where,
          byMm: bow,
          sure: sureOf(bow),
          likely: 'both edges wear first: driven too soft, or aired down and not aired up again',
          check: 'chalk test; ask for the pressures on the road',
        }
      : {
          where,
          byMm: -bow,
          sure: sureOf(-bow),
          likely: 'middle wears first: driven too hard for its load',
          check: 'chalk test; weigh the axle',
        },
  ];
}

/** What the pattern of one look at the tread most likely says. Empty where all is even, or within the gauge's error. */
export function wearSigns({ mm }: Pick<TreadLook, 'mm'>): WearSign[] {
  const signs = WHEELS.flatMap((place) => {
    const one = mm[place];
    return one ? across(place, one) : [];
  });
  const between = (a: WheelPlace, b: WheelPlace, likely: string, check: string): WearSign[] => {
    const [x, y] = [mm[a], mm[b]];
    if (!x || !y) return [];
    const byMm = Math.abs(meanOf(x) - meanOf(y));
    if (byMm < PERHAPS_MM) return [];
    const less = meanOf(x) < meanOf(y) ? a : b;
    return [
      { where: words(less), byMm, sure: sureOf(byMm), likely: `more worn than the other: ${likely}`, check },
    ];
  };
  return [
    ...signs,
    ...between(
      'front-left',
      'front-right',
      'one side drags or is set otherwise',
      'brake that binds, toe of that wheel, pressure of that tire',
    ),
    ...between(
      'rear-left',
      'rear-right',
      'one side drags or is set otherwise',
      'brake that binds, axle that stands askew (thrust angle), pressure of that tire',
    ),
    ...axleDifference(mm),
  ];
}

function axleDifference(mm: TreadLook['mm']): WearSign[] {
  const of = (places: readonly WheelPlace[]): number | undefined => {
    const known = places.flatMap((place) => (mm[place] ? [meanOf(mm[place])] : []));
    return known.length === 0 ? undefined : known.reduce((a, b) => a + b, 0) / known.length;
  };
  const front = of(['front-left', 'front-right']);
  const rear = of(['rear-left', 'rear-right']);
  if (front === undefined || rear === undefined || Math.abs(front - rear) < PERHAPS_MM) return [];
  const byMm = Math.abs(front - rear);
  return [
    {
      where: front < rear ? 'front axle' : 'rear axle',
      byMm,
      sure: sureOf(byMm),
      likely: 'this axle wears faster, as driven and steered axles do',
      check: 'move the tires to other places sooner; look at the load of that axle',
    },
  ];
}

export type WearRate = { place: WheelPlace; mmPer1000Km: number; kmLeft: number | null };

/**
 * How fast each tire wears between two looks that have an odometer, and how far it goes until `limitMm`; null where it does
 * not wear measurably. Tires that were moved in between have no rate: pass the looks since.
 */
export function wearRates(before: TreadLook, now: TreadLook, limitMm: number): WearRate[] {
  const km = (now.odometerKm ?? NaN) - (before.odometerKm ?? NaN);
  if (!(km > 0)) return [];
  return WHEELS.flatMap((place): WearRate[] => {
    const [a, b] = [before.mm[place], now.mm[place]];
    if (!a || !b) return [];
    const worn = meanOf(a) - meanOf(b);
    const least = Math.min(b.inner, b.middle, b.outer);
    const rate = (worn / km) * 1000;
    return [
      {
        place,
        mmPer1000Km: rate,
        kmLeft: worn < GAUGE_MM ? null : Math.max(0, ((least - limitMm) / rate) * 1000),
      },
    ];
  });
}
