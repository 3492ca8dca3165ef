import type { Bias } from '../../../core/statistics/groupBias';
import { showRounded, type UnitSystem } from '../../../core/units/quantity';

type Props = {
  title: string;
  what: string;
  biases: readonly (Bias & { saidMm?: number })[];
  units: UnitSystem;
};

/** Groups with by how much they are otherwise than said, and how many vehicles or readings say so. */
export function BiasTable({ title, what, biases, units }: Props) {
  const say = (mm: number): string => showRounded(mm, 'length', units, 1);
  return (
    <section>
      <h2 className="text-lg font-semibold">{title}</h2>
      <p className="caption">by how much {what}</p>
      {biases.length === 0 ? (
        <p className="text-graphite">Nothing was taken over yet.</p>
      ) : (
        <table className="w-full">
          <tbody>
            {biases.map(({ group, count, mm, spreadMm, tells, saidMm = 0 }) => (
              <tr
                key={group}
                className="border-line border-b align-top"
                data-group={group}
                data-tells={tells}
              >
                <td className="py-1">
                  {group}
                  {saidMm > 0 && (
                    <span className="text-graphite block text-[0.85rem]">
                      said {say(saidMm)}, raised {say(saidMm + mm)} on average
                    </span>
                  )}
                </td>
                <td className="text-graphite pr-3 text-right whitespace-nowrap">{count} ×</td>
                <td className={`text-right whitespace-nowrap ${tells ? 'font-semibold' : 'text-graphite'}`}>
                  {mm > 0 ? '+' : ''}
                  {say(mm)} ± {say(spreadMm)}
                </td>
                <td className="w-6 text-right">{tells ? '●' : ''}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </section>
  );
}
