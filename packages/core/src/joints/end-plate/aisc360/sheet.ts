import type { Side } from '../../../checks/sided.ts';
import { Sheet, type Run } from '../../../formula/index.ts';
import { beamEndCommon, type BeamEndCase } from '../../../standards/aisc360/beam-end.ts';
import { endBoltsCommon, type EndBoltsCase } from '../../../standards/aisc360/end-bolts.ts';
import { aiscSettings, isLrfd } from '../../../standards/aisc360/standard.ts';
import { rowStrengths } from '../../beam-end/aisc360/bears.ts';
import { columnFillet, columnSizes, jointSlots, layOutJoint } from '../../beam-end/aisc360/lay-out.ts';
import type { Clear } from '../../beam-end/clearances.ts';
import type { EndPlateModel } from '../model.ts';

/** A shear end plate to AISC 360: geometry as it was looked up. */
export interface EndPlateCase extends BeamEndCase, EndBoltsCase, Clear {
  readonly m: EndPlateModel;
  readonly notchTop: boolean;
  readonly l_n: number;
}

export const sheet = new Sheet();
const g = sheet.given.bind(sheet);
export const slots = {
  ...jointSlots(sheet),
  t_p: g('t_p', 'mm', 'thickness of the plate'),
  L: g('L', 'mm', 'depth of the plate'),
  b_p: g('b_p', 'mm', 'width of the plate'),
  g_p: g('g', 'mm', 'gauge of the bolt lines'),
  s_p: g('s_p', 'mm', 'smallest spacing of rows, the depth of the plate where there is one'),
  L_w: g('L_w', 'mm', 'length of the welds along the web'),
  F_y_p: g('F_y_p', 'MPa', 'yield strength of the plate'),
  F_u_p: g('F_u_p', 'MPa', 'tensile strength of the plate'),
  l_ev_p: g('l_ev_p', 'mm', 'first row to the top of the plate'),
  d_hv_p: g('d_hv_p', 'mm', 'hole in the plate, vertical'),
  d_hh_p: g('d_hh_p', 'mm', 'hole in the plate, horizontal'),
  d_hv_s: g('d_hv_s', 'mm', 'hole in the support, vertical'),
  d_hh_s: g('d_hh_s', 'mm', 'hole in the support, horizontal'),
};

const s = sheet.commonSection('geometry');
const R = s.f('R', 'kN', 'sqrt(V^2+N^2)', 'resultant of reaction and axial force');
const values = [
  s.f('d_nv_p', 'mm', 'd_hv_p+1.5875[mm]', 'hole in the plate for its net area, vertical', 'AISC 360-22, B4.3b'),
  s.f('d_nh_p', 'mm', 'd_hh_p+1.5875[mm]', 'hole in the plate for its net area, horizontal', 'AISC 360-22, B4.3b'),
  s.f('l_eh_p', 'mm', '(b_p-g)/2', 'bolt line to the edge of the plate'),
  s.f('L_e', 'mm', 'max(0[mm], L_w-2*w)', 'effective length of each weld, not returned round the ends'),
];
const bolts = endBoltsCommon(s, '2*n');
const ends = beamEndCommon(s);
function common(r: Run): void {
  for (const f of values) f(r);
  bolts(r);
  ends(r, false);
}

/** Length of the welds on the web: over the plate, of full depth between the fillets or what a cope leaves. */
export const weldLength = (m: EndPlateModel): number => {
  if (!m.input.plate.full_depth) return m.input.plate.h;
  const root = m.beam.tf + m.beam.r;
  return m.beam.h - (m.notchTop ? m.d_nt : root) - (m.notchBottom ? m.d_nb : root);
};

function caseOf(m: EndPlateModel, clearances: Clear['clearances']): EndPlateCase {
  const { bolts: b, holes, plate } = m.input;
  return {
    m,
    clearances,
    notchTop: m.notchTop,
    l_n: m.l_n,
    lrfd: isLrfd(m.basis),
    slip: { bolts: b, holes: [holes.plate, holes.support], units: m.basis.units },
    copedTop: m.notchTop,
    copedBottom: m.notchBottom,
    rows: 0,
    lines: 0,
    onColumnFlange: m.support.type === 'column_flange',
    column: columnSizes(m),
    filletKnown: columnFillet(m) !== null,
    bears: (r) => {
      const [V, far] = [r.v[slots.V.index]!, r.v[slots.V_far.index]!];
      const strengths = rowStrengths(aiscSettings(m.basis), {
        at: m.rows,
        d: b.d,
        shear: r.v[slots.F_nv.index]! * (Math.PI / 4) * b.d ** 2,
        fitting: { t: plate.t, F_u: m.plateSteel.f_u, hole: holes.plate, d_v: m.hole.plate.d_v, end: m.e1 },
        support: { t: m.support.t, F_u: m.support.steel.f_u, hole: holes.support, d_v: m.hole.support.d_v, end: m.e_bottom },
        share: V / (V + far),
      });
      return 2 * strengths.reduce((sum, x) => sum + x, 0);
    },
  };
}

/** Lays out the values of one side with where each came from. */
export function sideOf(m: EndPlateModel, clearances: Clear['clearances'], turned: boolean): Side<EndPlateCase> {
  const { plate, holes, bolts: b } = m.input;
  const lay = layOutJoint(slots, sheet, m, { gap: plate.t, gapRef: 'plate.t: the beam ends at the plate', turned });
  lay.input(slots.t_p, plate.t, 'plate.t');
  lay.input(slots.L, plate.h, 'plate.h');
  lay.input(slots.b_p, plate.b, 'plate.b');
  lay.input(slots.g_p, b.p3, 'bolts.p3');
  lay.input(slots.s_p, Math.min(plate.h, ...m.rows.slice(1).map((z, i) => z - m.rows[i]!)), 'bolts.p1');
  lay.input(slots.L_w, weldLength(m), plate.full_depth ? 'clear web behind a plate of full depth' : 'plate.h');
  lay.steel(slots.F_y_p, slots.F_u_p, m.plateSteel, 'plate', plate.steel, plate.t);
  lay.input(slots.l_ev_p, m.e1, 'plate.e1 and the rows');
  lay.hole(slots.d_hv_p, slots.d_hh_p, m.hole.plate, holes.plate);
  lay.hole(slots.d_hv_s, slots.d_hh_s, m.hole.support, holes.support);
  return { c: caseOf(m, clearances), lay, acting: R, common };
}
