import { Refusal } from '../refusal.ts';
import circular from './data/hollow-circular.json' with { type: 'json' };
import rectangular from './data/hollow-rectangular.json' with { type: 'json' };
import european from './data/european-i-h.json' with { type: 'json' };
import ukBeams from './data/uk-beams-columns.json' with { type: 'json' };
import channels from './data/uk-channels.json' with { type: 'json' };
import usRectangular from './data/us-hollow-rectangular.json' with { type: 'json' };
import usRound from './data/us-hollow-round.json' with { type: 'json' };
import tapered from './data/us-tapered.json' with { type: 'json' };
import wideFlange from './data/us-wide-flange.json' with { type: 'json' };

/** Nominal dimensions in mm. I: rolled I or H; C: channel; T: half of an I; RHS: square and rectangular hollow; CHS: circular hollow. */
export type SectionShape =
  | {
      readonly shape: 'I' | 'C' | 'T';
      readonly h: number;
      readonly b: number;
      readonly tw: number;
      readonly tf: number;
      readonly r: number;
      /** Its flanges taper: t_f is their mean thickness, and r, to the toe of the fillet, counts in no area. */
      readonly tapered?: true;
    }
  | { readonly shape: 'RHS'; readonly h: number; readonly b: number; readonly t: number }
  | { readonly shape: 'CHS'; readonly d: number; readonly t: number };

export type Section = SectionShape & {
  readonly name: string;
  /** Nominal mass, kg/m; absent for custom sections. */
  readonly mass?: number;
  /** System of units that it is rolled and named in; SI when absent. */
  readonly system?: 'US';
};

export type OpenSection = Section & { shape: 'I' | 'C' };

interface DataFile {
  readonly shape: string;
  readonly columns: readonly string[];
  readonly rows: readonly (readonly (string | number)[])[];
}

const read = (file: DataFile): Section[] =>
  file.rows.map(
    (row) => ({ shape: file.shape, ...Object.fromEntries(file.columns.map((c, i) => [c, row[i]])) }) as unknown as Section,
  );

const INCH = 25.4;
/** Pounds a foot in kilograms a metre. */
const LB_FT = 0.45359237 / 0.3048;
const mm = (x: number): number => Number((x * INCH).toPrecision(12));
type Row = readonly [name: string, d: number, tw: number, b: number, tf: number, k: number, weight: number];
/** An open section given in inches and pounds a foot; the root radius is what k has over the flange. */
const open = ([name, d, tw, b, tf, k, weight]: Row, shape: 'I' | 'C' | 'T') => ({
  ...{ shape, name, h: mm(d), b: mm(b), tw: mm(tw), tf: mm(tf), r: mm(k - tf) },
  ...{ mass: weight * LB_FT, system: 'US' as const },
});
const WIDE = wideFlange.rows as unknown as readonly Row[];
/** W and HP shapes, k for design; M, S, C and MC shapes, whose flanges taper; WT, each half of a W. */
const US_OPEN: readonly Section[] = [
  ...WIDE.map((row) => open(row, 'I')),
  ...(tapered.rows as unknown as readonly Row[]).map((row): Section => ({
    ...open(row, /^M?C/.test(row[0]) ? 'C' : 'I'),
    tapered: true,
  })),
  ...WIDE.filter(([name]) => name.startsWith('W')).map((row) => open(halved(row), 'T')),
];
/** WT9x32.5, half of W18x65. */
function halved([name, d, tw, b, tf, k, weight]: Row): Row {
  const [, depth] = /^W([\d.]+)x/.exec(name)!;
  return [`WT${Number(depth) / 2}x${weight / 2}`, d / 2, tw, b, tf, k, weight / 2];
}

/** Wall of a hollow section that counts, over its nominal one: AISC 360-22, B4.2. */
const DESIGN_WALL = 0.93;
/** Hollow sections of the United States, by the wall that counts. */
const US_HOLLOW: readonly Section[] = [
  ...(usRectangular.rows as unknown as [string, number, number, number, number][]).map(([name, H, B, t, weight]): Section => ({
    shape: 'RHS',
    name,
    h: mm(H),
    b: mm(B),
    t: mm(DESIGN_WALL * t),
    mass: weight * LB_FT,
    system: 'US',
  })),
  ...(usRound.rows as unknown as [string, number, number, number][]).map(([name, D, t, weight]): Section => ({
    shape: 'CHS',
    name,
    d: mm(D),
    t: mm(DESIGN_WALL * t),
    mass: weight * LB_FT,
    system: 'US',
  })),
];

export const SECTIONS: readonly Section[] = [
  ...[ukBeams, channels, european, rectangular, circular].flatMap((f) => read(f as DataFile)),
  ...US_OPEN,
  ...US_HOLLOW,
];

/** Spelling that a name is found by: case, spaces and the multiplication sign do not matter. */
export const sectionKey = (name: string): string => name.toUpperCase().replaceAll('×', 'X').replace(/\s+/g, '');

const BY_KEY = new Map(SECTIONS.map((s) => [sectionKey(s.name), s]));

/** Family of a section: "UB", "IPE A", "CHS". */
export const familyOf = (s: Section): string => /^[A-Za-z ]+?(?= ?\d)/.exec(s.name)?.[0] ?? s.name;

/** The depth that sections are sorted by, mm. */
export const depthOf = (s: Section): number => (s.shape === 'CHS' ? s.d : s.h);

/** A section by name, from the job's own list first. Refuses an unknown name and suggests near ones. */
export function findSection(name: string, field: string, custom: readonly Section[] = []): Section {
  const key = sectionKey(name);
  const found = custom.find((s) => sectionKey(s.name) === key) ?? BY_KEY.get(key);
  if (found) return found;
  const near = [...custom, ...SECTIONS]
    .filter((s) => sectionKey(s.name).startsWith(key.slice(0, 6)))
    .slice(0, 3)
    .map((s) => s.name);
  const hint = near.length
    ? ` Near it: ${near.join(', ')}.`
    : ' Give a name such as "UB 406x140x39", or the dimensions h, b, tw, tf and r.';
  throw new Refusal(field, `${field}: there is no section "${name}" in the catalogue or the job.${hint}`);
}
