import { beamToSupport } from '../beam-end/beam-family.ts';
import { usualLevel } from '../beam-end/beam-level.ts';
import type { JointKind } from '../kind.ts';
import { beamAndSupport, memberWords } from '../members.ts';
import { quantitiesOf } from '../beam-end/solid-parts.ts';
import { cleatsToEn1993 } from './en1993/index.ts';
import { cleatsEdits, cleatsFields, cleatsPlaces } from './fields.ts';
import { cleatsFirst, cleatsMoves } from './first.ts';
import { cleatsSchema, type CleatsInput } from './input.ts';
import { parseLine, printLine } from './line.ts';
import { cleatsModel, type CleatsModel } from './model.ts';
import { cleatsSolid } from './solid.ts';
import { cleatsDrawing } from './views.ts';

/** Angles on one or both sides of the beam web, bolted to web and support or welded to one of them. */
export const cleats: JointKind<CleatsInput, CleatsModel> = {
  id: 'cleats',
  code: 'AC',
  title: 'Angle cleats',
  schema: cleatsSchema,
  fields: cleatsFields,
  placeField: (id) => cleatsPlaces(id) ?? usualLevel(id),
  edits: cleatsEdits,
  ...beamToSupport,
  model: cleatsModel,
  prepare: cleatsToEn1993 as (m: CleatsModel) => ReturnType<JointKind['prepare']>,
  solid: cleatsSolid,
  quantities: (m) => quantitiesOf(cleatsSolid(m), m.bolt),
  drawing: (m, title, combination) => cleatsDrawing(m, cleatsSolid(m), title, combination),
  members: (i) => memberWords(i.beam, i.support),
  facts: beamAndSupport,
  line: { print: printLine, parse: parseLine },
  first: cleatsFirst,
  moves: cleatsMoves,
};
