import { readFieldModel } from '../packages/core/src/analysis/model.ts';
import { analyseSystem, systemOf, eventWords } from '../packages/core/src/analysis/analyse.ts';
import { follow, solverOf } from '../packages/core/src/analysis/path.ts';
import * as B from '../packages/core/src/analysis/bench-models.testing.ts';
const which = process.argv[2]; const arg = Number(process.argv[3] ?? 0);
let t0 = performance.now();
const run = (name: string, raw: unknown, o = {}) => { t0 = performance.now(); const r = analyseSystem(systemOf(readFieldModel(raw)), o);
 console.log(name, r.multiple.toFixed(4), r.words, JSON.stringify(r.size), 'steps', r.steps, 'it', r.iterations, JSON.stringify(r.limit?.balance ?? r.design?.balance), (performance.now() - t0).toFixed(0), 'ms');
 for (const e of r.events.slice(0, 14)) console.log('   ', e.at.toFixed(3), eventWords(e)); return r; };
if (which === 'W01') { run('W01 pull', B.weld([0, 0, 572300])); run('W01 along', B.weld([0, 467300, 0], [467300*120, 0, 0])); }
if (which === 'B02') { for (const d of [0, 30, 60, 90]) { const c = Math.cos(d*Math.PI/180), s = Math.sin(d*Math.PI/180); console.log(d, 'known', 1/(1e5*(s/(1.4*141120)+c/94080))); run('B02', B.oneBolt(d)); } }
if (which === 'B06') { const r = run('B06', B.finPlate(arg || undefined)); console.log(JSON.stringify(r.design?.bolts.map(b => [b.F_t.toFixed(0), b.planes[0].F_v.toFixed(0), b.planes[0].bearing.map(x => x.F.toFixed(0))])), JSON.stringify(r.limit?.bolts.map(b => [b.F_t.toFixed(0), b.planes[0].F_v.toFixed(0), b.planes[0].bearing.map(x => x.F.toFixed(0))]))); }
if (which === 'T01') { const r = run('T01', B.tStub(arg || 5)); console.log(r.multiple * 50, 'kN per half', r.limit?.bolts.map(b => b.F_t)); }
if (which === 'S08') { const s = systemOf(readFieldModel(B.roof())); let u: Float64Array | null = null; follow(solverOf(s), { until: 'design', stopRatio: () => 0, accepted: (st) => { u = st.state.u; } });
  let low = 0; for (let k = 0; k < s.mesh.plateOf.length; k++) low = Math.min(low, s.moveOf(u!, k)[2]); console.log('S08', low, '0.3024', (performance.now() - t0).toFixed(0)); }
