import type { List } from '../../shop/list.ts';
import { massCell, massHead } from '../../shop/lists.ts';
import type { Template } from '../kind.ts';
import type { BaseModel } from './model.ts';
import type { Solid } from '../../detail/solid.ts';
import { columnOutlines } from './shapes.ts';
import { boltName } from '../../units/system.ts';

const KINDS = {
  washer: 'end plate',
  headed: 'head',
  straight: 'straight bar',
  hooked: 'hook',
  bonded: 'post-installed, bonded',
} as const;

/** Anchor schedule, and the setting-out of each anchor from the column axes. */
export function baseLists(m: BaseModel, solid: Solid): List[] {
  const u = m.basis.units;
  const { anchors: a, grout, plate } = m.input;
  if (!m.anchors.length) return [];
  const parts = solid.anchors!;
  const part = parts[0]!;
  const mass = parts.reduce((s, p) => s + p.mass, 0);
  const projection = Math.round(part.z[1] + grout.t);
  const mm = u.name('mm');
  return [
    {
      id: 'anchors',
      title: 'Anchor schedule',
      head: [
        'Item',
        'Number',
        'Anchor',
        'Class',
        `Length ${mm}`,
        `Embedment ${mm}`,
        `Above concrete ${mm}`,
        'End',
        `Hole ${mm}`,
        'Washer',
        massHead(u),
      ],
      rows: [
        [
          'A',
          m.anchors.length,
          boltName(a.d),
          part.cls,
          u.cell(part.length),
          u.cell(a.h_ef),
          u.cell(projection),
          a.head === undefined ? KINDS[a.type] : `${KINDS[a.type]} ${u.length(a.head)} x ${u.length(a.head_t!)}`,
          u.cell(a.hole),
          a.washers_welded ? 'welded to the plate' : 'loose',
          massCell(u, mass),
        ],
      ],
    },
    {
      id: 'setting-out',
      title: `Setting-out from the column axes, ${mm}; top of concrete ${u.length(grout.t)} below the plate, plate ${u.length(plate.t)}`,
      head: ['Anchor', `z ${mm}`, `y ${mm}`, 'Size', `Top above concrete ${mm}`],
      rows: m.anchors.map((p, i) => [i, u.cell(p.z), u.cell(p.y), boltName(a.d), u.cell(projection)]),
    },
  ];
}

/** The plate with its holes, the column and the axes in true size: a template to set the anchors out with. Coordinates z to the right, y up, mm. */
export function settingOut(m: BaseModel, solid: Solid): Template {
  const u = m.basis.units;
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
          text: `${i}: z ${u.near(h.x)} y ${u.near(h.z)}`,
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
