import { type Run, at } from '../../../formula/index.ts';
import { innerPatterns, outerPatterns, type Beside } from '../../../standards/en1993/components/patterns.ts';
import { lineStubs, type LineStubs, type RowsStub, type StubRow } from '../../../standards/en1993/components/row-stubs.ts';
import { rowStub } from '../../../standards/en1993/components/t-stub.ts';
import { panelShearFactor } from '../../../standards/en1993/components/web.ts';
import type { Cap } from '../../../standards/en1993/components/distribution.ts';
import type { MomentPlateModel } from '../model.ts';
import type { Turned, TurnedRow } from '../turned.ts';
import { beta, sheet } from './sheet.ts';

const column = sheet.section('column-flange-bending');
const columnSizes = [
  column.f('m', 'mm', '(w-t_wc)/2-0.8*s_c', 'bolt to the root of the column', 'EN 1993-1-8, Figure 6.8'),
  column.f('e', 'mm', 'e_c', 'edge distance', 'EN 1993-1-8, Figure 6.8'),
  column.f('n', 'mm', 'min(e_min, 1.25*m)', 'lever of the prying force', 'EN 1993-1-8, Table 6.2'),
];
const columnPatterns = innerPatterns(column, { plain: 'EN 1993-1-8, Table 6.4', stiffened: 'EN 1993-1-8, Table 6.5' });

const plate = sheet.section('end-plate-bending');
const PLATE = 'EN 1993-1-8, Table 6.6';
const plateM = {
  beam: plate.f('m', 'mm', '(w-t_w)/2-0.8*sqrt(2)*a_w', 'bolt to the weld of the web', 'EN 1993-1-8, Figure 6.10'),
  haunch: plate.f('m', 'mm', '(w-t_wh)/2-0.8*sqrt(2)*a_w', 'bolt to the weld of the haunch web', 'EN 1993-1-8, Figure 6.10'),
};
const plateInner = [
  plate.f('e', 'mm', 'e_p', 'edge distance', 'EN 1993-1-8, Figure 6.10'),
  plate.f('n', 'mm', 'min(e_min, 1.25*m)', 'lever of the prying force', 'EN 1993-1-8, Table 6.2'),
];
const outside = {
  x: plate.found('x', 'mm', 'row to the outer face of the flange', 'measured'),
  e_x: plate.found('e_x', 'mm', 'row to the end of the plate', 'measured'),
  ten: plate.f('m_x', 'mm', 'x-0.8*sqrt(2)*a_ten', 'row to the weld of the flange', 'EN 1993-1-8, Figure 6.10'),
  com: plate.f('m_x', 'mm', 'x-0.8*sqrt(2)*a_com', 'row to the weld of the other flange', 'EN 1993-1-8, Figure 6.10'),
  m: plate.f('m', 'mm', 'm_x', 'the pattern stands on the flange', PLATE),
  n: plate.f('n', 'mm', 'min(e_x, 1.25*m_x)', 'lever of the prying force', 'EN 1993-1-8, Table 6.2'),
};
const platePatterns = innerPatterns(plate, { plain: PLATE, stiffened: PLATE });
const plateOuter = outerPatterns(plate);

/** A row on the end plate. */
interface PlateRow extends StubRow {
  readonly zone: 'ten' | 'in' | 'com';
  readonly e_x: number;
  readonly x: number;
  readonly inHaunch: boolean;
}

// A section holds n_b and its lengths once its line stands; its T-stub is made of them.
const columnLine = lineStubs(column);
const columnStub = rowStub(column, 't_fc', 'f_y_c');
const plateLine = lineStubs(plate);
const plateStub = rowStub(plate, 't_p', 'f_y_p');

const sizeOnColumn = (r: Run): number => {
  const [m] = columnSizes.map((f) => f(r));
  return m!;
};
function sizeOnPlate(r: Run, row: PlateRow): number {
  if (row.zone === 'in') {
    const m = (row.inHaunch ? plateM.haunch : plateM.beam)(r);
    for (const f of plateInner) f(r);
    return m;
  }
  outside.x(r, row.x);
  outside.e_x(r, row.e_x);
  outside[row.zone](r);
  const m = outside.m(r);
  outside.n(r);
  return m;
}

