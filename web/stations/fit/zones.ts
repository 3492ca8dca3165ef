import { ZONES, type Zone } from '../../../core/format/names';
import type { Use } from '../../../core/format/use';

/** Zones that a shop made for itself, beside the three. */
type Own = readonly NonNullable<Use['zoneLimits']>[];
const ZONE_LABELS: Record<Zone, string> = { street: 'Street', trail: 'Trail', all: 'Everything' };
const OWN = 'own:';

/** All zones to choose from, as a value and its words. */
export const zoneOptions = (own: Own): (readonly [value: string, words: string])[] => [
  ...ZONES.map((one) => [one, ZONE_LABELS[one]] as const),
  ...own.map(({ label }) => [`${OWN}${label}`, label] as const),
];

export const zoneValue = ({ zone, zoneLimits }: Pick<Use, 'zone' | 'zoneLimits'>): string =>
  zoneLimits ? `${OWN}${zoneLimits.label}` : zone;

/** What a chosen value stands for; nothing where it is of no zone. */
export function zoneChosen(value: string, own: Own): Partial<Pick<Use, 'zone' | 'zoneLimits'>> {
  const zone = ZONES.find((one) => one === value);
  if (zone) return { zone };
  const zoneLimits = own.find(({ label }) => label === value.slice(OWN.length));
  return zoneLimits && value.startsWith(OWN) ? { zoneLimits: { ...zoneLimits } } : {};
}
