import type * as Web from 'web-ifc';
import { MOST_MEMBERS, Refusal, type ModelMember, type SectionShape, type Vec } from '@ample/core';
import { brokenAt } from './lexical.ts';
import { list, number, text, type Line, type Reader } from './line.ts';
import { Frame, frameOf } from './placement.ts';
import { profileOf } from './profile.ts';

/** Members of a model, and what of it could not be read. */
export interface ReadModel {
  readonly members: readonly ModelMember[];
  readonly left: readonly { readonly name: string; readonly reason: string }[];
}
/** Largest file, bytes. */
export const MOST_IFC = 80 * 1024 * 1024;
const MEMORY = 600 * 1024 * 1024;
/** A file that has much else in it is said to be too large before all of it is walked. */
const MOST_ELEMENTS = 4 * MOST_MEMBERS;

const wrong = (message: string): Refusal => new Refusal('file', `file: ${message}`);

/** Whether a file begins as one in the form of ISO 10303-21. */
export const isIfc = (bytes: Uint8Array): boolean =>
  /^\s*ISO-10303-21;/.test(Buffer.from(bytes.subarray(0, 200)).toString('latin1'));

/** Members of an IFC file (ISO 16739, IFC 2x3 to 4.3): beams, columns and members that are extrusions, with sections, places and steels. Refuses in a sentence what is no such file. */
export async function readIfc(bytes: Uint8Array): Promise<ReadModel> {
  if (bytes.length > MOST_IFC)
    throw wrong(`it has ${Math.round(bytes.length / 1e6)} MB; accepted are at most ${MOST_IFC / 1024 / 1024} MB.`);
  if (!isIfc(bytes)) throw wrong('it does not begin as an IFC file does; accepted is one in the form of ISO 10303-21 (.ifc).');
  const broken = brokenAt(bytes);
  if (broken > 0)
    throw wrong(`line ${broken} is not in the form of ISO 10303-21, or the file was cut off there; accepted is a whole file.`);
  const web = await import('web-ifc');
  // An instance for each file: one that a file has broken is not used again.
  const api = new web.IfcAPI();
  await api.Init();
  api.SetLogLevel(web.LogLevel.LOG_LEVEL_OFF);
  let id = -1;
  try {
    id = api.OpenModel(bytes, { MEMORY_LIMIT: MEMORY });
    if (id < 0) throw wrong('its schema is not known; accepted are IFC 2x3, 4 and 4.3.');
    return membersOf(web, api, id);
  } catch (e) {
    if (e instanceof Refusal) throw e;
    throw wrong('it is damaged or is no IFC file; accepted is one that other programs open.');
  } finally {
    if (id >= 0) close(api, id);
  }
}
function close(api: Web.IfcAPI, id: number): void {
  try {
    api.CloseModel(id);
  } catch {
    // What broke while it was read can't be closed either.
  }
}

function membersOf(web: typeof Web, api: Web.IfcAPI, model: number): ReadModel {
  const read = readerOf(api, model);
  const ids = [
    web.IFCBEAM,
    web.IFCCOLUMN,
    web.IFCMEMBER,
    web.IFCBEAMSTANDARDCASE,
    web.IFCCOLUMNSTANDARDCASE,
    web.IFCMEMBERSTANDARDCASE,
  ].flatMap((type) => vector(api.GetLineIDsWithType(model, type, true)));
  const unique = [...new Set(ids)];
  if (unique.length > MOST_ELEMENTS)
    throw wrong(`it has ${unique.length} members; accepted are at most ${MOST_MEMBERS}: give a part of the building.`);
  const scale = lengthScale(web, api, model, read);
  const materials = materialsOf(web, api, model, read);
  const members: ModelMember[] = [];
  const left: { name: string; reason: string }[] = [];
  const taken = new Set<string>();
  for (const line of unique) {
    const element = read(line);
    if (!element) continue;
    const name = text(element['Name']) || text(element['Tag']);
    try {
      const member = memberOf(element, { read, scale, material: materials.get(line), axis: web });
      if (typeof member === 'string') left.push({ name: name || `#${line}`, reason: member });
      else {
        // Two with one id are two members all the same.
        const own = taken.has(member.id) ? `${member.id} #${line}` : member.id;
        taken.add(own);
        members.push({ ...member, id: own });
      }
    } catch {
      left.push({ name: name || `#${line}`, reason: 'What it is made of can not be read.' });
    }
  }
  if (members.length > MOST_MEMBERS)
    throw wrong(`it has ${members.length} members; accepted are at most ${MOST_MEMBERS}: give a part of the building.`);
  return { members, left };
}

const vector = (v: { size(): number; get(i: number): number }): number[] => Array.from({ length: v.size() }, (_, i) => v.get(i));

/** Reads lines by their number or by what refers to them, each once. */
function readerOf(api: Web.IfcAPI, model: number): Reader {
  const known = new Map<number, Line | null>();
  const read = (of: unknown): Line | null => {
    const id = typeof of === 'number' ? of : (of as { value?: unknown } | null | undefined)?.value;
    if (typeof id !== 'number') return null;
    let line = known.get(id);
    if (line === undefined) {
      line = (api.GetLine(model, id) as Line | undefined) ?? null;
      known.set(id, line);
    }
    return line;
  };
  return read;
}

