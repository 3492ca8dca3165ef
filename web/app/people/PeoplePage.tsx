import { useState } from 'react';
import { refusalOf, rightsOf, type Role } from '../../../core/people/rights';
import type { DeedRow } from '../../../data/people';
import type { TokenLine } from '../../../server/accounts/tokens';
import type { PasskeyLine } from '../../../core/people/passkey';
import type { Webhooks as WebhooksKnown } from '../../../server/webhooks/lines';
import { bounded } from '../../ui/Boundary';
import { Toasts, useReady } from '../../ui/page';
import { PageHead } from '../../ui/PageHead';
import { signOutHere } from '../../ui/PersonButton';
import { Button } from '../../ui/Button';
import { DeedList } from './DeedList';
import { OwnWays, type OwnSession } from './OwnWays';
import { Programs } from './Programs';
import { Staff, type StaffPerson } from './Staff';
import { Webhooks } from './Webhooks';

export type PeopleProps = {
  me: { id: number; name: string; role: Role; password: boolean; digits: boolean };
  people: StaffPerson[];
  sessions: OwnSession[];
  passkeys: PasskeyLine[];
  /** For the owner alone; null for everybody else. */
  deeds: (Omit<DeedRow, 'at'> & { at: string })[] | null;
  /** Programs that are let in; null as above. */
  tokens: TokenLine[] | null;
  /** Addresses that are called; null as above. */
  webhooks: WebhooksKnown | null;
  now: string;
};

/** Who works here and what they may; how one comes in oneself; what was written down of both. */
function PeopleIsland({ me, people: all, sessions, passkeys, deeds, tokens, webhooks, now }: PeopleProps) {
  useReady();
  const [people, setPeople] = useState(all);
  return (
    <div className="mx-auto max-w-[1360px] px-4 py-3">
      <PageHead here="/people" title="People" />
      <main className="grid items-start gap-6 lg:grid-cols-[1fr_24rem]">
        <div className="grid min-w-0 gap-6">
          <Staff me={me} people={people} setPeople={setPeople} />
          {tokens && <Programs tokens={tokens} now={now} />}
          {webhooks && <Webhooks known={webhooks} />}
          {deeds && <DeedList deeds={deeds} />}
        </div>
        <section className="bg-sheet border-line border p-4" aria-labelledby="you">
          <div className="flex items-center gap-3">
            <h2 id="you" className="font-tight text-xl font-semibold">
              {me.name}
            </h2>
            <Button className="ml-auto" onClick={() => void signOutHere()}>
              Sign out
            </Button>
          </div>
          <p className="mt-1">
            You are {me.role === 'owner' ? 'the owner' : `a ${me.role}`}: you {rightsOf(me.role)}.
          </p>
          {me.role !== 'owner' && (
            <p className="text-graphite mt-1 text-[0.9rem]">{refusalOf(me.role, 'people')}</p>
          )}
          <OwnWays me={me} sessions={sessions} passkeys={passkeys} now={now} />
        </section>
      </main>
      <Toasts />
    </div>
  );
}

export const PeoplePage = bounded('People', PeopleIsland);
