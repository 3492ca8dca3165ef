import type { DragEvent } from 'react';
import { Camera, Printer, Trash2, Upload } from 'lucide-react';
import type { AxleName } from '../../../core/format/names';
import type { Vehicle } from '../../../core/format/build';
import type { Side } from '../../../core/format/names';
import { middleOf } from '../../../core/geometry/vec';
import { thingOf } from '../../../core/measure/sides';
import { cardPlan, plannedObstacles } from '../../../core/photogrammetry/cardPlan';
import { kindOfCard } from '../../../core/photogrammetry/cards';
import { stillMissing } from '../../../core/photogrammetry/stillMissing';
import { $job, $vehicle } from '../../state/store';
import { Button, ButtonLink } from '../../ui/Button';
import { Segments } from '../../ui/choices';
import { NumberField } from '../../ui/NumberField';
import { filesOf, fromPhone } from './bringPictures';
import { keepRound, openRound } from './keepRound';
import { KeptRounds } from './KeptRounds';
import { PhotoResult } from './PhotoResult';
import { ShotColumn } from './ShotColumn';
import { SpreadDrawing } from './SpreadDrawing';
import { TurnAndLift } from './TurnAndLift';
import { addPictures, clearPhotos, measurePhotos, roundOf, setPhotos, usePhotos } from './usePhotos';

type Props = { vehicle: Vehicle; axle: AxleName; side: Side; setSide: (side: Side) => void };

