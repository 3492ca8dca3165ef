import { useState, type DragEvent } from 'react';
import { Camera, Printer, Trash2, Upload } from 'lucide-react';
import type { AxleName, Vehicle } from '../../../core/format/build';
import type { Side } from '../../../core/format/measured';
import { middleOf } from '../../../core/geometry/vec';
import { thingOf } from '../../../core/measure/sides';
import { cardPlan, plannedObstacles } from '../../../core/photogrammetry/cardPlan';
import { kindOfCard } from '../../../core/photogrammetry/cards';
import { stillMissing } from '../../../core/photogrammetry/stillMissing';
import type { PhoneRoll } from '../../../server/devices/phone';
import { send } from '../../state/apiClient';
import { $job, $vehicle } from '../../state/store';
import { Button, ButtonLink } from '../../ui/Button';
import { Choice, Segments } from '../../ui/choices';
import { NumberField } from '../../ui/NumberField';
import { keepRound, openRound } from './keepRound';
import { KeptRounds } from './KeptRounds';
import { PhotoPicture } from './PhotoPicture';
import { PhotoResult } from './PhotoResult';
import { SpreadDrawing } from './SpreadDrawing';
import {
  addPictures,
  clearPhotos,
  measurePhotos,
  roundOf,
  setPhotos,
  STATES,
  usePhotos,
  type PhotoState,
} from './usePhotos';

type Props = { vehicle: Vehicle; axle: AxleName; side: Side; setSide: (side: Side) => void };

/** A state's name in a file's name says which state it is, as the simulated phone's do. */
const stateOf = (name: string): PhotoState =>
  STATES.find(([state]) => name.toLowerCase().startsWith(state))?.[0] ?? 'straight';

const filesOf = (list: Iterable<File>): { name: string; file: Blob; state: PhotoState }[] =>
  [...list].map((file) => ({ name: file.name, file, state: stateOf(file.name) }));

/** The whole round of the simulated phone, as if it had been chosen from it. */
async function fromPhone(): Promise<void> {
  const roll = await send<PhoneRoll>('GET', '/api/devices/phone');
  if (roll.kind !== 'ok') {
    setPhotos({
      faults: [
        roll.kind === 'refused' ? roll.message : 'No connection: the simulated phone was not reached.',
      ],
    });
    return;
  }
  clearPhotos();
  const { round, photos } = roll.value;
  const rank = (name: string): number => round.states?.findIndex(({ photos: of }) => of.includes(name)) ?? 0;
  setPhotos({
    simulated: true,
    outboardMm: round.plate.outboardMm,
    focal35Mm: round.focal35Mm,
    busy: { words: 'Fetching the pictures', share: 0 },
  });
  const files = await Promise.all(
    // Straight ahead first, then turned and lifted, as they were taken.
    [...photos]
      .sort((a, b) => rank(a) - rank(b))
      .map(async (name) => ({
        name,
        file: await (await fetch(`/api/devices/phone/${name}`)).blob(),
        state: (round.states?.find(({ photos: of }) => of.includes(name))?.state ?? 'straight') as PhotoState,
      })),
  );
  await addPictures(files);
}

/** A well from photographs: cards, pictures, what is missing, and what it measures. Picture and steps side by side. */
export function PhotoStation({ vehicle, axle, side, setSide }: Props) {
  const photos = usePhotos();
  const { shots, chosen, busy, faults, measured, outboardMm, assigned, simulated } = photos;
  const [card, setCard] = useState<number | null>(null);
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
  const belongs = assigned[card ?? -1] ?? plan.cards.find(({ id }) => id === card)?.obstacle ?? '';
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
            <PhotoPicture shot={shot} nameOf={nameOf} card={card} choose={setCard} />
            <div className="flex flex-wrap items-end gap-3">
              <Choice
                label={`State of ${shot.name}`}
                value={shot.state}
                options={STATES}
                choose={(state) =>
                  setPhotos({
                    measured: null,
                    shots: shots.map((one) => (one === shot ? { ...one, state } : one)),
                  })
                }
              />
              {card !== null && (kindOfCard(card) === 'tip' || kindOfCard(card) === 'spot') ? (
                <Choice
                  label={`Card ${card} belongs to`}
                  value={belongs}
                  options={[
                    ['', 'nothing'],
                    ...printed.map(({ obstacle }) => [obstacle, labelOf(obstacle)] as const),
                  ]}
                  choose={(obstacle) =>
                    setPhotos({ measured: null, assigned: { ...assigned, [card]: obstacle } })
                  }
                />
              ) : (
                <p className="text-graphite min-w-48 flex-1 text-[0.92rem]">
                  {shot.found.length} cards found. Press one to say what it belongs to.
                </p>
              )}
            </div>
            <ol className="grid grid-cols-4 gap-1.5" aria-label="Pictures of the round">
              {shots.map((one) => (
                <li key={one.name}>
                  <button
                    type="button"
                    className="border-line aria-pressed:border-ink block w-full border text-left text-[0.82rem] leading-tight aria-pressed:border-2"
                    aria-pressed={one === shot}
                    onClick={() => setPhotos({ chosen: one.name })}
                  >
                    <span className="block aspect-4/3 w-full overflow-hidden">
                      {one.url && (
                        <img
                          src={one.url.startsWith('/') ? `${one.url}?small` : one.url}
                          alt=""
                          className="block h-full w-full object-cover"
                          style={
                            one.turns === 0
                              ? undefined
                              : {
                                  transform: `rotate(${one.turns * 90}deg) scale(${one.turns % 2 ? 4 / 3 : 1})`,
                                }
                          }
                        />
                      )}
                    </span>
                    <span className="block truncate px-1 pt-0.5">{one.name}</span>
                    <span className="text-graphite block truncate px-1 pb-0.5">
                      {one.found.length} cards{one.state === 'straight' ? '' : `, ${one.state}`}
                    </span>
                  </button>
                </li>
              ))}
            </ol>
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
