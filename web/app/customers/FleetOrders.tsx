import { toast } from '../../state/notices';
import { sayDate } from '../../../core/time/wallClock';
import type { FleetOrdered, FleetTakenBack } from '../../../server/fleetOrder';
import { refusalWords, send } from '../../state/apiClient';
import { Button } from '../../ui/Button';

/** The last orders for many that stand: where each is in work, and a way back for one that was a slip. */
export function FleetOrders({
  orders,
  changed,
}: {
  orders: readonly FleetOrdered[];
  changed: (left: FleetOrdered[]) => void;
}) {
  const takeBack = async (order: FleetOrdered): Promise<void> => {
    const answer = await send<FleetTakenBack>('DELETE', `/api/fleet-orders/${order.id}`);
    if (answer.kind !== 'ok') {
      toast(refusalWords(answer, true));
      return;
    }
    const { back, kept } = answer.value;
    toast(
      `Taken back on ${back.join(', ')}.${kept.length > 0 ? ` ${kept.join(', ')} stays: somebody went on with it.` : ''}`,
    );
    changed(orders.filter(({ id }) => id !== order.id));
  };
  return (
    <ul className="border-line mt-2 border-t" data-testid="fleet-orders">
      {orders.map((order) => (
        <li
          key={order.id}
          className="border-line flex flex-wrap items-baseline gap-x-3 gap-y-1 border-b py-1.5"
        >
          <b className="font-medium">{order.what}</b>
          <span className="text-graphite">
            ordered {sayDate(order.madeAt.slice(0, 10))} by {order.madeBy}, in work on
          </span>
          {order.each.map(({ jobId, job, stageId }) => (
            <a key={jobId} className="quiet-link" href={`/jobs/${jobId}/build?stage=${stageId}`}>
              {job}
            </a>
          ))}
          <span className="no-print ml-auto flex items-baseline gap-3">
            <a className="quiet-link" href="/parts">
              Their parts
            </a>
            <Button
              needs="plan"
              aria-label={`Take the order of ${order.what} back`}
              onClick={() => void takeBack(order)}
            >
              Take it back
            </Button>
          </span>
        </li>
      ))}
    </ul>
  );
}
