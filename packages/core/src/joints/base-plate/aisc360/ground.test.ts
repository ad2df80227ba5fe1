import { describe, expect, it } from 'vitest';
import type { Ground } from '../../../detail/ground.ts';
import { inKip, ksi, to } from '../../aisc360.testing.ts';
import { kindOf } from '../../registry.ts';
import type { BaseInput } from '../input.ts';
import { base, load } from './worked.testing.ts';
import { A_b, byAnchors, of } from './hand.testing.ts';

const ground = (input: BaseInput, c: ReturnType<typeof load>, format: 'LRFD' | 'ASD' = 'LRFD'): Ground =>
  kindOf('column-base').build(input, to(format)).ground(c)!;
/** Worst ratio of some checks of an input under a combination. */
const worst = (ids: readonly string[], input: BaseInput, c: ReturnType<typeof load>): number =>
  Math.max(
    ...ids.map((id) => {
      const [D, R] = of(id, input, c);
      return D / R;
    }),
  );

describe('what a base to AISC 360 stands on', () => {
  it('presses back up to the stress of J8, as stiff as Table 6.11 of EN 1993-1-8 has it with the modulus of ACI 318', () => {
    const { bed, held, moment } = ground(base(), load(200));
    // 0.65 x 0.85 x 4 x 1.5 = 3.315 ksi; ASD 0.85 x 4 x 1.5/2.31 = 2.208.
    expect(bed.f / ksi(1)).toBeCloseTo(3.315, 6);
    expect(ground(base(), load(200), 'ASD').bed.f / ksi(1)).toBeCloseTo(2.2078, 4);
    // E_c = 57 sqrt(4000) = 3605 ksi under 18 x 18 in: 3605/(1.275 x 18) = 157.1 kips/in3.
    expect((bed.k * 25.4) / ksi(1)).toBeCloseTo(157.08, 2);
    expect([held, ...moment]).toEqual([true, 0, 0]);
  });
  it('rods pulled by 40 kips, 10 each, give in their steel or with their share of the concrete where the checks say so', () => {
    const { anchors } = ground(base(), load(-40));
    expect(anchors).toHaveLength(4);
    for (const a of anchors) {
      // 0.75 x 0.75 x 75 ksi on pi/4: less than 0.75 x 75 on the threads.
      expect(inKip(a.F_t)).toBeCloseTo(0.75 * 0.75 * 75 * A_b, 4);
      expect(inKip(a.concrete!.N!)).toBeCloseTo(10 / worst(['an-breakout-tension', 'an-pullout'], base(), load(-40)), 6);
      // 8.4 x 1 in, grout of 1.5, plate of 1.5 and its washer stretch.
      expect(a.L_b).toBeCloseTo((8.4 + 1.5 + 1.5) * 25.4 + base().anchors.washer_t, 6);
    }
  });
  it('twice the pull leaves steel and concrete of a rod as they are', () => {
    const [one, two] = [40, 80].map((P) => ground(base(), load(-P)).anchors[0]!);
    expect(two!.F_t).toBeCloseTo(one!.F_t, 3);
    expect(two!.concrete!.N).toBeCloseTo(one!.concrete!.N!, 3);
  });
  it('shear goes by one path alone: rods, friction, or the lug with its couple', () => {
    const c = load(100, 0, 8);
    const rods = ground(byAnchors, c);
    expect(rods.held).toBe(false);
    // Of 8 kips each of the four takes 2; steel and concrete as their checks.
    const [rod] = rods.anchors;
    expect(inKip(rod!.shear!.F_v)).toBeCloseTo(2 / worst(['bp-rod-shear', 'an-steel-shear'], byAnchors, c), 6);
    expect(inKip(rod!.concrete!.V!)).toBeCloseTo(2 / worst(['an-breakout-shear', 'an-breakout-shear-side', 'an-pryout'], byAnchors, c), 6); // prettier-ignore
    expect(rod!.concrete!.power).toBeCloseTo(5 / 3, 12);
    const rubbed = ground(base(), c);
    expect([rubbed.held, rubbed.anchors.some((a) => a.shear)]).toEqual([true, false]);
    // z of the base is x of the joint.
    expect(inKip(rubbed.friction[0])).toBeCloseTo(8, 6);
    expect(rubbed.friction[1]).toBeCloseTo(0, 9);
    // Rods with loose holes: the front row alone takes it.
    const loose = base({ shear: { path: 'anchors' }, anchors: { washers_welded: false } });
    expect(ground(loose, c).anchors.filter((a) => a.shear)).toHaveLength(2);
  });
  it('what has no path, or no strength in this format, is refused in a sentence', () => {
    expect(() => ground(base(), load(10, 0, 80))).toThrow(/shear\.path: friction does not carry the shear/);
    expect(() => ground(base(), load(-40), 'ASD')).toThrow(/ACI 318 is strength design/);
    expect(() => ground(base(), load(40, 0, 0, { M_z: 20 }))).toThrow(/M_z .*is not covered/);
  });
});
