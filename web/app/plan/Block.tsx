import { useDraggable } from '@dnd-kit/core';
import { useStore } from '@nanostores/react';
import { Lock } from 'lucide-react';
import type { KeyboardEvent } from 'react';
import type { Placed, Task } from '../../../core/planning/task';
import { sayTime } from '../../../core/time/wallClock';
import { $chosen } from './planStore';
import { pieces, type BoardScale, type Lane } from './scale';

export type BlockMove = (key: string, by: { minutes?: number; rows?: number; lock?: boolean }) => void;

type Props = {
  placed: Placed;
  task: Task;
  scale: BoardScale;
  slackMin: number;
  lane: Lane;
  lanes: number;
  troubled: boolean;
  move: BlockMove;
};

const KEYS: Record<string, Parameters<BlockMove>[1]> = {
  ArrowLeft: { minutes: -15 },
  ArrowRight: { minutes: 15 },
  ArrowUp: { rows: -1 },
  ArrowDown: { rows: 1 },
  l: { lock: true },
};

/** One task on the board, in a piece for each day; dragged with a hand or stepped with the arrow keys. */
export function Block({ placed, task, scale, slackMin, lane, lanes, troubled, move }: Props) {
  const chosenKey = useStore($chosen);
  const chosen = chosenKey === placed.id;
  const chosenJob = chosenKey?.split('/')[0];
  const { setNodeRef, listeners, transform, isDragging } = useDraggable({ id: placed.id });
  const list = pieces(scale, placed.startMin, placed.endMin);
  const [first] = list;
  const last = list.at(-1);
  const drying = pieces(scale, placed.endMin, placed.endMin + (task.dryMin ?? 0));
  const onKeyDown = (event: KeyboardEvent): void => {
    const step = KEYS[event.key];
    if (!step || event.ctrlKey || event.altKey || event.metaKey) return;
    event.preventDefault();
    move(placed.id, event.shiftKey && step.minutes ? { minutes: step.minutes * 4 } : step);
  };
  const place = ({ left, width }: { left: number; width: number }) => ({
    left: `${left * 100}%`,
    width: `${width * 100}%`,
    top: `${(lane.lane / lanes) * 100}%`,
    height: `${100 / lanes}%`,
  });
  const words = `${task.job} ${task.label}, ${placed.person}, ${sayTime(placed.startMin)} to ${sayTime(placed.endMin)}${task.locked ? ', locked' : ''}`;
  return (
    <>
      {drying.map((piece, i) => (
        <div key={`dry-${i}`} className="plan-dry absolute" style={place(piece)} aria-hidden />
      ))}
      {list.map((piece, i) => (
        <button
          key={i}
          ref={i === 0 ? setNodeRef : undefined}
          {...(i === 0 ? listeners : {})}
          type="button"
          tabIndex={i === 0 ? 0 : -1}
          aria-label={words}
          title={words}
          aria-pressed={chosen}
          data-task={placed.id}
          data-locked={task.locked !== undefined}
          data-tight={slackMin <= 0}
          data-troubled={troubled}
          data-same-job={chosenJob === task.job}
          className="plan-block absolute"
          style={{
            ...place(piece),
            ...(i === 0 && transform
              ? { transform: `translate(${transform.x}px, ${transform.y}px)`, zIndex: 5 }
              : {}),
            ...(isDragging ? { opacity: 0.8 } : {}),
          }}
          onClick={() => $chosen.set(placed.id)}
          onFocus={() => $chosen.set(placed.id)}
          onKeyDown={onKeyDown}
        >
          {lane.name === 'in' && i === lane.piece && (
            <span className="plan-words">
              <b>
                {task.locked && <Lock size={11} className="mr-0.5 inline" aria-hidden />}
                {task.job}
              </b>{' '}
              {task.label}
            </span>
          )}
        </button>
      ))}
      {lane.name !== 'in' && first && last && (
        <span
          className="plan-name absolute flex items-center"
          style={{
            ...place(first),
            width: 'auto',
            ...(lane.name === 'after'
              ? {
                  left: `max(${(last.left + last.width) * 100}%, calc(${last.left * 100}% + 1.7rem))`,
                  maxWidth: '15%',
                }
              : { left: 'auto', right: `${(1 - first.left) * 100}%`, maxWidth: '15%' }),
          }}
          aria-hidden
        >
          <span className="truncate">
            {task.locked && <Lock size={11} className="mr-0.5 inline" aria-hidden />}
            <b className="font-semibold">{task.job}</b> {task.label}
          </span>
        </span>
      )}
    </>
  );
}
