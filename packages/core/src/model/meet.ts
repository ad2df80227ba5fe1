import type { Section, SectionShape } from '../catalogue/sections.ts';
import { pieceAt, type Run } from './chains.ts';
import { axisOf, depthOf, lengthOf, type End, type ModelMember } from './member.ts';
import { add, apart, dot, length, scale, sub, unit, type Vec } from './space.ts';

/** A run with its section, ready to be met. */
export interface Standing {
  readonly run: Run;
  readonly first: ModelMember;
  readonly section: Section;
  readonly axis: Vec;
  readonly depth: Vec;
  readonly length: number;
  /** `column`: upright; `beam`: flat, or nearly; `brace`: between. */
  readonly stands: 'column' | 'beam' | 'brace';
}
/** Degrees off the upright that a column may lean, and off the level that a beam may slope. */
const LEANS = 15;
const SLOPES = 30;

export function standing(run: Run, section: Section): Standing {
  const line = { from: run.from, to: run.to };
  const first = run.pieces[0]!.member;
  const [axis, rise] = [axisOf(line), Math.abs(axisOf(line)[2])];
  const stands =
    rise >= Math.cos((LEANS * Math.PI) / 180) ? 'column' : rise <= Math.sin((SLOPES * Math.PI) / 180) ? 'beam' : 'brace';
  return { run, first, section, axis, depth: depthOf({ ...first, ...line }), length: lengthOf(line), stands };
}

/** Half of what a section measures along a direction square to its axis: its depth, its width, or between. */
export function halfAlong({ section, depth }: Pick<Standing, 'section' | 'depth'>, way: Vec): number {
  if (section.shape === 'CHS') return section.d / 2;
  const c = Math.abs(dot(depth, way));
  return (section.h * c + section.b * Math.sqrt(Math.max(0, 1 - c * c))) / 2;
}
export const heightOf = (s: SectionShape): number => (s.shape === 'CHS' ? s.d : s.h);

/** An end of a run, and the way from there into it. */
export interface Tip {
  readonly of: Standing;
  readonly end: End;
  readonly at: Vec;
  readonly into: Vec;
}
export const tipsOf = (of: Standing): Tip[] =>
  (['from', 'to'] as const).map((end) => ({ of, end, at: of.run[end], into: end === 'from' ? of.axis : scale(of.axis, -1) }));
/** The end of the piece that a tip is. */
export const endOf = ({ of, end }: Tip): { readonly member: ModelMember; readonly end: End } => pieceAt(of.run, end);

/** Where a tip meets a run. */
export interface Meeting {
  readonly tip: Tip;
  readonly support: Standing;
  /** On the axis of the support. */
  readonly at: Vec;
  /** From the axis of the support to the tip: along the way out into the beam, across it, and upwards. */
  readonly along: number;
  readonly across: number;
  readonly rise: number;
  /** How far the point is past an end of the support; 0 between its ends. */
  readonly past: number;
  /** How far the tip is off its face. */
  readonly off: number;
}

/** The level direction of a vector; itself where it is upright. */
const level = (v: Vec): Vec => (Math.hypot(v[0], v[1]) > 1e-6 ? unit([v[0], v[1], 0]) : v);

/**
 * How a tip meets a run, or null where it does not: nearer than `reach` to its face, beside it and above it within what either measures. `reach` is
 * the gap or play that a model may have there, mm.
 */
export function meeting(tip: Tip, support: Standing, reach: number): Meeting | null {
  const { axis } = support;
  // A beam that runs along it meets it nowhere but at an end.
  if (Math.abs(dot(tip.into, axis)) > 0.8) return null;
  const t = dot(sub(tip.at, support.run.from), axis);
  const past = Math.max(0, -t, t - support.length);
  const at = add(support.run.from, scale(axis, t));
  const arm = sub(tip.at, at);
  const upright = support.stands === 'column';
  const out = level(tip.into);
  const along = dot(arm, out);
  const rise = upright ? 0 : arm[2];
  const side = sub(sub(arm, scale(out, along)), [0, 0, rise]);
  const across = length(side);
  const half = halfAlong(support, out);
  const ends = upright ? heightOf(tip.of.section) / 2 + reach : reach;
  if (past > ends) return null;
  if (along > half + reach || along < -half - reach) return null;
  if (across > (upright ? halfAlong(support, unit(side)) : 0) + reach) return null;
  if (Math.abs(rise) > (heightOf(support.section) + heightOf(tip.of.section)) / 2) return null;
  return { tip, support, at, along, across, rise, past, off: Math.max(0, Math.abs(along) - half) + across };
}

/** Runs by where they are, so that a point asks only those near it. */
export class Near {
  private readonly cells = new Map<string, Standing[]>();
  constructor(
    list: readonly Standing[],
    private readonly cell = 2000,
  ) {
    for (const s of list) {
      const reach = 500 + heightOf(s.section);
      const seen = new Set<string>();
      const steps = Math.ceil(s.length / (cell / 2)) || 1;
      for (let i = 0; i <= steps; i += 1) {
        const p = add(s.run.from, scale(s.axis, (s.length * i) / steps));
        for (const k of this.around(p, reach)) {
          if (seen.has(k)) continue;
          seen.add(k);
          const here = this.cells.get(k);
          if (here) here.push(s);
          else this.cells.set(k, [s]);
        }
      }
    }
  }
  private *around([x, y, z]: Vec, reach: number): Generator<string> {
    const of = (v: number): number => Math.floor(v / this.cell);
    for (let i = of(x - reach); i <= of(x + reach); i += 1)
      for (let j = of(y - reach); j <= of(y + reach); j += 1)
        for (let k = of(z - reach); k <= of(z + reach); k += 1) yield `${i} ${j} ${k}`;
  }
  /** Runs that may be within reach of a point. */
  at([x, y, z]: Vec): readonly Standing[] {
    return this.cells.get(`${Math.floor(x / this.cell)} ${Math.floor(y / this.cell)} ${Math.floor(z / this.cell)}`) ?? [];
  }
}

/** Whether two tips end against each other in one line. */
export const endToEnd = (a: Tip, b: Tip, reach: number): boolean =>
  dot(a.into, b.into) < -0.99 && apart(a.at, b.at) <= reach && Math.abs(dot(a.of.depth, b.of.depth)) > 0.9;
