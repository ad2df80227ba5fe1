import { readFileSync } from 'node:fs';
import { readJobParts, tryCheckStored } from '@ample/core';
import { fieldModelOf } from '../packages/core/src/analysis/detail.ts';
import { analyseSystem, systemOf, eventWords } from '../packages/core/src/analysis/analyse.ts';
const [file, mark, comb, mode] = process.argv.slice(2);
const { job } = readJobParts(JSON.parse(readFileSync(`demo/${file}.json`, 'utf8')));
for (const j of job.joints.filter((x) => mark === 'all' || x.mark === mark)) {
  const c = tryCheckStored(j, job); if (!('built' in c)) { console.log(j.mark, 'refused'); continue; }
  const worst = Math.max(0, c.report.worst);
  const k = comb && comb !== '-' ? c.joint.combinations.findIndex((x) => x.name === comb) : worst;
  const t = performance.now();
  try {
    const m = fieldModelOf(c.built, c.joint.combinations[k]!, { preview: mode === 'preview' });
    const s = systemOf(m); const t1 = performance.now();
    if (mode === 'model') { console.log(j.mark, j.kind, 'plates', m.plates.length, 'welds', m.welds.length, 'bolts', m.bolts.length, 'unk', s.n, 'GF', (s.pattern.work / 1e9).toFixed(2), (performance.now() - t).toFixed(0), 'ms'); continue; }
    const r = analyseSystem(s, {});
    const rep = c.report.combinations[k]!;
    console.log(j.mark, j.kind, c.joint.combinations[k]!.name, 'hand', rep.first?.multiple?.toFixed(3), rep.first?.title, 'field', r.multiple.toFixed(3), r.words, 'unk', s.n, 'it', r.iterations, 'setup', (t1 - t).toFixed(0), 'run', (performance.now() - t1).toFixed(0), JSON.stringify(r.limit?.balance));
    if (mark !== 'all') for (const e of r.events) console.log('   ', e.at.toFixed(3), eventWords(e), e.place.map((x) => x.toFixed(0)).join(','));
  } catch (e) { console.log(j.mark, j.kind, 'NO:', (e as Error).message.slice(0, 200)); if (!(e as Error).name.includes('Refusal')) console.log((e as Error).stack?.split('\n').slice(1, 4).join('\n')); }
}
