import { lineOf } from './plate-lines.ts';
import { STEEL_E } from '../../../catalogue/properties.ts';
import { quiet, type Run, at } from '../../../formula/index.ts';
import { clip, type Polygon } from '../../../geometry/polygon.ts';
import { contactPieces, solveContact } from '../../../standards/en1993/contact.ts';
import { type Bed, type Contact, type Load } from '../../../standards/en1993/contact-bed.ts';
import type { BaseModel } from '../model.ts';
import { flangeInSection, flangeResistance, webTension } from './lever.ts';
import { momentBeside } from './lever-checks.ts';
import { biax, comp, contact } from './method-sheet.ts';
import { anchorTStub, innerRow, rowTStub, webSides } from './plate.ts';
import type { BaseResults } from './results.ts';
import { anchor } from './sheet.ts';
import { inTension, noForces, type BaseGeometry, type BaseState, type Forces } from './state.ts';
import { sectionStiffness } from './stiffness.ts';
import { anchorList } from './words.ts';

export const NO_EQUILIBRIUM = 'no equilibrium: the base cannot carry these actions';

/** The bed of the section method, with its stiffnesses. */
export const bedOf = (m: BaseModel, geo: BaseGeometry): Bed => ({
  region: geo.region,
  law: m.input.options.law,
  k_w: geo.k_w,
  f_jd: geo.b.f_jd,
  anchors: m.anchors.map((a) => ({ ...a, k: m.input.options.k_a ?? (STEEL_E * m.size.A_s) / geo.L_b })),
});

export function bySection(m: BaseModel, geo: BaseGeometry, r: Run, load: Load, out: BaseResults): Forces {
  const { input } = m;
  const bed = bedOf(m, geo);
  const found = solveContact(bed, load);
  if (!found) {
    out.notes.push(NO_EQUILIBRIUM);
    out.strength('contact-pressure', geo.b.f_jd, 0, 'MPa');
    return { ...noForces(m, geo), method: 'section' };
  }
  contactValues(m, geo, r, bed, found);
  const sigma = pressureCheck(geo, r, bed, found, out);
  // Full contact: the plate bends beyond the column and inside the tube.
  if (found.C > 0) plateUnderPressure(m, geo, r, bed, found, sigma, out);
  pulledChecks(m, geo, r, load, found, out);
  const both = load.M_y !== 0 && load.M_z !== 0;
  if (both && m.column.shape === 'RHS' && input.plate.shape === 'rectangle' && input.anchors.pattern.type === 'rows')
    biaxial(m, geo, r, load, out);
  flangeInSection(r, m, load, out);
  sectionStiffness(r, m, bed, load, geo.springs, found, out);
  const bearing: BaseState['bearing'] = () =>
    contactPieces(bed, found).map((piece) => ({ piece, sigma: cornersOf(piece).map(([y, z]) => stressAt(bed, found, y, z)) }));
  return {
    ...noForces(m, geo),
    method: 'section',
    F: found.F,
    C: found.C,
    y_C: found.y_C,
    z_C: found.z_C,
    contact: found,
    bearing,
  };
}

/** What the contact came to, written into the run. */
function contactValues(m: BaseModel, geo: BaseGeometry, r: Run, bed: Bed, found: Contact): void {
  const { input } = m;
  const T = found.T;
  contact.A(r, geo.region.moments.A);
  if (input.options.k_w === undefined) contact.k_w(r);
  else contact.k_w_in(r, input.options.k_w);
  if (bed.anchors.length) contact.k_a(r, bed.anchors[0]!.k);
  contact.p_0(r, found.p_0);
  contact.p_y(r, found.p_y);
  contact.p_z(r, found.p_z);
  contact.C(r, found.C);
  contact.y_C(r, found.y_C);
  contact.z_C(r, found.z_C);
  contact.area(r, found.area);
  contact.T(r, T);
  const pull = (of: (i: number) => number): number => (T > 0 ? m.anchors.reduce((s, _, i) => s + found.F[i]! * of(i), 0) / T : 0);
  contact.y_T(
    r,
    pull((i) => m.anchors[i]!.y),
  );
  contact.z_T(
    r,
    pull((i) => m.anchors[i]!.z),
  );
  contact.N(r);
  contact.My(r);
  contact.Mz(r);
  contact.residual(r, found.residual);
  contact.p_max(r, found.p_max);
}

