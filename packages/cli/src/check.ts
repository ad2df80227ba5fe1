import {
  actionsOf,
  withActions,
  basisOf,
  caseWords,
  checkCombination,
  reportOf,
  checkRules,
  inNewtons,
  isStale,
  kindOf,
  lineOf,
  multipleText,
  partsBeside,
  refusalOf,
  resultKey,
  Run,
  shown,
  UNITS,
  valuesOf,
  type CheckResult,
  type Combination,
  type CombinationReport,
  type JobDocument,
  type JointDocument,
  type ReadJob,
  type RuleResult,
} from '@ample/core';

const unitName = (unit: keyof typeof UNITS): string => unit;

function checkEntry(c: CheckResult, report: CombinationReport, values?: Record<string, unknown>) {
  const named = { id: c.id, title: c.title, clause: c.clause, part: c.part, type: c.type };
  if (c.type === 'skip') return { ...named, reason: c.reason, ...(c.missing ? { missing: true } : {}) };
  if (c.type === 'value')
    return {
      ...named,
      info: true,
      demand: shown(c.value, c.unit),
      unit: unitName(c.unit),
      text: c.text,
      ...(values ? { values } : {}),
    };
  return {
    ...named,
    ...(c.where ? { where: c.where } : {}),
    ...(c.info ? { info: true } : {}),
    demand: shown(c.demand, c.unit),
    resistance: shown(c.resistance, c.unit),
    unit: unitName(c.unit),
    utilisation: c.utilisation,
    multiple: c.multiple,
    pass: c.pass,
    governs: resultKey(c) === report.governs,
    ...(values ? { values } : {}),
  };
}

function ruleEntry(r: RuleResult, values?: Record<string, unknown>) {
  const named = { id: r.id, title: r.title, clause: r.clause, type: r.type };
  if (r.type === 'skip')
    return { ...named, reason: r.reason, ...(r.missing ? { missing: true, kind: r.must ? 'must' : 'should' } : {}) };
  return {
    ...named,
    kind: r.must ? 'must' : 'should',
    demand: shown(r.actual, r.unit),
    sense: r.sense,
    resistance: shown(r.limit, r.unit),
    unit: unitName(r.unit),
    pass: r.pass,
    ...(r.note ? { note: r.note } : {}),
    ...(values ? { values } : {}),
  };
}

/** A combination with its actions, and how it was made where load cases made it. */
const plainly = ({ unused: _told, ...c }: Combination): Combination => c;

function jointEntry(job: JobDocument, stored: JointDocument, trace: boolean) {
  const made = actionsOf(stored, job);
  const { count, unused } = made;
  const joint = withActions(stored, job, made);
  const basis = basisOf(job, joint.settings);
  const kind = kindOf(joint.kind);
  const built = kind.build(joint.input, basis);
  const { prepared } = built;
  const report = reportOf(built, joint.combinations, joint.proof);
  const traced = (work: (run: Run) => void): Run['steps'] => {
    if (!trace) return null;
    const run = new Run(prepared.sheet);
    run.startTrace();
    work(run);
    return run.steps;
  };
  const rulesTrace = traced((run) => checkRules(prepared, run, joint.combinations));
  const worst = report.combinations[report.worst];
  return {
    mark: joint.mark,
    kind: joint.kind,
    line: lineOf(joint, job),
    members: kind.members(joint.input, basis.units),
    verdict: report.verdict,
    state: report.state,
    stale: isStale(stored, job),
    governing: worst?.first
      ? { combination: worst.combination.name, check: worst.first.id, multiple: worst.first.multiple }
      : null,
    combinations: report.combinations.map((c) => {
      const steps = traced((run) => checkCombination(prepared, inNewtons(c.combination), run));
      const parts = steps ? partsBeside(steps, c.checks) : [];
      return {
        ...plainly(c.combination),
        state: c.state,
        first: c.first?.id ?? null,
        multiple: c.first?.multiple ?? null,
        governs: c.governs?.split('@')[0] ?? null,
        ...(c.notes.length ? { notes: c.notes } : {}),
        checks: c.checks.map((x) =>
          checkEntry(x, c, steps ? valuesOf(steps, x.id, x.type === 'strength' ? x.where : '') : undefined),
        ),
        ...(parts.length ? { parts: parts.map((p) => ({ ...p, values: valuesOf(steps!, p.id, p.where) })) } : {}),
      };
    }),
    ...(count ? { cases: count } : {}),
    ...(unused.length ? { unused } : {}),
    ...(joint.proof ? { proof: joint.proof } : {}),
    missing: report.missing,
    rules: report.rules.map((r) => ruleEntry(r, rulesTrace ? valuesOf(rulesTrace, r.id) : undefined)),
  };
}

