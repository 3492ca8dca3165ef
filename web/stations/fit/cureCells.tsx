import { useStore } from '@nanostores/react';
import { useEffect, useMemo } from 'react';
import { toast } from '../../state/notices';
import type { AxleName } from '../../../core/format/names';
import type { Build } from '../../../core/format/build';
import type { CornerCures, Cure } from '../../../core/clearance/cures/cures';
import { CURE_KINDS, type CureKind } from '../../../core/clearance/cures/kinds';
import { CURE_WORDS, cureAmount, labelOf } from '../../../core/verdict';
import { takePackage } from '../../state/edits';
import { $cureAsked } from '../../state/commands';
import { step } from '../../state/saving';
import { $build, $units } from '../../state/store';
import { askWorker } from '../../state/workerQuery';
import { Button } from '../../ui/Button';
import { showRounded } from '../../../core/units/quantity';

type Props = {
  build: Build;
  axle: AxleName;
  corner: CornerCures | undefined;
  locked: boolean;
  /** Those that a number key takes. */
  numbered?: readonly Cure[];
};

const HEADS: Record<CureKind, string> = {
  cut: 'Trim',
  'lock-stop': 'Lock stop',
  'bump-stop': 'Bump stop',
  spacer: 'Spacer',
  forward: 'Axle forward',
  back: 'Axle back',
  inboard: 'Wheel in',
  outboard: 'Wheel out',
  width: 'Narrower',
  diameter: 'Smaller',
  spring: 'Spring',
  body: 'Body',
  bracket: 'Bracket',
};

const WHY: Record<NonNullable<Cure['why']>, string> = {
  'full-bump': 'It is met at full bump, where springs change nothing.',
  'never-cut': 'It is never cut.',
  'not-enough': 'Not as much may be cut.',
};

async function take(build: Build, cure: Cure): Promise<void> {
  const made = await askWorker('section', (api) => api.cured(build, cure)).catch(() => null);
  if (!made) return void toast('This change could not be worked out. Nothing was changed; try again.');
  // What frees one build need not free another.
  if ($build.get() !== build) return void toast('Not taken: the build was changed meanwhile.');
  const edited = takePackage(build.package, made);
  if (!edited.ok) return void toast(edited.faults[0]?.message ?? 'This change cannot be made.');
  toast(`Taken: ${cureAmount(cure.kind, cure.amount ?? 0, $units.get())} ${CURE_WORDS[cure.kind]}.`, {
    action: { label: 'Undo', onClick: () => void step('undo') },
  });
}

/** What a cell says beside its amount: how it was found, what it makes worse, why there is none. */
function titleOf(build: Build, axle: AxleName, cure: Cure): string {
  const tried = cureAmount(cure.kind, cure.tried, $units.get());
  const found =
    cure.kind === 'cut'
      ? 'The depth of the cut as its template draws it.'
      : cure.step === null
        ? `By bisection up to ${tried}.`
        : `Tried every ${cureAmount(cure.kind, cure.step, $units.get())} up to ${tried}.`;
  const worse =
    cure.worsens.length > 0
      ? ` Worse then: ${cure.worsens.map((id) => labelOf(build, axle, id)).join(', ')}.`
      : '';
  const left = (cure.leaves ?? [])
    .map(
      ({ obstacle, leastMm }) =>
        `${labelOf(build, axle, obstacle)} ${showRounded(leastMm, 'length', $units.get())}`,
    )
    .join(', ');
  const leaves = left ? ` Cannot be cut and stays under the margin: ${left}.` : '';
  const hours = cure.amount === null ? '' : ` About ${cure.hours} h of work, an estimate.`;
  return `${cure.why ? `${WHY[cure.why]} ` : ''}${found}${worse}${leaves}${hours}`;
}

/** The kinds of change of which some amount frees something, in their order, and those of which none does. */
export function kindsOf(corner: CornerCures | undefined): {
  frees: readonly CureKind[];
  none: readonly CureKind[];
} {
  const tried = CURE_KINDS.filter((kind) => corner?.cures.some((cure) => cure.kind === kind));
  const frees = tried.filter((kind) =>
    corner?.cures.some((cure) => cure.kind === kind && cure.amount !== null),
  );
  return { frees, none: tried.filter((kind) => !frees.includes(kind)) };
}

