import { useStore } from '@nanostores/react';
import { useCallback, useMemo, useState } from 'react';
import type { Tire, Wheel } from '../../../core/format/build';
import { boltCircleWords } from '../../../core/wheel/boltCircle';
import type { PickTire, PickWheel } from '../../../server/offers';
import { showRounded } from '../../../core/units/quantity';
import { send } from '../../state/apiClient';
import { $units } from '../../state/store';
import type { Pick } from './Picker';

type Catalog = { tires: PickTire[]; wheels: PickWheel[] };

/** The catalog, read when a picker is first opened. */
export function useCatalog(): { tires: Pick<Tire>[]; wheels: Pick<Wheel>[]; open: () => void } {
  const units = useStore($units);
  const mm = useCallback(
    (value: number | undefined): string =>
      value === undefined ? 'by its code' : showRounded(value, 'length', units),
    [units],
  );
  const [catalog, setCatalog] = useState<Catalog | null>(null);
  const open = useCallback(() => {
    if (catalog) return;
    void send<Catalog>('GET', '/api/catalog').then((answer) => {
      if (answer.kind === 'ok') setCatalog(answer.value);
    });
  }, [catalog]);
  const tires = useMemo(
    () =>
      (catalog?.tires ?? []).map(({ id, maker, model, tire }) => ({
        id,
        // Whose sheet it is stays with it: what readings find is held against the maker's other tires.
        item: { ...tire, 'x-maker': maker },
        words: tire.code,
        detail: `${maker} ${model} · ${tire.pattern} · ⌀ ${mm(tire.overallDiameterMm)} × ${mm(tire.sectionWidthMm)}`,
      })),
    [catalog, mm],
  );
  const wheels = useMemo(
    () =>
      (catalog?.wheels ?? []).map(({ id, maker, model, wheel }) => ({
        id,
        item: wheel,
        words: `${wheel.diameterIn} × ${wheel.widthIn} in, offset ${mm(wheel.offsetMm)}`,
        detail: `${maker} ${model} · ${boltCircleWords(wheel.studs, wheel.pcdMm)} · ${wheel.material}${wheel.bead === 'plain' ? '' : `, ${wheel.bead}`}`,
      })),
    [catalog, mm],
  );
  return { tires, wheels, open };
}
