import { useEffect, useState, type ReactNode } from 'react';
import type { Fault } from '../../../core/format/fields';
import type { Role } from '../../../core/people/rights';
import { send, type Answer } from '../../state/apiClient';
import { comeByPasskey, noPasskeysHere } from '../../state/passkeys';
import { placeAfter } from '../../state/doors';
import { bounded } from '../../ui/Boundary';
import { Button } from '../../ui/Button';
import { useReady } from '../../ui/page';
import { Password, Words } from './fields';

type Props = {
  /** Null where there is no shop yet, or one of several. */
  shop: { name: string; place: string; demo: boolean } | null;
  /** Several shops are here: whoever comes in says which is theirs. */
  several: boolean;
  /** Nobody has a password yet. */
  open: boolean;
  people: { id: number; name: string; role: Role }[];
  /** Other machines reach this server: its owner is not set by whoever comes first. */
  reached: boolean;
};

type Said = { message: string; faults: Fault[] };

/** Sends what was typed; whoever comes in goes to where they wanted to. */
function useDoor() {
  const [said, setSaid] = useState<Said | null>(null);
  const [busy, setBusy] = useState(false);
  const comeBy = async (way: () => Promise<Answer<unknown>>): Promise<void> => {
    setBusy(true);
    setSaid(null);
    const answer = await way();
    if (answer.kind === 'ok') {
      location.href = placeAfter(new URL(location.href).searchParams.get('to'));
      return;
    }
    setBusy(false);
    setSaid(
      answer.kind === 'unreachable'
        ? { message: answer.why ?? 'No connection. Try again when it is back.', faults: [] }
        : { message: answer.message, faults: answer.faults },
    );
  };
  const come = (path: string, body: object): Promise<void> => comeBy(() => send('POST', path, body));
  const faultAt = (path: string): string | null =>
    said?.faults.find((fault) => fault.path === path)?.message ?? null;
  return { come, comeBy, busy, said, faultAt };
}

function Said({ said }: { said: Said | null }) {
  return said && said.faults.length === 0 ? (
    <p role="alert" className="font-medium" data-testid="refused">
      ▲ {said.message}
    </p>
  ) : null;
}

/** Which shop this device came into last, where the server has several. */
const LAST_SHOP = 'vexlo-shop';

function ByPassword({ several }: { several: boolean }) {
  const { come, busy, said, faultAt } = useDoor();
  const [last, setLast] = useState('');
  useEffect(() => setLast(localStorage.getItem(LAST_SHOP) ?? ''), []);
  return (
    <form
      className="grid gap-3"
      onSubmit={(event) => {
        event.preventDefault();
        const typed = new FormData(event.currentTarget);
        const shop = several ? { shop: String(typed.get('shop')) } : {};
        if (several) localStorage.setItem(LAST_SHOP, String(typed.get('shop')));
        void come('/api/session', { ...shop, name: typed.get('name'), password: typed.get('password') });
      }}
    >
      {several && (
        <Words
          key={last}
          name="shop"
          label="Your shop, as it is called"
          auto="organization"
          fault={faultAt('shop')}
          initial={last}
          first
        />
      )}
      <Words
        name="name"
        label="Your name, as the shop writes it"
        auto="username"
        fault={faultAt('name')}
        first={!several}
      />
      <Password name="password" label="Password" auto="current-password" fault={faultAt('password')} />
      <Said said={said} />
      <Button type="submit" className="justify-self-start px-5" disabled={busy}>
        Sign in
      </Button>
      <p className="text-graphite text-[0.9rem]">
        Forgot it? The owner of the shop makes a link by which you set another.
      </p>
    </form>
  );
}

/** By a passkey, where the page's address can have them. */
function ByPasskey() {
  const { comeBy, busy, said } = useDoor();
  const [can, setCan] = useState(false);
  useEffect(() => setCan(noPasskeysHere() === null), []);
  return can ? (
    <div className="border-line mt-4 grid gap-2 border-t pt-4">
      <Button className="justify-self-start px-5" disabled={busy} onClick={() => void comeBy(comeByPasskey)}>
        Sign in by passkey
      </Button>
      <Said said={said} />
    </div>
  ) : null;
}

