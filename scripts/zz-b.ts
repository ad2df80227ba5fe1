import { readFieldModel } from '../packages/core/src/analysis/model.ts';
import { analyseSystem, systemOf } from '../packages/core/src/analysis/analyse.ts';
import { follow, solverOf } from '../packages/core/src/analysis/path.ts';
const which = process.argv[2];
const t0 = performance.now();
const ms = () => (performance.now() - t0).toFixed(0) + ' ms';
if (!which || which === 'S03') for (const n of [4, 16]) {
  const m = readFieldModel({ plates: [{ name: 'cook', t: 1, E: 1, nu: 1 / 3, fy: null, outline: [[0, 0], [48, 44], [48, 60], [0, 44]], cells: [n, n] }],
    holds: [{ plates: ['cook'], point: [0, 0, 0], normal: [1, 0, 0], held: ['x', 'y', 'z', 'rx', 'ry'] }], lines: [{ plate: 'cook', p0: [48, 44, 0], p1: [48, 60, 0], q: [0, 1 / 16, 0] }] });
  const s = systemOf(m);
  let u: Float64Array | null = null;
  follow(solverOf(s), { until: 'design', stopRatio: () => 0, accepted: (st) => { u = st.state.u; } });
  let best = 0;
  for (let k = 0; k < s.mesh.plateOf.length; k++) if (Math.hypot(s.mesh.local[2 * k]! - 48, s.mesh.local[2 * k + 1]! - 52) < 1e-6) best = s.moveOf(u!, k)[1];
  console.log('S03', n, best.toFixed(3), '23.96', ms());
}
if (!which || which === 'L01') for (const h of [25]) for (const [F, M] of [[0, 165.58e6], [428000, 142.1e6]] as const) {
  const [H, b, tw, tf, L] = [300, 150, 7.1, 10.7, 600];
  const r = analyseSystem(systemOf(readFieldModel({ h, plates: [
    { name: 'web', t: tw, fy: 275, origin: [0, 0, 0], ex: [1, 0, 0], ey: [0, 0, 1], outline: [[0, -(H / 2 - tf)], [L, -(H / 2 - tf)], [L, H / 2 - tf], [0, H / 2 - tf]] },
    ...[1, -1].map((s) => ({ name: s > 0 ? 'top' : 'bottom', t: tf, fy: 275, origin: [0, 0, s * (H - tf) / 2], ex: [1, 0, 0], ey: [0, 1, 0], outline: [[0, -b / 2], [L, -b / 2], [L, b / 2], [0, b / 2]] })) ],
    welds: [1, -1].map((s) => ({ a: 'web', b: s > 0 ? 'top' : 'bottom', p0: [0, 0, s * (H / 2 - tf)], p1: [L, 0, s * (H / 2 - tf)], type: 'butt' })),
    sections: [{ name: 'fixed', plates: ['web', 'top', 'bottom'], point: [0, 0, 0], normal: [1, 0, 0], fixed: true }, { name: 'end', plates: ['web', 'top', 'bottom'], point: [L, 0, 0], normal: [1, 0, 0] }],
    loads: [{ section: 'end', F: [F, 0, 0], M: [0, M, 0] }] })), {});
  console.log('L', F ? 'L03' : 'L01', r.multiple.toFixed(4), r.end, r.words, r.size, r.steps, r.iterations, JSON.stringify(r.limit!.balance), ms());
}
