import { Resvg } from '@resvg/resvg-js';
import type { PaperItem, TextItem, Units } from '@ample/core';
import {
  isMember,
  isSigned,
  largestNode,
  leftOf,
  scaleTop,
  scaleWords,
  shadedView,
  shownRgb,
  valueWords,
  viewBolts,
  type FieldDrawing,
  type FieldPicture,
  type FieldState,
  type ShadedView,
  type Shown,
} from '@ample/core/field';
import type { Picture } from './paper.ts';

type V3 = readonly [number, number, number];
const dot = (a: V3, b: V3): number => a[0] * b[0] + a[1] * b[1] + a[2] * b[2];
const cross = (a: V3, b: V3): V3 => [a[1] * b[2] - a[2] * b[1], a[2] * b[0] - a[0] * b[2], a[0] * b[1] - a[1] * b[0]];
const unit = (a: V3): V3 => a.map((x) => x / Math.hypot(...a)) as unknown as V3;

/** From where it is looked at: from the near side, a little from above. */
const EYE = unit([1200, -1400, 700]);
const RIGHT = unit(cross([0, 0, 1], EYE));
const UP = cross(EYE, RIGHT);
/** On paper, mm, and dots to a millimetre. */
const [WIDTH, HEIGHT] = [168, 104];
const DOTS = 7;
/** Of the views of the drawing: room between two, over them for their names, and the most that one takes. */
const [GAP, HEAD, TALL] = [6, 5, 92];
const INK = '#16202c';
type Place = readonly [number, number];
type PicturedState = Pick<FieldState, 'bolts'> & { readonly picture: FieldPicture };
/** Movements are drawn so large that the largest is this share of the picture. */
const MOVED = 0.03;

/** A picture as wide as all are, `height` mm tall. */
const svgOf = (height: number, inside: string): string =>
  `<svg xmlns="http://www.w3.org/2000/svg" width="${WIDTH * DOTS}" height="${height * DOTS}" viewBox="0 0 ${WIDTH} ${height}">${inside}</svg>`;

type Colour = (value: number) => string;
interface Face {
  readonly value: number;
  readonly points: readonly (readonly [number, number])[];
}
function facesSvg(faces: readonly Face[], colour: Colour): string {
  const drawn = faces.map(
    ({ points, value }) =>
      `<polygon points="${points.map((p) => p.map((v) => v.toFixed(2)).join(',')).join(' ')}" fill="${colour(value)}"/>`,
  );
  return svgOf(
    HEIGHT,
    `<g stroke="#1d2a3a" stroke-opacity="0.3" stroke-width="0.12" stroke-linejoin="round">${drawn.join('')}</g>`,
  );
}

/** A scale of colours, `colour` of the share along it. */
const scaleBar = (colour: Colour): string =>
  `<svg xmlns="http://www.w3.org/2000/svg" width="360" height="24"><g>${Array.from({ length: 60 }, (_, i) => `<rect x="${6 * i}" width="6.5" height="24" fill="${colour((i + 0.5) / 60)}"/>`).join('')}</g></svg>`;

/** The plates of a joint with what is in them, as a picture with its scale and `when` it is; what is far from the joint is cut off at its edge. */
export function fieldPicture(picture: FieldPicture, what: Shown, when: string, units: Units): Picture {
  const { places, moves, plateOf, plates, cells } = picture;
  const values = picture[what];
  const top = scaleTop(picture, what);
  const flat = (n: number, scale: number): readonly [number, number, number] => {
    const p: V3 = [0, 1, 2].map((k) => places[3 * n + k]! + scale * moves[3 * n + k]!) as unknown as V3;
    return [dot(p, RIGHT), -dot(p, UP), dot(p, EYE)];
  };
  const own = plates.map((p) => !isMember(p));
  const any = own.some(Boolean);
  let [x0, x1, y0, y1] = [Infinity, -Infinity, Infinity, -Infinity];
  let reach = 1e-9;
  for (let n = 0; n < plateOf.length; n += 1) {
    reach = Math.max(reach, ...[0, 1, 2].map((k) => Math.abs(moves[3 * n + k]!)));
    if (any && !own[plateOf[n]!]) continue;
    const [x, y] = flat(n, 0);
    [x0, x1, y0, y1] = [Math.min(x0, x), Math.max(x1, x), Math.min(y0, y), Math.max(y1, y)];
  }
  // Half as much again round what joins.
  const across = 1.5 * Math.max(x1 - x0, ((y1 - y0) * WIDTH) / HEIGHT);
  // What joins stands a little low: members rise from it.
  const [left, upper] = [(x0 + x1 - across) / 2, (y0 + y1) / 2 - (0.58 * across * HEIGHT) / WIDTH];
  const scale = (MOVED * across) / reach;
  const mm = WIDTH / across;
  const faces = Array.from({ length: cells.length / 4 }, (_, c) => {
    const ids = [0, 1, 2, 3].map((k) => cells[4 * c + k]!);
    const corners = ids.map((n) => flat(n, scale));
    return {
      far: corners.reduce((s, p) => s + p[2], 0),
      value: ids.reduce((s, n) => s + values[n]!, 0) / 4,
      points: corners.map(([x, y]) => [(x - left) * mm, (y - upper) * mm] as const),
    };
  })
    .filter(({ points }) => points.some(([x, y]) => x > 0 && x < WIDTH && y > 0 && y < HEIGHT))
    .sort((a, b) => a.far - b.far);
  const most = largestNode(picture, what);
  const at = most ?? 0;
  const colour = shownRgb(picture, what);
  const [lx, ly] = flat(at, scale);
  const bar = scaleBar((t) => colour(isSigned(what) ? top * (2 * t - 1) : top * t));
  const place: readonly [number, number] = [
    Math.max(2, Math.min(WIDTH - 60, (lx - left) * mm)),
    Math.max(4, Math.min(HEIGHT - 4, (ly - upper) * mm)),
  ];
  const [low, high] = scaleWords(picture, what, units);
  // What yields is named; strain and pressure are of what is drawn.
  const where = what === 'strain' || what === 'press' ? '' : `, ${plates[plateOf[at]!]!}`;
  const items: PaperItem[] = [
    { k: 'image', at: [0, 0], width: WIDTH, height: HEIGHT, href: png(facesSvg(faces, colour)) },
    ...(most !== null ? [{ k: 'circle', at: place, r: 1.4, line: 'dimension' } satisfies PaperItem] : []),
    { k: 'image', at: [0, HEIGHT + 2.5], width: 40, height: 3.4, href: png(bar) },
    label([42, HEIGHT + 5.2], `${low} to ${high}, ${when}; movements enlarged ${Math.round(scale)} times`),
    ...(most !== null ? [label([0, HEIGHT + 10], `Ring: the largest, ${valueWords(picture, what, at, units)}${where}`)] : []),
  ];
  return { width: WIDTH, height: HEIGHT + 14, items };
}

