import {
  basisOf,
  firstPath,
  forShop,
  listsOf,
  memberEnds,
  plateSheet,
  rulesOf,
  Refusal,
  STATE_WORDS,
  titleOf,
  tryCheckStored,
  type HouseRules,
  type JobDocument,
  type Joint,
  type JointDocument,
  type JointItems,
  type JointReport,
  type Piece,
  type StoredJoint,
} from '@ample/core';
import { listsCsv } from '../csv.ts';
import { officeSheet } from '../report/office-paper.ts';
import type { Picture } from '../report/paper.ts';
import { safeName, type JointFormat, type ShopCopy, type WholeFormat } from './formats.ts';
import { flatDxf, type LengthUnit } from './flat-dxf.ts';
import { listsPdf } from '../pdf/lists.ts';
import { listsXlsx } from './lists-xlsx.ts';
import { memberNc1, pieceNc1 } from './nc1.ts';
import { nest, nestedDxf, wantedOf, type SheetSize } from './nest.ts';
import { sheetDxf } from './sheet-dxf.ts';
import type { DimensionForm } from './formats.ts';
import { sheetSvg } from './sheet-svg.ts';

/** One file that leaves the product. */
export interface OutFile {
  readonly name: string;
  readonly data: string | Uint8Array;
}

export interface ShopOptions {
  /** Of the shop: without failure, forces and pressures. */
  readonly copy: ShopCopy;
  readonly unit: LengthUnit;
  readonly revision: string;
  readonly date: string;
  /** How much of a member is given from its end, mm. */
  readonly member: number;
  readonly sheet: SheetSize;
  /** How dimensions of a drawing in DXF are written; as lines when left out. */
  readonly dimensions?: DimensionForm;
}
export const SHOP_DEFAULTS = { copy: 'shop', member: 1000, sheet: { length: 3000, width: 1500, gap: 10 } } as const;

/** The unit that files of a job are drawn in, where none is asked for. */
export const drawnIn = (job: Pick<JobDocument, 'basis' | 'sections' | 'steels'>): LengthUnit =>
  basisOf(job).units.id === 'US' ? 'in' : 'mm';

/** A joint that is built and checked, ready for the shop. */
export interface ShopJoint {
  readonly mark: string;
  readonly built: Joint;
  readonly report: JointReport;
  readonly acted: JointDocument;
}

/** A stored joint as it is built and judged. Throws the refusal of one that can't be. */
export function shopJoint(stored: StoredJoint, job: JobDocument): ShopJoint {
  if (stored.unreadable !== undefined) throw new Refusal('joint', stored.unreadable);
  const checked = tryCheckStored(stored, job);
  if ('refusal' in checked) throw new Refusal(checked.refusal.field, checked.refusal.message);
  return { mark: stored.mark, built: checked.built, report: checked.report, acted: checked.joint };
}

/** The files for machines of one joint: they ask how it is built, not how it is judged. */
export function machineFiles(
  { mark, built }: Pick<ShopJoint, 'mark' | 'built'>,
  job: Pick<JobDocument, 'name' | 'number'>,
  { revision, member }: Pick<ShopOptions, 'revision' | 'member'>,
): OutFile[] {
  const head = (piece: string) => ({ job: job.number || job.name, drawing: mark, mark: `${mark}-${piece}`, revision });
  const named = (piece: string): string => `${safeName(mark)}-${piece}.nc1`;
  return [
    ...built.shop.pieces.map((p) => ({ name: named(p.mark), data: pieceNc1(p, head(p.mark)) })),
    ...memberEnds(built.solid, member).map((m) => ({ name: named(m.id), data: memberNc1(m, head(m.id)) })),
  ];
}

/** The files of one joint in one format. */
export function jointFiles(joint: ShopJoint, job: JobDocument, format: JointFormat, options: ShopOptions): OutFile[] {
  if (format === 'nc1') return machineFiles(joint, job, options);
  const { mark, built } = joint;
  const rules = rulesOf(job);
  const { drawing, items } = sheetOf(joint, job, options);
  const sheet = officeSheet({ ...drawing, items }, rules);
  if (format === 'svg') return [{ name: `${safeName(mark)}.svg`, data: sheetSvg(sheet, sheet.items, `${mark}, ${job.name}`) }];
  return [
    {
      name: `${safeName(mark)}.dxf`,
      data: sheetDxf({ ...drawing, ...sheet }, options.unit, { rules, dimensions: options.dimensions }),
    },
    ...built.shop.pieces.flatMap((p) => flatFiles(p, mark, options.unit, rules.layers)),
  ];
}

