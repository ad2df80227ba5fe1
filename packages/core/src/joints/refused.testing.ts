import { Refusal } from '../refusal.ts';

/** What is asked for; null where the input is refused in words. Whatever else is thrown is a defect, and passes through. */
export function orRefused<T>(ask: () => T): T | null {
  try {
    return ask();
  } catch (e) {
    if (e instanceof Refusal) return null;
    throw e;
  }
}
