import { ENTRY_WORDS, readLengths, readQuantity, type EntryUnit } from './entry.ts';
import { exact, MINUS, significant } from './format.ts';
import { UNITS, type UnitId } from './units.ts';

export type SystemId = 'SI' | 'US';

/** What a value is, whatever unit it is shown in. */
export type Quantity = 'length' | 'force' | 'moment' | 'stress' | 'load' | 'none';
/** The unit that a typed value of each quantity is held in. */
const HELD = { length: 'mm', force: 'kN', moment: 'kNm', stress: 'MPa', load: 'kN/m' } as const satisfies Record<
  Exclude<Quantity, 'none'>,
  EntryUnit
>;

interface ShownUnit {
  /** A held value (N, mm, MPa) divided by it is the number shown. */
  readonly scale: number;
  readonly text: string;
  readonly tex: string;
}

const IN = 25.4;
const KIP = 4448.2216152605;
const LB = 0.45359237;
const US: Readonly<Record<UnitId, ShownUnit>> = (() => {
  const text = (t: string): string => `\\text{${t}}`;
  const unit = (scale: number, t: string, power = 0): ShownUnit => ({
    scale,
    text: power ? `${t}${'²³⁴'[power - 2]}` : t,
    tex: power ? `${text(t)}^${power}` : text(t),
  });
  return {
    '-': UNITS['-'],
    deg: UNITS.deg,
    rad: UNITS.rad,
    mm: unit(IN, 'in'),
    mm2: unit(IN ** 2, 'in', 2),
    mm3: unit(IN ** 3, 'in', 3),
    mm4: unit(IN ** 4, 'in', 4),
    cm3: unit(IN ** 3, 'in', 3),
    cm4: unit(IN ** 4, 'in', 4),
    N: unit(KIP, 'kip'),
    kN: unit(KIP, 'kip'),
    kNm: unit(KIP * 12 * IN, 'kip-ft'),
    Nmm: unit(KIP * IN, 'kip-in'),
    'Nmm/mm': unit(KIP, 'kip-in/in'),
    'kNm/rad': unit(KIP * 12 * IN, 'kip-ft/rad'),
    'N/mm': unit(KIP / IN, 'kip/in'),
    'kN/mm': unit(KIP / IN, 'kip/in'),
    'N/mm3': unit(KIP / IN ** 3, 'kip/in³'),
    '1/mm': unit(1 / IN, '1/in'),
    MPa: unit(KIP / IN ** 2, 'ksi'),
    // Factors of EN 1992-4 that turn the root of a strength into a force: pure numbers in N and mm alone, so that their unit is said here.
    cone: unit(Math.sqrt(KIP / IN), '√(kip/in)'),
    face: unit(Math.sqrt(KIP) / IN, '√kip/in'),
  };
})();

/** Whether a length in mm is one that shops of a system have: half millimetres of the one, sixteenths of an inch of the other. */
export function isShopSize(system: SystemId, mm: number): boolean {
  const part = system === 'US' ? IN / 16 : 0.5;
  return Math.abs(mm / part - Math.round(mm / part)) < 1e-6;
}

/** Sixteenths of an inch, `2-3/4`; null for a length that is no whole number of them. `joint` stands between whole and fraction. */
export function sixteenths(inches: number, joint: ' ' | '-'): string | null {
  const n = Math.round(Math.abs(inches) * 16);
  if (Math.abs(Math.abs(inches) * 16 - n) > 1e-6) return null;
  const sign = inches < 0 && n > 0 ? MINUS : '';
  const [whole, rest] = [Math.floor(n / 16), n % 16];
  if (rest === 0) return sign + String(whole);
  const shared = rest % 8 === 0 ? 8 : rest % 4 === 0 ? 4 : rest % 2 === 0 ? 2 : 1;
  return `${sign}${whole ? `${whole}${joint}` : ''}${rest / shared}/${16 / shared}`;
}

/** From here on a length is given in feet and inches, as shops do. */
const FEET = 24;

