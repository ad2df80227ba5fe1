import type { List, Template } from '../kind.ts';
import { exact } from '../../units/format.ts';
import type { BaseModel } from './model.ts';
import type { Solid } from '../../detail/solid.ts';
import { anchorParts, baseQuantities } from './solid.ts';
import { columnOutlines } from './shapes.ts';

const KINDS = {
  washer: 'end plate',
  headed: 'head',
  straight: 'straight bar',
  hooked: 'hook',
  bonded: 'post-installed, bonded',
} as const;

/** Anchor schedule, and the setting-out of each anchor from the column axes. */
export function baseLists(m: BaseModel, solid: Solid): List[] {
  const { anchors: a, grout, plate } = m.input;
  if (!m.anchors.length) return [];
  const q = baseQuantities(m, solid);
  const part = anchorParts(m)[0]!;
  const projection = Math.round(part.z[1] + grout.t);
  const place = (x: number): number => Math.round(x * 10) / 10;
  return [
    {
      id: 'anchors',
      title: 'Anchor schedule',
      head: [
        'Item',
        'Number',
        'Anchor',
        'Class',
        'Length mm',
        'Embedment mm',
        'Above concrete mm',
        'End',
        'Hole mm',
        'Washer',
        'Mass kg',
      ],
      rows: [
        [
          'A',
          m.anchors.length,
          `M${exact(a.d)}`,
          a.cls ?? `${a.f_yb}/${a.f_ub} MPa`,
          q.boltLengths[0]!.length,
          a.h_ef,
          projection,
          a.head === undefined ? KINDS[a.type] : `${KINDS[a.type]} ${a.head} x ${a.head_t}`,
          a.hole,
          a.washers_welded ? 'welded to the plate' : 'loose',
          Math.round(q.boltMass * 100) / 100,
        ],
      ],
    },
    {
      id: 'setting-out',
      title: `Setting-out from the column axes, mm; top of concrete ${exact(grout.t)} below the plate, plate ${exact(plate.t)}`,
      head: ['Anchor', 'z mm', 'y mm', 'Size', 'Top above concrete mm'],
      rows: m.anchors.map((p, i) => [i, place(p.z), place(p.y), `M${exact(a.d)}`, projection]),
    },
  ];
}

/** The plate with its holes, the column and the axes in true size: a template to set the anchors out with. Coordinates z to the right, y up, mm. */
export function settingOut(m: BaseModel, solid: Solid): Template {
  const plate = solid.plates[0]!;
  const { outer, inner } = columnOutlines(m);
  const p = m.plateBox;
  const reach = 60;
  return {
    title: 'Anchor setting-out',
    layers: [
      { name: 'PLATE', closed: [plate.outline], circles: [], lines: [], texts: [] },
      { name: 'COLUMN', closed: [outer, ...(inner ? [inner] : [])], circles: [], lines: [], texts: [] },
      {
        name: 'HOLES',
        closed: [],
        circles: plate.holes.map((h) => ({ at: [h.x, h.z] as const, r: h.d_h / 2 })),
        lines: [],
        texts: [],
      },
      {
        name: 'ANCHORS',
        closed: [],
        circles: plate.holes.map((h) => ({ at: [h.x, h.z] as const, r: m.input.anchors.d / 2 })),
        lines: [],
        texts: plate.holes.map((h, i) => ({
          at: [h.x + 0.7 * h.d_h, h.z + 0.7 * h.d_h] as const,
          text: `${i}: z ${exact(Math.round(h.x * 10) / 10)} y ${exact(Math.round(h.z * 10) / 10)}`,
          height: 8,
        })),
      },
      {
        name: 'AXES',
        closed: [],
        circles: [],
        lines: [
          [
            [p.z1 - reach, 0],
            [p.z2 + reach, 0],
          ],
          [
            [0, p.y1 - reach],
            [0, p.y2 + reach],
          ],
        ],
        texts: [
          { at: [p.z2 + reach, 4], text: 'z', height: 12 },
          { at: [4, p.y2 + reach], text: 'y', height: 12 },
        ],
      },
    ],
  };
}
