import type { Axle } from '../../../core/format/driveline';
import type { Part, PartName, Strength } from '../../../core/driveline/strength';
import { AXLES, type AxleName } from '../../../core/format/names';

export const PART_WORDS: Record<PartName, string> = {
  shaft: 'shaft',
  joint: 'outer joint',
  'ring-and-pinion': 'ring and pinion',
  'pinion-joint': 'pinion joint',
  differential: 'differential gears',
  'hub-bearing': 'hub bearing, life',
  'ball-joints': 'ball joints, wear',
  steering: 'steering, wear',
  brakes: 'brakes, torque',
};
const WIDTH = 150;
const FULL = 3;

/** A factor as a bar from 0 to 3, with the line that it should not fall under at 1. */
function Bar({ factor, stock }: { factor: number; stock: number }) {
  const at = (value: number): number => (Math.min(value, FULL) / FULL) * WIDTH;
  return (
    <svg width={WIDTH} height={18} viewBox={`0 0 ${WIDTH} 18`} aria-hidden>
      <rect x={0} y={4} width={at(factor)} height={10} fill={factor < 1 ? 'var(--signal)' : 'var(--metal)'} />
      <path d={`M${at(1)} 0V18`} stroke="var(--ink)" strokeWidth={1.5} />
      <path d={`M${at(stock)} 2V16`} stroke="var(--graphite)" strokeWidth={1.5} strokeDasharray="2 2" />
    </svg>
  );
}

function Rung({ part, weakest }: { part: Part; weakest: boolean }) {
  const { factor, stockFactor, source, repair } = part;
  return (
    <tr className={`border-line border-b ${weakest ? 'font-semibold' : ''}`} data-part={part.part}>
      <td className="py-0.5">
        {PART_WORDS[part.part]}
        {weakest && <span className="text-graphite font-normal"> gives first</span>}
      </td>
      <td className="text-right">{factor.toFixed(2)}</td>
      <td className="text-graphite px-2 text-right font-normal">{(stockFactor ?? 1).toFixed(2)}</td>
      <td>
        <Bar factor={factor} stock={stockFactor ?? 1} />
      </td>
      <td className="text-graphite px-2 font-normal">{source === 'estimate' ? 'estimate' : source}</td>
      <td className="text-graphite font-normal">{repair === 'trailside' ? 'by the trail' : 'in the shop'}</td>
    </tr>
  );
}

const leastFirst = (parts: readonly Part[]): Part[] => [...parts].sort((a, b) => a.factor - b.factor);
/** What torque breaks, the weakest first, and what only wears: two different things. */
const breaks = (parts: readonly Part[]): Part[] =>
  leastFirst(parts.filter(({ demandNm }) => demandNm !== undefined));
const wears = (parts: readonly Part[]): Part[] =>
  leastFirst(parts.filter(({ demandNm }) => demandNm === undefined));

/** Every part of both axles by its factor, now and as delivered, and which one gives first. */
export function Ladder({ strength, axles }: { strength: Strength; axles: Record<AxleName, Axle> }) {
  return (
    <div className="grid grid-cols-1 gap-x-8 overflow-x-auto" data-testid="ladder">
      {AXLES.map((axle) => (
        <table key={axle} className="w-full self-start text-[0.92rem]">
          <caption className="text-left">
            <b className="font-semibold">{axle === 'front' ? 'Front' : 'Rear'} axle</b>{' '}
            <span className="text-graphite">
              {axles[axle].driven ? `driven, ${axles[axle].differential}` : 'not driven'}
            </span>
          </caption>
          <thead>
            <tr className="caption border-ink border-b text-left">
              <th className="py-1">Part</th>
              <th className="text-right">Now</th>
              <th className="px-2 text-right">Delivered</th>
              <th>0 to 3, line at 1</th>
              <th className="px-2">From</th>
              <th>Repaired</th>
            </tr>
          </thead>
          <tbody>
            {breaks(strength[axle].parts).map((part) => (
              <Rung key={part.part} part={part} weakest={part.part === strength[axle].weakest} />
            ))}
          </tbody>
          <tbody>
            <tr>
              <th scope="rowgroup" colSpan={6} className="caption pt-2 text-left">
                Wears, against as delivered; it does not break by torque
              </th>
            </tr>
            {wears(strength[axle].parts).map((part) => (
              <Rung key={part.part} part={part} weakest={false} />
            ))}
          </tbody>
        </table>
      ))}
    </div>
  );
}