function ByPress({ people }: Pick<Props, 'people'>) {
  const { come, busy, said } = useDoor();
  return (
    <>
      <ul className="border-line border-t" data-testid="presses">
        {people.map(({ id, name, role }, i) => (
          <li key={id} className="border-line border-b">
            <button
              type="button"
              className="hover:bg-soft flex min-h-[48px] w-full items-center gap-3 px-3 text-left text-[1.1rem]"
              disabled={busy}
              autoFocus={i === 0}
              onClick={() => void come('/api/session/press', { person: id })}
            >
              <b className="font-semibold">{name}</b>
              <span className="text-graphite">{role}</span>
              <span className="ml-auto" aria-hidden>
                →
              </span>
            </button>
          </li>
        ))}
      </ul>
      <Said said={said} />
    </>
  );
}

/** The shop with its owner: where there is none yet, or where nobody has a password. */
function Opening({ shop }: Pick<Props, 'shop'>) {
  const { come, busy, said, faultAt } = useDoor();
  return (
    <form
      className="grid gap-3"
      data-testid="opening"
      onSubmit={(event) => {
        event.preventDefault();
        const typed = new FormData(event.currentTarget);
        const of = (key: string): string => String(typed.get(key) ?? '').trim();
        const password = String(typed.get('password') ?? '');
        const named = shop ? {} : { shop: of('shop'), place: of('place') };
        void come('/api/session/opening', { ...named, name: of('name'), password });
      }}
    >
      {!shop && (
        <>
          <Words
            name="shop"
            label="What the shop is called"
            auto="organization"
            fault={faultAt('shop')}
            first
          />
          <Words name="place" label="Where it is (may stay empty)" auto="off" fault={faultAt('place')} />
        </>
      )}
      <Words name="name" label="Your name: you are its owner" auto="username" fault={faultAt('name')} />
      <Password
        name="password"
        label="Password: at least 12 characters; four common words are enough"
        auto="new-password"
        fault={faultAt('password')}
      />
      <Said said={said} />
      <Button type="submit" className="justify-self-start px-5" disabled={busy}>
        {shop ? 'Make it mine' : 'Open the shop'}
      </Button>
    </form>
  );
}

function Sheet({ title, children }: { title: string; children: ReactNode }) {
  return (
    <section className="bg-sheet border-ink border-2 p-5">
      <h2 className="font-tight mb-3 text-xl font-semibold">{title}</h2>
      {children}
    </section>
  );
}

/** The way in: by name and password; in the demo, and in a shop that nobody has shut yet, by a press. */
function SignInIsland({ shop, several, open, people, reached }: Props) {
  useReady();
  const press = open && people.length > 0;
  return (
    <main className="mx-auto grid max-w-[58rem] gap-6 px-4 py-[7vh]">
      <header className="border-ink border-b-2 pb-3">
        <h1 className="font-tight text-3xl leading-tight font-semibold">{shop?.name ?? 'Vexlo'}</h1>
        <p className="text-graphite">
          {shop ? shop.place : 'Lift heights, tires and wheels: what meets what, before anything is cut.'}
        </p>
      </header>
      {!shop && !several ? (
        <Sheet title="Open your shop">
          {reached ? (
            <p>
              Other machines reach this server. Its owner is set in a browser on the machine itself, or with{' '}
              <code>VEXLO_OWNER</code> and <code>VEXLO_OWNER_PASSWORD</code>.
            </p>
          ) : (
            <Opening shop={shop} />
          )}
        </Sheet>
      ) : shop && press ? (
        <div className="grid gap-6 md:grid-cols-2">
          <Sheet title={shop.demo ? 'This is the demo shop' : 'Nobody has a password yet'}>
            <p className="mb-3">
              {shop.demo ? 'Its people, vehicles and makers are made up. ' : ''}Come in as one of its people:
              one press, no password. Who you are decides what you may do.
            </p>
            <ByPress people={people} />
          </Sheet>
          {!reached && (
            <Sheet title="Make it yours">
              <p className="mb-3">
                With an owner’s password the door is shut: from then on people come in by name and password,
                and the owner says who.
              </p>
              <Opening shop={shop} />
            </Sheet>
          )}
        </div>
      ) : (
        <div className="max-w-[28rem]">
          <Sheet title="Sign in">
            <ByPassword several={several} />
            <ByPasskey />
          </Sheet>
        </div>
      )}
    </main>
  );
}

export const SignIn = bounded('Signing in', SignInIsland);
