import { useEffect, useRef, useState } from 'react';
import type { Page } from '../../data/lists';
import { refusalWords, send } from './apiClient';

export type PagedList<T> = Page<T> & {
  /** What is asked for is not what stands here yet. */
  waits: boolean;
  /** Why it does not come. */
  fault: string | null;
  /** Fetches the rows after those that stand here. */
  more: () => Promise<void>;
};

/** As long as somebody types, nothing is asked, ms. */
const TYPED_MS = 150;

/** A list that the server searches and sorts: its first rows came with the page, as what `asked` was then. */
export function usePagedList<T>(
  first: Page<T>,
  address: string,
  asked: Record<string, string>,
): PagedList<T> {
  const query = new URLSearchParams(asked).toString();
  const begun = useRef(query);
  const [held, setHeld] = useState({ query, page: first });
  const [fault, setFault] = useState<string | null>(null);
  const wanted = useRef(query);
  wanted.current = query;
  const fetching = useRef('');
  const fetched = async (from: number): Promise<void> => {
    // Pressed twice it is one piece.
    const piece = `${query} ${from}`;
    if (fetching.current === piece) return;
    fetching.current = piece;
    const answer = await send<Page<T>>('GET', `${address}?${query}&from=${from}`);
    if (fetching.current === piece) fetching.current = '';
    // Somebody typed on meanwhile: this answers what nobody asks any more.
    if (wanted.current !== query) return;
    if (answer.kind !== 'ok') {
      setFault(refusalWords(answer));
      return;
    }
    setFault(null);
    setHeld((now) => ({
      query,
      page: from === 0 ? answer.value : { ...answer.value, rows: [...now.page.rows, ...answer.value.rows] },
    }));
  };
  useEffect(() => {
    if (held.query === query) return undefined;
    if (query === begun.current) {
      setHeld({ query, page: first });
      setFault(null);
      return undefined;
    }
    const timer = setTimeout(() => void fetched(0), TYPED_MS);
    return () => clearTimeout(timer);
    // `fetched` is another one each time and of the same query.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [query]);
  return {
    ...held.page,
    waits: held.query !== query && fault === null,
    fault,
    more: () => fetched(held.page.rows.length),
  };
}