/** A well from photographs: cards, pictures, what is missing, and what it measures. Picture and steps side by side. */
export function PhotoStation({ vehicle, axle, side, setSide }: Props) {
  const photos = usePhotos();
  const { shots, chosen, busy, faults, measured, outboardMm, assigned, simulated } = photos;
  const corner = vehicle.corners[axle];
  const plan = cardPlan(corner);
  const printed = plannedObstacles(plan.cards);
  const labelOf = (obstacle: string): string =>
    corner.obstacles.find((one) => thingOf(one) === obstacle)?.label || obstacle;
  const nameOf = (id: number): string => {
    const kind = kindOfCard(id);
    const own = assigned[id];
    if (own !== undefined) return own === '' ? 'nothing' : labelOf(own);
    if (kind === 'plate' || kind === 'floor') return kind;
    return plan.cards.find((one) => one.id === id)?.name ?? 'no part of this well';
  };
  const shot = shots.find(({ name }) => name === chosen) ?? shots[0];
  const round = roundOf(photos, printed, side);
  const missing =
    shots.length === 0
      ? []
      : stillMissing(
          shots,
          round.obstacles.map(({ obstacle, ids }) => {
            const points = corner.obstacles.find((one) => thingOf(one) === obstacle)?.points ?? [[0, 0, 0]];
            const low = [0, 1, 2].map((axis) => Math.min(...points.map((p) => p[axis] ?? 0)));
            const high = [0, 1, 2].map((axis) => Math.max(...points.map((p) => p[axis] ?? 0)));
            return { name: labelOf(obstacle), ids, middle: middleOf(low, high) };
          }),
        );
  const dropped = (event: DragEvent): void => {
    event.preventDefault();
    void addPictures(filesOf(event.dataTransfer.files));
  };
  const job = $job.get();
  const vehicleId = $vehicle.get()?.id ?? 0;
  return (
    <>
      <div
        className="flex min-w-0 flex-col gap-2"
        onDragOver={(event) => event.preventDefault()}
        onDrop={dropped}
      >
        {shot ? (
          <>
            <ShotColumn
              shot={shot}
              parts={printed.map(({ obstacle }) => [obstacle, labelOf(obstacle)] as const)}
              nameOf={nameOf}
              usual={(id) => plan.cards.find((one) => one.id === id)?.obstacle ?? ''}
            />
            {measured && <SpreadDrawing vehicle={vehicle} axle={axle} points={measured.points} />}
          </>
        ) : (
          <div className="border-line text-graphite flex min-h-72 flex-col items-center justify-center gap-2 border border-dashed p-6 text-center">
            <Camera size={28} aria-hidden />
            <p>
              Drop eight to twelve photographs here. Cards along the edges of the well, the plate on the hub,
              a half circle of pictures from low to high: forty points in a minute, most within half a
              millimetre.
            </p>
          </div>
        )}
      </div>
      <div className="flex min-w-0 flex-col gap-3" data-testid="photos">
        <div className="flex flex-wrap items-center gap-1.5">
          {(['a4', 'letter'] as const).map((paper) => (
            <ButtonLink
              key={paper}
              className="flex items-center gap-1"
              href={`/api/jobs/${job?.id ?? 0}/cards?axle=${axle}&paper=${paper}`}
              target="_blank"
              rel="noreferrer"
            >
              <Printer size={15} aria-hidden /> Cards {paper === 'a4' ? 'A4' : 'Letter'}
            </ButtonLink>
          ))}
          <label className="plain-button focus-within:outline-signal flex cursor-pointer items-center gap-1 focus-within:outline-2">
            <Upload size={15} aria-hidden /> Pictures
            <input
              type="file"
              multiple
              accept="image/jpeg,image/png"
              className="sr-only"
              aria-label="Photographs of the round, JPEG or PNG"
              disabled={busy !== null}
              onChange={(event) => {
                const files = filesOf(event.target.files ?? []);
                event.target.value = '';
                void addPictures(files);
              }}
            />
          </label>
          <Button
            disabled={busy !== null}
            title="Drawn pictures of the left front well of a Selk Marten: to try what a round is for"
            onClick={() => void fromPhone()}
          >
            Try the simulated phone
          </Button>
          {shots.length > 0 && (
            <Button
              className="flex items-center gap-1"
              disabled={busy !== null}
              onClick={() => clearPhotos()}
            >
              <Trash2 size={15} aria-hidden /> Start anew
            </Button>
          )}
        </div>
        <p className="text-[0.92rem]">
          This well: 1 plate, {plan.floor} floor,{' '}
          {printed.map(({ obstacle, ids }) => `${ids.length} ${labelOf(obstacle)}`).join(', ')}.
        </p>
        {simulated && (
          <p className="font-medium" data-testid="photos-simulated">
            ▲ Simulated: drawn pictures of a Selk Marten’s left front well, not taken of this vehicle.
          </p>
        )}
        <div className="flex flex-wrap items-end gap-4">
          <Segments
            label="Side"
            value={side}
            options={[
              ['left', 'Left'],
              ['right', 'Right'],
            ]}
            choose={(next) => {
              setPhotos({ measured: null });
              setSide(next);
            }}
          />
          <div className="w-56">
            <NumberField
              label="Plate’s face outboard of the hub’s"
              value={outboardMm}
              quantity="length"
              path="plate.outboardMm"
              take={(value) => {
                if (value !== undefined && (value < -300 || value > 600))
                  return {
                    ok: false,
                    faults: [{ path: 'plate.outboardMm', message: 'is out of range; give -300 to 600 mm' }],
                  };
                setPhotos({ outboardMm: value, measured: null });
                return { ok: true };
              }}
              empty="lay a straightedge over it"
            />
          </div>
        </div>
        {busy && (
          <div className="flex items-center gap-3" role="status">
            <span>{busy.words}</span>
            <progress className="flex-1" value={busy.share} max={1} />
          </div>
        )}
        {faults.length > 0 && (
          <ul role="alert" className="font-medium" data-testid="photo-faults">
            {faults.map((fault) => (
              <li key={fault}>▲ {fault}</li>
            ))}
          </ul>
        )}
        {missing.length > 0 && (
          <div data-testid="photo-missing">
            <h3 className="caption">Still to take</h3>
            <ul className="text-[0.92rem]">
              {missing.map((words) => (
                <li key={words}>{words}</li>
              ))}
            </ul>
          </div>
        )}
        {shots.length > 0 && <TurnAndLift corner={corner} shots={shots} />}
        {shots.length >= 2 && !measured && (
          <Button
            className="self-start font-semibold"
            disabled={busy !== null || outboardMm === undefined}
            title={
              outboardMm === undefined ? 'First say how far the plate’s face stands outboard' : undefined
            }
            onClick={() => void measurePhotos(round, axle)}
          >
            Measure
          </Button>
        )}
        {measured && (
          <PhotoResult
            vehicle={vehicle}
            axle={axle}
            side={side}
            measured={measured}
            simulated={simulated}
            labelOf={labelOf}
            keep={() => void keepRound(vehicle, vehicleId, axle, round)}
          />
        )}
        <KeptRounds
          vehicleId={vehicleId}
          axle={axle}
          open={(line) => {
            setSide(line.side);
            void openRound(line.id, printed);
          }}
        />
        <p className="text-graphite text-[0.88rem]">
          Before the wheel is turned or lifted: chocks on the other wheels, and stands under the frame before
          anybody reaches under it.
        </p>
      </div>
    </>
  );
}
