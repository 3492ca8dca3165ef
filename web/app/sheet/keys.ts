import { tinykeys } from 'tinykeys';
import { $activeId, $pose, $stages } from '../../state/store';
import { $cureAsked, $helpOpen, $playing } from '../../state/commands';
import { LEAVES } from './leaves';
import { neighbour, turnByKey } from './turning';
import { free, freeOrStored } from '../../state/freeKey';
import { step } from '../../state/saving';
import { toggleTheme, toggleUnits } from '../../state/preferences';

/** The keys of the sheet, in the order that `?` lists them. */
export const KEYS: readonly (readonly [keys: string, words: string])[] = [
  ...LEAVES.map(({ key, label }) => [key.toUpperCase(), `turn to ${label}`] as const),
  ['Page Up, Page Down', 'with Ctrl and Shift: the leaf before, the leaf after'],
  ['[ ]', 'previous, next stage'],
  ['F R', 'front, rear axle'],
  [
    'Arrows',
    'on the map: pick the pose; on a runner or handle: 1 mm (with Shift 10 mm); in a field: one step',
  ],
  ['Page Up, Down', 'in a drawing: the runner or point before, the one after'],
  ['Enter', 'in a field: on to the next field'],
  ['Esc', 'in a field: back to what it was'],
  ['Space', 'sweep lock to lock'],
  ['B', 'in a photograph: before, after'],
  ['Shift 1 … 9', 'take the cure of that number'],
  ['U', 'mm, kg, kPa, km/h ↔ in, lb, psi, mph'],
  ['Ctrl Z, Ctrl Y', 'undo, redo'],
  ['D', 'light, dark, as the system'],
  ['?', 'these keys'],
];

/** Digits on a drawing are meant for the drawing. */
function offDrawings(handler: (event: KeyboardEvent) => void): (event: KeyboardEvent) => void {
  return free((event) => {
    if (!(event.target as HTMLElement).closest('[role=application], [role=slider]')) handler(event);
  });
}

function otherStage(by: 1 | -1): void {
  const stages = $stages.get();
  const at = stages.findIndex(({ id }) => id === $activeId.get());
  const next = stages[at + by];
  if (next) $activeId.set(next.id);
}

export function listenToKeys(): () => void {
  const cures = Object.fromEntries(
    Array.from({ length: 9 }, (_, i) => [`Shift+Digit${i + 1}`, free(() => $cureAsked.set(i))]),
  );
  const leaves = Object.fromEntries(LEAVES.map(({ id, key }) => [key, offDrawings(() => turnByKey(id))]));
  const beside = (by: 1 | -1) =>
    free(() => {
      const leaf = neighbour(by);
      if (leaf) turnByKey(leaf);
    });
  const axle = (name: 'front' | 'rear') => free(() => $pose.set({ ...$pose.get(), axle: name }));
  return tinykeys(window, {
    ...cures,
    ...leaves,
    'Control+Shift+PageUp': beside(-1),
    'Control+Shift+PageDown': beside(1),
    '[': free(() => otherStage(-1)),
    ']': free(() => otherStage(1)),
    f: axle('front'),
    r: axle('rear'),
    u: free(toggleUnits),
    d: free(toggleTheme),
    'Shift+?': free(() => $helpOpen.set(true)),
    '?': free(() => $helpOpen.set(true)),
    '$mod+z': freeOrStored(() => void step('undo')),
    '$mod+y': freeOrStored(() => void step('redo')),
    '$mod+Shift+z': freeOrStored(() => void step('redo')),
    Space: (event) => {
      if (!(event.target as HTMLElement).closest('button, a'))
        free(() => $playing.set(!$playing.get()))(event);
    },
  });
}
