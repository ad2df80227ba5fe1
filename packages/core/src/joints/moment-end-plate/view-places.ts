import { type MomentPlateModel } from './model.ts';

export type M = MomentPlateModel;

export const FACE_X = 66;

export const LEFT_X = 12;

export const RIGHT_X = 112;

export const PLATE_X = 176;

export const TOP_Y = 30;

/** How far the joint reaches over and under the top of the beam, mm. */
export const above = (m: M): number =>
  Math.max(m.input.plate.top, m.column ? Math.min(m.input.column!.end_above ?? 60, 150) : 0, 20);

export const below = (m: M): number =>
  m.H + Math.max(m.input.plate.bottom, m.column ? Math.min(m.input.column!.end_below ?? 60, 150) : 0, 20);

export const behind = (m: M): number => (m.column ? m.column.dims.h : m.input.plate.t + 160);
