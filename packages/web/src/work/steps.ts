/** Milliseconds between two answers at first; later a share of what it took so far, since what is shown anew takes the page's time. */
const EVERY = 120;
const SHARE = 1 / 12;

/** What work in steps comes to in the end; told how far it is now and then. The page takes one answer before the next is made. */
export async function followed<T, R>(steps: Generator<T, R>, say: (step: T) => Promise<void>): Promise<R> {
  const start = performance.now();
  let last = 0;
  for (;;) {
    const step = steps.next();
    if (step.done) return step.value;
    const now = performance.now();
    if (last && now - last < Math.max(EVERY, SHARE * (now - start))) continue;
    await say(step.value);
    last = performance.now();
  }
}
