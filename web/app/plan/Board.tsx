import {
  DndContext,
  PointerSensor,
  pointerWithin,
  useDroppable,
  useSensor,
  useSensors,
  type DragEndEvent,
} from '@dnd-kit/core';
import { useStore } from '@nanostores/react';
import { useEffect, useRef, type ReactNode } from 'react';
import { stepOpen } from '../../../core/planning/deferForDeliveries';
import { planCalendar } from '../../../core/planning/shopCalendar';
import type { Placed, Task } from '../../../core/planning/task';
import type { WeekPlan } from '../../../core/planning/week';
import { DAY_MIN, sayDay, wallTimeAt } from '../../../core/time/wallClock';
import { $shop } from '../../state/store';
import { Block, type BlockMove } from './Block';
import { editTask } from './planStore';
import { hourTicks, lanesOf, minuteAt, pieces, type BoardScale } from './scale';

/** The row of what is done outside of the bays. */
const OUTSIDE = ' outside';

function Row({
  id,
  label,
  children,
  lanes,
}: {
  id: string;
  label: string;
  children: ReactNode;
  lanes: number;
}) {
  const { setNodeRef, isOver } = useDroppable({ id });
  return (
    <>
      <div className="border-line font-tight border-b py-2 pr-2 font-semibold">{label}</div>
      <div
        ref={setNodeRef}
        data-row={label}
        className={`border-line relative overflow-hidden border-b ${isOver ? 'bg-soft' : ''}`}
        style={{ height: `${Math.max(3.4, lanes * 1.75)}rem` }}
      >
        {children}
      </div>
    </>
  );
}

/** What a screen reader says while a task is dragged, in the shop's own words. */
const speechOf = (byId: ReadonlyMap<string, Task>) => {
  const name = (id: string | number): string => {
    const task = byId.get(String(id));
    return task ? `${task.job}, ${task.label}` : 'The task';
  };
  const where = (id: string | number | undefined): string =>
    id === undefined ? 'no bay' : id === OUTSIDE ? 'outside of the bays' : String(id);
  return {
    screenReaderInstructions: {
      draggable:
        'Arrow keys step the task by a quarter of an hour or to the next bay. L locks and unlocks it.',
    },
    announcements: {
      onDragStart: ({ active }: { active: { id: string | number } }) => `${name(active.id)} is held.`,
      onDragOver: ({ active, over }: Held) => `${name(active.id)} is over ${where(over?.id)}.`,
      onDragEnd: ({ active, over }: Held) =>
        over
          ? `${name(active.id)} is locked in ${where(over.id)}.`
          : `${name(active.id)} stays where it was.`,
      onDragCancel: ({ active }: Held) => `${name(active.id)} stays where it was.`,
    },
  };
};
type Held = { active: { id: string | number }; over?: { id: string | number } | null };

/** From when to when each vehicle stands in a bay, its first work there to its last. */
function staysOf(list: readonly Placed[], tasks: ReadonlyMap<string, Task>) {
  const stays = new Map<string, { job: string; startMin: number; endMin: number }>();
  for (const { id, startMin, endMin } of list) {
    const job = tasks.get(id)?.job ?? '';
    const stay = stays.get(job);
    stays.set(job, {
      job,
      startMin: Math.min(startMin, stay?.startMin ?? startMin),
      endMin: Math.max(endMin, stay?.endMin ?? endMin),
    });
  }
  return [...stays.values()];
}

/** Where a task is put by hand: locked there, with whoever the plan had for it. */
function lockAt(placed: Placed, startMin: number, bay: string | null): void {
  editTask(placed.id, (task) => ({
    ...task,
    locked: { start: wallTimeAt(startMin), bay: task.inBay ? bay : null, person: placed.person },
  }));
}

