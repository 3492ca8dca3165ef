import type { DeviceInfo } from '../../../server/devices/device';
import { ReadDevice } from '../devices/ReadDevice';
import { useDevice } from '../devices/useDevice';
import { Button } from '../../ui/Button';

type Take = (more: Record<string, string>) => void;
const CHANNELS = [
  ['caster', 'casterDeg'],
  ['camber', 'camberDeg'],
  ['toe', 'toeDeg'],
] as const;

function Live({ device, take }: { device: DeviceInfo; take: Take }) {
  const { readings, state } = useDevice(device.id);
  const ready = CHANNELS.every(([id]) => readings[id]?.settled);
  const into = (when: 'before' | 'after'): void =>
    take(
      Object.fromEntries(
        CHANNELS.map(([channel, key]) => [`${when}.${key}`, (readings[channel]?.value ?? NaN).toFixed(2)]),
      ),
    );
  return (
    <span className="flex items-end gap-2" data-testid="alignment-live" data-state={state}>
      {(['before', 'after'] as const).map((when) => (
        <Button key={when} disabled={!ready} onClick={() => into(when)}>
          Take as {when}
        </Button>
      ))}
      <span className="text-graphite pb-1.5 text-[0.9rem]">
        {device.simulated && <b className="bg-ink text-sheet mr-1 px-1 font-semibold">simulated</b>}
        {ready ? 'settled' : state === 'streaming' ? 'moving' : 'opening…'}
      </span>
    </span>
  );
}

/** The figures of the alignment bench, taken into the form once they have settled. */
export function AlignmentBench({ take }: { take: Take }) {
  return (
    <ReadDevice kind="alignment-bench" words="Read the bench">
      {(device) => <Live device={device} take={take} />}
    </ReadDevice>
  );
}
