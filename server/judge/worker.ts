import { TASKS, type TaskName } from './tasks';

/** The thread's side of the pool: whatever stands in the list of tasks can be asked for. */
export default function work({ name, input }: { name: TaskName; input: unknown }): unknown {
  return (TASKS[name] as (given: unknown) => unknown)(input);
}
