import { useStore } from '@nanostores/react';
import { useEffect, useMemo } from 'react';
import { toast } from 'sonner';
import type { AxleName, Build } from '../../../core/format/build';
import { cured, type CornerCures, type Cure } from '../../../core/clearance/cures/cures';
import { CURE_KINDS, unitOfCure, type CureKind } from '../../../core/clearance/cures/kinds';
import { CURE_WORDS, cureAmount, labelOf } from '../../../core/verdict';
import { takePackage } from '../../state/edits';
import { $cureAsked } from '../../state/commands';
import { step } from '../../state/saving';
import { $units } from '../../state/store';

type Props = { build: Build; axle: AxleName; corner: CornerCures | undefined; locked: boolean };

const HEADS: Record<CureKind, readonly [string, string]> = {
  cut: ['Trim', 'tuck or cut'],
  'lock-stop': ['Lock stop', 'less lock'],
  'bump-stop': ['Bump stop', 'lower'],
  spacer: ['Spacer', 'thicker'],
  forward: ['Forward', 'axle'],
  back: ['Back', 'axle'],
  inboard: ['Offset +', 'wheel in'],
  outboard: ['Offset −', 'wheel out'],
  width: ['Width', 'narrower'],
  diameter: ['Diameter', 'smaller'],
  spring: ['Spring', 'lift'],
  body: ['Body', 'lift'],
  bracket: ['Bracket', 'lift'],
};

const WHY: Record<NonNullable<Cure['why']>, string> = {
  'full-bump': 'It is met at full bump, where springs change nothing.',
  'never-cut': 'It is never cut.',
  'not-enough': 'Not as much may be cut.',
};

function take(build: Build, cure: Cure): void {
  const edited = takePackage(build.package, cured(build, cure));
  if (!edited.ok) return void toast(edited.faults[0]?.message ?? 'This change cannot be made.');
  toast(`Taken: ${cureAmount(cure.kind, cure.amount ?? 0, $units.get())} ${CURE_WORDS[cure.kind]}.`, {
    action: { label: 'Undo', onClick: () => void step('undo') },
  });
}

/** What a cell says beside its amount: how it was found, what it makes worse, why there is none. */
function titleOf(build: Build, axle: AxleName, cure: Cure): string {
  const tried = `${cure.tried}${unitOfCure(cure.kind) === '°' ? '°' : ' mm'}`;
  const found =
    cure.kind === 'cut'
      ? 'Worked out from the gap.'
      : cure.step === null
        ? `By bisection up to ${tried}.`
        : `Tried every ${cure.step}${unitOfCure(cure.kind) === '°' ? '°' : ' mm'} up to ${tried}.`;
  const worse =
    cure.worsens.length > 0
      ? ` Worse then: ${cure.worsens.map((id) => labelOf(build, axle, id)).join(', ')}.`
      : '';
  const hours = cure.amount === null ? '' : ` About ${cure.hours} h of work, an estimate.`;
  return `${cure.why ? `${WHY[cure.why]} ` : ''}${found}${worse}${hours}`;
}

/** The least of every kind of change that frees each thing that is too near, and the corner as a whole. */
export function CureTable({ build, axle, corner, locked }: Props) {
  const units = useStore($units);
  const numbered = useMemo(
    () => corner?.cures.filter((cure) => cure.obstacle === null && cure.amount !== null) ?? [],
    [corner],
  );
  useEffect(() => {
    return $cureAsked.listen((asked) => {
      if (asked === null) return;
      $cureAsked.set(null);
      const cure = numbered[asked];
      if (cure && !locked) take(build, cure);
    });
  }, [build, numbered, locked]);
  if (!corner) return <p className="text-graphite">Working it out…</p>;
  if (corner.cures.length === 0)
    return <p className="text-graphite">Nothing at the {axle} is under its margin: nothing to free.</p>;
  const kinds = CURE_KINDS.filter((kind) => corner.cures.some((cure) => cure.kind === kind));
  const rows = [null, ...new Set(corner.cures.flatMap(({ obstacle }) => obstacle ?? []))];
  return (
    <table className="w-full border-collapse text-[0.92rem]" data-testid="cures">
      <thead>
        <tr className="border-ink border-b text-left align-bottom">
          <th className="caption py-1">Least change, one at a time</th>
          {kinds.map((kind) => (
            <th key={kind} className="caption px-1 text-center leading-tight">
              {HEADS[kind][0]}
              <br />
              <span className="font-medium">{HEADS[kind][1]}</span>
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {rows.map((id) => (
          <tr key={id ?? ''} className={`border-line border-b ${id === null ? 'bg-soft' : ''}`}>
            <th scope="row" className="py-1 pr-2 text-left font-semibold">
              {id === null ? `The whole ${axle} corner` : labelOf(build, axle, id)}
            </th>
            {kinds.map((kind) => {
              const cure = corner.cures.find((one) => one.kind === kind && one.obstacle === id);
              if (!cure) return <td key={kind} />;
              const number = numbered.indexOf(cure) + 1;
              const title = titleOf(build, axle, cure);
              return (
                <td key={kind} className="px-1 py-0.5 text-center whitespace-nowrap">
                  {cure.amount === null ? (
                    <span className="text-graphite text-[0.85rem]" title={title}>
                      none{cure.why === 'full-bump' ? '†' : cure.why === 'never-cut' ? '‡' : ''}
                    </span>
                  ) : (
                    <button
                      type="button"
                      className="plain-button w-full px-1"
                      disabled={locked}
                      title={title}
                      data-cure={kind}
                      onClick={() => take(build, cure)}
                    >
                      {cureAmount(kind, cure.amount, units)}
                      {cure.worsens.length > 0 && ' *'}
                      {number > 0 && number < 10 && (
                        <span className="text-graphite ml-1 text-[0.75rem]">⇧{number}</span>
                      )}
                    </button>
                  )}
                </td>
              );
            })}
          </tr>
        ))}
      </tbody>
    </table>
  );
}

/** The signs of the table, for those that stand in it. */
export function CureNotes({ corner }: { corner: CornerCures | undefined }) {
  if (!corner || corner.cures.length === 0) return null;
  const notes = [
    ...(corner.cures.some(({ why }) => why === 'full-bump')
      ? ['† met at full bump: springs raise the ride height and change nothing there']
      : []),
    ...(corner.cures.some(({ why }) => why === 'never-cut') ? ['‡ never cut'] : []),
    ...(corner.cures.some(({ worsens }) => worsens.length > 0) ? ['* brings something else nearer'] : []),
    'body lift counts for both axles; rest on a number for how it was found',
  ];
  return <p className="text-graphite mt-1 text-[0.85rem]">{notes.join(' · ')}.</p>;
}
