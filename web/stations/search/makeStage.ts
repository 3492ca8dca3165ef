import { toast } from '../../state/notices';
import type { Build } from '../../../core/format/build';
import { addStage } from '../../state/saving';
import { $active, $job, $vehicle, fileOf } from '../../state/store';
import { refusalWords } from '../../state/apiClient';

/** Makes a found package a stage of the job on the page, in the zone and by the rules that it was searched by. What was refused comes back as a text; null where it stands. */
export async function makeStage({ package: pack, use }: Build): Promise<string | null> {
  const job = $job.get();
  const vehicle = $vehicle.get();
  const active = $active.get();
  if (!job || !vehicle || !active) return 'There is no job on the page.';
  const label = `${pack.tire.code.replace(/ .*/, '')}, offset ${pack.wheel.offsetMm}`;
  const file = fileOf(vehicle, active);
  const { zone, zoneLimits, rules, tire } = use;
  const answer = await addStage(job.id, {
    ...file,
    use: { ...file.use, zone, zoneLimits, rules, tire },
    package: { ...file.package, ...pack, label },
  });
  if (answer.kind !== 'ok') return refusalWords(answer);
  toast(`“${label}” is a stage now.`);
  return null;
}
