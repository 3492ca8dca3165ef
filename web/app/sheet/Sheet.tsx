import { useStore } from '@nanostores/react';
import { useEffect, useState, type ComponentType, type ReactNode } from 'react';
import type { Build } from '../../../core/format/build';
import type { UnitSystem } from '../../../core/units/quantity';
import type { SheetData } from '../../../server/jobs';
import type { ShopSettings } from '../../../server/shop';
import { Toasts } from '../../ui/page';
import { bounded, Boundary } from '../../ui/Boundary';
import { STATIONS, type Station } from './stations';
import { Header } from './Header';
import { HelpDialog } from './HelpDialog';
import { startJudging } from '../../state/judging';
import { listenToKeys } from './keys';
import { $personId, $personName } from '../../state/preferences';
import { startSaving, hydrate } from '../../state/saving';
import { $activeId, $build, $pose, $shop, $theme, $units } from '../../state/store';
import { useNextTask, useSettled } from '../../state/useSettled';

type Props = {
  data: SheetData;
  stageId: number;
  people: { id: number; name: string }[];
  person: { id: number; units: UnitSystem; theme: 'auto' | 'light' | 'dark' };
  shopName: string;
  shop: ShopSettings;
};

/** Fills the stores from what the page came with; on the server as on the page, before anything is drawn. */
function open({ data, stageId, person, people, shop }: Props): void {
  hydrate(data);
  $shop.set(shop);
  $activeId.set(stageId);
  $units.set(person.units);
  $theme.set(person.theme);
  $personId.set(person.id);
  $personName.set(people.find(({ id }) => id === person.id)?.name ?? '');
  $pose.set({ axle: 'front', lockDeg: 0, travelMm: 0 });
}

/** One job as one long working sheet, with stations in the order of the work. */
function SheetIsland(props: Props) {
  useState(() => open(props));
  const build = useStore($build);
  const activeId = useStore($activeId);
  useEffect(() => {
    const stops = [startSaving(), startJudging(), listenToKeys()];
    document.documentElement.dataset['ready'] = 'true';
    performance.mark('vexlo:ready');
    return () => stops.forEach((stop) => stop());
  }, []);
  useEffect(() => {
    const url = new URL(location.href);
    url.searchParams.set('stage', String(activeId));
    history.replaceState(null, '', url);
  }, [activeId]);
  return (
    <>
      <Header people={props.people} personId={props.person.id} shopName={props.shopName} />
      <main className="mx-auto max-w-[1360px] px-4 pb-16">
        {build ? (
          <>
            {STATIONS.map(({ id, label, follows, Component }) => {
              const Following = FOLLOWING[follows];
              return (
                <Boundary key={id} what={label} id={id}>
                  <Following build={build} of={Component} />
                </Boundary>
              );
            })}
          </>
        ) : (
          <p className="py-10 text-lg">
            This stage cannot be read. Undo the last change, or open another stage.
          </p>
        )}
        <Cautions />
      </main>
      <HelpDialog />
      <Toasts />
    </>
  );
}

type FollowingProps = { build: Build; of: ComponentType<{ build: Build }> };

/** A station with the build as it follows the hand. */
const FOLLOWING: Record<Station['follows'], (props: FollowingProps) => ReactNode> = {
  hand: ({ build, of: Component }) => <Component build={build} />,
  'next-task': function NextTask({ build, of: Component }) {
    return <Component build={useNextTask(build)} />;
  },
  'still-hand': function StillHand({ build, of: Component }) {
    return <Component build={useSettled(build)} />;
  },
};

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
