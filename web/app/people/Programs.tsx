import { format } from 'date-fns';
import { useState } from 'react';
import { toast } from '../../state/notices';
import { TOKEN_ROLES } from '../../../core/people/apiToken';
import type { TokenLine } from '../../../server/accounts/tokens';
import { refusalWords, send } from '../../state/apiClient';
import { Button } from '../../ui/Button';
import { DataTable } from '../../ui/DataTable';
import { FreshSecret } from '../../ui/FreshLink';
import { Choice, Words } from './fields';

const day = (moment: string): string => format(new Date(moment), 'd MMM yyyy');
const MAY = [
  ['calendar', 'read the calendars'],
  ...TOKEN_ROLES.map((role) => [role, `what a ${role} may`] as const),
] as const;
const FOR = [
  ['30', 'a month'],
  ['92', 'three months'],
  ['366', 'a year'],
] as const;

const mayOf = ({ use, role }: TokenLine): string =>
  use === 'calendar' ? 'read the two calendars' : `what a ${role} may`;

/** Until when a program is let in. */
function untilOf({ takenBackAt, expiresAt }: TokenLine, now: string): string {
  if (takenBackAt) return `taken back ${day(takenBackAt)}`;
  return expiresAt < now ? `ended ${day(expiresAt)}` : `until ${day(expiresAt)}`;
}
const isIn = ({ takenBackAt, expiresAt }: TokenLine, now: string): boolean =>
  !takenBackAt && expiresAt >= now;

type Made = { token: TokenLine; secret: string };

/** Programs of others that are let in, each with what it may and until when; for the owner. */
export function Programs({ tokens: all, now }: { tokens: TokenLine[]; now: string }) {
  const [tokens, setTokens] = useState(all);
  const [made, setMade] = useState<Made | null>(null);
  const [fault, setFault] = useState<string | null>(null);
  const make = async (form: HTMLFormElement): Promise<void> => {
    const typed = new FormData(form);
    const may = String(typed.get('may'));
    setFault(null);
    const answer = await send<Made>('POST', '/api/tokens', {
      name: String(typed.get('name') ?? '').trim(),
      days: Number(typed.get('days')),
      ...(may === 'calendar' ? { use: may } : { use: 'api', role: may }),
    });
    if (answer.kind !== 'ok') {
      setFault(refusalWords(answer, true));
      return;
    }
    form.reset();
    setTokens([answer.value.token, ...tokens]);
    setMade(answer.value);
  };
  const end = async (id: number): Promise<void> => {
    const answer = await send<TokenLine>('DELETE', `/api/tokens/${id}`);
    if (answer.kind !== 'ok') {
      toast(refusalWords(answer));
      return;
    }
    setTokens(tokens.map((one) => (one.id === id ? answer.value : one)));
    if (made?.token.id === id) setMade(null);
  };
  const calendars = (secret: string): [string, string][] => [
    ['the week', `${location.origin}/api/plan.ics?token=${secret}`],
    ['what is due', `${location.origin}/api/due.ics?token=${secret}`],
  ];
  return (
    <section aria-labelledby="programs">
      <div className="flex flex-wrap items-center gap-x-3">
        <h2 id="programs" className="font-tight text-lg font-semibold">
          Programs
        </h2>
        <span className="text-graphite text-[0.9rem]">
          calendars, and what else reads or writes by the{' '}
          <a href="/api/openapi.json" className="underline">
            API
          </a>
        </span>
      </div>
      {tokens.length > 0 && (
        <DataTable
          testId="programs"
          rows={tokens}
          keyOf={({ id }) => id}
          columns={[
            { head: 'Program', className: 'font-semibold', cell: ({ name }) => name },
            { head: 'May', cell: mayOf },
            { head: 'Let in', className: 'sm:whitespace-nowrap', cell: (one) => untilOf(one, now) },
            {
              head: 'Last came',
              className: 'sm:whitespace-nowrap',
              cell: ({ usedAt }) => (usedAt ? day(usedAt) : 'never'),
            },
            {
              head: '',
              right: true,
              cell: (one) =>
                isIn(one, now) && (
                  <Button aria-label={`Let ${one.name} in no more`} onClick={() => void end(one.id)}>
                    Take back
                  </Button>
                ),
            },
          ]}
        />
      )}
      {made &&
        (made.token.use === 'calendar' ? (
          calendars(made.secret).map(([what, address]) => (
            <FreshSecret key={what} text={address} label={`Address of ${what}, for ${made.token.name}`}>
              Have <b className="font-semibold">{made.token.name}</b> subscribe to {what} at this address.
              Whoever has it reads that; it is shown here once.
            </FreshSecret>
          ))
        ) : (
          <FreshSecret text={made.secret} label={`Token of ${made.token.name}`}>
            The token of <b className="font-semibold">{made.token.name}</b>, sent as{' '}
            <code>Authorization: Bearer …</code>. It is shown here once.
          </FreshSecret>
        ))}
      <form
        className="mt-3 flex flex-wrap items-end gap-3"
        data-testid="new-program"
        onSubmit={(event) => {
          event.preventDefault();
          void make(event.currentTarget);
        }}
      >
        <div className="w-56">
          <Words name="name" label="One more program" auto="off" fault={fault} />
        </div>
        <Choice name="may" label="May" first="calendar" options={MAY} />
        <Choice name="days" label="For" first="366" options={FOR} />
        <Button type="submit">Let it in</Button>
      </form>
    </section>
  );
}
