import type { ItemKind } from '../../../core/format/names';
import { flexRender, getCoreRowModel, useReactTable } from '@tanstack/react-table';
import { useVirtualizer } from '@tanstack/react-virtual';
import { Trash2, Undo2 } from 'lucide-react';
import { useMemo, useRef, useState } from 'react';
import { toast } from '../../state/notices';
import type { UnitSystem } from '../../../core/units/quantity';
import type { ItemRow, Sort } from '../../../data/catalog';
import { typedNumber } from '../../ui/RowsDialog';
import { refusalWords, send } from '../../state/apiClient';
import { columnsOf, type ColumnMeta, type Editable } from './columns';
import type { Items } from './useItems';

const ROW_PX = 34;

type Props = {
  kind: ItemKind;
  items: Items;
  units: UnitSystem;
  sort: { by: Sort; down: boolean };
  setSort: (sort: { by: Sort; down: boolean }) => void;
};

/** A cell that is typed into where it stands; Enter or leaving stores it, Escape leaves it as it was. */
function EditCell({
  row,
  edit,
  shown,
  put,
}: {
  row: ItemRow;
  edit: Editable;
  shown: string;
  put: (row: ItemRow) => void;
}) {
  const [typed, setTyped] = useState<string | null>(null);
  const store = async (): Promise<void> => {
    const text = typed?.trim() ?? '';
    setTyped(null);
    if (typed === null || text === (shown === '–' ? '' : shown)) return;
    const value = text === '' ? (edit.numeric ? null : '') : edit.numeric ? typedNumber(text) : text;
    const change = { version: row.version, [edit.of]: { [edit.key]: value } };
    const answer = await send<ItemRow>('PATCH', `/api/catalog/items/${row.id}`, change, { outlives: true });
    if (answer.kind === 'ok') put(answer.value);
    else {
      toast(`${row.maker} ${row.model}: ${refusalWords(answer)}`);
      if (answer.kind === 'refused' && answer.current) put(answer.current as ItemRow);
    }
  };
  return (
    <input
      className={`focus:border-ink hover:border-line w-full border border-transparent bg-transparent px-1 ${edit.numeric ? 'text-right' : ''}`}
      aria-label={`${edit.key} of ${row.maker} ${row.model} ${row.name}`}
      inputMode={edit.numeric ? 'decimal' : 'text'}
      value={typed ?? shown}
      onFocus={(event) => {
        setTyped(shown === '–' ? '' : shown);
        event.target.select();
      }}
      onChange={(event) => setTyped(event.target.value)}
      onBlur={() => void store()}
      onKeyDown={(event) => {
        if (event.key === 'Enter') event.currentTarget.blur();
        if (event.key === 'Escape') setTyped(null);
      }}
    />
  );
}

