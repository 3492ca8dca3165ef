import { toast } from '../../state/notices';
import { reminderText, type Due } from '../../../core/log/due';
import { showWithUnit, type UnitSystem } from '../../../core/units/quantity';

/** Copies a text for the customer and answers with it; `otherwise` is said where the browser does not let it be copied. */
export function copyReminder(
  due: readonly Due[],
  of: { vehicle: string; shop: string },
  units: UnitSystem,
  otherwise: string,
): string {
  const text = reminderText(due, { ...of, sayKm: (km) => showWithUnit(km, 'distance', units) });
  void navigator.clipboard.writeText(text).then(
    () => toast('The reminder is copied.'),
    () => toast(otherwise),
  );
  return text;
}
