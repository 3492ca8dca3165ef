import type { PagedList } from '../state/pagedList';
import { Button } from './Button';

/** Below a list of which not all is here: how much is, the way to more, and why it does not come. */
export function MoreRows({ list }: { list: Pick<PagedList<unknown>, 'rows' | 'count' | 'fault' | 'more'> }) {
  const { rows, count, fault, more } = list;
  return (
    <>
      {rows.length < count && rows.length > 0 && (
        <p className="flex items-center gap-3 py-3">
          <Button onClick={() => void more()}>More</Button>
          <span className="text-graphite" data-testid="count">
            {rows.length} of {count}
          </span>
        </p>
      )}
      {fault !== null && (
        <p role="alert" className="py-2 font-medium">
          ▲ {fault}
        </p>
      )}
    </>
  );
}
