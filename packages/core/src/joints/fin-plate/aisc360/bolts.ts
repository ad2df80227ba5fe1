import type { CheckDef, Loading } from '../../../checks/check.ts';
import type { FormulaSection, Run } from '../../../formula/index.ts';
import { coefficientOf } from '../../../standards/aisc360/eccentric.ts';
import { plyStrength } from '../../../standards/aisc360/bearing.ts';
import { slipCheck } from '../../../standards/aisc360/slip.ts';
import { available, strengthCheck } from '../../../standards/aisc360/available.ts';
import { aiscSettings } from '../../../standards/aisc360/standard.ts';
import { pitches } from '../../pitches.ts';
import { sheet, slots, type BoltLimit, type SinglePlateCase as Case } from './sheet.ts';

type Check = CheckDef<Case>;
const GROUP = 'AISC 360-22, J3.7; Manual, part 7';
const NO_CENTRE = 'The bolt group has no centre under this load: one bolt takes no moment.';

/** Forces as they act: down, and away from the support. */
const acting = (r: Run, l: Loading): [number, number] => [
  r.v[slots.V.index]!,
  (l.axial === 'compression' ? -1 : 1) * r.v[slots.N.index]!,
];
const lacking = (c: Case, r: Run, l: Loading): boolean => c.group(...acting(r, l)).counts === null;

/** Coefficient of the group, found for the direction of the load. */
const coefficient = (s: FormulaSection) =>
  coefficientOf<Case>(s, {
    symbol: 'C',
    unit: '-',
    text: 'strength of the group over that of one bolt',
    clause: GROUP,
    method: (c) => aiscSettings(c.m.basis).bolt_groups,
    group: (c, r, l) => c.group(...acting(r, l)),
  });

/** Each bolt's least strength (basis 5, sp-bolt-bearing). `V` down and `N` away from the support, of any size: their direction counts. */
function boltLimits(c: Case, F_nv: number, V: number, N: number): BoltLimit[] {
  const { m, extended } = c;
  const { bolts, plate, web, holes } = m.input;
  const settings = aiscSettings(m.basis);
  const R = Math.hypot(V, N);
  const shear = F_nv * (Math.PI / 4) * bolts.d ** 2;
  const spacing = pitches(bolts);
  const last = bolts.n1 - 1;
  const parts = [
    {
      name: 'plate',
      t: plate.t,
      F_u: m.plateSteel.f_u,
      hole: holes.plate,
      v: (row: number): number => (row === last ? m.e1_bot - m.hole.plate.d_v / 2 : spacing[row]! - m.hole.plate.d_v),
      h: (line: number): number =>
        N < 0 && !extended
          ? line === 0
            ? Infinity
            : bolts.p2 - m.hole.plate.d_h
          : line === bolts.n2 - 1
            ? plate.e2 - m.hole.plate.d_h / 2
            : bolts.p2 - m.hole.plate.d_h,
    },
    {
      name: 'web',
      t: m.beam.tw,
      F_u: m.beamSteel.f_u,
      hole: holes.web,
      v: (row: number): number =>
        row === 0 ? (c.copedTop ? m.top_to_bolt - m.d_nt - m.hole.web.d_v / 2 : Infinity) : spacing[row - 1]! - m.hole.web.d_v,
      h: (line: number): number =>
        N < 0 && !extended
          ? line === bolts.n2 - 1
            ? Infinity
            : bolts.p2 - m.hole.web.d_h
          : line === 0
            ? web.e2b - settings.underrun - m.hole.web.d_h / 2
            : bolts.p2 - m.hole.web.d_h,
    },
  ] as const;
  const out: BoltLimit[] = [];
  for (let row = 0; row < bolts.n1; row += 1)
    for (let line = 0; line < bolts.n2; line += 1) {
      let least: BoltLimit = { row, line, r: shear, by: 'shear' };
      for (const p of parts) {
        const along = (clear: number, force: number): number => (force === 0 ? Infinity : (clear * R) / Math.abs(force));
        const l_c = extended ? Math.min(p.v(row), p.h(line)) : Math.min(along(p.v(row), V), along(p.h(line), N));
        const { bearing: b, tearout } = plyStrength(settings, bolts.d, p, l_c);
        for (const [by, x] of [
          [`bearing ${p.name}`, b],
          [`tearout ${p.name}`, tearout],
        ] as const)
          if (x < least.r - 1e-9 * least.r) least = { row, line, r: x, by };
      }
      out.push(least);
    }
  return out;
}

const DEMAND = { demand: 'R', demandWords: 'resultant on the bolts' } as const;
const bearing = sheet.section('sp-bolt-bearing');
const bearingSteps = {
  C: coefficient(bearing),
  mean: bearing.found(
    'r_eff',
    'kN',
    'strength of one bolt',
    'the mean of each bolt’s least of shear, bearing and tearout',
    'AISC 360-22, J3.11',
  ),
  least: bearing.found(
    'r_eff',
    'kN',
    'strength of one bolt',
    'the least of all bolts, of shear, bearing and tearout',
    'AISC 360-22, J3.11',
  ),
  D: bearing.f('D', 'kN', 'R', DEMAND.demandWords),
  R: bearing.f('R_n', 'kN', 'C*r_eff', 'bearing and tearout of the group', 'AISC 360-22, J3.11'),
  R_c: available(bearing, { symbol: 'R', unit: 'kN' }, '0.75', '2', 'AISC 360-22, J3.11'),
};

/** What keeps a group from being worked. */
const noGroup = (c: Case, r: Run, l: Loading): { missing: string } | null => (lacking(c, r, l) ? { missing: NO_CENTRE } : null);
const shear = strengthCheck<Case>(
  sheet,
  { id: 'sp-bolt-shear', title: 'Bolt shear', clause: GROUP, part: 'bolts' },
  { ...DEMAND, steps: coefficient, nominal: 'C*F_nv*A_b', words: 'shear of the group', phi: '0.75', omega: '2' },
);

export const boltChecks: readonly Check[] = [
  { ...shear, run: (r, c, l) => noGroup(c, r, l) ?? shear.run(r, c, l) },
  {
    id: 'sp-bolt-bearing',
    title: 'Bearing and tearout at the bolts',
    clause: 'AISC 360-22, J3.11',
    part: 'bolts',
    load: 'combination',
    run: (r, c, l) => {
      const none = noGroup(c, r, l);
      if (none) return none;
      bearingSteps.C(r, c, l);
      const F_nv = r.v[slots.F_nv.index]!;
      const limits = c.limits.of(...acting(r, l), (V, N) => boltLimits(c, F_nv, V, N));
      if (c.extended) bearingSteps.least(r, Math.min(...limits.map((x) => x.r)));
      else bearingSteps.mean(r, limits.reduce((s, x) => s + x.r, 0) / limits.length);
      const demand = bearingSteps.D(r);
      bearingSteps.R(r);
      return { demand, resistance: bearingSteps.R_c(r, c), unit: 'kN' };
    },
  },
  slipCheck<Case>(
    sheet,
    { id: 'sp-bolt-slip', title: 'Slip of the bolts', part: 'bolts' },
    { ...DEMAND, number: 'C', steps: coefficient, lack: (c, r, l) => noGroup(c, r, l) },
  ),
];
