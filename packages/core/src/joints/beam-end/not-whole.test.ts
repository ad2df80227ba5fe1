import { describe, expect, it } from 'vitest';
import { firstDetail } from '../../design/first.ts';
import { waysOut } from '../../design/ways-out.testing.ts';
import { DEFAULT_BASIS } from '../../standards/job-basis.ts';
import { checkJoint } from '../report.ts';
import { workingsOf } from '../../job/workings.ts';
import { sectionWords } from '../../checks/workings.ts';
import { END, FIN, judge, load } from './samples.testing.ts';

const thin = { ...END, support: { type: 'column_web' as const, t: 10, steel: { grade: 'S275' } } };

describe('a joint with something that could not be checked', () => {
  it('is not whole, and says what is missing', () => {
    const r = judge('end-plate', thin, { V_Ed: 40, N_Ed: 20 });
    expect(r.state).toBe('not-whole');
    expect(r.missing.map((m) => m.id)).toEqual(['support-web', 'clear-support', 'clear-seat']);
    expect(r.verdict).toMatch(/^not whole · \d\.\d\d × C · 3 parts not checked$/);
    expect(r.combinations[0]).toMatchObject({ state: 'not-whole', missing: [{ id: 'support-web' }] });
  });
  it('names the one part where there is one', () => {
    const r = judge(
      'fin-plate',
      { ...FIN, support: { type: 'column_flange', t: 14, steel: { grade: 'S275' } } },
      { V_Ed: 40, N_Ed: 20 },
    );
    expect(r.verdict).toMatch(/^not whole · .* · not checked: Column web pulled$/);
  });
  it('gives before it is not whole, and breaks a rule before it is not whole', () => {
    expect(judge('end-plate', thin, { V_Ed: 4000, N_Ed: 20 })).toMatchObject({
      state: 'gives',
      verdict: expect.stringMatching(/^gives · .* · 3 parts not checked$/) as string,
    });
    expect(judge('end-plate', { ...thin, plate: { ...thin.plate, t: 25 } }, { V_Ed: 40, N_Ed: 20 }).state).toBe('rule');
  });
  it('is nothing to judge without actions, whatever is missing', () =>
    expect(checkJoint({ kind: 'end-plate', input: thin, combinations: [] }, DEFAULT_BASIS)).toMatchObject({
      state: 'none',
      verdict: 'no actions given',
    }));
  it('is whole again where the section is known', () => {
    const whole = judge(
      'end-plate',
      { ...END, support: { type: 'column_web', section: 'UC 305x305x97', steel: { grade: 'S275' } } },
      { V_Ed: 40, N_Ed: 20 },
    );
    expect(whole.missing).toEqual([]);
    expect(whole.state).toBe('holds');
  });
  it('says so in the workings, in other words than what does not apply', () => {
    const w = workingsOf({ kind: 'end-plate', input: thin, combinations: [load({ V_Ed: 40, N_Ed: 20 })] }, DEFAULT_BASIS, 0);
    const words = Object.fromEntries(w.sections.map((s) => [s.id, sectionWords(s)]));
    expect(words['support-web']).toMatch(/^Not checked: The clear depth/);
    expect(words['support-flange']).toMatch(/^Does not apply: /);
    expect(words['clear-seat']).toMatch(/^Not checked: /);
  });
  it('has no way out that leaves more unchecked', () => {
    const ways = waysOut('fin-plate', FIN, [load({ V_Ed: 60, N_Ed: -60 })], DEFAULT_BASIS);
    expect(ways.length).toBeGreaterThan(0);
    expect(ways.every((w) => w.state !== 'not-whole')).toBe(true);
  });
  it('is said of a first detail too', () => {
    const lifted = firstDetail(
      'fin-plate',
      {
        beam: 'UB 406x178x54',
        beamGrade: 'S275',
        support: 'UB 610x229x113',
        supportGrade: 'S275',
        supportType: 'beam_web',
        tops: 'level',
      },
      [load({ V_Ed: -20 })],
      DEFAULT_BASIS,
    );
    expect(lifted.why.join(' ')).toContain('not checked: lateral-torsional buckling at the notch');
  });
});
