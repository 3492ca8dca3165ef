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
  rowProps,
}: Props<R>) {
  const side = ({ right }: DataColumn<R>): string => (right ? 'text-right' : 'text-left');
  return (
    <table className={className} data-testid={testId}>
      {caption && <caption className="text-left">{caption}</caption>}
      {columns.some(({ head }) => head !== '') && (
        <thead>
          <tr className="caption border-ink border-b">
            {columns.map((column, i) => (
              <th key={i} scope="col" className={`py-1 pr-4 last:pr-0 ${side(column)}`}>
                {column.head}
              </th>
            ))}
          </tr>
        </thead>
      )}
      <tbody>
        {rows.map((row) => (
          <tr key={keyOf(row)} className="border-line border-b align-top" {...rowProps?.(row)}>
            {columns.map((column, i) => (
              <td key={i} className={`py-1 pr-4 last:pr-0 ${side(column)} ${column.className ?? ''}`}>
                {column.cell(row)}
              </td>
            ))}
          </tr>
        ))}
      </tbody>
    </table>
  );
}
