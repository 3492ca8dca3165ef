import { useEffect, useState } from 'react';
import { toast } from '../../state/notices';
import { cents, money } from '../../../core/quote/quote';
import { sayDate } from '../../../core/time/wallClock';
import { showRounded, type UnitSystem } from '../../../core/units/quantity';
import type { Common, CommonLine } from '../../../server/fitsAll';
import type { FleetOrdered } from '../../../server/fleetOrder';
import { GradeMark } from '../../drawings/GradeMark';
import { refusalWords, send } from '../../state/apiClient';
import { Button } from '../../ui/Button';
import { DataTable } from '../../ui/DataTable';
import { FleetOrders } from './FleetOrders';

const ASK_MS = 1000;

type Props = {
  customerId: number;
  units: UnitSystem;
  currency: string;
  /** Their jobs are others now. */
  ordered: () => void;
};

/** Before it is read. */
const NOTHING: Common = { vehicles: [], askedAt: null, known: 0, whole: true, count: 0, tires: [] };

const plural = (count: number, word: string): string => `${count} ${word}${count === 1 ? '' : 's'}`;

/** Which vehicles of the fleet are ordered for, with how each takes the tire. */
function OrderForm({
  line,
  vehicles,
  units,
  currency,
  order,
}: {
  line: CommonLine;
  vehicles: Common['vehicles'];
  units: UnitSystem;
  currency: string;
  order: (vehicles: number[]) => Promise<void>;
}) {
  const [chosen, setChosen] = useState<ReadonlySet<number>>(new Set(vehicles.map(({ id }) => id)));
  const [busy, setBusy] = useState(false);
  const labelOf = (id: number): string => vehicles.find((one) => one.id === id)?.label ?? '';
  return (
    <form
      className="my-2 font-normal"
      data-testid="fleet-order"
      onSubmit={(event) => {
        event.preventDefault();
        setBusy(true);
        void order([...chosen]).finally(() => setBusy(false));
      }}
    >
      {line.each.map((one) => (
        <label key={one.vehicleId} className="border-line flex items-baseline gap-2 border-b py-1.5">
          <input
            type="checkbox"
            checked={chosen.has(one.vehicleId)}
            onChange={() => {
              const next = new Set(chosen);
              if (!next.delete(one.vehicleId)) next.add(one.vehicleId);
              setChosen(next);
            }}
          />
          <span className="min-w-44 font-medium">{labelOf(one.vehicleId)}</span>
          <span className="whitespace-nowrap">
            <GradeMark grade={one.grade} size={14} /> {showRounded(one.leastMm, 'length', units)}
          </span>
          <span className="text-graphite">
            {one.wheel}
            {one.lift ? `, ${one.lift}` : ', no kit'}
          </span>
          <span className="ml-auto pl-3 whitespace-nowrap">
            {one.cost === null ? 'no price' : money(cents(one.cost), { currency })}
          </span>
        </label>
      ))}
      <p className="text-graphite mt-1 text-[0.9rem]">
        Each gets a stage as it was delivered with this on it, on its open job or a new one, and it is taken
        into work: its parts are wanted and stand together under Parts. Local rules, brakes, speedometer and
        gearing are judged on each vehicle’s sheet: read it before anything is bought.
      </p>
      <Button needs="plan" type="submit" className="mt-1" disabled={chosen.size === 0 || busy}>
        Order for {plural(chosen.size, 'vehicle')}
      </Button>
    </form>
  );
}

