import { memo, type ComponentType } from 'react';
import type { Build } from '../../../core/format/build';

type Station = ComponentType<{ build: Build }>;

export type Leaf = {
  /** Its name in addresses, and the id of its section. */
  id: string;
  label: string;
  /** The key that turns to it. */
  key: string;
  /** How it follows a hand that drags: with it, a task later, or when it is still. */
  follows: 'hand' | 'next-task' | 'still-hand';
  load: () => Promise<Station>;
};

/** The leaves of a sheet in the order of the work. Addresses, rail, keys and help are made from this list. */
export const LEAVES = [
  {
    id: 'measure',
    label: 'Measure',
    key: '1',
    follows: 'hand',
    load: async () => (await import('../../stations/measure/MeasureStation')).MeasureStation,
  },
  {
    id: 'package',
    label: 'Package',
    key: '2',
    follows: 'hand',
    load: async () => (await import('../../stations/package/PackageStation')).PackageStation,
  },
  {
    id: 'search',
    label: 'What fits',
    key: 'w',
    follows: 'still-hand',
    load: async () => memo((await import('../../stations/search/SearchStation')).SearchStation),
  },
  {
    id: 'fit',
    label: 'Fit',
    key: '3',
    follows: 'next-task',
    load: async () => memo((await import('../../stations/fit/FitStation')).FitStation),
  },
  {
    id: 'load',
    label: 'Load',
    key: '4',
    follows: 'next-task',
    load: async () => memo((await import('../../stations/load/LoadStation')).LoadStation),
  },
  {
    id: 'driveline',
    label: 'Driveline',
    key: '5',
    follows: 'next-task',
    load: async () => memo((await import('../../stations/driveline/DrivelineStation')).DrivelineStation),
  },
  {
    id: 'cut',
    label: 'Cut',
    key: '6',
    follows: 'still-hand',
    load: async () => memo((await import('../../stations/cut/CutStation')).CutStation),
  },
  {
    id: 'build',
    label: 'Build',
    key: '7',
    follows: 'still-hand',
    load: async () => memo((await import('../../stations/build/BuildStation')).BuildStation),
  },
  {
    id: 'log',
    label: 'Log',
    key: '8',
    follows: 'still-hand',
    load: async () => memo((await import('../../stations/log/LogStation')).LogStation),
  },
] as const satisfies readonly Leaf[];

export type LeafId = (typeof LEAVES)[number]['id'];
/** All leaves behind one another, for the paper that they are printed on. */
export const WHOLE_SET = 'set';
export type Front = LeafId | typeof WHOLE_SET;

export const isFront = (name: string | undefined): name is Front =>
  name === WHOLE_SET || LEAVES.some(({ id }) => id === name);

const loaded = new Map<LeafId, Station>();
const loading = new Map<LeafId, Promise<void>>();

/** The code of a leaf; one that did not arrive is asked for again when it is asked for. */
export function loadLeaf(id: LeafId): Promise<void> {
  const leaf = LEAVES.find((one) => one.id === id);
  let asked = loading.get(id);
  if (!asked && leaf) {
    asked = leaf.load().then((station) => void loaded.set(id, station));
    asked.catch(() => loading.delete(id));
    loading.set(id, asked);
  }
  return asked ?? Promise.resolve();
}

/** What draws a leaf, if its code is there. */
export const stationOf = (id: LeafId): Station | undefined => loaded.get(id);

/** Everything that has to be there before a page is drawn first: on the server all, on the page the leaf of its address. */
export async function loadFirst(path: string | undefined, shown?: string): Promise<void> {
  const front = path?.split('/')[3];
  const needed = LEAVES.filter(
    ({ id }) => path === undefined || front === WHOLE_SET || id === front || id === shown,
  );
  // One that does not arrive says so in its own place.
  await Promise.allSettled(needed.map(({ id }) => loadLeaf(id)));
}
