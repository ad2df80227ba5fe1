import { STEEL_E } from '../../../catalogue/properties.ts';
import type { Cap, RowForce } from '../../../standards/en1993/components/distribution.ts';
import type { RowsStub } from '../../../standards/en1993/components/row-stubs.ts';
import type { RotationFlow, RowFlow, RowPattern, RowsFlow } from '../../rows.ts';
import { memberProperties } from '../../members.ts';
import type { MomentPlateModel } from '../model.ts';
import { placeOf, type Worked } from './forces.ts';
import { CHECKS, type CheckId } from './results.ts';
import { ductileThickness, momentRotation, secantFactor, stiffnessClass, stiffnessLimits, type Stiffness } from './rotation.ts';
import { section } from './sheet.ts';
import { rowName, type State } from './stubs.ts';

const SHORT: Readonly<Partial<Record<CheckId, string>>> = {
  'end-plate-bending': 'end plate',
  'column-flange-bending': 'column flange',
  'column-web-tension': 'column web',
  'beam-web-tension': 'beam web',
};
const TAKERS = ['its groups', 'the compression side', 'the panel', 'the plastic limit'];
const MODES = { 1: '1 yields', 2: '2 with bolts', 3: '3 bolts', '1-2': 'no prying' } as const;

const partOf = ({ id }: Cap): string => SHORT[id as CheckId] ?? CHECKS[id as CheckId].title;
const pathOf = ({ R }: Worked, { id, from, to }: Cap): string => `${id}@${rowName(R.state.rows, from, to)}`;

/** What ends a row, in words, with the path that shows it. */
function limitOf(w: Worked, { by }: RowForce): Pick<RowFlow, 'by' | 'path'> {
  const { R } = w;
  if (by.type === 'plastic') return { by: `plastic limit of row ${R.state.rows[by.row]!.number}`, path: null };
  if (by.type === 'panel') return { by: 'column web panel', path: 'column-panel-shear' };
  if (by.type === 'compression')
    return { by: R.F_c_by === 'column-web-compression' ? 'column web, compression' : 'beam flange, compression', path: R.F_c_by };
  const { cap } = by;
  const name = partOf(cap);
  return { by: cap.from === cap.to ? name : `${name}, ${rowName(R.state.rows, cap.from, cap.to)}`, path: pathOf(w, cap) };
}

/** Every part that holds a row alone or rows together, the weakest first. */
function patternsOf(w: Worked): RowPattern[] {
  const { state, caps } = w.R;
  const stubs = (line: State['plate'] | null): readonly RowsStub[] => (line ? [...line.alone, ...line.groups.flat()] : []);
  const lines: Readonly<Record<string, readonly RowsStub[]>> = {
    'end-plate-bending': stubs(state.plate),
    'column-flange-bending': stubs(state.column),
  };
  return [...caps.alone, ...caps.groups]
    .flat()
    .map((cap) => {
      const stub = lines[cap.id]?.find((x) => x.from === cap.from && x.to === cap.to);
      return {
        path: pathOf(w, cap),
        part: partOf(cap),
        rows: state.rows.slice(cap.from, cap.to + 1).map((x) => x.number),
        F: cap.F,
        mode: stub ? MODES[stub.mode] : '',
      };
    })
    .sort((a, b) => a.rows.length - b.rows.length || a.F - b.F);
}

