import { showWithUnit } from '../../../core/units/quantity';
import { useStore } from '@nanostores/react';
import { SlidersHorizontal } from 'lucide-react';
import { useState } from 'react';
import type { Build } from '../../../core/format/build';
import { KISS } from '../../../core/clearance/rub';
import { Segments } from '../../ui/choices';
import { changeStage } from '../../state/edits';
import { $shop, editStages, $units } from '../../state/store';
import { fetched } from '../../ui/later';
import { zoneChosen, zoneOptions, zoneValue } from './zones';
import type { RubPolicy } from '../../../core/format/use';
import { Button } from '../../ui/Button';

const ZoneDialog = fetched('The dialog', async () => (await import('./ZoneDialog')).ZoneDialog);

/** Which poses decide: one of the three, or one of the shop's own. */
export function ZonePicker({ build }: { build: Build }) {
  const { zones } = useStore($shop);
  const [editing, setEditing] = useState(false);
  const { zoneLimits } = build.use;
  // A zone that the shop has since taken out stays with the stages that were judged by it.
  const own =
    zoneLimits && !zones.some(({ label }) => label === zoneLimits.label) ? [zoneLimits, ...zones] : zones;
  const choose = (value: string): void => {
    const chosen = zoneChosen(value, own);
    if (chosen.zone) changeStage([{ path: '/use/zone', to: chosen.zone }, { path: '/use/zoneLimits' }]);
    if (chosen.zoneLimits) changeStage([{ path: '/use/zoneLimits', to: chosen.zoneLimits }]);
  };
  return (
    <div className="flex items-center gap-1">
      <Segments label="Zone" value={zoneValue(build.use)} options={zoneOptions(own)} choose={choose} />
      <Button
        needs="plan"
        aria-label="Zones of the shop"
        title="Zones of the shop"
        onClick={() => setEditing(true)}
      >
        <SlidersHorizontal size={15} aria-hidden />
      </Button>
      {editing && <ZoneDialog close={() => setEditing(false)} />}
    </div>
  );
}

export const RUB_WORDS: Record<RubPolicy, string> = {
  none: 'nothing may touch',
  'liner-kiss': 'soft liner may kiss at full lock',
};

/** How much rub this job accepts: a policy of the job, so all its stages follow. */
export function RubPicker({ build }: { build: Build }) {
  const units = useStore($units);
  return (
    <div
      title={`A soft liner may be met by up to ${showWithUnit(KISS.depthMm, 'length', units)} in the last ${Math.round((1 - KISS.fromLockShare) * 100)} % of lock. Holds for every stage of this job.`}
    >
      <Segments
        label="Rub"
        value={build.use.rub}
        options={[
          ['none', 'None'],
          ['liner-kiss', 'Liner may kiss'],
        ]}
        choose={(rub) => editStages((stage) => ({ ...stage, use: { ...stage.use, rub } }))}
      />
    </div>
  );
}
