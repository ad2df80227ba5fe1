import { describe, expect, it } from 'vitest';
import { readForce } from '../../actions/entry.ts';
import { firstDetail } from '../../design/first.ts';
import { DEFAULT_BASIS } from '../../standards/job-basis.ts';
import { checkJoint } from '../report.ts';
import type { FieldValue } from '../kind.ts';
import { readQuantity } from '../../units/entry.ts';
import { BEAM_KINDS as KINDS } from './beam-kinds.testing.ts';

/** What each check says: its multiple, or why it does not apply. */
const answers = (kind: string, input: unknown, V_Ed: number): Record<string, number | string> =>
  Object.fromEntries(
    checkJoint(
      { kind, input, combinations: [{ name: 'C', V_Ed, N_Ed: 30, N_tie: 80 }] },
      DEFAULT_BASIS,
    ).combinations[0]!.checks.map((c) => [c.id, c.type === 'strength' ? c.multiple : c.type === 'skip' ? c.reason : c.text]),
  );
const same = (a: Record<string, number | string>, b: Record<string, number | string>): void => {
  expect(Object.keys(a)).toEqual(Object.keys(b));
  for (const [id, x] of Object.entries(a)) expect([id, b[id]]).toEqual([id, typeof x === 'number' ? expect.closeTo(x, 9) : x]);
};

describe.each(KINDS.map((k) => [k.title, k] as const))('%s', (_t, kind) => {
  const { input } = firstDetail(
    kind.id,
    { beam: 'UB 457x191x67', beamGrade: 'S275', support: 'UC 254x254x89', supportGrade: 'S275', supportType: 'column_web' },
    [],
    DEFAULT_BASIS,
  ) as { input: { beam: { section: string } } };
  const get = (i: unknown, id: string): number => Number(kind.fields.find((f) => f.id === id)!.get(i));
  const set = (i: unknown, changes: Record<string, FieldValue>): unknown =>
    Object.entries(changes).reduce((x, [id, v]) => kind.fields.find((f) => f.id === id)!.set(x, v), i);
  const part = kind.fields.some((f) => f.id === 'cleat.h') ? 'cleat' : 'plate';

  it('upside down under an uplift is as it is under a reaction', () => {
    // Uneven ends and pitches, placed off the middle, so that a mirror image is another joint.
    const one = set(input, { [`${part}.e1`]: 45, 'bolts.p1': '60 70 80', [`${part}.e1_bot`]: 60, [`${part}.top`]: 40 });
    const h = 453.4;
    const mirrored = set(one, {
      [`${part}.e1`]: 60,
      'bolts.p1': '80 70 60',
      [`${part}.e1_bot`]: 45,
      [`${part}.top`]: h - 40 - get(one, `${part}.h`),
    });
    expect(get(mirrored, `${part}.h`)).toBe(get(one, `${part}.h`));
    same(answers(kind.id, one, 150), answers(kind.id, mirrored, -150));
  });
  it('is the same on either side of the web', () => {
    const side = kind.fields.find((f) => f.id === 'plate.side');
    const far = side ? side.set(input, 'far') : input;
    same(answers(kind.id, input, 150), answers(kind.id, far, 150));
    const [a, b] = [input, far].map((i) => kind.build(i, DEFAULT_BASIS).solid);
    // The solid is the mirror image: every y changes its sign and nothing else does.
    const ys = (s: typeof a): number[] =>
      s!.plates
        .filter((p) => p.plane === 'xz')
        .flatMap((p) => p.y)
        .sort((x, y) => x - y);
    expect(
      ys(b)
        .map((y) => Math.abs(y))
        .sort(),
    ).toEqual(
      ys(a)
        .map((y) => Math.abs(y))
        .sort(),
    );
    if (side)
      expect(ys(b)).toEqual(
        ys(a)
          .map((y) => -y)
          .reverse(),
      );
  });
  it('is the same joint typed in inches and kips as in millimetres and kilonewtons', () => {
    let compared = 0;
    let inches = input as unknown;
    for (const f of kind.fields.filter((x) => x.quantity === 'length' && (!x.applies || x.applies(input)))) {
      const mm = f.get(input);
      if (typeof mm !== 'number' || mm === 0) continue;
      compared += 1;
      inches = f.set(inches, readQuantity(`${mm / 25.4} in`, 'mm')!);
    }
    expect(compared).toBeGreaterThan(8);
    expect(kind.line.print(inches)).toBe(kind.line.print(input));
    same(answers(kind.id, input, readForce(`${150 / 4.4482216152605} kip`, null)!.value), answers(kind.id, inches, 150));
    // An own steel typed in ksi: 39.885 ksi is 275 MPa, 59.465 ksi 410.
    const own = {
      ...(inches as { beam: object }),
      beam: {
        ...(inches as { beam: object }).beam,
        steel: {
          f_y: readQuantity(`${275 / 6.894757293168361} ksi`, 'MPa')!,
          f_u: readQuantity(`${410 / 6.894757293168361} ksi`, 'MPa')!,
          beta_w: 0.85,
        },
      },
    };
    same(answers(kind.id, input, 150), answers(kind.id, own, 150));
  });
  it('gives the same for a section by name and by its dimensions', () => {
    const dims = { h: 453.4, b: 189.9, tw: 8.5, tf: 12.7, r: 10.2, steel: { grade: 'S275' }, notch: { type: 'none' } };
    same(answers(kind.id, input, 150), answers(kind.id, { ...input, beam: dims }, 150));
  });
});
