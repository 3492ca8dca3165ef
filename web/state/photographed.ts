import { useStore } from '@nanostores/react';
import { atom } from 'nanostores';
import { useEffect } from 'react';
import type { AxleName } from '../../core/format/names';
import type { RoundLine } from '../../server/rounds';
import { send } from './apiClient';
import { $vehicle } from './store';

/** Which end has a photo round that was measured on this page: the rest of the round is asked for with its panel. */
export const $photographed = atom<AxleName | null>(null);

/** The rounds that are kept with a vehicle, newest first. */
const $roundsKept = atom<{ vehicleId: number; rounds: readonly RoundLine[] }>({ vehicleId: 0, rounds: [] });

/** The newest round that is kept of an end; undefined where there is none. */
export const newestRound = (axle: AxleName): RoundLine | undefined =>
  $roundsKept.get().rounds.find((round) => round.axle === axle);

/** Whether an end has pictures that the package can be drawn into: a round on this page, or one that is kept. */
export function usePhotographed(axle: AxleName): boolean {
  const here = useStore($photographed) === axle;
  const kept = useStore($roundsKept);
  const vehicleId = useStore($vehicle)?.id ?? 0;
  useEffect(() => {
    if (vehicleId === 0) return;
    void send<RoundLine[]>('GET', `/api/vehicles/${vehicleId}/rounds`).then((answer) => {
      if (answer.kind === 'ok') $roundsKept.set({ vehicleId, rounds: answer.value });
    });
  }, [vehicleId]);
  return here || (kept.vehicleId === vehicleId && kept.rounds.some((round) => round.axle === axle));
}
