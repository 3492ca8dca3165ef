import type { Sample } from './device';

/** A figure with whether it has come to rest. */
export type DeviceReading = Sample & { settled: boolean };

/** How still a channel must be, and over how many samples, before its figure is offered. */
export type Stillness = { within: number; samples: number };

/**
 * Marks each sample as settled or not: settled where the last `samples` of its channel lie within `within` of each
 * other. The figure of a settled channel is their mean.
 */
export function settling({ within, samples }: Stillness): (list: readonly Sample[]) => DeviceReading[] {
  const seen = new Map<string, number[]>();
  return (list) =>
    list.map(({ channel, value }) => {
      const last = [...(seen.get(channel) ?? []), value].slice(-samples);
      seen.set(channel, last);
      const settled = last.length === samples && Math.max(...last) - Math.min(...last) <= within;
      return {
        channel,
        value: settled ? last.reduce((sum, one) => sum + one, 0) / samples : value,
        settled,
      };
    });
}