/** The pressure against the strength of the bed; gives the greatest. */
function pressureCheck(geo: BaseGeometry, r: Run, bed: Bed, found: Contact, out: BaseResults): number {
  const { f_jd } = geo.b;
  let sigma = found.sigma_max;
  if (bed.law === 'winkler') {
    sigma = contact.sigma(r);
    if (found.C > 0) out.strength('contact-pressure', sigma, f_jd, 'MPa');
    else out.skip('contact-pressure', 'nothing is in contact');
  } else {
    contact.sigma_law(r, sigma);
    if (bed.law === 'parabola') {
      contact.p_c2(r);
      out.strength('contact-pressure', sigma, f_jd, 'MPa', { utilisation: contact.u_par(r) });
    } else out.strength('contact-pressure', sigma, f_jd, 'MPa', { utilisation: found.block ? sigma / f_jd : contact.u_uni(r) });
    out.notes.push('the utilisation of this law does not grow with the load in proportion');
  }
  return sigma;
}

/** The plate beside the anchors that are pulled. */
function pulledChecks(m: BaseModel, geo: BaseGeometry, r: Run, load: Load, found: Contact, out: BaseResults): void {
  const idx = inTension(found.F, load.N, found.C);
  if (!idx.length) return;
  const u = (i: number): number => found.F[i]! / geo.local[i]!.F_Rd;
  const worst = idx.reduce((p, q) => (u(q) > u(p) * (1 + 1e-9) ? q : p));
  const shared = m.column.shape === 'I' ? sharedLines(m, geo, r, found.F, idx) : [];
  const line = shared.reduce<SharedLine | null>((a, b) => (a && a.u >= b.u ? a : b), null);
  if (line && line.u > u(worst)) {
    at(r, anchorList(line.idx), () => {
      rowTStub(r, m, line.row, geo.L_b);
      out.strength('plate-anchor-local', line.F, line.F / line.u, 'kN', { where: anchorList(line.idx) });
    });
  } else
    at(r, `anchor ${worst}`, () => {
      anchorTStub(r, m, worst, geo.L_b);
      out.strength('plate-anchor-local', found.F[worst]!, geo.local[worst]!.F_Rd, 'kN', { where: `anchor ${worst}` });
    });
  if (m.column.shape === 'I') innerRows(m, geo, r, found.F, idx, out);
}

const cornersOf = (p: Polygon): [number, number][] => Array.from({ length: p.length / 2 }, (_, i) => [p[2 * i]!, p[2 * i + 1]!]);

/** Pressure at a point, MPa. */
function stressAt(bed: Bed, c: Contact, y: number, z: number): number {
  const p = Math.max(0, c.p_0 + c.p_y * y + c.p_z * z);
  if (bed.law === 'winkler') return bed.k_w * p;
  if (bed.law === 'uniform') return p > 0 ? c.sigma_max : 0;
  const s = Math.min(1, (p * bed.k_w) / (2 * bed.f_jd));
  return bed.f_jd * (2 * s - s * s);
}

function plateUnderPressure(
  m: BaseModel,
  geo: BaseGeometry,
  r: Run,
  bed: Bed,
  found: Contact,
  sigma: number,
  out: BaseResults,
): void {
  comp.s_max(r, sigma);
  if (m.input.options.contact === 'effective') {
    out.strength('plate-compression-bending', comp.m_c(r), r.v[anchor.m_el.def.slot.index]!, 'Nmm/mm', { info: true });
    return;
  }
  const pressed = contactPieces(bed, found);
  let worst = 0;
  for (let i = 0; i < 180; i += 1) {
    const line = lineOf(geo.scan(), i * 4);
    if (line.length <= 0) continue;
    const [u, v] = [Math.cos(line.theta), Math.sin(line.theta)];
    let moment = 0;
    for (const piece of pressed) {
      const beyond = clip(piece, -line.offset, u, v);
      if (!beyond.length) continue;
      // The pressure is linear or a parabola over the piece: a fan of triangles with the mid-edge rule, each split twice.
      moment += fan(beyond, (y, z) => stressAt(bed, found, y, z) * (y * u + z * v - line.offset));
    }
    worst = Math.max(worst, moment / line.length);
  }
  const { shape, h, b, t_f } = m.column;
  const inner = Math.min(h, b) - 2 * t_f;
  const panel = shape === 'CHS' ? (3.3 / 16) * sigma * (h / 2 - t_f) ** 2 : (sigma * inner ** 2) / 8;
  const m_el = r.v[anchor.m_el.def.slot.index]!;
  if (panel > worst)
    at(r, 'inside', () => {
      comp.m_panel(r, panel);
      out.strength('plate-compression-bending', panel, m_el, 'Nmm/mm', { where: 'inside' });
    });
  else
    at(r, 'outside', () => {
      comp.m_line(r, worst);
      out.strength('plate-compression-bending', worst, m_el, 'Nmm/mm', { where: 'outside' });
    });
}

