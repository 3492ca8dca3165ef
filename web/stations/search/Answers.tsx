import { useStore } from '@nanostores/react';
import { useKept } from '../../state/kept';
import { useEffect, useState, type KeyboardEvent } from 'react';
import { toast } from '../../state/notices';
import type { Build } from '../../../core/format/build';
import { STOP_UNITS, STOP_WORDS, STOPS, type Stop } from '../../../core/search/limits';
import type { Terms } from '../../../core/format/quote';
import { roundMoney } from '../../../core/quote/quote';
import { keyOf, type Found } from '../../../core/search/found';
import type { partsOf, Why } from '../../../core/search/summary';
import { showRounded, type UnitSystem } from '../../../core/units/quantity';
import { useSureOf } from '../../state/sureOf';
import { SureGrade } from '../../ui/SureGrade';
import type { Report } from '../../workers/search.worker';
import { $shop, $units } from '../../state/store';
import { lineWords } from './lineWords';
import { makeStage } from './makeStage';
import { Picture } from './Picture';
import { searchWorker } from './searchStore';
import { WheelPeek } from './WheelPeek';
import { Button } from '../../ui/Button';

const SHOWN = 12;
const mm = (value: number, units: UnitSystem): string => showRounded(value, 'length', units);

function byWords(stop: Stop, by: number, units: UnitSystem, terms: Terms): string {
  if (!Number.isFinite(by)) return ': it is not known';
  const unit = STOP_UNITS[stop];
  if (unit === '' || by === 0) return '';
  if (unit === 'mm') return `, by ${mm(by, units)}`;
  if (unit === 'share') return `, by ${(by * 100).toFixed(0)} %`;
  return unit === 'money' ? `, by ${roundMoney(by, terms)}` : `, by ${by.toFixed(0)} ${unit}`;
}

/** How many fell to each limit, and what stopped a tire or wheel that is named. */
function WhyNot({ fallen }: { fallen: Report['fallen'] }) {
  const units = useStore($units);
  const { terms } = useStore($shop);
  const [typed, setTyped] = useState('');
  const [found, setFound] = useState<Why[]>([]);
  const look = async (text: string): Promise<void> => {
    setTyped(text);
    setFound(await searchWorker().why(text));
  };
  return (
    <div data-testid="why-not">
      <h3 className="text-lg font-semibold">Why not</h3>
      <ul>
        {STOPS.filter((stop) => fallen[stop] > 0).map((stop) => (
          <li key={stop} data-stop={stop} className="border-line flex justify-between gap-3 border-b">
            <span>{STOP_WORDS[stop]}</span>
            <b className="font-semibold">{fallen[stop].toLocaleString('en')}</b>
          </li>
        ))}
      </ul>
      <label className="caption mt-2 block">
        Why not this tire or wheel?
        <input
          className="field-box text-ink"
          value={typed}
          placeholder="maker, size…"
          onChange={(event) => void look(event.target.value)}
        />
      </label>
      <ul data-testid="why-answers">
        {found.map(({ words, found: yes, stop, by }) => (
          <li key={words} className="border-line border-b py-0.5">
            <b className="font-semibold">{words}</b>:{' '}
            {yes
              ? 'it is among what was found'
              : stop
                ? `${STOP_WORDS[stop]}${byWords(stop, by, units, terms)}`
                : 'no wheel here carries it, or it was not judged yet'}
          </li>
        ))}
      </ul>
    </div>
  );
}

/** What a little more would open. */
function OneStep({ report: { nextLift, tuck } }: { report: Report }) {
  const units = useStore($units);
  if (!nextLift && !tuck.largest) return null;
  return (
    <p className="mt-1" data-testid="one-step">
      One step past the limit:{' '}
      {nextLift &&
        `the next lift kit (${mm(nextLift.liftMm, units)}) would let a tire of ${mm(nextLift.diameterMm, units)} stand`}
      {nextLift && tuck.largest && '; '}
      {tuck.largest &&
        `tucking the liner by 5 mm would let ${tuck.count.toLocaleString('en')} more stand, up to ${mm(tuck.largest.diameterMm, units)}`}
      .
    </p>
  );
}

const costWords = ({ cost }: Found, terms: Terms): string =>
  cost === null ? 'not known' : roundMoney(cost, terms);
/** Wheel, spacer, kit and gears of a line, as far as they are not what is on the vehicle. */
const partWords = ({ spacer, lift, ratio }: Found, words: ReturnType<typeof partsOf>): string =>
  [words.wheel, spacer > 0 && words.spacer, lift > 0 && words.lift, ratio > 0 && words.ratio]
    .filter(Boolean)
    .join(' · ');

type LineProps = { one: Found; look: (one: Found) => Promise<void>; take: (one: Found) => Promise<void> };
/** The end of a line: its package as a stage, looked at when the focus comes to it. */
function TakeCell({ one, look, take }: LineProps) {
  return (
    <td className="py-1">
      <Button
        needs="plan"
        className="whitespace-nowrap"
        onFocus={() => void look(one)}
        onClick={() => void take(one)}
      >
        Make a stage
      </Button>
    </td>
  );
}

/** The grade of a line, its least gap, and how sure it is once the search has ended. */
function GradeCell({ one, isAsked }: { one: Found; isAsked: boolean }) {
  const units = useStore($units);
  const chance = useSureOf(one, isAsked, (found) => searchWorker().build(found));
  return (
    <td className="py-1 pr-3 whitespace-nowrap">
      <SureGrade grade={one.grade} chance={chance} size={15} beside={mm(one.leastMm, units)} />
    </td>
  );
}

