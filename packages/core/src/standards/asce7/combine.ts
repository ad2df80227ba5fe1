import Joi from 'joi';
import {
  arrangements,
  excluded,
  countArrangements,
  MOST_ARRANGEMENTS,
  placesOf,
  product,
  seismicSets,
  signed,
  signsOf,
  tooMany,
  withUsual,
  type Factor,
  type LoadCase,
  type Made,
} from '../../actions/combining/case.ts';
import { Refusal } from '../../refusal.ts';
import { hasCase, hasState, type LoadsScreen } from '../loads-screen.ts';
import { once } from '../../lazy.ts';

/** Dead, live, roof live, snow, rain, wind, tornado, seismic (Q_E), fluid, earth or bulk pressure. */
const KINDS = ['D', 'L', 'Lr', 'S', 'R', 'W', 'WT', 'E', 'F', 'H'] as const;
type Kind = (typeof KINDS)[number];
export interface UsCase extends LoadCase {
  readonly kind: Kind;
  /** Earth pressure that is always there. */
  readonly permanent?: boolean;
}
const STATES = ['basic', 'seismic', 'overstrength'] as const;
type UsState = (typeof STATES)[number];

export interface UsInput {
  readonly code: 'ASCE7';
  readonly cases: readonly UsCase[];
  readonly method: 'LRFD' | 'ASD';
  readonly states: readonly UsState[];
  readonly options: {
    readonly S_DS: number;
    readonly rho: number;
    readonly Omega_0?: number;
    readonly L_factor: number;
    readonly orthogonal: boolean;
  };
  readonly keep_dominated: boolean;
}

/** Fields of load cases and choices to ASCE 7-22, with their defaults. */
export const usKeys = once(() => ({ kind: Joi.valid(...KINDS).required(), permanent: Joi.boolean() }));
export const usSchema = once(() => ({
  method: Joi.valid('LRFD', 'ASD').default('LRFD'),
  states: Joi.array()
    .items(Joi.valid(...STATES))
    .unique()
    .min(1)
    .default(['basic']),
  options: Joi.object({
    S_DS: Joi.number().min(0).max(5).default(0),
    rho: Joi.number().min(1).max(2).default(1),
    Omega_0: Joi.number().min(1).max(5),
    L_factor: Joi.valid(0.5, 1).default(1),
    orthogonal: Joi.boolean().default(false),
  }).default(),
}));

/** What a page asks of load cases and of their combinations to ASCE 7-22. */
export const usScreen: LoadsScreen = {
  kinds: [
    ['D', 'dead'],
    ['L', 'live'],
    ['Lr', 'roof live'],
    ['S', 'snow'],
    ['R', 'rain'],
    ['W', 'wind'],
    ['WT', 'tornado'],
    ['E', 'earthquake'],
    ['F', 'fluid'],
    ['H', 'earth or bulk pressure'],
  ],
  categories: {},
  words: [],
  states: [
    ['basic', 'basic', 'B'],
    ['seismic', 'seismic', 'S'],
    ['overstrength', 'seismic with overstrength', 'O'],
  ],
  service: [],
  fields: [
    {
      id: 'options.L_factor',
      label: 'Live load beside others',
      type: 'number',
      limits: [0.5, 1],
      usual: 1,
      about: '0.5 where the exception of 2.3.1 is taken, else 1',
    },
    {
      id: 'options.S_DS',
      symbol: 'S_DS',
      label: 'spectral acceleration',
      type: 'number',
      limits: [0, 5],
      usual: 0,
      about: 'Vertical earthquake: 0.2 S_DS D',
      applies: hasCase('kind', 'E'),
    },
    {
      id: 'options.rho',
      symbol: 'rho',
      label: 'redundancy',
      type: 'number',
      limits: [1, 2],
      usual: 1,
      about: 'Multiplies earthquakes: ASCE 7, 12.3.4',
      applies: hasState('seismic'),
    },
    {
      id: 'options.Omega_0',
      symbol: 'Omega_0',
      label: 'overstrength',
      type: 'number',
      limits: [1, 5],
      about: 'In place of rho where overstrength is asked',
      applies: hasState('overstrength'),
    },
    {
      id: 'options.orthogonal',
      label: 'Earthquakes in both directions at once',
      type: 'yes',
      usual: false,
      about: 'The whole of one direction with 0.3 of the other: 12.5.3.1',
      applies: hasCase('kind', 'E'),
    },
  ],
  triples: () => [],
  given: ({ allowable }) => ({ method: allowable ? 'ASD' : 'LRFD' }),
  fixed: ['method'],
  guess: (name) => {
    const rules: readonly (readonly [RegExp, Kind])[] = [
      [/torn|\bwt\b/i, 'WT'],
      [/wind|\bw[lxy]?[+-]?\d*\b/i, 'W'],
      [/snow|\bs\d*\b/i, 'S'],
      [/roof|\blr\d*\b/i, 'Lr'],
      [/rain|\br\d*\b/i, 'R'],
      [/quake|seism|\be[xy]?\d*\b/i, 'E'],
      [/live|\bl\d*\b/i, 'L'],
      [/fluid|\bf\d*\b/i, 'F'],
      [/earth|soil|\bh\d*\b/i, 'H'],
    ];
    return { kind: rules.find(([r]) => r.test(name))?.[1] ?? 'D' };
  },
};

