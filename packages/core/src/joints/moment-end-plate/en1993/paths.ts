import { Marker, type Mark, type Paths } from '../../../detail/mark.ts';
import type { Point } from '../../../detail/solid.ts';
import type { RowsStub } from '../../../standards/en1993/components/row-stubs.ts';
import { jointMarks, panelMark, sides } from '../marks.ts';
import type { MomentPlateModel } from '../model.ts';
import type { Worked } from './forces.ts';
import { rowName, type State } from './stubs.ts';

/** Where paths are drawn: on the plate, on the column's flange, along the webs. Heights of the turned joint are put back. */
function places(m: MomentPlateModel, state: State) {
  const { t } = m.input.plate;
  const turn = state.turned.sense === 1 ? undefined : ([u, w]: Point): Point => [u, -m.H - w];
  return {
    m,
    state,
    plate: new Marker({ plane: 'yz', at: t }, turn),
    flange: new Marker({ plane: 'yz', at: 0 }, turn),
    along: new Marker({ plane: 'xz', at: -m.beam.dims.tw / 2 }, turn),
    g: m.input.bolts.w / 2,
  };
}
type Places = ReturnType<typeof places>;

/** Yield lines of rows beside a web: a hinge along the root, patterns running out to the edge at both ends; circles where those are the shorter. */
function pattern(p: Places, on: Marker, x: RowsStub, edge: number, circular: boolean, within: readonly [number, number]): Mark[] {
  const { state, g } = p;
  const rows = state.rows.slice(x.from, x.to + 1);
  const [first, last] = [rows[0]!.y, rows.at(-1)!.y];
  const root = g - x.m;
  if (circular)
    return sides((s) => [
      ...rows.map((row) => on.ring([s * g, row.y], x.m)),
      ...(rows.length > 1
        ? [
            on.line([
              [s * root, first],
              [s * root, last],
            ]),
          ]
        : []),
    ]);
  const over = Math.max(0, (x.l_nc - (first - last)) / 2);
  // A flange cuts the pattern off.
  const [high, low] = [Math.min(first + over, Math.max(within[0], first)), Math.max(last - over, Math.min(within[1], last))];
  const bolts = x.mode === 1 ? [on] : [];
  return sides((s) => [
    on.line([
      [s * edge, first],
      [s * root, high],
      [s * root, low],
      [s * edge, last],
    ]),
    ...bolts.map((b) =>
      b.line([
        [s * g, first + over / 2],
        [s * g, last - over / 2],
      ]),
    ),
  ]);
}

/** A row outside the flange: straight hinges at the weld and through the bolts, or circles. */
function outsidePattern(p: Places, x: RowsStub): Mark[] {
  const { m, state, plate, g } = p;
  const row = state.rows[x.from]!;
  const toWeld = row.y > 0 ? -x.m : x.m;
  if (x.l_cp <= x.l_nc) return sides((s) => [plate.ring([s * g, row.y], x.m)]);
  const half = m.input.plate.b / 2;
  return [plate.level(-half, half, row.y + toWeld), ...(x.mode === 1 ? [plate.level(-half, half, row.y)] : [])];
}

function stubPaths(p: Places): Record<string, Mark[]> {
  const { m, state } = p;
  const out: Record<string, Mark[]> = {};
  const add = (id: string, x: RowsStub, marks: Mark[]): void => {
    out[`${id}@${rowName(state.rows, x.from, x.to)}`] = marks;
  };
  const each = (line: State['plate'] | null): RowsStub[] => (line ? [...line.alone, ...line.groups.flat()] : []);
  const strip = (x: RowsStub, x1: number, x2: number): Mark[] => {
    const rows = state.rows.slice(x.from, x.to + 1);
    const middle = (rows[0]!.y + rows.at(-1)!.y) / 2;
    const b = Math.min(x.l_cp, x.l_nc);
    return [p.along.box(x1, x2, middle - b / 2, middle + b / 2)];
  };
  const { ten, com, H } = state.turned;
  const between: readonly [number, number] = [-ten.t_v, -H + com.t_v];
  for (const x of each(state.plate)) {
    const inside = state.inside[x.from]!;
    const circular = x.mode === 1 && x.l_cp <= x.l_nc;
    add('end-plate-bending', x, inside ? pattern(p, p.plate, x, m.input.plate.b / 2, circular, between) : outsidePattern(p, x));
    if (inside) add('beam-web-tension', x, strip(x, m.input.plate.t, m.input.plate.t + 90));
  }
  for (const x of each(state.column)) {
    const { b, h, tf } = m.column!.dims;
    add('column-flange-bending', x, pattern(p, p.flange, x, b / 2, x.mode === 1 && x.l_cp <= x.l_nc, [Infinity, -Infinity]));
    const web = strip(x, -h + tf, -tf);
    add('column-web-tension', x, web);
    if (x.from === x.to) add('column-web-share', x, web);
  }
  return out;
}

