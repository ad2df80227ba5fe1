import { configureStore, SHOULD_AUTOBATCH } from '@reduxjs/toolkit';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { soon, tellBefore, tellNow } from './soon.ts';

/** A count in a store whose page may hear of it a moment later. */
function counted() {
  const store = configureStore({
    reducer: (n = 0, { type }: { type: string }): number => (type === 'add' ? n + 1 : n),
    enhancers: (defaults) => defaults({ autoBatch: { type: 'callback', queueNotification: soon } }),
  });
  const heard: number[] = [];
  store.subscribe(() => heard.push(store.getState()));
  return {
    store,
    heard,
    add: () => store.dispatch({ type: 'add' }),
    addSoon: () => store.dispatch({ type: 'add', meta: { [SHOULD_AUTOBATCH]: true } }),
  };
}

describe('what a page hears of a moment later', () => {
  beforeEach(() => void vi.useFakeTimers());
  afterEach(() => {
    tellNow();
    vi.useRealTimers();
  });

  it('stands in the store at once, and is heard of once that moment is over', () => {
    const { store, heard, addSoon } = counted();
    addSoon();
    addSoon();
    expect([store.getState(), heard]).toEqual([2, []]);
    vi.advanceTimersByTime(7);
    expect(heard).toEqual([]);
    vi.advanceTimersByTime(1);
    expect(heard).toEqual([2]);
    vi.advanceTimersByTime(100);
    expect(heard).toEqual([2]);
  });
  it('is heard of with what comes of it, and not again', () => {
    const { heard, addSoon } = counted();
    addSoon();
    tellNow();
    expect(heard).toEqual([1]);
    vi.advanceTimersByTime(100);
    expect(heard).toEqual([1]);
    addSoon();
    vi.advanceTimersByTime(100);
    expect(heard).toEqual([1, 2]);
  });
  it('is heard of with any change that does not wait', () => {
    const { heard, add, addSoon } = counted();
    addSoon();
    add();
    expect(heard).toEqual([2]);
    vi.advanceTimersByTime(100);
    expect(heard).toEqual([2]);
  });
  it.each(['keydown', 'pointerdown', 'pointerup', 'click', 'input'])('is heard of before the next %s is answered', (kind) => {
    const { heard, addSoon } = counted();
    const page = new EventTarget();
    const seen: number[][] = [];
    tellBefore(page as never);
    page.addEventListener(kind, () => seen.push([...heard]));
    addSoon();
    page.dispatchEvent(new Event(kind));
    expect(seen).toEqual([[1]]);
  });
});
