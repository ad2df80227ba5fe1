import type { Run, Sheet, FormulaSection } from '../../formula/index.ts';
import type { CheckDef } from '../../checks/check.ts';
import type { BeamWebCase } from './beam-web.ts';
import { unit } from './interaction.ts';
import { blockTearing } from './plates.ts';
import { horizontalBlock, type PulledPart } from './tying.ts';

// Axial force together with shear: the choices of basis 2.11, each on the safe side.

export const NO_AXIAL = 'There is no axial force in this combination.';
export const PUSHED = 'The axial force is compression: holes and blocks are not pulled.';

/** A check of a combination that has an axial force; `tension` only where the force pulls. */
export const axialCheck = <C>(
  id: string,
  title: string,
  clause: string,
  part: string,
  run: CheckDef<C>['run'],
  o: { tension?: boolean; nonlinear?: boolean } = {},
): CheckDef<C> => ({
  id,
  title,
  clause,
  part,
  load: 'combination',
  ...(o.nonlinear ? { nonlinear: true } : {}),
  run: (r, c, l) =>
    l.axial === 'none' ? { skip: NO_AXIAL } : o.tension && l.axial === 'compression' ? { skip: PUSHED } : run(r, c, l),
});

/** N and V of one part: shares where several parts take them. */
function forces(s: FormulaSection, p: PulledPart): { N: string; V: string; run(r: Run): void } {
  if (!p.count) return { N: 'N_Ed', V: 'V_Ed', run: () => undefined };
  const N = s.f('N_1', 'kN', `N_Ed/${p.count}`, 'axial force on one of them');
  const V = s.f('V_1', 'kN', `V_Ed/${p.count}`, 'reaction on one of them');
  return { N: 'N_1', V: 'V_1', run: (r) => (N(r), void V(r)) };
}

/** Net section of a part in tension and shear; `A_v_net` is its net area in shear, `before` works the depth of the part. */
export function netInteraction<C>(
  sheet: Sheet,
  p: PulledPart,
  A_v_net: string,
  words: string,
  before?: (r: Run, c: C) => void,
): CheckDef<C> {
  const id = `${p.id}-net-interaction`;
  const s = sheet.section(id);
  const F = forces(s, p);
  const N = s.f(
    'N_u_Rd',
    'kN',
    `0.9*${p.t}*(${p.h}-n1*${p.d_v})*${p.f_u}/gamma_M2`,
    'net section in tension',
    'EN 1993-1-1, 6.2.3(2)',
  );
  const V = s.f('V_net_Rd', 'kN', `${A_v_net}*${p.f_u}/(sqrt(3)*gamma_M2)`, 'net section in shear', 'EN 1993-1-1, 6.2.6');
  const u = s.f('u', '-', `sqrt((${F.N}/N_u_Rd)^2+(${F.V}/V_net_Rd)^2)`, 'tension and shear in the net section');
  return axialCheck<C>(
    id,
    `Tension and shear, net ${words}`,
    'EN 1993-1-1, 6.2.3, 6.2.6',
    p.part,
    (r, c) => {
      before?.(r, c);
      F.run(r);
      const [n, v] = [N(r), V(r)];
      return unit(u(r), n, v);
    },
    { tension: true },
  );
}

/** Blocks of a plate or leg that tension and shear tear: the shear's from the top row down to the lower end. */
export function plateBlockInteraction<C>(sheet: Sheet, p: PulledPart): CheckDef<C> {
  const id = `${p.id}-block-interaction`;
  const s = sheet.section(id);
  const F = forces(s, p);
  const N = horizontalBlock(s, { ...p, count: '' }, 'gamma_M2', 'N_b');
  const A_nt = s.f(
    'A_nt',
    'mm2',
    `${p.t}*(${p.e_end}+B2-(n2-0.5)*${p.d_h})`,
    'net area in tension of the block that the shear tears',
  );
  const A_nv = s.f('A_nv', 'mm2', `${p.t}*(${p.h}-e1-(n1-0.5)*${p.d_v})`, 'net area in shear of the block that the shear tears');
  const V = blockTearing(s, 'V_block', 0.5, p.f_u, p.f_y, 'gamma_M2');
  const u = s.f('u', '-', `sqrt((${F.N}/N_b_Rd)^2+(${F.V}/V_block)^2)`, 'tension and shear tearing a block');
  return axialCheck<C>(
    id,
    `Tension and shear, block of the ${p.part}`,
    'EN 1993-1-8, 3.10.2',
    p.part,
    (r) => {
      F.run(r);
      const n = N(r, true);
      A_nt(r);
      A_nv(r);
      const v = V(r);
      return unit(u(r), n, v);
    },
    { tension: true },
  );
}

