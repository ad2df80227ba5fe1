/** A utilisation that is no plain ratio, against 1; without resistance where a part of it has none. */
export const unit = (u: number, ...resistances: number[]) => ({
  demand: Number.isFinite(u) ? u : 1,
  resistance: Number.isFinite(u) && Math.min(...resistances) > 0 ? 1 : 0,
  unit: '-' as const,
});
