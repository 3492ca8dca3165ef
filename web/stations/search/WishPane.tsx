import { useStore } from '@nanostores/react';
import { useState } from 'react';
import { toast } from '../../state/notices';
import type { Build } from '../../../core/format/build';
import type { Limits } from '../../../core/format/searchLimits';
import { hours as hourWords, money } from '../../../core/quote/quote';
import { showRounded, type UnitSystem } from '../../../core/units/quantity';
import { wordingText } from '../../../core/wording';
import { readWish, WISH_SLACK_MM, type Wish } from '../../../core/wish/readWish';
import type { WishWay } from '../../../core/wish/wayTo';
import { SureGrade } from '../../ui/SureGrade';
import { useKept } from '../../state/kept';
import { $build, $job, $shop, $units } from '../../state/store';
import { Button } from '../../ui/Button';
import { LeaveOut, useLeftOut } from '../fit/LeaveOut';
import { CheckList } from '../package/CheckList';
import { makeStage } from './makeStage';
import { $wish, asListed, startWish, stopWish, type WishState } from './wishStore';

/** What was understood of a wish, so that a slip is seen before it is searched for. */
function wishWords({ what, amount }: Wish, units: UnitSystem, currency: string): string {
  if (what === 'price') return `The largest tires that ${money(amount * 100, { currency })} buy, all in`;
  const size = showRounded(amount, 'length', units);
  const less = showRounded(WISH_SLACK_MM[what], 'length', units);
  switch (what) {
    case 'diameter':
      return `Tires of ${size} over all or more (a size is a name: ${less} less still counts)`;
    case 'width':
      return `Tires ${size} wide or wider (${less} less still counts)`;
    case 'lift':
      return `A kit of ${size} or more at the front`;
  }
}

function priceWords({ price, gearingChangePct }: WishWay): string {
  const { totalCents, moreCents, unpriced, minutes, days } = price;
  const more = Math.abs(moreCents);
  return [
    `${unpriced > 0 ? 'at least ' : ''}${money(totalCents, price)} in all`,
    moreCents === 0
      ? 'as the stage now'
      : `${money(more, price)} ${moreCents > 0 ? 'more' : 'less'} than the stage now`,
    ...(unpriced > 0 ? [`${unpriced} ${unpriced === 1 ? 'part has' : 'parts have'} no price`] : []),
    `${hourWords(minutes)} of work`,
    ...(days > 0 ? [`parts in ${days} ${days === 1 ? 'day' : 'days'}`] : []),
    Math.abs(gearingChangePct) < 0.5
      ? 'geared as delivered'
      : `geared ${Math.abs(gearingChangePct).toFixed(0)} % ${gearingChangePct < 0 ? 'taller' : 'shorter'} than delivered`,
  ].join(', ');
}

/** What a way asks for by the shop's rules, and what it does not pass. */
function HangsOnIt({ way: { lines, checks, price } }: { way: WishWay }) {
  const failing = checks.filter(({ status }) => status === 'fail').length;
  return (
    <details className="text-[0.95rem]">
      <summary className="py-1">
        Everything that hangs on it
        {failing > 0 && (
          <b className="font-semibold">
            {' '}
            · {failing} {failing === 1 ? 'check fails' : 'checks fail'}
          </b>
        )}
      </summary>
      <ul className="grid gap-x-8 md:grid-cols-2" data-testid="wish-lines">
        {lines.map(({ id, label, part, labour, perhaps }) => (
          <li key={id} className={`border-line flex gap-3 border-b ${perhaps ? 'text-graphite' : ''}`}>
            <span className="grow">
              {label}
              {perhaps && ' (perhaps; not in the sum)'}
            </span>
            <span className="text-right">
              {part &&
                `${part.count} × ${part.label}, ${part.price === null ? 'no price' : money(part.price * 100, price)}`}
              {part && labour && ' · '}
              {labour && hourWords(labour.minutes)}
            </span>
          </li>
        ))}
      </ul>
      <CheckList checks={checks} />
    </details>
  );
}

function Way({ way, first, base }: { way: WishWay; first: string; base: Build }) {
  const units = useStore($units);
  const take = async (): Promise<void> => {
    const job = $job.get();
    if (!job) return;
    const refused = await makeStage(await asListed(job.id, way.build, way.tireId));
    if (refused) toast(refused);
  };
  const isAsItIs = way.build.package === base.package;
  return (
    <li className="border-line border-b py-1.5">
      <div className="flex flex-wrap gap-x-4 gap-y-1 md:flex-nowrap">
        <span className="w-24 shrink-0">
          <SureGrade grade={way.grade} chance={way.chance} />
        </span>
        <span className="min-w-0 basis-full md:grow md:basis-0">
          <b className="font-semibold">{wordingText(way.does, units)}</b>{' '}
          <span className="text-graphite">
            {showRounded(way.diameterMm, 'length', units)} over all.{first}
          </span>
        </span>
        <span className="text-graphite grow text-[0.9rem] md:w-72 md:shrink-0 md:grow-0">
          {priceWords(way)} (estimates)
        </span>
        <Button
          needs="plan"
          className="shrink-0 self-start whitespace-nowrap"
          disabled={isAsItIs}
          onClick={() => void take()}
        >
          Make a stage
        </Button>
      </div>
      <HangsOnIt way={way} />
    </li>
  );
}