/** Rows as they pull under a combination and at the resistance, with the moment and rotation of the joint. */
export function flowOf(m: MomentPlateModel, w: Worked, stiff: Stiffness | null, base: Float64Array): RowsFlow {
  const { R } = w;
  const rows = m.rows.map((row, index): RowFlow => {
    const i = placeOf(R, index);
    const common = { number: index + 1, y: row.y, F: w.F[index]!, Q: w.Q[index]! };
    if (i < 0)
      return {
        ...common,
        F_Rd: 0,
        steps: [],
        mode: '',
        by: row.role === 'shear' ? 'for shear alone' : 'outside the tension side',
        path: null,
      };
    const f = R.rows[i]!;
    const stubs = [R.state.plate.alone[i]!, ...(R.state.column ? [R.state.column.alone[i]!] : [])];
    const weaker = stubs.reduce((a, b) => (b.F < a.F ? b : a));
    return {
      ...common,
      F_Rd: f.F,
      steps: [f.alone, f.groups, f.compression, f.panel, f.F],
      mode: f.F > 0 ? MODES[weaker.mode] : '',
      ...limitOf(w, f),
    };
  });
  const { sense, y_com, H } = R.state.turned;
  return {
    rows,
    patterns: patternsOf(w),
    takers: TAKERS,
    C: w.C,
    y_C: sense === 1 ? y_com : -H - y_com,
    M_Rd: R.M,
    rotation: stiff && rotationOf(m, w, stiff, base),
  };
}

/** EN 1993-1-8, 5.2.3: the moment of full strength, that of the beam or of the column above and below it. Nmm. */
export function fullStrength(m: MomentPlateModel, base: Float64Array): number {
  const beam = base[section.beam.W_pl.def.slot.index]! * m.beam.steel.f_y;
  if (!m.column) return beam;
  const { end_above, end_below } = m.input.column!;
  const columns = end_above === undefined && end_below === undefined ? 2 : 1;
  return Math.min(beam, columns * memberProperties(m.column.dims).W_pl_y * m.column.steel.f_y);
}

/** EN 1993-1-8, 5.2.3: what a joint is by its moment resistance beside that of full strength. */
export const strengthName = (M_Rd: number, full: number): string =>
  M_Rd >= full ? 'full strength' : M_Rd <= 0.25 * full ? 'nominally pinned' : 'partial strength';

function strengthWords(m: MomentPlateModel, { R }: Worked, base: Float64Array): string {
  const full = fullStrength(m, base);
  return `${strengthName(R.M, full)}, against ${m.basis.units.quantity(full, 'kNm')} of the members (5.2.3)`;
}

/** EN 1993-1-8, 6.4.2: what ends the joint decides whether it is shown to turn. */
function ductilityWords(m: MomentPlateModel, { R }: Worked): string {
  const near = (x: number, y: number): boolean => Math.abs(x - y) <= 1e-3 * y;
  if (R.panel && R.beta > 0 && near(R.sum, R.panel.V / R.beta))
    return 'the panel ends it: rotation enough for plastic analysis (6.4.2(1))';
  if (near(R.sum, R.F_c)) return 'rotation is not shown: the compression side ends it';
  const by = R.rows[0]?.by;
  const id = by?.type === 'cap' ? by.cap.id : '';
  const { d } = m.input.bolts;
  const thin =
    id === 'end-plate-bending'
      ? m.input.plate.t <= ductileThickness(d, m.f_ub, m.plateSteel.f_y)
      : id === 'column-flange-bending' && m.column
        ? m.column.dims.tf <= ductileThickness(d, m.f_ub, m.column.steel.f_y)
        : false;
  return thin
    ? `${SHORT[id as CheckId]} bends before the bolts break: rotation enough for plastic analysis (6.4.2(2))`
    : 'rotation is not shown (6.4.2)';
}

/** The curve in kNm and mrad. */
function rotationOf(m: MomentPlateModel, w: Worked, stiff: Stiffness, base: Float64Array): RotationFlow {
  const I_b = base[section.beam.I_b.def.slot.index]!;
  const limits = stiffnessLimits(m, I_b, STEEL_E);
  return {
    points: momentRotation(stiff.S, w.R.M).map(({ M, phi }) => ({ M: M / 1e6, phi: phi * 1e3 })),
    S_ini: stiff.S,
    S: stiff.S / secantFactor(w.u_M),
    limits,
    strength: strengthWords(m, w, base),
    ductility: ductilityWords(m, w),
    class: limits
      ? stiffnessClass(stiff.S, limits)
      : m.column
        ? 'not classed: no frame is given'
        : 'not classed: a splice has no limits',
  };
}
