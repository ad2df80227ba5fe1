import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import threads from '../catalogue/data/threads.json' with { type: 'json' };
import { BOLT_SIZES, properties, SECTIONS } from '../catalogue/index.ts';
import { DEFAULT_BASIS } from '../standards/job-basis.ts';
import { calculate, toolFieldHelp, TOOLS, toolOf, type Calculation } from './index.ts';

const run = (tool: string, change: object = {}): Calculation => {
  const answer = calculate(tool, { ...toolOf(tool).start, ...change }, DEFAULT_BASIS);
  if ('refusal' in answer) throw new Error(answer.refusal.message);
  return answer.ok;
};
const refusal = (tool: string, change: object): string => {
  const answer = calculate(tool, { ...toolOf(tool).start, ...change }, DEFAULT_BASIS);
  return 'refusal' in answer ? answer.refusal.message : 'nothing refused';
};
const result = (c: Calculation, section: string, symbol: string): string => {
  const step = c.sections.find((s) => s.id === section)!.steps.find((s) => s.anchor.endsWith(`.${symbol}`))!;
  return `${(step.result as { text: string }).text} ${step.unit}`.trim();
};

describe.each(TOOLS.map((t) => [t.title, t] as const))('%s', (_t, tool) => {
  it('starts with a calculation that has workings, every field in its schema', () => {
    const c = run(tool.id);
    expect(c.answer).not.toMatch(/NaN|Infinity|undefined/);
    expect(c.sections.some((s) => s.steps.length > 0)).toBe(true);
    const keys = tool.schema().describe().keys as Record<string, unknown>;
    expect(tool.fields.map((f) => f.id).sort()).toEqual(Object.keys(keys).sort());
    for (const t of c.tables)
      for (const row of t.rows)
        expect([t.title, row.length, row.some((x) => /NaN|Infinity/.test(x))]).toEqual([t.title, t.head.length, false]);
  });
});

describe('one bolt', () => {
  // The figures every designer knows: M20 8.8, 0.6 x 800 x 245/1.25 = 94.08 and 0.9 x 800 x 245/1.25 = 141.12 kN.
  it('is M20 8.8', () => {
    const c = run('bolt');
    expect([result(c, 'shear', 'F_v_Rd'), result(c, 'tension', 'F_t_Rd')]).toEqual(['94.08 kN', '141.1 kN']);
    // alpha_b = min(40/66, 70/66 - 0.25, 800/410, 1) = 0.60606; k1 = 2.5: 2.5 x 0.60606 x 410 x 20 x 10/1.25 = 99.39 kN.
    expect(result(c, 'bearing', 'F_b_Rd')).toBe('99.39 kN');
    // d_m = (30 + 34.641)/2 = 32.3205; 0.6 pi x 32.3205 x 10 x 410/1.25 = 199.8 kN.
    expect(result(c, 'punching', 'B_p_Rd')).toBe('199.8 kN');
    // 1 x 0.4 x 0.7 x 800 x 245/1.25 = 43.9 kN.
    expect(result(c, 'slip', 'F_s_Rd')).toBe('43.90 kN');
  });
  // M45, coarse thread 4.5: pi/4 (45 - 4.2219)^2 = 1306.0 mm2; 0.6 x 800 x 1306/1.25 = 501.5; 752.3 in tension; shank 0.6 x 800 x 1590.4/1.25 = 610.7.
  it('takes diameters outside the tables from their thread', () => {
    const c = run('bolt', { d: 45 });
    expect([
      result(c, 'area', 'A_s'),
      result(c, 'shear', 'F_v_Rd'),
      result(c, 'tension', 'F_t_Rd'),
      result(c, 'shear', 'F_v_Rd_shank'),
    ]).toEqual(['1306 mm²', '501.5 kN', '752.3 kN', '610.7 kN']);
    expect(c.sections.find((s) => s.id === 'punching')!.type).toBe('skip');
  });
  it('proves its threads: the formula gives the stress area of every tabulated bolt within 0.5 %', () => {
    for (const b of BOLT_SIZES) {
      const P = (threads.coarse as Record<string, number>)[String(b.d)]!;
      expect([b.d, P]).toEqual([b.d, b.pitch]);
      expect([b.d, Math.abs(((Math.PI / 4) * (b.d - 0.9382 * P) ** 2) / b.A_s - 1) < 0.005]).toEqual([b.d, true]);
    }
  });
  it('asks for the pitch of an odd size, and refuses one that leaves no core', () => {
    expect(refusal('bolt', { d: 21 })).toBe('pitch: 21 mm is no size with a known coarse thread; give the pitch of its thread.');
    expect(refusal('bolt', { d: 5, pitch: 6 })).toContain('leaves no core');
  });
  // 60/94.08 + 80/(1.4 x 141.12) = 0.63776 + 0.40493 = 1.043.
  it('joins shear and tension', () =>
    expect(run('bolt', { F_v_Ed: 60, F_t_Ed: 80 })).toMatchObject({
      state: 'gives',
      answer: expect.stringContaining('used 1.043') as string,
    }));
  it('marks its own size in the table', () => {
    const t = run('bolt', { d: 24 }).tables[0]!;
    expect(t.rows[t.marked]!.slice(0, 3)).toEqual(['M24', '353', '136']);
  });
});

