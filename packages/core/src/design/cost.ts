import type { Quantities } from '../detail/solid.ts';
import rates from './rates.json' with { type: 'json' };

/** Relative cost of making a joint; only differences between details of one joint mean anything. */
export const costOf = (q: Quantities): number =>
  q.plateMass * rates.plate_per_kg +
  q.bolts * rates.bolt_each +
  q.boltMass * rates.bolt_per_kg +
  (q.weldVolume / 1e3) * rates.weld_per_cm3 +
  (q.concrete ? q.concrete.volume * (rates.concrete_per_m3 + rates.concrete_per_m3_MPa * q.concrete.f_ck) : 0);