const webT = sheet.section('column-web-tension');
const webB = webT.found(
  'b_eff',
  'mm',
  'width of the web: the least length of the T-stub',
  'from column-flange-bending',
  'EN 1993-1-8, 6.2.6.3(3)',
);
const webOmega = panelShearFactor(webT, 't_wt');
const webF = webT.f('F_t_wc_Rd', 'kN', 'omega*b_eff*t_wt*f_y_c/gamma_M0', 'column web across', 'EN 1993-1-8, 6.2.6.3(1)');
const beamT = sheet.section('beam-web-tension');
const beamB = beamT.found(
  'b_eff',
  'mm',
  'width of the web: the least length of the T-stub',
  'from end-plate-bending',
  'EN 1993-1-8, 6.2.6.8(2)',
);
const beamF = beamT.f('F_t_wb_Rd', 'kN', 'b_eff*t_w*f_y_b/gamma_M0', 'beam web along', 'EN 1993-1-8, 6.2.6.8(1)');
const webStrength = beamT.found(
  'n_w',
  'N/mm',
  'strength of the webs of beam and haunch, each over the lengths of its own rows',
  'mean over the rows',
  'EN 1993-1-8, 6.2.6.8(1)',
);
const mixedF = beamT.f('F_t_wb_Rd', 'kN', 'b_eff*n_w/gamma_M0', 'webs of beam and haunch along', 'EN 1993-1-8, 6.2.6.8(1)');

/** Where the rows of a state stand, and every T-stub of theirs: the resistance side, which no load changes. */
export interface State {
  readonly turned: Turned;
  readonly kind: 'moment' | 'axial';
  readonly rows: readonly TurnedRow[];
  /** Lever arms to the centre of compression, mm. */
  readonly h: readonly number[];
  readonly column: LineStubs | null;
  readonly plate: LineStubs;
  /** Rows with a column stiffener next to them, and m_2 to it of the tension stiffener. */
  readonly beside: readonly boolean[];
  readonly m_2: readonly (number | null)[];
  /** Whether a row pulls on a web inside the flanges. */
  readonly inside: readonly boolean[];
  readonly inHaunch: readonly boolean[];
  /** Thickness times yield strength of the web that each row pulls on, N/mm. */
  readonly web: readonly number[];
}

interface Stiff {
  readonly y: number;
  readonly t: number;
  readonly a: number;
}

/** Column stiffeners that count in a state: that of the tension flange alone under moment. */
function stiffenersOf(t: Turned, kind: State['kind']): { readonly ten: Stiff | null; readonly all: readonly Stiff[] } {
  const of = (f: Turned['ten'], y: number): Stiff | null => (f.stiffener ? { y, t: f.stiffener.t, a: f.stiffener.a } : null);
  const ten = of(t.ten, t.y_ten);
  const com = of(t.com, t.y_com);
  return { ten, all: [ten, ...(kind === 'axial' ? [com] : [])].filter((x) => x !== null) };
}

function columnRows(t: Turned, rows: readonly TurnedRow[], all: readonly Stiff[]): StubRow[] {
  const beside = (row: TurnedRow, s: Stiff | undefined): Beside | null =>
    s ? { clear: Math.abs(row.y - s.y) - s.t / 2, a: s.a } : null;
  return rows.map((row, i) => {
    const above = all.find((s) => s.y > row.y && !(i > 0 && rows[i - 1]!.y < s.y));
    const below = all.find((s) => s.y < row.y && !(i < rows.length - 1 && rows[i + 1]!.y > s.y));
    const toTop = all.some((s) => s.y > row.y);
    const toBottom = all.some((s) => s.y < row.y);
    return {
      y: row.y,
      above: beside(row, above),
      below: beside(row, below),
      end: {
        above: t.ten.end === null || toTop ? null : t.ten.end - row.y,
        below: t.com.end === null || toBottom ? null : row.y + t.H + t.com.end,
      },
    };
  });
}

function plateRows(m: MomentPlateModel, t: Turned, rows: readonly TurnedRow[], kind: State['kind']): PlateRow[] {
  const inside = rows.filter((row) => row.y < 0 && row.y > -t.H);
  return rows.map((row) => {
    const zone = row.y > 0 ? 'ten' : row.y < -t.H ? 'com' : 'in';
    const first = row === inside[0];
    const last = kind === 'axial' && row === inside.at(-1);
    return {
      y: row.y,
      zone,
      x: zone === 'ten' ? row.y : -t.H - row.y,
      e_x: zone === 'ten' ? t.ten.c - row.y : row.y + t.H + t.com.c,
      inHaunch: zone === 'in' && m.rows[row.index]!.y < -m.beam.dims.h,
      above: first ? { clear: -t.ten.t_v - row.y, a: t.ten.a } : null,
      below: last ? { clear: row.y + t.H - t.com.t_v, a: t.com.a } : null,
      end: { above: null, below: null },
    };
  });
}

export const rowName = (rows: readonly TurnedRow[], from: number, to: number): string =>
  from === to
    ? `row ${rows[from]!.number}`
    : `rows ${Math.min(rows[from]!.number, rows[to]!.number)}-${Math.max(rows[from]!.number, rows[to]!.number)}`;

