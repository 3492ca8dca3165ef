import { format } from 'date-fns';
import { toast } from 'sonner';
import { codeCells } from '../../formats/phoneCode';
import { CodeSquare } from '../drawings/CodeSquare';
import { Button } from './Button';

type Props = {
  address: string;
  whom: string;
  until: string;
  /** It opens once. */
  once?: boolean;
  /** Also as a code for a phone that is held up to the screen. */
  code?: boolean;
};

/** A link that was just made: shown once, since nothing here knows it afterwards. */
export function FreshLink({ address, whom, until, once = false, code = false }: Props) {
  return (
    <div className="border-ink bg-soft mt-3 flex gap-4 border-l-4 p-3" role="status" data-testid="fresh-link">
      <div className="min-w-0 flex-1">
        <p>
          Hand this link to <b className="font-semibold">{whom}</b>: it is shown here once
          {once ? ', opens once,' : ''} and ends on {format(new Date(until), 'd MMM, HH:mm')}.
        </p>
        <div className="mt-1 flex gap-2">
          <input
            className="field-box"
            readOnly
            value={address}
            aria-label={`Link for ${whom}`}
            onFocus={(event) => event.currentTarget.select()}
          />
          <Button
            onClick={() =>
              void navigator.clipboard.writeText(address).then(
                () => toast('Copied.'),
                () => toast('This browser lets nothing be copied here: select the link and copy it.'),
              )
            }
          >
            Copy
          </Button>
        </div>
      </div>
      {code && (
        <CodeSquare
          cells={codeCells(address)}
          words={`The link for ${whom} as a code`}
          className="w-32 shrink-0"
        />
      )}
    </div>
  );
}
