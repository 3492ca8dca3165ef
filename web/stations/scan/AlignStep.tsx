import type { Vec } from '../../../core/geometry/vec';
import type { Side } from '../../../core/format/names';
import { PICK_NAMES, picksOf, type Scan } from './useScan';
import { useState } from 'react';
import { Button } from '../../ui/Button';

type Props = { scan: Scan; side: Side; next: number; setNext: (next: number) => void };

const words = (point: Vec | null): string => (point ? point.map((mm) => mm.toFixed(1)).join(' ') : '');

/** Three numbers as they are typed; null where they are not three. */
function readPlace(text: string): Vec | null {
  const numbers = text
    .trim()
    .split(/[\s,;]+/)
    .map(Number);
  const [x = NaN, y = NaN, z = NaN] = numbers;
  return numbers.length === 3 && [x, y, z].every(Number.isFinite) ? [x, y, z] : null;
}

/** Step two: where the hub, its face and the ground are in the scan; pressed in the drawing, or typed. */
export function AlignStep({ scan, side, next, setNext }: Props) {
  const { state, set, run, taken } = scan;
  const picks = picksOf(state.picks);
  const [typed, setTyped] = useState<{ at: number; text: string } | null>(null);
  const align = async (): Promise<void> => {
    if (!picks) return;
    const answer = await run('Aligning', (api) => api.align(picks, side));
    if (answer) await taken(answer.summary, { aligned: true });
  };
  return (
    <form
      className="flex flex-col gap-1.5"
      onSubmit={(event) => {
        event.preventDefault();
        void align();
      }}
    >
      <h3 className="text-lg font-semibold">Where the hub and the ground are</h3>
      {PICK_NAMES.map((name, i) => (
        <label key={name} className="grid grid-cols-[1fr_13rem] items-center gap-2">
          <span className={i === next ? 'font-semibold' : ''}>{name}</span>
          <input
            className="field-box"
            placeholder={i === next ? 'press it in the drawing' : 'x y z, mm'}
            value={typed?.at === i ? typed.text : words(state.picks[i] ?? null)}
            onFocus={() => setNext(i)}
            onBlur={() => setTyped(null)}
            onChange={(event) => {
              const text = event.target.value;
              setTyped({ at: i, text });
              const place = readPlace(text);
              if (place) set({ picks: state.picks.map((one, k) => (k === i ? place : one)) });
            }}
          />
        </label>
      ))}
      <Button type="submit" className="self-start" disabled={!picks || state.busy !== null}>
        Align
      </Button>
    </form>
  );
}
