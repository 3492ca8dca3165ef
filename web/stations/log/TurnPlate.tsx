import type { DeviceInfo } from '../../../server/devices/device';
import { ReadDevice } from '../devices/ReadDevice';
import { useDevice } from '../devices/useDevice';
import { Button } from '../../ui/Button';

function Live({ device, take }: { device: DeviceInfo; take: (lockDeg: number) => void }) {
  const angle = useDevice(device.id).readings['angle'];
  return (
    <Button
      className="self-end"
      disabled={!angle?.settled}
      // Outward of the left wheel is the inside of its turn.
      onClick={() => angle && take(Number(angle.value.toFixed(1)))}
    >
      Take {angle ? `${angle.value.toFixed(1)}°` : '…'} {angle?.settled ? '' : 'moving'}
      {device.simulated && <b className="bg-ink text-sheet ml-1 px-1 text-sm font-semibold">simulated</b>}
    </Button>
  );
}

/** The left wheel's angle from the turn plate, taken as the lock of the reading once it is still. */
export function TurnPlate({ take }: { take: (lockDeg: number) => void }) {
  return (
    <ReadDevice kind="turn-plate" words="Read the plate">
      {(device) => <Live device={device} take={take} />}
    </ReadDevice>
  );
}
