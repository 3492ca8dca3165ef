import { useStore } from '@nanostores/react';
import { memo, useState } from 'react';
import type { AxleName, Vehicle } from '../../../core/build';
import { Segments } from '../controls/choices';
import { $axle, $pose } from '../sheet/store';
import { CornerFields } from './CornerFields';
import { ObstacleTable } from './ObstacleTable';
import { PointTable } from './PointTable';
import { VehicleFields } from './VehicleFields';
import { WellDrawing } from './WellDrawing';

/**
 * The vehicle as it stands: its fields, its corners, and what the wheel could meet, as table and drawing at once.
 * Redrawn only when the vehicle or the chosen axle changes: a package that is dragged leaves it as it is.
 */
export const MeasureStation = memo(function MeasureStation({ vehicle }: { vehicle: Vehicle }) {
  const axle: AxleName = useStore($axle);
  const { obstacles } = vehicle.corners[axle];
  const [chosen, setChosen] = useState<string | null>(null);
  const [point, setPoint] = useState(-1);
  const selected = obstacles.find(({ id }) => id === chosen) ?? obstacles[0];
  const index = selected ? obstacles.indexOf(selected) : 0;
  return (
    <section id="measure" aria-labelledby="measure-title" className="station">
      <div className="mb-2 flex flex-wrap items-center gap-x-6">
        <h2 id="measure-title" className="station-title">
          Measure
        </h2>
        <Segments
          label="Axle"
          value={axle}
          options={[
            ['front', 'Front'],
            ['rear', 'Rear'],
          ]}
          choose={(next) => $pose.set({ ...$pose.get(), axle: next })}
        />
        <p className="text-graphite">
          Left {axle} corner, from the hub’s mounting face at ride height: x forward, y outboard, z up. The
          right is its mirror.
        </p>
      </div>
      <div className="grid grid-cols-1 print:grid-cols-2 gap-x-6 gap-y-4 xl:grid-cols-[minmax(0,0.9fr)_minmax(0,1.5fr)_minmax(0,1.25fr)]">
        <div className="flex flex-col gap-4">
          <VehicleFields vehicle={vehicle} />
          <CornerFields vehicle={vehicle} axle={axle} />
        </div>
        <WellDrawing
          vehicle={vehicle}
          axle={axle}
          chosen={selected?.id ?? ''}
          point={point}
          choose={setChosen}
        />
        <div className="flex flex-col gap-3">
          <ObstacleTable vehicle={vehicle} axle={axle} chosen={selected?.id ?? ''} choose={setChosen} />
          {selected && (
            <PointTable
              key={selected.id}
              vehicle={vehicle}
              axle={axle}
              index={index}
              obstacle={selected}
              focusPoint={setPoint}
            />
          )}
        </div>
      </div>
    </section>
  );
});
