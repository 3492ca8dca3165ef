import type { ItemKind } from '../../../core/format/names';
import { useCallback, useEffect, useRef, useState } from 'react';
import type { ItemRow, Sort } from '../../../data/catalog';
import { send } from '../../state/apiClient';

export const PIECE = 100;
export type Asked = { kind: ItemKind; words: string; inactive: boolean; sort: Sort; down: boolean };

/** Rows of a list by their place, fetched in pieces as they come into view; those that are not here yet are undefined. */
export type Items = {
  count: number | null;
  at: (index: number) => ItemRow | undefined;
  need: (first: number, last: number) => void;
  put: (row: ItemRow) => void;
  again: () => void;
};

const TYPED_MS = 200;

export function useItems(asked: Asked): Items {
  const { kind, words, inactive, sort, down } = asked;
  const [turn, setTurn] = useState(0);
  const key = JSON.stringify([asked, turn]);
  const [held, setHeld] = useState<{ key: string; count: number | null; rows: Map<number, ItemRow> }>({
    key: '',
    count: null,
    rows: new Map(),
  });
  const wanted = useRef(new Set<number>());
  const load = useCallback(
    async (piece: number): Promise<void> => {
      if (wanted.current.has(piece)) return;
      wanted.current.add(piece);
      const query = new URLSearchParams({
        q: words,
        sort,
        from: String(piece * PIECE),
        most: String(PIECE),
        ...(down ? { down: '' } : {}),
        ...(inactive ? { inactive: '' } : {}),
      });
      const answer = await send<{ count: number; rows: ItemRow[] }>('GET', `/api/catalog/${kind}?${query}`);
      if (answer.kind !== 'ok') {
        wanted.current.delete(piece);
        return;
      }
      setHeld((now) => {
        const rows = now.key === key ? new Map(now.rows) : new Map<number, ItemRow>();
        answer.value.rows.forEach((row, i) => rows.set(piece * PIECE + i, row));
        return { key, count: answer.value.count, rows };
      });
    },
    [key, kind, words, inactive, sort, down],
  );
  useEffect(() => {
    wanted.current = new Set();
    const timer = setTimeout(() => void load(0), TYPED_MS);
    return () => clearTimeout(timer);
  }, [load]);
  return {
    count: held.count,
    at: (index) => held.rows.get(index),
    need: (first, last) => {
      if (held.key !== key) return;
      for (let piece = Math.floor(first / PIECE); piece <= Math.floor(last / PIECE); piece++)
        void load(piece);
    },
    put: (row) =>
      setHeld((now) => ({
        ...now,
        rows: new Map([...now.rows].map(([at, one]) => [at, one.id === row.id ? row : one])),
      })),
    again: () => setTurn((one) => one + 1),
  };
}