/** A term of a row: the cases of one kind in any subset, each by a factor. */
interface Term {
  readonly kind: Kind;
  readonly factor: Factor;
}
/** A row of 2.3 or 2.4: dead load, then groups of which one alternative is taken each. */
interface Row {
  readonly clause: string;
  readonly D: Factor;
  readonly F: Factor | null;
  readonly groups: readonly (readonly Term[])[];
  /** Factor of the seismic cases; null in rows without. */
  readonly E: Factor | null;
}

const by = (x: number): Factor => product([x, 'factor of the row']);
const term = (kind: Kind, factor: Factor | number): Term => ({ kind, factor: typeof factor === 'number' ? by(factor) : factor });
/** One of roof live, snow and rain at a time. */
const roof = (Lr: number, S: number, R: number, times = 1): Term[] =>
  (
    [
      ['Lr', Lr],
      ['S', S],
      ['R', R],
    ] as const
  ).map(([kind, x]) => term(kind, times === 1 ? by(x) : product([times, 'several transient loads'], [x, 'factor of the row'])));

/** Rows with wind come once with W and, where there is any, once with WT. */
const winds = (cases: readonly UsCase[]): readonly ('W' | 'WT')[] => (cases.some((c) => c.kind === 'WT') ? ['W', 'WT'] : ['W']);

function basicRows({ method, options, cases }: UsInput): Row[] {
  const row = (clause: string, D: number, groups: readonly (readonly Term[])[], F: number | null = D): Row => ({
    clause,
    D: by(D),
    F: F === null ? null : by(F),
    groups,
    E: null,
  });
  const withWind = (make: (w: 'W' | 'WT') => Row): Row[] => winds(cases).map(make);
  const fL = product([options.L_factor, 'L_factor of the live load']);
  if (method === 'LRFD')
    return [
      row('2.3.1-1', 1.4, []),
      row('2.3.1-2', 1.2, [[term('L', 1.6)], roof(0.5, 0.3, 0.5)]),
      row('2.3.1-3', 1.2, [roof(1.6, 1, 1.6), [term('L', fL), term('W', 0.5)]]),
      ...withWind((w) => row('2.3.1-4', 1.2, [[term(w, 1)], [term('L', fL)], roof(0.5, 0.3, 0.5)])),
      ...withWind((w) => row('2.3.1-5', 0.9, [[term(w, 1)]], null)),
    ];
  const wind = product([0.75, 'several transient loads'], [0.6, 'factor of the row']);
  return [
    row('2.4.1-1', 1, []),
    row('2.4.1-2', 1, [[term('L', 1)]]),
    row('2.4.1-3', 1, [roof(1, 0.7, 1)]),
    row('2.4.1-4', 1, [[term('L', 0.75)], roof(1, 0.7, 1, 0.75)]),
    ...withWind((w) => row('2.4.1-5', 1, [[term(w, 0.6)]])),
    ...withWind((w) => row('2.4.1-6', 1, [[term('L', 0.75)], [term(w, wind)], roof(1, 0.7, 1, 0.75)])),
    ...withWind((w) => row('2.4.1-7', 0.6, [[term(w, 0.6)]], null)),
  ];
}

/** The rows of 2.3.6 and 2.4.5 with rho, or with Omega_0 in its place. */
function seismicRows({ method, options }: UsInput, factor: readonly [number, string]): Row[] {
  const { S_DS } = options;
  const row = (clause: string, D: number, part: number, E: Factor, groups: readonly (readonly Term[])[] = []): Row => ({
    clause,
    D: { value: D + part * S_DS, why: `${D} ${part < 0 ? '-' : '+'} ${Math.abs(part)} x ${S_DS}: factor of the row with S_DS` },
    F: by(D),
    groups,
    E,
  });
  const fL = product([options.L_factor, 'L_factor of the live load']);
  const share = (x: number): Factor => product([x, 'factor of the row'], factor);
  if (method === 'LRFD')
    return [
      row('2.3.6-6', 1.2, 0.2, product(factor), [[term('L', fL)], [term('S', 0.15)]]),
      row('2.3.6-7', 0.9, -0.2, product(factor)),
    ];
  return [
    row('2.4.5-8', 1, 0.14, share(0.7)),
    row('2.4.5-9', 1, 0.105, share(0.525), [[term('L', 0.75)], [term('S', 0.1)]]),
    row('2.4.5-10', 0.6, -0.14, share(0.7)),
  ];
}

