import type { CheckDef, Outcome } from '../../../checks/check.ts';
import type { FormulaSection, Run } from '../../../formula/index.ts';
import { RUPTURE, SHEAR_YIELD, YIELD, available, strengthCheck } from '../../../standards/aisc360/available.ts';
import { plyStrength, weaker } from '../../../standards/aisc360/bearing.ts';
import { aiscSettings } from '../../../standards/aisc360/standard.ts';
import type { Form } from './form.ts';
import { atFlange, sheet, slots, type MomentCase as Case } from './sheet.ts';

const DG = 'AISC Design Guide 16';
const named = (id: string, title: string, clause: string, part: string) => ({ id, title, clause, part });
const M_T = { demand: 'M_t', demandWords: 'moment that the tension side brings', symbol: 'M', unit: 'kNm' } as const;

/** What each bolt at the compression flange bears, the least of its shear, bearing and tearout in both parts; nominal, N. */
export function bears(c: Case, r: Run): number {
  const { m, com, down } = c;
  const { bolts, plate, column } = m.input;
  const settings = aiscSettings(m.basis);
  const shear = r.v[slots.F_nv.index]! * (Math.PI / 4) * bolts.d ** 2;
  const [top, foot] = [plate.top, -m.H - plate.bottom];
  const above = column!.end_above ?? Infinity;
  const below = column!.end_below === undefined ? -Infinity : -m.H - column!.end_below;
  const all = m.rows.map((x) => x.y);
  const at = atFlange(m, com);
  /** Clear distance from the hole at y to the next hole or the edge of the part, upwards or downwards. */
  const clear = (y: number, up: boolean, edges: readonly [number, number]): number => {
    const next = up ? all.filter((x) => x > y).at(-1) : all.find((x) => x < y);
    const edge = up ? edges[0] : edges[1];
    return next === undefined ? Math.abs(edge - y) - m.d_0 / 2 : Math.abs(next - y) - m.d_0;
  };
  const part = (t: number, F_u: number, l_c: number): number =>
    weaker(plyStrength(settings, bolts.d, { t, F_u, hole: 'normal' }, l_c));
  return (
    2 *
    at.reduce(
      (sum, y) =>
        sum +
        Math.min(
          shear,
          // A plate that is pressed down meets its bolts with what is over them; the column is pressed by them below.
          part(plate.t, m.plateSteel.f_u, clear(y, down, [top, foot])),
          part(m.column!.dims.tf, m.column!.steel.f_u, clear(y, !down, [above, below])),
        ),
      0,
    )
  );
}

const bearing = (() => {
  const s = sheet.section('mep-bolt-bearing');
  return {
    D: s.f('D', 'kN', 'V', 'shear force of the beam'),
    R: s.found(
      'R_n',
      'kN',
      'bearing and tearout of the bolts at the compression flange',
      'the sum of each bolt’s least of shear, bearing and tearout in plate and column flange',
      'AISC 360-22, J3.11',
    ),
    R_c: available(s, { symbol: 'R', unit: 'kN' }, RUPTURE.phi, RUPTURE.omega, 'AISC 360-22, J3.11'),
  };
})();

const TABLE = 'AISC Design Guide 16, AISC 358';
/** Yield-line parameters of the plate, by the form; 4ES and 8ES with the end of the plate near or far. */
const yieldLines = (s: FormulaSection) => {
  const first = [
    s.f('s', 'mm', '0.5*sqrt(b_y*g)', 'how far the pattern reaches', TABLE),
    s.f('p_i', 'mm', 'min(p_fi, s)', 'row inside to the flange, no more than s', TABLE),
  ];
  const words = 'yield-line parameter of the plate';
  const Y = (expr: string, more = ''): ReturnType<typeof s.f> => s.f('Y_p', 'mm', expr, words + more, TABLE);
  const four = '(b_y/2)*(h_1*(1/p_i+1/s)+';
  const eight = (edge: string, reach: string): string =>
    `(b_y/2)*(h_1/${edge}+h_2/p_fo+h_3/p_i+h_4/s)+(2/g)*(h_1*(${reach}+p_b/4)+h_2*(p_fo+3*p_b/4)+h_3*(p_i+p_b/4)+h_4*(s+3*p_b/4)+p_b^2)+g`;
  const near = ', the end of the plate within s';
  const forms: Readonly<Record<Form, readonly [near: ReturnType<typeof s.f>, far: ReturnType<typeof s.f>]>> = (() => {
    const e = Y(`${four}h_0/p_fo-1/2)+(2/g)*h_1*(p_i+s)`);
    return {
      '4E': [e, e],
      '4ES': [
        Y(`${four}h_0*(1/p_fo+1/(2*s)))+(2/g)*(h_1*(p_i+s)+h_0*(d_e+p_fo))`, near),
        Y(`${four}h_0*(1/s+1/p_fo))+(2/g)*(h_1*(p_i+s)+h_0*(s+p_fo))`),
      ],
      '8ES': [Y(eight('(2*d_e)', 'd_e'), near), Y(eight('s', 's'))],
    };
  })();
  const [reach, end] = [s.resolve('s').index, slots.d_e.index];
  return (r: Run, c: Case): void => {
    for (const f of first) f(r);
    forms[c.form][r.v[end]! <= r.v[reach]! ? 0 : 1](r);
  };
};

