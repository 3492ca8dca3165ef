import type { Build, Tire, Wheel } from '../format/build';
import { liftHeightMm } from '../vehicle/asDelivered';
import type { Lift } from '../format/package';

/** What a thing costs, when it can be had and from whom; null where nobody said. */
export type Offer = { price: number | null; days: number | null; supplier: string };
export type OfferedTire = Offer & { id: number; words: string; tire: Tire };
export type OfferedWheel = Offer & { id: number; words: string; wheel: Wheel };
export type OfferedLift = Offer & {
  id: number;
  words: string;
  lift: { front: Lift; rear: Lift };
  /** One step past what was asked for: judged to say what it would open, never a result. */
  beyond?: boolean;
};
export type OfferedSpacer = Offer & { id: number; words: string; spacerMm: number };
export type OfferedRatio = Offer & { id: number; words: string; axleRatio: number };

/** What is on the vehicle already costs nothing and is there. */
export const ALREADY_FITTED = { id: 0, price: 0, days: 0, supplier: '' } as const;
/** How high a kit stands at the front, mm. */
export const kitHeightMm = ({ lift }: Pick<OfferedLift, 'lift'>): number => liftHeightMm(lift.front);

/** What may change and what stays: every package is one of each on the base's vehicle. The first of each may be what is on. */
export type Space = {
  base: Build;
  tires: readonly OfferedTire[];
  wheels: readonly OfferedWheel[];
  spacers: readonly OfferedSpacer[];
  lifts: readonly OfferedLift[];
  ratios: readonly OfferedRatio[];
};

export type Choice = {
  tire: OfferedTire;
  wheel: OfferedWheel;
  spacer: OfferedSpacer;
  lift: OfferedLift;
  ratio: OfferedRatio;
};

/** The build that a choice makes of the base. What is not chosen stays: cuts, sag, pressures, what is added. */
export function buildOf(
  { package: pack, ...rest }: Build,
  { tire, wheel, spacer, lift, ratio }: Choice,
): Build {
  const { spacerKind: _before, ...kept } = pack;
  return {
    ...rest,
    package: {
      ...kept,
      tire: tire.tire,
      wheel: wheel.wheel,
      spacerMm: spacer.spacerMm,
      ...(spacer.spacerMm > 0 ? { spacerKind: pack.spacerKind ?? 'bolt-on' } : {}),
      lift: lift.lift,
      axleRatio: ratio.axleRatio,
    },
  };
}

type Priced = Record<keyof Choice, Pick<Offer, 'price'>>;
/** Tires and wheels are bought by fours, spacers too; null as soon as one price is not known. */
export function costOf({ tire, wheel, spacer, lift, ratio }: Priced): number | null {
  const parts = [tire.price, wheel.price, spacer.price].map((price) => (price === null ? null : 4 * price));
  const all = [...parts, lift.price, ratio.price];
  return all.some((price) => price === null)
    ? null
    : all.reduce<number>((sum, price) => sum + (price ?? 0), 0);
}

/** Days until the last of it is there; null as soon as one is not known. */
export function daysOf({ tire, wheel, spacer, lift, ratio }: Choice): number | null {
  const all = [tire.days, wheel.days, spacer.days, lift.days, ratio.days];
  return all.some((days) => days === null) ? null : Math.max(...all.map((days) => days ?? 0));
}
