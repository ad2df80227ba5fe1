import type { Units } from '../../units/system.ts';
import { boltAxis, countAxis, lengthAxis, wordAxis, type Practice, type SearchAxis } from '../search.ts';
import type { Pitch } from '../pitches.ts';
import { leastDistances } from './member-fields.ts';

/** A pitch as close as the distances of a bolt let rows be. */
const CLOSEST = 0;

/** Bolts, classes, rows and pitches for a clear web: as many rows as the smallest bolt lets in; `closest`: rows as close as bolts let them be as well. */
export function beamEndAxes(clear: number, practice: Practice, units: Units, closest = false): SearchAxis[] {
  const least = leastDistances(Math.min(...practice.bolts));
  const most = Math.floor((clear - 2 * least.e1) / Math.min(...practice.pitches, ...(closest ? [least.p1] : []))) + 1;
  const pitch = lengthAxis('pitch', 'pitch', practice.pitches, units);
  return [
    boltAxis(practice.bolts),
    wordAxis('class', 'class', practice.classes),
    countAxis('rows', 'rows', practice.least_rows, Math.min(12, most)),
    closest ? { ...pitch, values: [CLOSEST, ...pitch.values], words: ['the closest', ...pitch.words], last: CLOSEST } : pitch,
  ];
}

/** Whether rows fill the height that they stand in: past the first and the last one there is no room for another. */
export const isFilled = (height: number, n1: number, p1: number): boolean => (height - (n1 - 1) * p1) / 2 <= p1 + 1e-6;

/** The pitch of a detail as a value of its axis: the closest where its rows stand so, closer than the office makes them. */
export function pitchOf({ p1, d }: { readonly p1: Pitch; readonly d: number }, { pitches }: Practice): number {
  const first = typeof p1 === 'number' ? p1 : (p1[0] ?? 0);
  return first < Math.min(...pitches) && first <= leastDistances(d).p1 ? CLOSEST : first;
}

/** Thickness, steel and weld of a plate. */
export const plateAxes = ({ plates, steels, legs }: Practice, units: Units): SearchAxis[] => [
  lengthAxis('plate', 'plate', plates, units),
  wordAxis('steel', 'steel', steels),
  lengthAxis('leg', 'weld leg', legs, units),
];

/** Pitch and ends of rows that go into a clear web: ends of practice, or the least where these do not fit; null where the rows do not go in. */
export function rowsIn(
  clear: number,
  d: number,
  n1: number,
  pitch: number,
): { readonly p1: number; readonly end: number } | null {
  const least = leastDistances(d);
  const p1 = pitch === CLOSEST ? least.p1 : pitch;
  const room = (clear - (n1 - 1) * p1) / 2;
  if (p1 < least.p1 || room < least.e1) return null;
  const usual = d > 20 ? 50 : 40;
  return { p1, end: room >= usual ? usual : least.e1 };
}