/** The list of one kind, drawn as far as it is seen: it may have tens of thousands of lines. */
export function ItemTable({ kind, items, units, sort, setSort }: Props) {
  const scroll = useRef<HTMLDivElement>(null);
  const columns = useMemo(() => columnsOf(kind, units), [kind, units]);
  const virtual = useVirtualizer({
    count: items.count ?? 0,
    getScrollElement: () => scroll.current,
    estimateSize: () => ROW_PX,
    overscan: 12,
    onChange: ({ range }) => range && items.need(range.startIndex, range.endIndex + 12),
  });
  const seen = virtual.getVirtualItems().map((one) => ({ one, row: items.at(one.index) }));
  // The same rows are the same list: a table that is given another one each time would draw for ever.
  const shown = seen.flatMap(({ row }) => row ?? []);
  const key = shown.map(({ id, version, active }) => `${id}.${version}.${active}`).join();
  // eslint-disable-next-line react-hooks/exhaustive-deps
  const here = useMemo(() => shown, [key]);
  const table = useReactTable({
    data: here,
    columns,
    getRowId: ({ id }) => String(id),
    getCoreRowModel: getCoreRowModel(),
    manualSorting: true,
    autoResetAll: false,
  });
  const template = `${columns.map(({ meta }) => (meta as ColumnMeta).width).join(' ')} 2rem`;
  const remove = async (row: ItemRow): Promise<void> => {
    const name = `${row.maker} ${row.model} ${row.name}`;
    if (!row.active) {
      const answer = await send<ItemRow>('PATCH', `/api/catalog/items/${row.id}`, {
        version: row.version,
        active: true,
      });
      if (answer.kind === 'ok') items.put(answer.value);
      else toast(refusalWords(answer));
      return;
    }
    const answer = await send<{ kept: boolean; stages: number }>('DELETE', `/api/catalog/items/${row.id}`);
    if (answer.kind !== 'ok') return void toast(refusalWords(answer));
    toast(
      answer.value.kept
        ? `${name} is on ${answer.value.stages} ${answer.value.stages === 1 ? 'stage' : 'stages'}: it is only out of the list.`
        : `${name} is taken out.`,
    );
    items.again();
  };
  return (
    // Narrower than its columns, it is moved aside under its own frame, and the page stays.
    <div className="relative overflow-x-auto">
      <div
        className="border-line border max-lg:min-w-[78rem]"
        role="table"
        aria-rowcount={items.count ?? 0}
        data-testid="catalog"
      >
        <div
          className="border-ink grid items-center gap-x-3 border-b px-2"
          style={{ gridTemplateColumns: template }}
          role="row"
        >
          {table.getFlatHeaders().map((header) => {
            const { sort: by, right, edit } = header.column.columnDef.meta as ColumnMeta;
            const words = flexRender(header.column.columnDef.header, header.getContext());
            return (
              <span
                key={header.id}
                role="columnheader"
                // As far in as the words of a cell that is typed into stand.
                className={`caption py-1.5 ${edit ? 'px-[5px]' : ''} ${right ? 'text-right' : ''}`}
              >
                {by ? (
                  <button
                    type="button"
                    aria-label={`Sort by ${String(header.column.columnDef.header)}`}
                    onClick={() => setSort({ by, down: sort.by === by && !sort.down })}
                  >
                    {words} {sort.by === by ? (sort.down ? '↓' : '↑') : ''}
                  </button>
                ) : (
                  words
                )}
              </span>
            );
          })}
          <span role="columnheader">
            <span className="sr-only">Take out</span>
          </span>
        </div>
        <div
          ref={scroll}
          className="h-[calc(100vh-210px)] overflow-y-auto"
          tabIndex={0}
          role="rowgroup"
          aria-label="Lines of the catalog"
        >
          <div className="relative" style={{ height: virtual.getTotalSize() }}>
            {seen.map(({ one, row }) => (
              <div
                key={one.key}
                role="row"
                aria-rowindex={one.index + 1}
                className={`border-line absolute inset-x-0 grid items-center gap-x-3 border-b px-2 ${row && !row.active ? 'text-graphite line-through' : ''}`}
                style={{
                  gridTemplateColumns: template,
                  height: ROW_PX,
                  transform: `translateY(${one.start}px)`,
                }}
                data-item={row?.id}
              >
                {row ? (
                  table
                    .getRow(String(row.id))
                    .getVisibleCells()
                    .map((cell) => {
                      const { edit, right } = cell.column.columnDef.meta as ColumnMeta;
                      const shown = String(cell.getValue());
                      return (
                        <span
                          key={cell.id}
                          role="cell"
                          className={`truncate ${right ? 'text-right' : ''}`}
                          title={shown}
                        >
                          {edit ? <EditCell row={row} edit={edit} shown={shown} put={items.put} /> : shown}
                        </span>
                      );
                    })
                ) : (
                  <span className="text-graphite col-span-full" role="cell">
                    …
                  </span>
                )}
                {row && (
                  <span role="cell">
                    <button
                      type="button"
                      aria-label={`${row.active ? 'Take out' : 'Put back'} ${row.maker} ${row.model} ${row.name}`}
                      onClick={() => void remove(row)}
                    >
                      {row.active ? <Trash2 size={15} aria-hidden /> : <Undo2 size={15} aria-hidden />}
                    </button>
                  </span>
                )}
              </div>
            ))}
          </div>
          {items.count === 0 && (
            <p className="p-4 text-lg" role="row">
              <span role="cell">
                Nothing here yet, or nothing fits these words. Import a CSV file to begin.
              </span>
            </p>
          )}
        </div>
      </div>
    </div>
  );
}
