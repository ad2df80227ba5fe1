import type { RuleDef } from './check.ts';
import type { MemberDimensions, SupportModel, SupportType } from './members.ts';

interface BeamAtSupport {
  readonly m: { readonly support: SupportModel; readonly beam: MemberDimensions };
  readonly notchTop: boolean;
  readonly l_n: number;
}

/** How far the flanges of a section reach beyond the face of its web. */
export const flangeReach = (s: MemberDimensions): number => (s.shape === 'C' ? s.b - s.tw : (s.b - s.tw) / 2);

/** A beam deeper (or wider) than the clear space between the flanges of its support has to stop before them. `gap` is the beam end's distance from the face. */
export const beamClearOfSupport = <C extends BeamAtSupport>(gap: (c: C) => number): RuleDef<C> => ({
  id: 'clear-support', title: 'Beam end clear of the flanges of the support', clause: 'geometry', must: () => true,
  run: (_r, c) => {
    const { type, dims } = c.m.support;
    if (type === 'column_flange') return { skip: 'The beam meets the face of a flange.' };
    if (!dims) {
      const { d2 } = c.m.support;
      if (d2 !== null && (type === 'column_web' ? c.m.beam.b : c.m.beam.h) <= d2) return { skip: 'The beam end fits into the clear depth of the supporting web.' };
      if (d2 !== null && type === 'beam_web' && c.notchTop) return { skip: 'The clear depth of the supporting web is given and the beam is notched past its flange.' };
      return { missing: 'Whether the beam end clears the flanges of the support is not known: the section of the support was not given.' };
    }
    const between = dims.h - 2 * dims.tf;
    if (type === 'column_web' ? c.m.beam.b <= between : c.m.beam.h <= between) return { skip: 'The beam end fits between the flanges of the support.' };
    const reach = flangeReach(dims);
    // A notch in the top flange lets a beam of level tops pass its support's flange.
    const actual = type === 'beam_web' && c.notchTop ? gap(c) + c.l_n : gap(c);
    return { actual, limit: reach, sense: '>=', unit: 'mm' };
  },
});

/** Gap of practice; where the beam would meet the flanges of its support, far enough to clear them. No support: none in the way. */
export function practicalGap(beam: { readonly h: number; readonly b: number }, at: { readonly type: SupportType; readonly dims: MemberDimensions } | null): number {
  const usual = beam.h > 610 ? 20 : 10;
  if (!at || at.type === 'column_flange') return usual;
  const support = at.dims;
  const between = support.h - 2 * (support.tf + support.r);
  const fits = at.type === 'column_web' ? beam.b <= between : beam.h <= between;
  return fits ? usual : Math.ceil((flangeReach(support) + 10) / 5) * 5;
}