/** Factors of variable cases by their places. */
type Set_ = ReadonlyMap<number, Factor>;

/** Earth pressure in every row: it adds, or it resists where that is always there. */
function pressures({ method }: UsInput, cases: readonly UsCase[]): Set_[] {
  const [adds, resists] = method === 'LRFD' ? [1.6, 0.9] : [1, 0.6];
  return cases.reduce<Set_[]>(
    (sets, c, k) =>
      c.kind === 'H'
        ? sets.flatMap((set) => [
            new Map([...set, [k, product([adds, 'H adds'])]]),
            new Map([...set, ...(c.permanent === false ? [] : [[k, product([resists, 'H resists'])] as const])]),
          ])
        : sets,
    [new Map()],
  );
}

/** Every choice of one alternative of each group, its cases in any subset. */
function* choices(cases: readonly UsCase[], row: Row, over: () => never): Generator<Set_> {
  function* from(at: number, chosen: Set_): Generator<Set_> {
    if (at === row.groups.length) return yield chosen;
    for (const { kind, factor } of row.groups[at]!) {
      const places = placesOf(cases, kind);
      if (countArrangements(cases, places) > MOST_ARRANGEMENTS) over();
      for (const acting of arrangements(cases, places)) {
        const clash = [...acting].some((k) => excluded(cases, chosen.keys(), k));
        if (!clash) yield* from(at + 1, new Map([...chosen, ...[...acting].map((k) => [k, factor] as const)]));
      }
    }
  }
  yield* from(0, new Map());
}

/** Load combinations to ASCE 7-22, 2.3 and 2.4, in the order of its rules. */
export function combineToAsce7(i: UsInput): { readonly cases: readonly UsCase[]; readonly made: readonly Made[] } {
  const { options } = i;
  // Wind, tornado and earthquake act one case at a time.
  const cases = withUsual(i.cases, ({ kind }) => (['W', 'WT', 'E'].includes(kind) ? kind : undefined));
  if (i.states.includes('overstrength') && options.Omega_0 === undefined)
    throw new Refusal('options.Omega_0', 'options.Omega_0: the value is missing; combinations with overstrength need it.');
  const seismic = placesOf(cases, 'E');
  const rows: (readonly [UsState, Row])[] = [
    ...basicRows(i).map((r) => ['basic', r] as const),
    ...seismicRows(i, [options.rho, 'rho']).map((r) => ['seismic', r] as const),
    ...(options.Omega_0 === undefined ? [] : seismicRows(i, [options.Omega_0, 'Omega_0'])).map(
      (r) => ['overstrength', r] as const,
    ),
  ];
  const over = (): never => tooMany(countArrangements(cases, placesOf(cases, 'L', 'Lr', 'S', 'R', 'W', 'WT')));
  const earth = pressures(i, cases);
  const made: Made[] = [];
  for (const [state, row] of rows.filter(([s]) => i.states.includes(s))) {
    const quakes: readonly ReadonlyMap<number, number>[] = row.E ? seismicSets(cases, seismic, options.orthogonal) : [new Map()];
    for (const quake of quakes)
      for (const chosen of choices(cases, row, over))
        for (const H of earth)
          for (const signs of signsOf(cases, chosen.keys())) {
            if (made.length >= MOST_ARRANGEMENTS) over();
            const withSigns = new Map([...chosen].map(([k, f]) => [k, signed(f, signs.get(k)!)]));
            made.push({ state, clause: row.clause, leading: null, factors: factorsOf(cases, row, quake, withSigns, H) });
          }
  }
  return { cases, made };
}

function factorsOf(
  cases: readonly UsCase[],
  row: Row,
  quake: ReadonlyMap<number, number>,
  chosen: Set_,
  H: Set_,
): (Factor | null)[] {
  return cases.map((c, k) => {
    if (c.kind === 'D') return row.D;
    if (c.kind === 'F') return row.F;
    const share = quake.get(k);
    if (share !== undefined) {
      const { value, why } = row.E!;
      return { value: share * value, why: Math.abs(share) === 1 ? `${share < 0 ? '-' : ''}(${why})` : `${share} x (${why})` };
    }
    return chosen.get(k) ?? H.get(k) ?? null;
  });
}
