import type { Step } from '../formula/index.ts';
import { shown, type UnitId } from '../units/units.ts';

export interface NamedValue {
  /** In `unit`, as shown. */
  readonly value: number;
  readonly unit: UnitId;
}

/** Every value that a check named or used, with the shared values behind them (geometry, bolt group), by symbol. */
export function valuesOf(steps: readonly Step[], checkId: string, where = ''): Record<string, NamedValue> {
  const out: Record<string, NamedValue> = {};
  const visit = (step: Step): void => {
    const { slot, uses } = step.def;
    uses.forEach((use, i) => {
      const from = step.from[i]!;
      if (from >= 0 && steps[from]!.def.slot.section !== slot.section && !(use.name in out)) visit(steps[from]!);
      out[use.name] ??= { value: shown(step.values[i]!, use.slot.unit), unit: use.slot.unit };
    });
    out[slot.symbol] = { value: shown(step.value, slot.unit), unit: slot.unit };
  };
  for (const step of steps) if (step.def.slot.section === checkId && step.where === where) visit(step);
  return out;
}
