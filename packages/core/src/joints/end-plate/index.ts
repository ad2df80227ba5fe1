import { beamToSupport } from '../beam-end/beam-family.ts';
import { usualLevel } from '../beam-end/beam-level.ts';
import { building } from '../building.ts';
import type { JointKind } from '../kind.ts';
import { beamAndSupport, memberWords } from '../members.ts';
import { endPlateToEn1993 } from './en1993/index.ts';
import { endPlateEdits, endPlateFields, endPlatePlaces } from './fields.ts';
import { endPlateFirst, endPlateMoves, endPlateSearch } from './first.ts';
import { endPlateSchema, type EndPlateInput } from './input.ts';
import { parseLine, printLine } from './line.ts';
import { endPlateModel, type EndPlateModel } from './model.ts';
import type { MeasuredChecks } from '../beam-end/clearances.ts';
import { quantitiesOf } from '../beam-end/solid-parts.ts';
import { endPlateSolid } from './solid.ts';
import { endPlateDrawing } from './views.ts';
import { aisc360 } from '../../standards/aisc360/standard.ts';
import { shearEndPlateFirst, shearEndPlateSearch } from './aisc360/first.ts';
import { endPlateToAisc360 } from './aisc360/index.ts';
import { en1993 } from '../../standards/en1993/standard.ts';

/** A plate across the beam end, welded to the web and bolted to the support: nominally pinned. */
export const endPlate: JointKind<EndPlateInput> = {
  id: 'end-plate',
  code: 'EP',
  title: 'Shear end plate',
  schema: endPlateSchema,
  fields: endPlateFields,
  measured: true,
  placeField: (id) => endPlatePlaces(id) ?? usualLevel(id),
  edits: endPlateEdits,
  ...beamToSupport(),
  ...building<EndPlateInput, EndPlateModel, MeasuredChecks>({
    model: endPlateModel,
    standards: {
      [en1993.id]: { prepare: endPlateToEn1993, first: endPlateFirst, search: endPlateSearch },
      [aisc360.id]: {
        prepare: endPlateToAisc360,
        first: shearEndPlateFirst,
        search: shearEndPlateSearch,
        leaves: ['N_tie', 'V_ser'],
      },
    },
    solid: endPlateSolid,
    quantities: ({ solid, model }) => quantitiesOf(solid, model.input.bolts.category !== 'A'),
    drawing: endPlateDrawing,
    moves: endPlateMoves,
  }),
  members: (i, units) => memberWords(i.beam, i.support, units),
  facts: beamAndSupport,
  line: { print: printLine, parse: parseLine },
};
