import type { Run, Sheet } from '../../formula/index.ts';
import type { CheckDef } from '../../checks/check.ts';
import { axialCheck } from './axial.ts';

/** Symbols of a supporting column whose web takes an axial force through its flange. */
export function columnSlots(sheet: Sheet) {
  return {
    b_c: sheet.given('b_c', 'mm', 'flange width of the column'),
    t_wc: sheet.given('t_wc', 'mm', 'web thickness of the column'),
    r_c: sheet.given('r_c', 'mm', 'root radius of the column'),
    d_wc: sheet.given('d_wc', 'mm', 'clear depth of the column web between fillets'),
    A_vc: sheet.given('A_vc', 'mm2', 'shear area of the column'),
  };
}

export interface ColumnCase {
  readonly onFlange: boolean;
  /** The whole section of the support is known. */
  readonly section: boolean;
}

const WEB = 'The support is a web, not a flange.';
const NO_SECTION = 'The section of the column was not given, so its web can not be checked against this force.';

/**
 * The web of a supporting column behind a flange that an axial force presses or pulls, unstiffened, over the depth `h` of what is
 * fixed to it (EN 1993-1-8, 6.2.6.2, 6.2.6.3). The stress along the column is not known to the joint: k_wc takes its least value.
 */
export function columnWeb<C>(sheet: Sheet, h: string, at: (c: C) => ColumnCase): CheckDef<C>[] {
  const [pressed, pulled] = [webPressed(sheet, h), webPulled(sheet, h)];
  const check = (k: 'compression' | 'tension', title: string, clause: string, resistance: (r: Run) => number): CheckDef<C> => {
    const N = sheet.section(`column-web-${k}`).resolve('N_Ed').index;
    return axialCheck<C>(`column-web-${k}`, title, clause, 'support', (r, c, l) => {
      const { onFlange, section } = at(c);
      if (!onFlange) return { skip: WEB };
      if (l.axial !== k) return { skip: k === 'tension' ? 'The axial force is compression.' : 'The axial force is tension.' };
      if (!section) return { missing: NO_SECTION };
      return { demand: r.v[N]!, resistance: resistance(r), unit: 'kN' };
    });
  };
  return [
    check('compression', 'Column web pressed', 'EN 1993-1-8, 6.2.6.2', pressed),
    check('tension', 'Column web pulled', 'EN 1993-1-8, 6.2.6.3', pulled),
  ];
}

/** What both begin with. */
function webSteps(sheet: Sheet, h: string, k: 'compression' | 'tension', clause: string) {
  const s = sheet.section(`column-web-${k}`);
  const steps = [
    s.f('b_eff', 'mm', `${h}+5*(t_2+r_c)`, 'depth of column web that takes the force', clause),
    s.f(
      'omega',
      '-',
      '1/sqrt(1+1.3*(b_eff*t_wc/A_vc)^2)',
      'interaction with the shear of the column, beta = 1',
      'EN 1993-1-8, Table 6.3',
    ),
  ];
  return { s, steps };
}

function webPressed(sheet: Sheet, h: string): (r: Run) => number {
  const push = webSteps(sheet, h, 'compression', 'EN 1993-1-8, 6.2.6.2(1)');
  const k_wc = push.s.f('k_wc', '-', '0.7', 'stress along the column not known: the least value', 'EN 1993-1-8, 6.2.6.2(2)');
  const lambda = push.s.f(
    'lambda_p',
    '-',
    '0.932*sqrt(b_eff*d_wc*f_y_2/(E*t_wc^2))',
    'slenderness of the column web',
    'EN 1993-1-8, 6.2.6.2(1)',
  );
  const rho = [
    push.s.f('rho', '-', '1', 'stocky: no plate buckling', 'EN 1993-1-8, 6.2.6.2(1)'),
    push.s.f('rho', '-', '(lambda_p-0.2)/lambda_p^2', 'reduction for plate buckling', 'EN 1993-1-8, 6.2.6.2(1)'),
  ];
  const F_c = push.s.f(
    'F_c_wc_Rd',
    'kN',
    'omega*k_wc*b_eff*t_wc*f_y_2*min(1/gamma_M0, rho/gamma_M1)',
    'column web in transverse compression',
    'EN 1993-1-8, 6.2.6.2(1)',
  );
  return (r) => {
    for (const f of push.steps) f(r);
    k_wc(r);
    rho[lambda(r) <= 0.72 ? 0 : 1]!(r);
    return F_c(r);
  };
}

function webPulled(sheet: Sheet, h: string): (r: Run) => number {
  const pull = webSteps(sheet, h, 'tension', 'EN 1993-1-8, 6.2.6.3(2)');
  const F_t = pull.s.f(
    'F_t_wc_Rd',
    'kN',
    'omega*b_eff*t_wc*f_y_2/gamma_M0',
    'column web in transverse tension',
    'EN 1993-1-8, 6.2.6.3(1)',
  );
  return (r) => {
    for (const f of pull.steps) f(r);
    return F_t(r);
  };
}