/** A bolt by its diameter: `M20`, or `3/4 in` where it is a size in inches and no metric one. */
export function boltName(mm: number): string {
  const inches = Number.isInteger(mm) ? null : sixteenths(mm / IN, '-');
  return inches === null ? `M${exact(mm)}` : `${inches} in`;
}

/** How values are shown and typed: the job's choice. What is held stays in N, mm and MPa; nothing is rounded by showing it. */
export class Units {
  constructor(
    readonly id: SystemId,
    readonly title: string,
    private readonly units: Readonly<Record<UnitId, ShownUnit>>,
  ) {}

  /** Name of a unit as shown here; empty for pure numbers. */
  name(unit: UnitId): string {
    return this.units[unit].text;
  }
  tex(unit: UnitId): string {
    return this.units[unit].tex;
  }
  shown(value: number, unit: UnitId): number {
    return value / this.units[unit].scale;
  }

  /** A held value in its unit, with the unit's name: `quantity(178795, 'kN')` is "179 kN", or "40.2 kip". */
  quantity(value: number, unit: UnitId, digits = 3): string {
    const text = this.figure(value, unit, digits);
    const name = this.name(unit);
    return name ? `${text} ${name}` : text;
  }

  /** The number of `quantity` without its unit. Sizes and pure numbers of at most two decimals, and sixteenths of an inch, stay exact. */
  figure(value: number, unit: UnitId, digits = 3): string {
    const x = this.shown(value, unit);
    const fraction = unit === 'mm' && this.id === 'US' && Math.abs(x) < 1e4 ? sixteenths(x, ' ') : null;
    return fraction ?? this.decimal(value, unit, digits);
  }
  /** The same as a decimal: a fraction in a formula would be read wrong. */
  decimal(value: number, unit: UnitId, digits = 3): string {
    const x = this.shown(value, unit);
    // Sixteenths of an inch have four decimals.
    if (unit === 'mm' && this.id === 'US' && Math.abs(x * 16 - Math.round(x * 16)) < 1e-9) return exact(Math.round(x * 16) / 16);
    if ((unit === 'mm' || unit === '-') && Math.abs(x) < 1e5 && Math.abs(x * 100 - Math.round(x * 100)) < 1e-9)
      return exact(Math.round(x * 100) / 100);
    if (Math.abs(x) < 1e6 && Math.abs(x - Math.round(x)) < 1e-9) return exact(Math.round(x));
    return significant(x, digits);
  }

  /** A size as a drawing gives it, without its unit: `70`, `2 3/4`, `2'-6 1/2`. */
  length(mm: number): string {
    if (this.id === 'SI') return exact(mm);
    const inches = mm / IN;
    const feet = Math.floor(Math.abs(inches) / 12);
    const plain = sixteenths(inches, ' ');
    if (plain === null) return exact(Math.round(inches * 1000) / 1000);
    if (Math.abs(inches) < FEET) return plain;
    const rest = sixteenths(Math.round((Math.abs(inches) - 12 * feet) * 16) / 16, ' ')!;
    return `${inches < 0 ? MINUS : ''}${feet}'-${rest}`;
  }
  /** A worked-out size to what a tape shows: tenths of a millimetre. */
  near(mm: number): string {
    return this.id === 'SI' ? exact(Math.round(mm * 10) / 10) : this.length(mm);
  }
  /** The same with its unit. */
  about(mm: number): string {
    return this.id === 'SI' ? `${this.near(mm)} mm` : this.size(mm);
  }
  /** The same with its unit, for sentences: `70 mm`, `2 3/4 in`. */
  size(mm: number): string {
    const text = this.length(mm);
    return text.includes("'") ? `${text}"` : `${text} ${this.name('mm')}`;
  }
  /** A mass with its unit: `12.3 kg`, `27.1 lb`. */
  mass(kg: number): string {
    return this.id === 'SI' ? `${significant(kg)} kg` : `${significant(kg / LB)} lb`;
  }
  /** Mass of a length: the number, and its unit. */
  massPerLength(kgPerM: number): readonly [string, string] {
    return this.id === 'SI' ? [this.figure(kgPerM, '-'), 'kg/m'] : [significant((kgPerM / LB) * 0.3048), 'lb/ft'];
  }
  /** A size in a cell of a list: the number where it is one. */
  cell(mm: number): number | string {
    return this.id === 'SI' ? Math.round(mm * 10) / 10 : this.length(mm);
  }
  /** By how much a detail is moved when it is tried a little further: 10 mm, 1/2 in. */
  get nudge(): number {
    return this.id === 'SI' ? 10 : IN / 2;
  }
  /** Two or more sizes with one unit: `406 × 140 mm`. */
  sizes(mm: readonly number[], between = ' × '): string {
    return `${mm.map((x) => this.length(x)).join(between)} ${this.name('mm')}`;
  }

