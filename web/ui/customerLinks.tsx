import { format } from 'date-fns';
import { useEffect, useState } from 'react';
import { toast } from '../state/notices';
import { sayDate } from '../../core/time/wallClock';
import type { CustomerLinkLine } from '../../server/customer';
import { refusalWords, send } from '../state/apiClient';
import { now } from '../state/clock';
import { Button } from './Button';

const DAYS = [7, 14, 30, 90] as const;

const opens = (link: CustomerLinkLine): boolean =>
  link.takenBackAt === null && link.expiresAt > now().toISOString();

function standingOf(link: CustomerLinkLine): string {
  if (link.takenBackAt) return `taken back ${sayDate(link.takenBackAt.slice(0, 10))}`;
  if (link.expiresAt < now().toISOString()) return `ended ${sayDate(link.expiresAt.slice(0, 10))}`;
  const seen = link.seenAt
    ? `looked at ${format(new Date(link.seenAt), 'd MMM, HH:mm')}`
    : 'not looked at yet';
  return `until ${sayDate(link.expiresAt.slice(0, 10))}, ${seen}`;
}

/** The links that were made at an address of the API (of a job, of a customer), and the one that was made just now. */
export function useCustomerLinks(path: string | null) {
  const [links, setLinks] = useState<CustomerLinkLine[]>([]);
  const [fresh, setFresh] = useState<{ address: string; until: string } | null>(null);
  useEffect(() => {
    if (path === null) return;
    let here = true;
    void send<CustomerLinkLine[]>('GET', path).then((answer) => {
      if (here && answer.kind === 'ok') setLinks(answer.value);
    });
    return () => {
      here = false;
    };
  }, [path]);
  const make = async (body: object): Promise<void> => {
    if (path === null) return;
    const answer = await send<{ link: CustomerLinkLine; secret: string }>('POST', path, body);
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
  return { links, fresh, make, takeBack };
}

/** For how long a link opens something. */
export function LinkDays({ days, choose }: { days: number; choose: (days: number) => void }) {
  return (
    <label className="inline-flex items-center gap-1.5">
      for
      <select className="plain-button" value={days} onChange={(event) => choose(Number(event.target.value))}>
        {DAYS.map((one) => (
          <option key={one} value={one}>
            {one} days
          </option>
        ))}
      </select>
    </label>
  );
}

/** The links that were made, the newest first, each with what became of it. */
export function LinkList({
  links,
  takeBack,
}: {
  links: readonly CustomerLinkLine[];
  takeBack: (id: number) => Promise<void>;
}) {
  if (links.length === 0) return null;
  return (
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
  );
}