/** Thickness of the plate that the moment asks for, and the one at which the bolts break before it yields. */
const thicknesses = (s: FormulaSection) => {
  const M_b = s.f('M_b_n', 'kNm', '2*F_nt*A_b*h_sum', 'tension of the bolts', 'AISC 360-22, J3.7');
  const M_bc = available(s, { symbol: 'M_b', unit: 'kNm' }, RUPTURE.phi, RUPTURE.omega, 'AISC 360-22, J3.7');
  const t = (symbol: string, M: string, words: string) => ({
    lrfd: s.f(symbol, 'mm', `sqrt(1.11*${M}/(0.9*F_y_p*Y_p))`, words, DG),
    asd: s.f(symbol, 'mm', `sqrt(1.11*1.67*${M}/(F_y_p*Y_p))`, words, DG),
  });
  const [t_M, t_b] = [t('t_M', 'M_t', 'thickness for this moment'), t('t_b', 'M_b_c', 'thickness for the full bolts')];
  return (r: Run, c: Case): number => {
    M_b(r);
    M_bc(r, c);
    const format = c.lrfd ? 'lrfd' : 'asd';
    t_M[format](r);
    return t_b[format](r);
  };
};

const plateYield = strengthCheck<Case>(sheet, named('mep-plate-yield', 'Yielding of the plate', DG, 'plate'), {
  ...M_T,
  steps: (s) => {
    const [lines, thick] = [yieldLines(s), thicknesses(s)];
    return (r, c) => {
      lines(r, c);
      // Nothing follows from them but what the workings say.
      if (r.steps) thick(r, c);
    };
  },
  nominal: 'F_y_p*t_p^2*Y_p/1.11',
  words: 'yield lines of the plate, thick enough that its bolts do not pry',
  ...YIELD,
});

const thick = (() => {
  const s = sheet.section('mep-plate-thick');
  return { lines: yieldLines(s), both: thicknesses(s) };
})();
/** Thickness at which the bolts break before the plate yields, mm. */
export function thickFor(r: Run, c: Case): number {
  thick.lines(r, c);
  return thick.both(r, c);
}

const unstiffened = (c: Case): string | null => (c.form === '4E' ? null : 'The rib stiffens the extension of the plate.');
const NET = '(b_y-2*(d_h+1.5875[mm]))';

export const boltAndPlateChecks: readonly CheckDef<Case>[] = [
  strengthCheck<Case>(sheet, named('mep-bolt-tension', 'Tension of the bolts', 'AISC 360-22, J3.7', 'bolts'), {
    ...M_T,
    nominal: '2*F_nt*A_b*h_sum',
    words: 'all bolts at the tension flange at their strength, no prying',
    ...RUPTURE,
  }),
  strengthCheck<Case>(sheet, named('mep-bolt-shear', 'Shear of the bolts', 'AISC 360-22, J3.7', 'bolts'), {
    demand: 'V',
    demandWords: 'shear force of the beam',
    nominal: 'n_c*F_nv*A_b',
    words: 'bolts at the compression flange alone',
    ...RUPTURE,
  }),
  {
    ...named('mep-bolt-bearing', 'Bearing and tearout at the bolts', 'AISC 360-22, J3.11', 'bolts'),
    load: 'combination',
    run: (r, c): Outcome => {
      const demand = bearing.D(r);
      bearing.R(r, bears(c, r));
      return { demand, resistance: bearing.R_c(r, c), unit: 'kN' };
    },
  },
  plateYield,
  strengthCheck<Case>(
    sheet,
    named('mep-plate-shear-yield', 'Shear yielding of the plate’s extension', 'AISC 360-22, J4-3', 'plate'),
    {
      skip: unstiffened,
      demand: 'F_t/2',
      demandWords: 'half of the force of the tension flange',
      nominal: '0.6*F_y_p*b_y*t_p',
      words: 'shear yielding across the plate',
      ...SHEAR_YIELD,
    },
  ),
  strengthCheck<Case>(
    sheet,
    named('mep-plate-shear-rupture', 'Shear rupture of the plate’s extension', 'AISC 360-22, J4-4', 'plate'),
    {
      skip: unstiffened,
      demand: 'F_t/2',
      demandWords: 'half of the force of the tension flange',
      nominal: `0.6*F_u_p*${NET}*t_p`,
      words: 'shear rupture through both holes',
      ...RUPTURE,
    },
  ),
];
