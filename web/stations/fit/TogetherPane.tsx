import { useStore } from '@nanostores/react';
import { toast } from '../../state/notices';
import type { Build } from '../../../core/format/build';
import { hours as hourWords, money } from '../../../core/quote/quote';
import { withChanges } from '../../../core/together/change';
import type { Offer } from '../../../core/together/offers';
import { wordingText } from '../../../core/wording';
import { takePackage } from '../../state/edits';
import { step } from '../../state/saving';
import { $assessment, $build, $units } from '../../state/store';
import { useSureOf } from '../../state/sureOf';
import { SureGrade } from '../../ui/SureGrade';
import { Button } from '../../ui/Button';
import { LeaveOut, useLeftOut } from './LeaveOut';
import { $together, startTogether, stopTogether } from './togetherStore';

function take(build: Build, offer: Offer): void {
  const edited = takePackage(build.package, withChanges(build, offer.changes).package);
  if (!edited.ok) return void toast(edited.faults[0]?.message ?? 'This cannot be made.');
  toast('Taken.', { action: { label: 'Undo', onClick: () => void step('undo') } });
}

function costWords({ cost, hours, days }: Offer): string {
  const { totalCents, unpriced } = cost;
  return [
    `${unpriced > 0 ? 'at least ' : ''}${money(totalCents, cost)} more${unpriced > 0 ? ', not all of it has a price' : ''}`,
    hours > 0 ? `${hourWords(hours * 60)} of work` : 'no work of its own',
    ...(days > 0 ? [`parts in ${days} ${days === 1 ? 'day' : 'days'}`] : []),
  ].join(', ');
}

type LineProps = { build: Build; offer: Offer; running: boolean; locked: boolean };

/** One way to free it, with how sure its grade is once the search has ended. */
function OfferLine({ build, offer, running, locked }: LineProps) {
  const units = useStore($units);
  const chance = useSureOf(offer, !running, ({ changes }) => withChanges(build, changes));
  return (
    <li className="border-line flex flex-wrap gap-x-4 gap-y-1 border-b py-1.5 md:flex-nowrap">
      <span className="w-20 shrink-0">
        <SureGrade grade={offer.grade} chance={chance} />
      </span>
      <span className="min-w-0 basis-full md:grow md:basis-0">
        <b className="font-semibold">{wordingText(offer.does, units)}</b>{' '}
        <span className="text-graphite">{wordingText(offer.why, units)}</span>
      </span>
      <span className="text-graphite grow text-[0.9rem] md:w-56 md:shrink-0 md:grow-0">
        {costWords(offer)} (estimates)
      </span>
      <Button className="shrink-0 self-start" disabled={locked || running} onClick={() => take(build, offer)}>
        Take
      </Button>
    </li>
  );
}

/** Single changes, and up to three together, that free both axles: searched for when somebody asks. */
export function TogetherPane({ build, locked }: { build: Build; locked: boolean }) {
  const units = useStore($units);
  const searched = useStore($together);
  const grade = useStore($assessment)?.assessment.grade;
  const { out, setOut, avoid } = useLeftOut();
  const mine =
    searched && searched.build.package === build.package && searched.build.vehicle === build.vehicle;
  if (grade === 'free') return null;
  const running = mine === true && searched.running;
  const search = (): void => {
    // The stage as it is now, which may be drawn a moment later.
    void startTogether($build.get() ?? build, avoid);
  };
  return (
    <section className="mt-4" aria-labelledby="together-title" data-testid="together">
      <div className="flex flex-wrap items-center gap-x-4 gap-y-1">
        <h3 id="together-title" className="text-lg font-semibold">
          Changes together
        </h3>
        {running ? (
          <Button className="font-semibold" onClick={stopTogether}>
            Stop
          </Button>
        ) : (
          <Button className="font-semibold" disabled={locked} onClick={search}>
            Search up to three together
          </Button>
        )}
        <p role="status" className="text-graphite">
          {running && `${searched.tried} of ${searched.of || '…'} gone through`}
          {mine && !running && !searched.failed && `${searched.tried} gone through`}
          {mine && searched.failed && '▲ The search did not run; press again.'}
        </p>
      </div>
      <LeaveOut out={out} setOut={setOut} />
      {mine &&
        searched.cures?.held.map((one, i) => (
          <p key={i} className="font-medium" data-testid="together-held">
            {wordingText(one, units)}
          </p>
        ))}
      {mine && searched.offers.length > 0 && (
        <ul data-testid="together-offers">
          {searched.offers.map((offer) => (
            <OfferLine
              key={wordingText(offer.does, units)}
              build={build}
              offer={offer}
              running={running}
              locked={locked}
            />
          ))}
        </ul>
      )}
      {mine && (
        <p className="text-graphite text-[0.85rem]">
          Each was assessed as it would stand. Hours and prices are the shop’s own estimates; makers’ limits
          and the local code stand above them.
        </p>
      )}
    </section>
  );
}
