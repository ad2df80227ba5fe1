import { STEEL_E } from '../../../catalogue/properties.ts';
import type { RowForce } from '../../../standards/en1993/components/distribution.ts';
import type { RotationFlow, RowFlow, RowsFlow } from '../../rows.ts';
import type { MomentPlateModel } from '../model.ts';
import type { Worked } from './combination.ts';
import { CHECKS, type CheckId } from './results.ts';
import { momentRotation, secantFactor, stiffnessClass, stiffnessLimits, type Stiffness } from './rotation.ts';
import { section } from './sheet.ts';
import { rowName } from './stubs.ts';

const SHORT: Readonly<Partial<Record<CheckId, string>>> = {
  'end-plate-bending': 'end plate',
  'column-flange-bending': 'column flange',
  'column-web-tension': 'column web',
  'beam-web-tension': 'beam web',
};
const MODES = { 1: '1, yields', 2: '2, yields with bolts', 3: '3, bolts', '1-2': 'no prying' } as const;

function limitWords({ R }: Worked, f: RowForce): string {
  const { by } = f;
  if (by.type === 'plastic') return `plastic limit of row ${R.state.rows[by.row]!.number}`;
  if (by.type === 'panel') return 'column web panel';
  if (by.type === 'compression')
    return R.F_c_by === 'column-web-compression' ? 'column web, compression' : 'beam flange, compression';
  const id = by.cap.id as CheckId;
  const name = SHORT[id] ?? CHECKS[id].title;
  return by.cap.from === by.cap.to ? name : `${name}, ${rowName(R.state.rows, by.cap.from, by.cap.to)}`;
}

/** Rows as they pull under a combination and at the resistance, with the moment and rotation of the joint. */
export function flowOf(m: MomentPlateModel, w: Worked, stiff: Stiffness | null, base: Float64Array): RowsFlow {
  const { R } = w;
  const rows = m.rows.map((row, index): RowFlow => {
    const i = R.state.rows.findIndex((x) => x.index === index);
    const common = { number: index + 1, y: row.y, F: w.F[index]!, Q: w.Q[index]! };
    if (i < 0)
      return {
        ...common,
        F_Rd: 0,
        steps: [],
        mode: '',
        by: row.role === 'shear' ? 'for shear alone' : 'outside the tension side',
      };
    const f = R.rows[i]!;
    const stubs = [R.state.plate.alone[i]!, ...(R.state.column ? [R.state.column.alone[i]!] : [])];
    const weaker = stubs.reduce((a, b) => (b.F < a.F ? b : a));
    return {
      ...common,
      F_Rd: f.F,
      steps: [
        { name: 'alone', F: f.alone },
        { name: 'groups', F: f.groups },
        { name: 'compression', F: f.compression },
        { name: 'panel', F: f.panel },
        { name: 'plastic', F: f.F },
      ],
      mode: f.F > 0 ? MODES[weaker.mode] : '',
      by: limitWords(w, f),
    };
  });
  const { sense, y_com, H } = R.state.turned;
  return { rows, C: w.C, y_C: sense === 1 ? y_com : -H - y_com, M_Rd: R.M, rotation: stiff && rotationOf(m, w, stiff, base) };
}

/** The curve in kNm and mrad. */
function rotationOf(m: MomentPlateModel, w: Worked, stiff: Stiffness, base: Float64Array): RotationFlow {
  const I_b = base[section.fillets[4]!.def.slot.index]!;
  const limits = stiffnessLimits(m, I_b, STEEL_E);
  return {
    points: momentRotation(stiff.S, w.R.M).map(({ M, phi }) => ({ M: M / 1e6, phi: phi * 1e3 })),
    S_ini: stiff.S,
    S: stiff.S / secantFactor(w.u_M),
    limits,
    class: limits
      ? stiffnessClass(stiff.S, limits)
      : m.column
        ? 'not classed: no frame is given'
        : 'not classed: a splice has no limits',
  };
}
