import type { PlaceKind, RoundReading } from '../../../core/measure/round';
import { showWithUnit, type UnitSystem } from '../../../core/units/quantity';

/** Which way from the hub a place lies, by the axis along which its thing runs. */
const WAYS = [
  ['ahead of the hub', 'behind the hub'],
  ['out from the hub face', 'in from the hub face'],
  ['above the hub', 'below the hub'],
] as const;

/** Where along a thing it is read, as it is said to whoever holds the tape. */
function placeWords({ runs, atMm }: PlaceKind, units: UnitSystem): string {
  const [more, less] = WAYS[runs];
  return `${showWithUnit(Math.abs(atMm), 'length', units)} ${atMm < 0 ? less : more}`;
}

/** What a reading is called, with the place of its thing where it is of one. */
export const wordsOf = ({ label, kind }: Pick<RoundReading, 'label' | 'kind'>, units: UnitSystem): string =>
  kind.of === 'place' ? `${label}, ${placeWords(kind, units)}` : label;
