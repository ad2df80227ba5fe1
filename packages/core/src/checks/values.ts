import type { SteelInput, SteelStrength } from '../catalogue/index.ts';
import type { Origin, Sheet, Slot } from '../formula/index.ts';

/** Values of a sheet's given symbols, each with where it came from. */
export class Values {
  readonly values: Float64Array;
  readonly origins = new Map<number, Origin>();
  constructor(sheet: Sheet) {
    this.values = new Float64Array(sheet.slots.length).fill(NaN);
  }
  put(slot: Slot, value: number, kind: Origin['kind'], ref: string): void {
    this.values[slot.index] = value;
    this.origins.set(slot.index, { kind, ref });
  }
  steel(f_y: Slot, f_u: Slot, strength: SteelStrength, part: string, input: SteelInput, t: number): void {
    const ref = `${input.grade ?? 'own steel'} of the ${part}, ${t} mm thick`;
    this.put(f_y, strength.f_y, 'catalogue', ref);
    this.put(f_u, strength.f_u, 'catalogue', ref);
  }
}
