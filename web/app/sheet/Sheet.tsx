import { useStore } from '@nanostores/react';
import { computed } from 'nanostores';
import { useDeferredValue, useEffect, useState } from 'react';
import type { UnitSystem } from '../../../core/units/quantity';
import type { SheetData } from '../../../server/jobs';
import type { ShopSettings } from '../../../server/shop';
import { toast } from '../../state/notices';
import { $newVersion } from '../../offline/page';
import { Toasts } from '../../ui/page';
import { bounded } from '../../ui/Boundary';
import { LEAVES, loadFirst, WHOLE_SET, type Front } from './leaves';
import { LeafView } from './LeafView';
import { $front, followAddress } from './turning';
import { Header } from './Header';
import { HelpDialog } from './HelpDialog';
import { startJudging } from '../../state/judging';
import { listenToKeys } from './keys';
import { listenToSwipes } from './swipes';
import { $personId, $personName } from '../../state/preferences';
import { startSaving, hydrate } from '../../state/saving';
import { startWhereabouts } from '../../state/whereabouts';
import { $reader, reader } from '../../state/reader';
import { $activeId, $build, $pose, $shop, $theme, $units, takeAsRead } from '../../state/store';
import type { Change } from '../../../core/history/diff';

// Drawn first with what it shows already there, on the server as on the page.
// A page that was kept on the device may be that of another leaf than the address asks for: both are.
if (!import.meta.env.SSR)
  await loadFirst(
    location.pathname,
    document.querySelector<HTMLElement>('[data-leaf]:not([hidden])')?.dataset['leaf'],
  );
else await loadFirst(undefined);

type Props = {
  data: SheetData;
  stageId: number;
  /** What the server filled in when it read the build of that stage; null where it cannot be read. */
  filled: Change[] | null;
  leaf: Front;
  person: { id: number; name: string; units: UnitSystem; theme: 'auto' | 'light' | 'dark' };
  shopName: string;
  shop: ShopSettings;
};

/** Fills the stores from what the page came with; on the server as on the page, before anything is drawn. */
function open({ data, stageId, filled, leaf, person, shop }: Props): void {
  hydrate(data);
  $shop.set(shop);
  $activeId.set(stageId);
  if (filled) takeAsRead(filled);
  $front.set(leaf);
  $units.set(person.units);
  $theme.set(person.theme);
  $personId.set(person.id);
  $personName.set(person.name);
  $pose.set({ axle: 'front', lockDeg: 0, travelMm: 0 });
}

const $measures = computed($front, (leaf) => leaf === 'measure');

/** One job as a set of leaves in the order of the work: one is in front, and only that one is there. */
function SheetIsland(props: Props) {
  useState(() => open(props));
  const build = useStore($build);
  const isRead = useStore($reader) !== null || props.filled === null;
  const front = useStore($front);
  // The leaf that was in front goes when the new one is seen: taking its charts apart would hold the turn up.
  const before = useDeferredValue(front);
  useEffect(() => {
    const stops = [
      startSaving(),
      startJudging($measures),
      listenToKeys(),
      listenToSwipes(),
      followAddress(),
      startWhereabouts($front),
    ];
    document.documentElement.dataset['ready'] = 'true';
    performance.mark('vexlo:ready');
    // A change that is made without it says so.
    reader().catch(() => undefined);
    return () => stops.forEach((stop) => stop());
  }, []);
  return (
    <>
      <Header shopName={props.shopName} />
      {/* Across the page a finger turns the leaf: the browser scrolls it up and down alone. */}
      <main className="mx-auto max-w-[1360px] touch-pan-y touch-pinch-zoom px-4 pb-16 min-[1600px]:max-w-[1840px]">
        {build ? (
          LEAVES.map(
            (leaf) =>
              [front, before].some((one) => one === leaf.id || one === WHOLE_SET) && (
                // As high as the window: what comes later has its place before the cautions.
                <div
                  key={leaf.id}
                  data-leaf={leaf.id}
                  className="min-h-[calc(100vh-96px)] print:min-h-0"
                  hidden={front !== leaf.id && front !== WHOLE_SET}
                >
                  <LeafView leaf={leaf} build={build} />
                </div>
              ),
          )
        ) : (
          <p className="py-10 text-lg">
            {isRead ? 'This stage cannot be read. Undo the last change, or open another stage.' : 'Reading…'}
          </p>
        )}
        <Cautions />
      </main>
      <HelpDialog />
      <NewVersion />
      <Toasts />
    </>
  );
}

/** Offers a newer version of the application; a job goes on with the one that it was opened with until somebody takes it. */
function NewVersion() {
  const take = useStore($newVersion);
  useEffect(() => {
    if (take)
      toast('A newer version of Vexlo is ready.', {
        duration: Infinity,
        action: { label: 'Load it', onClick: take },
      });
  }, [take]);
  return null;
}

function Cautions() {
  return (
    <footer className="border-line text-graphite mt-10 grid gap-x-8 gap-y-1 border-t pt-3 text-[0.9rem] md:grid-cols-2">
      <p>
        Vexlo computes from what was measured. It does not replace the makers’ limits, the local code or an
        inspector. Lift, tread cover, lamp and bumper height, spacers and speedometer rules differ by place
        and change: ask the inspector.
      </p>
      <p>
        Ratings are never exceeded on the strength of a calculation. Higher stands less stable. Axle, brake,
        steering and restraint work belongs to qualified people.
      </p>
    </footer>
  );
}

export const Sheet = bounded('The sheet', SheetIsland);
