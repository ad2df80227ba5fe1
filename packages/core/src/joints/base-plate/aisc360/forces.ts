import type { FormulaSection, Run } from '../../../formula/index.ts';
import type { InFormat } from '../../../standards/aisc360/available.ts';
import type { BaseModel } from '../model.ts';
import type { Forces } from './case.ts';
import { sheet } from './sheet.ts';

const s: FormulaSection = sheet.commonSection('forces');
const compression = s.f('P', 'kN', '-N_Ed', 'axial force of the column, compression positive');
const f_pmax = {
  lrfd: s.f('f_pmax', 'MPa', '0.65*0.85*f_c*s_A', 'available bearing stress, LRFD', 'AISC 360-22, J8-2'),
  asd: s.f('f_pmax', 'MPa', '0.85*f_c*s_A/2.31', 'available bearing stress, ASD', 'AISC 360-22, J8-2'),
};
const plates = {
  I: [
    s.f('m', 'mm', 'max(0[mm], (N_p-0.95*d_c)/2)', 'cantilever along N', 'AISC Manual, part 14'),
    s.f('n', 'mm', 'max(0[mm], (B_p-0.8*b_f)/2)', 'cantilever along B', 'AISC Manual, part 14'),
  ],
  RHS: [
    s.f('m', 'mm', 'max(0[mm], (N_p-0.95*d_c)/2)', 'cantilever along N', 'AISC Manual, part 14'),
    s.f('n', 'mm', 'max(0[mm], (B_p-0.95*b_f)/2)', 'cantilever along B', 'AISC Manual, part 14'),
  ],
  CHS: [
    s.f('m', 'mm', 'max(0[mm], (N_p-0.8*d_c)/2)', 'cantilever along N', 'AISC Manual, part 14'),
    s.f('n', 'mm', 'max(0[mm], (B_p-0.8*d_c)/2)', 'cantilever along B', 'AISC Manual, part 14'),
  ],
} as const;
const M_lug = s.found(
  'M_r',
  'kNm',
  'moment on plate and anchors',
  'that of the column, with the couple of a shear lug where it is worse',
  'ACI 318-19, 17.11.1',
);

/** Shared values: the compression, and what no action changes. */
export function common(r: Run, m: BaseModel, { lrfd }: InFormat): void {
  compression(r);
  (lrfd ? f_pmax.lrfd : f_pmax.asd)(r);
  for (const f of plates[m.column.shape]) f(r);
}
/** Cantilever of the plate along its width. */
export const acrossOf = (r: Run): number => r.v[plates.I[1].def.slot.index]!;
export const availableStress = (r: Run, lrfd: boolean): number => r.v[(lrfd ? f_pmax.lrfd : f_pmax.asd).def.slot.index]!;

/** Uplift shared by the anchors as a rigid plate does it; one that would be pressed drops out. Null where what is left can't balance. */
function lifted(m: BaseModel, P: number, M: number): number[] | null {
  let idx = m.anchors.map((_, i) => i);
  for (;;) {
    if (!idx.length) return null;
    const x_c = idx.reduce((sum, i) => sum + m.anchors[i]!.z, 0) / idx.length;
    const J = idx.reduce((sum, i) => sum + (m.anchors[i]!.z - x_c) ** 2, 0);
    const moment = M - P * x_c;
    if (J < 1e-6 && Math.abs(moment) > 1e-6 * Math.abs(P)) return null;
    const T = idx.map((i) => -P / idx.length + (J < 1e-6 ? 0 : (moment * (x_c - m.anchors[i]!.z)) / J));
    const left = idx.filter((_, k) => T[k]! >= -1e-9 * Math.abs(P));
    if (left.length === idx.length) return m.anchors.map((_, i) => (idx.includes(i) ? Math.max(0, T[idx.indexOf(i)]!) : 0));
    idx = left;
  }
}

/** Which case a combination is, and its forces; `M` of either sign: for a negative one the extreme row is that at the largest z. */
export function forcesOf(r: Run, m: BaseModel, lrfd: boolean, P: number, M: number): Forces {
  M_lug(r, M);
  const N = m.input.plate.h!;
  const q = availableStress(r, lrfd) * m.input.plate.b!;
  const none = m.anchors.map(() => 0);
  const size = Math.abs(M);
  const side = M < 0 ? 1 : -1;
  const reach = m.anchors.map((a) => side * a.z);
  const f = Math.max(-Infinity, ...reach);
  const row = reach.map((x) => Math.abs(x - f) <= 1);
  const out = (kind: Forces['kind'], more: Partial<Forces> = {}): Forces => ({
    kind,
    Y: 0,
    f_p: 0,
    T: none,
    f,
    need: 0,
    M,
    ...more,
  });
  const pressure = P / (m.input.plate.b! * N);
  if (P === 0 && M === 0) return out('none');
  if (P > 0 && M === 0) return out('concentric', { Y: N, f_p: pressure });
  if (P > q * N) return out('crushed', { Y: N, f_p: pressure });
  const e_crit = Math.max(0, N / 2 - P / (2 * q));
  if (P > 0 && size / P <= e_crit) {
    const Y = N - (2 * size) / P;
    return out('small', { Y, f_p: P / (m.input.plate.b! * Y) });
  }
  if (!m.anchors.length) return out('no anchors');
  if (size + P * f <= 0) {
    const T = lifted(m, P, M);
    return T ? out('uplift', { T }) : out('unbalanced');
  }
  const need = (2 * (size + P * f)) / q;
  if (need > (f + N / 2) ** 2) return out('overturned', { need });
  const Y = f + N / 2 - Math.sqrt((f + N / 2) ** 2 - need);
  const T = Math.max(0, q * Y - P);
  const n = row.filter(Boolean).length;
  return out('large', { Y, f_p: availableStress(r, lrfd), need, T: row.map((x) => (x ? T / n : 0)) });
}
