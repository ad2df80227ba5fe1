import { describe, expect, it } from 'vitest';
import { polygonArea } from '../detail/solid.ts';
import type { View } from '../drawing/drawing.ts';
import { SI } from '../units/system.ts';
import { analyse } from './analyse.ts';
import { oneBolt, stub, weld } from './bench-models.testing.ts';
import { shadedView, type ShadedView } from './on-view.ts';
import type { FieldPicture } from './picture.ts';
import { largestNode } from './picture-words.ts';
import { viewBolts, viewWelds } from './view-forces.ts';

const stateOf = (model: object) => {
  const state = analyse(model, { until: 'design', pictures: true }).design!;
  return { ...state, picture: state.picture! };
};
const whole = [-1000, -1000, 1000, 1000] as const;
const view = (plane: View['plane'], depth = 0, more: Partial<View> = {}): View => ({
  ...{ title: 'view', plane, depth, frame: { scale: 5, at: [100, 50] }, box: whole },
  ...more,
});
const cellsOf = (seen: ShadedView, picture: FieldPicture, plate: string) =>
  seen.shades.filter((s) => picture.plates[s.plate] === plate).flatMap((s) => s.cells);
const FLAT = { scale: 0 };

// I 300 x 150 x 7.1 x 10.7, 600 long: the web 278.6 high lies in the elevation, flanges are seen on their edge.
describe('a state on a view of the drawing', () => {
  const { picture } = stateOf(stub([0, 0, 0], [0, 0, 12e6]));
  const elevation = shadedView(picture, 'along', view('xz'), FLAT);

  it('has plates in their true size to scale: the web is 600 · 278.6/25 mm² of paper', () => {
    const web = cellsOf(elevation, picture, 'web').reduce((s, c) => s + polygonArea(c), 0);
    expect(web).toBeCloseTo((600 * 278.6) / 25, 2);
    // The lower left corner of the web: x 0, z -139.3 from the place of the origin at (100, 50).
    const all = cellsOf(elevation, picture, 'web').flat();
    expect(Math.min(...all.map((p) => p[0]))).toBeCloseTo(100, 4);
    expect(Math.max(...all.map((p) => p[1]))).toBeCloseTo(50 + 139.3 / 5, 4);
  });

  it('shows a plate on its edge as thick as it is, 10.7/5 mm, with the largest across it on top', () => {
    const strips = cellsOf(elevation, picture, 'top');
    for (const c of strips) {
      const heights = c.map((p) => p[1]);
      expect(Math.max(...heights) - Math.min(...heights)).toBeCloseTo(10.7 / 5, 5);
    }
    // Turned about z the flange is pulled at one tip and pressed at the other, and nothing at its middle.
    const { flange, over } = { flange: picture.plates.indexOf('top'), over: elevation.nodeAt(elevation.at([300, 0, 144.65]))! };
    expect(picture.plateOf[over]).toBe(flange);
    const sigma = Math.abs(picture.along[over]!);
    const near = [...picture.along.keys()].filter(
      (n) => picture.plateOf[n] === flange && Math.abs(picture.places[3 * n]! - 300) < 40,
    );
    expect(sigma).toBeGreaterThan(0.95 * Math.max(...near.map((n) => Math.abs(picture.along[n]!))));
    expect(Math.abs(picture.places[3 * over + 1]!)).toBeGreaterThan(50);
  });

  it('is moved with what it shows, so many times', () => {
    const moved = shadedView(picture, 'along', view('xy'), { scale: 10 });
    const still = shadedView(picture, 'along', view('xy'), FLAT);
    const far = (s: ShadedView): number =>
      Math.max(
        ...cellsOf(s, picture, 'top')
          .flat()
          .map((p) => Math.abs(p[1] - 50)),
      );
    // M L²/(2 E I) with I of both flanges and the web: 12e6 · 600²/(2 · 210000 · 6.027e6) = 1.71 mm, ten times of that in 1:5.
    const I = 2 * ((10.7 * 150 ** 3) / 12) + (278.6 * 7.1 ** 3) / 12;
    expect((far(moved) - far(still)) / ((10 * (12e6 * 600 ** 2)) / (2 * 210e3 * I) / 5)).toBeCloseTo(1, 1);
  });

  it('leaves out what stands before a cut, and keeps what is cut', () => {
    const cut = shadedView(picture, 'along', view('yz', 300, { cut: true }), FLAT);
    const past = shadedView(picture, 'along', view('yz', 300), FLAT);
    const count = (s: ShadedView): number => cellsOf(s, picture, 'top').length;
    const [all, before] = [count(past), count(cut)];
    expect(before / all).toBeGreaterThan(0.45);
    expect(before / all).toBeLessThanOrEqual(0.6);
    // Just before the near end nothing is cut away; behind the far end there is nothing.
    expect(count(shadedView(picture, 'along', view('yz', 600, { cut: true }), FLAT))).toBe(all);
    expect(count(shadedView(picture, 'along', view('yz', -5, { cut: true }), FLAT))).toBe(0);
  });

  it('sees past the walls of members that stand before what it is of, but not past those on their edge', () => {
    const beam = { ...picture, plates: picture.plates.map((p) => `beam ${p}`) };
    // The eye stands at negative y: at y = 10 the web is before the view.
    const seen = shadedView(beam, 'along', view('xz', 10), FLAT);
    expect(cellsOf(seen, beam, 'beam web')).toEqual([]);
    expect(cellsOf(seen, beam, 'beam top').length).toBe(cellsOf(elevation, picture, 'top').length);
    expect(cellsOf(shadedView(picture, 'along', view('xz', 10), FLAT), picture, 'web').length).toBeGreaterThan(0);
  });

  it('draws the nearer over the farther, a picked one over all, and leaves out what is hidden', () => {
    // From above the upper flange covers the web and the lower one.
    const above = view('xy', 0);
    const over = (s: ShadedView): string => picture.plates[picture.plateOf[s.nodeAt(s.at([300, 0, 0]))!]!]!;
    expect(over(shadedView(picture, 'along', above, FLAT))).toBe('top');
    expect(over(shadedView(picture, 'along', above, { ...FLAT, first: 'bottom' }))).toBe('bottom');
    expect(over(shadedView(picture, 'along', above, { ...FLAT, hidden: new Set(['top']) }))).toBe('web');
    expect(shadedView(picture, 'along', above, FLAT).nodeAt([0, 0])).toBeNull();
  });

  it('names the same largest as the picture in space, and shades it by the same scale', () => {
    expect(Math.abs(picture.along[elevation.largest!]!)).toBe(Math.abs(picture.along[largestNode(picture, 'along')!]!));
    expect(shadedView(picture, 'strain', view('xz'), FLAT).largest).toBeNull();
    for (const { value } of elevation.shades) expect(Math.abs(Math.abs((24 * value) / 275) % 1)).toBeCloseTo(0, 9);
    expect(new Set(elevation.shades.map((s) => Math.sign(s.value)))).toContain(-1);
  });

  it('takes the part of the sheet where something is shown, within that of the view', () => {
    const [left, top, right, bottom] = elevation.box;
    // 120 mm long on paper: 6 % and 1 mm beside it.
    expect([left, right]).toEqual([expect.closeTo(100 - 8.2, 3), expect.closeTo(220 + 8.2, 3)]);
    expect((top + bottom) / 2).toBeCloseTo(50, 3);
    const narrow = [110, 40, 150, 60] as const;
    expect(shadedView(picture, 'along', view('xz', 0, { box: narrow }), FLAT).box).toEqual(narrow);
  });
});

