import type { CheckDef } from '../../../checks/check.ts';
import { strengthCheck } from '../../../standards/aisc360/available.ts';
import { isI, type BaseCase as Case } from './case.ts';
import { sheet } from './sheet.ts';

const J2 = 'AISC 360-22, J2.4';
const named = (id: string, title: string) => ({ id, title, clause: J2, part: 'column weld' });
const FACTORS = { phi: '0.75', omega: '2' } as const;

const butt = (c: Case): string | null =>
  c.m.input.weld.type === 'butt' ? 'A complete penetration weld has the strength of the column.' : null;
const finished = (c: Case): boolean => c.m.input.weld.bearing;

/** Force that a flange's weld pulls, or presses where the column's end is not finished to bear (J1.4, M2.6). */
const flange = strengthCheck<Case>(sheet, named('bp-weld-flange', 'Weld of a flange'), {
  skip: (c) => butt(c) ?? (isI(c) ? null : 'The column is a tube: see its ring.'),
  steps: (s) => {
    const F = {
      bears: s.f('F_f', 'kN', 'max(0[kN], abs(M)/(d_c-t_f)-P/2)', 'pull of a flange; compression goes by contact', J2),
      welded: s.f('F_f', 'kN', 'abs(M)/(d_c-t_f)+abs(P)/2', 'force of a flange; the weld takes compression too', J2),
    };
    return (r, c) => void (finished(c) ? F.bears : F.welded)(r);
  },
  demand: 'F_f',
  demandWords: 'force of a flange',
  nominal: '0.6*F_EXX*w_f/sqrt(2)*(2*b_f-t_w)*1.5',
  words: 'fillets on both sides of a flange, across their length',
  ...FACTORS,
});

const web = strengthCheck<Case>(sheet, named('bp-weld-web', 'Weld of the web'), {
  skip: (c) => butt(c) ?? (isI(c) ? (c.V === 0 ? 'There is no shear.' : null) : 'The column is a tube: see its ring.'),
  demand: 'abs(V)',
  demandWords: 'shear',
  nominal: '2*0.6*F_EXX*w_w/sqrt(2)*(d_c-2*k)',
  words: 'fillets along both sides of the web',
  ...FACTORS,
});

const ring = strengthCheck<Case>(sheet, named('bp-weld-perimeter', 'Weld round the tube'), {
  skip: (c) => butt(c) ?? (isI(c) ? 'The column is no tube.' : null),
  steps: (s) => {
    const size = {
      RHS: [
        s.f('L', 'mm', '2*(d_c+b_f)', 'length of the ring'),
        s.f('S', 'mm2', 'b_f*d_c+d_c^2/3', 'section modulus of a ring one unit thick'),
      ],
      CHS: [
        s.f('L', 'mm', 'pi*d_c', 'length of the ring'),
        s.f('S', 'mm2', 'pi*d_c^2/4', 'section modulus of a ring one unit thick'),
      ],
    };
    const f_n = {
      bears: s.f('f_n', 'N/mm', 'max(0, abs(M)/S-P/L)', 'pull on the ring; compression goes by contact', J2),
      welded: s.f('f_n', 'N/mm', 'abs(M)/S+abs(P)/L', 'force on the ring; the weld takes compression too', J2),
    };
    const f_v = {
      RHS: s.f('f_v', 'N/mm', 'abs(V)/(2*d_c)', 'shear along both sides', J2),
      CHS: s.f('f_v', 'N/mm', '2*abs(V)/L', 'shear along the ring', J2),
    };
    return (r, c) => {
      const shape = c.m.column.shape === 'CHS' ? 'CHS' : 'RHS';
      for (const f of size[shape]) f(r);
      (finished(c) ? f_n.bears : f_n.welded)(r);
      f_v[shape](r);
    };
  },
  demand: 'sqrt(f_n^2+f_v^2)',
  demandWords: 'resultant on the ring',
  unit: 'N/mm',
  nominal: '0.6*F_EXX*w_f/sqrt(2)',
  words: 'strength of the fillet',
  ...FACTORS,
});

export const weldChecks: readonly CheckDef<Case>[] = [flange, web, ring];
