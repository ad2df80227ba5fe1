import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { texOf } from '../formula/index.ts';
import { kindOf } from '../joints/registry.ts';
import { buildJoint, reportOf } from '../joints/report.ts';
import { basisOf } from '../standards/job-basis.ts';
import { readJob, type JobDocument } from './document.ts';
import { fingerprint } from './print.ts';
import { summaryOf } from './summary.ts';
import { lineOf, titleOf } from './title.ts';
import { workingsOf } from './workings.ts';

const demo = readJob(JSON.parse(readFileSync(new URL('../../../../demo/tern-quay.json', import.meta.url), 'utf8')));
const inches: JobDocument = { ...demo, basis: { ...demo.basis, units: 'US' } };
/** A number with a unit of the other system. */
const METRIC = /\d ?(mm|kN|kNm|MPa|kg)\b/;
const texts = (items: readonly { readonly k: string; readonly text?: string }[]): string[] =>
  items.flatMap((i) => (i.k === 'text' ? [i.text!] : []));

describe.each(demo.joints.map((j) => [j.mark, j] as const))('%s shown in inches', (_, joint) => {
  const [si, us] = [demo, inches].map((job) => basisOf(job, joint.settings)) as [
    ReturnType<typeof basisOf>,
    ReturnType<typeof basisOf>,
  ];
  const built = buildJoint(joint, us);
  const report = reportOf(built, joint.combinations);
  it('is the same joint: no number of a result changes, and a signature stays', () => {
    const plain = reportOf(buildJoint(joint, si), joint.combinations);
    expect(
      report.combinations.map((c) => c.checks.map((x) => ('demand' in x ? [x.id, x.demand, x.resistance, x.multiple] : x.id))),
    ).toEqual(
      plain.combinations.map((c) => c.checks.map((x) => ('demand' in x ? [x.id, x.demand, x.resistance, x.multiple] : x.id))),
    );
    expect([report.verdict, report.state]).toEqual([plain.verdict, plain.state]);
    expect(fingerprint(joint, us)).toBe(fingerprint(joint, si));
  });
  it('says no millimetre and no kilonewton: drawing, callouts, lists, notes, rules, workings, moves, register', () => {
    const title = { ...titleOf(inches, joint, us, 'A'), verdict: report.verdict };
    expect(title.units).toBe('in');
    const drawing = built.drawing(title, joint.combinations[0] ?? null);
    const workings = workingsOf(joint, us, Math.max(0, report.worst), built);
    const said = [
      ...texts(drawing.items),
      ...built.lists.flatMap((l) => [l.title, ...l.head, ...l.rows.flat().map(String)]),
      ...report.combinations.flatMap((c) => c.notes),
      ...report.rules.flatMap((r) => r.note ?? []),
      ...workings.sections.map((s) => s.summary),
      ...workings.sections.flatMap((s) => s.steps.flatMap((x) => [x.unit, ...x.uses.map((u) => u.value), texOf(x.formula)])),
      ...Object.values(kindOf(joint.kind).facts(joint.input, us)).flatMap((f) => f?.lines.map(([, v]) => v) ?? []),
      summaryOf(joint, inches).members,
    ];
    expect(said.filter((t) => METRIC.test(t) || /^(mm|kN|kNm|MPa)$/.test(t))).toEqual([]);
    expect(said.some((t) => /\d (in|kip)/.test(t))).toBe(true);
  });
  it('has its line in inches', () => {
    expect(lineOf(joint, inches)).toMatch(/^[A-Z]{2,3} in \| /);
    expect(kindOf(joint.kind).line.print(kindOf(joint.kind).line.parse(lineOf(joint, inches), joint.input))).toBe(joint.line);
  });
  it('has workings that close in these units', () => {
    const workings = workingsOf(joint, us, Math.max(0, report.worst), built);
    for (const s of workings.sections)
      for (const x of s.steps) {
        const shown = [x.values, x.result].flatMap((n) => (n ? [texOf(n)] : [])).join(' ');
        expect(shown).not.toMatch(/NaN|undefined|Infinity/);
        // No power of ten is needed where every value is in inches and kips.
        if (x.values && !/kip-ft|kip-in\/in/.test([x.unit, ...x.uses.map((u) => u.value)].join(' ')))
          expect(shown).not.toMatch(/times \{10\}\^\{-?3\}$/);
      }
  });
});
