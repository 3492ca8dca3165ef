import type { Fault } from '../../core/format/fields';
import { SheetDialog } from './Dialog';

/** What was wrong with a file, a line each with the field and the cure. */
export function FaultDialog({
  title,
  faults,
  close,
}: {
  title: string;
  faults: readonly Fault[];
  close: () => void;
}) {
  return (
    <SheetDialog title={title} close={close}>
      <p className="mb-2">Put these right in the file and import it again:</p>
      <ul className="divide-line divide-y" data-testid="faults">
        {faults.map(({ path, message }) => (
          <li key={path + message} className="py-1.5">
            <b className="font-semibold">{path}</b>: {message}
          </li>
        ))}
      </ul>
    </SheetDialog>
  );
}
