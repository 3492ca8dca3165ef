import { format } from 'date-fns';
import { useEffect, useState } from 'react';
import { toast } from '../../state/notices';
import { EVENT_WORDS, WEBHOOK_EVENTS } from '../../../core/people/webhook';
import type { CallLine, WebhookLine, Webhooks as Known } from '../../../server/webhooks/lines';
import { refusalWords, send } from '../../state/apiClient';
import { Button } from '../../ui/Button';
import { DataTable } from '../../ui/DataTable';
import { FreshSecret } from '../../ui/FreshLink';
import { Words } from './fields';

/** How often the page looks what came of calls that are on their way, ms. */
const LOOK_MS = 2000;
const shortTime = (moment: string): string => format(new Date(moment), 'd MMM, HH:mm');

/** What a call was for: the event, and the job where it is of one. */
function callFor({ event, data }: CallLine): string {
  const job = 'job' in data ? `${data.job.number}: ` : '';
  return `${job}${'label' in data ? `due: ${data.label}` : EVENT_WORDS[event]}`;
}

/** What came of it. */
function cameOf({ state, tries, fault, triedAt }: CallLine): string {
  if (state === 'delivered') return `delivered ${triedAt ? shortTime(triedAt) : ''}`;
  const why = fault === null ? '' : `: ${fault}`;
  if (state === 'given up') return `given up after ${tries === 1 ? 'one try' : `${tries} tries`}${why}`;
  return tries === 0 ? 'on its way' : `tried ${tries === 1 ? 'once' : `${tries} times`}, goes on${why}`;
}

/** Looks again what came of calls, for as long as some are on their way for the first time. */
function useCalls(first: Known): { known: Known; look: () => Promise<void> } {
  const [known, setKnown] = useState(first);
  const look = async (): Promise<void> => {
    const answer = await send<Known>('GET', '/api/webhooks');
    if (answer.kind === 'ok') setKnown(answer.value);
  };
  const waits = known.calls.some(({ state, tries }) => state === 'waiting' && tries < 3);
  useEffect(() => {
    if (!waits) return undefined;
    const timer = setInterval(() => void look(), LOOK_MS);
    return () => clearInterval(timer);
  }, [waits]);
  return { known, look };
}

/** Addresses outside that are called when something happens, and what came of it; for the owner. */
export function Webhooks({ known: first }: { known: Known }) {
  const { known, look } = useCalls(first);
  const [made, setMade] = useState<{ webhook: WebhookLine; key: string } | null>(null);
  const [fault, setFault] = useState<{ path: string; words: string } | null>(null);
  const faultOf = (path: string): string | null => (fault?.path === path ? fault.words : null);
  const make = async (form: HTMLFormElement): Promise<void> => {
    const typed = new FormData(form);
    setFault(null);
    const answer = await send<{ webhook: WebhookLine; key: string }>('POST', '/api/webhooks', {
      name: String(typed.get('name') ?? '').trim(),
      url: String(typed.get('url') ?? '').trim(),
      events: WEBHOOK_EVENTS.filter((event) => typed.get(event) !== null),
    });
    if (answer.kind !== 'ok') {
      const path = answer.kind === 'refused' ? (answer.faults[0]?.path ?? 'name') : 'name';
      setFault({ path: path.startsWith('events') ? 'events' : path, words: refusalWords(answer, true) });
      return;
    }
    form.reset();
    setMade(answer.value);
    await look();
  };
  const act = async (method: 'POST' | 'DELETE', path: string): Promise<void> => {
    const answer = await send(method, path);
    if (answer.kind !== 'ok') toast(refusalWords(answer));
    await look();
  };
  const nameOf = (id: number): string => known.webhooks.find((one) => one.id === id)?.name ?? '';
  return (
    <section aria-labelledby="webhooks">
      <div className="flex flex-wrap items-center gap-x-3">
        <h2 id="webhooks" className="font-tight text-lg font-semibold">
          Webhooks
        </h2>
        <span className="text-graphite text-[0.9rem]">
          addresses of other programs, called when something happens here
        </span>
      </div>
      {known.webhooks.length > 0 && (
        <DataTable
          testId="webhooks"
          rows={known.webhooks}
          keyOf={({ id }) => id}
          columns={[
            {
              head: 'Webhook',
              cell: ({ name, url }) => (
                <>
                  <b className="font-semibold">{name}</b>
                  <span className="text-graphite block text-[0.9rem] break-all">{url}</span>
                </>
              ),
            },
            {
              head: 'Called when',
              cell: ({ events }) => events.map((event) => EVENT_WORDS[event]).join('; '),
            },
            {
              head: '',
              right: true,
              cell: ({ id, name }) => (
                <div className="flex flex-wrap justify-end gap-1">
                  <Button
                    aria-label={`Try ${name}`}
                    onClick={() => void act('POST', `/api/webhooks/${id}/try`)}
                  >
                    Try
                  </Button>
                  <Button
                    className="whitespace-nowrap"
                    aria-label={`Call ${name} no more`}
                    onClick={() => {
                      if (made?.webhook.id === id) setMade(null);
                      void act('DELETE', `/api/webhooks/${id}`);
                    }}
                  >
                    Take back
                  </Button>
                </div>
              ),
            },
          ]}
        />
      )}
      {made && (
        <FreshSecret text={made.key} label={`Key of ${made.webhook.name}`}>
          Each call of <b className="font-semibold">{made.webhook.name}</b> is signed with this key, so that
          it can be told from somebody else’s. It is shown here once.
        </FreshSecret>
      )}
      {known.calls.length > 0 && (
        <DataTable
          testId="webhook-calls"
          rows={known.calls}
          keyOf={({ id }) => id}
          columns={[
            ...(known.webhooks.length > 1
              ? [{ head: 'Called', cell: ({ webhookId }: CallLine) => nameOf(webhookId) }]
              : []),
            { head: 'At', className: 'sm:whitespace-nowrap', cell: ({ at }) => shortTime(at) },
            { head: 'For', cell: callFor },
            { head: 'What came of it', cell: cameOf },
            {
              head: '',
              right: true,
              cell: (call) =>
                call.state === 'given up' && (
                  <Button
                    aria-label={`Call ${nameOf(call.webhookId)} again for ${callFor(call)}`}
                    onClick={() => void act('POST', `/api/webhooks/calls/${call.id}`)}
                  >
                    Again
                  </Button>
                ),
            },
          ]}
        />
      )}
      <form
        className="mt-3 flex flex-wrap items-end gap-3"
        data-testid="new-webhook"
        onSubmit={(event) => {
          event.preventDefault();
          void make(event.currentTarget);
        }}
      >
        <div className="w-44">
          <Words name="name" label="One more webhook" auto="off" fault={faultOf('name')} />
        </div>
        <div className="w-80 max-w-full">
          <Words name="url" label="Its address" auto="off" fault={faultOf('url')} />
        </div>
        <fieldset>
          <legend className="caption">Called when</legend>
          <div className="flex flex-wrap gap-x-3">
            {WEBHOOK_EVENTS.map((event) => (
              <label key={event} className="flex min-h-8 items-center gap-1.5 whitespace-nowrap">
                <input type="checkbox" name={event} defaultChecked />
                {EVENT_WORDS[event]}
              </label>
            ))}
          </div>
          {faultOf('events') !== null && (
            <p role="alert" className="mt-0.5 text-sm font-medium">
              ▲ {faultOf('events')}
            </p>
          )}
        </fieldset>
        <Button type="submit">Call it</Button>
      </form>
    </section>
  );
}
