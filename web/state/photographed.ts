import { atom } from 'nanostores';
import type { AxleName } from '../../core/format/build';

/** Which end has a photo round that was measured on this page: the rest of the round is asked for with its panel. */
export const $photographed = atom<AxleName | null>(null);