/** Rows of a state with all their T-stubs. The joint as turned stands in the run. */
export function stateOf(m: MomentPlateModel, t: Turned, kind: State['kind'], r: Run): State {
  const rows = t.rows.filter((row) => row.role === 'auto' && (kind === 'axial' || row.y > t.y_com));
  const named = (from: number, to: number): string => `${kind === 'axial' ? 'axial, ' : ''}${rowName(rows, from, to)}`;
  const stiff = stiffenersOf(t, kind);
  const { options } = m.input;
  const onPlate = plateRows(m, t, rows, kind);
  const onColumn = m.column ? columnRows(t, rows, stiff.all) : null;
  const between = (i: number): boolean => stiff.all.some((s) => s.y < rows[i]!.y && s.y > rows[i + 1]!.y);
  const tenBeside = (i: number): Beside | null => {
    const row = onColumn?.[i];
    if (!row || !stiff.ten) return null;
    return rows[i]!.y > stiff.ten.y ? row.below : row.above;
  };
  return {
    turned: t,
    kind,
    rows,
    h: rows.map((row) => row.y - t.y_com),
    column: onColumn
      ? columnLine(r, {
          rows: onColumn,
          joined: (i) => !between(i),
          named,
          size: sizeOnColumn,
          lengths: columnPatterns.lengths,
          stub: (run) => columnStub(run, options),
        })
      : null,
    plate: plateLine(r, {
      rows: onPlate,
      joined: (i) => onPlate[i]!.zone === 'in' && onPlate[i + 1]!.zone === 'in',
      named,
      size: sizeOnPlate,
      lengths: (run, row, place) => (row.zone === 'in' ? platePatterns.lengths(run, row, place) : plateOuter(run)),
      stub: (run) => plateStub(run, options),
    }),
    beside: rows.map((_, i) => Boolean(onColumn?.[i]!.above ?? onColumn?.[i]!.below)),
    m_2: rows.map((_, i) => {
      const b = tenBeside(i);
      return b && b.clear - 0.8 * Math.SQRT2 * b.a;
    }),
    inside: onPlate.map((row) => row.zone === 'in'),
    inHaunch: onPlate.map((row) => row.inHaunch),
    web: onPlate.map((row) => (row.inHaunch ? m.haunch!.tw * m.haunch!.web.f_y : m.beam.dims.tw * m.beam.steel.f_y)),
  };
}

/** What holds each row and each group, for a beta: the T-stubs and the webs behind them. */
export interface Caps {
  readonly alone: readonly (readonly Cap[])[];
  readonly groups: readonly (readonly Cap[])[];
}

export function capsOf(s: State, factor: number, r: Run): Caps {
  r.v[beta.index] = factor;
  const prefix = s.kind === 'axial' ? 'axial, ' : '';
  const cap = (id: string, x: RowsStub, F: number): Cap => ({ id, from: x.from, to: x.to, F });
  const inPlace = <T>(x: RowsStub, work: () => T): T => at(r, `${prefix}${rowName(s.rows, x.from, x.to)}`, work);
  const columnWeb = (x: RowsStub): Cap =>
    inPlace(x, () => {
      webB(r, Math.min(x.l_cp, x.l_nc));
      webOmega(r);
      return cap('column-web-tension', x, webF(r));
    });
  const beamWeb = (x: RowsStub): Cap =>
    inPlace(x, () => {
      beamB(r, Math.min(x.l_cp, x.l_nc));
      if (!s.inHaunch.slice(x.from, x.to + 1).some((h) => h)) return cap('beam-web-tension', x, beamF(r));
      const kind = x.l_cp <= x.l_nc ? 'l_cp' : 'l_nc';
      const [all, strong] = x.each.reduce(
        ([length, sum], l, i) => [length + l[kind], sum + l[kind] * s.web[x.from + i]!] as const,
        [0, 0] as readonly [number, number],
      );
      webStrength(r, strong / all);
      return cap('beam-web-tension', x, mixedF(r));
    });
  const columnCaps = (x: RowsStub, web: boolean): Cap[] => [cap('column-flange-bending', x, x.F), ...(web ? [columnWeb(x)] : [])];
  const plateCaps = (x: RowsStub, web: boolean): Cap[] => [cap('end-plate-bending', x, x.F), ...(web ? [beamWeb(x)] : [])];
  return {
    alone: s.rows.map((_, i) => [
      ...(s.column ? columnCaps(s.column.alone[i]!, !s.beside[i]) : []),
      ...plateCaps(s.plate.alone[i]!, s.inside[i]!),
    ]),
    groups: s.rows.map((_, i) => [
      ...(s.column?.groups[i]!.flatMap((x) => columnCaps(x, true)) ?? []),
      ...s.plate.groups[i]!.flatMap((x) => plateCaps(x, true)),
    ]),
  };
}
