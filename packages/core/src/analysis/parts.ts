import type { Link } from './link.ts';
import type { BoltInput, SectionInput, WeldInput } from './model.ts';
import type { Vec } from './vector.ts';

/** What links are made of: a line of weld, a bolt, a pair of plates that touch, a bed, a section, a hold. */
export type Part =
  | { readonly kind: 'weld'; readonly weld: WeldInput; readonly pieces: readonly WeldPiece[]; readonly t_a: number }
  | { readonly kind: 'bolt'; readonly bolt: BoltInput; readonly axis: Link; readonly planes: readonly ShearPlane[] }
  | (Pressing & { readonly kind: 'contact'; readonly a: string; readonly b: string; readonly links: readonly Link[] })
  | (Pressing & { readonly kind: 'bed'; readonly plate: string; readonly links: readonly Link[]; readonly ground: true })
  | { readonly kind: 'section'; readonly section: SectionInput; readonly links: readonly Link[]; readonly ground: boolean }
  | { readonly kind: 'hold'; readonly links: readonly Link[]; readonly ground: true };

/** What presses, node by node, and those nodes. */
export interface Pressing {
  readonly presses: readonly Link[];
  readonly places: readonly number[];
}
/** One length of a weld on one side of its plate. */
export interface WeldPiece {
  readonly link: Link;
  /** Middle of the piece along the line, mm from its start, and its length. */
  readonly at: number;
  readonly l: number;
  readonly side: 1 | -1 | 0;
  readonly place: Vec;
  /** Along the line, and away from the plate whose edge it is, on the face of the other. */
  readonly along: Vec;
  readonly out: Vec;
}
export interface Bearing {
  readonly ply: string;
  readonly links: readonly Link[];
  /** Along which each component of them presses, across the bolt. */
  readonly ways: readonly (readonly [number, number])[];
  /** Resistance along a direction across the bolt, N; null without limit. */
  readonly resistance: ((x: number, y: number) => number) | null;
}
export interface ShearPlane {
  readonly link: Link;
  /** Bearing of the two plies. */
  readonly bearing: readonly Bearing[];
}

/** Force of a link without a limit, N. */
export const NEVER = 1e30;

/** A part in words. */
export const nameOf = (p: Part): string =>
  p.kind === 'weld'
    ? p.weld.name
    : p.kind === 'bolt'
      ? p.bolt.name
      : p.kind === 'contact'
        ? `contact of ${p.a} and ${p.b}`
        : p.kind === 'bed'
          ? `bed of ${p.plate}`
          : p.kind === 'section'
            ? `section ${p.section.name}`
            : 'hold';
