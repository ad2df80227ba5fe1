import type { RuleDef } from '../../checks/check.ts';
import { onWeb, type MemberDimensions, type SupportModel, type SupportType } from '../members.ts';
import { supportTop } from './solid-parts.ts';

interface BeamAtSupport {
  readonly m: { readonly support: SupportModel; readonly beam: MemberDimensions; readonly d_nt: number; readonly d_nb: number };
  readonly notchTop: boolean;
  readonly l_n: number;
}

/** How far the flanges of a section reach beyond the face of its web. */
export const flangeReach = (s: MemberDimensions): number => (s.shape === 'C' ? s.b - s.tw : (s.b - s.tw) / 2);

/** Whether the flanges of a supporting beam, its top `top` over that of the beam, stand in the way of a beam `h` deep, and of its notched end. */
function flangesMet(
  s: MemberDimensions,
  top: number,
  h: number,
  { d_nt, d_nb }: { readonly d_nt: number; readonly d_nb: number },
): { readonly beam: boolean; readonly end: boolean } {
  const flanges = [
    [top - s.tf, top],
    [top - s.h, top - s.h + s.tf],
  ] as const;
  const meets = (from: number, to: number): boolean => flanges.some(([low, high]) => low < to - 1e-9 && high > from + 1e-9);
  return { beam: meets(-h, 0), end: meets(-h + d_nb, -d_nt) };
}

/** A beam deeper (or wider) than the clear space between the flanges of its support has to stop before them. `gap` is the beam end's distance from the face. */
export const beamClearOfSupport = <C extends BeamAtSupport>(gap: (c: C) => number): RuleDef<C> => ({
  id: 'clear-support',
  title: 'Beam end clear of the flanges of the support',
  clause: 'geometry',
  must: () => true,
  run: (_r, c) => {
    const { type, dims } = c.m.support;
    if (type === 'hss_face') return { skip: 'The beam meets the face of a hollow section.' };
    if (type === 'column_flange') return { skip: 'The beam meets the face of a flange.' };
    if (!dims) {
      const { d2 } = c.m.support;
      if (d2 !== null && (type === 'column_web' ? c.m.beam.b : c.m.beam.h) <= d2)
        return { skip: 'The beam end fits into the clear depth of the supporting web.' };
      if (d2 !== null && type === 'beam_web' && c.notchTop)
        return { skip: 'The clear depth of the supporting web is given and the beam is notched past its flange.' };
      return {
        missing: 'Whether the beam end clears the flanges of the support is not known: the section of the support was not given.',
      };
    }
    const { beam, d_nt, d_nb } = c.m;
    const meets =
      type === 'column_web'
        ? { beam: beam.b > dims.h - 2 * dims.tf, end: true }
        : flangesMet(dims, supportTop(c.m.support, { h: beam.h, notchTop: c.notchTop }), beam.h, { d_nt, d_nb });
    if (!meets.beam) return { skip: 'The beam end meets no flange of the support.' };
    // Where its notches clear the flanges, the beam may go under or over them as far as they are long.
    return { actual: meets.end ? gap(c) : gap(c) + c.l_n, limit: flangeReach(dims), sense: '>=', unit: 'mm' };
  },
});

/** Gap of practice; where the beam would meet the flanges of its support, far enough to clear them. No support: none in the way. */
export function practicalGap(
  beam: { readonly h: number; readonly b: number },
  at: { readonly type: SupportType; readonly dims: MemberDimensions; readonly drop?: number } | null,
): number {
  const usual = beam.h > 610 ? 20 : 10;
  if (!at || !onWeb(at.type)) return usual;
  const support = at.dims;
  const root = support.tf + support.r;
  const above = at.drop ?? (support.h - beam.h) / 2;
  const fits = at.type === 'column_web' ? beam.b <= support.h - 2 * root : above >= root && support.h - beam.h - above >= root;
  return fits ? usual : Math.ceil((flangeReach(support) + 10) / 5) * 5;
}
