import { standBefore } from '../store/door.ts';
import * as tasks from './tasks.ts';

/** What a thread of the pool is given. */
export interface Order {
  readonly task: keyof typeof tasks;
  readonly input: unknown;
  /** Door before the store, by which the pool stops this thread. */
  readonly door: SharedArrayBuffer;
}

/** Does one task. */
export default function work({ task, input, door }: Order): unknown {
  standBefore(door);
  return (tasks[task] as (input: unknown) => unknown)(input);
}
