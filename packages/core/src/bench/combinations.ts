import Joi from 'joi';
import type { Combined } from '../actions/combining/prune.ts';
import { aisc360, isLrfd } from '../standards/aisc360/standard.ts';
import { combine } from '../standards/combine.ts';
import { EN_STATES } from '../standards/en1990/combine.ts';
import { en1993 } from '../standards/en1993/standard.ts';
import { Refusal } from '../refusal.ts';
import type { Basis } from '../basis/basis.ts';
import { Sheet } from '../formula/index.ts';
import type { WorkingSection } from '../checks/workings.ts';
import type { Units } from '../units/system.ts';
import { Calculator, type Calculation, type Tool, type ToolField } from './tool.ts';
import { once } from '../lazy.ts';

interface Common {
  /** A case a line: name, kind, category, then what else is said of it. */
  readonly cases: string;
  readonly keep: 'govern' | 'all';
}
interface EnToolInput extends Common {
  readonly annex: 'uk' | 'recommended';
  readonly expression: '6.10' | '6.10ab';
  readonly state: string;
  readonly permanent: 'single' | 'each';
  readonly xi?: number;
  readonly K_FI: number;
}
interface UsToolInput extends Common {
  readonly state: string;
  readonly S_DS: number;
  readonly rho: number;
  readonly Omega_0?: number;
  readonly L_factor: number;
}

/** What may follow name, kind and category. */
const WORDS: Readonly<Record<string, object>> = {
  'both-ways': { reversible: true },
  'one-way': { reversible: false },
  x: { direction: 'x' },
  y: { direction: 'y' },
  loose: { permanent: false },
};
const NAMED = ['action', 'exclusive', 'source'] as const;

/** Load cases from lines such as `W1 Q wind both-ways` or `G2 G source=roof`. */
export function caseLines(text: string): { readonly id?: string }[] {
  const lines = text
    .split(/\r?\n/)
    .map((l) => l.trim())
    .filter(Boolean);
  return lines.map((line, k) => {
    const [id, kind, ...rest] = line.split(/[\s,;]+/).filter(Boolean) as [string, string?, ...string[]];
    const more = rest.map((word, at): object => {
      const own = WORDS[word.toLowerCase()];
      if (own) return own;
      const named = NAMED.find((n) => word.startsWith(`${n}=`) && word.length > n.length + 1);
      if (named) return { [named]: word.slice(named.length + 1) };
      if (at === 0 && kind === 'Q') return { category: word };
      throw new Refusal(
        'cases',
        `cases: line ${k + 1} has "${word.slice(0, 40)}"; accepted after name, kind and category are ${Object.keys(WORDS).join(', ')}, ${NAMED.map((n) => `${n}=name`).join(', ')}.`,
      );
    });
    return Object.assign({ id, kind }, ...more) as { id?: string };
  });
}

/** The same refusal, of the field of this calculator and the line of the case. */
function ofLines<T>(work: () => T): T {
  try {
    return work();
  } catch (e) {
    if (!(e instanceof Refusal)) throw e;
    const line = /^cases\.(\d+)\.?/.exec(e.field);
    const message = line
      ? e.message.replace(`${e.field}:`, `line ${Number(line[1]) + 1}, ${e.field.slice(line[0].length) || 'the case'}:`)
      : e.message;
    throw new Refusal(
      line || e.field === 'cases' ? 'cases' : e.field.replace('options.', ''),
      line ? `cases: ${message}` : message.replace('options.', ''),
    );
  }
}

const LONGEST = 500;

/** Each factor that stands in the list, worked once, with the cases that carry it. */
function factorSteps(c: Combined, ids: readonly string[], clause: string, units: Units): WorkingSection {
  const of = new Map<string, Set<string>>();
  for (const x of c.combinations)
    for (const [id, why] of Object.entries(x.why)) {
      // A case with the opposite sign has the same factor.
      const made = why.replace(/^-\((.*)\)$/, '$1');
      of.set(made, (of.get(made) ?? new Set()).add(id));
    }
  const sheet = new Sheet();
  const s = sheet.section('factors');
  const plain = [...of].filter(([why]) => /^[\d.]+( [x+-] [\d.]+)*: /.test(why));
  const formulas = plain.map(([why, cases], k) => {
    const [values, names] = why.split(': ') as [string, string];
    return s.f(
      `k_${k + 1}`,
      '-',
      values.replaceAll(' x ', '*').replaceAll(' ', ''),
      `${ids.filter((id) => cases.has(id)).join(', ')}: ${names}`,
      clause,
    );
  });
  const calculator = new Calculator(sheet, units);
  for (const f of formulas) f(calculator.run);
  return calculator.section('factors', 'Factors', clause, 'each with the cases that carry it', true, 'shared');
}

interface Given {
  readonly code: string;
  readonly cases: readonly { readonly id?: string }[];
  readonly [choice: string]: unknown;
}
function answerOf(input: Given, clause: string, { units }: Basis): Calculation {
  const c = combine(input);
  const ids = input.cases.map((x) => x.id!);
  const between = c.distinct - c.kept;
  const shown = c.combinations.slice(0, LONGEST);
  const leads = shown.some((x) => x.leading !== null);
  return {
    answer: `${c.kept} combination${c.kept === 1 ? '' : 's'} of ${c.distinct}${between ? `; ${between} can't govern: they lie between two others` : ''}`,
    state: 'none',
    sections: [
      {
        id: 'made',
        title: 'How they are made',
        clause,
        type: 'shared',
        summary:
          `${c.generated} generated: every variable case in or out, permanent ones with both factors; ${c.generated - c.distinct} stood twice or had nothing acting. ${c.notes.join('. ')}`.trim(),
        pass: true,
        governs: false,
        multiple: null,
        steps: [],
      },
      factorSteps(c, ids, clause, units),
    ],
    tables: [
      {
        title: shown.length < c.kept ? `The first ${LONGEST} of ${c.kept}` : 'Combinations',
        head: ['State', 'Clause', 'Combination', ...(leads ? ['Leading'] : []), 'Made of'],
        words: true,
        rows: shown.map((x) => [
          x.state,
          x.clause,
          x.name,
          ...(leads ? [x.leading ?? ''] : []),
          Object.entries(x.why)
            .map(([id, why]) => `${id} ${why}`)
            .join('; '),
        ]),
        marked: -1,
      },
    ],
    picture: null,
  };
}

