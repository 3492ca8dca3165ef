import { useStore } from '@nanostores/react';
import { atom } from 'nanostores';
import { useEffect } from 'react';
import type { AxleName } from '../../core/format/build';
import type { RoundLine } from '../../server/rounds';
import { send } from './apiClient';
import { $vehicle } from './store';

/** Which end has a photo round that was measured on this page: the rest of the round is asked for with its panel. */
export const $photographed = atom<AxleName | null>(null);

/** The ends of a vehicle that a round is kept of. */
const $roundsKept = atom<{ vehicleId: number; axles: readonly AxleName[] }>({ vehicleId: 0, axles: [] });

/** Whether an end has pictures that the package can be drawn into: a round on this page, or one that is kept. */
export function usePhotographed(axle: AxleName): boolean {
  const here = useStore($photographed) === axle;
  const kept = useStore($roundsKept);
  const vehicleId = useStore($vehicle)?.id ?? 0;
  useEffect(() => {
    if (vehicleId === 0) return;
    void send<RoundLine[]>('GET', `/api/vehicles/${vehicleId}/rounds`).then((answer) => {
      if (answer.kind === 'ok') $roundsKept.set({ vehicleId, axles: answer.value.map((line) => line.axle) });
    });
  }, [vehicleId]);
  return here || (kept.vehicleId === vehicleId && kept.axles.includes(axle));
}
