import { lazyOnce } from '../../lazy.ts';
import { flangeThroat } from './input.ts';
import type { MomentPlateModel, Stiffener } from './model.ts';

/** One flange of the beam or the haunch at the plate. Lengths mm. */
export interface Flange {
  readonly haunch: boolean;
  readonly t: number;
  /** Thickness along the plate. */
  readonly t_v: number;
  readonly b: number;
  readonly f_y: number;
  readonly f_u: number;
  readonly beta_w: number;
  /** Throat of its fillets, 0 where it is butt welded; plate past its outer face. */
  readonly a: number;
  readonly c: number;
  readonly stiffener: Stiffener | null;
  /** Outer face to the free end of the column; null where it runs on. */
  readonly end: number | null;
}

/** A row in the turned joint, with its place among the rows as they stand. */
export interface TurnedRow {
  readonly y: number;
  readonly role: 'auto' | 'shear';
  /** Number from the top of the joint as it stands, from 1: a row has one name under every combination. */
  readonly number: number;
  /** Index among the rows of the joint as it stands. */
  readonly index: number;
}

/** The joint turned so that its tension side is on top: `sense` +1 as it stands, -1 upside down. Heights from the outer face of the tension flange. */
export interface Turned {
  readonly sense: 1 | -1;
  readonly H: number;
  readonly rows: readonly TurnedRow[];
  readonly ten: Flange;
  readonly com: Flange;
  readonly y_ten: number;
  readonly y_com: number;
  /** Axis of the beam without its haunch. */
  readonly y_a: number;
}

function flange(m: MomentPlateModel, at: 'top' | 'bottom'): Flange {
  const { beam, haunch, input, stiffeners } = m;
  const end = (at === 'top' ? input.column?.end_above : input.column?.end_below) ?? null;
  const common = { a: flangeThroat(input, at), c: input.plate[at], stiffener: stiffeners[at], end };
  if (at === 'bottom' && haunch) return { ...common, haunch: true, t: haunch.tf, t_v: haunch.t_v, b: haunch.b, ...haunch.flange };
  return { ...common, haunch: false, t: beam.dims.tf, t_v: beam.dims.tf, b: beam.dims.b, ...beam.steel };
}

/** The joint as it stands for hogging, turned upside down for sagging; one for every joint and sense. */
export const turned = (m: MomentPlateModel, sense: 1 | -1): Turned => (sense === 1 ? asItStands(m) : upsideDown(m));
const asItStands = lazyOnce((m: MomentPlateModel) => turn(m, 1));
const upsideDown = lazyOnce((m: MomentPlateModel) => turn(m, -1));

function turn(m: MomentPlateModel, sense: 1 | -1): Turned {
  const [top, bottom] = [flange(m, 'top'), flange(m, 'bottom')];
  const [ten, com] = sense === 1 ? [top, bottom] : [bottom, top];
  const { H } = m;
  const h_b = m.beam.dims.h;
  const rows = m.rows
    .map((r, index) => ({ ...r, index, number: index + 1, y: sense === 1 ? r.y : -H - r.y }))
    .sort((a, b) => b.y - a.y);
  return {
    sense,
    H,
    rows,
    ten,
    com,
    y_ten: -ten.t_v / 2,
    y_com: -(H - com.t_v / 2),
    y_a: sense === 1 ? -h_b / 2 : -(H - h_b / 2),
  };
}