/** The heads of the kinds of change. */
export function CureHeads({ kinds }: { kinds: readonly CureKind[] }) {
  return kinds.map((kind) => (
    <th key={kind} className="px-0.5 text-center whitespace-nowrap">
      {HEADS[kind]}
    </th>
  ));
}

/** The changes of the whole corner that a number key takes, nearest first. */
function useNumbered({ build, corner, locked }: Props): readonly Cure[] {
  const numbered = useMemo(
    () => corner?.cures.filter((cure) => cure.obstacle === null && cure.amount !== null) ?? [],
    [corner],
  );
  useEffect(() => {
    return $cureAsked.listen((asked) => {
      if (asked === null) return;
      $cureAsked.set(null);
      const cure = numbered[asked];
      if (cure && !locked) void take(build, cure);
    });
  }, [build, numbered, locked]);
  return numbered;
}

/** The least of every kind of change that frees one thing that is too near, or the corner as a whole (`id` null). */
export function CureCells({
  id,
  kinds,
  ...props
}: Props & { id: string | null; kinds: readonly CureKind[] }) {
  const { build, axle, corner, locked } = props;
  const units = useStore($units);
  return kinds.map((kind) => {
    const cure = corner?.cures.find((one) => one.kind === kind && one.obstacle === id);
    if (!cure) return <td key={kind} />;
    const number = (props.numbered?.indexOf(cure) ?? -1) + 1;
    const title = titleOf(build, axle, cure);
    return (
      <td key={kind} className="px-0.5 text-center whitespace-nowrap">
        {cure.amount === null ? (
          <span className="text-graphite text-[0.85rem]" title={title}>
            none{cure.why === 'full-bump' ? '†' : cure.why === 'never-cut' ? '‡' : ''}
          </span>
        ) : (
          <Button
            needs="plan"
            className="w-full px-0.5"
            disabled={locked}
            title={title}
            data-cure={kind}
            onClick={() => void take(build, cure)}
          >
            {cureAmount(kind, cure.amount, units)}
            {cure.worsens.length > 0 && ' *'}
            {cure.leaves && ' §'}
            {number > 0 && number < 10 && (
              <span className="text-graphite ml-0.5 text-[0.7rem]">⇧{number}</span>
            )}
          </Button>
        )}
      </td>
    );
  });
}

/** The row of the whole corner, whose changes have a key each. */
export function CornerRow({
  kinds,
  columns,
  wanted,
  ...props
}: Props & {
  kinds: readonly CureKind[];
  columns: number;
  /** There is something to free: the row keeps its place until it is known how. */
  wanted: boolean;
}) {
  const numbered = useNumbered(props);
  if (props.corner ? props.corner.cures.length === 0 : !wanted) return null;
  return (
    <tbody>
      <tr className="bg-soft border-line h-8 border-b">
        <th scope="row" colSpan={columns} className="py-0.5 text-left font-semibold">
          The whole {props.axle} corner: the least change of one kind alone{!props.corner && '…'}
        </th>
        {props.corner && <CureCells id={null} kinds={kinds} numbered={numbered} {...props} />}
      </tr>
    </tbody>
  );
}

/** The signs of the table, for those that stand in it. */
export function CureNotes({ corner }: { corner: CornerCures | undefined }) {
  if (!corner || corner.cures.length === 0) return null;
  const { none } = kindsOf(corner);
  const short = (kind: CureKind): string =>
    HEADS[kind].toLowerCase() +
    (corner.cures.some((cure) => cure.kind === kind && cure.why === 'full-bump') ? ' †' : '') +
    (corner.cures.some((cure) => cure.kind === kind && cure.why === 'never-cut') ? ' ‡' : '');
  const notes = [
    ...(none.length > 0 ? [`alone does not free anything: ${none.map(short).join(', ')}`] : []),
    ...(corner.cures.some(({ why }) => why === 'full-bump')
      ? ['† met at full bump: springs raise the ride height and change nothing there']
      : []),
    ...(corner.cures.some(({ why }) => why === 'never-cut') ? ['‡ never cut'] : []),
    ...(corner.cures.some(({ worsens }) => worsens.length > 0) ? ['* brings something else nearer'] : []),
    ...(corner.cures.some(({ leaves }) => leaves) ? ['§ leaves what cannot be cut under the margin'] : []),
    ...(corner.cures.some(({ kind }) => kind === 'body') ? ['body lift counts for both axles'] : []),
    'rest on a number for how it was found',
  ];
  return <span>{notes.join(' · ')}.</span>;
}