/** A state on the views of the drawing that show something of it, beside each other, with the forces of bolts; null where none does. */
export function fieldViews(state: PicturedState, drawing: FieldDrawing, what: Shown, units: Units): Picture | null {
  const { picture } = state;
  const seen = drawing.views
    .map((v) => shadedView(picture, what, v, { scale: 0 }))
    .filter((s) => s.shades.length > 0)
    .slice(0, 2);
  if (!seen.length) return null;
  const room = (WIDTH - GAP * (seen.length - 1)) / seen.length;
  const drawn = seen.map((s, i) => viewDrawn(s, state, drawing, what, units, [i * (room + GAP), HEAD], [room, TALL]));
  const height = HEAD + Math.max(...drawn.map((d) => d.height));
  const svg = svgOf(height, drawn.map((d) => d.svg).join(''));
  return {
    width: WIDTH,
    height: height + 6,
    items: [
      { k: 'image', at: [0, 0], width: WIDTH, height, href: png(svg) },
      ...drawn.flatMap((d) => d.items),
      label(
        [0, height + 4],
        `Forces of bolts in ${units.name('kN')}: T along their axis, V across it. Plates on their edge show their largest.`,
      ),
    ],
  };
}

/** One view at a place of the paper, as large as its room lets it be. */
function viewDrawn(
  seen: ShadedView,
  state: PicturedState,
  { items }: FieldDrawing,
  what: Shown,
  units: Units,
  [x, y]: Place,
  [wide, tall]: Place,
): { readonly svg: string; readonly items: PaperItem[]; readonly height: number } {
  const [left, top, right, bottom] = seen.box;
  const k = Math.min(wide / (right - left), tall / (bottom - top));
  const on = ([u, v]: Place): Place => [x + (u - left) * k, y + (v - top) * k];
  const points = (list: readonly Place[]): string =>
    list
      .map((p) =>
        on(p)
          .map((v) => v.toFixed(2))
          .join(','),
      )
      .join(' ');
  const colourOf = shownRgb(state.picture, what);
  const cells = seen.shades.flatMap((s) => s.cells.map((c) => `<polygon points="${points(c)}" fill="${colourOf(s.value)}"/>`));
  const lines = items.map((i) =>
    i.k === 'text'
      ? ''
      : i.k === 'circle'
        ? `<circle cx="${on(i.at)[0]}" cy="${on(i.at)[1]}" r="${i.r * k}"/>`
        : `<poly${i.closed ? 'gon' : 'line'} points="${points(i.points)}"${i.line === 'hidden' ? ' stroke-dasharray="1.5 0.8"' : ''}/>`,
  );
  const { arrows, notes } = viewBolts(state, seen, units);
  const shafts = arrows.map(
    ([a, b]) => `<polyline points="${points([a, b])}"/><circle cx="${on(b)[0]}" cy="${on(b)[1]}" r="0.5" fill="${INK}"/>`,
  );
  const clip = `c${Math.round(x)}`;
  const [w, h] = [(right - left) * k, (bottom - top) * k];
  const isLeft = leftOf(notes);
  return {
    height: h,
    svg: `<clipPath id="${clip}"><rect x="${x}" y="${y}" width="${w}" height="${h}"/></clipPath><g clip-path="url(#${clip})"><g stroke="#1d2a3a" stroke-opacity="0.3" stroke-width="0.08">${cells.join('')}</g><g fill="none" stroke="${INK}" stroke-width="0.25">${lines.join('')}</g></g><g fill="none" stroke="${INK}" stroke-width="0.35">${shafts.join('')}</g>`,
    items: [
      label([x, 3], seen.view.title),
      ...notes.flatMap(({ at, lines: said }) => {
        const [u, v] = on(at);
        const before = isLeft(at);
        return said.map((text, i): PaperItem => ({
          ...label([u + (before ? -3 : 3), v + (i - (said.length - 1) / 2) * 2.6 + 0.8], text),
          ...{ size: 2.3, anchor: before ? 'end' : 'start' },
        }));
      }),
    ],
  };
}

const label = (at: Place, text: string): TextItem => ({ k: 'text', at, text, size: 3, anchor: 'start', style: 'ink' });

const png = (svg: string): string =>
  `data:image/png;base64,${new Resvg(svg, { font: { loadSystemFonts: false } }).render().asPng().toString('base64')}`;
