import { SPARE_PLACE_NAMES, SPARE_PLACES, type SparePlace } from '../../../core/format/names';
import type { Assessment } from '../../../core/assess';
import type { Build } from '../../../core/format/build';
import type { Spare } from '../../../core/format/spare';
import { Choice } from '../../ui/choices';
import { Field } from '../../ui/Field';
import { setVehicle } from '../../state/edits';
import { CheckList } from '../package/CheckList';

type Measure = Exclude<keyof Spare, 'place'>;

/** What is measured at each place, in the words of whoever kneels there. */
const MEASURES: Record<SparePlace, Partial<Record<Measure, string>>> = {
  floor: {
    diameterMm: 'Free circle between frame and axle',
    depthMm: 'From the floor down to what may be reached',
    ratedKg: 'Winch rated for',
    clearMm: 'Ground to the lower side of the old spare',
  },
  door: {
    diameterMm: 'Free circle between lamps and hinges',
    depthMm: 'Carrier face to glass, and out to what is allowed',
    ratedKg: 'Carrier rated for',
    clearMm: 'Middle of the carrier down to the bumper',
  },
  bed: {
    diameterMm: 'Free circle on the bed',
    depthMm: 'Height or width free for the tire',
    ratedKg: 'Mount rated for',
  },
  well: {
    diameterMm: 'Free circle in the well',
    depthMm: 'Depth of the well to its lid',
    ratedKg: 'Bolt rated for',
  },
};

/** Whether the new spare goes where the old one was, from four figures. */
export function SparePanel({ build, assessment }: { build: Build; assessment: Assessment }) {
  const { spare } = build.vehicle;
  const put = (next: Spare | undefined) => setVehicle('/spare', next);
  const measures = spare ? MEASURES[spare.place] : {};
  return (
    <div className="mt-3" data-testid="spare">
      <h3 className="caption">The spare</h3>
      <Choice
        label="Where it is carried"
        value={spare?.place ?? 'none'}
        options={[
          ['none', 'not said'],
          ...SPARE_PLACE_NAMES.map((place) => [place, SPARE_PLACES[place]] as const),
        ]}
        choose={(place) => {
          // What lies below is another thing at another place: its height is measured anew.
          const { clearMm: _, ...kept } = spare ?? {};
          void put(place === 'none' ? undefined : { ...kept, place });
        }}
      />
      {spare && (
        <div className="mt-1 grid grid-cols-2 gap-x-2">
          {(Object.keys(measures) as Measure[]).map((key) => (
            <Field
              key={`${spare.place} ${key}`}
              label={measures[key] ?? ''}
              path={`vehicle.spare.${key}`}
              value={spare[key]}
              quantity={key === 'ratedKg' ? 'mass' : 'length'}
              empty={key === 'ratedKg' ? 'not known' : 'not measured'}
              put={(value) => {
                const { [key]: _, ...others } = spare;
                return put(value === undefined ? others : { ...others, [key]: value });
              }}
            />
          ))}
        </div>
      )}
      {assessment.spare && <CheckList checks={assessment.spare} />}
    </div>
  );
}
