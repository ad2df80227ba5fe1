import { webGrossInteraction } from '../../../standards/en1993/axial.ts';
import { columnWeb } from '../../../standards/en1993/column-web.ts';
import { combinedShearTension, pullChecks, type StubPart } from '../../../standards/en1993/end-pull.ts';
import type { FormulaSection, Run } from '../../../formula/index.ts';
import type { CheckDef } from '../../../checks/check.ts';
import { webWeld } from './shear.ts';
import { ROWS, sheet, slots, type EndPlateCase } from './sheet.ts';

type Check = CheckDef<EndPlateCase>;
const N_tie = slots.N_tie.index;

/** The plate as T-stub beside the web (basis 3.6). */
const plate: StubPart = {
  t: 't_p',
  f: 'p',
  e1_m: 'e1_m',
  before: [['a', 'k_a*s', 'throat of the fillet weld']],
  c: 'p_3-t_w-2*sqrt(2)*a',
  m: '(p_3-t_w-1.6*sqrt(2)*a)/2',
  mText: 'bolt to the yield line at the weld',
};
const STUB = {
  id: 'plate-tstub',
  part: 'plate',
  stub: plate,
  stubTitle: 'plate in bending, with prying',
  press: { h: 'h_p', w: 't_w+2*s+2*t_p' },
} as const;

const tie = (id: string, title: string, clause: string, part: string, run: Check['run']): Check => ({
  id,
  title,
  clause,
  part,
  load: 'tie',
  run,
});

const tieWeld = sheet.section('tie-weld');
const tieWeldSize = webWeld(tieWeld);
const tieWeldN = tieWeld.f(
  'N_Rd',
  'kN',
  'sqrt(2)*a*l_eff*f_u_weld/(beta_w*gamma_Mu)',
  'two fillets pulled across',
  'EN 1993-1-8, 4.5.3.2',
);

/** Depth of web that takes a horizontal force. */
function webDepth(s: FormulaSection) {
  const whole = s.f('h_w', 'mm', 'h_p', 'depth of web: that of the plate');
  const notch = s.f('h_w', 'mm', 'min(h_p, h_N)', 'depth of web: plate or notched beam');
  const full = s.f('h_w', 'mm', 'h_b-2*(t_f+r)', 'depth of web between the root fillets');
  const cut = [
    s.f('h_w', 'mm', 'h_N-(t_f+r)', 'depth of web: notch to root fillet'),
    s.f('h_w', 'mm', 'h_N', 'depth of web: notch to notch'),
  ];
  return (r: Run, c: EndPlateCase): void => {
    const notched = c.notchTop || c.notchBottom;
    if (!c.m.input.plate.full_depth) (notched ? notch : whole)(r);
    else if (notched) cut[c.notchTop && c.notchBottom ? 1 : 0]!(r);
    else full(r);
  };
}
const depth = webDepth(sheet.commonSection('web-depth'));
const tieWeb = sheet.section('tie-web-tension');
const tieWebN = tieWeb.f('N_Rd', 'kN', 't_w*h_w*f_u_w/gamma_Mu', 'web pulled over its depth', 'EN 1993-1-1, 6.2.3');

export const tensionChecks: Check[] = [
  combinedShearTension<EndPlateCase>(sheet, ROWS, plate),
  ...pullChecks<EndPlateCase>(sheet, ROWS, 'axial', STUB),
  ...columnWeb<EndPlateCase>(sheet, 'h_p', (c) => c.support),
  webGrossInteraction<EndPlateCase>(sheet, depth),
  ...pullChecks<EndPlateCase>(sheet, ROWS, 'tie', STUB),
  tie(
    'tie-weld',
    'Tying: weld',
    'EN 1993-1-8, 4.5.3.2',
    'weld',
    (r, c) => (tieWeldSize(r, c), { demand: r.v[N_tie]!, resistance: tieWeldN(r), unit: 'kN' }),
  ),
  tie(
    'tie-web-tension',
    'Tying: beam web in tension',
    'EN 1993-1-1, 6.2.3',
    'beam web',
    (r, c) => (depth(r, c), { demand: r.v[N_tie]!, resistance: tieWebN(r), unit: 'kN' }),
  ),
];
