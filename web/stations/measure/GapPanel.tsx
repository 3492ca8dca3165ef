import { useStore } from '@nanostores/react';
import { useKept } from '../../state/kept';
import { Plus, Trash2 } from 'lucide-react';
import { useEffect, useMemo, useRef, useState } from 'react';
import type { AxleName, Side } from '../../../core/format/names';
import type { Build, Corner, Vehicle } from '../../../core/format/build';
import type { Fault } from '../../../core/format/fields';
import { withCorner } from '../../../core/vehicle/withCorner';
import { lockOfShare, LOCK_WORDS, placedObstacle, withGaps, type GapCheck } from '../../../core/measure/gaps';
import { NOTHING_MEASURED } from '../../../core/measure/take';
import type { GapReading } from '../../../core/format/measured';
import { showRounded } from '../../../core/units/quantity';
import { poseShort, sideWords } from '../../../core/verdict';
import { questioned } from '../../../core/measure/standing';
import { refusalText } from '../../../core/wording';
import { Offers } from '../../ui/Offers';
import { Choice } from '../../ui/choices';
import { NumberField } from '../../ui/NumberField';
import { takeCorner } from '../../state/edits';
import { $build, $units, type Edited } from '../../state/store';
import { Button } from '../../ui/Button';
import { $gapPose } from './gapPose';

type Props = {
  vehicle: Vehicle;
  axle: AxleName;
  side: Side;
  chosen: string;
  choose: (id: string) => void;
  /** Whether it opens with the hand in the field of the gap. */
  hand: boolean;
};

const OK: Edited = { ok: true };
const DEGREES = 'degrees';

/** What stands on the hub while gaps are read: as delivered, or the package of the stage on the page. */
function mountedOf(build: Build | null, which: string): Pick<GapReading, 'mounted'> {
  if (which !== 'package' || !build) return {};
  const { tire, wheel, spacerMm } = build.package;
  return { mounted: { tire, wheel, spacerMm } };
}

function GapForm({ vehicle, axle, side, chosen, choose, hand }: Props) {
  const form = useRef<HTMLFormElement>(null);
  const build = useStore($build);
  const corner = vehicle.corners[axle];
  const [lock, setLock] = useKept<string>('gap.lock', '0');
  const [way, setWay] = useKept<'inside' | 'outside'>('gap.way', 'inside');
  const [degrees, setDegrees] = useKept('gap.degrees', 0);
  const [travelMm, setTravel] = useKept('gap.travelMm', 0);
  const [mounted, setMounted] = useKept('gap.mounted', 'stock');
  const [gapMm, setGap] = useKept<number | undefined>('gap.gapMm', undefined);
  const [errorMm, setError] = useKept('gap.errorMm', 2);
  const [fault, setFault] = useState('');
  const [question, setQuestion] = useState<Fault | null>(null);
  const units = useStore($units);
  const toGap = (): void => form.current?.querySelector<HTMLElement>('[data-path="gap"]')?.focus();
  useEffect(() => {
    if (hand) toGap();
  }, [hand]);
  const inside = way === 'inside';
  const lockDeg = lock === DEGREES ? degrees * (inside ? 1 : -1) : lockOfShare(corner, Number(lock), inside);
  useEffect(() => {
    $gapPose.set(mounted === 'stock' ? { lockDeg, travelMm, obstacle: chosen } : null);
    return () => $gapPose.set(null);
  }, [lockDeg, travelMm, chosen, mounted]);
  const add = (): void => {
    if (gapMm === undefined) {
      setFault('Gap is empty; type what the tape reads');
      return;
    }
    const gap: GapReading = {
      obstacle: chosen,
      side,
      lockDeg: lockDeg === 0 ? 0 : lockDeg,
      travelMm,
      gapMm,
      errorMm,
      ...mountedOf(build, mounted),
    };
    const before = (corner.measured ?? NOTHING_MEASURED).gaps;
    const withGap = (mm: number): Corner => withGaps(vehicle, axle, [...before, { ...gap, gapMm: mm }]);
    const asked = questioned(vehicle, axle, 'gap', gapMm, (mm) => withCorner(vehicle, axle, withGap(mm)));
    // Pressed again, it is taken all the same: of two that do not agree it may be the other one that is wrong.
    if (asked && asked.message !== question?.message) {
      setQuestion(asked);
      setFault('');
      return;
    }
    setQuestion(null);
    const edited = takeCorner(axle, corner, withGap(gapMm));
    if (edited.ok) {
      setGap(undefined);
      toGap();
    }
    setFault(edited.ok ? '' : (edited.faults[0]?.message ?? 'cannot be taken'));
  };
  return (
    <form
      ref={form}
      className="grid grid-cols-3 gap-x-2 gap-y-1.5"
      onSubmit={(event) => {
        event.preventDefault();
        add();
      }}
    >
      <Choice
        label="To what"
        value={chosen}
        options={corner.obstacles.map(
          ({ id, label, side: on }) => [id, `${sideWords(on)}${label || id}`] as const,
        )}
        choose={choose}
      />
      <Choice
        label="Lock"
        value={lock}
        options={[
          ...LOCK_WORDS.map(([words, share]) => [String(share), words] as const),
          [DEGREES, 'degrees (turn plate)'] as const,
        ]}
        choose={setLock}
        disabled={!corner.steering}
      />
      <Choice
        label="This wheel is"
        value={way}
        options={[
          ['inside', 'inside the turn'],
          ['outside', 'outside the turn'],
        ]}
        choose={setWay}
        disabled={!corner.steering || lock === '0'}
      />
      {lock === DEGREES && (
        <NumberField
          label="Turn plate"
          quantity="angle"
          path="lock"
          value={degrees}
          take={(deg) => {
            setDegrees(Math.min(60, Math.max(0, deg ?? 0)));
            return OK;
          }}
        />
      )}
      <NumberField
        label="Wheel above ride height"
        quantity="length"
        path="travel"
        value={travelMm}
        take={(mm) => {
          setTravel(mm ?? 0);
          return OK;
        }}
      />
      <Choice
        label="Tire on it"
        value={mounted}
        options={[
          ['stock', vehicle.stock.tire.code],
          ['package', `this stage’s: ${build?.package.tire.code ?? ''}`],
        ]}
        choose={setMounted}
      />
      <NumberField
        label="Accuracy ±"
        quantity="length"
        path="error"
        value={errorMm}
        take={(mm) => {
          setError(Math.min(200, Math.max(0, mm ?? 2)));
          return OK;
        }}
      />
      <NumberField
        label="Gap"
        quantity="length"
        path="gap"
        value={gapMm}
        empty="type it"
        take={(mm) => {
          setGap(mm);
          return OK;
        }}
      />
      <Button type="submit" className="flex items-center gap-1 self-end" data-field="">
        <Plus size={16} aria-hidden /> Take the gap
      </Button>
      {question && (
        <p role="alert" className="col-span-3 font-medium">
          ▲ {refusalText(question.message, units)}. Take it again to keep it all the same
          {gapMm !== undefined && question.meantMm && (
            <Offers
              typedMm={gapMm}
              meantMm={question.meantMm}
              choose={(mm) => {
                setGap(mm);
                setQuestion(null);
              }}
            />
          )}
        </p>
      )}
      {fault && (
        <p role="alert" className="col-span-3 font-medium">
          ▲ {fault}
        </p>
      )}
    </form>
  );
}

