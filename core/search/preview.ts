import type { Build } from '../format/build';
import { tireSize } from '../tire/size';
import type { Found } from './found';
import { startSearch, type SearchState } from './search';
import type { OfferedTire, OfferedWheel, Space } from './space';
import type { Stops } from './tally';
import type { Limits } from '../format/searchLimits';

/** How many tires and wheels are looked at before all of it is taken on: little enough for something to see at once. */
const FIRST = { tires: 60, wheels: 8 } as const;

const diameterMm = ({ tire }: Pick<OfferedTire, 'tire'>, { wheel }: Build['package']): number =>
  tireSize(tire, wheel.widthIn).overallDiameterMm;
/** How far a wheel is from another, in inches of its diameter or width and in 25 mm of its offset. */
const apart = (a: OfferedWheel['wheel'], b: OfferedWheel['wheel']): number =>
  2 * Math.abs(a.diameterIn - b.diameterIn) +
  Math.abs(a.widthIn - b.widthIn) +
  Math.abs(a.offsetMm - b.offsetMm) / 25;

/** The places of the first few by a figure, in the order of the list. */
function nearest<T>(list: readonly T[], figure: (one: T) => number, most: number): number[] {
  const figures = list.map(figure);
  return [...list.keys()]
    .sort((i, j) => figures[i]! - figures[j]!)
    .slice(0, most)
    .sort((i, j) => i - j);
}

/**
 * A small part of a search, judged at once: tires between the one as delivered and the one that is on, or about as large, on
 * wheels like the one that is on; nothing else changed. Its packages are numbered as those of the whole space.
 */
export function preview(space: Space, limits: Limits): SearchState {
  const { package: pack, vehicle } = space.base;
  const [low = 0, high = 0] = [vehicle.stock, pack]
    .map(({ tire }) => diameterMm({ tire }, pack))
    .sort((a, b) => a - b);
  const outside = (one: OfferedTire): number => {
    const over = diameterMm(one, pack);
    return Math.max(0, low - over, over - high);
  };
  const tires = nearest(space.tires, outside, FIRST.tires);
  const wheels = nearest(space.wheels, ({ wheel }) => apart(wheel, pack.wheel), FIRST.wheels);
  const search = startSearch(
    {
      ...space,
      tires: tires.map((i) => space.tires[i]!),
      wheels: wheels.map((i) => space.wheels[i]!),
      spacers: space.spacers.slice(0, 1),
      lifts: space.lifts.slice(0, 1),
      ratios: space.ratios.slice(0, 1),
    },
    limits,
  );
  search.step(Infinity);
  const { state } = search;
  const numbered = (one: Found): Found => ({ ...one, tire: tires[one.tire]!, wheel: wheels[one.wheel]! });
  const spread = (stops: Stops, places: readonly number[], count: number): Stops => {
    const all: Stops = Array.from({ length: count }, () => undefined);
    places.forEach((place, i) => (all[place] = stops[i]));
    return all;
  };
  const { largest } = state.tuck;
  return {
    ...state,
    found: state.found.map(numbered),
    beyond: state.beyond.map(numbered),
    tires: spread(state.tires, tires, space.tires.length),
    wheels: spread(state.wheels, wheels, space.wheels.length),
    tuck: { ...state.tuck, largest: largest && numbered(largest) },
  };
}
