import type { Run, FormulaSection } from '../../formula/index.ts';

/**
 * EN 1993-1-8, 3.10.2: block tearing from `A_nt` and `A_nv` of the section. `k` 1 for a concentric, 0.5 for an eccentric block.
 * A block whose net areas are not there has no resistance; a single row has no tension area and tears out in shear.
 */
export function blockTearing(
  s: FormulaSection,
  symbol: string,
  k: number,
  f_u: string,
  f_y: string,
  gamma: string,
  nt = 'A_nt',
  nv = 'A_nv',
  named = k !== 1,
) {
  const factor = named
    ? s.f(
        'k',
        '-',
        String(k),
        k === 1 ? 'the block is pulled concentrically' : 'tension is not uniform over an eccentric block',
        'EN 1993-1-8, 3.10.2(3)',
      )
    : null;
  const V = s.f(
    symbol,
    'kN',
    `${named ? 'k*' : ''}${f_u}*${nt}/${gamma}+${f_y}*${nv}/(sqrt(3)*gamma_M0)`,
    'resistance to block tearing',
    'EN 1993-1-8, 3.10.2',
  );
  const A_nt = s.resolve(nt).index;
  const A_nv = s.resolve(nv).index;
  return (r: Run): number => {
    factor?.(r);
    const value = V(r);
    return r.v[A_nt]! >= 0 && r.v[A_nv]! > 0 ? value : 0;
  };
}

/** EN 1993-1-1, 6.3.2.2, curve d: chi_LT from `lambda_LT` of the section. */
export function chiLT(s: FormulaSection) {
  const clause = 'EN 1993-1-1, 6.3.2.2';
  const Phi = s.f(
    'Phi_LT',
    '-',
    '0.5*(1+0.76*(lambda_LT-0.2)+lambda_LT^2)',
    'for the reduction factor, buckling curve d',
    clause,
  );
  const chi = s.f(
    'chi_LT',
    '-',
    'min(1, 1/(Phi_LT+sqrt(Phi_LT^2-lambda_LT^2)))',
    'reduction factor for lateral-torsional buckling',
    clause,
  );
  const stocky = s.f('chi_LT', '-', '1', 'no reduction up to a slenderness of 0.2', clause);
  return (r: Run, lambda: number): number => {
    if (lambda <= 0.2) return stocky(r);
    Phi(r);
    return chi(r);
  };
}
