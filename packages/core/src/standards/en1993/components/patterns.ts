import type { FormulaSection, Run } from '../../../formula/index.ts';
import { stiffenedAlpha } from './alpha.ts';

/** A row of bolts on a flange or a plate as its yield lines see it: lengths in mm, rows counted from the top. */
export interface PatternRow {
  /** Clear distance to a stiffener or a flange that is next to it with no row between, less nothing; null without one. */
  readonly above: Beside | null;
  readonly below: Beside | null;
  /** Distance to a free end on that side; null where it runs on or something stiffens between. */
  readonly end: { readonly above: number | null; readonly below: number | null };
}

export interface Beside {
  /** From the row to the near face. */
  readonly clear: number;
  /** Throat of the weld there. */
  readonly a: number;
}

/** Lengths of one row, alone or as part of a group. */
export interface Lengths {
  readonly l_cp: number;
  readonly l_nc: number;
}

/** Which part of a group a row is, with the pitches to its neighbours in it. */
export type Place =
  { readonly of: 'alone' } | { readonly of: 'inner'; readonly p: number } | { readonly of: 'first' | 'last'; readonly p: number };

/** Clauses of the patterns: of plain rows, and of those beside a stiffener or flange. */
export interface PatternTables {
  readonly plain: string;
  readonly stiffened: string;
}

/** Values that a row's patterns are worked by, and the patterns. */
function patternFormulas(s: FormulaSection, { plain, stiffened }: PatternTables) {
  const gap = s.found('c_2', 'mm', 'row to the face of the stiffener or flange', 'measured');
  const throat = s.found('a_2', 'mm', 'throat of its weld', 'measured');
  const pitch = s.found('p', 'mm', 'pitch that counts for the row', 'measured');
  const end = s.found('e_1', 'mm', 'row to the free end', 'measured');
  const beside = [
    s.f('m_2', 'mm', 'c_2-0.8*sqrt(2)*a_2', 'row to the weld of the stiffener or flange', 'EN 1993-1-8, Figure 6.11'),
    s.f('lambda_1', '-', 'm/(m+e)', 'place across', 'EN 1993-1-8, Figure 6.11'),
    s.f('lambda_2', '-', 'm_2/(m+e)', 'place along', 'EN 1993-1-8, Figure 6.11'),
  ];
  const alpha = s.found(
    'alpha',
    '-',
    'factor of a row beside a stiffener or flange',
    'the chart in closed form, by bisection',
    'EN 1993-1-8, Figure 6.11',
  );
  const one = (symbol: 'l_cp' | 'l_nc', expr: string, text: string, clause: string) => s.f(symbol, 'mm', expr, text, clause);
  const cp = {
    alone: one('l_cp', '2*pi*m', 'circular pattern, row alone', plain),
    aloneEnd: one('l_cp', 'min(2*pi*m, pi*m+2*e_1)', 'circular pattern, row alone near the end', plain),
    inner: one('l_cp', '2*p', 'circular pattern, inner row of a group', plain),
    outer: one('l_cp', 'pi*m+p', 'circular pattern, outer row of a group', plain),
    outerEnd: one('l_cp', 'min(pi*m+p, 2*e_1+p)', 'circular pattern, outer row of a group near the end', plain),
  };
  const nc = {
    alone: one('l_nc', '4*m+1.25*e', 'other pattern, row alone', plain),
    aloneEnd: one('l_nc', 'min(4*m+1.25*e, 2*m+0.625*e+e_1)', 'other pattern, row alone near the end', plain),
    inner: one('l_nc', 'p', 'other pattern, inner row of a group', plain),
    outer: one('l_nc', '2*m+0.625*e+0.5*p', 'other pattern, outer row of a group', plain),
    outerEnd: one('l_nc', 'min(2*m+0.625*e+0.5*p, e_1+0.5*p)', 'other pattern, outer row of a group near the end', plain),
    beside: one('l_nc', 'alpha*m', 'other pattern, row alone beside a stiffener or flange', stiffened),
    besideEnd: one(
      'l_nc',
      'min(alpha*m, e_1+alpha*m-(2*m+0.625*e))',
      'other pattern, row alone between a stiffener and the end',
      stiffened,
    ),
    outerBeside: one(
      'l_nc',
      '0.5*p+alpha*m-(2*m+0.625*e)',
      'other pattern, outer row of a group beside a stiffener or flange',
      stiffened,
    ),
  };
  return { gap, throat, pitch, end, beside, alpha, cp, nc };
}

