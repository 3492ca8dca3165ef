import type { ItemKind } from '../../../core/format/names';
import { useCallback, useEffect, useState } from 'react';
import { ITEM_WORDS } from '../../../core/catalog/items';
import { sayDate } from '../../../core/time/wallClock';
import type { ImportCounts } from '../../../data/schema';
import { send } from '../../state/apiClient';
import { Button } from '../../ui/Button';

type Import = {
  id: number;
  kind: ItemKind;
  supplier: string;
  counts: ImportCounts;
  person: string;
  at: string;
  undoneBy: string | null;
};
export type Imports = { imports: Import[]; suppliers: string[] };

/** The lists that were taken in lately, and the suppliers that are known; read again when something of it changed. */
export function useImports(): { made: Imports | null; read: () => void } {
  const [made, setMade] = useState<Imports | null>(null);
  const read = useCallback(() => {
    void send<Imports>('GET', '/api/catalog/imports').then((answer) => {
      if (answer.kind === 'ok') setMade(answer.value);
    });
  }, []);
  useEffect(read, [read]);
  return { made, read };
}

/** Lists that were taken in, each to be taken back. */
export function ImportsPanel({ made, undo }: { made: Imports | null; undo: (id: number) => void }) {
  const byPeople = made?.imports.filter(({ person }) => person !== '') ?? [];
  if (byPeople.length === 0) return null;
  return (
    <details className="mt-2" data-testid="imports">
      <summary className="caption py-1">Lists that were taken in</summary>
      <ul>
        {byPeople.map(({ id, kind, supplier, counts, person, at, undoneBy }) => (
          <li key={id} className="border-line flex flex-wrap items-center gap-x-3 border-b py-1">
            <span className="font-medium">{supplier || 'Own file'}</span>
            <span>
              {ITEM_WORDS[kind]}: {counts.new} new, {counts.changed} changed
              {counts.gone > 0 && `, ${counts.gone} gone`}
            </span>
            <span className="text-graphite">
              {person}, {sayDate(at.slice(0, 10))}
            </span>
            {undoneBy ? (
              <span className="text-graphite">taken back by {undoneBy}</span>
            ) : (
              <Button needs="plan" className="ml-auto" onClick={() => undo(id)}>
                Take back
              </Button>
            )}
          </li>
        ))}
      </ul>
    </details>
  );
}
