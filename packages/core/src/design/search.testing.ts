import { readFileSync } from 'node:fs';
import { inches } from '../catalogue/index.ts';
import { readJob } from '../job/document.ts';
import { searchOf } from '../job/search.ts';
import type { SearchAsked } from './search.ts';

const read = (name: string) => readJob(JSON.parse(readFileSync(`demo/${name}.json`, 'utf8')));
export const jobs = { tern: read('tern-quay'), heron: read('heron-street') };
export const asked = (job: keyof typeof jobs, mark: string, less: Partial<SearchAsked> = {}): SearchAsked => ({
  ...searchOf(
    jobs[job].joints.find((j) => j.mark === mark)!,
    jobs[job],
  ),
  ...less,
});
const FEW_SI = { base_plates: [25, 30], anchors: [24], legs: [8] };
const FEW_INCHES = { base_plates: [1, 1.5].map(inches), anchors: [1].map(inches), legs: [5 / 16].map(inches) };
/** The lists of practice cut to one or two values each, so that plain enumeration is short. */
export const few = (a: SearchAsked): SearchAsked => ({
  ...a,
  practice: {
    ...a.practice,
    bolts: a.practice.bolts.slice(0, 2),
    plates: a.practice.plates.slice(1, 4),
    legs: a.practice.legs.slice(1, 2),
    pitches: a.practice.pitches.slice(-1),
    // What bases have of their own.
    said: a.basis.units.id === 'SI' ? FEW_SI : FEW_INCHES,
  },
});
