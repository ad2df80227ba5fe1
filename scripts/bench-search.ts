import { readFileSync } from 'node:fs';
import { lastOf, readJob, searchDetails, searchOf, standardise } from '../packages/core/src/index.ts';
import { printLines, type Line } from './bench-lines.ts';

// Usage: npm run bench -- search. Every detail of some joints of the demo job, and few details for many of them, in one thread.
const job = readJob(JSON.parse(readFileSync(new URL('../demo/tern-quay.json', import.meta.url), 'utf8')));
const lines: Line[] = [];
for (const mark of ['B1-01', 'B2-14', 'C1-01', 'P1-04', 'R2-04']) {
  const joint = job.joints.find((j) => j.mark === mark)!;
  const asked = searchOf(joint, job);
  const steps = searchDetails(asked);
  const start = performance.now();
  let first = 0;
  let step = steps.next();
  for (; !step.done; step = steps.next()) if (!first && step.value.found.length) first = performance.now() - start;
  const s = (performance.now() - start) / 1000;
  // 20,000 details in 2 s are aimed at.
  const { details, found } = step.value;
  const combinations = asked.acting(joint.kind).length;
  lines.push({
    what: `${mark}: ${details} details × ${combinations} combinations, ${found.length} hold`,
    value: s,
    unit: 's',
    aim: (2 * details) / 20_000,
  });
  lines.push({ what: '  the first that holds', value: first / 1000, unit: 's', aim: 0.2 });
}
const beams = job.joints.filter((j) => j.kind === 'fin-plate').slice(0, 8);
const start = performance.now();
const few = lastOf(standardise(beams, job, 3));
lines.push({
  what: `at most 3 details for ${beams.length} joints, ${few.tried} tried at each`,
  value: (performance.now() - start) / 1000,
  unit: 's',
  aim: 30,
});
printLines(lines);