/** How far it is, and what its answer is worth. */
function progressWords({
  wish: { what },
  wished: { looked, of, complete, ways },
  running,
  failed,
}: WishState): string {
  const better = what === 'price' ? 'larger' : 'cheaper';
  if (failed) return '▲ The search did not run; press again.';
  const far = `${looked.toLocaleString('en')} of ${of === 0 ? '…' : of.toLocaleString('en')} packages looked at`;
  if (running)
    return looked === 0
      ? 'First whatever stands as it is…'
      : `${far}, the ${what === 'price' ? 'largest' : 'cheapest'} first…`;
  if (complete) return ways.length > 0 ? `${far}; none of the rest can be ${better}.` : `${far}.`;
  return `${far}, stopped: a ${better} one can be among the rest.`;
}

/** One field for what is wanted, and the whole way there: the least that must change, priced, as a stage to take. */
export function WishPane({ build, limitsNow }: { build: Build; limitsNow: () => Promise<Limits | null> }) {
  const units = useStore($units);
  const { terms } = useStore($shop);
  const state = useStore($wish);
  const { out, setOut, avoid } = useLeftOut();
  const [typed, setTyped] = useKept('search.wish', '');
  const [gears, setGears] = useKept('search.wish.gears', true);
  const [fault, setFault] = useState('');
  const find = async (): Promise<void> => {
    const read = readWish(typed, units, terms.currency);
    setFault(read.ok ? '' : read.message);
    const job = $job.get();
    const limits = read.ok ? await limitsNow() : null;
    if (!read.ok || !limits || !job) return;
    // The stage as it is now, which may be drawn a moment later.
    void startWish({ jobId: job.id, base: $build.get() ?? build, wish: read.value, limits, avoid, gears });
  };
  const mine =
    state && state.base.package === build.package && state.base.vehicle === build.vehicle ? state : null;
  return (
    <section aria-labelledby="wish-title" data-testid="wish" className="border-line mb-2 border-b pb-2">
      <form
        className="flex flex-wrap items-center gap-x-3 gap-y-1"
        onSubmit={(event) => {
          event.preventDefault();
          void find();
        }}
      >
        <h3 id="wish-title" className="text-lg font-semibold">
          <label htmlFor="wish">I want</label>
        </h3>
        <input
          id="wish"
          className="field-box w-40 font-medium"
          placeholder={units === 'metric' ? '35 in, 50 mm lift…' : '35, 12.5 wide…'}
          autoComplete="off"
          aria-describedby="wish-said"
          value={typed}
          onChange={({ target }) => setTyped(target.value)}
        />
        {mine?.running ? (
          <Button className="font-semibold" onClick={stopWish}>
            Stop
          </Button>
        ) : (
          <Button type="submit" className="font-semibold">
            Find the least that must change
          </Button>
        )}
        <label className="flex min-h-6 items-center gap-1.5">
          <input type="checkbox" checked={gears} onChange={({ target }) => setGears(target.checked)} />
          gears put right where they are far off
        </label>
        <p
          id="wish-said"
          role="status"
          className="text-graphite"
          data-state={mine?.running ? 'running' : 'still'}
        >
          {fault ? `▲ ${fault}` : mine ? progressWords(mine) : 'or “12.5 wide”, “4 in lift”, “under 6000”'}
        </p>
      </form>
      {mine && (
        <>
          <p className="mt-1 font-medium" data-testid="wish-understood">
            {wishWords(mine.wish, units, terms.currency)}, within the limits below:
          </p>
          <LeaveOut out={out} setOut={setOut} />
          {mine.wished.held.map((one, i) => (
            <p key={i} className="font-medium" data-testid="wish-held">
              {wordingText(one, units)}
            </p>
          ))}
          <ul data-testid="wish-ways">
            {mine.wished.ways.map((way, i) => (
              <Way
                key={wordingText(way.does, units)}
                way={way}
                first={
                  i > 0
                    ? ''
                    : mine.wish.what === 'price'
                      ? ' The largest that was found.'
                      : ' The least that was found.'
                }
                base={mine.base}
              />
            ))}
          </ul>
          <p className="text-graphite text-[0.85rem]">
            Each was assessed as it would stand and priced as it would be quoted, by the shop’s own rules.
            Makers’ limits and the local code stand above them.
          </p>
        </>
      )}
    </section>
  );
}
