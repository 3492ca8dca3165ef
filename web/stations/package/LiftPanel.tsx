import { useStore } from '@nanostores/react';
import { memo } from 'react';
import { AXLES } from '../../../core/format/names';
import type { Build } from '../../../core/format/build';
import type { Quantity } from '../../../core/units/quantity';
import { NumberField } from '../../ui/NumberField';
import { showWithUnit } from '../../../core/units/quantity';
import { setLift, setStage } from '../../state/edits';
import { $active, $units, stageFileOf } from '../../state/store';

type Row = { key: keyof Build['package']['lift']['front']; words: string; note: string; quantity: Quantity };

/** By kind, never as one sum: each moves something else. */
const ROWS: readonly Row[] = [
  {
    key: 'springMm',
    words: 'Spring',
    note: 'ride height only, not full bump',
    quantity: 'length',
  },
  { key: 'bracketMm', words: 'Bracket', note: 'lowers the pivots', quantity: 'length' },
  { key: 'bodyMm', words: 'Body', note: 'raises the body alone', quantity: 'length' },
  { key: 'bumpStopMm', words: 'Bump stop', note: 'less bump travel', quantity: 'length' },
  { key: 'droopGainMm', words: 'Droop gain', note: 'longer dampers', quantity: 'length' },
  { key: 'foreAftMm', words: 'Forward', note: 'axle or arms moved', quantity: 'length' },
  { key: 'outboardMm', words: 'Outboard', note: 'hub moved by the kit', quantity: 'length' },
  { key: 'casterDeltaDeg', words: 'Caster', note: 'added by the kit', quantity: 'angle' },
];

type Props = Pick<Build['package'], 'lift' | 'sagMm' | 'lockStopDeg'> & { locked: boolean };

export const LiftPanel = memo(function LiftPanel({ lift, sagMm, lockStopDeg, locked }: Props) {
  const stage = useStore($active);
  const units = useStore($units);
  // What was typed; where nothing was, the sag is worked out from what was added, if the springs are known.
  const typed = (stage && stageFileOf(stage).package.sagMm) ?? {};
  return (
    <div>
      <h3 className="mb-1 text-lg font-semibold">Lift, by kind</h3>
      <div className="grid grid-cols-[minmax(0,1.5fr)_1fr_1fr] items-start gap-x-3 gap-y-1">
        <span />
        <span className="caption">Front</span>
        <span className="caption">Rear</span>
        {ROWS.map(({ key, words, note, quantity }) => (
          <div key={key} className="contents">
            <div className="pt-1 leading-tight">
              <b className="font-semibold">{words}</b>
              <br />
              <span className="text-graphite text-[0.8rem]">{note}</span>
            </div>
            {AXLES.map((axle) => (
              <NumberField
                key={axle}
                hideLabel
                label={`${words}, ${axle}`}
                quantity={quantity}
                path={`package.lift.${axle}.${key}`}
                value={lift[axle][key]}
                take={(value) => setLift(axle, key, value ?? 0)}
                disabled={locked}
              />
            ))}
          </div>
        ))}
        <div className="pt-1 leading-tight">
          <b className="font-semibold">Sag</b>
          <br />
          <span className="text-graphite text-[0.8rem]">
            under the added load; emptied, worked out from it and the springs
          </span>
        </div>
        {AXLES.map((axle) => (
          <NumberField
            key={axle}
            hideLabel
            label={`Sag, ${axle}`}
            quantity="length"
            path={`package.sagMm.${axle}`}
            value={typed[axle] ?? (sagMm[axle] === 0 ? 0 : undefined)}
            empty={`${showWithUnit(Math.round(sagMm[axle] * 10) / 10, 'length', units)} from what was added`}
            take={(value) => {
              const { [axle]: _before, ...other } = typed;
              return setStage('/package/sagMm', value === undefined ? other : { ...other, [axle]: value });
            }}
            disabled={locked}
          />
        ))}
        <div className="pt-1 leading-tight">
          <b className="font-semibold">Lock stop</b>
          <br />
          <span className="text-graphite text-[0.8rem]">inside wheel; the other follows</span>
        </div>
        <NumberField
          hideLabel
          label="Lock stop, inside wheel"
          quantity="angle"
          path="package.lockStopDeg"
          value={lockStopDeg}
          empty="as delivered"
          take={(value) => setStage('/package/lockStopDeg', value)}
          disabled={locked}
        />
        <span />
      </div>
    </div>
  );
});
