import {
  END_FORCES,
  readAction,
  systemOf,
  type ActionName,
  type EndForce,
  type GivenJoint,
  type GivenRow,
  actionRow,
  type Units,
} from '@ample/core';
import { guessRoles, SEED_ROLES, unitOfHead, type Role } from './roles.ts';

/** How a table is read: what each column is, in which units and with which signs. Kept for the job. */
export interface Mapping {
  /** By the head of the column. */
  readonly roles: Readonly<Record<string, Role>>;
  /** Units of forces and moments whose head does not say another. */
  readonly force: string;
  readonly moment: string;
  /** End forces whose sign in the table is opposite to that of the product. */
  readonly turned: readonly EndForce[];
}

export interface RowFault {
  /** Of the table, the head being row 1. */
  readonly row: number;
  readonly message: string;
  /** Mark of the joint that it names, or the end of its member; such a joint is not read at all, lest new forces stand beside old ones. */
  readonly of?: string;
}

export interface GivenTable {
  readonly joints: readonly GivenJoint[];
  readonly faults: readonly RowFault[];
  /** Rows that were read. */
  readonly rows: number;
}

type Force = EndForce | ActionName;
const isForce = (role: Role): role is Force => !['mark', 'member', 'end', 'name', 'note', ...SEED_ROLES].includes(role);
const quantityOf = (role: Force): 'force' | 'moment' =>
  role === 'N' || role === 'V_y' || role === 'V_z'
    ? 'force'
    : role === 'M_y' || role === 'M_z' || role === 'T'
      ? 'moment'
      : actionRow(role).quantity;

interface Column {
  readonly role: Role;
  readonly head: string;
  /** Unit of its numbers. */
  readonly unit: string;
  readonly sign: 1 | -1;
}

/** Rows of a table as joints with their forces: the first row is its head. Rows that can't be read say why, and take no other with them. */
export function givenTable(
  rows: readonly (readonly string[])[],
  mapping: Mapping,
  units: Units = systemOf(undefined),
): GivenTable {
  const heads = rows[0] ?? [];
  const columns = heads.map((head): Column | null => {
    const role = Object.hasOwn(mapping.roles, head) ? mapping.roles[head]! : null;
    if (role === null) return null;
    const force = isForce(role);
    return {
      role,
      head,
      unit: force ? (unitOfHead(head) ?? (quantityOf(role) === 'force' ? mapping.force : mapping.moment)) : '',
      sign: force && (END_FORCES as readonly string[]).includes(role) && mapping.turned.includes(role as EndForce) ? -1 : 1,
    };
  });
  const faults: RowFault[] = [];
  const joints = new Map<string, Building>();
  const broken = new Set<string>();
  rows.slice(1).forEach((cells, i) => {
    const row = i + 2;
    const read = readRow(cells, columns, units);
    const key = read.mark ? `mark ${read.mark}` : `end ${read.end}`;
    const fault = (message: string): void => {
      const of = read.mark || read.end;
      faults.push({ row, message: `row ${row}: ${message}`, ...(of ? { of } : {}) });
      broken.add(key);
    };
    if (read.fault !== undefined) return fault(read.fault);
    let joint = joints.get(key);
    if (!joint) joints.set(key, (joint = { mark: read.mark, rows: [], names: new Map(), members: {} }));
    const twice = read.given && joint.names.get(read.given.name);
    if (twice)
      return fault(
        `"${read.given!.name}" of ${read.mark || read.end} stands in row ${twice} already; accepted is one row for each.`,
      );
    if (read.given) {
      joint.names.set(read.given.name, row);
      joint.rows.push(read.given);
    }
    if (read.end && read.mark) joint.end = read.end;
    if (!read.mark) joint.end = read.end;
    if (read.note && !read.given) joint.note = read.note;
    Object.assign(joint.members, read.members);
  });
  return {
    joints: [...joints]
      .flatMap(([key, joint]) => (broken.has(key) ? [] : [joint]))
      .map(({ mark, end, note, rows: list, members }) => ({
        mark,
        ...(end ? { end } : {}),
        ...(note ? { note } : {}),
        rows: list,
        ...(Object.keys(members).length ? { members } : {}),
      })),
    faults,
    rows: Math.max(0, rows.length - 1),
  };
}

