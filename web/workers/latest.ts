/**
 * Runs one request at a time and keeps only the newest of those that wait: a hand that drags faster than
 * the answers come never queues up old ones. Answers arrive in the order they were asked.
 */
export function latestOnly<Input, Output>(
  ask: (input: Input) => Promise<Output>,
  answer: (output: Output, input: Input) => void,
  fail: (error: unknown) => void,
): (input: Input) => void {
  let busy = false;
  let waiting: { input: Input } | undefined;
  const run = async (input: Input): Promise<void> => {
    busy = true;
    try {
      answer(await ask(input), input);
    } catch (error) {
      fail(error);
    }
    busy = false;
    const next = waiting;
    waiting = undefined;
    if (next) void run(next.input);
  };
  return (input) => {
    if (busy) waiting = { input };
    else void run(input);
  };
}
