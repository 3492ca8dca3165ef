import { now } from '../../state/clock';
import { useStore } from '@nanostores/react';
import { useEffect, useState } from 'react';
import { toast } from '../../state/notices';
import { money, totalsOf } from '../../../core/quote/quote';
import type { QuoteLineOut } from '../../../server/work';
import { $heads, $job, $stages } from '../../state/store';
import { refusalWords, send } from '../../state/apiClient';
import { CustomerLinks } from './CustomerLinks';
import { QuoteDialog } from './QuoteDialog';
import { draftQuote } from './quoteDraft';
import { NOT_ARRIVED, reader } from '../../state/reader';
import { Button, ButtonLink } from '../../ui/Button';
import { sayDate } from '../../../core/time/wallClock';

/** Which stages a new quote offers. */
function NewQuote({ made }: { made: (quote: QuoteLineOut) => void }) {
  const heads = useStore($heads).filter(({ position }) => position > 0);
  const job = useStore($job);
  const [left, setLeft] = useState<readonly number[]>([]);
  const [busy, setBusy] = useState(false);
  /** Of stages that are blocked, why they are offered all the same. */
  const [insisted, setInsisted] = useState<ReadonlyMap<number, string>>(new Map());
  const offered = heads.filter(({ id }) => !left.includes(id));
  const make = async (): Promise<void> => {
    if (!job) return;
    setBusy(true);
    const stages = $stages.get().filter(({ id }) => offered.some((head) => head.id === id));
    if (!(await reader().catch(() => null))) {
      setBusy(false);
      return void toast(`No quote was made: ${NOT_ARRIVED}`);
    }
    const drafted = await draftQuote(stages, now(), insisted);
    if ('blocked' in drafted) {
      setInsisted(
        new Map([...insisted, ...drafted.blocked.map((id) => [id, insisted.get(id) ?? ''] as const)]),
      );
      setBusy(false);
      return;
    }
    const answer = await send<QuoteLineOut>('POST', `/api/jobs/${job.id}/quotes`, drafted.quote);
    setBusy(false);
    if (answer.kind === 'ok') made(answer.value);
    else toast(refusalWords(answer));
  };
  return (
    <div className="border-line mt-2 border-t pt-2">
      <p className="caption">A new quote, with these as alternatives</p>
      {heads.map(({ id, name }) => (
        <label key={id} className="mr-4 inline-flex items-center gap-1.5">
          <input
            type="checkbox"
            checked={!left.includes(id)}
            onChange={() => setLeft(left.includes(id) ? left.filter((one) => one !== id) : [...left, id])}
          />
          {name}
        </label>
      ))}
      {offered
        .filter(({ id }) => insisted.has(id))
        .map(({ id, name }) => (
          <label key={id} className="caption mt-1 block">
            ▲ {name} is blocked: it is not offered, unless you say why
            <input
              className="field-box text-ink"
              value={insisted.get(id)}
              maxLength={200}
              placeholder="untick it above, or say why it is offered all the same"
              onChange={(event) => setInsisted(new Map([...insisted, [id, event.target.value]]))}
            />
          </label>
        ))}
      <Button
        needs="plan"
        className="mt-1 block font-semibold"
        disabled={busy || offered.length === 0}
        onClick={() => void make()}
      >
        {busy ? 'Working it out…' : 'Make the quote'}
      </Button>
    </div>
  );
}

