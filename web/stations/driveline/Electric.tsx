import type { Electric as Figures } from '../../../core/driveline/electric';

/** What an electric vehicle pays: wheel force at the same torque, and range at a steady cruise. */
export function Electric({ electric: { wheelForceN, rangeLossPct } }: { electric: Figures }) {
  const kn = (value: number): string => `${(value / 1000).toFixed(2)} kN`;
  const pct = (value: number): string => `${value.toFixed(1)} %`;
  return (
    <table className="mt-1 w-full text-[0.95rem]" data-testid="electric">
      <caption className="caption text-left">
        Electric: no ring and pinion to choose as a rule · range is an estimate for a steady cruise on the
        level
      </caption>
      <tbody>
        <tr className="border-line border-b">
          <td>Force at the wheels, from standstill</td>
          <td className="text-graphite text-right">{kn(wheelForceN.stock)}</td>
          <td className="text-right font-semibold">{kn(wheelForceN.package)}</td>
        </tr>
        <tr className="border-line border-b">
          <td>Range lost, est.</td>
          <td className="text-graphite text-right">
            rolling {pct(rangeLossPct.rolling)}, drag {pct(rangeLossPct.drag)}, mass {pct(rangeLossPct.mass)}
          </td>
          <td className="text-right font-semibold">{pct(rangeLossPct.total)}</td>
        </tr>
      </tbody>
    </table>
  );
}
