/** Symbol names are written as in the standard (`alpha_b_ver`, `F_v_Rd`, `gamma_M0`, `e1`) and typeset from that one spelling. */
const GREEK: Readonly<Record<string, string>> = {
  alpha: 'α',
  beta: 'β',
  gamma: 'γ',
  delta: 'δ',
  eta: 'η',
  lambda: 'λ',
  mu: 'μ',
  rho: 'ρ',
  sigma: 'σ',
  tau: 'τ',
  chi: 'χ',
  Phi: 'Φ',
  Omega: 'Ω',
  psi: 'ψ',
  phi: 'φ',
  theta: 'θ',
};
const SUBSCRIPT: Readonly<Record<string, string>> = { perp: '⊥', par: '∥', max: 'max', min: 'min' };

export interface NameParts {
  /** The letter, Greek already as its character. */
  readonly head: string;
  /** The subscript, empty when there is none. */
  readonly sub: string;
}

export function nameParts(name: string): NameParts {
  const [first, ...rest] = name.split('_') as [string, ...string[]];
  const trailing = /^([A-Za-z]+?)(\d+)$/.exec(first);
  const letters = trailing ? trailing[1]! : first;
  const subs = [...(trailing ? [trailing[2]!] : []), ...rest].map((part) => SUBSCRIPT[part] ?? part);
  return { head: GREEK[letters] ?? letters, sub: subs.join(',') };
}

export function texName(name: string): string {
  const { head, sub } = nameParts(name);
  const [first] = name.split(/[_\d]/) as [string];
  const letter = first in GREEK ? `\\${first}` : head.length > 1 ? `\\mathit{${head}}` : head;
  if (!sub) return letter;
  return `${letter}_{\\mathrm{${sub.replace('⊥', '\\perp').replace('∥', '\\parallel')}}}`;
}