/** Freezes a quote with what the customer took. */
function Accept({
  quote: { id, version, quote },
  changed,
}: {
  quote: QuoteLineOut;
  changed: (now: QuoteLineOut) => void;
}) {
  const customer = useStore($job)?.customer ?? '';
  const [option, setOption] = useState(0);
  const [by, setBy] = useState(customer);
  const accept = async (): Promise<void> => {
    const answer = await send<QuoteLineOut>('POST', `/api/quotes/${id}/accept`, {
      version,
      option,
      by: by.trim(),
    });
    if (answer.kind === 'ok') changed(answer.value);
    else {
      toast(refusalWords(answer));
      if (answer.kind === 'refused' && answer.current) changed(answer.current as QuoteLineOut);
    }
  };
  return (
    <form
      className="mt-1 flex flex-wrap items-end gap-2"
      onSubmit={(event) => {
        event.preventDefault();
        void accept();
      }}
    >
      <label className="caption">
        Taken
        <select
          className="field-box text-ink"
          value={option}
          onChange={(event) => setOption(Number(event.target.value))}
        >
          {quote.options.map(({ label }, i) => (
            <option key={i} value={i}>
              {label}
            </option>
          ))}
        </select>
      </label>
      <label className="caption">
        Accepted by
        <input
          className="field-box text-ink"
          value={by}
          maxLength={120}
          onChange={(event) => setBy(event.target.value)}
        />
      </label>
      <Button needs="plan" type="submit" disabled={by.trim() === ''}>
        Accept and freeze
      </Button>
    </form>
  );
}

function QuoteRow({ line, changed }: { line: QuoteLineOut; changed: (now: QuoteLineOut) => void }) {
  const job = useStore($job);
  const [open, setOpen] = useState(false);
  const { number, quote, accepted } = line;
  const taken = accepted && quote.options[accepted.option];
  return (
    <li className="border-line border-b py-2" data-quote={number} data-frozen={accepted !== null}>
      <div className="flex flex-wrap items-baseline gap-x-3">
        <b className="font-semibold">
          {job?.number}-{number}
        </b>
        <span className="text-graphite">until {sayDate(quote.validUntil)}</span>
        <span className="ml-auto flex gap-2">
          <ButtonLink href={`/jobs/${job?.id}/papers/quote?of=${line.id}`}>Paper</ButtonLink>
          {!accepted && (
            <Button needs="plan" onClick={() => setOpen(true)}>
              Change
            </Button>
          )}
        </span>
      </div>
      <ul>
        {quote.options.map((option, i) => {
          const { totalCents, unpriced } = totalsOf(option, quote.terms);
          return (
            <li key={i} className={accepted && accepted.option !== i ? 'text-graphite line-through' : ''}>
              {option.label}: {money(totalCents, quote.terms)}
              {unpriced > 0 && ` at least; ${unpriced} without a price`}
            </li>
          );
        })}
      </ul>
      {taken ? (
        <p className="font-medium">
          Accepted by {accepted.by}
          {accepted.through === 'link' ? ' by their link' : ''} on {sayDate(accepted.at.slice(0, 10))}:{' '}
          {taken.label}. Frozen.
          {accepted.through === 'link' && (
            <img
              src={`/api/quotes/${line.id}/signature`}
              alt={`The name that ${accepted.by} drew`}
              className="border-line mt-1 block h-16 border bg-white"
            />
          )}
        </p>
      ) : (
        <Accept quote={line} changed={changed} />
      )}
      {open && <QuoteDialog line={line} close={() => setOpen(false)} changed={changed} />}
    </li>
  );
}

/** The quotes of the job, newest first. */
export function QuotesPanel() {
  const job = useStore($job);
  const [quotes, setQuotes] = useState<QuoteLineOut[] | null>(null);
  const jobId = job?.id;
  useEffect(() => {
    if (jobId === undefined) return;
    let here = true;
    void send<QuoteLineOut[]>('GET', `/api/jobs/${jobId}/quotes`).then((answer) => {
      if (here && answer.kind === 'ok') setQuotes(answer.value);
    });
    return () => {
      here = false;
    };
  }, [jobId]);
  const changed = (now: QuoteLineOut): void =>
    setQuotes((before) =>
      [now, ...(before ?? []).filter(({ id }) => id !== now.id)].sort((a, b) => b.number - a.number),
    );
  return (
    <div data-testid="quotes">
      <h3 className="text-lg font-semibold">Quotes</h3>
      {quotes && (
        <ul>
          {quotes.map((line) => (
            <QuoteRow key={line.id} line={line} changed={changed} />
          ))}
        </ul>
      )}
      <NewQuote made={changed} />
      <CustomerLinks quotes={quotes ?? []} />
    </div>
  );
}
