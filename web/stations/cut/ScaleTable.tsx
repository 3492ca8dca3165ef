import { useStore } from '@nanostores/react';
import type { AxleName } from '../../../core/format/build';
import type { ScaleStep } from '../../../core/cutting/scale';
import { showWithUnit } from '../../../core/units/quantity';
import { $units } from '../../state/store';

/** Cut less, or lift instead: what each share of the cutting leaves, and the lift that would stand in for the rest. */
export function ScaleTable({ scale, axle }: { scale: readonly ScaleStep[]; axle: AxleName }) {
  const units = useStore($units);
  if (scale.length === 0) return null;
  const mm = (value: number): string => showWithUnit(Math.round(value), 'length', units);
  return (
    <table className="mt-3 w-full text-[0.95rem]" data-testid="cut-scale">
      <caption className="text-left">
        <b className="font-semibold">Cut less, or lift instead</b>{' '}
        <span className="text-graphite">{axle}, all edges that may be cut</span>
      </caption>
      <thead>
        <tr className="caption border-ink border-b text-left">
          <th className="py-1">Cutting</th>
          <th>Deepest</th>
          <th>Least gap left</th>
          <th>Lock that can be used, in / out</th>
          <th>Lift for the rest</th>
        </tr>
      </thead>
      <tbody>
        {scale.map(({ share, deepestMm, leastMm, usableLockDeg, lift }) => (
          <tr key={share} className="border-line border-b">
            <td className="py-0.5">
              <span
                aria-hidden
                className="bg-signal mr-2 inline-block h-2.5 align-middle"
                style={{ width: `${share * 60 + 1}px` }}
              />
              {Math.round(share * 100)} %
            </td>
            <td>{mm(deepestMm)}</td>
            <td className="font-semibold">{leastMm < 0 ? `touches by ${mm(-leastMm)}` : mm(leastMm)}</td>
            <td>
              {usableLockDeg.inside.toFixed(0)}° / {usableLockDeg.outside.toFixed(0)}°
            </td>
            <td>
              {lift.length === 0
                ? 'none does'
                : lift.every((one) => one.mm === 0)
                  ? 'none needed'
                  : lift.map((one) => `${mm(one.mm)} ${one.kind}`).join(' or ')}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
