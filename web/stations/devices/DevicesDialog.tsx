import { useStore } from '@nanostores/react';
import { useEffect, useEffectEvent, useState } from 'react';
import { toast } from '../../state/notices';
import { showWithUnit, type Quantity } from '../../../core/units/quantity';
import type { Channel, DeviceInfo } from '../../../server/devices/device';
import { Segments } from '../../ui/choices';
import { SheetDialog } from '../../ui/Dialog';
import { $units } from '../../state/store';
import { TAKES, takeInto, type Take } from './taking';
import { useDevice, useDevices } from './useDevice';
import { Button } from '../../ui/Button';

const QUANTITY: Record<Channel['unit'], Quantity> = {
  kg: 'mass',
  '°': 'angle',
  'km/h': 'speed',
  rpm: 'plain',
  s: 'plain',
};
/** Left and right that differ by more than this are worth a second weighing. */
const LOPSIDED = 0.025;

/** The shop's devices, one at a time: its figures as they come, and what they can be taken for. */
export function DevicesDialog({ first, close }: { first?: DeviceInfo['kind']; close: () => void }) {
  const devices = useDevices().filter(({ kind }) => TAKES[kind].length > 0);
  const [chosen, setChosen] = useState<string>();
  const device =
    devices.find(({ id }) => id === chosen) ?? devices.find(({ kind }) => kind === first) ?? devices[0];
  return (
    <SheetDialog title="Devices" close={close}>
      {device ? (
        <>
          <Segments
            label="Device"
            value={device.id}
            options={devices.map(({ id, label }) => [id, label] as const)}
            choose={setChosen}
          />
          <DevicePane key={device.id} device={device} />
        </>
      ) : (
        <p className="text-graphite">Looking for devices…</p>
      )}
    </SheetDialog>
  );
}

function DevicePane({ device }: { device: DeviceInfo }) {
  const units = useStore($units);
  const { readings, state } = useDevice(device.id);
  const say = (channel: Channel): string => {
    const reading = readings[channel.id];
    if (!reading) return '–';
    const digits = channel.unit === 'kg' ? 1 : 10;
    return showWithUnit(Math.round(reading.value * digits) / digits, QUANTITY[channel.unit], units);
  };
  const take = (one: Take): void => {
    const edited = takeInto(device, one, readings);
    if (edited.ok)
      toast(`${one.words}: done, from the ${device.label}${device.simulated ? ', simulated' : ''}.`);
    else toast(edited.faults[0]?.message ?? 'It was not taken.');
  };
  const ready = (one: Take): boolean =>
    one.needs.every((id) => readings[id]?.settled) &&
    (one.fits?.((id) => readings[id]?.value ?? NaN) ?? true);
  const byNumber = useEffectEvent((digit: number) => {
    const one = TAKES[device.kind][digit - 1];
    if (one && ready(one)) take(one);
  });
  useEffect(() => {
    const onKey = ({ key }: KeyboardEvent): void => {
      if (/^[1-9]$/.test(key)) byNumber(Number(key));
    };
    addEventListener('keydown', onKey);
    return () => removeEventListener('keydown', onKey);
  }, []);
  return (
    <div className="mt-3" data-testid="device" data-state={state}>
      <p className="flex gap-3">
        {device.simulated && <b className="bg-ink text-sheet font-tight px-2 font-semibold">simulated</b>}
        <span className="text-graphite">
          {state === 'streaming'
            ? 'Streaming.'
            : state === 'opening'
              ? 'Opening…'
              : 'The stream was lost; opening it again…'}
        </span>
      </p>
      <dl className="mt-2 grid grid-cols-2 gap-x-6">
        {device.channels.map((channel) => {
          const settled = readings[channel.id]?.settled ?? false;
          return (
            <div
              key={channel.id}
              data-channel={channel.id}
              data-settled={settled}
              className="border-line border-b py-2"
            >
              <dt className="caption">{channel.label}</dt>
              <dd className={`text-4xl font-semibold ${settled ? '' : 'text-graphite'}`}>
                {say(channel)} <span className="text-base font-normal">{settled ? 'settled' : 'moving'}</span>
              </dd>
            </div>
          );
        })}
      </dl>
      <Lopsided device={device} readings={readings} />
      <div className="mt-3 flex flex-wrap gap-2">
        {TAKES[device.kind].map((one, i) => (
          <Button
            key={one.id}
            className="text-lg"
            disabled={!ready(one)}
            title={ready(one) ? `Key ${i + 1}` : 'Not settled yet'}
            onClick={() => take(one)}
          >
            {one.words} <kbd className="text-graphite text-sm">{i + 1}</kbd>
          </Button>
        ))}
      </div>
    </div>
  );
}

/** A pad that reads high shows as a side that weighs more: swap the pads and weigh again to tell which. */
function Lopsided({
  device,
  readings,
}: {
  device: DeviceInfo;
  readings: Record<string, { value: number; settled: boolean }>;
}) {
  if (device.kind !== 'corner-scales') return null;
  const words = (['front', 'rear'] as const).flatMap((axle) => {
    const [left, right] = [readings[`${axle}-left`], readings[`${axle}-right`]];
    if (!left?.settled || !right?.settled) return [];
    const share = (left.value - right.value) / ((left.value + right.value) / 2);
    return Math.abs(share) > LOPSIDED
      ? [
          `The ${axle} ${share > 0 ? 'left' : 'right'} pad shows ${(Math.abs(share) * 100).toFixed(1)} % more than the other: swap the two pads and weigh again, to tell a heavy side from a pad that reads high.`,
        ]
      : [];
  });
  return words.length > 0 ? (
    <p className="mt-2 font-medium" role="status" data-testid="lopsided">
      ◐ {words.join(' ')}
    </p>
  ) : null;
}
