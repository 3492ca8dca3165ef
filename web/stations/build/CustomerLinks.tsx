import { useStore } from '@nanostores/react';
import { format } from 'date-fns';
import { useEffect, useState } from 'react';
import { toast } from 'sonner';
import { SHOWN_PARTS, SHOWN_WORDS, type ShownPart } from '../../../core/people/customerLink';
import { sayDate } from '../../../core/time/wallClock';
import type { CustomerLinkLine } from '../../../server/customer';
import { refusalWords, send } from '../../state/apiClient';
import { now } from '../../state/clock';
import { $job } from '../../state/store';
import { Button } from '../../ui/Button';
import { FreshLink } from '../../ui/FreshLink';

const DAYS = [7, 14, 30, 90] as const;

function standingOf(link: CustomerLinkLine): string {
  if (link.takenBackAt) return `taken back ${sayDate(link.takenBackAt.slice(0, 10))}`;
  if (link.expiresAt < now().toISOString()) return `ended ${sayDate(link.expiresAt.slice(0, 10))}`;
  const seen = link.seenAt
    ? `looked at ${format(new Date(link.seenAt), 'd MMM, HH:mm')}`
    : 'not looked at yet';
  return `until ${sayDate(link.expiresAt.slice(0, 10))}, ${seen}`;
}

/** Links by which the customer reads of the job on their own phone, and answers a quote. */
export function CustomerLinks({ quotes }: { quotes: readonly { id: number; number: number }[] }) {
  const job = useStore($job);
  const [links, setLinks] = useState<CustomerLinkLine[]>([]);
  const [shows, setShows] = useState<readonly ShownPart[]>(['quote', 'comparison']);
  const [days, setDays] = useState(30);
  const [quoteId, setQuoteId] = useState<number | null>(null);
  const [fresh, setFresh] = useState<{ address: string; until: string } | null>(null);
  const jobId = job?.id;
  const quote = quotes.find(({ id }) => id === quoteId) ?? quotes[0];
  useEffect(() => {
    if (jobId === undefined) return;
    let here = true;
    void send<CustomerLinkLine[]>('GET', `/api/jobs/${jobId}/links`).then((answer) => {
      if (here && answer.kind === 'ok') setLinks(answer.value);
    });
    return () => {
      here = false;
    };
  }, [jobId]);
  const chosen = shows.filter((part) => part !== 'quote' || quote);
  const make = async (): Promise<void> => {
    const answer = await send<{ link: CustomerLinkLine; secret: string }>(
      'POST',
      `/api/jobs/${jobId}/links`,
      {
        shows: chosen,
        days,
        ...(chosen.includes('quote') && quote ? { quoteId: quote.id } : {}),
      },
    );
    if (answer.kind !== 'ok') {
      toast(refusalWords(answer));
      return;
    }
    setLinks([answer.value.link, ...links]);
    setFresh({
      address: `${location.origin}/for/${answer.value.secret}`,
      until: answer.value.link.expiresAt,
    });
  };
  const takeBack = async (id: number): Promise<void> => {
    const answer = await send<CustomerLinkLine>('DELETE', `/api/links/${id}`);
    if (answer.kind === 'ok') setLinks(links.map((one) => (one.id === id ? answer.value : one)));
    else toast(refusalWords(answer));
  };
  const opens = (link: CustomerLinkLine): boolean =>
    link.takenBackAt === null && link.expiresAt > now().toISOString();
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
        <label className="inline-flex items-center gap-1.5">
          for
          <select
            className="plain-button"
            value={days}
            onChange={(event) => setDays(Number(event.target.value))}
          >
            {DAYS.map((one) => (
              <option key={one} value={one}>
                {one} days
              </option>
            ))}
          </select>
        </label>
        <Button needs="plan" disabled={chosen.length === 0} onClick={() => void make()}>
          Make the link
        </Button>
      </div>
      {fresh && (
        <FreshLink address={fresh.address} whom={job?.customer || 'the customer'} until={fresh.until} code />
      )}
      {links.length > 0 && (
        <ul className="border-line mt-2 border-t">
          {links.map((link) => (
            <li
              key={link.id}
              className={`border-line flex flex-wrap items-center gap-x-3 border-b py-1 ${opens(link) ? '' : 'text-graphite'}`}
            >
              <span>{link.shows.join(', ')}</span>
              <span className="text-graphite">
                {standingOf(link)}, made by {link.madeBy}
              </span>
              {opens(link) && (
                <Button needs="plan" className="ml-auto" onClick={() => void takeBack(link.id)}>
                  Take it back
                </Button>
              )}
            </li>
          ))}
        </ul>
      )}
    </div>
  );
}
