import type { FreeKind } from '../../../core/format/names';
import { useKept } from '../../state/kept';

/** What a shop may leave out, by the word that it is left out by. */
const LEFT_OUT: readonly (readonly [words: string, kinds: readonly FreeKind[]])[] = [
  ['other tires', ['width', 'diameter']],
  ['other wheels', ['inboard', 'outboard']],
  ['spacers', ['spacer']],
  ['springs', ['spring']],
  ['brackets', ['bracket']],
  ['body lift', ['body']],
  ['moving the axle', ['forward', 'back']],
  ['less lock', ['lock-stop']],
  ['cutting', ['cut']],
];

/** What is left out of a search for what frees a package; the same for all of them on the page. */
export function useLeftOut(): {
  out: readonly string[];
  setOut: (out: readonly string[]) => void;
  avoid: FreeKind[];
} {
  const [out, setOut] = useKept<readonly string[]>('fit.together.out', []);
  return { out, setOut, avoid: LEFT_OUT.flatMap(([words, kinds]) => (out.includes(words) ? kinds : [])) };
}

export function LeaveOut({ out, setOut }: Omit<ReturnType<typeof useLeftOut>, 'avoid'>) {
  return (
    <fieldset className="my-1 flex flex-wrap items-center gap-x-4 gap-y-1">
      <legend className="caption float-left pr-2">Leave out</legend>
      {LEFT_OUT.map(([words]) => (
        <label key={words} className="flex min-h-6 items-center gap-1.5">
          <input
            type="checkbox"
            checked={out.includes(words)}
            onChange={({ target }) =>
              setOut(target.checked ? [...out, words] : out.filter((one) => one !== words))
            }
          />
          {words}
        </label>
      ))}
    </fieldset>
  );
}
