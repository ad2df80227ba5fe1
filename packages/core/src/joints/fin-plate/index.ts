import { beamToSupport } from '../beam-end/beam-family.ts';
import { usualLevel } from '../beam-end/beam-level.ts';
import type { JointKind } from '../kind.ts';
import { finPlateToEn1993 } from './en1993/index.ts';
import { beamAndSupport, memberWords } from '../members.ts';
import { finPlateEdits, finPlateFields, finPlatePlaces } from './fields.ts';
import { finPlateFirst, finPlateMoves } from './first.ts';
import { finPlateSchema, type FinPlateInput } from './input.ts';
import { parseLine, printLine } from './line.ts';
import { finPlateModel, type FinPlateModel } from './model.ts';
import { quantitiesOf } from '../beam-end/solid-parts.ts';
import { finPlateSolid } from './solid.ts';
import { finPlateDrawing } from './views.ts';

/** A vertical plate welded to the support and bolted to one side of the beam web. */
export const finPlate: JointKind<FinPlateInput, FinPlateModel> = {
  id: 'fin-plate',
  code: 'FP',
  title: 'Fin plate',
  schema: finPlateSchema,
  fields: finPlateFields,
  placeField: (id) => finPlatePlaces(id) ?? usualLevel(id),
  edits: finPlateEdits,
  ...beamToSupport,
  model: finPlateModel,
  prepare: finPlateToEn1993 as (m: FinPlateModel) => ReturnType<JointKind['prepare']>,
  solid: finPlateSolid,
  quantities: (m) => quantitiesOf(finPlateSolid(m), m.bolt),
  drawing: (m, title, combination) => finPlateDrawing(m, finPlateSolid(m), title, combination),
  members: (i) => memberWords(i.beam, i.support),
  facts: beamAndSupport,
  line: { print: printLine, parse: parseLine },
  first: finPlateFirst,
  moves: finPlateMoves,
};
