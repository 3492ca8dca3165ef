import { useStore } from '@nanostores/react';
import type { ReactNode } from 'react';
import type { RuleSet } from '../../../core/format/rules';
import { CHANGES, type SearchChange } from '../../../core/search/searchSpace';
import { CUT_KINDS, type CutKind } from '../../../core/cutting/kinds';
import { Choice } from '../../ui/choices';
import { zoneChosen, zoneOptions } from '../fit/zones';
import { $shop } from '../../state/store';
import { typedNumber } from '../../ui/RowsDialog';

/** The limits as they are typed; empty is no limit. */
export type LimitsTyped = {
  grade: 'free' | 'close' | 'trim';
  /** Empty is the stage's own. */
  zone: string;
  cutting: CutKind[];
  lockKept: string;
  loadReserve: string;
  axleFactor: string;
  rpmLeast: string;
  rpmMost: string;
  budget: string;
  days: string;
  speedometer: boolean;
  grown: boolean;
  rules: '' | 'job' | 'shop';
};
export const LIMITS_TYPED: LimitsTyped = {
  grade: 'close',
  zone: '',
  cutting: ['tuck', 'plastic'],
  lockKept: '',
  loadReserve: '',
  axleFactor: '',
  rpmLeast: '',
  rpmMost: '',
  budget: '',
  days: '',
  speedometer: false,
  grown: false,
  rules: '',
};
const CHANGE_WORDS: Record<SearchChange, string> = {
  tire: 'tire',
  wheel: 'wheel',
  spacer: 'spacer',
  lift: 'lift',
  ratio: 'axle ratio',
};
const NUMBERS: readonly (readonly [
  key: 'lockKept' | 'loadReserve' | 'axleFactor' | 'rpmLeast' | 'rpmMost' | 'budget' | 'days',
  words: string,
])[] = [
  ['lockKept', 'Lock kept, %'],
  ['loadReserve', 'Load reserve, %'],
  ['axleFactor', 'Axle in hand, ×'],
  ['rpmLeast', 'Cruise from, rpm'],
  ['rpmMost', 'to, rpm'],
  ['budget', 'Budget'],
  ['days', 'Within days'],
];

/** What the shop offers beside what is typed: its own zones, and its rules. */
type ShopLimits = { zones: readonly { label: string; bump: number; lock: number }[]; rules: RuleSet };

/** As the limits' schema takes it: what cannot be read goes on as it was typed, to be refused by name. */
export function limitsOf(typed: LimitsTyped, shop: ShopLimits): unknown {
  const number = (text: string, share = 1): unknown => {
    if (text.trim() === '') return undefined;
    const value = typedNumber(text);
    return typeof value === 'number' ? value * share : value;
  };
  const rpm = typed.rpmLeast.trim() !== '' || typed.rpmMost.trim() !== '';
  return {
    grade: typed.grade,
    ...zoneChosen(typed.zone, shop.zones),
    cutting: typed.grade === 'trim' ? typed.cutting : [],
    lockKept: number(typed.lockKept, 0.01),
    loadReserve: number(typed.loadReserve, 0.01),
    axleFactor: number(typed.axleFactor),
    rpm: rpm ? { least: number(typed.rpmLeast || '200'), most: number(typed.rpmMost || '20000') } : undefined,
    budget: number(typed.budget),
    days: number(typed.days),
    speedometer: typed.speedometer,
    grown: typed.grown,
    rules: typed.rules !== '',
    ruleSet: typed.rules === 'shop' ? shop.rules : undefined,
  };
}

function Tick({ on, set, children }: { on: boolean; set: (on: boolean) => void; children: ReactNode }) {
  return (
    <label className="flex items-center gap-1.5 whitespace-nowrap">
      <input type="checkbox" checked={on} onChange={(event) => set(event.target.checked)} />
      {children}
    </label>
  );
}

type Props = {
  /** Whether rules are in force for the stage that is searched around. */
  hasRules: boolean;
  may: readonly SearchChange[];
  setMay: (may: readonly SearchChange[]) => void;
  typed: LimitsTyped;
  setTyped: (typed: LimitsTyped) => void;
};

/** What may change, and what the package has to keep to. */
export function LimitsForm({ hasRules, may, setMay, typed, setTyped }: Props) {
  const { zones, rules, terms } = useStore($shop);
  const set = (change: Partial<LimitsTyped>): void => setTyped({ ...typed, ...change });
  const toggled = <T,>(list: readonly T[], one: T, on: boolean): T[] =>
    on ? [...list, one] : list.filter((other) => other !== one);
  return (
    <div className="flex flex-col gap-2">
      <div className="flex flex-wrap items-center gap-x-4 gap-y-1" role="group" aria-label="What may change">
        <span className="caption">May change</span>
        {CHANGES.map((one) => (
          <Tick key={one} on={may.includes(one)} set={(on) => setMay(toggled(may, one, on))}>
            {CHANGE_WORDS[one]}
          </Tick>
        ))}
        <span className="caption ml-6">Keeps to</span>
        <Tick on={typed.speedometer} set={(speedometer) => set({ speedometer })}>
          lawful speedometer as it is
        </Tick>
        <Tick on={typed.grown} set={(grown) => set({ grown })}>
          its grade when the tire has grown
        </Tick>
      </div>
      <div className="flex flex-wrap items-end gap-x-2 gap-y-1" role="group" aria-label="Limits">
        <div className="w-52">
          <Choice
            label="Grade"
            value={typed.grade}
            options={[
              ['free', 'free: by the margin'],
              ['close', 'close: nothing touches'],
              ['trim', 'trim: cutting is allowed'],
            ]}
            choose={(grade) => set({ grade })}
          />
        </div>
        <div className="w-36">
          <Choice
            label="In the zone"
            value={typed.zone}
            options={[['', 'of the stage'], ...zoneOptions(zones)]}
            choose={(zone) => set({ zone })}
          />
        </div>
        <div className="w-40">
          <Choice
            label="Rules of the place"
            value={typed.rules}
            options={[
              ['', 'not asked'],
              ...(hasRules ? [['job', 'those of the job'] as const] : []),
              ['shop', `the shop’s: ${rules.name}`],
            ]}
            choose={(rules) => set({ rules })}
          />
        </div>
        {NUMBERS.map(([key, words]) => (
          <label key={key} className="caption w-[5.9rem]">
            {key === 'budget' ? `${words}, ${terms.currency}` : words}
            <input
              className="field-box text-ink"
              inputMode="decimal"
              placeholder="any"
              value={typed[key]}
              onChange={(event) => set({ [key]: event.target.value })}
            />
          </label>
        ))}
      </div>
      {typed.grade === 'trim' && (
        <div className="flex flex-wrap gap-x-4" role="group" aria-label="Cutting that is allowed">
          <span className="caption">Allowed</span>
          {(Object.keys(CUT_KINDS) as CutKind[]).map((kind) => (
            <Tick
              key={kind}
              on={typed.cutting.includes(kind)}
              set={(on) => set({ cutting: toggled(typed.cutting, kind, on) })}
            >
              {CUT_KINDS[kind].words}
            </Tick>
          ))}
        </div>
      )}
    </div>
  );
}
