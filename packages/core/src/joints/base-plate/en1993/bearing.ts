import type { Run } from '../../../formula/index.ts';
import { momentsOf } from '../../../geometry/polygon.ts';
import { effectivePieces, type BaseModel } from '../model.ts';
import { bearing as s } from './sheet.ts';

/** Conditions under which the joint coefficient is 2/3 (basis 6.1). */
export function groutConditions(
  m: BaseModel,
): readonly {
  readonly id: string;
  readonly title: string;
  readonly met: boolean;
  readonly actual: number;
  readonly limit: number;
  readonly sense: '>=' | '<=';
  readonly unit: 'mm' | 'MPa';
}[] {
  const { grout, concrete, plate } = m.input;
  const side = plate.shape === 'circle' ? plate.D! : Math.min(plate.h!, plate.b!);
  return [
    {
      id: 'grout-strength',
      title: 'Strength of the grout',
      met: grout.f_ck >= 0.2 * concrete.f_ck,
      actual: grout.f_ck,
      limit: 0.2 * concrete.f_ck,
      sense: '>=',
      unit: 'MPa',
    },
    {
      id: 'grout-thickness',
      title: 'Thickness of the grout',
      met: grout.t <= 0.2 * side,
      actual: grout.t,
      limit: 0.2 * side,
      sense: '<=',
      unit: 'mm',
    },
    {
      id: 'grout-thick-strength',
      title: 'Strength of a thick grout',
      met: grout.t <= 50 || grout.f_ck >= concrete.f_ck,
      actual: grout.f_ck,
      limit: grout.t <= 50 ? 0 : concrete.f_ck,
      sense: '>=',
      unit: 'MPa',
    },
  ];
}

export interface BearingValues {
  readonly f_jd: number;
  readonly c: number;
  readonly A_eff: number;
  readonly alpha: number;
  readonly E_cm: number;
  readonly pieces: number[][];
}

/** Bearing strength, cantilever and effective area (basis 6): none of it depends on the load. */
export function workBearing(m: BaseModel, r: Run): BearingValues {
  const { concrete } = m.input;
  s.f_cd(r);
  const E_cm = s.E_cm(r);
  s.beta_j(r);
  const weak = groutConditions(m).some((x) => !x.met);
  const strength = (): { f_jd: number; c: number } => ({ f_jd: (weak ? s.f_jd_weak : s.f_jd)(r), c: s.c(r) });
  const { plateBox } = m;
  const scale = (box: typeof plateBox): number => {
    s.b_1(r, box.y2 - box.y1);
    s.d_1(r, box.z2 - box.z1);
    const inY = Number.isFinite(m.block.y1);
    const inZ = Number.isFinite(m.block.z1);
    if (inY) {
      s.e_y(r, Math.min(box.y1 - m.block.y1, m.block.y2 - box.y2));
      s.K_y(r);
    } else s.K_y_far(r);
    if (inZ) {
      s.e_z(r, Math.min(box.z1 - m.block.z1, m.block.z2 - box.z2));
      s.K_z(r);
    } else s.K_z_far(r);
    const deep = !Number.isFinite(m.H);
    if (m.input.options.alpha_shape === 'separate') {
      (deep ? s.K_Hy_far : s.K_Hy)(r);
      (deep ? s.K_Hz_far : s.K_Hz)(r);
      return s.alpha_two(r);
    }
    if (deep) s.K_H_far(r);
    else s.K_H(r);
    return s.alpha(r);
  };
  const unknown = concrete.B_y === undefined && concrete.B_z === undefined && concrete.H === undefined;
  let alpha: number;
  if (concrete.alpha !== undefined) alpha = s.alpha_given(r);
  else if (unknown) alpha = s.alpha_unknown(r);
  else alpha = scale(plateBox);
  let { f_jd, c } = strength();
  let pieces = effectivePieces(m, c);
  if (concrete.alpha === undefined && !unknown && m.input.options.loaded_area === 'effective') {
    // The loaded area depends on the strength that it gives; only the last round is recorded.
    const steps = r.steps;
    r.steps = null;
    for (let i = 0; i < 500; i += 1) {
      const before = alpha;
      alpha = scale(boxOf(pieces));
      ({ f_jd, c } = strength());
      pieces = effectivePieces(m, c);
      if (Math.abs(alpha - before) < 1e-12) break;
    }
    if (steps) {
      r.steps = steps;
      alpha = scale(boxOf(pieces));
      ({ f_jd, c } = strength());
    }
  }
  const A_eff = s.A_eff(r, momentsOf(pieces).A);
  return { f_jd, c, A_eff, alpha, E_cm, pieces };
}

function boxOf(pieces: readonly number[][]): BaseModel['plateBox'] {
  const ys = pieces.flatMap((p) => p.filter((_, i) => i % 2 === 0));
  const zs = pieces.flatMap((p) => p.filter((_, i) => i % 2 === 1));
  return { y1: Math.min(...ys), y2: Math.max(...ys), z1: Math.min(...zs), z2: Math.max(...zs) };
}

/** What keeps the joint coefficient from its value, in words. */
export function groutNotes(m: BaseModel): string[] {
  const u = m.basis.units;
  return groutConditions(m)
    .filter((x) => !x.met)
    .map(
      (x) =>
        `the grout limits the bearing strength: ${x.title.toLowerCase()} ${u.quantity(x.actual, x.unit, 4)}, needed ${x.sense === '>=' ? 'at least' : 'at most'} ${u.quantity(x.limit, x.unit, 4)}`,
    );
}
