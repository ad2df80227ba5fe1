import { horizontalBlock } from '../../../standards/en1993/tying.ts';
import { blockTearing } from '../../../standards/en1993/plates.ts';
import type { CheckDef } from '../../check.ts';
import { NO_AXIAL, isLong, plateBuckling } from './plate.ts';
import { beamBlock, pulledDepth, pulledPlate, pulledWeb, tieEdge } from './pulled.ts';
import { sheet, slots, type FinPlateCase } from './sheet.ts';

// Axial force together with shear: the choices of basis 2.11, each on the safe side.
const PLATE = 'plate';
const WEB = 'beam web';
const PUSHED = 'The axial force is compression: holes and blocks are not pulled.';
const PULLED = 'The axial force is tension: the plate can not buckle.';
const V = slots.V_Ed.index;

const rhoLow = 'no reduction: the shear is at most half of its resistance';
const rhoClause = 'EN 1993-1-1, 6.2.8(3)';

const ab = sheet.section('plate-axial-bending');
const abW = ab.f('W_el', 'mm3', 't_p*h_p^2/6', 'elastic modulus of the plate');
const abV = ab.f('V_pl_Rd', 'kN', 'h_p*t_p*f_y_p/(sqrt(3)*gamma_M0)', 'plastic shear resistance of the plate', 'EN 1993-1-1, 6.2.6(2)');
const abRho0 = ab.f('rho', '-', '0', rhoLow, rhoClause);
const abRho = ab.f('rho', '-', 'min(1, (2*V_Ed/V_pl_Rd-1)^2)', 'reduction for high shear', rhoClause);
const abN = ab.f('N_Rd', 'kN', 'h_p*t_p*f_y_p/gamma_M0', 'axial resistance of the plate', 'EN 1993-1-1, 6.2.3, 6.2.4');
const abM = ab.f('M_Rd', 'kNm', '(1-rho)*W_el*f_y_p/gamma_M0', 'bending resistance of the plate', 'EN 1993-1-1, 6.2.5, 6.2.8');
const abU = ab.f('u', '-', 'N_Ed/N_Rd+V_Ed*z/M_Rd', 'axial force and bending at the weld', 'EN 1993-1-1, 6.2.10');

const pni = sheet.section('plate-net-interaction');
const pniN = pni.f('N_u_Rd', 'kN', '0.9*t_p*(h_p-n1*d_v_p)*f_u_p/gamma_M2', 'net section in tension', 'EN 1993-1-1, 6.2.3(2)');
const pniV = pni.f('V_net_Rd', 'kN', 't_p*(h_p-n1*d_v_p)*f_u_p/(sqrt(3)*gamma_M2)', 'net section in shear', 'EN 1993-1-1, 6.2.6');
const pniU = pni.f('u', '-', 'sqrt((N_Ed/N_u_Rd)^2+(V_Ed/V_net_Rd)^2)', 'tension and shear in the net section');

const pbi = sheet.section('plate-block-interaction');
const pbiN = horizontalBlock(pbi, pulledPlate, 'gamma_M2');
const pbiNt = pbi.f('A_nt', 'mm2', 't_p*(e2+B2-(n2-0.5)*d_h_p)', 'net area in tension of the block that the shear tears');
const pbiNv = pbi.f('A_nv', 'mm2', 't_p*(h_p-e1-(n1-0.5)*d_v_p)', 'net area in shear of the block that the shear tears');
const pbiV = blockTearing(pbi, 'V_block', 0.5, 'f_u_p', 'f_y_p', 'gamma_M2');
const pbiU = pbi.f('u', '-', 'sqrt((N_Ed/N_Rd)^2+(V_Ed/V_block)^2)', 'tension and shear tearing a block');

const wgi = sheet.section('web-gross-interaction');
const wgiN = wgi.f('N_Rd', 'kN', 'h_w*t_w*f_y_w/gamma_M0', 'axial resistance of the web over the depth of the plate', 'EN 1993-1-1, 6.2.3');
const wgiV = wgi.f('V_Rd', 'kN', 'A_v_b*f_y_w/(sqrt(3)*gamma_M0)', 'shear resistance of the beam web', 'EN 1993-1-1, 6.2.6(2)');
const wgiU = wgi.f('u', '-', 'sqrt((N_Ed/N_Rd)^2+(V_Ed/V_Rd)^2)', 'axial force and shear in the web');

const wni = sheet.section('web-net-interaction');
const wniN = wni.f('N_u_Rd', 'kN', '0.9*t_w*(h_w-n1*d_v_w)*f_u_w/gamma_M2', 'net web in tension', 'EN 1993-1-1, 6.2.3(2)');
const wniV = wni.f('V_net_Rd', 'kN', '(A_v_b-n1*d_v_w*t_w)*f_u_w/(sqrt(3)*gamma_M2)', 'net web in shear', 'EN 1993-1-1, 6.2.6');
const wniU = wni.f('u', '-', 'sqrt((N_Ed/N_u_Rd)^2+(V_Ed/V_net_Rd)^2)', 'tension and shear in the net web');

