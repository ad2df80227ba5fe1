import Joi from 'joi';
import { inches, KSI } from '../../catalogue/index.ts';
import { NO_ACTIONS, type Combination, inNewtons } from '../../actions/combination.ts';
import type { Basis } from '../../basis/basis.ts';
import type { CheckResult } from '../../checks/check.ts';
import { Run, type Origin } from '../../formula/index.ts';
import { columnBase } from '../../joints/base-plate/index.ts';
import { Refusal } from '../../refusal.ts';
import { aisc360 } from '../../standards/aisc360/standard.ts';
import { stepsOf, type WorkingSection } from '../../checks/workings.ts';
import type { Units } from '../../units/system.ts';
import { size } from '../../validate/sizes.ts';
import { validate } from '../../validate/index.ts';
import type { Tool } from '../tool.ts';
import { kips, number, usGrade } from './fields.ts';
import { once } from '../../lazy.ts';

export interface BasePlateInput {
  readonly section: string;
  readonly columnGrade: string;
  readonly N: number;
  readonly B: number;
  readonly t: number;
  readonly grade: string;
  readonly f_c: number;
  readonly s_A: number;
  readonly P: number;
  readonly M: number;
}
/** What this calculator shows of a whole base. */
const SHOWN = ['bp-bearing', 'bp-plate-bending', 'bp-plate-inside'];
const TITLES: Readonly<Record<string, string>> = { forces: 'Forces on the base' };

function sectionsOf(results: readonly CheckResult[], run: Run, origins: ReadonlyMap<number, Origin>, u: Units): WorkingSection[] {
  return ['forces', ...SHOWN].flatMap((id): WorkingSection[] => {
    const x = results.find((r) => r.id === id);
    if (x?.type === 'skip') return [];
    const strength = x?.type === 'strength' ? x : null;
    return [
      {
        id,
        title: strength?.title ?? TITLES[id] ?? id,
        clause: strength?.clause ?? '',
        type: strength ? 'strength' : 'shared',
        summary: strength
          ? `${u.quantity(strength.demand, strength.unit)} against ${u.quantity(strength.resistance, strength.unit)}: utilisation ${strength.utilisation!.toFixed(3)}`
          : '',
        pass: strength?.pass ?? true,
        governs: false,
        multiple: null,
        steps: stepsOf(run.steps!, id, origins, '', u),
      },
    ];
  });
}

/** A column base without its anchors, as the kind checks it. */
export const usBasePlateTool: Tool<BasePlateInput> = {
  id: 'us-base-plate',
  standard: aisc360.id,
  title: 'Base plate',
  about:
    'Thickness of a base plate under compression, with a moment as far as no anchor is pulled; with anchors it is a column base.',
  schema: once(() =>
    Joi.object({
      section: Joi.string().max(60).required(),
      columnGrade: Joi.string().max(40).required(),
      N: size(60, 4000).required(),
      B: size(60, 4000).required(),
      t: size(5, 150).required(),
      grade: Joi.string().max(40).required(),
      f_c: size(12, 90).required(),
      s_A: size(1, 2).required(),
      P: size(0.001, 1e5).required(),
      M: size(-1e5, 1e5).required(),
    }),
  ),
  fields: [
    { id: 'section', label: 'Column', quantity: 'none', type: 'section' },
    usGrade('columnGrade', 'Column: steel'),
    number('N', 'N, along the depth'),
    number('B', 'B, across it'),
    number('t', 'Thickness'),
    usGrade('grade', 'Plate: steel'),
    number('f_c', 'Concrete f_c', 'stress'),
    number('s_A', 'sqrt(A_2/A_1), 1 to 2', 'none'),
    number('P', 'Compression', 'force'),
    number('M', 'Moment', 'moment'),
  ],
  start: {
    section: 'W10x49',
    columnGrade: 'A992',
    N: inches(16),
    B: inches(16),
    t: inches(1.25),
    grade: 'A36',
    f_c: Number((4 * KSI).toPrecision(12)),
    s_A: 1.5,
    P: kips(250),
    M: 0,
  },
  calculate: (i, basis) => {
    const u = basis.units;
    const checked = validate<Parameters<typeof columnBase.build>[0]>(columnBase.schema(), {
      column: { section: i.section, steel: { grade: i.columnGrade } },
      plate: { h: i.N, b: i.B, t: i.t, steel: { grade: i.grade } },
      concrete: { f_ck: i.f_c, alpha: i.s_A },
      anchors: {
        pattern: { type: 'none' },
        d: inches(1),
        cls: 'F1554-36',
        type: 'headed',
        h_ef: 300,
        head: 40,
        head_t: 20,
        hole: 30,
      },
      weld: { a_f: 5 },
    });
    if ('error' in checked) throw new Refusal(checked.error.field, checked.error.message);
    const { prepared } = built(checked.value, basis);
    const combination: Combination = { name: '', ...NO_ACTIONS, N_Ed: -i.P, M_y: i.M };
    const run = new Run(prepared.sheet);
    run.startTrace();
    const { results } = prepared.check(inNewtons(combination), run);
    if (results.some((x) => x.id === 'bp-bearing' && x.type === 'skip'))
      throw new Refusal(
        'M',
        `M: ${u.quantity(Math.abs(i.M) * 1e6, 'kNm')} lifts an edge of the plate off, which anchors would have to hold; accepted is less, or a column base with its anchors.`,
      );
    const origins = prepared.origins(null);
    const sections = sectionsOf(results, run, origins, u);
    const of = (id: string): number => {
      const x = results.find((r) => r.id === id);
      return x?.type === 'strength' ? (x.utilisation ?? Infinity) : 0;
    };
    const plate = Math.max(of('bp-plate-bending'), of('bp-plate-inside'));
    const needed = i.t * Math.sqrt(plate);
    const worst = Math.max(plate, of('bp-bearing'));
    return {
      answer: `${u.sizes([i.N, i.B])} under ${i.section}: ${u.quantity(needed, 'mm')} thick would do, bearing used ${of('bp-bearing').toFixed(3)} ${basis.set}`,
      state: worst <= 1 ? 'holds' : 'gives',
      sections,
      tables: [],
      picture: null,
    };
  },
};
/** Refusals of the kind name its own fields; here they are those of the calculator. */
function built(input: Parameters<typeof columnBase.build>[0], basis: Basis) {
  const names: Readonly<Record<string, string>> = {
    'column.section': 'section',
    'plate.h': 'N',
    'plate.b': 'B',
    'plate.steel': 'grade',
  };
  try {
    const joint = columnBase.build(input, basis);
    void joint.prepared;
    return joint;
  } catch (e) {
    if (!(e instanceof Refusal)) throw e;
    const own = names[e.field];
    throw own ? new Refusal(own, e.message.replace(e.field, own)) : e;
  }
}
