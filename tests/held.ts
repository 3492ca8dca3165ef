import type { Result } from '../core/result';

/** The value of a result that a test expects to have one; throws what was refused where it has none. */
export function held<T>(result: Result<T, object>): T {
  if (!result.ok) throw new Error(JSON.stringify(result));
  return result.value;
}