/** A plate as one flat drawing, an angle as one for each of its legs. */
const flatFiles = (p: Piece, joint: string, unit: LengthUnit, layers: HouseRules['layers']): OutFile[] =>
  p.faces.map((f, i) => ({
    name: `${safeName(joint)}-${p.mark}${p.faces.length > 1 ? `-leg${i + 1}` : ''}.dxf`,
    data: flatDxf(f, `${joint}-${p.mark}`, unit, layers),
  }));

/** What stands in place of the verdict on a copy for the shop. */
export const shopVerdict = ({ state }: JointReport): string =>
  state === 'holds' || state === 'close' ? 'Copy for the shop' : `Copy for the shop: not to be made, ${STATE_WORDS[state]}`;

/** The sheet of a joint: for the calculation as its first to give; for the shop without failure, forces and pressures, and saying whether it may be made. */
export function sheetOf(
  { built, report, acted }: ShopJoint,
  job: JobDocument,
  { copy, revision }: Pick<ShopOptions, 'copy' | 'revision'>,
) {
  const title = titleOf(job, acted, built.basis, revision);
  if (copy === 'shop') {
    const drawing = built.drawing({ ...title, verdict: shopVerdict(report) }, null);
    return { drawing, items: forShop(drawing.items) };
  }
  const worst = Math.max(report.worst, 0);
  const drawing = built.drawing({ ...title, verdict: report.verdict }, acted.combinations[worst] ?? null);
  return { drawing, items: [...drawing.items, ...firstPath(drawing, report.combinations[worst])] };
}

/** The sheet of a joint, then one for each of its pieces. */
export function sheetsOf(joint: ShopJoint, job: JobDocument, options: Pick<ShopOptions, 'copy' | 'revision'>): Picture[] {
  const { drawing, items } = sheetOf(joint, job, options);
  const { built, mark, report, acted } = joint;
  const title = titleOf(job, acted, built.basis, options.revision);
  return [
    { ...drawing, items },
    ...built.shop.pieces.map((p) =>
      plateSheet(p, built.basis.units, { ...title, mark: `${mark}-${p.mark}`, kind: p.label, verdict: shopVerdict(report) }),
    ),
  ].map((sheet) => officeSheet(sheet, rulesOf(job)));
}

/** The files of a job, or of one joint of it, as a whole. */
export async function wholeFiles(
  called: string,
  joints: readonly JointItems[],
  job: Pick<JobDocument, 'basis' | 'sections' | 'steels' | 'name' | 'number' | 'client' | 'rules' | 'office'>,
  format: WholeFormat,
  options: Omit<ShopOptions, 'revision'>,
): Promise<OutFile[]> {
  if (format === 'nest') {
    const pieces = joints.flatMap((j) => j.pieces.map((p) => ({ ...p, joint: j.mark })));
    return nest(wantedOf(pieces), options.sheet).map((n) => ({
      name: safeName(`${called} sheets ${n.t} mm ${n.grade}`) + '.dxf',
      data: nestedDxf(n, options.sheet, options.unit, rulesOf(job).layers),
    }));
  }
  const lists = listsOf(joints, job);
  if (format === 'lists') {
    const { name, number, client } = job;
    const said = {
      title: `${called}: lists`,
      author: client,
      head: [name, number && `job ${number}`].filter(Boolean).join(' · '),
      date: options.date,
      rules: rulesOf(job),
    };
    return [{ name: `${safeName(`${called} lists`)}.pdf`, data: await listsPdf(lists, said) }];
  }
  if (format === 'csv') return [{ name: `${safeName(`${called} lists`)}.csv`, data: listsCsv(lists) }];
  return [
    {
      name: `${safeName(`${called} lists`)}.xlsx`,
      data: await listsXlsx(lists, { title: `${called}: lists`, date: options.date }),
    },
  ];
}
