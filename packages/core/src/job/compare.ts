import { ACTION_NAMES, actionRow, type Combination } from '../actions/combination.ts';
import { actionSymbol } from '../basis/standard.ts';
import { formerLines, type Drawing, type Item } from '../drawing/index.ts';
import { fieldWords } from '../joints/field-help.ts';
import { fieldApplies } from '../joints/kind.ts';
import { proofSentence } from '../joints/proof.ts';
import { kindOf } from '../joints/registry.ts';
import { basisOf } from '../standards/job-basis.ts';
import { tryCheckStored, tryCombinations, type JudgedBy } from './actions.ts';
import type { JobDocument } from './document.ts';
import type { JointDocument } from './joint-document.ts';
import { canonical } from './print.ts';
import { contentOf } from './records.ts';
import { standingOf, type Standing } from './standing.ts';
import { titleOf } from './title.ts';
import type { Units } from '../units/system.ts';

/** One thing that is different: what it is called, and how it stands in each; empty where it is not there. */
export interface Difference {
  readonly part: 'detail' | 'actions' | 'settings' | 'note' | 'kind' | 'mark';
  readonly what: string;
  readonly before: string;
  readonly after: string;
}

type Compared = Pick<
  JointDocument,
  'mark' | 'kind' | 'input' | 'combinations' | 'loads' | 'group' | 'settings' | 'note' | 'house'
>;

/** How two states of a joint differ, each under its own job: every field of the detail, every action, every setting. */
export function differences(a: Compared, b: Compared, jobA: JudgedBy, jobB: JudgedBy = jobA): Difference[] {
  const said = (part: Difference['part'], what: string, before: string, after: string): Difference[] =>
    before === after ? [] : [{ part, what, before, after }];
  const { units } = basisOf(jobB);
  return [
    ...said('mark', 'Mark', a.mark, b.mark),
    ...said('kind', 'Kind', kindOf(a.kind).title, kindOf(b.kind).title),
    ...detailDifferences(a, b, jobA, jobB, units),
    ...actionDifferences(a, b, jobA, jobB, units),
    ...settingDifferences(a, b),
    ...said('note', 'Note', a.note, b.note),
    ...said('note', 'Shared detail', a.group ?? 'none', b.group ?? 'none'),
    ...said('note', 'House detail', houseText(a), houseText(b)),
  ];
}

const houseText = ({ house }: Compared): string => (house ? `${house.name} version ${house.version}` : 'none');

type Detailed = Pick<Compared, 'kind' | 'input'>;
/** Every field in which the details differ; one line where they differ in what no field shows. */
export function detailDifferences(a: Detailed, b: Detailed, jobA: JudgedBy, jobB: JudgedBy, units: Units): Difference[] {
  if (canonical(a.input) === canonical(b.input) && a.kind === b.kind) return [];
  const texts = (j: Detailed, job: JudgedBy): Map<string, string> => {
    const { standard } = basisOf(job);
    return new Map(
      kindOf(j.kind)
        .fields.filter((f) => fieldApplies(f, j.input, standard))
        .map((f) => [f.label, fieldWords(f, f.get(j.input), { standard, units })]),
    );
  };
  const [x, y] = [texts(a, jobA), texts(b, jobB)];
  const found = [...new Set([...x.keys(), ...y.keys()])].flatMap((what): Difference[] => {
    const [before, after] = [x.get(what) ?? '', y.get(what) ?? ''];
    return before === after ? [] : [{ part: 'detail', what, before, after }];
  });
  // What no field shows is a difference all the same.
  const line = (j: Detailed): string => kindOf(j.kind).line.print(j.input, units);
  return found.length ? found : [{ part: 'detail', what: 'Detail', before: line(a), after: line(b) }];
}

const forcesText = (c: Combination, job: JudgedBy, units: Units): string =>
  ACTION_NAMES.filter((k) => c[k])
    .map((k) => `${actionSymbol(basisOf(job), k)} ${units.stated(c[k]!, actionRow(k).quantity)}`)
    .join(', ') || 'nothing';

