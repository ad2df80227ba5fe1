import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { checkJoint, basisOf, readJob } from '@ample/core';

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
