import usual from './rates.json' with { type: 'json' };

/** What things cost, in a unit of the office's own: per kilogram of plate, metre cut or welded, hole, piece, bolt with its assembly, cubic centimetre of weld; `weld_upright` and `weld_overhead` are shares of what a weld costs in that position. */
export type CostRates = Readonly<Record<Exclude<keyof typeof usual, 'source'>, number>>;

const { source: _invented, ...rates } = usual;
export const RATES: CostRates = rates;
