import type { Bias } from '../../../core/statistics/groupBias';
import { showRounded, type UnitSystem } from '../../../core/units/quantity';
import { DataTable } from '../../ui/DataTable';

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
        <DataTable
          rows={biases}
          keyOf={({ group }) => group}
          rowProps={({ group, tells }) => ({ 'data-group': group, 'data-tells': tells })}
          columns={[
            {
              head: '',
              cell: ({ group, mm, saidMm = 0 }) => (
                <>
                  {group}
                  {saidMm > 0 && (
                    <span className="text-graphite block text-[0.85rem]">
                      said {say(saidMm)}, raised {say(saidMm + mm)} on average
                    </span>
                  )}
                </>
              ),
            },
            {
              head: '',
              right: true,
              className: 'text-graphite whitespace-nowrap',
              cell: ({ count }) => `${count} ×`,
            },
            {
              head: '',
              right: true,
              className: 'whitespace-nowrap',
              cell: ({ mm, spreadMm, tells }) => (
                <span className={tells ? 'font-semibold' : 'text-graphite'}>
                  {mm > 0 ? '+' : ''}
                  {say(mm)} ± {say(spreadMm)}
                </span>
              ),
            },
            { head: '', right: true, className: 'w-6', cell: ({ tells }) => (tells ? '●' : '') },
          ]}
        />
      )}
    </section>
  );
}