/** Millimetres of a unit of length of the file. */
function lengthScale(web: typeof Web, api: Web.IfcAPI, model: number, read: Reader): number {
  const [assignment] = vector(api.GetLineIDsWithType(model, web.IFCUNITASSIGNMENT));
  for (const ref of list(assignment === undefined ? null : read(assignment)?.['Units'])) {
    const unit = read(ref);
    if (text(unit?.['UnitType']) !== 'LENGTHUNIT') continue;
    const prefix = text(unit?.['Prefix']);
    if (unit && 'ConversionFactor' in unit) {
      const measure = read(unit['ConversionFactor']);
      const base = read(measure?.['UnitComponent']);
      return number(measure?.['ValueComponent']) * 1000 * (PREFIX[text(base?.['Prefix'])] ?? 1);
    }
    return 1000 * (PREFIX[prefix] ?? 1);
  }
  return 1000;
}
const PREFIX: Readonly<Record<string, number>> = {
  MILLI: 1e-3,
  CENTI: 1e-2,
  DECI: 1e-1,
  DECA: 10,
  HECTO: 100,
  KILO: 1e3,
  MICRO: 1e-6,
};

/** Steel and name of the section that are said of an element. */
interface Said {
  readonly grade?: string;
  readonly section?: string;
  readonly profile?: Line | null;
}
function materialsOf(web: typeof Web, api: Web.IfcAPI, model: number, read: Reader): Map<number, Said> {
  const found = new Map<number, Said>();
  for (const id of vector(api.GetLineIDsWithType(model, web.IFCRELASSOCIATESMATERIAL))) {
    const rel = read(id);
    const said = saidBy(read(rel?.['RelatingMaterial']), read);
    if (said) for (const ref of list(rel?.['RelatedObjects'])) found.set(number(ref), said);
  }
  return found;
}
function saidBy(material: Line | null, read: Reader, depth = 0): Said | null {
  if (!material || depth > 4) return null;
  // Usage of a set, a set of profiles, one of its profiles, or a material alone.
  if ('ForProfileSet' in material) return saidBy(read(material['ForProfileSet']), read, depth + 1);
  if ('MaterialProfiles' in material) return saidBy(read(list(material['MaterialProfiles'])[0]), read, depth + 1);
  if ('Profile' in material) {
    const profile = read(material['Profile']);
    return {
      grade: text(read(material['Material'])?.['Name']),
      section: text(profile?.['ProfileName']) || text(material['Name']),
      profile,
    };
  }
  if ('Materials' in material) return saidBy(read(list(material['Materials'])[0]), read, depth + 1);
  return { grade: text(material['Name']) };
}

interface Of {
  readonly read: Reader;
  readonly scale: number;
  readonly material: Said | undefined;
  readonly axis: unknown;
}

/** One element as a member, or why it is none. */
function memberOf(element: Line, { read, scale, material }: Of): ModelMember | string {
  const place = frameOf(read(element['ObjectPlacement']), read);
  const swept = solidOf(read(element['Representation']), read);
  if (!swept) return 'Its shape is no extrusion along a line.';
  const { solid, within } = swept;
  const profile = profileOf(read(solid['SweptArea']), read, scale);
  const depth = number(solid['Depth']);
  const at = frameOf(solid['Position'] ? { Placement: solid['Position'] } : null, read, true);
  const all = place.times(within).times(at);
  const ratios = list(read(solid['ExtrudedDirection'])?.['DirectionRatios']).map(number);
  if (!(depth > 0) || ratios.length !== 3 || ratios.some((x) => !Number.isFinite(x))) return 'Its length is not said.';
  const size = Math.hypot(...ratios);
  const way = all.turn(ratios.map((x) => x / size) as unknown as Vec);
  const centre = all.put([profile.centre[0], profile.centre[1], 0]);
  const up = all.turn([profile.up[0], profile.up[1], 0]);
  const from = centre.map((x) => x * scale) as unknown as Vec;
  const to = from.map((x, i) => x + way[i]! * depth * scale) as unknown as Vec;
  if ([...from, ...to, ...up].some((x) => !Number.isFinite(x) || Math.abs(x) > 1e7))
    return 'It stands further than 10 km from the origin of the file.';
  const own = material?.profile ? profileOf(material.profile, read, scale) : null;
  const shape: SectionShape | undefined = profile.size ?? own?.size;
  return {
    id: text(element['GlobalId']) || `#${String(element['expressID'])}`,
    name: (text(element['Name']) || text(element['Tag'])).slice(0, 60),
    section: (profile.name || material?.section || text(element['ObjectType'])).slice(0, 80),
    ...(shape ? { size: shape } : {}),
    ...(material?.grade ? { grade: material.grade.slice(0, 40) } : {}),
    ...{ from, to, up },
  };
}

/** The extrusion that a representation is, under clippings and maps, and where that puts it. */
function solidOf(shape: Line | null, read: Reader): { readonly solid: Line; readonly within: Frame } | null {
  for (const ref of list(shape?.['Representations'])) {
    const representation = read(ref);
    if (text(representation?.['RepresentationIdentifier']) !== 'Body') continue;
    const found = list(representation?.['Items']).map((item) => extrusion(read(item), Frame.none, read, 0));
    // Of several parts the first that is an extrusion; the others are what is welded to it.
    const first = found.find((f) => f !== null);
    if (first) return first;
  }
  return null;
}
function extrusion(
  item: Line | null,
  within: Frame,
  read: Reader,
  depth: number,
): { readonly solid: Line; readonly within: Frame } | null {
  if (!item || depth > 12) return null;
  if ('SweptArea' in item && 'ExtrudedDirection' in item) return { solid: item, within };
  if ('FirstOperand' in item) return extrusion(read(item['FirstOperand']), within, read, depth + 1);
  if ('MappingSource' in item) {
    const source = read(item['MappingSource']);
    const mapped = within
      .times(frameOf({ Placement: item['MappingTarget'] }, read, true))
      .times(frameOf({ Placement: source?.['MappingOrigin'] }, read, true));
    const items = list(read(source?.['MappedRepresentation'])?.['Items']);
    for (const i of items) {
      const found = extrusion(read(i), mapped, read, depth + 1);
      if (found) return found;
    }
  }
  return null;
}
