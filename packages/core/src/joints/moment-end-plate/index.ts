import { inNewtons, type ActionField, BEAM_END } from '../../actions/combination.ts';
import type { Standard } from '../../basis/standard.ts';
import { prettyName } from '../../drawing/index.ts';
import { en1993 } from '../../standards/en1993/standard.ts';
import { SI, type Units } from '../../units/system.ts';
import { quantitiesOf } from '../beam-end/solid-parts.ts';
import { building } from '../building.ts';
import type { JointKind, SeedField } from '../kind.ts';
import { memberFacts } from '../members.ts';
import { seeded, type Met } from '../met.ts';
import { aisc360 } from '../../standards/aisc360/standard.ts';
import { momentPlateFirstToAisc360, momentPlateSearchToAisc360 } from './aisc360/first.ts';
import { momentPlateToAisc360 } from './aisc360/index.ts';
import { momentPlateMovesToAisc360 } from './aisc360/moves.ts';
import { momentPlateToEn1993 } from './en1993/index.ts';
import { momentPlateEdits, momentPlateFields, rowField } from './fields.ts';
import { momentPlateFirst, momentPlateMoves, momentPlateSearch } from './first.ts';
import type { PreparedRows } from './flow.ts';
import { momentPlateSchema, type MomentPlateInput, type SectionInput } from './input.ts';
import { parseLine, printLine } from './line.ts';
import { momentPlateModel, type MomentPlateModel } from './model.ts';
import { momentPlateSolid } from './solid.ts';
import { plateTemplate } from './template.ts';
import { momentPlateDrawing } from './views.ts';

const ACTIONS: readonly ActionField[] = [
  { name: 'M_Ed', short: 'M', meaning: 'M positive pulls at the top of the beam', example: 180, optional: true },
  { name: 'V_Ed', short: 'V', meaning: 'V positive presses the beam down', example: 120 },
  { name: 'N_Ed', short: 'N', meaning: 'N positive pulls the beam off', example: -30 },
  {
    name: 'M_other',
    short: 'M far',
    meaning: 'M_other is the moment of the beam on the other face of the column, in the same sense',
    example: 90,
    optional: true,
    headed: true,
  },
  { name: 'N_col', short: 'N col', meaning: 'N_col positive pulls the column', example: -400, optional: true, headed: true },
  {
    name: 'M_col',
    short: 'M col',
    meaning: 'M_col is the greater moment of the column, over or under the beam',
    example: 0,
    optional: true,
    headed: true,
  },
  {
    name: 'V_col',
    short: 'V col',
    meaning: 'V_col is the shear of the column that acts against that of its panel',
    example: 0,
    optional: true,
    headed: true,
  },
];

/** Forms that a standard has: by its name; all when absent. */
const FORMS: Readonly<Record<string, { readonly splice: boolean; readonly haunch: boolean }>> = {
  [aisc360.id]: { splice: false, haunch: false },
};

const onColumn = (seed: Readonly<Record<string, string>>): boolean => seed['form'] !== 'splice';
const seeds = ({ materials, id }: Standard): readonly SeedField[] => {
  const forms = FORMS[id] ?? { splice: true, haunch: true };
  const options = materials.grades.map((value) => ({ value, label: value }));
  const all: readonly SeedField[] = [
    {
      id: 'form',
      label: 'Joint',
      type: 'choice',
      options: [
        { value: 'column', label: 'beam to column flange' },
        { value: 'splice', label: 'beam splice' },
      ],
      start: 'column',
    },
    { id: 'beam', label: 'Beam section', type: 'section', start: '', example: materials.usual.beam, shapes: ['I'] },
    { id: 'beamGrade', label: 'Beam steel', type: 'grade', options, start: materials.usual.grade },
    {
      id: 'column',
      label: 'Column section',
      type: 'section',
      start: '',
      example: materials.usual.column,
      shapes: ['I'],
      applies: onColumn,
    },
    { id: 'columnGrade', label: 'Column steel', type: 'grade', options, start: materials.usual.columnGrade, applies: onColumn },
    {
      id: 'sides',
      label: 'Beams on',
      type: 'choice',
      options: [
        { value: '1', label: 'one face of the column' },
        { value: '2', label: 'both faces' },
      ],
      start: '1',
      applies: onColumn,
    },
    {
      id: 'haunch',
      label: 'Haunch',
      type: 'choice',
      options: [
        { value: 'no', label: 'none' },
        { value: 'yes', label: 'under the beam' },
      ],
      start: 'no',
    },
  ];
  return all.filter((f) => (f.id !== 'form' || forms.splice) && (f.id !== 'haunch' || forms.haunch));
};

const nameOf = (s: SectionInput, u: Units): string =>
  s.section ? prettyName(s.section) : `I ${u.length(s.h!)}×${u.length(s.b!)}`;

/** A plate across the beam end, welded all round and bolted to a column's flange or to its like: it carries moment (basis of moment end plates). */
/** A beam that takes moments at the flange of a column, or two of one section end to end. */
function momentMeets(
  { at, member, support, face, moment, both }: Met,
  { id }: Standard,
): Readonly<Record<string, string>> | null {
  if (member.shape !== 'I' || support?.shape !== 'I') return null;
  if (at === 'end')
    return (FORMS[id]?.splice ?? true) && member.section === support.section
      ? seeded({ form: 'splice', beam: member.section, beamGrade: member.grade })
      : null;
  if (at !== 'column' || face !== 'flange' || !moment) return null;
  const column = { column: support.section, columnGrade: support.grade, sides: both ? 2 : 1 };
  return seeded({ form: 'column', beam: member.section, beamGrade: member.grade, ...column });
}

export const momentEndPlate: JointKind<MomentPlateInput> = {
  id: 'moment-end-plate',
  code: 'MEP',
  title: 'Moment end plate',
  schema: momentPlateSchema,
  fields: momentPlateFields,
  placeField: rowField,
  edits: momentPlateEdits,
  family: 'moment',
  meets: momentMeets,
  seeds,
  seedOf: ({ form, beam, column }) => ({ members: { form, beam, ...(column ? { column } : {}) } }),
  actions: ACTIONS,
  ends: BEAM_END,
  given: ['form', 'beam', 'column', 'frame'],
  everySet: true,
  ...building<MomentPlateInput, MomentPlateModel, PreparedRows>({
    model: momentPlateModel,
    standards: {
      [en1993.id]: { prepare: momentPlateToEn1993, first: momentPlateFirst, search: momentPlateSearch, moves: momentPlateMoves },
      [aisc360.id]: {
        prepare: momentPlateToAisc360,
        first: momentPlateFirstToAisc360,
        search: momentPlateSearchToAisc360,
        leaves: ['M_col'],
        moves: momentPlateMovesToAisc360,
      },
    },
    solid: momentPlateSolid,
    quantities: ({ solid, prepared }) => quantitiesOf(solid, prepared.preloaded),
    drawing: momentPlateDrawing,
    template: ({ model, solid }) => plateTemplate(model, solid),
    rows: ({ prepared }, combination) => prepared.drawn(combination && inNewtons(combination)).flow,
  }),
  members: (i, u = SI) =>
    i.form === 'splice' ? `${nameOf(i.beam, u)} spliced` : `${nameOf(i.beam, u)} to ${nameOf(i.column!, u)} flange`,
  facts: (i, basis) => ({
    beam: memberFacts(i.beam, basis, 'beam'),
    support: i.column ? memberFacts(i.column, basis, 'support') : null,
  }),
  line: { print: printLine, parse: parseLine },
};
