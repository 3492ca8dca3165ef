import { useEffect, useState, type ComponentType, type ReactNode } from 'react';
import type { Build } from '../../../core/format/build';
import { useNextTask, useSettled } from '../../state/useSettled';
import { Boundary } from '../../ui/Boundary';
import { loadLeaf, stationOf, type Leaf, type LeafId } from './leaves';

type FollowingProps = { build: Build; of: ComponentType<{ build: Build }> };

/** A station with the build as it follows the hand. */
const FOLLOWING: Record<Leaf['follows'], (props: FollowingProps) => ReactNode> = {
  hand: ({ build, of: Component }) => <Component build={build} />,
  'next-task': function NextTask({ build, of: Component }) {
    return <Component build={useNextTask(build)} />;
  },
  'still-hand': function StillHand({ build, of: Component }) {
    return <Component build={useSettled(build)} />;
  },
};

/** What a leaf draws as soon as its code is there. */
function Loaded({ leaf, build }: { leaf: Leaf & { id: LeafId }; build: Build }) {
  const [, setArrived] = useState(0);
  const [failed, setFailed] = useState<unknown>(null);
  const Component = stationOf(leaf.id);
  useEffect(() => {
    if (Component) return;
    loadLeaf(leaf.id).then(() => setArrived((n) => n + 1), setFailed);
  }, [Component, leaf.id]);
  if (failed) throw failed instanceof Error ? failed : new Error(String(failed));
  if (!Component)
    return (
      <section id={leaf.id} className="station">
        <h2 className="station-title">{leaf.label}</h2>
        <p className="text-graphite">Drawing…</p>
      </section>
    );
  const Following = FOLLOWING[leaf.follows];
  return <Following build={build} of={Component} />;
}

/** One leaf in its own boundary: one that fails, or whose code does not arrive, takes no other with it. */
export function LeafView({ leaf, build }: { leaf: Leaf & { id: LeafId }; build: Build }) {
  return (
    <Boundary
      what={leaf.label}
      id={leaf.id}
      {...(stationOf(leaf.id) ? {} : { again: () => location.reload() })}
    >
      <Loaded leaf={leaf} build={build} />
    </Boundary>
  );
}
