import { BEAM_END } from '../actions/combination.ts';
import Joi from 'joi';
import type { Basis } from '../basis/basis.ts';
import { en1993, factorsOf } from '../standards/en1993/standard.ts';
import { BOLT_CLASS_NAMES, type SteelInput } from '../catalogue/index.ts';
import { steelSchema } from '../catalogue/schema.ts';
import type { CheckDef, Prepared } from '../checks/check.ts';
import { prepared, type Side } from '../checks/sided.ts';
import { Values } from '../checks/values.ts';
import { path, project, scaleOf, SHEET, sheetFrame, text, type Drawing, type Frame, type TitleBlock } from '../drawing/index.ts';
import { Marker } from '../detail/mark.ts';
import { plateMass, type PlatePart, type Point, type Solid } from '../detail/solid.ts';
import { Sheet, type Formula } from '../formula/index.ts';
import { Refusal } from '../refusal.ts';
import { size } from '../validate/sizes.ts';
import { fieldMakers } from './field-makers.ts';
import { building } from './building.ts';
import { LineError, type JointKind, type Making, type Start } from './kind.ts';
import { once } from '../lazy.ts';

/** A plate that hangs on one bolt: no joint that anybody builds, but all that a kind has to be. */
export interface HangerInput {
  readonly plate: { readonly t: number; readonly b: number; readonly h: number; readonly e1: number; readonly steel: SteelInput };
  readonly bolt: { readonly d: number; readonly cls: string };
}

const most = (max: number) => size(3, max).required();
const plate = once(() => Joi.object({ t: most(60), b: most(500), h: most(800), e1: most(200), steel: steelSchema().required() }));
const bolt = once(() => Joi.object({ d: most(36), cls: Joi.string().valid(...BOLT_CLASS_NAMES) }));
const schema = once(() => Joi.object({ plate: plate().required(), bolt: bolt().required() }));

export const hangerModel = (input: HangerInput, basis: Basis) => {
  const { bolt, plate } = input;
  const least = plate.e1 + bolt.d;
  if (plate.h <= least)
    throw new Refusal('plate.h', `plate.h: ${plate.h} mm ends at the bolt; accepted is more than ${least} mm.`);
  const { materials } = basis.standard;
  const { f_y } = materials.steel(plate.steel, plate.t, basis.set, 'plate.steel', basis.steels);
  return { input, basis, A_s: materials.bolt(bolt.d).A_s, f_ub: materials.boltClass(bolt.cls).f_ub, f_y };
};
export type HangerModel = ReturnType<typeof hangerModel>;

const sheet = new Sheet();
const UNIT = { V_Ed: 'kN', A_s: 'mm2', f_ub: 'MPa', f_y: 'MPa', t_p: 'mm', b_p: 'mm', d: 'mm' } as const;
const slots = new Map(
  Object.entries({ ...UNIT, gamma_M0: '-', gamma_M2: '-' } as const).map(([k, unit]) => [k, sheet.given(k, unit, k)]),
);
const at = (symbol: string): number => slots.get(symbol)!.index;
const shear = sheet
  .section('hanger-bolt')
  .f('F_v_Rd', 'kN', '0.6*f_ub*A_s/gamma_M2', 'the bolt cut once', 'EN 1993-1-8, Table 3.4');
const gross = sheet.section('hanger-plate').f('N_pl_Rd', 'kN', 'b_p*t_p*f_y/gamma_M0', 'the plate pulled', 'EN 1993-1-1, 6.2.3');
const least = sheet.section('hanger-end').f('x_lim', 'mm', '1.2*d', 'least end distance', 'EN 1993-1-8, Table 3.3');

function hangerToEn1993(m: HangerModel) {
  const lay = new Values(sheet);
  const { plate, bolt } = m.input;
  const { gamma_M0, gamma_M2 } = factorsOf(m.basis);
  const given = { A_s: m.A_s, f_ub: m.f_ub, f_y: m.f_y, t_p: plate.t, b_p: plate.b, d: bolt.d, gamma_M0, gamma_M2 };
  for (const [symbol, x] of Object.entries(given)) lay.put(slots.get(symbol)!, x, 'input', symbol);
  const side: Side<HangerModel> = { c: m, lay, common: () => undefined };
  const check = (id: string, title: string, resistance: Formula): CheckDef<HangerModel> => {
    const { clause } = resistance.def;
    return {
      id,
      title,
      clause,
      part: id,
      load: 'combination',
      run: (r) => ({ demand: r.v[at('V_Ed')]!, resistance: resistance(r), unit: 'kN' }),
    };
  };
  return prepared<HangerModel>({
    sheet,
    checks: [check('hanger-bolt', 'Bolt', shear), check('hanger-plate', 'Plate', gross)],
    rules: [
      {
        id: 'hanger-end',
        title: 'End distance',
        clause: 'EN 1993-1-8, Table 3.3',
        must: () => true,
        run: (r) => ({ actual: plate.e1, limit: least(r), sense: '>=', unit: 'mm' }),
      },
    ],
    upright: side,
    upturned: () => side,
    actions: { V_Ed: at('V_Ed') },
  });
}

