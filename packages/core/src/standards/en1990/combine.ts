import Joi from 'joi';
import {
  arrangements,
  countArrangements,
  MOST_ARRANGEMENTS,
  placesOf,
  product,
  seismicSets,
  signed,
  signsOf,
  tooMany,
  withUsual,
  type Acting,
  type Factor,
  type LoadCase,
  type Made,
} from '../../actions/combining/case.ts';
import { actionOf, ANNEXES, CATEGORIES, GAMMA, type AnnexName, type Category, type GammaName, type Psi } from './values.ts';
import { once } from '../../lazy.ts';

export interface EnCase extends LoadCase {
  /** Permanent, prestress, variable, accidental, seismic (design value). */
  readonly kind: 'G' | 'P' | 'Q' | 'A' | 'E';
  readonly category?: Category;
  /** Independent variable action that it belongs to. */
  readonly action?: string;
  /** Permanent cases of one source share their factor. */
  readonly source?: string;
}

export const EN_STATES = ['ULS', 'EQU', 'accidental', 'seismic', 'characteristic', 'frequent', 'quasi-permanent'] as const;
export type EnState = (typeof EN_STATES)[number];

export interface EnInput {
  readonly code: 'EN1990';
  readonly cases: readonly EnCase[];
  readonly annex: AnnexName;
  readonly expression: '6.10' | '6.10ab';
  readonly states: readonly EnState[];
  readonly options: {
    readonly gamma: Partial<Readonly<Record<GammaName, number>>>;
    readonly psi: Partial<Readonly<Record<Category, Psi>>>;
    readonly xi?: number;
    readonly K_FI: number;
    readonly permanent: 'single' | 'each';
    readonly accidental_leading: 'psi1' | 'psi2';
    readonly roof_with_climate: boolean;
    readonly orthogonal: boolean;
  };
  readonly keep_dominated: boolean;
}

const factor = once(() => Joi.number().min(0).max(10));
/** Fields of load cases and choices to EN 1990, with their defaults. */
export const enKeys = once(() => ({
  kind: Joi.valid('G', 'P', 'Q', 'A', 'E').required(),
  category: Joi.when('kind', { is: 'Q', then: Joi.valid(...CATEGORIES).required(), otherwise: Joi.forbidden() }),
  action: Joi.string().max(60),
  source: Joi.string().max(60),
}));
export const enSchema = once(() => ({
  annex: Joi.valid('recommended', 'uk').default('uk'),
  expression: Joi.valid('6.10', '6.10ab').default('6.10'),
  states: Joi.array()
    .items(Joi.valid(...EN_STATES))
    .unique()
    .min(1)
    .default(['ULS']),
  options: Joi.object({
    gamma: Joi.object(Object.fromEntries(Object.keys(GAMMA).map((k) => [k, factor()]))).default({}),
    psi: Joi.object(
      Object.fromEntries(CATEGORIES.map((k) => [k, Joi.array().items(Joi.number().min(0).max(1).required()).length(3)])),
    ).default({}),
    xi: Joi.number().greater(0).max(1),
    K_FI: Joi.number().min(0.5).max(2).default(1),
    permanent: Joi.valid('single', 'each').default('single'),
    accidental_leading: Joi.valid('psi1', 'psi2').default('psi1'),
    roof_with_climate: Joi.boolean().default(false),
    orthogonal: Joi.boolean().default(false),
  }).default(),
}));

/** A variable case with all that is looked up of it. */
interface Variable {
  readonly place: number;
  readonly action: string;
  readonly psi: Psi;
  readonly category: Category;
}

/** How a state treats its cases. */
interface Row {
  readonly state: EnState;
  readonly clause: string;
  /** Factors of permanent cases: upper and lower, or one alone. */
  readonly permanent: readonly Factor[];
  readonly prestress: Factor;
  /** Factor of a variable case, leading or beside; `leads`: whether one leads at all. */
  readonly variable: (v: Variable, leading: boolean) => Factor;
  readonly leads: boolean;
  readonly others: 'none' | 'A' | 'E';
}

const ONE = product([1, 'characteristic value']);

