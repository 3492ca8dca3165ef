import { useStore } from '@nanostores/react';
import type { Assessment } from '../../../core/assess';
import type { Build } from '../../../core/format/build';
import { backspacingMm, wheelPlanes } from '../../../core/wheel/geometry';
import { show, unitOf, type Quantity } from '../../../core/units/quantity';
import { $units } from '../../state/store';

type Row = { words: string; quantity: Quantity; stock: number; now: number; better?: string };

function rowsOf(build: Build, { tire, wheel, speedometer }: Assessment): Row[] {
  const stockPlanes = wheelPlanes(build.vehicle.stock.wheel, 0, tire.stock);
  const { outboardMm } = build.package.lift.front;
  const scrub = wheel.scrubRadiusMm;
  return [
    {
      words: 'Overall diameter',
      quantity: 'length',
      stock: tire.stock.overallDiameterMm,
      now: tire.package.overallDiameterMm,
    },
    {
      words: 'Section width',
      quantity: 'length',
      stock: tire.stock.sectionWidthMm,
      now: tire.package.sectionWidthMm,
    },
    {
      words: 'Sidewall',
      quantity: 'length',
      stock: tire.stock.sectionHeightMm,
      now: tire.package.sectionHeightMm,
    },
    { words: 'Clearance under the axle', quantity: 'length', stock: 0, now: tire.groundClearanceGainMm },
    {
      words: 'Outer edge from hub face',
      quantity: 'length',
      stock: stockPlanes.outerEdgeMm,
      now: wheel.outerEdgeMm + outboardMm,
    },
    {
      words: 'Inner edge from hub face',
      quantity: 'length',
      stock: stockPlanes.innerEdgeMm,
      now: wheel.innerEdgeMm + outboardMm,
    },
    {
      words: 'Backspacing',
      quantity: 'length',
      stock: build.vehicle.stock.wheel.backspacingMm ?? backspacingMm(build.vehicle.stock.wheel),
      now: wheel.backspacingMm,
    },
    ...(scrub
      ? [{ words: 'Scrub radius', quantity: 'length' as const, stock: scrub.stock, now: scrub.package }]
      : []),
    { words: 'Turns', quantity: 'turns', stock: tire.stock.revsPerKm, now: tire.package.revsPerKm },
    {
      words: 'Dial over-reads, %',
      quantity: 'plain',
      stock: build.vehicle.stockOverreadPct ?? 0,
      now: speedometer.errorPct,
    },
  ];
}

/** What changes against as delivered, in numbers. */
export function ChangeTable({ build, assessment }: { build: Build; assessment: Assessment }) {
  const units = useStore($units);
  const say = (value: number, quantity: Quantity): string =>
    show(quantity === 'plain' ? Math.round(value * 10) / 10 : value, quantity, units);
  const other = units === 'metric' ? 'inch' : 'metric';
  return (
    <table className="w-full border-collapse text-[0.95rem]" data-testid="change-table">
      <thead>
        <tr className="caption border-ink border-b">
          <th className="py-1 text-left">Against as delivered</th>
          <th className="px-2 text-right">Was</th>
          <th className="px-2 text-right">Is</th>
          <th className="text-right">Change</th>
        </tr>
      </thead>
      <tbody>
        {rowsOf(build, assessment).map(({ words, quantity, stock, now }) => (
          <tr key={words} className="border-line border-b align-baseline">
            <th scope="row" className="py-0.5 text-left font-normal">
              {words}{' '}
              <span className="text-graphite text-[0.8rem]">
                {quantity === 'plain' ? '' : unitOf(quantity, units)}
              </span>
            </th>
            <td className="text-graphite px-2 text-right">{say(stock, quantity)}</td>
            <td
              className="px-2 text-right text-[1.05rem] font-semibold"
              title={quantity === 'length' ? show(now, 'length', other) : undefined}
            >
              {say(now, quantity)}
            </td>
            <td className="text-right">
              {Math.abs(now - stock) < 0.05 ? '–' : `${now > stock ? '+' : ''}${say(now - stock, quantity)}`}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
