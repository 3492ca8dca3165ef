import { useState } from 'react';
import { toast } from '../../state/notices';
import { cents, money } from '../../../core/quote/quote';
import type { PartChange } from '../../../core/work/partLife';
import { partsIn, sumOf, type ShopPart, type SupplierParts } from '../../../core/work/partsToOrder';
import type { ShopSettings } from '../../../server/shop';
import { refusalWords, send } from '../../state/apiClient';
import { $shop } from '../../state/store';
import { OrderForm, partWords } from '../../stations/build/PartLives';
import { bounded } from '../../ui/Boundary';
import { Button, ButtonLink } from '../../ui/Button';
import { Segments } from '../../ui/choices';
import { DataTable } from '../../ui/DataTable';
import { PageHead } from '../../ui/PageHead';
import { Toasts, useReady } from '../../ui/page';

type Props = { groups: SupplierParts[]; shop: ShopSettings; shopName: string };
type Which = 'order' | 'way';
type Step = PartChange & { jobId: number };

const keyOf = ({ jobId, part }: ShopPart): string => `${jobId}/${part.id}`;

/** Every part that some job waits for, by the supplier it comes from. */
function PartsPageIsland({ groups: first, shop, shopName }: Props) {
  useState(() => $shop.set(shop));
  useReady();
  const [groups, setGroups] = useState(first);
  const [which, setWhich] = useState<Which>('order');
  const [ordering, setOrdering] = useState<string | null>(null);
  const toOrder = partsIn(groups, 'wanted');
  const onTheWay = partsIn(groups, 'ordered');
  const shown = which === 'order' ? toOrder : onTheWay;
  const count = (list: readonly SupplierParts[]): number =>
    list.reduce((sum, { parts }) => sum + parts.length, 0);
  const step = async (steps: Step[]): Promise<void> => {
    const answer = await send<SupplierParts[]>('POST', '/api/parts', steps);
    if (answer.kind !== 'ok') {
      toast(refusalWords(answer, true));
      return;
    }
    setGroups(answer.value);
    setOrdering(null);
  };
  return (
    <main className="mx-auto max-w-[1360px] px-4 pt-3 pb-10">
      <PageHead here="/parts" title={`Parts, ${shopName}`}>
        <Segments
          label="Show"
          value={which}
          options={[
            ['order', `To order (${count(toOrder)})`],
            ['way', `On their way (${count(onTheWay)})`],
          ]}
          choose={setWhich}
        />
        <ButtonLink href="/api/parts?csv">CSV</ButtonLink>
        <ButtonLink href="/api/parts?pdf">Paper</ButtonLink>
      </PageHead>
      {shown.length === 0 && (
        <p className="py-8 text-lg" data-testid="no-parts">
          {which === 'order'
            ? 'Nothing is to be ordered. Parts come here when a stage is taken into work on Build.'
            : 'Nothing is on its way.'}
        </p>
      )}
      {shown.map(({ supplier, parts }) => {
        const sum = sumOf(parts);
        return (
          <section key={supplier} className="mb-6" data-supplier={supplier}>
            <div className="flex flex-wrap items-baseline gap-x-4 gap-y-1">
              <h2 className="font-tight text-xl font-semibold">{supplier || 'From whom is not decided'}</h2>
              <span className="text-graphite">
                {parts.length} {parts.length === 1 ? 'line' : 'lines'}, {money(sum.cents, shop.terms)}
                {sum.unpriced > 0 &&
                  ` without ${sum.unpriced} that ${sum.unpriced === 1 ? 'has' : 'have'} no price`}
              </span>
              {which === 'order' && supplier !== '' && (
                <Button
                  needs="plan"
                  className="no-print ml-auto"
                  onClick={() =>
                    void step(parts.map(({ jobId, part: { id } }) => ({ jobId, id, state: 'ordered' })))
                  }
                >
                  All of these are ordered
                </Button>
              )}
            </div>
            <DataTable
              stacked
              rows={parts}
              keyOf={keyOf}
              rowProps={(one) => ({ 'data-part': keyOf(one) })}
              columns={[
                { head: 'Count', right: true, className: 'w-16', cell: ({ part }) => part.count },
                {
                  head: 'Part',
                  className: 'w-full',
                  cell: (one) => (
                    <>
                      <span className="font-medium">{one.part.label}</span>
                      {ordering === keyOf(one) && (
                        <OrderForm
                          part={one.part}
                          order={(agreed) =>
                            void step([{ jobId: one.jobId, id: one.part.id, state: 'ordered', ...agreed }])
                          }
                        />
                      )}
                    </>
                  ),
                },
                {
                  head: 'Each',
                  right: true,
                  className: 'whitespace-nowrap',
                  cell: ({ part }) =>
                    part.price === null ? <i>no price</i> : money(cents(part.price), shop.terms),
                },
                {
                  head: 'Job',
                  className: 'whitespace-nowrap',
                  cell: ({ jobId, job }) => <a href={`/jobs/${jobId}/build`}>{job}</a>,
                },
                { head: 'Vehicle', className: 'whitespace-nowrap', cell: ({ vehicle }) => vehicle },
                { head: 'Where it is', className: 'min-w-44', cell: ({ part }) => partWords(part) },
                {
                  head: '',
                  className: 'no-print whitespace-nowrap',
                  cell: (one) =>
                    which === 'order' ? (
                      <Button
                        needs="plan"
                        aria-label={`Order ${one.part.label} for ${one.job}`}
                        onClick={() => setOrdering(ordering === keyOf(one) ? null : keyOf(one))}
                      >
                        Order…
                      </Button>
                    ) : (
                      <Button
                        needs="plan"
                        aria-label={`${one.part.label} for ${one.job} is here`}
                        onClick={() => void step([{ jobId: one.jobId, id: one.part.id, state: 'arrived' }])}
                      >
                        Is here
                      </Button>
                    ),
                },
              ]}
            />
          </section>
        );
      })}
      <Toasts />
    </main>
  );
}

export const PartsPage = bounded('Parts', PartsPageIsland);