const wbi = sheet.section('web-block-interaction');
const wbiN = horizontalBlock(wbi, pulledWeb, 'gamma_M2');
const wbiV = beamBlock(wbi);
const wbiU = wbi.f('u', '-', 'sqrt((N_Ed/N_Rd)^2+(V_Ed/V_block)^2)', 'tension and shear tearing a block of the web');
const wbiUN = wbi.f('u', '-', 'N_Ed/N_Rd', 'tension tearing a block of the web; the flange stops a block from moving up');

const { s: pab, lambda1, lambda, chi } = plateBuckling('plate-axial-buckling');
const pabW = pab.f('W_el', 'mm3', 't_p*h_p^2/6', 'elastic modulus of the plate');
const pabL = pab.f('L_cr', 'mm', '1.2*z_p', 'buckling length, one end held and sway possible');
const pabSlender = pab.f('lambda_c', '-', 'L_cr*sqrt(12)/(t_p*lambda_1)', 'slenderness of the plate as a strut, i = t/√12', 'EN 1993-1-1, 6.3.1.3');
const pabPhi = pab.f('Phi_c', '-', '0.5*(1+0.49*(lambda_c-0.2)+lambda_c^2)', 'for the reduction factor, buckling curve c', 'EN 1993-1-1, 6.3.1.2');
const pabChi = pab.f('chi_c', '-', 'min(1, 1/(Phi_c+sqrt(Phi_c^2-lambda_c^2)))', 'reduction factor of the strut', 'EN 1993-1-1, 6.3.1.2');
const pabStocky = pab.f('chi_c', '-', '1', 'no reduction up to a slenderness of 0.2', 'EN 1993-1-1, 6.3.1.2');
const pabN = pab.f('N_b_Rd', 'kN', 'chi_c*h_p*t_p*f_y_p/gamma_M1', 'buckling resistance of the strut', 'EN 1993-1-1, 6.3.1.1');
const pabShort = pab.f('chi_LT', '-', '1', 'the plate is short: no lateral-torsional buckling');
const pabU = pab.f('u', '-', 'N_Ed/N_b_Rd+V_Ed*z/(chi_LT*W_el*f_y_p/gamma_M1)', 'compression and bending with buckling', 'EN 1993-1-1, 6.3.3');

/** A utilisation that is no plain ratio, against 1; without resistance where a part of it has none. */
const unit = (u: number, ...resistances: number[]) => ({ demand: Number.isFinite(u) ? u : 1, resistance: Math.min(...resistances) > 0 ? 1 : 0, unit: '-' as const });

const check = (id: string, title: string, clause: string, part: string, run: CheckDef<FinPlateCase>['run'], nonlinear = false): CheckDef<FinPlateCase> => ({
  id, title, clause, part, load: 'combination', nonlinear,
  run: (r, c, l) => (l.axial === 'none' ? { skip: NO_AXIAL } : run(r, c, l)),
});

export const axialChecks: CheckDef<FinPlateCase>[] = [
  check('plate-axial-bending', 'Axial force and bending, plate', 'EN 1993-1-1, 6.2.10', PLATE, (r) => {
    abW(r);
    (r.v[V]! <= 0.5 * abV(r) ? abRho0 : abRho)(r);
    const [n, m] = [abN(r), abM(r)];
    return unit(abU(r), n, m);
  }, true),
  check('plate-net-interaction', 'Tension and shear, net plate', 'EN 1993-1-1, 6.2.3, 6.2.6', PLATE, (r, _c, l) => {
    if (l.axial === 'compression') return { skip: PUSHED };
    const [n, v] = [pniN(r), pniV(r)];
    return unit(pniU(r), n, v);
  }),
  check('plate-block-interaction', 'Tension and shear, block of the plate', 'EN 1993-1-8, 3.10.2', PLATE, (r, _c, l) => {
    if (l.axial === 'compression') return { skip: PUSHED };
    const n = pbiN(r, true);
    pbiNt(r);
    pbiNv(r);
    const v = pbiV(r);
    return unit(pbiU(r), n, v);
  }),
  check('plate-axial-buckling', 'Compression and bending, plate buckling', 'EN 1993-1-1, 6.3', PLATE, (r, c, l) => {
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
    return unit(pabU(r), N);
  }),
  check('web-gross-interaction', 'Axial force and shear, beam web', 'EN 1993-1-1, 6.2.10', WEB, (r, c) => {
    pulledDepth(r, c);
    const [n, v] = [wgiN(r), wgiV(r)];
    return unit(wgiU(r), n, v);
  }),
  check('web-net-interaction', 'Tension and shear, net beam web', 'EN 1993-1-1, 6.2.3, 6.2.6', WEB, (r, _c, l) => {
    if (l.axial === 'compression') return { skip: PUSHED };
    const [n, v] = [wniN(r), wniV(r)];
    return unit(wniU(r), n, v);
  }),
  check('web-block-interaction', 'Tension and shear, block of the beam web', 'EN 1993-1-8, 3.10.2', WEB, (r, c, l) => {
    if (l.axial === 'compression') return { skip: PUSHED };
    const n = wbiN(r, tieEdge(r, c));
    if (!c.notchTop) return unit(wbiUN(r), n);
    const v = wbiV(r);
    return unit(wbiU(r), n, v);
  }),
];
