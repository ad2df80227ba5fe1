import Joi from 'joi';
import { customSectionSchema, customSteelSchema } from '../basis/own.ts';
import { contentKey } from '../job/print.ts';
import { DocumentError, inputVersionSchema, readJoint, type JointDocument } from '../job/joint-document.ts';
import { markSchema } from '../job/house-mark.ts';
import { KINDS } from '../joints/registry.ts';
import { basisSchema, settingsSchema } from '../standards/job-basis.ts';
import { given, validate } from '../validate/index.ts';
import { rangeSchema, refuseRange, valueSchema } from './range.ts';
import type { HouseDetail } from './types.ts';
import { once } from '../lazy.ts';

export const HOUSE_FORMAT = 'ample-gusset-house';
export const HOUSE_VERSION = 1;

export const houseSchema = once(() =>
  Joi.object({
    name: markSchema().required(),
    note: Joi.string().max(2000).allow('').default(''),
    kind: Joi.string()
      .valid(...KINDS.map((k) => k.id))
      .required(),
    input: Joi.object().unknown(true).required(),
    input_version: inputVersionSchema(),
    range: rangeSchema(),
    open: Joi.object()
      .pattern(/^[\w.]{1,60}$/, Joi.array().items(valueSchema()).min(1).max(20))
      .max(40)
      .default({}),
    basis: basisSchema().required(),
    sections: Joi.array().items(customSectionSchema()).max(500).unique('name').default([]),
    steels: Joi.array().items(customSteelSchema()).max(100).unique('name').default([]),
    settings: settingsSchema(),
  }),
);

/** Reads a house detail, judged by its kind, and brought up to date. Throws a DocumentError that names field and value. */
export function readHouse(raw: unknown, where = 'house detail'): HouseDetail {
  const checked = validate<HouseDetail>(houseSchema(), raw, `${where}:`);
  if ('error' in checked) throw new DocumentError(checked.error.field, checked.error.message);
  const { input, input_version, kind, ...rest } = checked.value;
  const joint = readJoint(
    { mark: rest.name, kind, note: '', combinations: [], input, ...(input_version ? { input_version } : {}) },
    where,
  );
  const house: HouseDetail = {
    ...rest,
    kind,
    input: joint.input as unknown,
    ...(joint.input_version ? { input_version: joint.input_version } : {}),
  };
  refuseRange(house, where);
  return house;
}

/** The detail of a joint as a house detail, but for its range. */
export const houseOf = (
  { kind, input, input_version, settings }: Pick<JointDocument, 'kind' | 'input' | 'input_version' | 'settings'>,
  { basis, sections, steels }: Pick<HouseDetail, 'basis' | 'sections' | 'steels'>,
  name: string,
  note = '',
): Omit<HouseDetail, 'range'> => ({
  ...{ name, note, kind, input: input as unknown, open: {}, basis, sections, steels },
  ...(input_version ? { input_version } : {}),
  ...(settings ? { settings } : {}),
});

/** House details of an office, as their file. */
export interface HouseFile {
  readonly format: typeof HOUSE_FORMAT;
  readonly version: number;
  readonly details: readonly HouseDetail[];
}
export const houseFile = (details: readonly HouseDetail[]): HouseFile => ({
  format: HOUSE_FORMAT,
  version: HOUSE_VERSION,
  details,
});

/** Reads a file of house details, whole or not at all: throws a DocumentError. */
export function readHouseFile(raw: unknown): HouseDetail[] {
  const { format, version, details } = (typeof raw === 'object' && raw !== null ? raw : {}) as Record<string, unknown>;
  const refuse = (field: string, message: string): never => {
    throw new DocumentError(field, `${field}: ${message}`);
  };
  if (format !== HOUSE_FORMAT)
    refuse('format', `${given(format)} is no file of house details of this product; accepted is "${HOUSE_FORMAT}".`);
  if (version !== HOUSE_VERSION) refuse('version', `${given(version)} is not known here; accepted is ${HOUSE_VERSION}.`);
  if (!Array.isArray(details)) return refuse('details', `${given(details)} is not a list; accepted is a list.`);
  if (details.length > 500) refuse('details', 'the list is longer than 500 entries; accepted are 500 or fewer.');
  const read = details.map((d, i) => readHouse(d, `house detail ${i + 1}`));
  const names = read.map((d) => d.name);
  const twice = names.find((n, i) => names.indexOf(n) < i);
  if (twice !== undefined) refuse('name', `"${twice}" stands twice; accepted are different names.`);
  return read;
}

/** Two house details that are the same in everything have the same key. */
export const houseKey = (h: HouseDetail): string => contentKey(h);
