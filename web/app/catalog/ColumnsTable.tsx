import type { ItemKind } from '../../../core/format/names';
import type { ListColumns } from '../../../core/format/listColumns';
import { headerOf, type ListHead } from '../../../formats/catalogCsv';
import { columnWords, WHEEL_SIZE } from '../../../formats/supplierList';

/** Which column of a list is which of the catalog's, over its first rows; and what holds for every line of it. */
export function ColumnsTable({
  kind,
  head: { heads, rows },
  columns,
  change,
}: {
  kind: ItemKind;
  head: ListHead;
  columns: ListColumns;
  change: (columns: ListColumns) => void;
}) {
  const keys = [...headerOf(kind), ...(kind === 'wheel' ? [WHEEL_SIZE] : [])];
  const taken = new Set(Object.values(columns.of).filter(Boolean));
  const left = headerOf(kind).filter((key) => !taken.has(key));
  const { fixed } = columns;
  return (
    <div className="mt-2">
      <div className="overflow-x-auto">
        <table className="text-[0.9rem]" data-testid="list-columns">
          <thead>
            <tr className="border-ink border-b align-bottom">
              {heads.map((name) => (
                <th key={name} scope="col" className="px-1 pb-1 text-left font-normal">
                  <span className="block max-w-40 truncate font-semibold" title={name}>
                    {name}
                  </span>
                  <select
                    aria-label={`Column ${name} is`}
                    className="field-box w-36"
                    value={columns.of[name] ?? ''}
                    onChange={(event) =>
                      change({ ...columns, of: { ...columns.of, [name]: event.target.value } })
                    }
                  >
                    <option value="">left out</option>
                    {keys.map((key) => (
                      <option key={key} value={key} disabled={taken.has(key) && columns.of[name] !== key}>
                        {columnWords(key)}
                      </option>
                    ))}
                  </select>
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {rows.map((cells, i) => (
              <tr key={i} className="border-line border-b">
                {heads.map((name, k) => (
                  <td
                    key={name}
                    className={`max-w-40 truncate px-1 py-0.5 ${columns.of[name] ? '' : 'text-graphite'}`}
                  >
                    {cells[k] ?? ''}
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      <details className="mt-1">
        <summary className="caption py-1">
          The same for every line
          {Object.keys(fixed).length > 0 ? ` (${Object.keys(fixed).map(columnWords).join(', ')})` : ''}
        </summary>
        <div className="grid grid-cols-4 gap-x-2">
          {left.map((key) => (
            <label key={key} className="caption">
              {columnWords(key)}
              <input
                className="field-box text-ink"
                value={fixed[key] ?? ''}
                maxLength={160}
                onChange={(event) => {
                  const { [key]: _, ...others } = fixed;
                  const { value } = event.target;
                  change({ ...columns, fixed: value === '' ? others : { ...others, [key]: value } });
                }}
              />
            </label>
          ))}
        </div>
      </details>
    </div>
  );
}
