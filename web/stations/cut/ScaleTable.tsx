import { useStore } from '@nanostores/react';
import type { AxleName } from '../../../core/format/names';
import type { ScaleStep } from '../../../core/cutting/scale';
import { showWithUnit } from '../../../core/units/quantity';
import { $units } from '../../state/store';
import { DataTable } from '../../ui/DataTable';

/** Cut less, or lift instead: what each share of the cutting leaves, and the lift that would stand in for the rest. */
export function ScaleTable({ scale, axle }: { scale: readonly ScaleStep[]; axle: AxleName }) {
  const units = useStore($units);
  if (scale.length === 0) return null;
  const mm = (value: number): string => showWithUnit(Math.round(value), 'length', units);
  return (
    <DataTable
      testId="cut-scale"
      className="mt-3 w-full text-[0.95rem]"
      caption={
        <>
          <b className="font-semibold">Cut less, or lift instead</b>{' '}
          <span className="text-graphite">{axle}, all edges that may be cut</span>
        </>
      }
      rows={scale}
      keyOf={({ share }) => share}
      columns={[
        {
          head: 'Cutting',
          cell: ({ share }) => (
            <>
              <span
                aria-hidden
                className="bg-signal mr-2 inline-block h-2.5 align-middle"
                style={{ width: `${share * 60 + 1}px` }}
              />
              {Math.round(share * 100)} %
            </>
          ),
        },
        { head: 'Deepest', cell: ({ deepestMm }) => mm(deepestMm) },
        {
          head: 'Least gap left',
          className: 'font-semibold',
          cell: ({ leastMm }) => (leastMm < 0 ? `touches by ${mm(-leastMm)}` : mm(leastMm)),
        },
        {
          head: 'Lock that can be used, in / out',
          cell: ({ usableLockDeg }) =>
            `${usableLockDeg.inside.toFixed(0)}° / ${usableLockDeg.outside.toFixed(0)}°`,
        },
        {
          head: 'Lift for the rest',
          cell: ({ lift }) =>
            lift.length === 0
              ? 'none does'
              : lift.every((one) => one.mm === 0)
                ? 'none needed'
                : lift.map((one) => `${mm(one.mm)} ${one.kind}`).join(' or '),
        },
      ]}
    />
  );
}
