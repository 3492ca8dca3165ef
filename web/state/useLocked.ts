import { useStore } from '@nanostores/react';
import { useWhyNot } from './person';
import { $locked } from './store';

/** Whether the stage on the page is not for this person to change: as delivered follows the vehicle, and some only look on. */
export function useLocked(): boolean {
  const why = useWhyNot('plan');
  return useStore($locked) || why !== null;
}
