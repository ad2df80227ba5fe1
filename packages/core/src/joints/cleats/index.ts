import { beamToSupport } from '../beam-end/beam-family.ts';
import { usualLevel } from '../beam-end/beam-level.ts';
import { building } from '../building.ts';
import type { JointKind } from '../kind.ts';
import { beamAndSupport, memberWords } from '../members.ts';
import { quantitiesOf } from '../beam-end/solid-parts.ts';
import { cleatsToEn1993 } from './en1993/index.ts';
import { cleatsEdits, cleatsFields, cleatsPlaces } from './fields.ts';
import { cleatsFirst, cleatsMoves, cleatsSearch } from './first.ts';
import { cleatsSchema, type CleatsInput } from './input.ts';
import { parseLine, printLine } from './line.ts';
import { cleatsModel, type CleatsModel } from './model.ts';
import type { MeasuredChecks } from '../beam-end/clearances.ts';
import { cleatsSolid } from './solid.ts';
import { cleatsDrawing } from './views.ts';
import { aisc360 } from '../../standards/aisc360/standard.ts';
import { anglesFirst, anglesSearch } from './aisc360/first.ts';
import { anglesToAisc360 } from './aisc360/index.ts';
import { en1993 } from '../../standards/en1993/standard.ts';

/** Angles on one or both sides of the beam web, bolted to web and support or welded to one of them. */
export const cleats: JointKind<CleatsInput> = {
  id: 'cleats',
  code: 'AC',
  title: 'Angle cleats',
  schema: cleatsSchema,
  fields: cleatsFields,
  measured: true,
  placeField: (id) => cleatsPlaces(id) ?? usualLevel(id),
  edits: cleatsEdits,
  ...beamToSupport(),
  ...building<CleatsInput, CleatsModel, MeasuredChecks>({
    model: cleatsModel,
    standards: {
      [en1993.id]: { prepare: cleatsToEn1993, first: cleatsFirst, search: cleatsSearch },
      [aisc360.id]: {
        title: 'Angles',
        prepare: anglesToAisc360,
        first: anglesFirst,
        search: anglesSearch,
        leaves: ['N_tie', 'V_ser'],
      },
    },
    solid: cleatsSolid,
    quantities: ({ solid, model }) => quantitiesOf(solid, model.input.bolts.category !== 'A'),
    drawing: cleatsDrawing,
    moves: cleatsMoves,
  }),
  members: (i, units) => memberWords(i.beam, i.support, units),
  facts: beamAndSupport,
  line: { print: printLine, parse: parseLine },
};
