import { Plus, Trash2 } from 'lucide-react';
import { Fragment, useState, type ReactNode } from 'react';
import { readQuantity, type Quantity, type UnitSystem } from '../../core/units/quantity';
import { SheetDialog } from './Dialog';
import { Button } from './Button';

/** A row under edit: everything as it is typed. */
export type Row<K extends string> = { key: number } & Record<K, string>;

export type Column<K extends string> = {
  id: K;
  words: string;
  /** As a CSS grid column. */
  width: string;
  /** What a screen reader calls the field of a row, counted from 1. */
  label: (row: number) => string;
  options?: readonly (readonly [value: string, words: string])[];
  numeric?: boolean;
  placeholder?: string;
  maxLength?: number;
  /** What stands behind the number; null where this row has no such field. */
  unit?: (row: Row<K>) => string | null;
};

/** Rows under edit from what is stored, each with a key that stays its own. */
export const rowsOf = <K extends string>(list: readonly Record<K, string>[]): Row<K>[] =>
  list.map((row, key) => ({ ...row, key }));

/**
 * A number as typed, with a comma or a point. What is none goes on as it was typed, whatever its type says, so that the
 * schema refuses it with its place and quotes it.
 */
export function typedNumber(text: string): number {
  const value = text.trim() === '' ? NaN : Number(text.replace(',', '.'));
  return Number.isFinite(value) ? value : (text as unknown as number);
}

/** The same of a quantity that is typed in the units of the person, as it is stored. */
export function typedQuantity(text: string, quantity: Quantity, units: UnitSystem): number {
  const read = readQuantity(text, quantity, units);
  return read.ok ? read.value : (text as unknown as number);
}

function Cell<K extends string>({
  column,
  row,
  at,
  change,
}: {
  column: Column<K>;
  row: Row<K>;
  at: number;
  change: (value: string) => void;
}) {
  const { id, options, numeric, placeholder, maxLength, unit } = column;
  const label = column.label(at + 1);
  const behind = unit?.(row);
  if (options)
    return (
      <select
        className="field-box"
        aria-label={label}
        value={row[id]}
        onChange={(event) => change(event.target.value)}
      >
        {options.map(([value, words]) => (
          <option key={value} value={value}>
            {words}
          </option>
        ))}
      </select>
    );
  const field = (
    <input
      className="field-box"
      aria-label={label}
      inputMode={numeric ? 'decimal' : 'text'}
      disabled={behind === null}
      value={behind === null ? '' : row[id]}
      placeholder={placeholder}
      maxLength={maxLength}
      onChange={(event) => change(event.target.value)}
    />
  );
  if (!behind) return field;
  return (
    <div className="relative">
      {field}
      <span className="text-graphite pointer-events-none absolute top-1.5 right-2 text-sm">{behind}</span>
    </div>
  );
}

type TableProps<K extends string> = {
  columns: readonly Column<K>[];
  rows: readonly Row<K>[];
  setRows: (rows: Row<K>[]) => void;
  removeLabel: (row: number) => string;
};

/** Rows of fields with a button to take each out. */
export function RowsTable<K extends string>({ columns, rows, setRows, removeLabel }: TableProps<K>) {
  return (
    <div
      className="grid items-center gap-x-2 gap-y-1"
      style={{ gridTemplateColumns: `${columns.map(({ width }) => width).join(' ')} 2rem` }}
    >
      {columns.map(({ id, words }) => (
        <span key={id} className="caption">
          {words}
        </span>
      ))}
      <span />
      {rows.map((row, at) => (
        <Fragment key={row.key}>
          {columns.map((column) => (
            <Cell
              key={column.id}
              column={column}
              row={row}
              at={at}
              change={(value) =>
                setRows(rows.map((one) => (one.key === row.key ? { ...one, [column.id]: value } : one)))
              }
            />
          ))}
          <button
            type="button"
            aria-label={removeLabel(at + 1)}
            onClick={() => setRows(rows.filter((one) => one.key !== row.key))}
          >
            <Trash2 size={15} aria-hidden />
          </button>
        </Fragment>
      ))}
    </div>
  );
}

/** One more row below the others. */
export function AddRow<K extends string>({
  words,
  rows,
  blank,
  setRows,
}: {
  words: string;
  rows: readonly Row<K>[];
  blank: Record<K, string>;
  setRows: (rows: Row<K>[]) => void;
}) {
  return (
    <Button
      className="flex items-center gap-1"
      onClick={() => setRows([...rows, { ...blank, key: Math.max(-1, ...rows.map(({ key }) => key)) + 1 }])}
    >
      <Plus size={16} aria-hidden /> {words}
    </Button>
  );
}

type DialogProps = {
  title: string;
  intro: string;
  wide?: boolean;
  close: () => void;
  /** Stores what is in the form; what was refused comes back as a text, null where it was stored. */
  store: () => Promise<string | null>;
  children: ReactNode;
  /** Buttons beside Store; `setFault` says what a file that was read is refused for. */
  tools?: (setFault: (words: string) => void) => ReactNode;
};

/** A form of rows that is stored whole, or not at all. */
export function RowsDialog({ title, intro, wide, close, store, children, tools }: DialogProps) {
  const [fault, setFault] = useState('');
  const submit = async (): Promise<void> => {
    const refused = await store();
    if (refused === null) close();
    else setFault(refused);
  };
  return (
    <SheetDialog title={title} close={close} {...(wide ? { wide } : {})}>
      <p className="text-graphite mb-2">{intro}</p>
      <form
        className="flex flex-col gap-2"
        onSubmit={(event) => {
          event.preventDefault();
          void submit();
        }}
      >
        {children}
        {fault && (
          <p role="alert" className="font-medium">
            ▲ {fault}
          </p>
        )}
        <div className="flex flex-wrap gap-2">
          {tools?.(setFault)}
          <Button type="submit" className="ml-auto font-semibold">
            Store
          </Button>
        </div>
      </form>
    </SheetDialog>
  );
}
