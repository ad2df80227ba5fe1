import { ROWS_FIELD } from '../basis/basis.ts';
import type { Standard } from '../basis/standard.ts';
import { prepared, type Side } from '../checks/sided.ts';
import { Values } from '../checks/values.ts';
import { Sheet } from '../formula/index.ts';
import { Refusal } from '../refusal.ts';
import type { HangerModel } from './imaginary.testing.ts';

/** A standard that nobody wrote: bolts of any size carry a share of what would break them, and plates are as strong as you say. */
export const plain: Standard = {
  id: 'Plain 1',
  title: 'Plain 1, strength by shares',
  sets: {
    key: 'format',
    label: 'Share',
    noun: 'share',
    choices: [
      { id: 'half', label: 'half', short: 'half', source: 'half', factors: { share: 0.5 } },
      { id: 'third', label: 'a third', short: 'third', source: 'third', factors: { share: 1 / 3 } },
    ],
  },
  factors: [],
  settings: [
    ROWS_FIELD,
    { id: 'planes', label: 'Planes', type: 'number', limits: [1, 2], usual: 1, about: 'Planes that are cut' },
  ],
  units: 'US',
  loads: 'ASCE7',
  materials: {
    grades: ['Iron'],
    diameters: [],
    classes: ['any'],
    steel: ({ grade }, _t, _set, field) => {
      if (grade === 'Iron') return { f_y: 200, f_u: 300, beta_w: 1 };
      throw new Refusal(field, `${field}: there is no steel grade "${grade}"; accepted is Iron.`);
    },
    bolt: (d) => ({ d, pitch: 2, A_s: (Math.PI / 4) * d ** 2, s: 2 * d, d_w: 2 * d, head: d, nut: d, washer: 3 }),
    boltClass: () => ({ f_ub: 400, alpha_v: 1 }),
    stronger: {},
    angles: [],
    anchors: { classes: [], diameters: [], strength: () => undefined, size: () => null, usual: '', stronger: {} },
    usualBolts: [],
    practice: { bolts: [], classes: [], steels: [], plates: [], legs: [], pitches: [], least_rows: 2, most_lines: 1 },
    usual: { grade: 'Iron', beam: '', column: '', columnGrade: 'Iron', concrete: { symbol: 'f', f: 1 } },
    preload: { classes: [], clause: '', categories: [['A', 'bearing']], surfaces: [] },
    hole: (d) => ({ d_0: d, d_v: d, d_h: d }),
  },
  legMark: '',
  fillets: 'leg',
  weldSymbols: 'ISO 2553',
  throat: () => Math.SQRT1_2,
  section: (p, f_y) => ({ shear: p.A_v * f_y, axial: p.A * f_y, moment_y: p.W_pl_y * f_y, moment_z: p.W_pl_z * f_y }),
};

const sheet = new Sheet();
const [V, share, planes, A, f] = (
  [
    ['V_Ed', 'kN'],
    ['share', '-'],
    ['planes', '-'],
    ['A', 'mm2'],
    ['f_ub', 'MPa'],
  ] as const
).map(([symbol, unit]) => sheet.given(symbol, unit, symbol)) as [Slot, Slot, Slot, Slot, Slot];
type Slot = ReturnType<typeof sheet.given>;
const R = sheet.section('plain-bolt').f('R', 'kN', 'share*planes*f_ub*A', 'share of the strength', 'Plain 1, 1');

/** The plate on one bolt under that standard: one check, no rules. */
export function hangerToPlain(m: HangerModel) {
  const lay = new Values(sheet);
  lay.put(share, m.basis.factors['share']!, 'basis', 'share');
  lay.put(planes, m.basis.settings['planes'] as number, 'basis', 'planes');
  lay.put(A, m.A_s, 'catalogue', 'area');
  lay.put(f, m.f_ub, 'catalogue', 'strength');
  const side: Side<HangerModel> = { c: m, lay, common: () => undefined };
  return prepared<HangerModel>({
    sheet,
    checks: [
      {
        id: 'plain-bolt',
        title: 'Bolt by its share',
        clause: 'Plain 1, 1',
        part: 'bolt',
        load: 'combination',
        run: (r) => ({ demand: r.v[V.index]!, resistance: R(r), unit: 'kN' }),
      },
    ],
    rules: [],
    upright: side,
    upturned: () => side,
    actions: { V_Ed: V.index },
  });
}
