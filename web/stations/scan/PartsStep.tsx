import { useStore } from '@nanostores/react';
import { useKept } from '../../state/kept';
import { $units } from '../../state/store';
import { showWithUnit } from '../../../core/units/quantity';
import { vecOf, type Vec } from '../../../core/geometry/vec';
import { Plus } from 'lucide-react';
import { useState } from 'react';
import type { Box } from '../../../core/scan/cloud';
import { materialOf, MATERIALS, type Material } from '../../../core/format/materials';
import type { Scan } from './useScan';
import type { ScanPart } from '../../../core/format/scan';
import { Button } from '../../ui/Button';

type Props = { scan: Scan; setBrush: (brush: (() => (point: Vec) => void) | null) => void };

const CARRIERS = [
  ['body', 'body', 'body'],
  ['frame', 'frame', 'frame'],
  ['upright', 'upright', 'upright'],
  ['arm', 'arm, half', { arm: 0.5 }],
] as const;
const carrierKey = (carrier: ScanPart['carrier']): string => (typeof carrier === 'string' ? carrier : 'arm');

/** Wide enough for any well, without the floor and the wall behind the vehicle. */
const FIRST_BOX = { low: ['-800', '-600', '-400'], high: ['800', '250', '800'] };
const AXES = ['x', 'y', 'z'] as const;

function readBox(typed: typeof FIRST_BOX): Box | null {
  const three = (texts: readonly string[]): Vec => vecOf(texts.map(Number));
  const box = { low: three(typed.low), high: three(typed.high) };
  return [...box.low, ...box.high].every(Number.isFinite) ? box : null;
}

/** Steps three and four: a box to crop to or to mark by, a brush, and the parts that are marked. */
export function PartsStep({ scan, setBrush }: Props) {
  const units = useStore($units);
  const { state, set, run, taken, worker, draw } = scan;
  const [box, setBox] = useKept('scan.box', FIRST_BOX);
  const [chosen, setChosen] = useKept('scan.part', 0);
  const [brushMm, setBrushMm] = useKept('scan.brush', 40);
  const [painting, setPainting] = useState(false);
  const asked = readBox(box);
  const { parts } = state;
  const change = (i: number, more: Partial<ScanPart>): void =>
    set({ parts: parts.map((part, k) => (k === i ? { ...part, ...more } : part)), results: null });
  const mark = async (where: { box: Box } | { ball: Vec; radiusMm: number }): Promise<void> => {
    await worker.current?.mark(where, chosen + 1);
    set({ results: null });
    await draw();
  };
  const paint = (on: boolean): void => {
    setPainting(on);
    setBrush(on ? () => (point: Vec) => void mark({ ball: point, radiusMm: brushMm }) : null);
  };
  const crop = async (): Promise<void> => {
    if (!asked) return;
    const answer = await run('Cropping', (api) => api.crop(asked));
    if (answer) await taken(answer.summary, {});
  };
  return (
    <div className="flex flex-col gap-2">
      <h3 className="text-lg font-semibold">Crop, and say what is what</h3>
      <div className="grid grid-cols-[3rem_repeat(3,1fr)] items-center gap-x-2 gap-y-1">
        {(['low', 'high'] as const).map((end) => (
          <div key={end} className="contents">
            <span className="caption">{end === 'low' ? 'from' : 'to'}</span>
            {AXES.map((axis, i) => (
              <input
                key={axis}
                className="field-box"
                inputMode="decimal"
                aria-label={`Box ${end === 'low' ? 'from' : 'to'} ${axis}, mm`}
                value={box[end][i]}
                onChange={(event) =>
                  setBox({ ...box, [end]: box[end].map((one, k) => (k === i ? event.target.value : one)) })
                }
              />
            ))}
          </div>
        ))}
      </div>
      <div className="flex flex-wrap items-center gap-2">
        <Button disabled={!asked || state.busy !== null} onClick={() => void crop()}>
          Crop to the box
        </Button>
        <Button disabled={!asked || parts.length === 0} onClick={() => asked && void mark({ box: asked })}>
          Mark the box
        </Button>
        <Button aria-pressed={painting} disabled={parts.length === 0} onClick={() => paint(!painting)}>
          Brush {painting ? 'is on' : ''}
        </Button>
        <input
          type="range"
          min={10}
          max={150}
          step={10}
          aria-label="Brush radius, mm"
          value={brushMm}
          onChange={(event) => {
            setBrushMm(Number(event.target.value));
            paint(false);
          }}
        />
        <span className="text-graphite">{showWithUnit(brushMm, 'length', units)}</span>
      </div>
      <table className="w-full text-[0.92rem]" data-testid="scan-parts">
        <tbody>
          {parts.map(({ label, material, carrier }, i) => (
            <tr key={i} className={i === chosen ? 'bg-soft' : ''}>
              <td>
                <input
                  type="radio"
                  name="scan-part"
                  aria-label={`Mark as part ${i + 1}`}
                  checked={i === chosen}
                  onChange={() => {
                    setChosen(i);
                    paint(false);
                  }}
                />
              </td>
              <td>
                <input
                  className="field-box"
                  aria-label={`Part ${i + 1} name`}
                  value={label}
                  maxLength={80}
                  onChange={(event) => change(i, { label: event.target.value })}
                />
              </td>
              <td>
                <select
                  className="field-box"
                  aria-label={`Part ${i + 1} material`}
                  value={material}
                  onChange={(event) => change(i, { material: event.target.value as Material })}
                >
                  {MATERIALS.map((one) => (
                    <option key={one} value={one}>
                      {materialOf(one).words}
                    </option>
                  ))}
                </select>
              </td>
              <td>
                <select
                  className="field-box"
                  aria-label={`Part ${i + 1} moves with`}
                  value={carrierKey(carrier)}
                  onChange={(event) => {
                    const to = CARRIERS.find(([key]) => key === event.target.value);
                    if (to) change(i, { carrier: to[2] });
                  }}
                >
                  {CARRIERS.map(([key, words]) => (
                    <option key={key} value={key}>
                      {words}
                    </option>
                  ))}
                </select>
              </td>
              <td className="text-right">{(state.counts[i + 1] ?? 0).toLocaleString('en')}</td>
            </tr>
          ))}
          <tr>
            <td />
            <td className="text-graphite py-1" colSpan={3}>
              not marked: counts as body sheet
            </td>
            <td className="text-right">{(state.counts[0] ?? 0).toLocaleString('en')}</td>
          </tr>
        </tbody>
      </table>
      <Button
        className="flex items-center gap-1 self-start"
        disabled={parts.length >= 60}
        onClick={() => {
          set({
            parts: [...parts, { label: `part ${parts.length + 1}`, material: 'liner', carrier: 'body' }],
          });
          setChosen(parts.length);
        }}
      >
        <Plus size={15} aria-hidden /> Part
      </Button>
    </div>
  );
}