function rowsOf(i: EnInput): Row[] {
  const { options } = i;
  const g = (k: GammaName): number => options.gamma[k] ?? GAMMA[k];
  const K = [options.K_FI, 'K_FI'] as const;
  const xi = [options.xi ?? ANNEXES[i.annex].xi, 'xi'] as const;
  const psi = (v: Variable, k: 0 | 1 | 2) => [v.psi[k], `psi_${k} of ${v.category}`] as const;
  const P = product([g('P'), 'gamma_P']);
  const [upper, lower] = [product([g('G_sup'), 'gamma_G,sup'], K), product([g('G_inf'), 'gamma_G,inf'])];
  const Q = [g('Q'), 'gamma_Q'] as const;
  const leadingOr0 = (v: Variable, leading: boolean): Factor => (leading ? product(Q, K) : product(Q, K, psi(v, 0)));
  const uls = { state: 'ULS', prestress: P, others: 'none' } as const;
  const characteristic = { permanent: [ONE], prestress: ONE, others: 'none', leads: true } as const;
  const all: Row[] = [
    ...(i.expression === '6.10'
      ? [{ ...uls, clause: '6.10', permanent: [upper, lower], variable: leadingOr0, leads: true }]
      : [
          {
            ...uls,
            clause: '6.10a',
            permanent: [upper, lower],
            variable: (v: Variable) => product(Q, K, psi(v, 0)),
            leads: false,
          },
          {
            ...uls,
            clause: '6.10b',
            permanent: [product(xi, [g('G_sup'), 'gamma_G,sup'], K), lower],
            variable: leadingOr0,
            leads: true,
          },
        ]),
    {
      state: 'EQU',
      clause: '6.10 set A',
      permanent: [product([g('G_sup_equ'), 'gamma_G,sup of set A'], K), product([g('G_inf_equ'), 'gamma_G,inf of set A'])],
      prestress: P,
      variable: (v, leading) => {
        const q = [g('Q_equ'), 'gamma_Q of set A'] as const;
        return leading ? product(q, K) : product(q, K, psi(v, 0));
      },
      leads: true,
      others: 'none',
    },
    {
      ...characteristic,
      state: 'accidental',
      clause: '6.11b',
      variable: (v, leading) => product(psi(v, leading && options.accidental_leading === 'psi1' ? 1 : 2)),
      others: 'A',
    },
    { ...characteristic, state: 'seismic', clause: '6.12b', variable: (v) => product(psi(v, 2)), leads: false, others: 'E' },
    { ...characteristic, state: 'characteristic', clause: '6.14b', variable: (v, l) => (l ? ONE : product(psi(v, 0))) },
    { ...characteristic, state: 'frequent', clause: '6.15b', variable: (v, l) => product(psi(v, l ? 1 : 2)) },
    { ...characteristic, state: 'quasi-permanent', clause: '6.16b', variable: (v) => product(psi(v, 2)), leads: false },
  ];
  return all.filter((r) => i.states.includes(r.state));
}

const CLIMATE: ReadonlySet<Category | undefined> = new Set(['snow', 'snow_high', 'wind']);

/** Every set of permanent factors: all sources together, or each for itself. */
function permanents(i: EnInput, cases: readonly EnCase[], factors: readonly Factor[]): ReadonlyMap<string, Factor>[] {
  const sources = [...new Set(cases.filter((c) => c.kind === 'G').map((c) => c.source ?? c.id))];
  if (i.options.permanent === 'single' || factors.length === 1) return factors.map((f) => new Map(sources.map((s) => [s, f])));
  return sources.reduce<ReadonlyMap<string, Factor>[]>(
    (sets, s) => sets.flatMap((set) => factors.map((f) => new Map([...set, [s, f]]))),
    [new Map()],
  );
}

/** What acts beside permanent and variable cases: nothing, one accidental case, or the seismic ones. */
function besides(i: EnInput, cases: readonly EnCase[], row: Row): ReadonlyMap<number, Factor>[] {
  if (row.others === 'none') return [new Map()];
  if (row.others === 'A') return placesOf(cases, 'A').map((k) => new Map([[k, product([1, 'design value'])]]));
  return seismicSets(cases, placesOf(cases, 'E'), i.options.orthogonal).map(
    (set) => new Map([...set].map(([k, x]) => [k, { value: x, why: `${x}: design value, its share of the direction` }] as const)),
  );
}

/** Load combinations to EN 1990, section 6, in the order of its rules. */
export function combineToEn1990(i: EnInput): { readonly cases: readonly EnCase[]; readonly made: readonly Made[] } {
  // Wind and temperature act one case at a time.
  const cases = withUsual(i.cases, ({ category }) => (category === 'wind' || category === 'temperature' ? category : undefined));
  const variables = new Map(
    cases.flatMap((c, place): [number, Variable][] =>
      c.kind === 'Q'
        ? [
            [
              place,
              {
                place,
                action: c.action ?? actionOf(c.category!),
                psi: i.options.psi[c.category!] ?? ANNEXES[i.annex].psi[c.category!],
                category: c.category!,
              },
            ],
          ]
        : [],
    ),
  );
  const places = [...variables.keys()];
  const roofApart = (acting: Acting, next: number): boolean => {
    if (i.options.roof_with_climate) return true;
    const [roof, climate] = [cases[next]!.category === 'H', CLIMATE.has(cases[next]!.category)];
    return ![...acting].some((k) => (roof && CLIMATE.has(cases[k]!.category)) || (climate && cases[k]!.category === 'H'));
  };
  const count = countArrangements(cases, places);
  // With roofs apart from climate there are fewer; a count that is far over is over all the same.
  if (count > 40 * MOST_ARRANGEMENTS) tooMany(count);
  const sets: Acting[] = [];
  for (const s of arrangements(cases, places, roofApart)) {
    if (sets.length >= MOST_ARRANGEMENTS) tooMany(count);
    sets.push(s);
  }
  const made: Made[] = [];
  for (const row of rowsOf(i))
    for (const beside of besides(i, cases, row))
      for (const permanent of permanents(i, cases, row.permanent))
        for (const set of sets) {
          const actions = [...new Set([...set].map((k) => variables.get(k)!.action))];
          for (const leading of row.leads && actions.length ? actions : [null]) {
            const factorOf = (k: number): Factor => {
              const v = variables.get(k)!;
              return row.variable(v, v.action === leading);
            };
            for (const signs of signsOf(cases, set)) {
              if (made.length >= MOST_ARRANGEMENTS) tooMany(count * 2);
              const factors = cases.map((c, k): Factor | null => {
                if (c.kind === 'G') return permanent.get(c.source ?? c.id)!;
                if (c.kind === 'P') return row.prestress;
                const sign = signs.get(k);
                return sign === undefined ? (beside.get(k) ?? null) : signed(factorOf(k), sign);
              });
              made.push({ state: row.state, clause: row.clause, leading, factors });
            }
          }
        }
  return { cases, made };
}
