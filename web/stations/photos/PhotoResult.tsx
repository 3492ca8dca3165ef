import { useStore } from '@nanostores/react';
import { useMemo } from 'react';
import { toast } from '../../state/notices';
import type { AxleName } from '../../../core/format/names';
import type { Vehicle } from '../../../core/format/build';
import type { Side } from '../../../core/format/names';
import { offWhatStands } from '../../../core/measure/heldAgainst';
import { isSure, takePhotos } from '../../../core/measure/takePhotos';
import type { PhotoMeasurement, PhotoPoint } from '../../../core/photogrammetry/measure';
import { showWithUnit } from '../../../core/units/quantity';
import { wordingText } from '../../../core/wording';
import { takePhotoRound } from '../../state/edits';
import { wallNow } from '../../state/clock';
import { step } from '../../state/saving';
import { $units } from '../../state/store';
import { Button } from '../../ui/Button';
import { usePhotos } from './usePhotos';

type Props = {
  vehicle: Vehicle;
  axle: AxleName;
  side: Side;
  measured: PhotoMeasurement;
  simulated: boolean;
  labelOf: (obstacle: string) => string;
  /** Keeps the round with its pictures. */
  keep: () => void;
};

const worst = (points: readonly PhotoPoint[]): number =>
  Math.max(...points.map(({ sigmaMm }) => Math.max(...sigmaMm)));

/** What the round measured, part by part with how sure it is, and one press that takes it over. */
export function PhotoResult({ vehicle, axle, side, measured, simulated, labelOf, keep }: Props) {
  const { kept } = usePhotos();
  const units = useStore($units);
  const { points, steering, path, checks, hubAboveGroundMm, plateCamberDeg } = measured;
  const mm = (value: number, digits = 1): string =>
    showWithUnit(Number(value.toFixed(digits)), 'length', units);
  const parts = [...new Set(points.map(({ obstacle }) => obstacle))].map((obstacle) => ({
    obstacle,
    points: points.filter((one) => one.obstacle === obstacle),
  }));
  const taken = useMemo(() => takePhotos(vehicle, axle, side, measured), [vehicle, axle, side, measured]);
  const off = useMemo(() => offWhatStands(vehicle, axle, measured), [vehicle, axle, measured]);
  const offWords = (obstacle: string): string => {
    const one = off.find((entry) => entry.obstacle === obstacle);
    if (!one) return '–';
    const words = `${one.mm > 0.05 ? '+' : ''}${mm(one.mm)}`;
    return one.by === 'estimate' ? `(${words})` : words;
  };
  const take = (): void => {
    const edited = takePhotoRound(axle, side, vehicle, taken, simulated, wallNow());
    if (!edited.ok) {
      toast(`Not taken: ${edited.faults.map(({ path: at, message }) => `${at} ${message}`).join('; ')}`);
      return;
    }
    keep();
    const more = [
      taken.steering ? 'the steering axis' : '',
      taken.path ? 'the path of the wheel' : '',
      taken.gapsGivenUp > 0 ? `${taken.gapsGivenUp} gaps read to them given up` : '',
      taken.short.length > 0
        ? `too little seen, left as they were: ${taken.short.map(labelOf).join(', ')}`
        : '',
      taken.unknown.length > 0 ? `not in this well: ${taken.unknown.join(', ')}` : '',
    ].filter(Boolean);
    toast(
      `Took ${taken.things.length} parts from photographs${more.length > 0 ? `; ${more.join('; ')}` : ''}.`,
      {
        action: { label: 'Undo', onClick: () => void step('undo') },
      },
    );
  };
  const cell = 'py-0.5 pr-3 text-right';
  return (
    <div className="flex flex-col gap-2" data-testid="photo-result">
      <table className="w-full text-[0.95rem]">
        <thead>
          <tr className="caption border-line border-b text-left">
            <th scope="col">Part</th>
            <th scope="col" className={cell}>
              Points
            </th>
            <th scope="col" className={cell} title="One standard deviation of the least sure point">
              Sure to ±
            </th>
            <th
              scope="col"
              className={`${cell} whitespace-nowrap`}
              title="How much farther from the axle than it stands now, on average; in brackets where that is an estimate"
            >
              Off what stands
            </th>
            <th scope="col">To know</th>
          </tr>
        </thead>
        <tbody>
          {parts.map(({ obstacle, points: own }) => (
            <tr key={obstacle} className="border-line border-b">
              <th scope="row" className="text-left font-medium">
                {labelOf(obstacle)}
              </th>
              <td className={`${cell} num`}>{own.filter(isSure).length}</td>
              <td className={`${cell} num whitespace-nowrap`}>
                {own.some(isSure) ? mm(worst(own.filter(isSure))) : '–'}
              </td>
              <td className={`${cell} num whitespace-nowrap`}>{offWords(obstacle)}</td>
              <td>
                {own
                  .filter(({ flags }) => flags.length > 0)
                  .map(({ id, flags }) => `${id}: ${flags.join(', ')}`)
                  .join('; ')}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      <div className="flex flex-wrap items-center gap-x-3 gap-y-1.5">
        <Button needs="bench" className="font-semibold" onClick={take} data-testid="photo-take">
          Take over {taken.things.length} parts
          {taken.steering ? ' and the steering axis' : ''}
        </Button>
        {kept && !kept.changed ? (
          <span className="text-[0.92rem]" data-testid="photo-kept">
            {kept.waits
              ? 'Kept on this device; it goes to the shop when the connection is back.'
              : 'Kept with the vehicle.'}
          </span>
        ) : (
          <Button needs="bench" onClick={keep}>
            {kept ? 'Keep what was added' : 'Keep with the vehicle'}
          </Button>
        )}
      </div>
      {taken.short.length > 0 && (
        <p className="text-[0.92rem]">
          Too little of it was seen, stays as it was: {taken.short.map(labelOf).join(', ')}.
        </p>
      )}
      <ul className="text-[0.95rem]">
        {hubAboveGroundMm && (
          <li>
            Hub {mm(hubAboveGroundMm.value)} ± {mm(hubAboveGroundMm.sigma)} above the ground; plate camber{' '}
            {plateCamberDeg.value.toFixed(2)}°
          </li>
        )}
        {steering && (
          <li data-testid="photo-steering">
            Steering axis: inclination {steering.kpiDeg.toFixed(2)}° ± {steering.sigma.kpiDeg.toFixed(2)},
            caster {steering.casterDeg.toFixed(2)}° ± {steering.sigma.casterDeg.toFixed(2)}, kingpin{' '}
            {mm(steering.kingpinMm)} inboard ± {mm(Math.max(0.1, steering.sigma.kingpinMm))}
            {steering.lockInsideDeg !== null && `, lock inside ${steering.lockInsideDeg.toFixed(1)}°`}
            {steering.lockOutsideDeg !== null && `, outside ${steering.lockOutsideDeg.toFixed(1)}°`}
          </li>
        )}
        {path.map((row) => (
          <li key={row.state}>
            {row.state}: hub {mm(row.hMm)} up, {mm(row.xMm)} forward, {mm(row.yMm)} outboard, camber{' '}
            {row.camberDeg.toFixed(2)}°, toe {row.toeDeg.toFixed(2)}°
          </li>
        ))}
      </ul>
      <ul className="text-[0.92rem]" aria-label="What to know about the round">
        {checks
          .filter(({ status }) => status !== 'pass')
          .map(({ id, status, message }, i) => (
            <li key={`${id}-${i}`}>
              {status === 'fail' ? '✕' : status === 'watch' ? '▲' : '?'} {wordingText(message, units)}
            </li>
          ))}
      </ul>
    </div>
  );
}
