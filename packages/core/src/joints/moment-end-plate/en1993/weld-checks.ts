import { quiet, type Run, at } from '../../../formula/index.ts';
import type { MomentPlateModel } from '../model.ts';
import { placeOf, type Worked } from './forces.ts';
import type { Out } from './results.ts';
import { rowName } from './stubs.ts';
import { compressionWeld, tensionWeld, webWeld } from './welds.ts';

/** A weld: by the actual force, by that at the joint's resistance, or as strong as the part. */
function weldCheck(
  m: MomentPlateModel,
  out: Out,
  id: 'weld-tension-flange' | 'weld-compression-flange',
  o: { actual: number; atResistance: number; cap: number; resistance: number; full: number; throat: number; where?: string },
): void {
  const { design } = m.input.welds;
  const actual = Math.min(o.actual, o.cap);
  if (actual === 0) {
    out.skip(id, 'this combination puts no load on it');
    return;
  }
  const multiple = o.resistance / actual;
  const most = Math.min(Math.max(o.actual, o.atResistance), o.cap);
  const where = o.where === undefined ? {} : { where: o.where };
  if (design === 'full') weldResult(out, id, o.full, o.throat, 'mm', multiple, where);
  else weldResult(out, id, design === 'resistance' ? most : actual, o.resistance, 'kN', multiple, where);
  if (design === 'force' && o.resistance < most)
    out.missing('weld-cover', "The weld does not cover the joint's resistance: the row forces must not redistribute (6.2.3(4)).");
}

/** A weld that covers the load and not the joint's resistance breaks a rule, and does not give. */
function weldResult(
  out: Out,
  id: 'weld-tension-flange' | 'weld-compression-flange' | 'weld-web',
  demand: number,
  resistance: number,
  unit: 'kN' | 'mm' | 'MPa',
  multiple: number,
  where: { readonly where?: string },
): void {
  out.strength(id, demand, resistance, unit, {
    multiple,
    ...where,
    ...(demand > resistance && multiple >= 1 ? { pass: true } : {}),
  });
  if (demand > resistance && multiple >= 1)
    out.missing(
      'weld-cover',
      "A weld is weaker than the joint's own resistance, which 6.2.3(4) does not allow: make it thicker.",
    );
}

export function weldChecks(m: MomentPlateModel, w: Worked, out: Out, r: Run): void {
  webWeldCheck(m, w, out, r);
  if (m.input.welds.flanges === 'butt')
    for (const id of ['weld-tension-flange', 'weld-compression-flange'] as const)
      out.skip(id, 'a butt weld of full penetration is as strong as the flange (4.7.1)');
  else flangeWeldChecks(m, w, out, r);
}

function flangeWeldChecks(m: MomentPlateModel, w: Worked, out: Out, r: Run): void {
  const { R, F, M } = w;
  const { state } = R;
  const t = state.turned;
  const { welds } = m.input;
  const atFlange = (kind: 'ten' | 'com'): number[] => {
    const inside = t.rows.filter((x) => x.role === 'auto' && x.y < 0 && x.y > -t.H);
    const near = kind === 'ten' ? inside.slice(0, 2) : inside.slice(-2);
    return [...t.rows.filter((x) => x.role === 'auto' && (kind === 'ten' ? x.y > 0 : x.y < -t.H)), ...near].map((x) => x.index);
  };
  const resistanceOf = (index: number): number => R.rows[placeOf(R, index)]?.F ?? 0;
  const sumOver = (list: readonly number[], of: (i: number) => number): number => list.reduce((x, i) => x + of(i), 0);
  const tension = tensionWeld(t, r);
  const near = atFlange('ten');
  weldCheck(m, out, 'weld-tension-flange', {
    ...tension,
    actual: sumOver(near, (i) => F[i]!),
    atResistance: M === 0 ? 0 : sumOver(near, resistanceOf),
    throat: t.ten.a,
  });
  const other = compressionWeld(t, r);
  if (w.N > 0 && !w.small) {
    const force = sumOver(atFlange('com'), (i) => F[i]!);
    weldCheck(m, out, 'weld-tension-flange', {
      ...other,
      actual: force,
      atResistance: 0,
      throat: t.com.a,
      where: 'other flange',
    });
  }
  if (welds.sawn)
    out.skip('weld-compression-flange', 'the force passes in bearing: nominal weld; the shop must keep the contact');
  else
    weldCheck(m, out, 'weld-compression-flange', { ...other, actual: w.C, atResistance: M === 0 ? 0 : R.sum, throat: t.com.a });
}

function webWeldCheck(m: MomentPlateModel, w: Worked, out: Out, r: Run): void {
  const { R, F, M, V } = w;
  const { state } = R;
  const force = state.rows.map((row) => F[row.index]!);
  const own = R.rows.map((f) => f.F);
  const lines = [...state.plate.alone, ...state.plate.groups.flat()].filter((x) => state.inside[x.from] && state.inside[x.to]);
  const most = (of: readonly number[]): { q: number; where: string } => {
    let best = { q: 0, where: '' };
    for (const x of lines) {
      const sum = of.slice(x.from, x.to + 1).reduce((a, b) => a + b, 0);
      const q = sum / Math.min(x.l_cp, x.l_nc);
      if (q > best.q * (1 + 1e-12)) best = { q, where: rowName(state.rows, x.from, x.to) };
    }
    return best;
  };
  const actual = most(force);
  const atResistance = most(own.map((x, i) => (M === 0 ? force[i]! : Math.max(x, force[i]!))));
  const { design } = m.input.welds;
  const used = ({ stress, f_vw, across }: ReturnType<typeof webWeld>): number => Math.max(stress / f_vw, across);
  const real = quiet(r, () => webWeld(r, actual.q));
  if (actual.q === 0 && V === 0) {
    out.skip('weld-web', 'this combination puts no load on it');
    return;
  }
  const by = design === 'resistance' ? atResistance : actual;
  const multiple = 1 / used(real);
  const where = by.where && design !== 'full' ? { where: by.where } : {};
  const covers = used(quiet(r, () => webWeld(r, atResistance.q))) <= 1;
  const found = at(r, where.where ?? '', () => webWeld(r, by.q));
  if (design === 'full') weldResult(out, 'weld-web', found.full, m.input.welds.web, 'mm', multiple, where);
  else weldResult(out, 'weld-web', used(found) * found.f_vw, found.f_vw, 'MPa', multiple, where);
  if (design === 'force' && !covers)
    out.missing('weld-cover', "The weld does not cover the joint's resistance: the row forces must not redistribute (6.2.3(4)).");
}
