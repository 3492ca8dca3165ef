import { memo, type ComponentType } from 'react';
import type { Build } from '../../../core/format/build';
import { BuildStation } from '../../stations/build/BuildStation';
import { CutStation } from '../../stations/cut/CutStation';
import { DrivelineStation } from '../../stations/driveline/DrivelineStation';
import { FitStation } from '../../stations/fit/FitStation';
import { LoadStation } from '../../stations/load/LoadStation';
import { LogStation } from '../../stations/log/LogStation';
import { MeasureStation } from '../../stations/measure/MeasureStation';
import { PackageStation } from '../../stations/package/PackageStation';
import { SearchStation } from '../../stations/search/SearchStation';

export type Station = {
  id: string;
  label: string;
  Component: ComponentType<{ build: Build }>;
  /** The key that goes to it; one without stands on the page but not on the rail. */
  key?: string;
  /** How it follows a hand that drags: with it, a task later, or when it is still. */
  follows: 'hand' | 'next-task' | 'still-hand';
};

/** The stations of a sheet in the order of the work. Rail, keys, help and page are made from this list. */
export const STATIONS: readonly Station[] = [
  { id: 'measure', label: 'Measure', key: '1', follows: 'hand', Component: MeasureStation },
  { id: 'package', label: 'Package', key: '2', follows: 'hand', Component: PackageStation },
  { id: 'search', label: 'What fits', follows: 'still-hand', Component: memo(SearchStation) },
  { id: 'fit', label: 'Fit', key: '3', follows: 'next-task', Component: memo(FitStation) },
  { id: 'load', label: 'Load', key: '4', follows: 'next-task', Component: memo(LoadStation) },
  { id: 'driveline', label: 'Driveline', key: '5', follows: 'next-task', Component: memo(DrivelineStation) },
  { id: 'cut', label: 'Cut', key: '6', follows: 'still-hand', Component: memo(CutStation) },
  { id: 'build', label: 'Build', key: '7', follows: 'still-hand', Component: memo(BuildStation) },
  { id: 'log', label: 'Log', key: '8', follows: 'still-hand', Component: memo(LogStation) },
];

/** The stations that the rail shows and keys go to. */
export const RAIL = STATIONS.flatMap(({ id, label, key }) => (key === undefined ? [] : [{ id, label, key }]));
