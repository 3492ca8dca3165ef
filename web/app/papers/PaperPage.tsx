import { bounded } from '../../ui/Boundary';
import { Printer } from 'lucide-react';
import type { PaperSheet } from '../../../core/paper/paper';
import { Toasts, useReady } from '../../ui/page';
import { useState } from 'react';
import { toast } from '../../state/notices';
import type { UnitSystem } from '../../../core/units/quantity';
import type { ShopSettings } from '../../../server/shop';
import { storeSettings } from '../../state/settings';
import { $shop } from '../../state/store';
import { Segments } from '../../ui/choices';
import { PaperView } from './PaperView';
import { Button, ButtonLink } from '../../ui/Button';

/** One paper of a job on the page, to be printed from here or taken as PDF. */
function PaperPageIsland({
  sheet,
  jobId,
  pdf,
  shop,
}: {
  sheet: PaperSheet;
  jobId: number;
  pdf: string;
  shop: ShopSettings;
}) {
  useReady();
  useState(() => $shop.set(shop));
  const choose = async (units: UnitSystem): Promise<void> => {
    const refused = await storeSettings({ units });
    if (refused === null) location.reload();
    else toast(refused);
  };
  return (
    <main className="mx-auto max-w-[860px] px-6 pt-4 pb-16">
      <nav className="no-print mb-4 flex flex-wrap items-center gap-2" aria-label="This paper">
        <ButtonLink href={`/jobs/${jobId}/build`}>Back to the sheet</ButtonLink>
        <Segments
          label="All papers of the shop in"
          value={shop.units}
          options={[
            ['metric', 'mm · kg'],
            ['inch', 'in · lb'],
          ]}
          choose={(units) => void choose(units)}
        />
        <span className="ml-auto" />
        <Button className="flex items-center gap-1" onClick={() => print()}>
          <Printer size={16} aria-hidden /> Print
        </Button>
        <ButtonLink href={`${pdf}&paper=a4`}>PDF A4</ButtonLink>
        <ButtonLink href={`${pdf}&paper=letter`}>PDF Letter</ButtonLink>
      </nav>
      <PaperView sheet={sheet} />
      <Toasts />
    </main>
  );
}

export const PaperPage = bounded('Paper', PaperPageIsland);