type JointEntry = ReturnType<typeof jointEntry>;
/** A joint that can't be read or built as described: its sentence, and nothing checked. */
const refusedEntry = (
  named: { mark: string; kind: string; line: string; members: string },
  refusal: { field: string; message: string },
) => ({
  ...named,
  verdict: 'refused',
  state: 'refused' as const,
  refusal,
  stale: false,
  governing: null,
  combinations: [] as JointEntry['combinations'],
  missing: [] as JointEntry['missing'],
  rules: [] as JointEntry['rules'],
});

/** What a joint is, as far as it can be told. */
function named({ mark, kind, line, input }: JointDocument) {
  let members = '';
  try {
    members = kindOf(kind).members(input);
  } catch {
    // the sentence of the refusal says what is wrong; here only the words for its members are lost
  }
  return { mark, kind, line, members };
}

export type FileResult = ReturnType<typeof checkFile>;

/** Checks a whole job. A joint that can't be read or built as described is reported as refused and stops no other. */
export function checkFile({ job, unreadable }: ReadJob, trace: boolean) {
  const joints = [
    ...job.joints.map((joint) => {
      try {
        return jointEntry(job, joint, trace);
      } catch (e) {
        return refusedEntry(named(joint), refusalOf(e));
      }
    }),
    ...unreadable
      .filter((u) => u.what === 'joint')
      .map((u) => refusedEntry({ mark: u.name, kind: '', line: '', members: '' }, { field: u.field, message: u.message })),
  ];
  const refused = joints.filter((j) => j.state === 'refused').length;
  const ok = refused === 0 && joints.every((j) => j.state !== 'gives' && j.state !== 'rule' && j.state !== 'not-whole');
  return { job: { number: job.number, name: job.name }, ok, refused, joints };
}

/** Exit code of a checked file: 0 all hold, 1 something gives, breaks a rule or is not whole, 2 a joint is refused. */
export const exitCode = (result: FileResult): number => (result.refused > 0 ? 2 : result.ok ? 0 : 1);

/** The result as text for a terminal. */
export function printReport(result: FileResult): string {
  const lines = [`${result.job.name} (job ${result.job.number})`];
  for (const j of result.joints) {
    lines.push(
      '',
      `${j.mark}  ${j.members}`,
      `  ${j.line}`,
      `  ${j.verdict}${j.state === 'refused' ? `: ${j.refusal.message}` : ''}`,
    );
    if (j.state !== 'none') for (const m of j.missing) lines.push(`  not checked: ${m.title}: ${m.reason}`);
    if ('cases' in j && j.cases) lines.push(`  ${caseWords(j.cases)}`);
    for (const c of j.combinations) {
      lines.push(
        `  ${c.name.padEnd(8)} ${multipleText(c.multiple).padStart(6)}  ${c.checks.find((x) => x.id === c.first)?.title ?? 'nothing loaded'}`,
      );
      for (const n of c.notes ?? []) lines.push(`                   ${n}`);
    }
    for (const r of j.rules)
      if (r.type === 'rule' && 'pass' in r && !r.pass)
        lines.push(
          `  ${r.kind === 'must' ? 'rule broken' : 'advice'}: ${r.title}, ${r.note ?? `${r.demand} ${r.sense} ${r.resistance} ${r.unit}`}`,
        );
  }
  return `${lines.join('\n')}\n`;
}
