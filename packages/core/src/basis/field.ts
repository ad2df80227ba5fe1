import Joi from 'joi';
import { size } from '../validate/sizes.ts';

/** A value of a job's basis, described, so that the page that shows it and the schema that judges it need not know it. */
export interface BasisField {
  readonly id: string;
  readonly label: string;
  readonly symbol?: string;
  readonly type: 'number' | 'choice' | 'yes';
  readonly unit?: string;
  readonly options?: readonly (readonly [string, string])[];
  /** Least and most of a number. */
  readonly limits?: readonly [number, number];
  readonly usual?: number | string | boolean;
  /** What it does, in a sentence. */
  readonly about: string;
  /** It came after joints had been signed: at its usual value it is no part of what was signed. */
  readonly later?: true;
  /** A partial factor: it divides a strength. */
  readonly partial?: true;
}

/** Judges a value of this field. */
export const fieldSchema = ({ type, limits, options }: BasisField): Joi.Schema =>
  type === 'number' ? size(...limits!) : type === 'yes' ? Joi.boolean() : Joi.string().valid(...options!.map(([value]) => value));

/** Fields as keys of a schema. */
export const fieldKeys = (fields: readonly BasisField[]): Record<string, Joi.Schema> =>
  Object.fromEntries(fields.map((f) => [f.id, fieldSchema(f)]));

/** What is usual, by id. */
export const usualOf = (fields: readonly BasisField[]): Record<string, number | string | boolean> =>
  Object.fromEntries(fields.map((f) => [f.id, f.usual!]));

/** What a field is, what it does, what is accepted and what is usual, in one line. */
export function basisFieldHelp({ label, symbol, type, unit, options, limits, usual, about }: BasisField): string {
  const accepted = limits
    ? `${limits[0]} to ${limits[1]}${unit ? ` ${unit}` : ''}`
    : options?.map(([, words]) => words).join(', ');
  const value = type === 'yes' && usual !== undefined ? (usual ? 'yes' : 'no') : options?.find(([k]) => k === usual)?.[1];
  const given = value ?? usual;
  return `${symbol ? `${symbol}, ${label}` : label}. ${about}.${accepted ? ` Accepted: ${accepted}.` : ''}${given === undefined ? '' : ` Usual: ${given}.`}`;
}