/** Which tires all vehicles of a customer take, worked out on demand, and ordered for many of them at once. */
export function FitsAll({ customerId, units, currency, ordered }: Props) {
  const [common, setCommon] = useState<Common | null>(null);
  const [open, setOpen] = useState<number | null>(null);
  const [orders, setOrders] = useState<readonly FleetOrdered[]>([]);
  const address = `/api/customers/${customerId}/fits`;
  const orderAddress = `/api/customers/${customerId}/order`;
  const { vehicles, askedAt, known, whole, count, tires } = common ?? NOTHING;
  const isAsked = askedAt !== null;
  const isRunning = isAsked && known < vehicles.length;
  useEffect(() => {
    const look = (): void =>
      void send<Common>('GET', address).then((answer) => {
        if (answer.kind === 'ok') setCommon(answer.value);
      });
    look();
    if (!isRunning) return;
    const timer = setInterval(look, ASK_MS);
    return () => clearInterval(timer);
  }, [address, isRunning]);
  useEffect(() => {
    void send<FleetOrdered[]>('GET', orderAddress).then((answer) => {
      if (answer.kind === 'ok') setOrders(answer.value);
    });
  }, [orderAddress]);
  const ask = async (): Promise<void> => {
    const answer = await send<Common>('POST', address);
    if (answer.kind === 'ok') setCommon(answer.value);
    else toast(refusalWords(answer, true));
  };
  const stand = (now: readonly FleetOrdered[]): void => {
    setOrders(now);
    ordered();
  };
  const order = async (tire: number, chosen: number[]): Promise<void> => {
    const body = { tire, vehicles: chosen };
    const answer = await send<FleetOrdered>('POST', orderAddress, body);
    if (answer.kind !== 'ok') {
      toast(refusalWords(answer, true));
      return;
    }
    stand([answer.value, ...orders]);
    setOpen(null);
  };
  return (
    <section className="mt-6" aria-labelledby="fits-all" data-testid="fits-all">
      <div className="flex flex-wrap items-baseline gap-x-4 gap-y-1">
        <h2 id="fits-all" className="font-tight text-xl font-semibold">
          What would fit all of them
        </h2>
        <Button needs="plan" disabled={common === null || isRunning} onClick={() => void ask()}>
          {isAsked ? 'Work it out anew' : 'Work it out'}
        </Button>
      </div>
      <p
        role="status"
        className="text-graphite"
        data-state={isRunning ? 'running' : isAsked ? 'done' : 'none'}
      >
        {common === null
          ? 'Reading what is known…'
          : !isAsked
            ? 'Not worked out yet, or not since a vehicle came.'
            : isRunning
              ? `${known} of ${plural(vehicles.length, 'vehicle')} gone through. This page may be closed; it goes on.`
              : `${count === 0 ? 'No tire of the catalog fits all of them' : `${plural(count, 'tire')} of the catalog ${count === 1 ? 'fits' : 'fit'} all of them`} close or free and within their loads, as delivered and uncut; as of ${sayDate(askedAt.slice(0, 10))}.${whole ? '' : ' The catalog was too long to go through whole: there may be more.'}`}
      </p>
      {orders.length > 0 && <FleetOrders orders={orders} changed={stand} />}
      {!isRunning && tires.length > 0 && (
        <div className="overflow-x-auto">
          <DataTable
            rows={tires}
            keyOf={({ tire }) => tire}
            rowProps={({ tire }) => ({ 'data-tire': tire })}
            columns={[
              {
                head: 'Tire',
                className: 'w-full font-medium',
                cell: (line) => (
                  <>
                    {line.words}
                    {open === line.tire && (
                      <OrderForm
                        line={line}
                        vehicles={vehicles}
                        units={units}
                        currency={currency}
                        order={(chosen) => order(line.tire, chosen)}
                      />
                    )}
                  </>
                ),
              },
              {
                head: 'One wheel for all',
                className: 'min-w-52',
                cell: ({ wheel }) => wheel ?? <span className="text-graphite">each its own</span>,
              },
              {
                head: 'Need a kit',
                className: 'whitespace-nowrap',
                cell: ({ lifted }) => (lifted === 0 ? 'none' : `${lifted} of ${vehicles.length}`),
              },
              {
                head: 'Tightest',
                right: true,
                className: 'whitespace-nowrap',
                cell: ({ leastMm }) => showRounded(leastMm, 'length', units),
              },
              {
                head: 'Together',
                right: true,
                className: 'whitespace-nowrap',
                cell: ({ cost }) => (cost === null ? <i>no price</i> : money(cents(cost), { currency })),
              },
              {
                head: '',
                className: 'no-print whitespace-nowrap',
                cell: ({ tire, words }) => (
                  <Button
                    needs="plan"
                    aria-label={`Order ${words} for many`}
                    aria-expanded={open === tire}
                    onClick={() => setOpen(open === tire ? null : tire)}
                  >
                    Order…
                  </Button>
                ),
              },
            ]}
          />
        </div>
      )}
    </section>
  );
}
