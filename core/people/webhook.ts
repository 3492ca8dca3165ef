import { z } from 'zod';
import { oneOf, words } from '../format/fields';

/** What an address outside may be told of, with the words that it is chosen by. */
export const WEBHOOK_EVENTS = ['quote.accepted', 'job.released', 'due'] as const;
export type WebhookEvent = (typeof WEBHOOK_EVENTS)[number];
export const EVENT_WORDS: Readonly<Record<WebhookEvent | 'try', string>> = {
  'quote.accepted': 'a quote is accepted',
  'job.released': 'a vehicle is handed over',
  due: 'something is due',
  try: 'a try',
};

type JobRef = { id: number; number: string };
/**
 * What is told of each: numbers, by which whoever is told asks the API for the rest. Nothing of a customer's goes out, so what was sent
 * need never be asked back.
 */
export type EventData = {
  'quote.accepted': { job: JobRef; quote: number; option: number; through: 'desk' | 'link' };
  'job.released': { job: JobRef; at: string };
  due: { job: JobRef; label: string; on: string | null; atKm: number | null };
  try: Record<string, never>;
};

const MOST_ADDRESS = 500;

export const webhookBody = z.strictObject({
  /** What is called there, for the list. */
  name: words(40, 1),
  url: words(MOST_ADDRESS, 1),
  events: z
    .array(oneOf(WEBHOOK_EVENTS), { error: 'is no list; give what it is told of' })
    .min(1, { error: 'are none; give at least one that it is told of' })
    .max(WEBHOOK_EVENTS.length, { error: 'are too many; give each once' })
    .transform((events) => WEBHOOK_EVENTS.filter((event) => events.includes(event))),
});