const options = (...list: readonly (readonly [value: string | number, label: string])[]) =>
  list.map(([value, label]) => ({ value, label }));
const choice = (id: string, label: string, list: ReturnType<typeof options>): ToolField => ({
  id,
  label,
  quantity: 'none',
  type: 'choice',
  options: list,
});
const number = (id: string, label: string, optional = false): ToolField => ({
  id,
  label,
  quantity: 'none',
  type: 'number',
  ...(optional ? { optional } : {}),
});
const KEEP = choice('keep', 'List', options(['govern', 'can govern'], ['all', 'all']));
const commonKeys = once(() => ({ cases: Joi.string().max(8000).required(), keep: Joi.valid('govern', 'all').required() }));
const lines = (kinds: string): ToolField => ({
  id: 'cases',
  label: 'Load cases',
  quantity: 'none',
  type: 'lines',
  hint: `name, kind (${kinds}), and after them both-ways, one-way, x, y, exclusive=name`,
});

export const enCombinationsTool: Tool<EnToolInput> = {
  id: 'combinations',
  standard: en1993.id,
  title: 'Load combinations',
  about: 'Combinations of load cases to EN 1990: each with its clause and what its factors are made of.',
  schema: once(() =>
    Joi.object({
      ...commonKeys(),
      annex: Joi.valid('uk', 'recommended').required(),
      expression: Joi.valid('6.10', '6.10ab').required(),
      state: Joi.valid(...EN_STATES).required(),
      permanent: Joi.valid('single', 'each').required(),
      xi: Joi.number().greater(0).max(1),
      K_FI: Joi.number().min(0.5).max(2).required(),
    }),
  ),
  fields: [
    lines('G, P, Q with its category A to H, snow, snow_high, wind or temperature, A, E'),
    choice('annex', 'National Annex', options(['uk', 'UK'], ['recommended', 'recommended values'])),
    choice('expression', 'Expression', options(['6.10', '6.10'], ['6.10ab', '6.10a and 6.10b'])),
    choice(
      'state',
      'Limit state',
      EN_STATES.map((s) => ({ value: s, label: s })),
    ),
    choice('permanent', 'Permanent cases', options(['single', 'together'], ['each', 'each for itself'])),
    number('xi', 'xi', true),
    number('K_FI', 'K_FI'),
    KEEP,
  ],
  start: {
    cases: 'G G\nQ Q C\nW+ Q wind\nW- Q wind',
    annex: 'uk',
    expression: '6.10',
    state: 'ULS',
    permanent: 'single',
    K_FI: 1,
    keep: 'govern',
  },
  calculate: ({ cases, annex, expression, state, permanent, xi, K_FI, keep }, basis) =>
    ofLines(() =>
      answerOf(
        {
          code: 'EN1990',
          cases: caseLines(cases),
          annex,
          expression,
          states: [state],
          options: { permanent, K_FI, ...(xi === undefined ? {} : { xi }) },
          keep_dominated: keep === 'all',
        },
        'EN 1990, 6.4 and 6.5',
        basis,
      ),
    ),
};

export const usCombinationsTool: Tool<UsToolInput> = {
  id: 'us-combinations',
  standard: aisc360.id,
  title: 'Load combinations',
  about: 'Combinations of load cases to ASCE 7-22, for strength design or allowable stress as the design format says.',
  schema: once(() =>
    Joi.object({
      ...commonKeys(),
      state: Joi.valid('basic', 'seismic', 'overstrength').required(),
      S_DS: Joi.number().min(0).max(5).required(),
      rho: Joi.number().min(1).max(2).required(),
      Omega_0: Joi.number().min(1).max(5),
      L_factor: Joi.valid(0.5, 1).required(),
    }),
  ),
  fields: [
    lines('D, L, Lr, S, R, W, WT, E, F, H'),
    choice('state', 'Combinations', options(['basic', 'basic'], ['seismic', 'seismic'], ['overstrength', 'with overstrength'])),
    number('S_DS', 'S_DS'),
    number('rho', 'rho'),
    number('Omega_0', 'Omega_0', true),
    choice('L_factor', 'Live load beside others', options([1, '1.0'], [0.5, '0.5'])),
    KEEP,
  ],
  start: {
    cases: 'D D\nL L\nS S\nW W both-ways\nE E',
    state: 'basic',
    S_DS: 0.9,
    rho: 1,
    Omega_0: 2.5,
    L_factor: 1,
    keep: 'govern',
  },
  calculate: ({ cases, state, S_DS, rho, Omega_0, L_factor, keep }, basis: Basis) =>
    ofLines(() =>
      answerOf(
        {
          code: 'ASCE7',
          method: isLrfd(basis) ? 'LRFD' : 'ASD',
          cases: caseLines(cases),
          states: [state],
          options: { S_DS, rho, L_factor, ...(Omega_0 === undefined ? {} : { Omega_0 }) },
          keep_dominated: keep === 'all',
        },
        isLrfd(basis) ? 'ASCE 7-22, 2.3' : 'ASCE 7-22, 2.4',
        basis,
      ),
    ),
};
