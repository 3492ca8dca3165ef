import { formatDistance } from 'date-fns';
import { useState, type FormEvent } from 'react';
import { toast } from '../../state/notices';
import { refusalWords, send } from '../../state/apiClient';
import { Button } from '../../ui/Button';
import { deviceOf } from './deviceOf';
import { Password, Refused, Words } from './fields';
import { OwnPasskeys } from './OwnPasskeys';
import type { PasskeyLine } from '../../../core/people/passkey';

export type OwnSession = {
  id: string;
  by: 'password' | 'passkey' | 'digits' | 'press';
  createdAt: string;
  address: string | null;
  browser: string | null;
  here: boolean;
};

const BY = { password: 'password', passkey: 'passkey', digits: 'four digits', press: 'one press' } as const;

type Props = {
  me: { password: boolean; digits: boolean };
  sessions: OwnSession[];
  passkeys: PasskeyLine[];
  now: string;
};

function useForm(path: string, done: string) {
  const [said, setSaid] = useState<string | null>(null);
  const keep = async (event: FormEvent<HTMLFormElement>): Promise<void> => {
    event.preventDefault();
    const form = event.currentTarget;
    setSaid(null);
    const answer = await send('PUT', path, Object.fromEntries(new FormData(form)));
    if (answer.kind !== 'ok') {
      setSaid(refusalWords(answer));
      return;
    }
    form.reset();
    toast(done);
  };
  return { said, keep };
}

/** One's own password, digits and sessions. */
export function OwnWays({ me, sessions: all, passkeys, now }: Props) {
  const [sessions, setSessions] = useState(all);
  const [hasPassword, setHasPassword] = useState(me.password);
  const password = useForm(
    '/api/session/password',
    'The password is set; your other devices are signed out.',
  );
  const digits = useForm('/api/session/digits', 'The four digits are set.');
  const end = async (id: string): Promise<void> => {
    const answer = await send('DELETE', `/api/sessions/${id}`);
    if (answer.kind === 'ok') setSessions(sessions.filter((one) => one.id !== id));
    else toast(refusalWords(answer));
  };
  const heading = 'caption mt-5 mb-1 block';
  return (
    <>
      <h3 className={heading}>Password</h3>
      <form
        className="grid gap-2"
        data-testid="own-password"
        onSubmit={(event) =>
          void password.keep(event).then(() => {
            setHasPassword(true);
          })
        }
      >
        {hasPassword ? (
          <Password name="was" label="The one you have" auto="current-password" fault={null} />
        ) : (
          <input type="hidden" name="was" value="" />
        )}
        <Password name="password" label="New, at least 12 characters" auto="new-password" fault={null} />
        <Refused said={password.said} />
        <Button type="submit" className="justify-self-start">
          {hasPassword ? 'Change it' : 'Set it'}
        </Button>
      </form>
      <h3 className={heading}>Passkeys</h3>
      <OwnPasskeys known={passkeys} hasPassword={hasPassword} now={now} />
      <h3 className={heading}>Four digits, to take over at the bench</h3>
      <form className="grid gap-2" data-testid="own-digits" onSubmit={(event) => void digits.keep(event)}>
        {hasPassword ? (
          <Password name="password" label="Your password" auto="current-password" fault={null} />
        ) : (
          <input type="hidden" name="password" value="" />
        )}
        <Words name="digits" label="Four digits" auto="off" fault={null} type="password" numeric />
        <Refused said={digits.said} />
        <Button type="submit" className="justify-self-start">
          {me.digits ? 'Change them' : 'Set them'}
        </Button>
      </form>
      <h3 className={heading}>Where you are signed in</h3>
      <ul className="border-line border-t" data-testid="own-sessions">
        {sessions.map((one) => (
          <li key={one.id} className="border-line flex items-center gap-2 border-b py-1.5">
            <span>
              {deviceOf(one.browser)}
              <span className="text-graphite block text-[0.85rem]">
                by {BY[one.by]}, {formatDistance(new Date(one.createdAt), new Date(now), { addSuffix: true })}
                {one.address ? `, from ${one.address}` : ''}
              </span>
            </span>
            {one.here ? (
              <span className="text-graphite ml-auto">here</span>
            ) : (
              <Button className="ml-auto shrink-0" onClick={() => void end(one.id)}>
                End it
              </Button>
            )}
          </li>
        ))}
      </ul>
    </>
  );
}
