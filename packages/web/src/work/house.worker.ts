import { planResistances, proposedRange, refusalOf, type HouseDetail, type HouseRange, type TablePlan } from '@ample/core';
import { expose } from 'comlink';

let plan: TablePlan | null = null;

/** Resistances over a range take seconds: they are worked row by row here, away from the page, and the worker can be ended. */
const worker = {
  /** What the table has, but for its rows; the sentence that says why there is none. */
  begin(house: HouseDetail): { ok: Pick<TablePlan, 'heads' | 'columns' | 'notes'> & { rows: number } } | { refusal: string } {
    try {
      plan = planResistances(house);
      const { heads, columns, notes, rows } = plan;
      return { ok: { heads, columns, notes, rows: rows.length } };
    } catch (e) {
      return { refusal: refusalOf(e).message };
    }
  },
  row: (at: number): ReturnType<TablePlan['row']> => plan!.row(at),
  propose(house: Omit<HouseDetail, 'range'>): { ok: HouseRange } | { refusal: string } {
    try {
      return { ok: proposedRange(house) };
    } catch (e) {
      return { refusal: refusalOf(e).message };
    }
  },
};

export type HouseWorker = typeof worker;
expose(worker);
