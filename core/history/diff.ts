/** Any JSON value. */
export type Json = null | boolean | number | string | Json[] | { [key: string]: Json };

/** One place in a document that changed: a JSON pointer, and what stood there; absent where nothing did. */
export type Change = { path: string; from?: Json; to?: Json };

const isObject = (value: Json | undefined): value is { [key: string]: Json } =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

/** What a document itself holds under a key: what every object has from its kind (`valueOf`) is nothing that was written. */
const own = (object: { [key: string]: Json }, key: string): Json | undefined =>
  Object.hasOwn(object, key) ? object[key] : undefined;

const escape = (key: string): string => key.replaceAll('~', '~0').replaceAll('/', '~1');
const steps = (path: string): string[] =>
  path
    .split('/')
    .slice(1)
    .map((step) => step.replaceAll('~1', '/').replaceAll('~0', '~'));

/**
 * What turns one document into another, place by place. Arrays of one length are compared element by
 * element; one that grew or shrank is one change, since its elements have no names to follow them by.
 */
export function changesBetween(from: Json | undefined, to: Json | undefined, path = ''): Change[] {
  if (from === to) return [];
  if (isObject(from) && isObject(to)) {
    const keys = [...new Set([...Object.keys(from), ...Object.keys(to)])];
    return keys.flatMap((key) => changesBetween(own(from, key), own(to, key), `${path}/${escape(key)}`));
  }
  if (Array.isArray(from) && Array.isArray(to) && from.length === to.length)
    return from.flatMap((value, i) => changesBetween(value, to[i], `${path}/${i}`));
  if (JSON.stringify(from) === JSON.stringify(to)) return [];
  return [{ path, ...(from === undefined ? {} : { from }), ...(to === undefined ? {} : { to }) }];
}

function put(value: Json | undefined, [step, ...rest]: string[], to: Json | undefined): Json | undefined {
  if (step === undefined) return to;
  if (Array.isArray(value)) {
    const copy = [...value];
    const inner = put(copy[Number(step)], rest, to);
    if (inner !== undefined) copy[Number(step)] = inner;
    return copy;
  }
  const object = isObject(value) ? value : {};
  const inner = put(own(object, step), rest, to);
  if (inner === undefined) return Object.fromEntries(Object.entries(object).filter(([key]) => key !== step));
  return { ...object, [step]: inner };
}

/** A copy of the document with the changes made; the document itself stays as it is. */
export function withChanges(value: Json, changes: readonly Change[]): Json {
  return changes.reduce<Json>((at, { path, to }) => put(at, steps(path), to) ?? null, value);
}

function at(from: Json | undefined, [step, ...rest]: string[]): Json | undefined {
  if (step === undefined) return from;
  if (Array.isArray(from)) return at(from[Number(step)], rest);
  return isObject(from) ? at(own(from, step), rest) : undefined;
}

/** What stands at a place of a document, by its JSON pointer; undefined where nothing does. */
export const valueAt = (value: Json, path: string): Json | undefined => at(value, steps(path));

/** Whether a document still holds what these changes left in their places. */
export const stands = (value: Json, changes: readonly Change[]): boolean =>
  changes.every(({ path, to }) => changesBetween(valueAt(value, path), to).length === 0);

/** The changes that take these back. */
export function inverse(changes: readonly Change[]): Change[] {
  return [...changes].reverse().map(({ path, from, to }) => ({
    path,
    ...(to === undefined ? {} : { from: to }),
    ...(from === undefined ? {} : { to: from }),
  }));
}

/** Whether two sets of changes touch the same place, or one a part of what the other replaces. */
export function overlap(mine: readonly Change[], theirs: readonly Change[]): boolean {
  const within = (a: string, b: string): boolean => a === b || a.startsWith(`${b}/`);
  return mine.some((m) => theirs.some((t) => within(m.path, t.path) || within(t.path, m.path)));
}
