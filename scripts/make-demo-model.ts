/** Writes demo/skerry-shed.json anew: a shed of two floors in the exchange form, its members and the forces of its beams. All of it is made up. */
import { writeFileSync } from 'node:fs';
import { EXCHANGE_FORMAT, EXCHANGE_VERSION } from '@ample/core';

const [BAYS, BAY, DEEP, SPAN] = [4, 6000, 3, 7500];
const FLOORS = [3600, 7000];
const members: object[] = [];
const joints: object[] = [];
const add = (name: string, section: string, grade: string, from: number[], to: number[], more: object = {}): void =>
  void members.push({
    id: `shed-${name}`,
    name,
    section,
    grade,
    from,
    to,
    up: from[0] === to[0] && from[1] === to[1] ? [1, 0, 0] : [0, 0, 1],
    ...more,
  });
const forces = (name: string, V: number): void => {
  for (const end of [1, 2])
    joints.push({ mark: '', end: `${name} ${end}`, rows: [{ name: 'C1', note: 'floor', forces: { V_z: V } }] });
};

for (let i = 0; i <= BAYS; i += 1)
  for (let j = 0; j <= DEEP; j += 1) add(`C${i}${j}`, 'UC 254x254x89', 'S355', [i * BAY, j * SPAN, 0], [i * BAY, j * SPAN, 7200]);
FLOORS.forEach((z, f) => {
  const [edge, main, light] =
    f === 0 ? ['UB 533x210x92', 'UB 457x191x67', 'UB 406x140x39'] : ['UB 457x191x67', 'UB 406x178x60', 'UB 305x165x40'];
  const level = (section: string): number => z - Number(/(\d+)x/.exec(section)![1]) / 2;
  for (let j = 0; j <= DEEP; j += 1)
    for (let i = 0; i < BAYS; i += 1) {
      // The face of the flange is 130.2 off the line of the column, and 10 are left.
      const name = `${f + 1}X${j}${i}`;
      add(name, edge!, 'S275', [i * BAY + 140, j * SPAN, level(edge!)], [(i + 1) * BAY - 140, j * SPAN, level(edge!)]);
      forces(name, f === 0 ? 165 : 70);
    }
  for (let i = 0; i <= BAYS; i += 1)
    for (let j = 0; j < DEEP; j += 1) {
      const name = `${f + 1}Y${i}${j}`;
      add(name, main!, 'S275', [i * BAY, j * SPAN + 15, level(main!)], [i * BAY, (j + 1) * SPAN - 15, level(main!)]);
      forces(name, f === 0 ? 118 : 52);
    }
  for (let i = 0; i < BAYS; i += 1)
    for (let j = 0; j < DEEP; j += 1) {
      const name = `${f + 1}S${i}${j}`;
      const x = i * BAY + BAY / 2;
      add(name, light!, 'S275', [x, j * SPAN + 15, level(light!)], [x, (j + 1) * SPAN - 15, level(light!)]);
      forces(name, f === 0 ? 92 : 40);
    }
});
// Posts of the front carry a brace, which no joint of these joins.
add('D1', 'CHS 139.7x6.3', 'S355', [0, 0, 300], [BAY, 0, 3200]);
for (let i = 0; i <= BAYS; i += 1)
  for (let j = 0; j <= DEEP; j += 1)
    joints.push({ mark: `C${i}${j}-B`, rows: [{ name: 'C1', note: 'floors and roof', forces: { N: -620, V_z: 18 } }] });

const shed = { format: EXCHANGE_FORMAT, version: EXCHANGE_VERSION, job: { name: 'Skerry shed' }, members, joints };
writeFileSync(new URL('../demo/skerry-shed.json', import.meta.url), `${JSON.stringify(shed)}\n`);
console.log(`${members.length} members, forces of ${joints.length} ends`);
