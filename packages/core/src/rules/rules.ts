import Joi from 'joi';
import { PAPERS, type PaperId } from '../drawing/papers.ts';
import { DXF_LAYERS, type DxfLayer } from '../drawing/layers.ts';
import { CLOSE_FIELD } from '../basis/basis.ts';
import { basisFieldHelp, fieldKeys, type BasisField } from '../basis/field.ts';
import { given, validate } from '../validate/index.ts';
import { Refusal } from '../refusal.ts';
import { practiceAccepts, PRACTICE_FIELDS, practiceSchema, RATE_TITLES, ratesSchema, type GivenPractice } from './practice.ts';
import type { CostRates } from './rates.ts';
import { once } from '../lazy.ts';

/** How what leaves the product looks, and what details are made of and cost where the product proposes them: no result depends on it. */
export interface HouseRules {
  /** Name of the office, and what stands beside it: address, telephone. */
  readonly office: string;
  readonly address: string;
  /** A PNG as a data URI; empty without one. */
  readonly logo: string;
  /** Sign between whole and decimal figures on paper. */
  readonly decimal: 'point' | 'comma';
  /** What drawings are put on where nothing else is asked for; `usual`: one sheet a page, by the units of the job. */
  readonly paper: PaperId | 'usual';
  /** Multiple under which a joint counts as close, where jobs begin; of the office alone, since a job has its own. */
  readonly close: number;
  /** Heights of letters in DXF, mm on paper: of dimensions, and of all that is written in the same size. */
  readonly dxf_dimension_text: number;
  readonly dxf_text: number;
  /** Names of layers in DXF, those that are not called as they are meant. */
  readonly layers: Readonly<Partial<Record<DxfLayer, string>>>;
  /** What details are made of, and what things cost, where they are not as is usual. */
  readonly details: GivenPractice;
  readonly rates: Partial<CostRates>;
}
/** Rules as they are written down: what is not said is the office's, or as is usual. */
export type GivenRules = Partial<HouseRules>;

/** Rules of the office as they stand in the store. */
export interface OfficeRules {
  /** 0 before any are saved. */
  readonly version: number;
  readonly rules: GivenRules;
  readonly who: string;
  readonly at: string;
}

/** A text of one line. */
interface TextField {
  readonly id: 'office' | 'address';
  readonly label: string;
  readonly most: number;
  readonly about: string;
}
export const RULE_TEXTS: readonly TextField[] = [
  {
    id: 'office',
    label: 'Name of the office',
    most: 60,
    about: 'It stands on the first page, in the head of each page, and under each drawing',
  },
  { id: 'address', label: 'Beside it', most: 120, about: 'Address, telephone, or what else stands with the name; on one line' },
];
/** Height of letters on drawings, mm: capitals of the size that most of them have. */
const LETTERS = 2.45;
export interface RuleField extends BasisField {
  /** Of the office alone: where jobs begin, and each has its own. */
  readonly begins?: true;
}
export const RULE_FIELDS: readonly RuleField[] = [
  {
    id: 'decimal',
    label: 'Decimal sign on paper',
    type: 'choice',
    options: [
      ['point', 'point, as 12.5'],
      ['comma', 'comma, as 12,5'],
    ],
    usual: 'point',
    about: 'In reports and drawings that are issued; on the screen a point stands, and in a workbook what its program is set to',
  },
  {
    id: 'paper',
    label: 'Paper of drawings',
    type: 'choice',
    options: [['usual', 'usual: A4 or Letter by the units'], ...PAPERS.map((p) => [p.id, p.label] as const)],
    usual: 'usual',
    about: 'What drawings are put on where Issue asks for nothing else; a larger paper takes several sheets in true scale',
  },
  {
    id: 'dxf_dimension_text',
    label: 'Letters of dimensions in DXF',
    type: 'number',
    unit: 'mm',
    limits: [1, 10],
    usual: LETTERS,
    about: 'Height of capitals on paper; the drawing is in true size, so they stand larger in it by its scale',
  },
  {
    id: 'dxf_text',
    label: 'Other letters in DXF',
    type: 'number',
    unit: 'mm',
    limits: [1, 10],
    usual: LETTERS,
    about: 'Height of capitals of notes on paper; larger and smaller ones keep their proportion to it',
  },
  {
    ...CLOSE_FIELD,
    about: 'Jobs that are made begin with it, and change it in their Basis; jobs that stand keep theirs',
    begins: true,
  },
];

/** What a rule is and what it accepts, by `rules.` and its id; undefined of anything else. */
export function ruleHelp(name: string): string | undefined {
  const id = name.startsWith('rules.') ? name.slice(6) : '';
  const field = RULE_FIELDS.find((f) => f.id === id);
  if (field) return basisFieldHelp(field);
  const said = RULE_TEXTS.find((f) => f.id === id);
  if (said) return `${said.label}. ${said.about}. Accepted: one line of at most ${said.most} letters.`;
  if (id === 'logo')
    return 'Logo. It stands on the first page and under each drawing. Accepted: a picture; it is kept as a PNG of at most 800 x 320 dots.';
  const made = PRACTICE_FIELDS.find((f) => `details.${f.id}` === id);
  if (made) return `${made.label}. ${made.about}; search and first details go by it. ${practiceAccepts(made)}`;
  if (id.startsWith('rates.')) {
    const title = (RATE_TITLES as Readonly<Record<string, string>>)[id.slice(6)];
    return title && `What it costs: ${title}. Any unit, the same for all. Accepted: 0 to 1000000.`;
  }
  const layer = DXF_LAYERS.find((l) => l.id === id);
  return (
    layer && `Layer ${layer.id}: ${layer.about}. Accepted: a name of at most 60 letters without < > / \\ " : ; ? * | = , or \`.`
  );
}

