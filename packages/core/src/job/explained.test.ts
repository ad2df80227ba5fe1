import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { resultKey } from '../checks/check.ts';
import { kindOf } from '../joints/registry.ts';
import { buildJoint, reportOf } from '../joints/report.ts';
import { basisOf } from '../standards/job-basis.ts';
import { readJob, type JobDocument } from './document.ts';
import { titleOf } from './title.ts';
import { workingsOf } from './workings.ts';

const demo = (file: string): JobDocument =>
  readJob(JSON.parse(readFileSync(new URL(`../../../../demo/${file}.json`, import.meta.url), 'utf8')));

describe.each(['tern-quay', 'heron-street'])('every joint of the demo job %s', (file) => {
  const job = demo(file);
  /** As they are, and with bolts that may not slip. */
  const joints = [
    ...job.joints,
    ...job.joints.flatMap((j) => {
      const field = kindOf(j.kind).fields.find((f) => f.id === 'bolts.category');
      return field ? [{ ...j, mark: `${j.mark}, category C`, input: field.set(j.input, 'C') as typeof j.input }] : [];
    }),
  ];
  it.each(joints.map((j) => [j.mark, j] as const))(
    '%s: each check that is loaded is drawn where it breaks, and worked',
    (_, joint) => {
      const basis = basisOf(job, joint.settings);
      const built = buildJoint(joint, basis);
      const report = reportOf(built, joint.combinations);
      joint.combinations.forEach((c, i) => {
        const { paths } = built.drawing({ ...titleOf(job, joint, basis, 'A'), verdict: report.verdict }, c);
        const workings = workingsOf(joint, basis, i, built);
        // The resistance of the column as a whole is of no one place.
        const loaded = report.combinations[i]!.checks.flatMap((x) =>
          x.type === 'strength' && x.id !== 'base-moment-resistance' ? [x] : [],
        );
        const bare = loaded.filter((x) => !(paths[resultKey(x)] ?? paths[x.id])?.length).map(resultKey);
        const unworked = loaded
          .filter((x) => !workings.sections.some((s) => (s.id === resultKey(x) || s.id === x.id ? s.steps.length > 0 : false)))
          .map(resultKey);
        expect([c.name, bare, unworked]).toEqual([c.name, [], []]);
      });
    },
  );
});
