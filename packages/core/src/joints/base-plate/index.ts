import { COLUMN_ACTIONS, COLUMN_END, inNewtons } from '../../actions/combination.ts';
import { Refusal } from '../../refusal.ts';
import { strength, type MemberFacts } from '../members.ts';
import { building } from '../building.ts';
import type { JointKind, SeedField } from '../kind.ts';
import { seeded } from '../met.ts';
import { prettyName } from '../../drawing/index.ts';
import { baseToEn1993 } from './en1993/index.ts';
import { momentChart } from './chart.ts';
import { baseEdits, baseFields, COLUMN_SHAPES } from './fields.ts';
import { europeanBase } from './en1993/first.ts';
import { baseFirst, baseMoves } from './practice.ts';
import { baseSearch } from './space.ts';
import { baseSchema, type BaseInput } from './input.ts';
import { parseLine, printLine } from './line.ts';
import { baseLists, settingOut } from './lists.ts';
import { baseModel } from './model.ts';
import { concreteName } from './names.ts';
import { baseQuantities, baseSolid } from './solid.ts';
import { baseDrawing } from './views.ts';
import type { Basis } from '../../basis/basis.ts';
import { aisc360 } from '../../standards/aisc360/standard.ts';
import { americanBase } from './aisc360/first.ts';
import { baseToAisc360 } from './aisc360/index.ts';
import { en1993 } from '../../standards/en1993/standard.ts';
import { SI } from '../../units/system.ts';
import type { Standard } from '../../basis/standard.ts';

const seeds = ({ materials }: Standard): readonly SeedField[] => [
  { id: 'column', label: 'Column', type: 'section', start: '', example: materials.usual.column, shapes: COLUMN_SHAPES },
  {
    id: 'columnGrade',
    label: 'Column steel',
    type: 'grade',
    options: materials.grades.map((value) => ({ value, label: value })),
    start: materials.usual.columnGrade,
  },
  {
    id: 'base',
    label: 'Base',
    type: 'choice',
    options: [
      { value: 'pinned', label: 'nominally pinned' },
      { value: 'fixed', label: 'moment base' },
    ],
    start: 'pinned',
  },
  {
    id: 'f_ck',
    label: `Concrete ${materials.usual.concrete.symbol}`,
    type: 'number',
    quantity: 'stress',
    start: String(materials.usual.concrete.f),
    example: '',
  },
  { id: 'B_z', label: 'Block along z', type: 'number', quantity: 'length', start: '', example: 'empty: no edge', optional: true },
  { id: 'B_y', label: 'Block along y', type: 'number', quantity: 'length', start: '', example: 'empty: no edge', optional: true },
  { id: 'H', label: 'Block depth', type: 'number', quantity: 'length', start: '', example: 'empty: very deep', optional: true },
];

/** Dimensions and resistances of the column at its foot. Section resistances, without buckling. EN 1993-1-1, 6.2.3 to 6.2.6. */
function columnFacts(input: BaseInput, basis: Basis): MemberFacts {
  const c = baseModel(input, basis).column;
  const { f_y } = strength(input.column.steel, Math.max(c.t_f, c.t_w), basis, 'column.steel');
  const { shear, axial, moment_y, moment_z } = basis.standard.section({ ...c, A_v: c.A_v_z }, f_y, basis.factors);
  const V_pl = shear / 1e3;
  const u = basis.units;
  return {
    title: `${prettyName(c.name)} ${input.column.steel.grade ?? ''}`.trim(),
    V_pl,
    lines: [
      ['depth, width', u.sizes([c.h, c.b])],
      ['web, flange', u.sizes([c.t_w, c.t_f], ', ')],
      ['f_y', u.quantity(f_y, 'MPa')],
      ['shear along z', u.quantity(shear, 'kN')],
      ['axial', u.quantity(axial, 'kN')],
      ['moment about y', u.quantity(moment_y, 'kNm')],
      ['moment about z', u.quantity(moment_z, 'kNm')],
    ],
  };
}

/** A column standing on a plate, grout and concrete, held by anchors (basis of column bases). */
export const columnBase: JointKind<BaseInput> = {
  id: 'column-base',
  code: 'CB',
  title: 'Column base',
  schema: baseSchema,
  fields: baseFields,
  edits: baseEdits,
  family: 'column-base',
  seeds,
  seedOf: () => {
    throw new Refusal('kind', 'kind: a column base has no other form of its family; accepted is this one.');
  },
  actions: COLUMN_ACTIONS,
  ends: COLUMN_END,
  given: ['column', 'concrete'],
  everySet: true,
  meets: ({ at, member, moment }) =>
    at === 'ground' && COLUMN_SHAPES.some((s) => s === member.shape)
      ? seeded({ column: member.section, columnGrade: member.grade, base: moment ? 'fixed' : 'pinned' })
      : null,
  ...building({
    model: baseModel,
    standards: {
      [en1993.id]: {
        prepare: baseToEn1993,
        first: baseFirst(europeanBase),
        search: baseSearch(europeanBase),
        moves: baseMoves(europeanBase),
      },
      [aisc360.id]: {
        prepare: baseToAisc360,
        first: baseFirst(americanBase),
        search: baseSearch(americanBase),
        moves: baseMoves(americanBase),
        leaves: ['M_z', 'V_y', 'T'],
      },
    },
    solid: baseSolid,
    quantities: ({ model, solid }) => baseQuantities(model, solid),
    drawing: baseDrawing,
    ground: ({ prepared }, combination) => prepared.ground?.(inNewtons(combination)) ?? null,
    chart: ({ prepared }, combinations, governing) => momentChart(prepared, combinations, governing),
    lists: ({ model, solid }) => baseLists(model, solid),
    template: ({ model, solid }) => settingOut(model, solid),
  }),
  members: (i, u = SI) =>
    `${prettyName(i.column.section ?? `${i.column.shape} ${u.length(i.column.h ?? i.column.d!)}`)} on concrete ${concreteName(i.concrete.f_ck, u)}`,
  facts: (i, basis) => ({ column: columnFacts(i, basis) }),
  line: { print: printLine, parse: parseLine },
};
