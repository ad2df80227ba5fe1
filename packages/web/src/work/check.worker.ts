import {
  basisOf,
  builtIn,
  reportOf,
  firstDetail,
  KINDS,
  kindOf,
  kindTitle,
  NO_WAYS,
  otherForm,
  Refusal,
  ratesOf,
  rulesOf,
  sideBySide,
  standardOf,
  waysOf,
  withActions,
  workingsOf,
  type Basis,
  type Combination,
  type Drawing,
  type JointContent,
  type JointReport,
  type JudgedBy,
  type MomentChart,
  type RuledJob,
  type Seed,
  type SideBySide,
  type Quantities,
  type TitleBlock,
  type Ways,
  type Workings,
} from '@ample/core';
import { expose } from 'comlink';

export interface Checked {
  readonly report: JointReport;
  readonly drawing: Drawing;
  readonly quantities: Quantities;
}
export type CheckAnswer = { readonly ok: Checked } | { readonly refusal: string };

/** Another form of the joint, or why there is none. */
export interface Form {
  readonly kindId: string;
  readonly title: string;
  readonly made:
    { readonly ok: Checked & { readonly input: unknown; readonly why: readonly string[] } } | { readonly refusal: string };
}

/** Title block but for the verdict, which the check gives. */
export type TitleDraft = Omit<TitleBlock, 'verdict'>;

const basisFor = (job: JudgedBy, content: JointContent): Basis => basisOf(job, content.settings);

function refusing<T>(work: () => T): { ok: T } | { refusal: string } {
  try {
    return { ok: work() };
  } catch (e) {
    if (e instanceof Refusal) return { refusal: e.message };
    throw e;
  }
}

/** The open joint is judged here on every edit, so that the screen never waits. */
const worker = {
  check(content: JointContent, job: JudgedBy, title: TitleDraft, selected: number): CheckAnswer {
    return refusing(() => {
      const joint = builtIn(content, job);
      const { combinations, proof } = withActions(content, job);
      const report = reportOf(joint, combinations, proof);
      const combination = combinations[selected >= 0 ? selected : report.worst] ?? null;
      return { report, drawing: joint.drawing({ ...title, verdict: report.verdict }, combination), quantities: joint.quantities };
    });
  },
  ways(content: JointContent, job: RuledJob): Ways {
    const rules = rulesOf(job);
    const by = { details: rules.details, rates: ratesOf(rules) };
    const made = refusing(() =>
      waysOf(content.kind, content.input, withActions(content, job).combinations, basisFor(job, content), by),
    );
    return 'ok' in made ? made.ok : NO_WAYS;
  },
  workings(content: JointContent, job: JudgedBy, index: number): { ok: Workings } | { refusal: string } {
    return refusing(() => workingsOf(withActions(content, job), basisFor(job, content), index));
  },
  /** The same members and actions in every other form, each judged and drawn, for comparison. */
  forms(content: JointContent, job: RuledJob, title: TitleDraft): Form[] {
    const basis = basisFor(job, content);
    return KINDS.filter(
      (k) => k.id !== content.kind && k.family === kindOf(content.kind).family && k.standards.includes(basis.standard.id),
    ).map((kind) => {
      const made = refusing(() => {
        // What this form takes of the actions is its own.
        const { combinations } = withActions({ ...content, kind: kind.id }, job);
        const { input, why } = otherForm(content.kind, content.input, kind.id, combinations, basis, rulesOf(job));
        const joint = kind.build(input, basis);
        const report = reportOf(joint, combinations);
        return {
          input,
          why,
          report,
          quantities: joint.quantities,
          drawing: joint.drawing({ ...title, kind: kindTitle(kind, basis.standard), verdict: report.verdict }, null),
        };
      });
      return { kindId: kind.id, title: kindTitle(kind, basis.standard), made };
    });
  },
  /** The joint beside itself under another standard, its materials matched as `chosen` says. */
  beside(
    content: JointContent,
    job: JudgedBy,
    to: { readonly standard: string; readonly set: string; readonly chosen: Readonly<Record<string, string>> },
  ): { ok: SideBySide } | { refusal: string } {
    return refusing(() =>
      sideBySide(withActions(content, job), basisFor(job, content), { ...to, standard: standardOf(to.standard) }),
    );
  },
  /** Resistance in axial force and moment; null where the kind has none or there are no combinations. */
  chart(content: JointContent, job: JudgedBy, governing: number): { ok: MomentChart | null } | { refusal: string } {
    return refusing(() => builtIn(content, job).chart(withActions(content, job).combinations, governing));
  },
  first(
    kindId: string,
    seed: Seed,
    combinations: readonly Combination[],
    job: RuledJob,
  ): { ok: { input: unknown; why: readonly string[] } } | { refusal: string } {
    return refusing(() => firstDetail(kindId, seed, combinations, basisOf(job), rulesOf(job)));
  },
};

export type CheckWorker = typeof worker;
expose(worker);
