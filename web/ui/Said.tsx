import { useStore } from '@nanostores/react';
import { wordingText, type Wording } from '../../core/wording';
import { $units } from '../state/store';

/** A sentence of the core in the units of whoever reads. */
export function Said({ words }: { words: Wording }) {
  return <>{wordingText(words, useStore($units))}</>;
}
