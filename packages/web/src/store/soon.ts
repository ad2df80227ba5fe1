/** How long a page may wait for the answer to an edit before it shows the edit alone, ms. */
const PATIENCE = 8;

let due: (() => void) | null = null;
/** Tells the page of what changed in the store in a moment: together with what comes of it, where that is there by then. */
export function soon(tell: () => void): void {
  due = tell;
  setTimeout(tellNow, PATIENCE);
}
/** Tells it at once. */
export function tellNow(): void {
  const tell = due;
  due = null;
  tell?.();
}

/** What is done next is done to the page as it is by then: nobody acts on what was before his last edit. */
export function tellBefore(events: Pick<Window, 'addEventListener'>): void {
  for (const kind of ['keydown', 'pointerdown', 'pointerup', 'click', 'input']) events.addEventListener(kind, tellNow, true);
}