/** Half of the load of 100 kN. */
const halved = (model: ReturnType<typeof oneBolt>) => ({
  ...model,
  loads: model.loads.map((l) => ({ ...l, F: l.F.map((x) => x / 2), M: l.M.map((x) => x / 2) })),
});

describe('forces on a view of the drawing', () => {
  it('are arrows as long as their share, with their numbers: 50 kN at 30° are 25 along the axis and 43.3 across it', () => {
    const state = stateOf(halved(oneBolt(30)));
    const seen = shadedView(state.picture, 'stress', view('xz'), FLAT);
    const { arrows, notes } = viewBolts(state, seen, SI);
    expect(notes).toEqual([{ at: expect.anything() as unknown, lines: ['T 25', 'V 43.3'] }]);
    // 70 mm at the resistance, 1:5: 25/141.12 and 43.3/94.08 of 14 mm.
    const long = arrows.map(([a, b]) => Math.hypot(b[0] - a[0], b[1] - a[1])).sort((a, b) => a - b);
    expect(long).toHaveLength(2);
    expect(long[0]! / ((14 * 25) / 141.12)).toBeCloseTo(1, 1);
    expect(long[1]! / ((14 * 43.3) / 94.08)).toBeCloseTo(1, 1);
    // Seen along its axis a bolt has no arrow of tension, but its number.
    const above = viewBolts(state, shadedView(state.picture, 'stress', view('xy'), FLAT), SI);
    expect(above.arrows).toHaveLength(1);
    expect(above.notes[0]!.lines).toEqual(['T 25', 'V 43.3']);
  });

  it('have no arrow where there is next to none: a bolt in shear alone', () => {
    const state = stateOf(halved(oneBolt(0)));
    const { arrows, notes } = viewBolts(state, shadedView(state.picture, 'stress', view('xz'), FLAT), SI);
    expect([arrows.length, notes.map((n) => n.lines)]).toEqual([1, [['V 50']]]);
  });

  it('of bolts behind each other are told from the least to the most', () => {
    const { picture, bolts } = stateOf(halved(oneBolt(30)));
    const two = {
      bolts: [...bolts, { ...bolts[0]!, name: 'other', F_t: 20e3 }],
      picture: { ...picture, bolts: [...picture.bolts, { ...picture.bolts[0]!, name: 'other' }] },
    };
    const seen = shadedView(picture, 'stress', view('xz'), FLAT);
    expect(viewBolts(two, seen, SI).notes.map((n) => n.lines)).toEqual([['T 20 to 25', 'V 43.3']]);
  });

  it('of welds are bars that stand off their line by the share of their strength', () => {
    // Half of 2 a L f_w/√2 = 572.3 kN: the stretch of the weld differs little along it.
    const { picture } = stateOf(weld([0, 0, 286.15e3]));
    const bars = viewWelds(picture, shadedView(picture, 'stress', view('xz'), FLAT));
    const long = bars.map(([a, b]) => Math.hypot(b[0] - a[0], b[1] - a[1]));
    expect(bars.length).toBeGreaterThan(8);
    // 45 mm at the strength, 1:5.
    const mean = long.reduce((s, x) => s + x, 0) / long.length;
    expect(mean / (45 / 5)).toBeGreaterThan(0.3);
    expect(mean / (45 / 5)).toBeLessThan(0.55);
  });
});
