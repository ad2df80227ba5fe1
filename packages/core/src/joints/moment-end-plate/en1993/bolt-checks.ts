import { quiet, type Run, at } from '../../../formula/index.ts';
import type { MomentPlateModel } from '../model.ts';
import { nearTo } from './edges.ts';
import { placeOf, prying, valueOf, type Worked } from './forces.ts';
import type { Out } from './results.ts';
import { bolts, sheet } from './sheet.ts';
import { boltShear, plateShear, shearMultiple, tableShear } from './shear.ts';
import type { Resist } from './work.ts';

const pulled = sheet.section('bolt-tension');
const boltForce = {
  F: pulled.found('F_r', 'kN', 'tension of the row', 'from the forces of the rows'),
  Q: pulled.found(
    'Q',
    'kN',
    'prying force of a bolt, in proportion to that at the resistance of its T-stub',
    'estimated below the resistance',
  ),
  B: pulled.f('B', 'kN', 'F_r/2+Q', 'tension of a bolt', 'EN 1993-1-8, 6.2.4'),
};
const punched = sheet.section('bolt-punching');
const punch = {
  B: punched.found('B', 'kN', 'tension of a bolt', 'from bolt-tension'),
  R: punched.f('B_Rd', 'kN', 'B_p_Rd', 'punching of the thinner part', 'EN 1993-1-8, Table 3.4'),
};
const slight = sheet.section('bolt-tension-small');
const slightUse = {
  B: slight.found('B', 'kN', 'greatest tension of a bolt, with the axial force and prying', 'from the forces of the rows'),
  u: slight.f('u', '-', 'B/F_t_Rd', 'use in tension', 'EN 1993-1-8, Table 3.4'),
};

/** Gives the edges of the code that its steps make, in words. */
export function boltChecks(m: MomentPlateModel, resist: Resist, w: Worked, names: readonly string[], out: Out, r: Run): string[] {
  const most = Math.max(...w.bolt);
  const i = w.bolt.indexOf(most);
  const where = most > 0 ? names[i]! : '';
  at(r, where, () => {
    boltForce.F(r, w.F[i]!);
    boltForce.Q(r, w.Q[i]!);
    boltForce.B(r);
    punch.B(r, most);
    punch.R(r);
  });
  out.strength('bolt-tension', most, valueOf(r, bolts.F_t_Rd), 'kN', { where });
  out.strength('bolt-punching', most, valueOf(r, bolts.B_p), 'kN', { where });
  const bearing = resist.bearing(r);
  const edges = shearCheck(m, w, bearing, names, out, r);
  smallTension(m, w, bearing, out, r);
  out.strength('bolt-bearing-plate', w.V, bearing.plate.V, 'kN');
  if (bearing.column) out.strength('bolt-bearing-column', w.V, bearing.column.V, 'kN');
  else out.skip('bolt-bearing-column', 'no column in this joint');
  out.strength('plate-shear-gross', w.V, plateShear.gross(r), 'kN');
  out.strength('plate-shear-net', w.V, plateShear.net(r), 'kN');
  out.strength('beam-shear', w.V, plateShear.beam(r), 'kN');
  return edges;
}

type BearingOf = ReturnType<Resist['bearing']>;

function shearCheck(m: MomentPlateModel, w: Worked, bearing: BearingOf, names: readonly string[], out: Out, r: Run): string[] {
  const { R, M, N, V } = w;
  const pulling = R.state.rows.flatMap((row, i) =>
    R.rows[i]!.F > 0 ? [{ index: row.index, M: R.rows[i]!.F * R.state.h[i]! }] : [],
  );
  const all = m.input.options.shear_rows === 'all';
  const axialTension = N > 0 && !w.small;
  const firstRows = (k: number): ReadonlySet<number> => new Set(pulling.slice(0, k).map((p) => p.index));
  const inAxial = new Set(axialTension ? [...w.axial!.rows].filter(([, F]) => F > 0).map(([i]) => i) : []);
  const shearOf = (needed: ReadonlySet<number>): number => boltShear(r, bearing, (i) => needed.has(i) || inAxial.has(i), names);
  const sums = pulling.map(
    (
      (sum) => (p) =>
        (sum += p.M)
    )(0),
  );
  const count = M === 0 ? 0 : sums.findIndex((x) => x >= Math.abs(M) - 1e-9 * R.M) + 1 || pulling.length;
  const fixed = all || axialTension || M === 0;
  const needed = all || axialTension ? firstRows(pulling.length) : firstRows(count);
  const multiple =
    V === 0 || fixed ? undefined : quiet(r, () => shearMultiple((k) => shearOf(firstRows(k)), sums, V, Math.abs(M)));
  const V_Rd = shearOf(needed);
  out.strength('bolt-shear', V, V_Rd, 'kN', multiple === undefined ? {} : { multiple });
  if (V > 0 && needed.size)
    out.note(
      () =>
        `rows needed for tension, which keep 0.4/1.4 of their shear: ${[...needed].map((i) => names[i]!.replace('row ', '')).join(', ')}`,
    );
  if (V === 0 || fixed) return [];
  // A little more moment asks for one row more.
  const step = sums.slice(0, -1).findIndex((x) => nearTo(Math.abs(M), x));
  if (step < 0) return [];
  const [under, over] = quiet(r, () => [step + 1, step + 2].map((k) => shearOf(firstRows(k)))) as [number, number];
  const { units } = m.basis;
  const own =
    V > over && V <= under
      ? `; by Table 3.4 with the tension of each bolt they take ${units.quantity(
          tableShear(r, bearing, (i) => w.bolt[i]!),
          'kN',
        )}`
      : '';
  return [
    `a moment of ${units.quantity(sums[step]!, 'kNm')}: up to it the bolts take ${units.quantity(under, 'kN')} of shear, over it one row more is needed for tension, and they take ${units.quantity(over, 'kN')} (6.2.2(2))${own}`,
  ];
}

/** Axial tension under 5 % loads the bolts all the same. */
function smallTension(m: MomentPlateModel, w: Worked, bearing: BearingOf, out: Out, r: Run): void {
  if (!w.small || w.N <= 0 || !w.axial || w.axial.N <= 0) return;
  const { R, u_M, u_N } = w;
  const tension = m.rows.map((_, index) => {
    const i = placeOf(R, index);
    const F = u_M * (i < 0 ? 0 : R.rows[i]!.F) + u_N * (w.axial!.rows.get(index) ?? 0);
    return F / 2 + (i < 0 ? 0 : prying(R, i, F));
  });
  slightUse.B(r, Math.max(...tension));
  const pull = slightUse.u(r);
  const V_Rd = w.V > 0 ? tableShear(r, bearing, (i) => tension[i]!) : Infinity;
  if (V_Rd > 0) out.strength('bolt-tension-small', Math.max(pull, w.V / V_Rd), 1, '-');
  else out.strength('bolt-tension-small', w.V, 0, 'kN');
}
