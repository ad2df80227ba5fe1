import type { CheckDef, Outcome } from '../../../checks/check.ts';
import type { Run } from '../../../formula/index.ts';
import type { RowFlow, RowsFlow } from '../../rows.ts';
import type { MomentPlateModel } from '../model.ts';
import { sheet, slots, workCommon, type MomentCase } from './sheet.ts';

/** What takes from the bolts, in words, and the checks that it is. */
const TAKERS: readonly (readonly [words: string, ids: readonly string[]])[] = [
  ['the plate', ['mep-plate-yield', 'mep-plate-shear-yield', 'mep-plate-shear-rupture']],
  ['the flange of the column', ['mep-column-flange']],
  [
    'the web of the column',
    [
      'mep-column-web-yield',
      'mep-column-web-crippling',
      'mep-column-web-buckling',
      'mep-column-stiffener',
      'mep-stiffener-flange-weld',
      'mep-stiffener-web-weld',
    ],
  ],
  ['the panel', ['mep-panel-zone']],
  ['the weld', ['mep-flange-weld']],
];
/** Parts with yield lines. */
const PATTERNS = [
  ['mep-plate-yield', 'plate'],
  ['mep-column-flange', 'flange of the column'],
] as const;
const LOADING = { shear: false, axial: 'none', tie: false } as const;
const s = sheet.section('flow');
const at = { M_t: s.resolve('M_t').index, F_c: s.resolve('F_c').index, h_sum: s.resolve('h_sum').index };

/** Moment at which a check gives, the moment alone acting, Nmm; infinite where it does not apply. */
function momentOf(check: CheckDef<MomentCase>, c: MomentCase, M: number, r: Run): number {
  const o: Outcome = check.run(r, c, LOADING);
  if (!('demand' in o)) return Infinity;
  // What the bare column takes is no part of its stiffeners' strength: their multiple counts it.
  if (check.part === 'stiffener') return M * (o.multiple ?? Infinity);
  return o.demand > 0 ? (M * o.resistance) / o.demand : Infinity;
}

/** Rows as they pull: all bolts at the tension flange alike; null where the procedure has no form. Forces N, moments Nmm; the combination stands in the run, which records nothing. */
export function flowOf(m: MomentPlateModel, checks: readonly CheckDef<MomentCase>[], c: MomentCase | null, r: Run): RowsFlow {
  const none = (by: string): RowFlow[] =>
    m.rows.map(({ y }, i) => ({ number: i + 1, y, F: 0, F_Rd: 0, Q: 0, steps: [], mode: '', by, path: null }));
  const { h, tf } = m.beam.dims;
  const takers = TAKERS.map(([words]) => words);
  if (!c)
    return { rows: none('no form of this procedure'), patterns: [], takers, C: 0, y_C: -h + tf / 2, M_Rd: 0, rotation: null };
  const arms = r.v[at.h_sum]!;
  const [F, C] = [r.v[at.M_t]! / arms, r.v[at.F_c]!];
  // The joint under its moment alone, that of the other beam in proportion.
  const M = r.v[slots.M.index]! || 1e6;
  r.v[slots.M.index] = M;
  r.v[slots.N.index] = 0;
  workCommon(r, c);
  const moment = (id: string): number =>
    momentOf(
      checks.find((x) => x.id === id)!,
      c,
      M,
      r,
    );
  const steps = [moment('mep-bolt-tension')];
  let last = { by: 'bolts', path: 'mep-bolt-tension' };
  for (const [words, ids] of TAKERS) {
    const before = steps.at(-1)!;
    const [least, path] = ids.map((id) => [moment(id), id] as const).reduce((a, b) => (b[0] < a[0] ? b : a));
    if (least < before) last = { by: words, path };
    steps.push(Math.min(before, least));
  }
  const pulled = new Set([...c.ten.outside, ...c.ten.inside]);
  const rows = none('').map((row): RowFlow =>
    pulled.has(row.y)
      ? { ...row, F, F_Rd: steps.at(-1)! / arms, steps: steps.map((x) => x / arms), mode: 'no prying', ...last }
      : { ...row, by: 'carries the shear' },
  );
  const numbers = rows.filter((x) => x.steps.length).map((x) => x.number);
  // The bolts pull alike: what a part takes is of all of them together.
  const patterns = PATTERNS.map(([path, part]) => ({
    path,
    part,
    rows: numbers,
    F: (moment(path) / arms) * numbers.length,
    mode: '',
  })).sort((a, b) => a.F - b.F);
  return { rows, patterns, takers, C, y_C: c.sense === 1 ? -h + tf / 2 : -tf / 2, M_Rd: steps.at(-1)!, rotation: null };
}