function compressionPaths(p: Places, w: Worked): Record<string, Mark[]> {
  const { m, along, state } = p;
  const { t } = m.input.plate;
  const { com, y_com, y_ten, H } = state.turned;
  const deep = (H: number): number => -H + com.t_v;
  const out: Record<string, Mark[]> = { 'beam-flange-compression': [along.box(t, t + 60, -H, deep(H) + 0.2 * H * 0.25)] };
  const web = w.R.columnWeb;
  if (web && m.column) {
    const { h, tf } = m.column.dims;
    const [x1, x2] = [-h + tf, -tf];
    out['column-web-compression'] = [
      along.box(x1, x2, y_com - web.outer, y_com + web.inner),
      along.bow((x1 + x2) / 2, y_com - web.outer, y_com + web.inner, (x2 - x1) / 10),
    ];
    out['column-panel-shear'] = [panelMark(m, along, y_ten, y_com)];
    const lines = [along.level(x1, x2, y_ten)];
    out['stiffener-tension'] = lines;
    out['stiffener-tension-weld'] = [along.upright(x2, y_ten - 12, y_ten + 12)];
  }
  return out;
}

function boltPaths({ m }: Places): Record<string, Mark[]> {
  const x = jointMarks(m);
  const punched = (y: number): Mark[] => [-x.g, x.g].map((u) => x.on.ring([u, y], m.bolt.s * 0.54));
  const byRow = (id: string, of: (y: number) => Mark[]): Record<string, Mark[]> =>
    Object.fromEntries(m.rows.map(({ y }, i) => [`${id}@row ${i + 1}`, of(y)]));
  return {
    'bolt-shear': x.cut,
    'bolt-tension': x.rings,
    'bolt-tension-small': x.rings,
    'bolt-punching': m.rows.flatMap(({ y }) => punched(y)),
    ...byRow('bolt-tension', x.row),
    ...byRow('bolt-punching', punched),
    'bolt-bearing-plate': x.bearingPlate,
    'bolt-bearing-column': x.bearingColumn,
    'plate-shear-gross': x.shearGross,
    'plate-shear-net': x.shearNet,
    'beam-shear': x.beamShear,
  };
}

function weldPaths({ m, plate, state }: Places): Record<string, Mark[]> {
  const { ten, com, H } = state.turned;
  const flange = (f: typeof ten, faces: readonly [number, number]): Mark[] => faces.map((z) => plate.level(-f.b / 2, f.b / 2, z));
  const other = flange(com, [-H, -H + com.t_v]);
  const half = m.beam.dims.tw / 2;
  const web = sides((s) => [plate.upright(s * half, -ten.t_v, -H + com.t_v)]);
  const out: Record<string, Mark[]> = {
    'weld-tension-flange': flange(ten, [0, -ten.t_v]),
    'weld-tension-flange@other flange': other,
    'weld-compression-flange': other,
    'weld-web': web,
  };
  for (const x of [...state.plate.alone, ...state.plate.groups.flat()])
    out[`weld-web@${rowName(state.rows, x.from, x.to)}`] = web;
  if (m.haunch) {
    const { t } = m.input.plate;
    const h = m.beam.dims.h;
    const real = new Marker({ plane: 'xz', at: -half });
    out['weld-haunch-web'] = [real.level(t, t + m.haunch.l, -h)];
    out['haunch-end-web'] = [real.box(t + m.haunch.l - 40, t + m.haunch.l + 40, -h, -m.beam.dims.tf)];
  }
  return out;
}

/** The pattern at which each row ends, for the joint as a whole. */
function jointPath(p: Places, w: Worked, stubs: Record<string, Mark[]>, others: Record<string, Mark[]>): Mark[] {
  const marks = w.R.rows.flatMap((f) => {
    if (f.by.type === 'cap') return stubs[`${f.by.cap.id}@${rowName(p.state.rows, f.by.cap.from, f.by.cap.to)}`] ?? [];
    return f.by.type === 'panel'
      ? (others['column-panel-shear'] ?? [])
      : f.by.type === 'compression'
        ? (others[w.R.F_c_by] ?? [])
        : [];
  });
  return [...new Set(marks)];
}

/** Failure paths of every check under a combination. */
export function momentPaths(m: MomentPlateModel, w: Worked): Paths {
  const p = places(m, w.R.state);
  const stubs = stubPaths(p);
  const others = { ...compressionPaths(p, w), ...boltPaths(p), ...weldPaths(p) };
  const joint = jointPath(p, w, stubs, others);
  return { ...stubs, ...others, 'moment-resistance': joint, 'moment-axial': joint, 'axial-small': joint };
}
