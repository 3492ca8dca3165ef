import { useStore } from '@nanostores/react';
import { useState } from 'react';
import { SHOWN_PARTS, SHOWN_WORDS, type ShownPart } from '../../../core/people/shownParts';
import { $job } from '../../state/store';
import { Button } from '../../ui/Button';
import { LinkDays, LinkList, useCustomerLinks } from '../../ui/customerLinks';
import { FreshLink } from '../../ui/FreshLink';

/** Links by which the customer reads of the job on their own phone, and answers a quote. */
export function CustomerLinks({ quotes }: { quotes: readonly { id: number; number: number }[] }) {
  const job = useStore($job);
  const [shows, setShows] = useState<readonly ShownPart[]>(['quote', 'comparison']);
  const [days, setDays] = useState(30);
  const [quoteId, setQuoteId] = useState<number | null>(null);
  const { links, fresh, make, takeBack } = useCustomerLinks(job ? `/api/jobs/${job.id}/links` : null);
  const quote = quotes.find(({ id }) => id === quoteId) ?? quotes[0];
  const chosen = shows.filter((part) => part !== 'quote' || quote);
  const body = (): object => ({
    shows: chosen,
    days,
    ...(chosen.includes('quote') && quote ? { quoteId: quote.id } : {}),
  });
  return (
    <div className="mt-4" data-testid="customer-links">
      <h3 className="text-lg font-semibold">A link for the customer</h3>
      <p className="text-graphite text-[0.9rem]">
        Read on any phone, without signing in; nothing else of the shop is reached by it.
      </p>
      <div className="mt-1 flex flex-wrap items-center gap-x-4 gap-y-1">
        {SHOWN_PARTS.map((part) => (
          <label key={part} className="inline-flex items-center gap-1.5">
            <input
              type="checkbox"
              checked={chosen.includes(part)}
              disabled={part === 'quote' && !quote}
              onChange={() =>
                setShows(shows.includes(part) ? shows.filter((one) => one !== part) : [...shows, part])
              }
            />
            {SHOWN_WORDS[part]}
          </label>
        ))}
        {quotes.length > 1 && chosen.includes('quote') && (
          <select
            className="plain-button"
            aria-label="Which quote"
            value={quote?.id}
            onChange={(event) => setQuoteId(Number(event.target.value))}
          >
            {quotes.map(({ id, number }) => (
              <option key={id} value={id}>
                {job?.number}-{number}
              </option>
            ))}
          </select>
        )}
        <LinkDays days={days} choose={setDays} />
        <Button needs="plan" disabled={chosen.length === 0} onClick={() => void make(body())}>
          Make the link
        </Button>
      </div>
      {fresh && (
        <FreshLink address={fresh.address} whom={job?.customer || 'the customer'} until={fresh.until} code />
      )}
      <LinkList links={links} takeBack={takeBack} />
    </div>
  );
}
