import { useEffect, useState } from 'react';
import type { DeviceInfo } from '../../../server/devices/device';
import type { DeviceReading } from '../../../server/devices/settle';
import { $activeId } from '../../state/store';
import { send } from '../../state/apiClient';

export type Live = {
  /** The newest reading of each channel. */
  readings: Readonly<Record<string, DeviceReading>>;
  state: 'opening' | 'streaming' | 'dropped';
};

/** The devices of the shop; empty until they are known. */
export function useDevices(): DeviceInfo[] {
  const [devices, setDevices] = useState<DeviceInfo[]>([]);
  useEffect(() => {
    let here = true;
    void send<DeviceInfo[]>('GET', '/api/devices').then((answer) => {
      if (here && answer.kind === 'ok') setDevices(answer.value);
    });
    return () => {
      here = false;
    };
  }, []);
  return devices;
}

/** How long without an event counts as dropped, and how long until it is opened again, ms. */
const SILENT_MS = 3000;
const AGAIN_MS = 800;

/**
 * Opens a device's stream while the caller is on the page. A stream that drops or falls silent is opened again, and
 * what it showed before is no longer offered.
 */
export function useDevice(id: string, take?: (list: readonly DeviceReading[]) => void): Live {
  const [live, setLive] = useState<Live>({ readings: {}, state: 'opening' });
  useEffect(() => {
    let source: EventSource | undefined;
    let timer: ReturnType<typeof setTimeout>;
    let gone = false;
    const drop = (): void => {
      source?.close();
      if (gone) return;
      setLive(({ readings }) => ({
        state: 'dropped',
        readings: Object.fromEntries(
          Object.entries(readings).map(([key, one]) => [key, { ...one, settled: false }]),
        ),
      }));
      clearTimeout(timer);
      timer = setTimeout(open, AGAIN_MS);
    };
    const open = (): void => {
      source = new EventSource(`/api/devices/${id}/stream?stage=${$activeId.get()}`);
      source.onmessage = ({ data }: MessageEvent<string>) => {
        clearTimeout(timer);
        timer = setTimeout(drop, SILENT_MS);
        const list = JSON.parse(data) as DeviceReading[];
        take?.(list);
        setLive(({ readings }) => ({
          state: 'streaming',
          readings: { ...readings, ...Object.fromEntries(list.map((one) => [one.channel, one])) },
        }));
      };
      source.onerror = drop;
      timer = setTimeout(drop, SILENT_MS);
    };
    open();
    return () => {
      gone = true;
      clearTimeout(timer);
      source?.close();
    };
    // `take` is the caller's for the life of the stream.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [id]);
  return live;
}