/** Integral of a function over a convex polygon: exact to degree 2 on each of its triangles, which are split for what is not. */
function fan(p: Polygon, f: (y: number, z: number) => number): number {
  const triangle = (ya: number, za: number, yb: number, zb: number, yc: number, zc: number, deep: number): number => {
    const [yd, zd, ye, ze, yf, zf] = [(ya + yb) / 2, (za + zb) / 2, (yb + yc) / 2, (zb + zc) / 2, (yc + ya) / 2, (zc + za) / 2];
    if (deep)
      return (
        triangle(ya, za, yd, zd, yf, zf, deep - 1) +
        triangle(yd, zd, yb, zb, ye, ze, deep - 1) +
        triangle(yf, zf, ye, ze, yc, zc, deep - 1) +
        triangle(yd, zd, ye, ze, yf, zf, deep - 1)
      );
    return (Math.abs((yb - ya) * (zc - za) - (yc - ya) * (zb - za)) / 6) * (f(yd, zd) + f(ye, ze) + f(yf, zf));
  };
  let sum = 0;
  for (let i = 2; i + 3 < p.length; i += 2) sum += triangle(p[0]!, p[1]!, p[i]!, p[i + 1]!, p[i + 2]!, p[i + 3]!, 1);
  return sum;
}

interface SharedLine {
  readonly idx: readonly number[];
  readonly F: number;
  readonly u: number;
  readonly row: ReturnType<typeof innerRow>;
}

/** Anchors behind each other beside the web bend the plate along one line: sum F m against m_pl l. */
function sharedLines(m: BaseModel, geo: BaseGeometry, r: Run, F: readonly number[], idx: readonly number[]): SharedLine[] {
  return innerLevels(m, idx).flatMap(({ row }) =>
    webSides(row.map((i) => ({ ...m.anchors[i]!, i }))).flatMap((side): SharedLine[] => {
      if (side.length < 2) return [];
      const force = side.reduce((sum, q) => sum + F[q.i]!, 0);
      const geometry = innerRow(m, side, m.anchors);
      const distance = side.reduce((sum, q) => sum + F[q.i]! * Math.abs(q.y), 0) / force - m.column.t_w / 2;
      const one = { ...geometry, distance };
      const t = quiet(r, () => rowTStub(r, m, one, geo.L_b));
      return [{ idx: side.map((q) => q.i), F: force, u: force / t.F_Rd, row: one }];
    }),
  );
}

/** Pulled anchors between the flanges, by their place along the web. */
function innerLevels(m: BaseModel, idx: readonly number[]): { z: number; row: number[] }[] {
  const inner = idx.filter((i) => Math.abs(m.anchors[i]!.z) < m.column.h / 2 - m.column.t_f);
  const levels = [...new Set(inner.map((i) => Math.round(m.anchors[i]!.z * 1e3)))];
  return levels.map((level) => ({ z: level / 1e3, row: inner.filter((i) => Math.round(m.anchors[i]!.z * 1e3) === level) }));
}

/** Rows between the flanges pull at the web: the sum of the anchors on both its sides at one z. */
function innerRows(
  m: BaseModel,
  geo: BaseGeometry,
  r: Run,
  F: readonly number[],
  idx: readonly number[],
  out: BaseResults,
): void {
  let worst: { z: number; F: number; b: number; u: number } | null = null;
  for (const { z, row } of innerLevels(m, idx)) {
    const places = row.map((i) => m.anchors[i]!);
    const t = quiet(r, () => rowTStub(r, m, innerRow(m, places, m.anchors), geo.L_b));
    const b = t.l_1 / webSides(places).length;
    const force = row.reduce((s, i) => s + F[i]!, 0);
    const u = force / b;
    if (!worst || u > worst.u) worst = { z, F: force, b, u };
  }
  if (!worst) return;
  const { b, F: force, z } = worst;
  at(r, `row at z ${m.basis.units.near(z)}`, () => {
    webTension.b_eff(r, b);
    out.strength('column-web-tension', force, webTension.F(r), 'kN', { where: `row at z ${m.basis.units.near(z)}` });
  });
}

function biaxial(m: BaseModel, geo: BaseGeometry, r: Run, load: Load, out: BaseResults): void {
  const [y, z] = [geo.lever('y'), geo.lever('z')];
  if (typeof y === 'string' || typeof z === 'string')
    return out.skip('base-moment-biaxial-linear', typeof y === 'string' ? y : (z as string));
  const M_y = momentBeside(y, load.N, Math.sign(load.M_y), flangeResistance(r, m, 'y', 0));
  const M_z = momentBeside(z, load.N, Math.sign(load.M_z), flangeResistance(r, m, 'z', 0));
  if (M_y <= 0 || M_z <= 0) {
    out.strength('base-moment-biaxial-linear', 1, 0, '-', { info: true });
    return;
  }
  biax.M_y_Ed(r, load.M_y);
  biax.M_z_Ed(r, load.M_z);
  biax.M_y_Rd(r, M_y);
  biax.M_z_Rd(r, M_z);
  out.strength('base-moment-biaxial-linear', biax.u(r), 1, '-', { info: true });
}
