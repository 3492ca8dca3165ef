import { Upload } from 'lucide-react';
import { useRef } from 'react';
import type { Right } from '../../core/people/rights';
import { useWhyNot } from '../state/person';

type Props = {
  words: string;
  label: string;
  className: string;
  title?: string;
  /** Kinds of file, as the browser's chooser takes them; build files if left out. */
  accept?: string;
  /** What whoever chooses a file must be allowed to do. */
  needs?: Right;
} & ({ take: (text: string) => void } | { takeFile: (file: Blob) => void });

/** A button that asks for one file and hands on its text, or the file as it is. The same file may be chosen twice. */
export function FileButton({ words, label, className, title, accept, needs = 'see', ...to }: Props) {
  const why = useWhyNot(needs);
  const input = useRef<HTMLInputElement>(null);
  return (
    <>
      <button
        type="button"
        className={className}
        title={why ?? title}
        disabled={why !== null}
        onClick={() => input.current?.click()}
      >
        <Upload size={16} aria-hidden /> {words}
      </button>
      <input
        ref={input}
        type="file"
        accept={accept ?? '.json,application/json'}
        className="hidden"
        aria-label={label}
        onChange={(event) => {
          const chosen = event.target.files?.[0];
          event.target.value = '';
          if (!chosen) return;
          if ('takeFile' in to) to.takeFile(chosen);
          else void chosen.text().then(to.take);
        }}
      />
    </>
  );
}