function hangerSolid({ input: { plate } }: HangerModel): Solid {
  const { t, b, h, steel } = plate;
  const outline: Point[] = [0, 1, 2, 3].map((i) => [i === 1 || i === 2 ? b : 0, i > 1 ? -h : 0]);
  const label = `PL ${t}×${b}×${h}`;
  const part: PlatePart = {
    type: 'plate',
    id: 'plate',
    parts: ['plate'],
    plane: 'xz',
    label,
    grade: steel.grade ?? '',
    outline,
    y: [0, t],
    holes: [],
  };
  return { plates: [part], members: [], bolts: [], welds: [] };
}

function hangerDrawing(m: HangerModel, solid: Solid, title: TitleBlock): Drawing {
  const scale = scaleOf((s) => m.input.plate.h / s < 120);
  const f: Frame = { scale, at: [60, 25] };
  const outline = solid.plates[0]!.outline.map((p) => project(f, p));
  const items = [
    ...sheetFrame(title, `1:${scale}`),
    path(outline, 'outline', true, 'plate'),
    text([60, 20], String(m.input.plate.b), { style: 'dimension', field: 'plate.b' }),
  ];
  const on = new Marker({ plane: 'xz', at: 0 });
  const [a, b, c] = solid.plates[0]!.outline;
  const paths = { 'hanger-bolt': [on.line([a!, b!])], 'hanger-plate': [on.line([b!, c!])] };
  const { width, height } = SHEET;
  const views = [{ title: 'Front', plane: 'xz', frame: f, depth: 0, box: [0, 0, width, height] }] as const;
  const empty = { handles: [], areas: [], callouts: [] };
  return { ...empty, views, width, height, items, paths, labelAt: [120, 60], scale: `1:${scale}` };
}

const hangerFirst = (start: Start) => ({
  input: { plate: USUAL, bolt: { d: Number((start as { d: string }).d), cls: '8.8' } },
  why: ['As is usual.'],
});
/** What it makes, so that a test can add a standard to it. */
export const hangerMaking: Making<HangerInput, HangerModel, Prepared> = {
  model: hangerModel,
  standards: { [en1993.id]: { prepare: hangerToEn1993, first: hangerFirst } },
  solid: hangerSolid,
  quantities: ({ solid, model }) => ({
    bolts: 1,
    boltLengths: [{ length: 40, count: 1 }],
    plateMass: plateMass(solid.plates[0]!),
    boltMass: 0.1 * model.input.bolt.d,
    weldVolume: 0,
  }),
  drawing: ({ model, solid }, title) => hangerDrawing(model, solid, title),
  moves: (i) => [{ label: `plate ${i.plate.t} → ${i.plate.t + 2}`, input: { ...i, plate: { ...i.plate, t: i.plate.t + 2 } } }],
};

const STEEL = { grade: 'S275' };
const USUAL = { t: 8, b: 60, h: 200, e1: 30, steel: STEEL };
const { mm } = fieldMakers<HangerInput>();
const LINE = /^HG \| (\d+)x(\d+)x(\d+) (\S+) \| M(\d+)-(\S+) \| e (\d+)$/;
export const hanger: JointKind<HangerInput> = {
  id: 'hanger',
  code: 'HG',
  title: 'Plate on one bolt',
  schema,
  fields: [
    mm(
      'plate.t',
      'Plate thickness',
      't_p',
      [6, 8, 10, 12, 15],
      (i) => i.plate.t,
      (i, t) => ({ ...i, plate: { ...i.plate, t } }),
    ),
    mm(
      'plate.b',
      'Plate width',
      'b_p',
      [40, 60, 80, 100],
      (i) => i.plate.b,
      (i, b) => ({ ...i, plate: { ...i.plate, b } }),
    ),
  ],
  edits: [],
  family: 'hanger',
  seeds: () => [{ id: 'd', label: 'Bolt', type: 'number', start: '16', example: '16' }],
  seedOf: (i) => ({ d: String(i.bolt.d) }),
  actions: [{ name: 'V_Ed', short: 'V', meaning: 'V pulls the plate down', example: 40 }],
  ends: BEAM_END,
  given: ['beam'],
  ...building(hangerMaking),
  members: (i) => `plate on M${i.bolt.d}`,
  facts: () => ({}),
  line: {
    print: ({ plate, bolt }) =>
      `HG | ${plate.t}x${plate.b}x${plate.h} ${plate.steel.grade} | M${bolt.d}-${bolt.cls} | e ${plate.e1}`,
    parse: (line) => {
      const m = LINE.exec(line);
      if (!m) throw new LineError(0, line.length, 'expected HG | 8x60x200 S275 | M16-8.8 | e 30.');
      const n = m.slice(1).map(Number);
      return { plate: { t: n[0]!, b: n[1]!, h: n[2]!, e1: n[6]!, steel: { grade: m[4]! } }, bolt: { d: n[4]!, cls: m[6]! } };
    },
  },
};
