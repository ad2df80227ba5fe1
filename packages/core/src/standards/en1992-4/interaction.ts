import type { FormulaSection, Run } from '../../formula/index.ts';

/** What a power sum of two utilisations comes to, and the factor on the load at which it reaches 1. */
interface Used {
  readonly value: number;
  readonly multiple: number;
}

/** Tension with shear, all modes but steel, EN 1992-4, 7.2.3. */
export class ConcreteInteraction {
  private readonly f;
  constructor(s: FormulaSection) {
    this.f = {
      beta_N: s.found('beta_N', '-', 'largest utilisation in tension but for steel', 'from the checks above'),
      beta_V: s.found('beta_V', '-', 'larger utilisation of pry-out and edge', 'from the checks above'),
      power: s.f('u_p', '-', 'beta_N^1.5+beta_V^1.5', 'power sum', 'EN 1992-4, 7.2.3, Table 7.3'),
      linear: s.f('u_l', '-', '(beta_N+beta_V)/1.2', 'linear sum', 'EN 1992-4, 7.2.3, Table 7.3'),
      both: s.f('u', '-', 'max(min(u_p, u_l), beta_N, beta_V)', 'the better of both forms', 'EN 1992-4, 7.2.3'),
      bars: s.f(
        'u',
        '-',
        'max(beta_N^(2/3)+beta_V^(2/3), beta_N, beta_V)',
        'with reinforcement that carries tension or shear alone',
        'EN 1992-4, 7.2.3.2',
      ),
    };
  }

  /** `bars`: reinforcement carries the tension or the shear alone. */
  work(r: Run, beta_N: number, beta_V: number, bars: boolean): Used {
    const { f } = this;
    f.beta_N(r, beta_N);
    f.beta_V(r, beta_V);
    const least = Math.max(beta_N, beta_V);
    if (bars) {
      const value = f.bars(r);
      const power = beta_N ** (2 / 3) + beta_V ** (2 / 3);
      return { value, multiple: Math.min(power ** -1.5, 1 / least) };
    }
    f.power(r);
    f.linear(r);
    const value = f.both(r);
    const power = (beta_N ** 1.5 + beta_V ** 1.5) ** (-1 / 1.5);
    return { value, multiple: Math.min(Math.max(power, 1.2 / (beta_N + beta_V)), 1 / least) };
  }
}
