/** A value that is made when it is first asked for, and once. */
export function once<T>(make: () => T): () => T {
  let made: { readonly value: T } | undefined;
  return () => (made ??= { value: make() }).value;
}

/** The same for each of many: worked when it is first asked for one, kept as long as that one is. */
export function lazyOnce<K extends object, T>(work: (key: K) => T): (key: K) => T {
  const known = new WeakMap<K, { readonly value: T }>();
  return (key) => {
    let found = known.get(key);
    if (!found) known.set(key, (found = { value: work(key) }));
    return found.value;
  };
}

/**
 * What was made last: of `most` texts that were asked for twice, each is kept while it is among them. What is asked for once would be held for nothing.
 * What throws is made anew by who asks again.
 */
export class Recent<T> {
  private readonly kept = new Map<string, { readonly value: T } | null>();
  constructor(private readonly most = 64) {}

  of(text: string, make: () => T): T {
    const known = this.kept.get(text);
    const found = known ?? { value: make() };
    // Last in line again: the first in line is dropped.
    this.kept.delete(text);
    this.kept.set(text, known === undefined ? null : found);
    if (this.kept.size > this.most) this.kept.delete(this.kept.keys().next().value!);
    return found.value;
  }
}

/** What work in steps comes to in the end, its steps passed over. */
export function lastOf<R>(steps: Generator<unknown, R>): R {
  for (;;) {
    const step = steps.next();
    if (step.done) return step.value;
  }
}
