import { useStore } from '@nanostores/react';
import type { Assessment } from '../../../core/assess';
import type { Build } from '../../../core/format/build';
import type { Driveline, Schools } from '../../../core/driveline/driveline';
import { rpmAt, runningOf } from '../../../core/driveline/gearing';
import { showWithUnit } from '../../../core/units/quantity';
import { setStage } from '../../state/edits';
import { storeSettings } from '../../state/settings';
import { $shop, $units } from '../../state/store';
import { useLocked } from '../../state/useLocked';
import { Button } from '../../ui/Button';
import { DataTable } from '../../ui/DataTable';

const SCHOOLS: readonly (readonly [keyof Schools, string, string])[] = [
  ['restore', 'Restore', 'drives as delivered: the ratio nearest the equivalent one'],
  ['hold', 'Hold', 'in top gear at cruise it holds the grade that it held, at the mass it will have'],
  ['crawl', 'Crawl', 'crawls as slowly for its mass as it did'],
];

export function Numbers({
  build,
  driveline,
  assessment,
}: {
  build: Build;
  driveline: Driveline;
  assessment: Assessment;
}) {
  const units = useStore($units);
  const locked = useLocked();
  const { rpmAtCruise, crawlRatio, crawlSpeedKmh, schools } = driveline;
  const { school } = useStore($shop);
  const speed = (kmh: number): string => showWithUnit(Math.round(kmh * 10) / 10, 'speed', units);
  const rows: [string, string, string][] = [
    [
      'Axle ratio',
      build.vehicle.stock.axleRatio.toFixed(2),
      (build.package.axleRatio ?? build.vehicle.stock.axleRatio).toFixed(2),
    ],
    ['Ratio that drives as delivered', '', driveline.equivalentRatio.toFixed(2)],
    ['Gearing, effective', '', `${driveline.effectiveGearingChangePct.toFixed(1)} %`],
    ...(rpmAtCruise
      ? [
          [
            'Engine at cruise, top gear',
            `${Math.round(rpmAtCruise.stock)} rpm`,
            `${Math.round(rpmAtCruise.package)} rpm`,
          ] as [string, string, string],
        ]
      : []),
    ...(crawlRatio
      ? [
          ['Crawl ratio', crawlRatio.stock.toFixed(1), crawlRatio.package.toFixed(1)] as [
            string,
            string,
            string,
          ],
        ]
      : []),
    ...(crawlSpeedKmh
      ? [
          ['Crawl at idle', speed(crawlSpeedKmh.stock), speed(crawlSpeedKmh.package)] as [
            string,
            string,
            string,
          ],
        ]
      : []),
    [
      'Dial over-reads',
      `${build.vehicle.stockOverreadPct ?? 0} %`,
      `${assessment.speedometer.errorPct.toFixed(1)} %`,
    ],
  ];
  const { powertrain } = build.vehicle;
  const { package: now } = runningOf(build);
  return (
    <>
      <DataTable
        testId="gearing"
        className="w-full text-[0.95rem]"
        rows={rows}
        keyOf={([words]) => words}
        columns={[
          { head: '', cell: ([words]) => words },
          { head: 'As delivered', right: true, className: 'text-graphite', cell: ([, before]) => before },
          { head: 'Package', right: true, className: 'font-semibold', cell: ([, , after]) => after },
        ]}
      />
      {schools && (
        <ul className="mt-2" data-testid="schools">
          {SCHOOLS.map(([key, name, why]) => {
            const ratio = schools[key];
            const { cruiseKmh, comfortRpm } = build.use;
            const rpm =
              ratio !== null && powertrain && cruiseKmh !== undefined
                ? rpmAt(cruiseKmh, powertrain.gears.at(-1) ?? 1, { ...now, axleRatio: ratio })
                : undefined;
            return (
              <li
                key={key}
                className="border-line grid grid-cols-[6rem_6rem_1fr] items-baseline gap-2 border-b py-1"
              >
                <label className="flex items-center gap-1.5" title="The shop’s own school">
                  <input
                    type="radio"
                    name="school"
                    checked={school === key}
                    onChange={() => void storeSettings({ school: key })}
                  />
                  <b className="font-semibold">{name}</b>
                </label>
                {ratio === null ? (
                  <span className="text-graphite">none reaches</span>
                ) : (
                  <Button disabled={locked} onClick={() => void setStage('/package/axleRatio', ratio)}>
                    {ratio.toFixed(2)}
                  </Button>
                )}
                <span className="text-[0.9rem]">
                  {why}
                  {school === key && <span className="font-medium"> · the shop’s own</span>}
                  {rpm !== undefined && (
                    <span className="text-graphite"> · {Math.round(rpm)} rpm at cruise</span>
                  )}
                  {rpm !== undefined && comfortRpm !== undefined && rpm > comfortRpm && (
                    <span className="font-medium"> ◐ over the comfortable {comfortRpm}</span>
                  )}
                </span>
              </li>
            );
          })}
        </ul>
      )}
    </>
  );
}

export function Grades({
  driveline: { gradeHoldPct },
  gears,
}: {
  driveline: Driveline;
  gears: readonly number[];
}) {
  if (!gradeHoldPct) return null;
  const say = (value: number | null | undefined): string => (value == null ? '–' : `${value.toFixed(1)} %`);
  return (
    <table className="mt-1 w-full text-[0.92rem]" data-testid="grades">
      <caption className="caption text-left">
        Grade that each gear holds at cruise, an estimate (–: it cannot run there)
      </caption>
      <thead>
        <tr className="border-ink border-b">
          <th className="caption text-left">Gear</th>
          {gears.map((gear, i) => (
            <th key={i} className="text-right font-medium">
              {i + 1}
              <span className="text-graphite text-[0.8rem]"> {gear}</span>
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {(['stock', 'package'] as const).map((which) => (
          <tr
            key={which}
            className={`border-line border-b ${which === 'package' ? 'font-semibold' : 'text-graphite'}`}
          >
            <td>{which === 'stock' ? 'As delivered' : 'Package'}</td>
            {gradeHoldPct[which].map((value, i) => (
              <td key={i} className="text-right">
                {say(value)}
              </td>
            ))}
          </tr>
        ))}
      </tbody>
    </table>
  );
}