/** Arrows go from line to line; Enter makes a stage of the one that has the focus. */
function moveAmongLines(event: KeyboardEvent<HTMLElement>): void {
  const way = { ArrowDown: 1, ArrowUp: -1 }[event.key];
  if (!way) return;
  const buttons = [...event.currentTarget.querySelectorAll<HTMLElement>('button:not([aria-expanded])')];
  const at = buttons.findIndex((one) => one === document.activeElement);
  if (at < 0) return;
  event.preventDefault();
  buttons[at + way]?.focus();
}

/** What was found: the picture, the ranking with the one thing each is good at, and why the others fell out. */
export function Answers({ report }: { report: Report }) {
  const units = useStore($units);
  const { terms } = useStore($shop);
  const [open, setOpen] = useState<readonly string[]>([]);
  const [chosen, setChosen] = useState<{ found: Found; build: Build } | null>(null);
  const [all, setAll] = useKept('search.all', false);
  const look = async (found: Found): Promise<void> => {
    const build = await searchWorker().build(found);
    if (build) setChosen({ found, build });
  };
  const take = async (found: Found): Promise<void> => {
    const build = await searchWorker().build(found);
    const refused = build ? await makeStage(build) : 'The search was started anew meanwhile.';
    if (refused) toast(refused);
  };
  const { ranked, parts, running } = report;
  const [best] = ranked;
  useEffect(() => {
    // The best is shown before anything is pointed at.
    if (running || chosen || !best) return;
    void searchWorker()
      .build(best)
      .then((build) => build && setChosen((before) => before ?? { found: best, build }));
  }, [running, chosen, best]);
  return (
    <div className="mt-3">
      <div className="grid grid-cols-[minmax(0,1.5fr)_minmax(0,1fr)] gap-x-8">
        <Picture found={report.picture} look={(one) => void look(one)} />
        <div>
          {chosen ? (
            <WheelPeek {...chosen} />
          ) : (
            <p className="text-graphite">
              Point at a mark, or at a line below, to see its wheel in the corner. The front is what no other
              package is better than in every way.
            </p>
          )}
        </div>
      </div>
      <OneStep report={report} />
      <div className="mt-3 grid grid-cols-[minmax(0,2fr)_minmax(0,1fr)] gap-x-8">
        <table className="self-start text-[0.95rem]" data-testid="ranking">
          <thead>
            <tr className="caption border-ink border-b text-left">
              <th className="py-1">Package</th>
              <th className="pr-3 text-right">Over all</th>
              <th className="pr-3">Grade</th>
              <th className="pr-3 text-right">Lock</th>
              <th className="pr-3 text-right">Cost</th>
              <th className="pr-3">Best at</th>
              <th />
            </tr>
          </thead>
          <tbody onKeyDown={moveAmongLines}>
            {(all ? ranked : ranked.slice(0, SHOWN)).flatMap((one, i) => {
              const key = keyOf(one);
              const shown = open.includes(key);
              const words = parts[i];
              return [
                <tr
                  key={key}
                  className="border-line hover:bg-soft border-b align-top"
                  onMouseEnter={() => void look(one)}
                >
                  <td className="py-1 pr-3">
                    <b className="font-semibold">{words?.tire}</b>
                    <span className="text-graphite block text-[0.85rem]">
                      {words && partWords(one, words)}
                    </span>
                    {one.variants.length > 0 && (
                      <button
                        type="button"
                        className="text-left text-[0.85rem] underline"
                        aria-expanded={shown}
                        data-testid="variants"
                        onClick={() => setOpen(shown ? open.filter((one) => one !== key) : [...open, key])}
                      >
                        and {one.variants.length} more like it
                      </button>
                    )}
                  </td>
                  <td className="py-1 pr-3 text-right whitespace-nowrap">{mm(one.diameterMm, units)}</td>
                  <GradeCell one={one} isAsked={!running} />
                  <td className="py-1 pr-3 text-right whitespace-nowrap">
                    {(one.lockKept * 100).toFixed(0)} %
                  </td>
                  <td className="py-1 pr-3 text-right whitespace-nowrap">{costWords(one, terms)}</td>
                  <td className="py-1 pr-3">{lineWords(one, i === 0, units, terms)}</td>
                  <TakeCell one={one} look={look} take={take} />
                </tr>,
                ...(shown ? one.variants : []).map((other, k) => (
                  <tr
                    key={keyOf(other)}
                    className="border-line hover:bg-soft border-b align-top"
                    data-testid="variant"
                    onMouseEnter={() => void look(other)}
                  >
                    <td className="py-1 pr-3 pl-5" colSpan={4}>
                      {words?.variants[k]?.tire}
                      <span className="text-graphite block text-[0.85rem]">
                        {words?.variants[k] && partWords(other, words.variants[k])}
                      </span>
                    </td>
                    <td className="py-1 pr-3 text-right whitespace-nowrap">{costWords(other, terms)}</td>
                    <td />
                    <TakeCell one={other} look={look} take={take} />
                  </tr>
                )),
              ];
            })}
          </tbody>
        </table>
        <WhyNot fallen={report.fallen} />
      </div>
      {ranked.length === 0 && (
        <p className="text-lg">
          {report.done
            ? 'Nothing keeps to these limits. “Why not” says what stopped how many; loosen that one.'
            : 'Nothing yet.'}
        </p>
      )}
      {ranked.length > SHOWN && !all && (
        <Button className="mt-1" onClick={() => setAll(true)}>
          Show the first {ranked.length}
        </Button>
      )}
    </div>
  );
}
