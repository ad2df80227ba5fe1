import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { checkJoint, basisOf, readJob } from '@ample/core';
import { analyse } from '@ample/core/field';

const doc = readFileSync(new URL('../../../docs/job-file.md', import.meta.url), 'utf8');

describe('docs/job-file.md', () => {
  it('has an example that is read and checked as it stands', () => {
    const job = readJob(JSON.parse(/```json\n([\s\S]*?)```/.exec(doc)![1]!));
    const report = checkJoint(job.joints[0]!, basisOf(job));
    expect(report.state).toBe('holds');
    expect(job.joints[0]!.line).toBe('FP | 10x100x290 S275 | 4xM20-8.8 @70 | e 40/50 | gap 10 | top 50 | fw 8');
    expect(doc).toContain(job.joints[0]!.line);
  });
});

describe('docs/field-model.md', () => {
  it('has an example that carries what it says', () => {
    const text = readFileSync(new URL('../../../docs/field-model.md', import.meta.url), 'utf8');
    const said = Number(/carries (0\.\d+) of the load/.exec(text)![1]);
    const { multiple } = analyse(JSON.parse(/```json\n([\s\S]*?)```/.exec(text)![1]!));
    expect(multiple).toBeCloseTo(said, 3);
  });
});
