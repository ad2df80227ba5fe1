import { exchangeJointSchemas, exchangeSchema, JOB_FORMAT, JOB_VERSION, jobSchema, jointSchema, KINDS } from '@ample/core';
import type Joi from 'joi';
import joiToJson from 'joi-to-json';

type Json = Record<string, unknown>;
const convert = (schema: Joi.Schema): Json => standard(joiToJson(schema, 'json-draft-2019-09')) as Json;

/**
 * Mends two habits of the converter: it leaves a regular expression's flags at its end (`…$/u`), which JSON Schema does not know, and
 * writes a field that depends on another as `oneOf`, though both cases may take the same value.
 */
function standard(value: unknown): unknown {
  if (Array.isArray(value)) return value.map(standard);
  if (typeof value !== 'object' || value === null) return value;
  return Object.fromEntries(
    Object.entries(value).map(([k, v]) =>
      k === 'pattern' && typeof v === 'string' ? [k, v.replace(/\/[a-z]+$/, '')] : [k === 'oneOf' ? 'anyOf' : k, standard(v)],
    ),
  );
}

/** JSON Schema (draft 2019-09) of the job file, made from the same Joi schemas that the reader uses; each kind of joint brings its input. */
export function jobFileSchema(): Json {
  const job = convert(jobSchema());
  const joint = convert(jointSchema());
  const properties = joint['properties'] as Json;
  const joints = KINDS.map((kind) => ({
    ...joint,
    title: kind.title,
    properties: {
      ...properties,
      kind: { const: kind.id },
      input: { anyOf: [{ $ref: `#/$defs/${kind.id}` }, { $ref: `#/$defs/${kind.id}-members` }] },
    },
  }));
  const jobProperties = job['properties'] as Json;
  return {
    $schema: 'https://json-schema.org/draft/2019-09/schema',
    title: `${JOB_FORMAT}, version ${JOB_VERSION}`,
    ...job,
    properties: { ...jobProperties, joints: { type: 'array', maxItems: 5000, items: { oneOf: joints } } },
    $defs: Object.fromEntries(
      KINDS.flatMap((kind) => {
        const full = convert(kind.schema());
        // A joint that gives its detail as a line needs only the members here.
        const members = {
          ...full,
          required: (full['required'] as string[]).filter((k) => ['beam', 'support', 'column'].includes(k)),
        };
        return [
          [kind.id, full],
          [`${kind.id}-members`, { ...members, not: { required: ['plate'] } }],
        ];
      }),
    ),
  };
}

/** JSON Schema of the exchange form: a joint has its detail, as in a job file, or its forces. */
export function exchangeShape(): Json {
  const { detailed, forced } = exchangeJointSchemas;
  const whole = convert(exchangeSchema());
  const joints = { type: 'array', maxItems: 5000, items: { anyOf: [convert(detailed()), convert(forced())] } };
  return { ...whole, properties: { ...(whole['properties'] as Json), joints } };
}
