import { beamToSupport } from '../beam-end/beam-family.ts';
import { usualLevel } from '../beam-end/beam-level.ts';
import { building } from '../building.ts';
import type { JointKind } from '../kind.ts';
import { finPlateToEn1993 } from './en1993/index.ts';
import { beamAndSupport, memberWords } from '../members.ts';
import { finPlateEdits, finPlateFields, finPlatePlaces } from './fields.ts';
import { finPlateFirst, finPlateMoves, finPlateSearch } from './first.ts';
import { finPlateSchema, type FinPlateInput } from './input.ts';
import { parseLine, printLine } from './line.ts';
import { finPlateModel, type FinPlateModel } from './model.ts';
import { quantitiesOf } from '../beam-end/solid-parts.ts';
import { finPlateSolid } from './solid.ts';
import type { MeasuredChecks } from '../beam-end/clearances.ts';
import { finPlateDrawing } from './views.ts';
import { aisc360 } from '../../standards/aisc360/standard.ts';
import { singlePlateFirst, singlePlateSearch } from './aisc360/first.ts';
import { finPlateToAisc360 } from './aisc360/index.ts';
import { en1993 } from '../../standards/en1993/standard.ts';

/** A vertical plate welded to the support and bolted to one side of the beam web. */
export const finPlate: JointKind<FinPlateInput> = {
  id: 'fin-plate',
  code: 'FP',
  title: 'Fin plate',
  schema: finPlateSchema,
  fields: finPlateFields,
  measured: true,
  placeField: (id) => finPlatePlaces(id) ?? usualLevel(id),
  edits: finPlateEdits,
  ...beamToSupport({ welded: true }),
  ...building<FinPlateInput, FinPlateModel, MeasuredChecks>({
    model: finPlateModel,
    standards: {
      [en1993.id]: { prepare: finPlateToEn1993, first: finPlateFirst, search: finPlateSearch },
      [aisc360.id]: {
        title: 'Single plate',
        prepare: finPlateToAisc360,
        first: singlePlateFirst,
        search: singlePlateSearch,
        leaves: ['N_tie', 'V_ser'],
      },
    },
    solid: finPlateSolid,
    quantities: ({ solid, model }) => quantitiesOf(solid, model.input.bolts.category !== 'A'),
    drawing: finPlateDrawing,
    moves: finPlateMoves,
  }),
  members: (i, units) => memberWords(i.beam, i.support, units),
  facts: beamAndSupport,
  line: { print: printLine, parse: parseLine },
};
