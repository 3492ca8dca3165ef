import type { Preview, PreviewLine } from '../../../server/lists';
import { Button } from '../../ui/Button';

const DOES: Record<PreviewLine['does'], string> = {
  new: 'new',
  changed: 'changed',
  same: 'the same',
  twice: 'stands twice',
};
const MOST = 200;

/** What a list would do, line by line, before it does it; or all that is wrong with it, by line, column and cure. */
export function PreviewList({
  preview: { counts, lines, gone: goneNames, faults, allFaults },
  supplier,
  gone,
  setGone,
  busy,
  take,
}: {
  preview: Preview;
  supplier: string;
  gone: boolean;
  setGone: (gone: boolean) => void;
  busy: string | null;
  take: () => void;
}) {
  if (faults.length > 0)
    return (
      <div data-testid="faults" className="mt-2">
        <p className="mb-2">
          Nothing was taken in. Put {allFaults === 1 ? 'this' : `these ${allFaults}`} right in the file, or
          say above what its columns are:
        </p>
        <ul className="max-h-60 overflow-y-auto">
          {faults.slice(0, MOST).map(({ path, message }, i) => (
            <li key={i} className="border-line border-b py-1">
              <b className="font-semibold">{path}</b>: {message}
            </li>
          ))}
        </ul>
        {allFaults > MOST && <p className="text-graphite">and {allFaults - MOST} more</p>}
      </div>
    );
  const told = lines.filter(({ does }) => does !== 'same');
  const more = counts.new + counts.changed + counts.twice - Math.min(told.length, MOST);
  const nothing = counts.new + counts.changed === 0 && !(gone && counts.gone > 0);
  return (
    <div data-testid="preview" className="mt-2">
      <p className="mb-2 text-lg">
        <b className="font-semibold">{counts.new}</b> new, <b className="font-semibold">{counts.changed}</b>{' '}
        changed, <b className="font-semibold">{counts.same}</b> the same
        {counts.twice > 0 && `, ${counts.twice} stand twice`}
        {supplier !== '' && (
          <>
            , <b className="font-semibold">{counts.gone}</b> gone
          </>
        )}
        .
      </p>
      <ul className="max-h-52 overflow-y-auto">
        {told.slice(0, MOST).map(({ line, name, does, changes }) => (
          <li key={line} className="border-line border-b py-0.5">
            <span className="text-graphite">
              line {line}, {DOES[does]}:
            </span>{' '}
            {name}
            {changes.length > 0 && <span className="text-graphite"> ({changes.join(', ')})</span>}
          </li>
        ))}
        {goneNames.slice(0, MOST).map((name) => (
          <li key={name} className="border-line border-b py-0.5">
            <span className="text-graphite">gone:</span> {name}
          </li>
        ))}
      </ul>
      {more > 0 && <p className="text-graphite">and {more} more</p>}
      {counts.gone > 0 && (
        <label className="mt-2 flex items-center gap-2">
          <input type="checkbox" checked={gone} onChange={() => setGone(!gone)} />
          Put the {counts.gone} that {supplier} no longer has out of the list
        </label>
      )}
      <Button
        needs="plan"
        className="mt-3 font-semibold"
        disabled={busy !== null || counts.twice > 0 || nothing}
        onClick={take}
      >
        {busy ?? 'Take it in'}
      </Button>
    </div>
  );
}
