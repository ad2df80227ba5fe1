import { ACTION_NAMES, END_FORCES, type ActionName, type EndForce } from '@ample/core';

/** What a column of a table says of a joint. */
export type Role = 'mark' | 'member' | 'end' | 'name' | 'note' | EndForce | ActionName | SeedRole;
/** What a new joint is made of. */
export const SEED_ROLES = [
  'kind',
  'beam',
  'beamGrade',
  'supportType',
  'support',
  'supportGrade',
  'column',
  'columnGrade',
] as const;
export type SeedRole = (typeof SEED_ROLES)[number];

export const ROLES: readonly (readonly [role: Role, words: string])[] = [
  ['mark', 'mark of the joint'],
  ['member', 'member'],
  ['end', 'end of the member'],
  ['name', 'load case or combination'],
  ['note', 'note'],
  ['N', 'N, along the member'],
  ['V_z', 'V_z, along the web'],
  ['V_y', 'V_y, across the web'],
  ['M_y', 'M_y, about the strong axis'],
  ['M_z', 'M_z, about the weak axis'],
  ['T', 'T, twist'],
  ['N_tie', 'tying force'],
  ['V_far', 'reaction on the far face'],
  ['M_other', 'moment on the other face'],
  ['N_col', 'axial force of the column'],
  ['M_col', 'moment of the column'],
  ['V_col', 'shear of the column'],
  ['kind', 'kind of joint'],
  ['beam', 'section of the beam'],
  ['beamGrade', 'steel of the beam'],
  ['supportType', 'kind of support'],
  ['support', 'section of the support'],
  ['supportGrade', 'steel of the support'],
  ['column', 'section of the column'],
  ['columnGrade', 'steel of the column'],
];

const letters = (text: string): string =>
  text
    .toLowerCase()
    .replace(/\(.*?\)|\[.*?\]/g, '')
    .replace(/[^a-z]/g, '');

/** Heads by which a column is known, letters only. */
const HEADS: Readonly<Record<string, Role>> = {
  // The words by which the product itself calls them.
  ...Object.fromEntries(ROLES.map(([role, words]) => [letters(words), role])),
  mark: 'mark',
  joint: 'mark',
  connection: 'mark',
  member: 'member',
  element: 'member',
  memberend: 'member',
  end: 'end',
  node: 'end',
  name: 'name',
  case: 'name',
  loadcase: 'name',
  combination: 'name',
  comb: 'name',
  combo: 'name',
  load: 'name',
  note: 'note',
  description: 'note',
  n: 'N',
  fx: 'N',
  axial: 'N',
  vz: 'V_z',
  fz: 'V_z',
  v: 'V_z',
  shear: 'V_z',
  vy: 'V_y',
  fy: 'V_y',
  my: 'M_y',
  m: 'M_y',
  moment: 'M_y',
  mz: 'M_z',
  mx: 'T',
  t: 'T',
  torsion: 'T',
  tie: 'N_tie',
  tying: 'N_tie',
  kind: 'kind',
  type: 'kind',
  beam: 'beam',
  section: 'beam',
  beamsteel: 'beamGrade',
  supporttype: 'supportType',
  support: 'support',
  supportsteel: 'supportGrade',
  column: 'column',
  columnsteel: 'columnGrade',
  ...Object.fromEntries(ACTION_NAMES.map((k) => [letters(k), k])),
  // Of a member's end, not of a base: its kind says what they are there.
  ...Object.fromEntries(END_FORCES.map((k) => [letters(k), k])),
};

/** What the columns of a table are likely to be, by their heads; the first of each, null where nothing is known. */
export function guessRoles(heads: readonly string[]): (Role | null)[] {
  const taken = new Set<Role>();
  return heads.map((head) => {
    const key = letters(head);
    const role = Object.hasOwn(HEADS, key) ? HEADS[key]! : null;
    if (role === null || taken.has(role)) return null;
    taken.add(role);
    return role;
  });
}

/** A unit that a head says: `N (kN)`, `My [kip-ft]`. */
export const unitOfHead = (head: string): string | null => /[([]\s*([^)\]]{1,10})\s*[)\]]/.exec(head)?.[1]?.trim() ?? null;
