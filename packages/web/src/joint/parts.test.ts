import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { basisOf, checkJoint, readJob, type JobRecord, type JointContent } from '@ample/core';
import { makeEditor } from './editor.ts';
import { failureOrder } from './FailureOrder.tsx';
import { stepped } from './steps.ts';
import { nextMark } from '../register/order.ts';

const job = readJob(JSON.parse(readFileSync(new URL('../../../../demo/tern-quay.json', import.meta.url), 'utf8')));
const joint = job.joints.find((j) => j.mark === 'B2-14')!;
const record = { ...job, id: 'x', version: 1, archived: false, updatedAt: '' } as unknown as JobRecord;

describe('the failure order', () => {
  const report = checkJoint(joint, basisOf(job));
  it('goes by multiple, first to give on top', () => {
    const order = failureOrder(report, -1);
    const multiples = order.map((o) => o.check.multiple);
    expect(multiples).toEqual([...multiples].sort((a, b) => a - b));
    expect(order[0]).toMatchObject({ combination: 'C3', check: { id: 'beam-web-bearing' } });
    expect(new Set(order.map((o) => o.check.id)).size).toBe(order.length);
  });
  it('takes each check at its own worst combination, or one combination alone', () => {
    const order = failureOrder(report, -1);
    expect(order.find((o) => o.check.id === 'tie-weld')!.combination).toBe('T1');
    const index = joint.combinations.findIndex((c) => c.name === 'C4');
    expect(new Set(failureOrder(report, index).map((o) => o.combination))).toEqual(new Set(['C4']));
  });
});

describe('the editor', () => {
  const changes: { content: JointContent; label: string }[] = [];
  const said: string[] = [];
  const editor = makeEditor(
    'fin-plate',
    joint,
    record,
    (content, label) => changes.push({ content, label }),
    (s) => said.push(s),
  );
  it('takes a field with a label that says what changed', () => {
    expect(editor.set('plate.t', 12)).toBeNull();
    expect(changes.at(-1)!.label).toBe('Plate thickness 10 → 12');
    expect(changes.at(-1)!.content.input.plate.t).toBe(12);
  });
  it('refuses in the words of the field, and changes nothing', () => {
    const before = changes.length;
    expect(editor.set('plate.e1', 4)).toBe('End distance, top: 4 mm is too small; accepted is 5 mm or more.');
    expect(editor.set('beam.section', 'UB 1')).toMatch(/^Beam: there is no section "UB 1"/);
    expect(editor.set('gap', NaN)).toMatch(/^Gap: /);
    expect(changes).toHaveLength(before);
  });
  it('says why a row can not be added, and where a line goes wrong', () => {
    expect(editor.edit('row.add')).toBeNull();
    expect(editor.line('FP | 10x100x290')!.message).toMatch(/steel such as S275/);
    expect(editor.line('FP | 10x100x900 S275 | 4xM20-8.8 @70 | e 40/50 | gap 10 | top 50 | fw 8')!.message).toMatch(
      /^Plate depth: 900 mm is deeper than the beam's clear web/,
    );
    expect(said).toEqual([]);
  });
});

describe('small things', () => {
  it('steps through practical values, also from between them, and stops at the ends', () => {
    expect(stepped(10, [6, 8, 10, 12], true)).toBe(12);
    expect(stepped(9, [6, 8, 10, 12], true)).toBe(10);
    expect(stepped(9, [6, 8, 10, 12], false)).toBe(8);
    expect(stepped(12, [6, 8, 10, 12], true)).toBe(12);
  });
  it('finds the next free mark', () => {
    expect(nextMark('B2-14', new Set(['B2-14']))).toBe('B2-15');
    expect(nextMark('B2-09', new Set(['B2-10']))).toBe('B2-11');
    expect(nextMark('Mast', new Set(['Mast-2']))).toBe('Mast-3');
  });
});
