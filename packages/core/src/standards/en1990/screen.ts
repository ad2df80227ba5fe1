import type { BasisField } from '../../basis/field.ts';
import { hasCase, hasState, type LoadsScreen } from '../loads-screen.ts';
import type { EnCase, EnInput } from './combine.ts';
import { ANNEXES, CATEGORIES, GAMMA, type AnnexName, type GammaName } from './values.ts';

const optional = (
  id: string,
  symbol: string,
  label: string,
  usual: number,
  limits: readonly [number, number],
  about: string,
): BasisField => ({ id: `options.${id}`, symbol, label, type: 'number', limits, usual, about });
const gamma = (id: GammaName, symbol: string, label: string): BasisField =>
  optional(`gamma.${id}`, symbol, label, GAMMA[id], [0, 10], 'Multiplies the characteristic value of such cases');

/** What a page asks of load cases and of their combinations to EN 1990. */
export const enScreen: LoadsScreen = {
  kinds: [
    ['G', 'permanent'],
    ['P', 'prestress'],
    ['Q', 'variable'],
    ['A', 'accidental'],
    ['E', 'earthquake'],
  ],
  categories: {
    Q: [
      ['A', 'A, rooms to live in'],
      ['B', 'B, offices'],
      ['C', 'C, where people gather'],
      ['D', 'D, shops'],
      ['E', 'E, storage'],
      ['F', 'F, light vehicles'],
      ['G', 'G, heavier vehicles'],
      ['H', 'H, roofs'],
      ['snow', 'snow, site up to 1000 m'],
      ['snow_high', 'snow, higher sites'],
      ['wind', 'wind'],
      ['temperature', 'temperature'],
    ],
  },
  words: [
    {
      id: 'action',
      label: 'Action',
      kinds: ['Q'],
      about: 'Cases of one action lead together; imposed loads of A to G are one unless named apart',
    },
    { id: 'source', label: 'Source', kinds: ['G'], about: 'Permanent cases of one source share their factor' },
  ],
  states: [
    ['ULS', 'strength', 'U'],
    ['EQU', 'equilibrium', 'E'],
    ['accidental', 'accidental', 'A'],
    ['seismic', 'seismic', 'S'],
    ['characteristic', 'characteristic, for slip of category B', 'K'],
    ['frequent', 'frequent', 'F'],
    ['quasi-permanent', 'quasi-permanent', 'P'],
  ],
  service: ['characteristic', 'frequent', 'quasi-permanent'],
  fields: [
    {
      id: 'annex',
      label: 'National Annex',
      type: 'choice',
      options: [
        ['uk', 'UK'],
        ['recommended', 'recommended values'],
      ],
      about: 'Where psi and xi come from; that of the job where nothing else is said',
    },
    {
      id: 'expression',
      label: 'Strength by',
      type: 'choice',
      options: [
        ['6.10', '6.10'],
        ['6.10ab', '6.10a and 6.10b'],
      ],
      usual: '6.10',
      about: 'The expression of EN 1990, 6.4.3.2',
    },
    {
      id: 'options.permanent',
      label: 'Permanent cases',
      type: 'choice',
      options: [
        ['single', 'together'],
        ['each', 'each source for itself'],
      ],
      usual: 'single',
      about: 'Whether all take the upper or the lower factor together; each for itself is usual for equilibrium',
    },
    {
      id: 'options.accidental_leading',
      label: 'Leading beside an accident',
      type: 'choice',
      options: [
        ['psi1', 'psi_1'],
        ['psi2', 'psi_2'],
      ],
      usual: 'psi1',
      about: 'The code leaves it to the annex; the UK takes psi_1',
      applies: hasState('accidental'),
    },
    {
      id: 'options.roof_with_climate',
      label: 'Roof loads act with snow and wind',
      type: 'yes',
      usual: false,
      about: 'EN 1991-1-1, 3.3.2(1) has category H alone',
      applies: hasCase('category', 'H'),
    },
    {
      id: 'options.orthogonal',
      label: 'Earthquakes in both directions at once',
      type: 'yes',
      usual: false,
      about: 'The whole of one direction with 0.3 of the other: EN 1998-1, 4.3.3.5.1(3)',
      applies: hasCase('kind', 'E'),
    },
    optional('K_FI', 'K_FI', 'reliability class', 1, [0.5, 2], 'Multiplies unfavourable factors of strength and equilibrium'),
    {
      ...optional(
        'xi',
        'xi',
        'of 6.10b',
        ANNEXES.uk.xi,
        [0.01, 1],
        'Reduces the permanent part in 6.10b; that of the annex where it is empty',
      ),
      usual: undefined,
      applies: ({ expression }) => expression === '6.10ab',
    },
    gamma('G_sup', 'gamma_G,sup', 'permanent, unfavourable'),
    gamma('G_inf', 'gamma_G,inf', 'permanent, favourable'),
    gamma('Q', 'gamma_Q', 'variable'),
    { ...gamma('P', 'gamma_P', 'prestress'), applies: hasCase('kind', 'P') },
    { ...gamma('G_sup_equ', 'gamma_G,sup,equ', 'permanent, unfavourable, equilibrium'), applies: hasState('EQU') },
    { ...gamma('G_inf_equ', 'gamma_G,inf,equ', 'permanent, favourable, equilibrium'), applies: hasState('EQU') },
    { ...gamma('Q_equ', 'gamma_Q,equ', 'variable, equilibrium'), applies: hasState('EQU') },
  ],
  triples: ({ annex, options, cases }) => {
    const used = CATEGORIES.filter((k) => (cases as readonly EnCase[]).some((c) => c.category === k));
    const { psi } = ANNEXES[(annex as AnnexName | undefined) ?? 'uk'];
    const own = (options as Partial<EnInput['options']> | undefined)?.psi ?? {};
    return used.map((k) => ({
      id: `options.psi.${k}`,
      label: k,
      symbols: ['psi_0', 'psi_1', 'psi_2'],
      usual: psi[k],
      own: own[k] ?? null,
    }));
  },
  given: ({ id }) => ({ annex: id === 'recommended' ? 'recommended' : 'uk' }),
  guess: (name) =>
    /wind|\bw[lxy]?[+-]?\d*\b/i.test(name)
      ? { kind: 'Q', category: 'wind' }
      : /snow/i.test(name)
        ? { kind: 'Q', category: 'snow' }
        : /temp/i.test(name)
          ? { kind: 'Q', category: 'temperature' }
          : /dead|perm|self|\bg\d*\b/i.test(name)
            ? { kind: 'G' }
            : /quake|seism|\be[xy]?\d*\b/i.test(name)
              ? { kind: 'E' }
              : /acc|imp(?!ose)|blast/i.test(name)
                ? { kind: 'A' }
                : { kind: 'Q' },
};
