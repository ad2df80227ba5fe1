import { axialCheck, netInteraction, plateBlockInteraction, webInteractions } from '../../../standards/en1993/axial.ts';
import { unit } from '../../../standards/en1993/interaction.ts';
import { columnWeb } from '../../../standards/en1993/column-web.ts';
import { lappedStrut, webLapBending } from '../../../standards/en1993/lap.ts';
import type { CheckDef } from '../../../checks/check.ts';
import { isLong, plateBuckling } from './plate.ts';
import { depth, edge, pulledPlate } from './pulled.ts';
import { sheet, slots, type FinPlateCase } from './sheet.ts';

const PLATE = 'plate';
const PULLED = 'The axial force is tension: the plate can not buckle.';
const V = slots.V_Ed.index;

const rhoLow = 'no reduction: the shear is at most half of its resistance';
const rhoClause = 'EN 1993-1-1, 6.2.8(3)';

const ab = sheet.section('plate-axial-bending');
const abW = ab.f('W_el', 'mm3', 't_p*h_p^2/6', 'elastic modulus of the plate');
const abV = ab.f(
  'V_pl_Rd',
  'kN',
  'h_p*t_p*f_y_p/(sqrt(3)*gamma_M0)',
  'plastic shear resistance of the plate',
  'EN 1993-1-1, 6.2.6(2)',
);
const abRho0 = ab.f('rho', '-', '0', rhoLow, rhoClause);
const abRho = ab.f('rho', '-', 'min(1, (2*V_Ed/V_pl_Rd-1)^2)', 'reduction for high shear', rhoClause);
const abN = ab.f('N_Rd', 'kN', 'h_p*t_p*f_y_p/gamma_M0', 'axial resistance of the plate', 'EN 1993-1-1, 6.2.3, 6.2.4');
const abM = ab.f(
  'M_Rd',
  'kNm',
  'min(W_el, (1-rho)*t_p*h_p^2/4)*f_y_p/gamma_M0',
  'bending resistance of the plate: elastic, and plastic as high shear reduces it',
  'EN 1993-1-1, 6.2.5, 6.2.8(3)',
);
const abU = ab.f('u', '-', 'N_Ed/N_Rd+V_Ed*z/M_Rd', 'axial force and bending at the weld', 'EN 1993-1-1, 6.2.10');

const { s: pab, lambda1, lambda, chi } = plateBuckling('plate-axial-buckling');
const pabW = pab.f('W_el', 'mm3', 't_p*h_p^2/6', 'elastic modulus of the plate');
const pabL = pab.f('L_cr', 'mm', '1.2*z_p', 'buckling length, one end held and sway possible');
const pabSlender = pab.f(
  'lambda_c',
  '-',
  'L_cr*sqrt(12)/(t_p*lambda_1)',
  'slenderness of the plate as a strut, i = t/√12',
  'EN 1993-1-1, 6.3.1.3',
);
const pabPhi = pab.f(
  'Phi_c',
  '-',
  '0.5*(1+0.49*(lambda_c-0.2)+lambda_c^2)',
  'for the reduction factor, buckling curve c',
  'EN 1993-1-1, 6.3.1.2',
);
const pabChi = pab.f(
  'chi_c',
  '-',
  'min(1, 1/(Phi_c+sqrt(Phi_c^2-lambda_c^2)))',
  'reduction factor of the strut',
  'EN 1993-1-1, 6.3.1.2',
);
const pabStocky = pab.f('chi_c', '-', '1', 'no reduction up to a slenderness of 0.2', 'EN 1993-1-1, 6.3.1.2');
const pabN = pab.f('N_b_Rd', 'kN', 'chi_c*h_p*t_p*f_y_p/gamma_M1', 'buckling resistance of the strut', 'EN 1993-1-1, 6.3.1.1');
const pabShort = pab.f('chi_LT', '-', '1', 'the plate is short: no lateral-torsional buckling');
const pabV = pab.f(
  'V_b_Rd',
  'kN',
  'min(W_el*chi_LT*f_y_p/(0.6*z*gamma_M1), W_el*f_y_p/(z*gamma_M0))',
  'reaction alone: buckling under its triangular moment, or yield',
  'EN 1993-1-1, 6.3.2.2',
);
const pabU = pab.f('u', '-', 'N_Ed/N_b_Rd+V_Ed/V_b_Rd', 'compression and bending with buckling', 'EN 1993-1-1, 6.3.3');

const [webGross, webNet, webBlock] = webInteractions<FinPlateCase>(sheet, depth, edge) as [
  CheckDef<FinPlateCase>,
  CheckDef<FinPlateCase>,
  CheckDef<FinPlateCase>,
];

export const axialChecks: CheckDef<FinPlateCase>[] = [
  axialCheck<FinPlateCase>(
    'plate-axial-bending',
    'Axial force and bending, plate',
    'EN 1993-1-1, 6.2.10',
    PLATE,
    (r) => {
      abW(r);
      (r.v[V]! <= 0.5 * abV(r) ? abRho0 : abRho)(r);
      const [n, m] = [abN(r), abM(r)];
      return unit(abU(r), n, m);
    },
    { nonlinear: true },
  ),
  netInteraction<FinPlateCase>(sheet, pulledPlate, 't_p*(h_p-n1*d_v_p)', 'plate'),
  plateBlockInteraction<FinPlateCase>(sheet, pulledPlate),
  axialCheck<FinPlateCase>(
    'plate-axial-buckling',
    'Compression and bending, plate buckling',
    'EN 1993-1-1, 6.3',
    PLATE,
    (r, c, l) => {
      if (l.axial === 'tension') return { skip: PULLED };
      pabW(r);
      lambda1(r);
      pabL(r);
      const slender = pabSlender(r);
      if (slender <= 0.2) pabStocky(r);
      else {
        pabPhi(r);
        pabChi(r);
      }
      const N = pabN(r);
      if (isLong(c)) chi(r, lambda(r));
      else pabShort(r);
      pabV(r);
      return unit(pabU(r), N);
    },
  ),
  lappedStrut<FinPlateCase>(
    sheet,
    {
      id: 'plate-lap-bending',
      title: 'Compression out of line, plate',
      part: PLATE,
      t: 't_p',
      h: 'h_p',
      f_y: 'f_y_p',
      count: '',
      end: 'buckling length: held by its weld, sway possible at the beam',
    },
    () => true,
  ),
  webLapBending<FinPlateCase>(sheet, () => null, 't_p'),
  ...columnWeb<FinPlateCase>(sheet, 'h_p', (c) => ({
    onFlange: c.m.support.type === 'column_flange',
    section: c.m.support.dims !== null,
  })),
  webGross,
  webNet,
  webBlock,
];
