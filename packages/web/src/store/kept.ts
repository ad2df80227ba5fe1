/** What this browser keeps under a name; null where it keeps nothing. A browser that keeps nothing still works. */
export function kept(name: string): unknown {
  try {
    return JSON.parse(localStorage.getItem(name) ?? 'null') as unknown;
  } catch {
    return null;
  }
}

/** Keeps a value under a name, where the browser can. */
export function keep(name: string, value: unknown): void {
  try {
    localStorage.setItem(name, JSON.stringify(value));
  } catch {
    // it holds until the page closes
  }
}
