import { useStore } from '@nanostores/react';
import { useState } from 'react';
import type { Build } from '../../../core/format/build';
import type { JobPart, PartState } from '../../../core/format/jobPart';
import { cents, money } from '../../../core/quote/quote';
import { sayDate } from '../../../core/time/wallClock';
import {
  asksInstead,
  dayAfter,
  dayOfState,
  isWaitedFor,
  NEXT_STATES,
  ownId,
  stateOf,
  withPartStep,
  type PartChange,
} from '../../../core/work/partLife';
import { Button } from '../../ui/Button';
import { DateField } from '../../ui/DateField';
import { signed, today } from '../../state/clock';
import { $shop } from '../../state/store';
import { $work, editWork } from '../../state/work';
import { useAsked } from './PartsTable';

/** What is pressed for a part to come to a state. */
export const STEP_WORDS: Record<PartState, string> = {
  wanted: 'Call off',
  ordered: 'Order…',
  arrived: 'Is here',
  fitted: 'Fitted',
  returned: 'Sent back',
};

/** Where a part is, in words. */
export function partWords(part: JobPart): string {
  const state = stateOf(part);
  const on = dayOfState(part, state);
  const since = on ? ` ${sayDate(on)}` : '';
  if (state === 'ordered')
    return `ordered${since}, ${part.expectedOn ? `promised for ${sayDate(part.expectedOn)}` : 'no day promised'}`;
  return `${state}${since}`;
}

/** From whom, for how much and for when a part is ordered. */
export function OrderForm({
  part,
  order,
}: {
  part: JobPart;
  order: (agreed: Omit<PartChange, 'id' | 'state'>) => void;
}) {
  const [supplier, setSupplier] = useState(part.supplier);
  const [price, setPrice] = useState(part.price === null ? '' : String(part.price));
  const [expectedOn, setExpectedOn] = useState(dayAfter(today(), part.leadDays));
  const { currency } = useStore($shop).terms;
  const amount = price.trim() === '' ? null : Number(price.replace(',', '.'));
  const readable = amount === null || (Number.isFinite(amount) && amount >= 0 && amount <= 1e6);
  return (
    <form
      className="my-1 grid grid-cols-[1fr_6rem_9rem_auto] items-end gap-2"
      onSubmit={(event) => {
        event.preventDefault();
        if (readable) order({ supplier: supplier.trim(), price: amount, expectedOn });
      }}
    >
      <label className="caption">
        From
        <input
          className="field-box text-ink"
          value={supplier}
          maxLength={80}
          autoFocus
          onChange={(event) => setSupplier(event.target.value)}
        />
      </label>
      <label className="caption">
        Each, {currency}
        <input
          className="field-box text-ink text-right"
          inputMode="decimal"
          value={price}
          aria-invalid={!readable}
          onChange={(event) => setPrice(event.target.value)}
        />
      </label>
      <DateField label="Promised for" value={expectedOn} take={setExpectedOn} />
      <Button
        type="submit"
        className="font-semibold"
        disabled={!readable}
        title={readable ? undefined : 'The price is not readable: a number from 0 to 1 000 000, or nothing'}
      >
        Ordered
      </Button>
    </form>
  );
}

function OwnPart() {
  const [label, setLabel] = useState('');
  const add = (): void =>
    void editWork((work) => ({
      ...work,
      parts: [
        ...work.parts,
        {
          id: ownId(work.parts),
          label: label.trim(),
          count: 1,
          price: null,
          supplier: '',
          leadDays: 0,
          steps: [],
        },
      ],
    })).then((stored) => stored && setLabel(''));
  return (
    <form
      className="mt-1 flex items-end gap-2"
      onSubmit={(event) => {
        event.preventDefault();
        add();
      }}
    >
      <label className="caption grow">
        One more part that it needs
        <input
          className="field-box text-ink"
          value={label}
          maxLength={200}
          onChange={(event) => setLabel(event.target.value)}
        />
      </label>
      <Button type="submit" disabled={label.trim() === ''}>
        Add
      </Button>
    </form>
  );
}

/** The parts of the stage in work, each with what became of it and what can become of it next. */
export function PartLives({ build }: { build: Build }) {
  const { work } = useStore($work);
  const { terms } = useStore($shop);
  const { lines, read } = useAsked(build, work.stageId ?? undefined);
  const [ordering, setOrdering] = useState<string | null>(null);
  const { parts } = work;
  const step = (change: PartChange): void => {
    setOrdering(null);
    const { by, at } = signed();
    void editWork((now) => withPartStep(now, change, { on: at.slice(0, 10), by }) ?? now);
  };
  const open = parts.filter(isWaitedFor).length;
  return (
    <div data-testid="part-lives">
      <h3 className="text-lg font-semibold">Parts of this job</h3>
      {parts.length === 0 ? (
        <p className="text-graphite">
          None are listed yet. Take the stage in again, and what it asks for stands here to be ordered.
        </p>
      ) : (
        <>
          <p className="text-graphite">
            {open === 0 ? 'All of them are here.' : `${open} of ${parts.length} are still to come.`}{' '}
            <a href="/parts">To order, over all jobs</a>
          </p>
          <ul>
            {parts.map((part) => {
              const state = stateOf(part);
              const instead = read ? asksInstead(part, lines) : null;
              return (
                <li
                  key={part.id}
                  className="border-line border-b py-1.5"
                  data-part={part.id}
                  data-state={state}
                >
                  <p className="font-medium">
                    {part.count} × {part.label}
                  </p>
                  <div className="flex flex-wrap items-center gap-x-2 gap-y-1">
                    <span data-testid="part-state">{partWords(part)}</span>
                    <span className="text-graphite">
                      {part.price === null ? 'no price' : `${money(cents(part.price), terms)} each`}
                      {part.supplier && `, ${part.supplier}`}
                    </span>
                    <span className="ml-auto flex gap-1.5">
                      {NEXT_STATES[state].map((next) => (
                        <Button
                          needs="plan"
                          key={next}
                          aria-label={`${STEP_WORDS[next]}: ${part.label}`}
                          onClick={() =>
                            next === 'ordered'
                              ? setOrdering(ordering === part.id ? null : part.id)
                              : step({ id: part.id, state: next })
                          }
                        >
                          {state === 'returned' ? 'Wanted again' : STEP_WORDS[next]}
                        </Button>
                      ))}
                    </span>
                  </div>
                  {instead && (
                    <p className="font-medium">
                      ▲ The package asks for {instead} now: call it off or send it back, and take the stage in
                      again.
                    </p>
                  )}
                  {ordering === part.id && state === 'wanted' && (
                    <OrderForm
                      part={part}
                      order={(agreed) => step({ id: part.id, state: 'ordered', ...agreed })}
                    />
                  )}
                </li>
              );
            })}
          </ul>
        </>
      )}
      <OwnPart />
    </div>
  );
}
