import { format } from 'date-fns';
import type { ReactNode } from 'react';
import { toast } from '../state/notices';
import { Button } from './Button';
import { fetched } from './later';

const PhoneCode = fetched(
  'The code',
  async () => (await import('./PhoneCode')).PhoneCode,
  <span className="h-32 w-32 shrink-0" />,
);

type SecretProps = {
  /** What is copied. */
  text: string;
  label: string;
  /** What it is, and whom it is for. */
  children: ReactNode;
  /** Also as a code for a phone that is held up to the screen. */
  code?: string | undefined;
};

/** What was just made and opens something: shown once, since nothing here knows it afterwards. */
export function FreshSecret({ text, label, children, code }: SecretProps) {
  return (
    <div className="border-ink bg-soft mt-3 flex gap-4 border-l-4 p-3" role="status" data-testid="fresh-link">
      <div className="min-w-0 flex-1">
        <p>{children}</p>
        <div className="mt-1 flex gap-2">
          <input
            className="field-box"
            readOnly
            value={text}
            aria-label={label}
            onFocus={(event) => event.currentTarget.select()}
          />
          <Button
            onClick={() =>
              void navigator.clipboard.writeText(text).then(
                () => toast('Copied.'),
                () => toast('This browser lets nothing be copied here: select it and copy it.'),
              )
            }
          >
            Copy
          </Button>
        </div>
      </div>
      {code !== undefined && <PhoneCode text={text} words={code} />}
    </div>
  );
}

type Props = {
  address: string;
  whom: string;
  until: string;
  /** It opens once. */
  once?: boolean;
  /** Also as a code for a phone that is held up to the screen. */
  code?: boolean;
};

/** A link that was just made for somebody. */
export const FreshLink = ({ address, whom, until, once = false, code = false }: Props) => (
  <FreshSecret
    text={address}
    label={`Link for ${whom}`}
    code={code ? `The link for ${whom} as a code` : undefined}
  >
    Hand this link to <b className="font-semibold">{whom}</b>: it is shown here once
    {once ? ', opens once,' : ''} and ends on {format(new Date(until), 'd MMM, HH:mm')}.
  </FreshSecret>
);