interface Building {
  readonly mark: string;
  end?: string;
  note?: string;
  readonly rows: GivenRow[];
  /** Row of the table in which each name stands. */
  readonly names: Map<string, number>;
  readonly members: Record<string, string>;
}

interface ReadRow {
  readonly mark: string;
  readonly end: string;
  readonly note: string;
  readonly given: GivenRow | null;
  readonly members: Readonly<Record<string, string>>;
  /** Why it can't be read. */
  readonly fault: string | undefined;
}

function readRow(cells: readonly string[], columns: readonly (Column | null)[], units: Units): ReadRow {
  let fault: string | undefined;
  const text: Partial<Record<Role, string>> = {};
  const forces: Partial<Record<Force, number>> = {};
  for (const [k, column] of columns.entries()) {
    const cell = (cells[k] ?? '').trim();
    if (!column || cell === '') continue;
    if (!isForce(column.role)) {
      text[column.role] = cell;
      continue;
    }
    const quantity = quantityOf(column.role);
    // A cell may name its unit; else that of its column counts.
    const x = readAction(/[a-z]\s*$/i.test(cell) ? cell : `${cell} ${column.unit}`, quantity, units);
    if (x === null)
      fault ??= `${column.head}: "${cell.slice(0, 40)}" is not a ${quantity} in ${column.unit}; accepted is a number.`;
    else if (Math.abs(x) > 1e6)
      fault ??= `${column.head}: ${cell.slice(0, 40)} is too large; accepted is less than a million kN or kNm.`;
    else forces[column.role] = x === 0 ? 0 : column.sign * x;
  }
  const end = [text.member, text.end].filter(Boolean).join(' ');
  if (!text.mark && !end) fault ??= 'it names no joint; accepted is a mark, or a member and its end.';
  const any = Object.keys(forces).length > 0;
  if (any && !text.name) fault ??= 'it has forces and no name; accepted is the name of a load case or a combination.';
  const members = Object.fromEntries(SEED_ROLES.flatMap((r) => (text[r] ? [[r, text[r]]] : [])));
  const note = text.note ?? '';
  return {
    ...{ mark: text.mark ?? '', end, note, members, fault },
    given: any && fault === undefined ? { name: text.name!, ...(note ? { note } : {}), forces } : null,
  };
}

/** How a table is likely to be read: columns by their heads, in the units of the job, signs as given. */
export const guessMapping = (heads: readonly string[], units: Units): Mapping => ({
  roles: Object.fromEntries(guessRoles(heads).flatMap((role, k) => (role === null ? [] : [[heads[k]!, role]]))),
  force: units.unitOf('force'),
  moment: units.unitOf('moment'),
  turned: [],
});

/** What a mapping lacks before rows can be read, in a sentence; null where nothing does. */
export function mappingFault({ roles, force, moment }: Mapping, units: Units): string | null {
  const given = Object.values(roles);
  const twice = given.find((r, k) => given.indexOf(r) !== k);
  if (twice) return `columns: ${twice} is given by two columns; accepted is one column for each.`;
  if (!given.includes('mark') && !given.includes('member'))
    return 'columns: none names the joint; accepted is a column with its mark, or with its member.';
  for (const [unit, quantity] of [
    [force, 'force'],
    [moment, 'moment'],
  ] as const)
    if (readAction(`1 ${unit}`, quantity, units) === null)
      return `${quantity} unit: "${unit.slice(0, 20)}" is not known; accepted is ${units.words(quantity)}.`;
  return null;
}
