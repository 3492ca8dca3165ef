import { UserRound } from 'lucide-react';
import { useEffect, useRef, useState } from 'react';
import type { Role } from '../../core/people/rights';
import { refusalWords, send, type Answer } from '../state/apiClient';
import { comeByPasskey, noPasskeysHere } from '../state/passkeys';
import { useHere } from '../state/person';
import { forgetKept } from '../offline/keep';
import { Button, ButtonLink } from './Button';
import { SheetDialog } from './Dialog';

type Somebody = { id: number; name: string; role: Role; active: boolean; digits: boolean };

const DIGITS = 4;

/** Who takes over at this device: by four digits, in a shop without passwords by a press. */
function TakeOver({ open, me, before }: { open: boolean; me: number; before: () => Promise<unknown> }) {
  const [people, setPeople] = useState<Somebody[] | null>(null);
  const [whom, setWhom] = useState<Somebody | null>(null);
  const [said, setSaid] = useState<string | null>(null);
  const field = useRef<HTMLInputElement>(null);
  useEffect(() => {
    void send<Somebody[]>('GET', '/api/people').then((answer) => {
      if (answer.kind === 'ok') setPeople(answer.value.filter(({ active }) => active));
      else setSaid(refusalWords(answer));
    });
  }, []);
  useEffect(() => field.current?.focus(), [whom]);
  const comeBy = async (way: () => Promise<Answer<unknown>>): Promise<void> => {
    setSaid(null);
    // What this person typed is theirs.
    await before();
    const answer = await way();
    if (answer.kind === 'ok') location.reload();
    else {
      setSaid(refusalWords(answer));
      if (field.current) field.current.value = '';
      field.current?.focus();
    }
  };
  const come = (path: string, body: object): Promise<void> => comeBy(() => send('POST', path, body));
  const choose = (one: Somebody): void => {
    if (open) void come('/api/session/press', { person: one.id });
    else if (one.digits) setWhom(one);
    else setSaid(`${one.name} has set no digits yet: sign in by password once, and set them under People.`);
  };
  return (
    <>
      <ul className="border-line border-t" data-testid="take-over">
        {(people ?? []).map((one, i) => (
          <li key={one.id} className="border-line border-b">
            <button
              type="button"
              className="hover:bg-soft flex min-h-[44px] w-full items-center gap-3 px-2 text-left text-[1.05rem] aria-pressed:shadow-[inset_4px_0_0_var(--signal)]"
              aria-pressed={whom?.id === one.id || (whom === null && one.id === me)}
              disabled={one.id === me}
              {...(i === 0 ? { 'data-first': '' } : {})}
              onClick={() => choose(one)}
            >
              <b className="font-semibold">{one.name}</b>
              <span className="text-graphite">{one.role}</span>
              <span className="text-graphite ml-auto text-[0.9rem]">
                {one.id === me ? 'is here' : open ? '' : one.digits ? 'four digits' : 'no digits yet'}
              </span>
            </button>
          </li>
        ))}
      </ul>
      {whom && (
        <label className="mt-3 flex items-center gap-3">
          <span className="caption">The four digits of {whom.name}</span>
          <input
            ref={field}
            className="field-box w-28 text-center text-[1.4rem] tracking-[0.4em]"
            type="password"
            inputMode="numeric"
            autoComplete="off"
            maxLength={DIGITS}
            onChange={(event) => {
              const digits = event.target.value;
              if (/^\d{4}$/.test(digits)) void come('/api/session/digits', { person: whom.id, digits });
            }}
          />
        </label>
      )}
      {noPasskeysHere() === null && (
        <Button className="mt-3" onClick={() => void comeBy(comeByPasskey)}>
          Take over by passkey
        </Button>
      )}
      {said && (
        <p role="alert" className="mt-2 font-medium">
          ▲ {said}
        </p>
      )}
    </>
  );
}

/** Ends the session of this device, with what was kept on it to be read without a connection. */
export async function signOutHere(before: () => Promise<unknown> = () => Promise.resolve()): Promise<void> {
  await before();
  await send('DELETE', '/api/session');
  await forgetKept();
  location.href = '/sign-in';
}

/** Who is at this device; pressed, somebody else takes over. `before` is done before anybody else is there. */
export function PersonButton({
  before = () => Promise.resolve(),
  className = '',
}: {
  before?: () => Promise<unknown>;
  className?: string;
}) {
  const here = useHere();
  const [choosing, setChoosing] = useState(false);
  return (
    <>
      <Button
        className={`flex max-w-[9rem] items-center gap-1.5 ${className}`}
        title={here ? `${here.name}, ${here.role}: pressed, somebody else takes over` : 'Who is here'}
        aria-label={`At the bench: ${here?.name ?? ''}`}
        data-testid="person"
        onClick={() => setChoosing(true)}
      >
        <UserRound size={16} aria-hidden className="shrink-0" />
        <span className="min-w-[3rem] truncate">{here?.name.split(' ')[0] ?? ''}</span>
      </Button>
      {choosing && here && (
        <SheetDialog title="At the bench" close={() => setChoosing(false)}>
          <TakeOver open={here.open} me={here.id} before={before} />
          <div className="mt-4 flex items-center gap-2">
            <ButtonLink href="/people">People and sign-in</ButtonLink>
            <Button className="ml-auto" onClick={() => void signOutHere(before)}>
              Sign out
            </Button>
          </div>
        </SheetDialog>
      )}
    </>
  );
}