describe('a bolt group', () => {
  // 4 x 2 at 70/60: sum x^2 = 8 x 30^2 = 7200, sum z^2 = 4 x (105^2 + 35^2) = 49000; I = 56200. T = 150 x -120 = -18 kNm.
  // Corner at 60, 0: F_x = 18e6 x -105/56200 = -33.63, F_z = -15 - 18e6 x 30/56200 = -24.61; resultant 41.67 kN.
  it('finds the worst bolt of a grid', () => {
    const c = run('bolt-group');
    expect([result(c, 'group', 'T'), result(c, 'group', 'F_x'), result(c, 'group', 'F_z'), result(c, 'group', 'F_max')]).toEqual([
      '−18 kNm',
      '−33.63 kN',
      '−24.61 kN',
      '41.67 kN',
    ]);
    expect(c.state).toBe('holds');
  });
  it('takes pasted places, with tabs, commas or decimal commas', () => {
    const points = '0\t0\n60, 0\n0;70\n60,0 70,0';
    expect(run('bolt-group', { points }).tables[0]!.rows.map((r) => r.slice(1, 3))).toEqual([
      ['0', '0'],
      ['60', '0'],
      ['0', '70'],
      ['60', '70'],
    ]);
    expect(refusal('bolt-group', { points: '0 0\n60' })).toBe(
      'points: line 2 has 1 number; accepted are two numbers a line, x and z in mm.',
    );
    expect(refusal('bolt-group', { points: '0 0\nsix 0' })).toContain('line 2 has something that is no number');
    expect(refusal('bolt-group', { points: '5 5\n5 5' })).toContain('all bolts stand in one place');
  });
  it('lets one bolt take a force through it and no moment', () => {
    expect(run('bolt-group', { points: '180 105' }).answer).toContain('120 kN');
    expect(refusal('bolt-group', { points: '0 0' })).toContain("one bolt can't take a moment");
  });
  const place = fc.integer({ min: -500, max: 500 });
  const force = fc.integer({ min: -300, max: 300 });
  it('is in equilibrium with its load, and does not care where its axes start', () => {
    fc.assert(
      fc.property(
        fc.uniqueArray(fc.tuple(place, place), { minLength: 2, maxLength: 12, selector: (p) => p.join() }),
        force,
        force,
        place,
        place,
        force,
        place,
        place,
        (list, V_x, V_z, x_a, z_a, M, dx, dz) => {
          const at = (sx: number, sz: number) =>
            run('bolt-group', {
              points: list.map(([x, z]) => `${x + sx} ${z + sz}`).join('\n'),
              V_x,
              V_z,
              x_a: x_a + sx,
              z_a: z_a + sz,
              M,
              F_Rd: 1000,
            });
          const rows = at(0, 0).tables[0]!.rows.map((r) => r.map((t) => Number(t.replace('−', '-').replace(/\s/g, ''))));
          // Three figures are shown: the sums agree within what rounding of each term allows.
          const slack = rows.reduce((s, r) => s + Math.abs(r[3]!) + Math.abs(r[4]!), 1) * 6e-3;
          expect(Math.abs(rows.reduce((s, r) => s + r[3]!, 0) - V_x)).toBeLessThan(slack);
          expect(Math.abs(rows.reduce((s, r) => s + r[4]!, 0) - V_z)).toBeLessThan(slack);
          expect(at(dx, dz).answer.replace(/ at x.*?;/, ';')).toBe(at(0, 0).answer.replace(/ at x.*?;/, ';'));
        },
      ),
      { numRuns: 60, seed: 417 },
    );
  });
});

