import { useEffect, useState } from 'react';
import { refusalWords, send } from '../../state/apiClient';
import { bounded } from '../../ui/Boundary';
import type { UnitSystem } from '../../../core/units/quantity';
import type { Learned } from '../../../server/learned';
import { PageHead } from '../../ui/PageHead';
import { useReady } from '../../ui/page';
import { BiasTable } from './BiasTable';
import { ForecastAccuracy } from './ForecastAccuracy';
import { Platforms } from './Platforms';

type Props = {
  /** As it was worked out last; null where it never was. */
  known: Learned | null;
  /** Nothing came in since. */
  fresh: boolean;
  shopName: string;
  units: UnitSystem;
};

/** What is known, and once it is worked out what came in since. */
function useNewest(
  first: Learned | null,
  fresh: boolean,
): { known: Learned | null; waits: boolean; failed: string | null } {
  const [known, setKnown] = useState(first);
  const [waits, setWaits] = useState(!fresh);
  const [failed, setFailed] = useState<string | null>(null);
  useEffect(() => {
    if (fresh) return;
    void send<Learned>('GET', '/api/learned').then((answer) => {
      setWaits(false);
      if (answer.kind === 'ok') setKnown(answer.value);
      else setFailed(refusalWords(answer));
    });
  }, [fresh]);
  return { known, waits, failed };
}

/** What the shop's own readings say: how honest it predicts, which bodies it knows, and what differs from sheets. */
function LearnedPageIsland({ known: first, fresh, shopName, units }: Props) {
  useReady();
  const { known, waits, failed } = useNewest(first, fresh);
  return (
    <main className="mx-auto max-w-[1360px] px-4 pt-3 pb-10">
      <PageHead here="/learned" title={`What ${shopName} has learned`} />
      {!fresh && (
        <p role="status" className="text-graphite min-h-6 text-[0.9rem]">
          {waits && (known ? 'What came in since is being worked out…' : 'It is being worked out…')}
          {failed}
        </p>
      )}
      {known && <Known known={known} units={units} />}
    </main>
  );
}

function Known({ known, units }: { known: Learned; units: UnitSystem }) {
  return (
    <>
      {known.accuracy.count === 0 ? (
        <p className="py-8 text-lg" data-testid="nothing-learned">
          No test reading is written down yet. Open a job, go to Log, and write down what the wheel really
          did: each reading stands here beside what was predicted for it.
        </p>
      ) : (
        <ForecastAccuracy accuracy={known.accuracy} missed={known.missed} units={units} />
      )}
      <div className="mt-6 grid gap-x-8 gap-y-4 md:grid-cols-3">
        <BiasTable
          title="Tires, by maker"
          what="larger over all than their sheets or codes say"
          biases={known.tires}
          units={units}
        />
        <BiasTable
          title="What raised it"
          what="higher than predicted the vehicle stands"
          biases={known.lifts}
          units={units}
        />
        <BiasTable
          title="Who read"
          what="more than predicted their gaps say"
          biases={known.people}
          units={units}
        />
        {known.photographs.length > 0 && (
          <BiasTable
            title="Photographs"
            what="farther from the wheel they put parts than they were found"
            biases={known.photographs}
            units={units}
          />
        )}
      </div>
      <p className="text-graphite mt-1 text-[0.9rem]">
        Means of what readings found, each weighted by how sure it was; ± one standard deviation of the mean.
        ● tells: more than two of them from nothing, and more than one vehicle.
      </p>
      <Platforms platforms={known.platforms} units={units} />
    </>
  );
}

export const LearnedPage = bounded('Learned', LearnedPageIsland);
