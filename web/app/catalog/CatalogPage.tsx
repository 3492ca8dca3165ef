import { ITEM_KINDS, type ItemKind } from '../../../core/format/names';
import { bounded } from '../../ui/Boundary';
import { useState } from 'react';
import { ITEM_WORDS } from '../../../core/catalog/items';
import type { UnitSystem } from '../../../core/units/quantity';
import type { Sort } from '../../../data/catalog';
import { Segments } from '../../ui/choices';
import { FileButton } from '../../ui/FileButton';
import { PageHead } from '../../ui/PageHead';
import { Toasts, useReady } from '../../ui/page';
import { ImportDialog } from './ImportDialog';
import { ImportsPanel, useImports } from './ImportsPanel';
import { ItemTable } from './ItemTable';
import { undoImport } from './undoImport';
import { useItems } from './useItems';
import { ButtonLink } from '../../ui/Button';

/** Everything that can be bought: found, sorted, changed where it stands, brought in and out as CSV. */
function CatalogPageIsland({ units }: { units: UnitSystem }) {
  const [kind, setKind] = useState<ItemKind>('tire');
  const [words, setWords] = useState('');
  const [inactive, setInactive] = useState(false);
  const [sort, setSort] = useState<{ by: Sort; down: boolean }>({ by: 'maker', down: false });
  const [list, setList] = useState<Blob | null>(null);
  const items = useItems({ kind, words, inactive, sort: sort.by, down: sort.down });
  const { made, read } = useImports();
  const again = (): void => {
    items.again();
    read();
  };
  useReady();
  return (
    <main className="mx-auto max-w-[1360px] px-4 pt-3 pb-4">
      <PageHead here="/catalog" title="Catalog">
        <FileButton
          words="Import a list"
          label="Catalog file to import"
          className="plain-button flex items-center gap-2"
          accept=".csv,.txt,.tsv,text/csv,text/plain,text/tab-separated-values"
          takeFile={setList}
        />
        <ButtonLink href={`/api/catalog/${kind}?csv`}>Export CSV</ButtonLink>
      </PageHead>
      <div className="mb-2 flex flex-wrap items-end gap-x-6 gap-y-2">
        <Segments
          label="Kind"
          value={kind}
          options={ITEM_KINDS.map((one) => [one, ITEM_WORDS[one]] as const)}
          choose={(one) => {
            setKind(one);
            setWords('');
          }}
        />
        <label className="caption w-72">
          Find
          <input
            className="field-box text-ink"
            value={words}
            placeholder="maker, model, size…"
            autoComplete="off"
            onChange={(event) => setWords(event.target.value)}
          />
        </label>
        <label className="flex items-center gap-2 pb-1.5">
          <input type="checkbox" checked={inactive} onChange={(event) => setInactive(event.target.checked)} />
          also what is out of the list
        </label>
        <p className="pb-1.5" role="status" data-testid="count">
          {items.count === null ? 'Looking…' : `${items.count} ${items.count === 1 ? 'line' : 'lines'}`}
        </p>
      </div>
      <ItemTable kind={kind} items={items} units={units} sort={sort} setSort={setSort} />
      <ImportsPanel made={made} undo={(id) => void undoImport(id, again)} />
      {list !== null && (
        <ImportDialog
          kind={kind}
          file={list}
          suppliers={made?.suppliers ?? []}
          close={(taken) => {
            setList(null);
            if (taken) again();
          }}
        />
      )}
      <Toasts />
    </main>
  );
}

export const CatalogPage = bounded('Catalog', CatalogPageIsland);
