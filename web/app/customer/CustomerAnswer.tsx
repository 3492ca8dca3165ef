import { useEffect, useRef, useState } from 'react';
import SignaturePad from 'signature_pad';
import { sayDate } from '../../../core/time/wallClock';
import { refusalWords, send } from '../../state/apiClient';
import { bounded } from '../../ui/Boundary';
import { Button } from '../../ui/Button';
import { useReady } from '../../ui/page';

type Props = {
  secret: string;
  quote: {
    version: number;
    options: readonly string[];
    accepted: { by: string; option: number; at: string } | null;
  } | null;
  name: string;
};

/** A field to draw a name in, as large as it stands on the page. */
function Signature({ pad }: { pad: { current: SignaturePad | null } }) {
  const canvas = useRef<HTMLCanvasElement>(null);
  useEffect(() => {
    const at = canvas.current;
    if (!at) return;
    const { width, height } = at.getBoundingClientRect();
    const ratio = Math.min(2, window.devicePixelRatio || 1);
    at.width = width * ratio;
    at.height = height * ratio;
    at.getContext('2d')?.scale(ratio, ratio);
    pad.current = new SignaturePad(at, { penColor: '#1b1f24', backgroundColor: '#ffffff' });
    return () => pad.current?.off();
  }, [pad]);
  return (
    <div>
      <span className="caption flex items-center">
        Signed, with a finger or the mouse
        <Button className="ml-auto" onClick={() => pad.current?.clear()}>
          Again
        </Button>
      </span>
      <canvas
        ref={canvas}
        className="border-ink mt-1 h-32 w-full touch-none border bg-white"
        aria-label="Draw your name here"
        data-testid="signature"
      />
    </div>
  );
}

/** What the customer says to it: takes an option, or asks. */
function CustomerAnswerIsland({ secret, quote, name: customer }: Props) {
  useReady();
  const pad = useRef<SignaturePad | null>(null);
  const [option, setOption] = useState<number | null>(quote?.options.length === 1 ? 0 : null);
  const [name, setName] = useState('');
  const [words, setWords] = useState('');
  const [said, setSaid] = useState<string | null>(null);
  const [done, setDone] = useState<'accept' | 'ask' | null>(null);
  const answer = async (body: object, kind: 'accept' | 'ask'): Promise<void> => {
    setSaid(null);
    const answered = await send('POST', `/api/for/${secret}`, { kind, name: name.trim(), ...body });
    if (answered.kind !== 'ok') setSaid(refusalWords(answered));
    else if (kind === 'accept') location.reload();
    else {
      setDone(kind);
      setWords('');
    }
  };
  const accept = (): void => {
    if (option === null) setSaid('Choose what you take.');
    else if (pad.current?.isEmpty() !== false) setSaid('Draw your name in the field.');
    else
      void answer(
        { version: quote?.version, option, signature: pad.current.toDataURL('image/png') },
        'accept',
      );
  };
  const field = (
    <label className="block">
      <span className="caption">Your name</span>
      <input
        className="field-box min-h-[44px] text-[1.1rem]"
        name="name"
        autoComplete="name"
        maxLength={120}
        placeholder={customer}
        value={name}
        onChange={(event) => setName(event.target.value)}
      />
    </label>
  );
  return (
    <section
      className="bg-sheet border-ink grid gap-3 border-2 p-4"
      aria-label="Your answer"
      data-testid="answer"
    >
      {quote?.accepted ? (
        <p className="text-[1.1rem]">
          <b className="font-semibold">{quote.options[quote.accepted.option]}</b> was accepted by{' '}
          {quote.accepted.by} on {sayDate(quote.accepted.at.slice(0, 10))}. It stands as it was accepted.
        </p>
      ) : (
        quote && (
          <form
            className="grid gap-3"
            onSubmit={(event) => {
              event.preventDefault();
              accept();
            }}
          >
            <fieldset className="grid gap-1">
              <legend className="font-tight text-lg font-semibold">What you take</legend>
              {quote.options.map((label, i) => (
                <label key={i} className="flex min-h-[44px] items-center gap-2 text-[1.05rem]">
                  <input
                    type="radio"
                    name="option"
                    className="size-5"
                    checked={option === i}
                    onChange={() => setOption(i)}
                  />
                  {quote.options.length > 1 ? `Option ${i + 1}: ${label}` : label}
                </label>
              ))}
            </fieldset>
            {field}
            <Signature pad={pad} />
            <Button
              type="submit"
              className="min-h-[48px] text-lg font-semibold"
              disabled={name.trim().length < 2}
            >
              Accept it
            </Button>
          </form>
        )
      )}
      <form
        className="grid gap-2"
        onSubmit={(event) => {
          event.preventDefault();
          void answer({ words: words.trim() }, 'ask');
        }}
      >
        <h2 className="font-tight text-lg font-semibold">{quote ? 'Or ask first' : 'Ask the workshop'}</h2>
        {(quote === null || quote.accepted !== null) && field}
        <label className="block">
          <span className="caption">What you would like to know</span>
          <textarea
            className="field-box min-h-[5rem]"
            maxLength={1000}
            value={words}
            onChange={(event) => setWords(event.target.value)}
          />
        </label>
        <Button
          type="submit"
          className="min-h-[44px] justify-self-start"
          disabled={words.trim().length < 2 || name.trim().length < 2}
        >
          Send it
        </Button>
      </form>
      {done === 'ask' && (
        <p role="status" className="font-medium">
          Sent: the workshop finds it in the log of your vehicle.
        </p>
      )}
      {said && (
        <p role="alert" className="font-medium" data-testid="refused">
          ▲ {said}
        </p>
      )}
    </section>
  );
}

export const CustomerAnswer = bounded('Your answer', CustomerAnswerIsland);
