import type { SteelInput, SteelStrength } from '../catalogue/index.ts';
import type { Origin, Sheet, Slot } from '../formula/index.ts';

/** Values of a sheet's given symbols, each with where it came from. */
export class Values {
  readonly values: Float64Array;
  /** Slot, kind and reference of each value in turn: most joints are judged without anybody asking where their values came from. */
  private readonly placed: (number | string)[] = [];
  constructor(sheet: Sheet) {
    this.values = sheet.empty();
  }
  put(slot: Slot, value: number, kind: Origin['kind'], ref: string): void {
    this.values[slot.index] = value;
    this.placed.push(slot.index, kind, ref);
  }
  get origins(): ReadonlyMap<number, Origin> {
    const { placed } = this;
    const origins = new Map<number, Origin>();
    for (let i = 0; i < placed.length; i += 3)
      origins.set(placed[i] as number, { kind: placed[i + 1] as Origin['kind'], ref: placed[i + 2] as string });
    return origins;
  }
  steel(f_y: Slot, f_u: Slot, strength: SteelStrength, part: string, input: SteelInput, t: number): void {
    const ref = `${input.grade ?? 'own steel'} of the ${part}, ${t} mm thick`;
    this.put(f_y, strength.f_y, 'catalogue', ref);
    this.put(f_u, strength.f_u, 'catalogue', ref);
  }
}
