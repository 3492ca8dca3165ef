import { formatDistance } from 'date-fns';
import { useEffect, useState } from 'react';
import { toast } from '../../state/notices';
import type { PasskeyLine } from '../../../core/people/passkey';
import { refusalWords, send } from '../../state/apiClient';
import { makePasskey, noPasskeysHere } from '../../state/passkeys';
import { Button } from '../../ui/Button';
import { deviceOf } from './deviceOf';
import { Password, Refused, Words } from './fields';

type Props = { known: PasskeyLine[]; hasPassword: boolean; now: string };

/** One's own passkeys: by which one comes in without a password, each on a device that asks for a finger, a face or its own code. */
export function OwnPasskeys({ known, hasPassword, now }: Props) {
  const [all, setAll] = useState(known);
  const [why, setWhy] = useState<string | null>();
  const [device, setDevice] = useState('');
  const [said, setSaid] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  useEffect(() => {
    setWhy(noPasskeysHere());
    setDevice(deviceOf(navigator.userAgent));
  }, []);
  const make = async (form: HTMLFormElement): Promise<void> => {
    const typed = new FormData(form);
    const of = (key: string): string => String(typed.get(key) ?? '');
    setSaid(null);
    setBusy(true);
    const answer = await makePasskey(of('password'), of('label').trim() || device);
    setBusy(false);
    if (answer.kind !== 'ok') return setSaid(refusalWords(answer));
    setAll([...all, answer.value]);
    form.reset();
    toast('The passkey is made: sign in by it from now on, or by your password.');
  };
  const end = async (id: number): Promise<void> => {
    const answer = await send('DELETE', `/api/passkeys/${id}`);
    if (answer.kind === 'ok') setAll(all.filter((one) => one.id !== id));
    else toast(refusalWords(answer));
  };
  const since = (at: string): string => formatDistance(new Date(at), new Date(now), { addSuffix: true });
  return (
    <div data-testid="own-passkeys">
      {all.length > 0 && (
        <ul className="border-line mb-2 border-t">
          {all.map(({ id, label, madeAt, usedAt }) => (
            <li key={id} className="border-line flex items-center gap-2 border-b py-1.5">
              <span>
                {label}
                <span className="text-graphite block text-[0.85rem]">
                  made {since(madeAt)}, {usedAt ? `used ${since(usedAt)}` : 'not used yet'}
                </span>
              </span>
              <Button
                className="ml-auto shrink-0"
                aria-label={`End the passkey ${label}`}
                onClick={() => void end(id)}
              >
                End it
              </Button>
            </li>
          ))}
        </ul>
      )}
      {why === undefined ? (
        // What this browser can is known in it alone; the place of the form is kept.
        <div className={hasPassword ? 'h-[10.5rem]' : 'h-[6.4rem]'} />
      ) : why !== null ? (
        <p className="text-graphite text-[0.9rem]">{why}</p>
      ) : (
        <form
          className="grid gap-2"
          onSubmit={(event) => {
            event.preventDefault();
            void make(event.currentTarget);
          }}
        >
          <Words name="label" label="What it is called" auto="off" fault={null} initial={device} />
          {hasPassword && (
            <Password name="password" label="Your password" auto="current-password" fault={null} />
          )}
          <Refused said={said} />
          <Button type="submit" className="justify-self-start" disabled={busy}>
            Make a passkey
          </Button>
        </form>
      )}
    </div>
  );
}