/** How many times as high as usual letters of a style are in DXF. */
export const letterFactor = (rules: Pick<HouseRules, 'dxf_dimension_text' | 'dxf_text'>, style: string): number =>
  (style === 'dimension' ? rules.dxf_dimension_text : rules.dxf_text) / LETTERS;

export const USUAL_RULES: HouseRules = {
  ...{ office: '', address: '', logo: '', decimal: 'point', paper: 'usual', layers: {}, details: {}, rates: {} },
  ...{ dxf_dimension_text: LETTERS, dxf_text: LETTERS, close: CLOSE_FIELD.usual as number },
};

const LOGO_START = 'data:image/png;base64,';
/** Most letters of a logo as it is written down: some 300 kB of picture. */
const MOST_LOGO = 400_000;
const MOST_DOTS = 2000;

const layerName = once(() =>
  Joi.string()
    .max(60)
    // What DXF forbids in the name of a layer.
    .pattern(/^[^<>/\\":;?*|=`,\s][^<>/\\":;?*|=`,]*$/, 'letters, figures, spaces, and - _ . $ + after one that is no space'),
);
export const rulesSchema = once(() =>
  Joi.object<GivenRules>({
    ...Object.fromEntries(RULE_TEXTS.map((f) => [f.id, Joi.string().trim().max(f.most).allow('')])),
    ...fieldKeys(RULE_FIELDS),
    logo: Joi.string().max(MOST_LOGO).allow(''),
    layers: Joi.object(Object.fromEntries(DXF_LAYERS.map((l) => [l.id, layerName()]))),
    details: practiceSchema(),
    rates: ratesSchema(),
  }),
);
/** Rules of a job: without those with which jobs begin. */
export const jobRulesSchema = once(() =>
  rulesSchema().keys(Object.fromEntries(RULE_FIELDS.flatMap((f) => (f.begins ? [[f.id, Joi.forbidden()]] : [])))),
);

const LOGO_ACCEPTED = `accepted is a PNG of at most 300 kB and ${MOST_DOTS} dots a side, as text that begins with ${LOGO_START}`;
const refused = (message: string): never => {
  throw new Refusal('logo', `logo: ${message}; ${LOGO_ACCEPTED}.`);
};
/** Width and height of a logo, in dots, as its head says. Throws a Refusal of what is no PNG. */
export function logoSize(logo: string): { readonly width: number; readonly height: number } {
  if (!logo.startsWith(LOGO_START)) return refused(`${given(logo.slice(0, 40))} is no PNG`);
  if (logo.length > MOST_LOGO) return refused('it is too large');
  const text = logo.slice(LOGO_START.length);
  if (!/^[A-Za-z0-9+/]+={0,2}$/.test(text)) return refused('its text is not base64');
  const head = Uint8Array.from(atob(text.slice(0, 44)), (c) => c.charCodeAt(0));
  if (head.length < 24 || [137, 80, 78, 71, 13, 10, 26, 10].some((b, i) => head[i] !== b)) return refused('it is no PNG');
  const four = (at: number): number => ((head[at]! * 256 + head[at + 1]!) * 256 + head[at + 2]!) * 256 + head[at + 3]!;
  const [width, height] = [four(16), four(20)];
  if (!(width >= 1 && height >= 1 && width <= MOST_DOTS && height <= MOST_DOTS))
    return refused(`it is ${width} x ${height} dots`);
  return { width, height };
}

export const RULES_FORMAT = 'ample-gusset-house-rules';
/** Rules as they stand in a file of their own. */
export const rulesFile = (rules: GivenRules) => ({ format: RULES_FORMAT, version: 1, rules });

/** Rules from what is written down. Throws a Refusal that names what can't be read. */
export function readRules(raw: unknown, where = 'rules'): GivenRules {
  const checked = validate<GivenRules>(rulesSchema(), raw, where);
  if ('error' in checked) throw new Refusal(checked.error.field, checked.error.message);
  if (checked.value.logo) logoSize(checked.value.logo);
  return checked.value;
}

/** Rules from a file of their own. Throws a Refusal. */
export function readRulesFile(raw: unknown): GivenRules {
  const file = typeof raw === 'object' && raw !== null ? (raw as Record<string, unknown>) : {};
  if (file['format'] !== RULES_FORMAT || file['version'] !== 1)
    throw new Refusal(
      'format',
      `format: ${given(file['format'])} in version ${given(file['version'])} is no file of house rules; accepted is "${RULES_FORMAT}" in version 1.`,
    );
  return readRules(file['rules'] ?? {});
}

/** What a job goes by: its own rules, else those of the office, else what is usual. */
export const rulesOf = ({
  office = {},
  rules = {},
}: {
  readonly office?: GivenRules | undefined;
  readonly rules?: GivenRules | undefined;
}): HouseRules => ({
  ...USUAL_RULES,
  ...office,
  ...rules,
  layers: { ...office.layers, ...rules.layers },
  details: { ...office.details, ...rules.details },
  rates: { ...office.rates, ...rules.rates },
});