/** Combinations by their names; of those that load cases make, only the cases: what came of a factor is said of the job. */
function actionDifferences(a: Compared, b: Compared, jobA: JudgedBy, jobB: JudgedBy, units: Units): Difference[] {
  const texts = (j: Compared, job: JudgedBy): Map<string, string> =>
    new Map([
      ...Object.entries(j.loads?.forces ?? {}).map(
        ([id, f]) =>
          [`case ${id}`, forcesText({ name: id, V_Ed: 0, N_Ed: 0, N_tie: 0, ...f } as Combination, job, units)] as const,
      ),
      ...j.combinations.map((c) => [c.name, forcesText(c, job, units)] as const),
      ...Object.entries(j.loads?.aside ?? {}).map(([k, reason]) => [`${k} set aside`, reason] as const),
      ...(j.loads?.proof ? [['Proof by plate analysis', proofSentence(j.loads.proof, basisOf(job))] as const] : []),
    ]);
  const [x, y] = [texts(a, jobA), texts(b, jobB)];
  const given = [...new Set([...x.keys(), ...y.keys()])].flatMap((what): Difference[] => {
    const [before, after] = [x.get(what) ?? '', y.get(what) ?? ''];
    return before === after ? [] : [{ part: 'actions', what, before, after }];
  });
  const made = (j: Compared, job: JudgedBy): string =>
    canonical(tryCombinations(j, job)?.map((c) => [c.name, c.made?.factors, forcesText(c, job, units)]) ?? null);
  return given.length || made(a, jobA) === made(b, jobB)
    ? given
    : [{ part: 'actions', what: 'Combinations of the load cases', before: 'as they were', after: 'made anew' }];
}

function settingDifferences(a: Compared, b: Compared): Difference[] {
  const [x, y] = [a.settings ?? {}, b.settings ?? {}] as Readonly<Record<string, unknown>>[];
  return [...new Set([...Object.keys(x!), ...Object.keys(y!)])].flatMap((what): Difference[] => {
    const text = (v: unknown): string => (v === undefined ? 'as the job' : String(v));
    return x![what] === y![what] ? [] : [{ part: 'settings', what, before: text(x![what]), after: text(y![what]) }];
  });
}

/** One joint of two jobs, by its mark. */
export interface JointChange {
  readonly mark: string;
  /** `judged`: nothing of it changed, but its verdict did, since its job is another. */
  readonly change: 'new' | 'gone' | 'same' | 'changed' | 'judged';
  readonly before: Standing | null;
  readonly after: Standing | null;
  readonly differences: readonly Difference[];
}

/** What became of a joint, in words. */
export const CHANGE_WORDS: Readonly<Record<JointChange['change'], string>> = {
  new: 'new',
  gone: 'gone',
  same: 'as it was',
  changed: 'changed',
  judged: 'judged anew',
};

export interface JobComparison {
  /** What of the job itself is different, in words. */
  readonly job: readonly string[];
  readonly joints: readonly JointChange[];
}

/** What changed from one state of a job to another: joints by their marks, in the order of the new one, those that are gone last. */
export function compareJobs(before: JobDocument, after: JobDocument): JobComparison {
  const old = new Map(before.joints.map((j) => [j.mark, j]));
  const now = new Set(after.joints.map((j) => j.mark));
  const joints = after.joints.map((j): JointChange => {
    const was = old.get(j.mark);
    const standing = standingOf(j, after);
    if (!was) return { mark: j.mark, change: 'new', before: null, after: standing, differences: [] };
    const stood = standingOf(was, before);
    const found = canonical(contentOf(was)) === canonical(contentOf(j)) ? [] : differences(was, j, before, after);
    const change = found.length
      ? 'changed'
      : stood.verdict === standing.verdict && stood.state === standing.state
        ? 'same'
        : 'judged';
    return { mark: j.mark, change, before: stood, after: standing, differences: found };
  });
  const gone = before.joints
    .filter((j) => !now.has(j.mark))
    .map((j): JointChange => ({ mark: j.mark, change: 'gone', before: standingOf(j, before), after: null, differences: [] }));
  return { job: jobWords(before, after), joints: [...joints, ...gone] };
}

const PARTS = [
  ['basis', 'the basis'],
  ['loads', 'the load cases'],
  ['sections', 'sections of its own'],
  ['steels', 'steels of its own'],
] as const;
/** What of a job itself is different, in words. */
export const jobWords = (a: JudgedBy, b: JudgedBy): string[] =>
  PARTS.flatMap(([k, words]) => (canonical(a[k] ?? null) === canonical(b[k] ?? null) ? [] : [`${words} changed`]));

/** A joint as it is drawn now, and what of its lines was otherwise, in grey. */
export interface DrawnChange {
  readonly drawing: Drawing;
  readonly former: readonly Item[];
}

/** How the drawing of a joint changed; null where one of the two can't be drawn. */
export function drawnChange(
  before: Compared,
  after: Compared,
  jobBefore: JudgedBy,
  jobAfter: JudgedBy & Pick<JobDocument, 'name' | 'number'>,
  revision = '',
): DrawnChange | null {
  const [old, now] = [tryCheckStored(before, jobBefore), tryCheckStored(after, jobAfter)];
  if ('refusal' in old || 'refusal' in now) return null;
  const title = { ...titleOf(jobAfter, now.joint, now.built.basis, revision), verdict: now.report.verdict };
  const drawing = now.built.drawing(title, null);
  return { drawing, former: formerLines(old.built.drawing(title, null), drawing) };
}