/** The bays of a week, with every job's tasks in them. */
export function Board({ week, scale, nowMin }: { week: WeekPlan; scale: BoardScale; nowMin: number }) {
  const { calendar } = useStore($shop);
  const board = useRef<HTMLDivElement>(null);
  /** The task that was stepped by a key: in another bay it is drawn anew, and keeps the focus. */
  const byKeys = useRef<string | null>(null);
  useEffect(() => {
    const id = byKeys.current;
    if (id === null || document.activeElement !== document.body) return;
    board.current?.querySelector<HTMLElement>(`[data-task="${CSS.escape(id)}"]`)?.focus();
  }, [week]);
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 4 } }));
  const { plan, tasks } = week;
  const byId = new Map(tasks.map((task) => [task.id, task]));
  const placedOf = (id: string): Placed | undefined => plan.placed.find((one) => one.id === id);
  const troubled = new Set(plan.conflicts.map(({ id }) => id));
  const rows = [...calendar.bays, OUTSIDE];

  const move: BlockMove = (id, { minutes, rows: by, lock }) => {
    const placed = placedOf(id);
    const task = byId.get(id);
    if (!placed || !task) return;
    if (lock) {
      if (task.locked) editTask(id, ({ locked, ...rest }) => rest);
      else lockAt(placed, placed.startMin, placed.bay);
      return;
    }
    byKeys.current = id;
    if (minutes) lockAt(placed, stepOpen(planCalendar(calendar), placed.startMin, minutes), placed.bay);
    const at = calendar.bays.indexOf(placed.bay ?? '');
    const bay = calendar.bays[at + (by ?? 0)];
    if (by && at >= 0 && bay) lockAt(placed, placed.startMin, bay);
  };
  const dropped = ({ active, over, delta }: DragEndEvent): void => {
    const placed = placedOf(String(active.id));
    const width = board.current?.querySelector('[data-row]')?.getBoundingClientRect().width;
    const [first] = placed ? pieces(scale, placed.startMin, placed.endMin) : [];
    if (!placed || !width || !first || !over) return;
    const bay = over.id === OUTSIDE ? placed.bay : String(over.id);
    lockAt(placed, minuteAt(scale, first.left + delta.x / width + 1e-6), bay);
  };
  const inRow = (row: string): Placed[] =>
    plan.placed.filter(({ bay }) => (row === OUTSIDE ? bay === null : bay === row));
  const [now] = pieces(scale, nowMin, nowMin + 5);
  return (
    <DndContext
      sensors={sensors}
      collisionDetection={pointerWithin}
      onDragEnd={dropped}
      accessibility={speechOf(byId)}
    >
      <div ref={board} className="grid grid-cols-[8rem_1fr]" data-testid="board">
        <span />
        <div
          className="border-ink grid border-b-2"
          style={{ gridTemplateColumns: `repeat(${scale.days.length}, 1fr)` }}
        >
          {scale.days.map((day) => {
            const minute = scale.weekMin + day * DAY_MIN;
            const shut = calendar.closed.includes(wallTimeAt(minute).slice(0, 10));
            return (
              <span key={day} className="border-line font-tight border-l pl-1 font-semibold">
                {sayDay(minute)}
                {shut && <span className="text-graphite"> closed</span>}
                <span className="text-graphite relative block h-4 text-[0.75rem] font-medium" aria-hidden>
                  {/* A phone has room for every other one. */}
                  {hourTicks(scale).map(({ hour, share }, i) => (
                    <span
                      key={hour}
                      className={`absolute ${i % 2 === 0 && share < 0.75 ? '' : 'max-md:hidden'}`}
                      style={{ left: `${share * 100}%` }}
                    >
                      {hour}
                    </span>
                  ))}
                </span>
              </span>
            );
          })}
        </div>
        {rows.map((row) => {
          const list = inRow(row);
          const lanes = lanesOf(scale, list);
          const count = Math.max(1, ...[...lanes.values()].map(({ lane }) => lane + 1));
          return (
            <Row key={row} id={row} label={row === OUTSIDE ? 'Outside of a bay' : row} lanes={count}>
              {scale.days.map((day, i) => (
                <span
                  key={day}
                  className="border-line absolute inset-y-0 border-l"
                  style={{ left: `${(i / scale.days.length) * 100}%` }}
                  aria-hidden
                />
              ))}
              {now && (
                <span
                  className="plan-now absolute inset-y-0"
                  style={{ left: `${now.left * 100}%` }}
                  aria-hidden
                />
              )}
              {row !== OUTSIDE &&
                staysOf(list, byId).map(({ job, startMin, endMin }) =>
                  pieces(scale, startMin, endMin).map(({ left, width }, i) => (
                    <span
                      key={`${job} ${i}`}
                      className="plan-stay absolute inset-y-0"
                      style={{ left: `${left * 100}%`, width: `${width * 100}%` }}
                      title={`${job} stands here`}
                    />
                  )),
                )}
              {list.map((placed) => {
                const task: Task | undefined = byId.get(placed.id);
                const lane = lanes.get(placed.id);
                return (
                  task &&
                  lane && (
                    <Block
                      key={placed.id}
                      placed={placed}
                      task={task}
                      scale={scale}
                      slackMin={plan.slackMin[placed.id] ?? 0}
                      lane={lane}
                      lanes={count}
                      troubled={troubled.has(placed.id)}
                      move={move}
                    />
                  )
                );
              })}
            </Row>
          );
        })}
      </div>
    </DndContext>
  );
}
