/** Units in which a number may be typed, each as so many of the unit that it is held in on screen. Inch, foot, pound-force by definition. */
const LBF = 0.0044482216152605;
const TYPED = {
  mm: { mm: 1, cm: 10, m: 1000, in: 25.4, '"': 25.4, ft: 304.8, "'": 304.8 },
  kN: { kN: 1, N: 1e-3, MN: 1e3, kip: 1e3 * LBF, kips: 1e3 * LBF, lbf: LBF },
  kNm: { kNm: 1, Nm: 1e-3, 'kip-ft': 304.8 * LBF, 'kip-in': 25.4 * LBF },
  MPa: { MPa: 1, 'N/mm2': 1, 'N/mm²': 1, ksi: (1e6 * LBF) / 25.4 ** 2, psi: (1e3 * LBF) / 25.4 ** 2 },
  'kN/m': { 'kN/m': 1, 'kip/ft': (1e6 * LBF) / 304.8, 'lbf/ft': (1e3 * LBF) / 304.8 },
} as const satisfies Record<string, Readonly<Record<string, number>>>;

export type EntryUnit = keyof typeof TYPED;
export const isEntryUnit = (unit: string): unit is EntryUnit => Object.hasOwn(TYPED, unit);

/** How a number of this unit may be typed, in words: in the units of SI, or in those of the United States. */
export const ENTRY_WORDS: Readonly<Record<'SI' | 'US', Readonly<Record<EntryUnit, string>>>> = {
  SI: {
    mm: 'a length in mm, or with its unit, as in 3-1/2 in',
    kN: 'a force in kN, or with its unit, as in 25 kip',
    kNm: 'a moment in kNm, or with its unit, as in 40 kip-ft',
    MPa: 'a stress in MPa, or with its unit, as in 50 ksi',
    'kN/m': 'a load in kN/m, or with its unit, as in 1.2 kip/ft',
  },
  US: {
    mm: "a length in inches, as in 3 1/2 or 2'-6 1/2, or with its unit, as in 90 mm",
    kN: 'a force in kips, or with its unit, as in 110 kN',
    kNm: 'a moment in kip-ft, or with its unit, as in 300 kip-in',
    MPa: 'a stress in ksi, or with its unit, as in 345 MPa',
    'kN/m': 'a load in kip/ft, or with its unit, as in 17 kN/m',
  },
};

const DECIMAL = '(?:\\d+(?:\\.\\d+)?|\\.\\d+)(?:e[-+]?\\d+)?';
const NUMBER = new RegExp(`^(-)?\\+?(?:(\\d+)[ -](\\d+)/(\\d+)|(\\d+)/(\\d+)|(${DECIMAL}))$`, 'i');
const plain = (text: string): string =>
  text
    .trim()
    .replace(/[\u2212\u2013]/g, '-')
    .replace(/(\d),(\d)/g, '$1.$2')
    .replace(/[\u2033\u201d]/g, '"')
    .replace(/[\u2032\u2019]/g, "'");
/** Rid of the floating-point noise of a conversion: 3 in is 76.2 mm. */
const tidy = (x: number): number => Number(x.toPrecision(12));

/**
 * Reads a number typed in any unit of its kind and gives it in `unit`: `70`, `7 cm`, `3-1/2 in`, `1 ft 2 in`, `2'-6 1/2`, `25 kip`. A number
 * without a unit is in `plainUnit`, in `unit` where that is empty. A comma is a decimal mark, fractions belong to inches and feet. Null for
 * what is none of these.
 */
export function readQuantity(typed: string, unit: EntryUnit, plainUnit = ''): number | null {
  const units: Readonly<Record<string, number>> = TYPED[unit];
  const text = plain(typed);
  const both = /^(-)?(\d+) ?(ft|') ?(-?)(\S.*)$/.exec(text);
  if (both && unit === 'mm') {
    // 2'-6 1/2: after the mark of the feet what is without a unit is inches.
    const [, , , mark, dash, rest] = both as unknown as [string, string, string, string, string, string];
    const open = mark === "'" && !/(in|")$/.test(rest);
    const inches = dash && mark !== "'" ? null : readQuantity(open ? `${rest} in` : rest, 'mm');
    return inches === null || inches < 0 || !/(in|")$/.test(open ? '"' : rest)
      ? null
      : tidy((both[1] ? -1 : 1) * (Number(both[2]) * 304.8 + inches));
  }
  const said = Object.keys(units)
    .filter((u) => text.toLowerCase().endsWith(u.toLowerCase()))
    .sort((a, b) => b.length - a.length)[0];
  const name = said ?? (plainUnit || undefined);
  const m = NUMBER.exec((said ? text.slice(0, -said.length) : text).trim());
  if (!m) return null;
  const [, minus, whole, a, b, c, d, decimal] = m;
  const broken = b ?? d;
  if (broken !== undefined && (Number(broken) === 0 || !['in', '"', 'ft', "'"].includes(name ?? ''))) return null;
  const value =
    decimal !== undefined ? Number(decimal) : a !== undefined ? Number(whole) + Number(a) / Number(b) : Number(c) / Number(d);
  const x = (minus ? -value : value) * (name ? units[name]! : 1);
  return Number.isFinite(x) ? tidy(x) : null;
}

/** Several lengths with spaces between them, in mm; a unit at the end is that of all: `60 80 80`, `2-1/2 3 3 in`. */
export function readLengths(typed: string, plainUnit: '' | 'in' = ''): number[] | null {
  const one = readQuantity(typed, 'mm', plainUnit);
  if (one !== null) return [one];
  const parts = plain(typed).split(/[\s;]+/);
  const last = parts[parts.length - 1]!;
  const unit = Object.hasOwn(TYPED.mm, last) ? last : '';
  const all = (unit ? parts.slice(0, -1) : parts).map((p) => readQuantity(`${p} ${unit}`, 'mm', plainUnit));
  return all.length && all.every((x) => x !== null) ? all : null;
}
