import { HOLE_KINDS, STEEL_GRADES, type HoleKind } from '../catalogue/index.ts';
import type { Field, FieldValue } from './kind.ts';

export const PLATE_STEPS = [6, 8, 10, 12, 15, 20, 25];
export const range = (from: number, to: number, step: number): number[] => Array.from({ length: Math.floor((to - from) / step) + 1 }, (_, i) => from + i * step);

const HOLE_WORDS: Readonly<Record<HoleKind, string>> = {
  normal: 'normal round', oversize: 'oversize', short_slot_h: 'short slot, along', long_slot_h: 'long slot, along', short_slot_v: 'short slot, upright', long_slot_v: 'long slot, upright',
};
export const HOLE_CHOICES = HOLE_KINDS.map((k) => [k, HOLE_WORDS[k]] as const);

/** Makers of the fields of one kind's input. */
export const fieldMakers = <I>() => ({
  /** A number in mm; `steps` are the practical values of the arrow keys. */
  mm: (id: string, label: string, symbol: string, steps: readonly number[], get: (i: I) => number, set: (i: I, v: number) => I): Field<I> => ({
    id, label, symbol, unit: 'mm', type: 'number', steps, get, set: (i, v) => set(i, Number(v)),
  }),
  choice: (id: string, label: string, options: readonly (readonly [FieldValue, string])[], get: (i: I) => FieldValue, set: (i: I, v: FieldValue) => I): Field<I> => ({
    id, label, unit: '', type: 'choice', options: options.map(([value, text]) => ({ value, label: text })), get, set,
  }),
  grade: (id: string, label: string, get: (i: I) => string | undefined, set: (i: I, v: string) => I): Field<I> => ({
    id, label, unit: '', type: 'grade', options: STEEL_GRADES.map((g) => ({ value: g, label: g })), get, set: (i, v) => set(i, String(v)),
  }),
});

/** Sections replaced by name drop the dimensions typed for the old one. */
export function withSection<T extends { section?: string }>(member: T, section: string): T {
  const { h: _h, b: _b, tw: _tw, tf: _tf, r: _r, A: _A, t: _t, t_ref: _t_ref, d2: _d2, ...rest } = member as Record<string, unknown>;
  return { ...rest, section } as unknown as T;
}
