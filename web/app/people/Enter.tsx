import { useEffect, useState } from 'react';
import { rightsOf, type Role } from '../../../core/people/rights';
import { refusalWords, send } from '../../state/apiClient';
import { bounded } from '../../ui/Boundary';
import { Button } from '../../ui/Button';
import { useReady } from '../../ui/page';
import { Password } from './fields';

/** Where a link of the owner leads: whoever it is for sets a password, and is in. */
function EnterIsland() {
  useReady();
  const [whose, setWhose] = useState<{ name: string; role: Role } | null>(null);
  const [said, setSaid] = useState<string | null>(null);
  // Behind the #, which browsers send to no server and write into no log.
  const secret = (): string => location.hash.slice(1);
  useEffect(() => {
    void send<{ name: string; role: Role }>('POST', '/api/session/link', { secret: secret() || '-' }).then(
      (answer) => (answer.kind === 'ok' ? setWhose(answer.value) : setSaid(refusalWords(answer))),
    );
  }, []);
  const enter = async (password: string): Promise<void> => {
    setSaid(null);
    const answer = await send('PUT', '/api/session/link', { secret: secret(), password });
    if (answer.kind === 'ok') location.replace('/');
    else setSaid(refusalWords(answer));
  };
  return (
    <main className="mx-auto max-w-[32rem] px-4 py-[7vh]">
      <section className="bg-sheet border-ink border-2 p-5">
        <h1 className="font-tight mb-2 text-2xl font-semibold">
          {whose ? whose.name : 'A link to come in by'}
        </h1>
        {whose && (
          <form
            className="grid gap-3"
            onSubmit={(event) => {
              event.preventDefault();
              void enter(String(new FormData(event.currentTarget).get('password') ?? ''));
            }}
          >
            <p>
              You are a {whose.role} here: you {rightsOf(whose.role)}. Set the password that you sign in with
              from now on.
            </p>
            <Password
              name="password"
              label="New password: at least 12 characters; four common words are enough"
              auto="new-password"
              fault={null}
              first
            />
            <Button type="submit" className="justify-self-start px-5">
              Set it and come in
            </Button>
          </form>
        )}
        {said && (
          <p role="alert" className="mt-2 font-medium" data-testid="refused">
            ▲ {said}
          </p>
        )}
      </section>
    </main>
  );
}

export const Enter = bounded('Coming in', EnterIsland);