/**
 * EN 1993-1-8, Tables 6.4, 6.5 and 6.6: circular and non-circular lengths of a row inside the flanges, in a section that holds m and e. The free
 * end of a column drops out by itself where it is far.
 */
export function innerPatterns(s: FormulaSection, tables: PatternTables) {
  const { gap, throat, pitch, end, beside, alpha, cp, nc } = patternFormulas(s, tables);
  const at = (name: string): number => s.resolve(name).index;
  const [lambda_1, lambda_2, m_2] = [at('lambda_1'), at('lambda_2'), at('m_2')];
  /** alpha beside one of them; the values that it came from stand in the run. */
  const alphaBeside = (r: Run, b: Beside): number => {
    gap(r, b.clear);
    throat(r, b.a);
    for (const f of beside) f(r);
    return alpha(r, stiffenedAlpha(r.v[lambda_1]!, r.v[lambda_2]!));
  };
  /** Between two of them the larger counts. */
  const alphaOf = (r: Run, list: readonly Beside[]): void => {
    const found = list.map((b) => alphaBeside(r, b));
    if (found.length > 1 && found[0]! > found[1]!) alphaBeside(r, list[0]!);
  };
  const alone = (r: Run, row: PatternRow): Lengths => {
    const list = [row.above, row.below].filter((b) => b !== null);
    const ends = [row.end.above, row.end.below].filter((e) => e !== null);
    if (ends.length) end(r, Math.min(...ends));
    if (list.length) alphaOf(r, list);
    return {
      l_cp: (ends.length ? cp.aloneEnd : cp.alone)(r),
      l_nc: (list.length ? (ends.length ? nc.besideEnd : nc.beside) : ends.length ? nc.aloneEnd : nc.alone)(r),
    };
  };
  return {
    alone,
    /** m_2 of a row beside something, as it stands in the run. */
    m_2: (r: Run, b: Beside): number => {
      alphaBeside(r, b);
      return r.v[m_2]!;
    },
    lengths: (r: Run, row: PatternRow, place: Place): Lengths => {
      if (place.of === 'alone') return alone(r, row);
      pitch(r, place.p);
      if (place.of === 'inner') return { l_cp: cp.inner(r), l_nc: nc.inner(r) };
      const [side, free] = place.of === 'first' ? [row.above, row.end.above] : [row.below, row.end.below];
      if (side) {
        alphaBeside(r, side);
        return { l_cp: cp.outer(r), l_nc: nc.outerBeside(r) };
      }
      if (free !== null) end(r, free);
      return { l_cp: (free === null ? cp.outer : cp.outerEnd)(r), l_nc: (free === null ? nc.outer : nc.outerEnd)(r) };
    },
  };
}

/** EN 1993-1-8, Table 6.6: a row outside the tension flange, in a section that holds m as m_x, e_x, e, w and b_p. */
export function outerPatterns(s: FormulaSection) {
  const clause = 'EN 1993-1-8, Table 6.6';
  const l_cp = s.f('l_cp', 'mm', 'min(2*pi*m_x, pi*m_x+w, pi*m_x+2*e_p)', 'circular patterns, row outside the flange', clause);
  const l_nc = s.f(
    'l_nc',
    'mm',
    'min(4*m_x+1.25*e_x, e_p+2*m_x+0.625*e_x, 0.5*b_p, 0.5*w+2*m_x+0.625*e_x)',
    'other patterns, row outside the flange',
    clause,
  );
  return (r: Run): Lengths => ({ l_cp: l_cp(r), l_nc: l_nc(r) });
}
