/** One line of a file: its attributes by name. */
export type Line = Readonly<Record<string, unknown>>;
/** Gives the line that is referred to; null for none. */
export type Reader = (of: unknown) => Line | null;

/** A text without control characters; empty for none. */
export const text = (of: unknown): string => {
  const value = (of as { value?: unknown } | null | undefined)?.value;
  return typeof value === 'string' ? value.replace(/\p{Cc}+/gu, ' ').trim() : '';
};
/** A number; NaN for none. */
export const number = (of: unknown): number => {
  const value = typeof of === 'number' ? of : (of as { value?: unknown } | null | undefined)?.value;
  return typeof value === 'number' && Number.isFinite(value) ? value : NaN;
};
export const list = (of: unknown): readonly unknown[] => (Array.isArray(of) ? of : []);
