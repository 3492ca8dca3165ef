import type { Corner } from '../../../core/format/build';
import { ENOUGH_STATE_PHOTOS } from '../../../core/photogrammetry/roundInput';
import { statesToTake } from '../../../core/photogrammetry/statesToTake';
import type { PhotoState, Shot } from './usePhotos';

type Step = readonly [state: PhotoState, title: string, how: string];

const LOCKS: readonly Step[] = [
  [
    'inside',
    'Full lock, this wheel inside',
    'Turn the steering to its stop so that this wheel is on the inside of the bend; let it roll or stand on plates, so that the tire is not wound up.',
  ],
  ['outside', 'Full lock, this wheel outside', 'To the other stop, the same way.'],
];
const HEIGHTS: readonly Step[] = [
  [
    'bump',
    'Into bump',
    'Chocks on the other wheels, a stand under the frame. Jack under the hub’s arm or knuckle, never under a drive shaft or the plate, until the bump stop is nearly home.',
  ],
  [
    'droop',
    'Hanging in droop',
    'Lift the frame, set it on stands, and let the wheel hang free. Nobody reaches under it while it moves.',
  ],
];

/** Leads through the pictures of the turned and lifted wheel: what to do, what must stay in sight, and how many are still to take. */
export function TurnAndLift({ corner, shots }: { corner: Corner; shots: readonly Shot[] }) {
  const steps = [
    ...(corner.steering ? LOCKS : []),
    ...(corner.suspension.kind === 'independent' ? HEIGHTS : []),
  ];
  if (steps.length === 0) return null;
  const taken = statesToTake(
    shots,
    'straight',
    steps.map(([state]) => state),
  );
  return (
    <details className="text-[0.92rem]" data-testid="turn-and-lift">
      <summary className="cursor-pointer font-medium">
        Turn it and lift it: the steering axis and the wheel’s path
      </summary>
      <p className="my-1">
        Three pictures of each, from different places. In sight in every one: the plate, and at least four
        cards of the body that the first pictures show (the lip’s are best). They stay where they are; floor
        cards do not count here.
      </p>
      <ol className="flex flex-col gap-1">
        {steps.map(([state, title, how], i) => {
          const { taken: count, more, faults } = taken[i] ?? { taken: 0, more: 0, faults: [] };
          return (
            <li key={state} className="border-line border-t pt-1" data-state={state}>
              <b className="font-semibold">{title}</b>
              <span className="num text-graphite ml-2">
                {count} of {ENOUGH_STATE_PHOTOS}
                {count > 0 && more > 0 ? `: ${more} more` : count === 0 ? '' : ' ✓'}
              </span>
              <p className="text-graphite">{how}</p>
              {faults.map((fault) => (
                <p key={fault} className="font-medium">
                  ▲ {fault}
                </p>
              ))}
            </li>
          );
        })}
      </ol>
    </details>
  );
}
