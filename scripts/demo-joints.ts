import { writeFileSync } from 'node:fs';
import {
  firstDetail,
  houseOf,
  proposedRange,
  readHouse,
  kindOf,
  readJob,
  sameDetail,
  tryCheckStored,
  type Basis,
  type Combination,
  type HouseDetail,
  type JobDocument,
  type JointDocument,
} from '../packages/core/src/index.ts';

/** A joint of a demo job: its first detail by the product itself, with some fields set after it. */
export function detailed(
  o: {
    readonly mark: string;
    readonly kind: string;
    readonly seed: Readonly<Record<string, string>>;
    readonly combinations: readonly Combination[];
    readonly note?: string | undefined;
    readonly set?: Readonly<Record<string, number | string | boolean>> | undefined;
  },
  basis: Basis,
): JointDocument {
  const kind = kindOf(o.kind);
  let { input } = firstDetail(kind.id, o.seed, o.combinations, basis);
  for (const [id, value] of Object.entries(o.set ?? {})) {
    const field = kind.fields.find((f) => f.id === id);
    if (!field) throw new Error(`${o.mark}: ${o.kind} has no field ${id}`);
    input = field.set(input, value);
  }
  return {
    mark: o.mark,
    kind: kind.id,
    line: kind.line.print(input),
    note: o.note ?? '',
    input,
    combinations: [...o.combinations],
  };
}

/** Joints with the one detail of the first of them, under the name of a group. */
export function sharing(joints: readonly JointDocument[], group: string, ...marks: readonly string[]): JointDocument[] {
  const first = joints.find((j) => j.mark === marks[0])!;
  return joints.map((j) => {
    if (!marks.includes(j.mark)) return j;
    if (!sameDetail(j, first)) throw new Error(`${j.mark} has not the detail of ${first.mark}`);
    return { ...j, group };
  });
}

/** Joints that are meant to have house details, by the names of these. */
export const housed = (joints: readonly JointDocument[], follow: Readonly<Record<string, readonly string[]>>): JointDocument[] =>
  joints.map((j) => {
    const name = Object.keys(follow).find((k) => follow[k]!.includes(j.mark));
    return name === undefined ? j : { ...j, house: { name, version: 1 } };
  });

/** A joint of a job as a house detail, with the range that the checks let have it. */
export function houseDetail(job: JobDocument, mark: string, name: string, more: Partial<HouseDetail>): HouseDetail {
  const detail = houseOf(
    job.joints.find((j) => j.mark === mark)!,
    job,
    name,
  );
  return readHouse({ ...detail, ...more, range: { ...proposedRange(detail), ...more.range } });
}

/** Writes a demo job beside the others and says how each of its joints stands. */
export function write(file: string, job: JobDocument): void {
  const text = `${JSON.stringify(job, null, 2)}\n`;
  readJob(JSON.parse(text)); // refuses what a file may not hold
  for (const j of job.joints) {
    const r = tryCheckStored(j, job);
    process.stdout.write(
      `${j.mark}  ${j.line}  ${'report' in r ? `${r.report.state}: ${r.report.verdict}` : r.refusal.message}\n`,
    );
    if ('report' in r)
      for (const x of r.report.brokenRules) process.stdout.write(`    ${x.id} ${x.actual} ${x.sense} ${x.limit}\n`);
  }
  writeFileSync(new URL(`../demo/${file}.json`, import.meta.url), text);
}
