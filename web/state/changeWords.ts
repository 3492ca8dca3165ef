import type { Change, Json } from '../../core/history/diff';
import { fieldOf } from '../../core/format/fieldList';
import { showWithUnit, unitOf, type UnitSystem } from '../../core/units/quantity';

/** A place of a document as a path of the build file: a vehicle's and a job's documents stand without their own name. */
export function fieldPath(subject: 'vehicle' | 'stage' | 'job', pointer: string): string {
  const keys = pointer.split('/').filter(Boolean);
  return (subject === 'stage' ? keys : [subject, ...keys]).join('.');
}

/** The place of a change in words: `tire mass`, `spring lift, front`; its last key where nobody named it. */
export function placeWords(path: string): string {
  const field = fieldOf(path);
  if (!field) return path.split('.').findLast((key) => !/^\d+$/.test(key)) ?? 'everything';
  const name = /^[A-Z][a-z]/.test(field.label)
    ? field.label.charAt(0).toLowerCase() + field.label.slice(1)
    : field.label;
  return field.axle ? `${name}, ${field.axle}` : name;
}

/** How many entries a list has, or that something is there: what is no figure is not read out. */
function otherWords(value: Json): string {
  if (typeof value === 'string') return value.length > 40 ? `“${value.slice(0, 40)}…”` : `“${value}”`;
  if (typeof value === 'boolean') return value ? 'yes' : 'no';
  if (Array.isArray(value)) return value.length === 1 ? '1 entry' : `${value.length} entries`;
  return typeof value === 'object' && value !== null ? 'set' : 'none';
}

/** A change as people say it, in the units of whoever reads: `tire mass 24 → 26 kg`, `measured points changed`. */
export function changeLine(path: string, { from, to }: Change, units: UnitSystem): string {
  const place = placeWords(path);
  const quantity = fieldOf(path)?.quantity ?? 'plain';
  const figure = (value: Json | undefined): boolean => typeof value === 'number';
  if (figure(from) && figure(to)) {
    const unit = unitOf(quantity, units);
    const said = (value: Json | undefined): string => showWithUnit(Number(value), quantity, units);
    const first =
      unit !== '' && said(from).endsWith(` ${unit}`) ? said(from).slice(0, -unit.length - 1) : said(from);
    return `${place} ${first} → ${said(to)}`;
  }
  const words = (value: Json | undefined): string =>
    value === undefined
      ? 'nothing'
      : typeof value === 'number'
        ? showWithUnit(value, quantity, units)
        : otherWords(value);
  const [before, after] = [words(from), words(to)];
  return before === after ? `${place} changed` : `${place} ${before} → ${after}`;
}

/** Some changes in words, each place once, at most three. */
export function changeWords(subject: 'vehicle' | 'stage' | 'job', changes: readonly Change[]): string {
  const places = [...new Set(changes.map(({ path }) => placeWords(fieldPath(subject, path))))];
  const shown = places.slice(0, 3).join(', ');
  return places.length > 3 ? `${shown} and ${places.length - 3} more` : shown;
}