describe('a weld group', () => {
  // 220 upright and two of 80: L = 380, x_c = 2 x 80 x 40/380 = 16.842; I_p = 220^3/12 + 220 x 16.842^2 + 2 (80^3/12 + 80 x (23.158^2 + 110^2)) = 3.05688e6.
  // T = -90 x (160 - 16.842) = -12.884 kNm; at 80, 220: f_x = 12.884e6 x 110/I_p = 463.6, f_z = -236.8 - 12.884e6 x 63.158/I_p = -503.0: 684.1 N/mm of 935.7.
  it('finds the worst place', () => {
    const c = run('weld-group');
    expect(c.answer).toContain('684 N/mm against 936 N/mm; used 0.731');
    expect(result(c, 'group', 'F_w_Ed')).toBe('684.1 N/mm');
    expect(c.tables[0]!.rows).toHaveLength(6);
  });
  it('names the line that is no weld', () => {
    expect(refusal('weld-group', { runs: '0 0 0 200\n5 5 5 5' })).toBe(
      'runs: line 2 has no length; accepted is a weld of 1 mm or more.',
    );
    expect(refusal('weld-group', { runs: '0 0 0' })).toContain('line 1 has 3 numbers');
  });
});

describe('sections', () => {
  it('lists every section and gives one its resistances', () => {
    expect(toolOf('section').browse!(DEFAULT_BASIS).rows).toHaveLength(SECTIONS.length);
    // IPE 300 in S275: A_v 25.684 cm2 x 275/sqrt3 = 407.8 kN; W_pl 628.4 cm3 x 275 = 172.8 kNm.
    const c = run('section', { section: 'IPE 300' });
    expect([result(c, 'resistance', 'V_pl_Rd'), result(c, 'resistance', 'M_pl_y_Rd')]).toEqual(['407.8 kN', '172.8 kNm']);
  });
  it('draws and works every shape', () => {
    for (const section of ['PFC 200x90x30', 'SHS 200x200x10', 'CHS 219.1x8', 'HEB 300', 'WT9x32.5', 'S12x31.8', 'MC18x58'])
      expect(run('section', { section }).picture!.items.length).toBeGreaterThan(3);
  });
  it.each(['IPE 300', 'HEB 300', 'PFC 200x90x30', 'WT9x32.5'])(
    'draws %s with its roots: the outline encloses the area of the table',
    (section) => {
      const outlines = run('section', { section }).picture!.items.flatMap((i) => (i.k === 'path' && i.closed ? [i.points] : []));
      const points = outlines.reduce((x, y) => (y.length > x.length ? y : x));
      const area = Math.abs(
        points.reduce(
          (sum, [x, y], k) => sum + x * points[(k + 1) % points.length]![1] - points[(k + 1) % points.length]![0] * y,
          0,
        ) / 2,
      );
      const span = (k: 0 | 1): number => Math.max(...points.map((q) => q[k])) - Math.min(...points.map((q) => q[k]));
      const found = SECTIONS.find((x) => x.name === section)!;
      if (!('tf' in found)) throw new Error(section);
      // Arcs of six chords leave a little of the roots out.
      expect(area / (span(0) * span(1)) / (properties(found).A / (found.b * found.h))).toBeCloseTo(1, 2);
    },
  );
});

describe('the fields of a calculator', () => {
  const words = (tool: string, id: string): string => {
    const t = TOOLS.find((x) => x.id === tool)!;
    return toolFieldHelp(
      t,
      t.fields.find((f) => f.id === id)!,
    );
  };
  it('say what they are, what is accepted and what is usual, for every one', () => {
    expect(words('bolt', 't')).toMatch(/Accepted: [\d.]+ to [\d.]+ mm\. Usual: 10\.$/);
    for (const t of TOOLS)
      for (const f of t.fields) {
        const said = toolFieldHelp(t, f);
        expect(said).not.toMatch(/undefined|NaN|\[object/);
        expect([t.id, f.id, /Accepted: /.test(said)]).toEqual([t.id, f.id, true]);
      }
  });
});
