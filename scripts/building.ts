import { axes, element, extruded, iProfile, Lines, material, MM, placed } from '../packages/exchange/src/ifc/model.testing.ts';

/** An IFC file of a building with about so many members: columns, beams along both ways, five floors. */
export function building(members: number): Uint8Array {
  const l = new Lines();
  MM(l);
  const beam = iProfile(l, 'UB 457x191x67', [189.9, 453.4, 8.5, 12.7, 10.2]);
  const column = iProfile(l, 'UC 254x254x89', [256.3, 260.3, 10.3, 17.3, 12.7]);
  const floors = 5;
  const n = Math.max(2, Math.ceil(Math.sqrt(members / floors / 3)));
  const all: string[] = [];
  const add = (kind: 'IFCBEAM' | 'IFCCOLUMN', profile: string, at: number[], z: number[], x: number[], long: number): void => {
    if (all.length >= members) return;
    const [id, name] = [`m${all.length}`, `${kind[3]}${all.length}`];
    all.push(element(l, { type: kind, id, name, place: placed(l, axes(l, at, z, x)), items: [extruded(l, profile, long)] }));
  };
  for (let f = 0; f < floors; f += 1)
    for (let i = 0; i < n; i += 1)
      for (let j = 0; j < n; j += 1) {
        const [x, y, z] = [i * 6000, j * 7000, f * 4000];
        // The depth of a section is its y: across x of its place, as the beams stand upright.
        add('IFCCOLUMN', column, [x, y, z], [0, 0, 1], [0, 1, 0], 4000);
        if (i < n - 1) add('IFCBEAM', beam, [x + 140, y, z + 3700], [1, 0, 0], [0, 1, 0], 5720);
        if (j < n - 1) add('IFCBEAM', beam, [x, y + 15, z + 3700], [0, 1, 0], [-1, 0, 0], 6970);
      }
  material(l, all, 'S355J2');
  return l.file();
}
