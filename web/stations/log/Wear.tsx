import { useStore } from '@nanostores/react';
import { wearRates, wearSigns } from '../../../core/log/wear';
import { showWithUnit, unitOf, unitSize } from '../../../core/units/quantity';
import { $units } from '../../state/store';
import { $standingLog } from './logStore';
import { treadText, treadUnit } from './tread';
import { sayDate } from '../../../core/time/wallClock';

/** A tire that is worn to this deep counts as worn out here. Local codes and makers say their own. */
const LIMIT_MM = 3;

/** What the newest look at the tread most likely says, and how far the tires go at the pace they wear. */
export function Wear() {
  const units = useStore($units);
  // Worn per 1000 of the distance that is read: km or miles.
  const per1000 = unitSize('distance', units);
  const looks = useStore($standingLog).flatMap((entry) => (entry.kind === 'tread' ? [entry] : []));
  const now = looks.at(-1);
  const before = looks.at(-2);
  if (!now) return null;
  const signs = wearSigns(now);
  // Tires that were moved at the look before are at other places now.
  const rates = before && !before.rotated ? wearRates(before, now, LIMIT_MM) : [];
  return (
    <div className="mt-2" data-testid="wear">
      <h4 className="font-semibold">Tread of {sayDate(now.at.slice(0, 10))}</h4>
      {signs.length === 0 ? (
        <p>Even, as far as a gauge can tell.</p>
      ) : (
        <ul>
          {signs.map(({ where, likely, check, sure, byMm }, i) => (
            <li key={i}>
              <b className="font-semibold">{where}</b>, {treadText(byMm, units)} {treadUnit(units)}: {sure}{' '}
              {likely}. <span className="text-graphite">Check: {check}.</span>
            </li>
          ))}
        </ul>
      )}
      {rates.length > 0 && (
        <p className="text-graphite">
          {rates
            .map(
              ({ place, mmPer1000Km, kmLeft }) =>
                `${place.replace('-', ' ')} ${treadText(mmPer1000Km * per1000, units, 1)} ${treadUnit(units)} in 1000 ${unitOf('distance', units)}${kmLeft === null ? '' : `, about ${showWithUnit(Math.round(kmLeft / 100) * 100, 'distance', units)} to ${treadText(LIMIT_MM, units)} ${treadUnit(units)}`}`,
            )
            .join('; ')}
          . Estimates from two looks.
        </p>
      )}
    </div>
  );
}
