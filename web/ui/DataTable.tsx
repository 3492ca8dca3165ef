import type { ComponentProps, Key, ReactNode } from 'react';

export type DataColumn<R> = {
  /** What stands over it; its words are its key. Empty where it needs none. */
  head: string;
  cell: (row: R) => ReactNode;
  /** Figures stand flush right, their heads too. */
  right?: boolean;
  className?: string;
};

type Props<R> = {
  columns: readonly DataColumn<R>[];
  rows: readonly R[];
  keyOf: (row: R) => Key;
  caption?: ReactNode;
  testId?: string;
  className?: string;
  /** On a phone each row is a block, its cells one below the other behind the words of their heads: for what is wider than a hand. */
  stacked?: boolean;
  /** What a row carries besides: data attributes, pointer handlers. */
  rowProps?: (row: R) => ComponentProps<'tr'> & Record<`data-${string}`, unknown>;
};

/** A table that is read: a head, a line under each row. Tables with fields in them are `RowsTable`. */
export function DataTable<R>({
  columns,
  rows,
  keyOf,
  caption,
  testId,
  className = 'w-full',
  stacked = false,
  rowProps,
}: Props<R>) {
  const block = stacked ? 'max-md:block' : '';
  const inBlock = stacked ? 'max-md:block max-md:w-auto max-md:min-w-0 max-md:py-0.5 max-md:text-left' : '';
  const side = ({ right }: DataColumn<R>): string => (right ? 'text-right' : 'text-left');
  const named =
    'max-md:before:mr-2 max-md:before:text-[0.85rem] max-md:before:font-normal max-md:before:text-graphite max-md:before:content-[attr(data-head)]';
  return (
    <table className={`${className} ${block}`} data-testid={testId}>
      {caption && <caption className="text-left">{caption}</caption>}
      {columns.some(({ head }) => head !== '') && (
        <thead className={stacked ? 'max-md:hidden' : ''}>
          <tr className="caption border-ink border-b">
            {columns.map((column, i) => (
              <th key={i} scope="col" className={`py-1 pr-4 last:pr-0 ${side(column)}`}>
                {column.head}
              </th>
            ))}
          </tr>
        </thead>
      )}
      <tbody className={block}>
        {rows.map((row) => (
          <tr
            key={keyOf(row)}
            className={`border-line border-b align-top ${stacked ? 'max-md:block max-md:py-1.5' : ''}`}
            {...rowProps?.(row)}
          >
            {columns.map((column, i) => (
              <td
                key={i}
                data-head={column.head}
                className={`py-1 pr-4 last:pr-0 ${side(column)} ${column.className ?? ''} ${inBlock} ${stacked && column.head !== '' ? named : ''}`}
              >
                {column.cell(row)}
              </td>
            ))}
          </tr>
        ))}
      </tbody>
    </table>
  );
}
