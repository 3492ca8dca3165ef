import { useState, type ReactNode } from 'react';
import type { DeviceInfo } from '../../../server/devices/device';
import { useDevices } from './useDevice';
import { Button } from '../../ui/Button';

type Props = { kind: DeviceInfo['kind']; words: string; children: (device: DeviceInfo) => ReactNode };

/** A button that opens a device of the shop beside a form; nothing where the shop has none of its kind. */
export function ReadDevice({ kind, words, children }: Props) {
  const device = useDevices().find((one) => one.kind === kind);
  const [on, setOn] = useState(false);
  if (!device) return null;
  return on ? (
    children(device)
  ) : (
    <Button className="self-end" onClick={() => setOn(true)}>
      {words}
    </Button>
  );
}