/** Depth of web that takes a horizontal force, as `h_w`: the part's, or what a notch leaves. `h` is the depth of the part. */
export function pulledDepth(sheet: Sheet, h: string): (r: Run, c: BeamWebCase) => void {
  const s = sheet.commonSection('web-depth');
  const whole = s.f('h_w', 'mm', h, 'depth of the web that takes the axial force: that of the plate');
  const notched = s.f('h_w', 'mm', `min(${h}, h_N)`, 'depth of the web that takes the axial force: plate or notched beam');
  return (r, c) => void (c.notchTop || c.notchBottom ? notched : whole)(r);
}

/** The beam web pulled through its bolts. */
export const PULLED_WEB: PulledPart = {
  id: 'web',
  part: 'beam web',
  t: 't_w',
  h: 'h_w',
  e_end: 'e_2b',
  e_edge: 'e_1b_m',
  d_v: 'd_v_w',
  d_h: 'd_h_w',
  f_y: 'f_y_w',
  f_u: 'f_u_w',
  count: '',
};

/** Axial force and shear in the gross web. */
export function webGrossInteraction<C extends BeamWebCase>(sheet: Sheet, depth: (r: Run, c: C) => void): CheckDef<C> {
  const s = sheet.section('web-gross-interaction');
  const N = s.f(
    'N_Rd',
    'kN',
    'h_w*t_w*f_y_w/gamma_M0',
    'axial resistance of the web over its depth at the joint',
    'EN 1993-1-1, 6.2.3',
  );
  const V = s.f('V_Rd', 'kN', 'A_v_b*f_y_w/(sqrt(3)*gamma_M0)', 'shear resistance of the beam web', 'EN 1993-1-1, 6.2.6(2)');
  const u = s.f('u', '-', 'sqrt((N_Ed/N_Rd)^2+(V_Ed/V_Rd)^2)', 'axial force and shear in the web');
  return axialCheck<C>('web-gross-interaction', 'Axial force and shear, beam web', 'EN 1993-1-1, 6.2.10', 'beam web', (r, c) => {
    depth(r, c);
    const [n, v] = [N(r), V(r)];
    return unit(u(r), n, v);
  });
}

/** The beam web under axial force and shear: gross, net and block. */
export function webInteractions<C extends BeamWebCase>(
  sheet: Sheet,
  depth: (r: Run, c: C) => void,
  edge: (r: Run, c: C) => boolean,
): CheckDef<C>[] {
  const s = sheet.section('web-block-interaction');
  const N = horizontalBlock(s, PULLED_WEB, 'gamma_M2', 'N_b');
  const A_nt = s.f('A_nt', 'mm2', 't_w*(e_2b+B2-(n2-0.5)*d_h_w)', 'net area in tension of the block that the shear tears');
  const A_nv = s.f('A_nv', 'mm2', 't_w*(e_1b+L1-(n1-0.5)*d_v_w)', 'net area in shear of the block that the shear tears');
  const V = blockTearing(s, 'V_block', 0.5, 'f_u_w', 'f_y_w', 'gamma_M2');
  const u = s.f('u', '-', 'sqrt((N_Ed/N_b_Rd)^2+(V_Ed/V_block)^2)', 'tension and shear tearing a block of the web');
  const uN = s.f('u', '-', 'N_Ed/N_b_Rd', 'tension tearing a block of the web; the flange stops a block from moving up');
  return [
    webGrossInteraction(sheet, depth),
    netInteraction(sheet, PULLED_WEB, '(A_v_b-n1*d_v_w*t_w)', 'beam web', depth),
    axialCheck<C>(
      'web-block-interaction',
      'Tension and shear, block of the beam web',
      'EN 1993-1-8, 3.10.2',
      'beam web',
      (r, c) => {
        const n = N(r, edge(r, c));
        if (!c.notchTop) return unit(uN(r), n);
        A_nt(r);
        A_nv(r);
        const v = V(r);
        return unit(u(r), n, v);
      },
      { tension: true },
    ),
  ];
}
