/** Milliseconds between two answers. */
const EVERY = 120;

/** What work in steps comes to in the end; told how far it is now and then. The page takes one answer before the next is made. */
export async function followed<T, R>(steps: Generator<T, R>, say: (step: T) => Promise<void>): Promise<R> {
  let last = 0;
  for (;;) {
    const step = steps.next();
    if (step.done) return step.value;
    if (performance.now() - last < EVERY) continue;
    await say(step.value);
    last = performance.now();
  }
}
