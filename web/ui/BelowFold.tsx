import type { ReactNode } from 'react';
import { useAfterFirst } from '../state/useAfterFirst';

/**
 * What stands below the first look at a leaf: it is drawn after the leaf is seen, so that turning to it is not held up.
 * `minHeight` keeps its place meanwhile.
 */
export function BelowFold({ children, minHeight = '20rem' }: { children: ReactNode; minHeight?: string }) {
  return useAfterFirst() ? children : <div style={{ minHeight }} aria-hidden />;
}
