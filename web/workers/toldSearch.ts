/** How often a search says how far it is, ms; what it found is told at once. */
const TELL_MS = 250;

/** Drives a search to its end, telling its steps: often enough, and whenever `found` of a step is another than before. */
export async function toldSearch<Step, Answer>(
  search: Generator<Step, Answer>,
  found: (step: Step) => unknown,
  tell: (step: Step) => void,
): Promise<Answer> {
  let told = -Infinity;
  let known: unknown;
  for (;;) {
    const step = search.next();
    if (step.done) return step.value;
    const now = found(step.value);
    if (performance.now() - told < TELL_MS && now === known) continue;
    tell(step.value);
    [told, known] = [performance.now(), now];
    await new Promise((resolve) => setTimeout(resolve));
  }
}