  /** A value as it is held when typed (mm, kN, kNm, MPa), as it is typed here; exact but for floating-point noise. */
  typed(value: number, quantity: Quantity): string {
    if (this.id === 'SI' || quantity === 'none') return exact(value).replace(MINUS, '-');
    if (quantity === 'length') {
      const fraction = sixteenths(value / IN, ' ') === null ? null : this.length(value);
      return (fraction ?? exact(Number((value / IN).toPrecision(6)))).replace(MINUS, '-');
    }
    return exact(Number((value / this.factor(quantity)).toPrecision(10))).replace(MINUS, '-');
  }
  /** The same to read, not to type: what was given in other units is rounded to five figures. */
  stated(value: number, quantity: Quantity): string {
    const x = this.id === 'SI' || quantity === 'none' || quantity === 'length' ? null : value / this.factor(quantity);
    return x === null ? this.typed(value, quantity).replace('-', MINUS) : exact(Number(x.toPrecision(5)));
  }
  /** Several lengths in one line, as they are typed: `60 80 80`, `2-1/2 3 3`. */
  typedList(mm: string): string {
    if (this.id === 'SI') return mm;
    return mm
      .split(' ')
      .map((x) => sixteenths(Number(x) / IN, '-') ?? exact(Number((Number(x) / IN).toPrecision(5))))
      .join(' ');
  }
  /** The unit that a quantity is typed in here. */
  unitOf(quantity: Quantity): string {
    if (quantity === 'none') return '';
    return quantity === 'load' ? (this.id === 'SI' ? 'kN/m' : 'kip/ft') : this.name(HELD[quantity]);
  }
  private factor(quantity: Exclude<Quantity, 'none'>): number {
    return readQuantity(`1 ${this.unitOf(quantity)}`, HELD[quantity])!;
  }
  /** Reads a typed value of a quantity, in this system where no unit is said, to how it is held; null for what is none. */
  read(text: string, quantity: Quantity): number | null {
    if (quantity === 'none') return plainNumber(text);
    return readQuantity(text, HELD[quantity], this.id === 'SI' ? '' : this.unitOf(quantity));
  }
  /** Several lengths with spaces between them. */
  readLengths(text: string): number[] | null {
    return readLengths(text, this.id === 'SI' ? '' : 'in');
  }
  /** How a quantity may be typed, in words. */
  words(quantity: Quantity): string {
    return quantity === 'none' ? 'a number' : ENTRY_WORDS[this.id][HELD[quantity]];
  }
}

const plainNumber = (text: string): number | null => {
  const number = text
    .trim()
    .replace(/[\u2212\u2013]/g, '-')
    .replace(',', '.');
  return number !== '' && Number.isFinite(Number(number)) ? Number(number) : null;
};

export const SI = new Units('SI', 'millimetres, kilonewtons', UNITS);
export const US_CUSTOMARY = new Units('US', 'inches, kips', US);
export const SYSTEMS: readonly Units[] = [SI, US_CUSTOMARY];
export const systemOf = (id: string | undefined): Units => SYSTEMS.find((s) => s.id === id) ?? SI;