/** Every gap read at this axle, what it reads where its thing has been placed, and which ones disagree. */
function GapTable({ vehicle, axle }: Pick<Props, 'vehicle' | 'axle'>) {
  const units = useStore($units);
  const corner = vehicle.corners[axle];
  const gaps = corner.measured?.gaps;
  const placed = useMemo(
    () =>
      corner.obstacles.flatMap(({ id, label, side }) => {
        const found = placedObstacle(vehicle, axle, id);
        return found ? [{ name: `${sideWords(side)}${label || id}`, ...found }] : [];
      }),
    [vehicle, axle, corner],
  );
  if (!gaps || gaps.length === 0)
    return (
      <p className="text-graphite mt-3">
        No gap read yet. With the wheel on, read the gap to one thing at several lock angles: two and more
        place it, and show a slip.
      </p>
    );
  const say = (mm: number): string => showRounded(mm, 'length', units, 1);
  const drop = (gap: GapReading): void =>
    void takeCorner(
      axle,
      corner,
      withGaps(
        vehicle,
        axle,
        gaps.filter((one) => one !== gap),
      ),
    );
  return (
    <div className="mt-3 max-h-80 overflow-y-auto" data-testid="gap-table">
      {placed.map(({ name, checks, spreadMm }) => (
        <table key={name} className="mb-3 w-full border-collapse text-[0.92rem]">
          <caption className="text-left">
            <b className="font-semibold">{name}</b>{' '}
            <span className="text-graphite">
              placed by {checks.length} gaps, ± {say(spreadMm)}
            </span>
          </caption>
          <thead>
            <tr className="caption border-ink border-b text-left">
              <th className="py-1">Pose</th>
              <th className="px-2 text-right">Read</th>
              <th className="px-2 text-right">Placed</th>
              <th className="px-2">Says</th>
              <th>
                <span className="sr-only">Remove</span>
              </th>
            </tr>
          </thead>
          <tbody>
            {checks.map((check, i) => (
              <GapRow key={i} check={check} say={say} drop={drop} />
            ))}
          </tbody>
        </table>
      ))}
    </div>
  );
}

function GapRow({
  check: { gap, foundMm, disagreesMm },
  say,
  drop,
}: {
  check: GapCheck;
  say: (mm: number) => string;
  drop: (gap: GapReading) => void;
}) {
  const units = useStore($units);
  const pose = poseShort(gap.lockDeg, gap.travelMm, units);
  return (
    <tr className="border-line border-b align-baseline">
      <td className="py-0.5">
        {pose}
        {gap.mounted && <span className="text-graphite"> · {gap.mounted.tire.code}</span>}
      </td>
      <td className="px-2 text-right whitespace-nowrap">{say(gap.gapMm)}</td>
      <td className="px-2 text-right whitespace-nowrap">{say(foundMm)}</td>
      <td className="px-2">
        {disagreesMm === null
          ? 'agrees'
          : `▲ ${say(Math.abs(disagreesMm))} ${disagreesMm > 0 ? 'more' : 'less'} than the tape and the other gaps say`}
      </td>
      <td className="text-right">
        <button
          type="button"
          className="px-1 py-1"
          aria-label={`Remove the gap of ${say(gap.gapMm)}, ${pose}`}
          onClick={() => drop(gap)}
        >
          <Trash2 size={15} aria-hidden />
        </button>
      </td>
    </tr>
  );
}

/** Gaps with the wheel on: the pose is known and the tire is known, so the gap tells where the thing stands. */
export function GapPanel(props: Props) {
  return (
    <div data-testid="gaps">
      <GapForm {...props} />
      <GapTable vehicle={props.vehicle} axle={props.axle} />
    </div>
  );
}
