import {
  actionsUnder,
  actionRow,
  actionSymbol,
  actionUnit,
  basisOf,
  choiceOf,
  fieldApplies,
  fieldWords,
  firstPath,
  kindOf,
  kindTitle,
  lineOf,
  SI,
  type Units,
  multipleText,
  proofSentence,
  STATE_WORDS,
  workingsOf,
  titleOf,
  tryCheckStored,
  type Basis,
  type Joint,
  type CheckResult,
  type CombinationReport,
  type JobDocument,
  type JointDocument,
  type JointReport,
  type Workings,
  boltWords,
} from '@ample/core';
import { fieldPages } from './field.ts';
import { isWhole, type Level } from './level.ts';
import { caseForces } from './loads.ts';
import { MUTED, OXIDE, type Paper } from './paper.ts';

export interface JointPages {
  readonly job: JobDocument;
  readonly joint: JointDocument;
  readonly revision: string;
  readonly level: Level;
  /** What it is sent out as, in words. */
  readonly issued?: string;
}

/**
 * The pages of one joint: the sheet; at the level governing also inputs, actions, checks, rules and the workings of the check that gives first;
 * with everything the workings of every check under the combination that gives first.
 */
export function jointPages(page: Paper, { job, joint: stored, revision, level, issued }: JointPages): void {
  const basis = basisOf(job, stored.settings);
  const kind = kindOf(stored.kind);
  const checked = tryCheckStored(stored, job);
  if ('refusal' in checked) {
    page.upright(`${job.name} · ${stored.mark}`);
    page.heading(stored.mark, 18);
    page.paragraph(`This joint can't be checked. ${checked.refusal.message}`, { colour: OXIDE });
    return;
  }
  const { joint, report, built } = checked;
  const worst = Math.max(report.worst, 0);
  const combination = joint.combinations[worst] ?? null;
  const title = { ...titleOf(job, joint, basis, revision), verdict: report.verdict };
  const drawing = built.drawing(title, combination);

  page.sheet(drawing, firstPath(drawing, report.combinations[worst]), joint.mark);

  if (level === 'verdict') return;
  page.upright(`${job.name} · job ${job.number} · ${joint.mark} · ${kindTitle(kind, basis.standard)} · rev ${revision}`);
  page.heading(`${joint.mark}: ${report.verdict}`, 15);
  page.paragraph(lineOf(joint, job), { font: 'mono', size: 8.6 });
  if (issued !== undefined) page.paragraph(issued, { size: 9 });
  page.paragraph(standingWords(joint, basis, report, title.checked), { colour: MUTED, size: 9 });
  for (const m of report.state === 'none' ? [] : report.missing)
    page.paragraph(`Not checked: ${m.title}. ${m.reason}`, { colour: OXIDE, size: 9 });
  for (const n of report.combinations[worst]?.combination.unused ?? [])
    if (n.aside !== undefined) page.paragraph(`${actionSymbol(basis, n.name)} is set aside: ${n.aside}`, { size: 9 });
  if (joint.proof?.stands === 'yes') page.paragraph(`${proofSentence(joint.proof, basis)}.`, { size: 9 });
  if (joint.note) page.paragraph(joint.note);
  said(page, stored);

  inputs(page, joint, built);
  actions(page, stored, job, joint, built, report);
  checksTable(page, basis.units, report, worst);
  rulesTable(page, basis.units, report);
  lists(page, built);
  if (!combination) return;
  const workings = workingsOf(joint, basis, worst, built);
  if (isWhole(level)) {
    page.heading(`Workings, combination ${combination.name}`);
    workingPages(page, workings);
  } else governingPages(page, workings, report.combinations[worst]!);
  if (level === 'analysed') fieldPages(page, stored, job);
}

/** What a joint joins, to what standard, and how it stands. */
export const standingWords = (
  joint: JointDocument,
  { standard, set, units }: Basis,
  { state }: JointReport,
  checked: string,
): string =>
  `${kindOf(joint.kind).members(joint.input, units)}. ${standard.id}, ${choiceOf(standard, set).short} ${standard.sets.noun}. State: ${STATE_WORDS[state]}. ${checked}.`;

/** What its checker says of it, and what is still open. */
function said(page: Paper, { checked, comments = [] }: JointDocument): void {
  if (checked?.note) page.paragraph(`${checked.by}, ${checked.at.slice(0, 10)}: ${checked.note}`, { size: 9 });
  for (const c of comments)
    if (!c.resolved)
      page.paragraph(
        `Open comment ${c.number}, ${[c.who, c.at.slice(0, 10)].filter(Boolean).join(', ')}: ${[c.text, ...c.replies.map((r) => `${r.who || 'answer'}: ${r.text}`)].join(' / ')}`,
        { colour: OXIDE, size: 9 },
      );
}

/** The workings of the check that gives first, after those that it takes values from. */
function governingPages(page: Paper, workings: Workings, { first, combination }: CombinationReport): void {
  const strengths = workings.sections.filter((s) => s.type === 'strength' && s.id === first?.id);
  const found = strengths.find((s) => s.multiple === first!.multiple) ?? strengths[0];
  if (!found) return;
  const bySection = new Map(workings.sections.map((s) => [s.id, s]));
  const wanted = new Set([found]);
  // A set that grows while it is walked: what a section takes from is walked too.
  for (const s of wanted)
    for (const step of s.steps)
      for (const { source } of step.uses) {
        const from = source.kind === 'formula' ? bySection.get(source.section) : undefined;
        if (from && from.id !== found.id) wanted.add(from);
      }
  page.heading(`Workings of the check that gives first, combination ${combination.name}`);
  for (const s of workings.sections) if (wanted.has(s)) page.working(s);
}

/** What a joint was given, in words: each field that applies, and what follows of them. */
export function inputRows(joint: JointDocument, { quantities: q, basis }: Joint): string[][] {
  const { units } = basis;
  const rows = kindOf(joint.kind)
    .fields.filter((f) => fieldApplies(f, joint.input, basis.standard))
    .map((f) => [f.label, fieldWords(f, f.get(joint.input), basis)]);
  return [
    ...rows,
    ['Steel mass', units.mass(q.plateMass)],
    ['Bolts', `${boltWords(q, units)} (${units.name('mm')}), ${units.mass(q.boltMass)} with nuts and washers`],
  ];
}

function inputs(page: Paper, joint: JointDocument, built: Joint): void {
  const rows = inputRows(joint, built);
  page.heading('Inputs');
  const half = Math.ceil(rows.length / 2);
  page.table(
    [
      { title: 'Input', width: 0.24 },
      { title: 'Value', width: 0.26 },
      { title: 'Input', width: 0.24 },
      { title: 'Value', width: 0.26 },
    ],
    Array.from({ length: half }, (_, i) => [...rows[i]!, ...(rows[half + i] ?? ['', ''])]),
  );
}

function actions(
  page: Paper,
  stored: JointDocument,
  job: JobDocument,
  joint: JointDocument,
  { basis }: Joint,
  report: JointReport,
): void {
  const { units } = basis;
  page.heading('Actions');
  caseForces(page, stored, job, basis);
  if (joint.combinations.length === 0) return page.paragraph('No actions were given.');
  // Actions that no combination has need no column.
  const taken = actionsUnder(kindOf(joint.kind), basis.standard, joint.combinations).filter(
    (a) => !a.optional || joint.combinations.some((c) => c[a.name]),
  );
  page.table(
    [
      { title: 'Combination', width: 0.12 },
      { title: 'Note', width: 0.48 - 0.085 * taken.length },
      ...taken.map((a) => ({
        title: `${actionSymbol(basis, a.name)} ${actionUnit(a.name, units)}`,
        width: 0.085,
        align: 'right' as const,
      })),
      { title: 'First to give', width: 0.3 },
      { title: 'Multiple', width: 0.1, align: 'right' },
    ],
    report.combinations.map((c) => [
      c.combination.name,
      c.combination.note ?? '',
      ...taken.map((a) => {
        const x = c.combination[a.name];
        return x === undefined ? '' : units.stated(x, actionRow(a.name).quantity);
      }),
      c.first?.title ?? 'nothing loaded',
      multipleText(c.first?.multiple ?? null),
    ]),
    (i) => report.combinations[i]!.state === 'gives',
  );
}

function checksTable(page: Paper, units: Units, report: JointReport, worst: number): void {
  const checks = report.combinations[worst]?.checks ?? [];
  if (!checks.length) return;
  page.heading(`Checks, combination ${report.combinations[worst]!.combination.name}`);
  for (const n of report.combinations[worst]!.notes) page.paragraph(n, { colour: MUTED, size: 9 });
  const order = (c: CheckResult): number =>
    c.type === 'skip' && c.missing
      ? -1
      : c.type === 'strength'
        ? c.multiple + (c.info ? 1e6 : 0)
        : c.type === 'value'
          ? 1e9
          : Infinity;
  // What does not apply is one paragraph below, not a row each.
  const sorted = checks.filter((c) => c.type !== 'skip' || c.missing).sort((a, b) => order(a) - order(b));
  page.table(
    [
      { title: 'Check', width: 0.3 },
      { title: 'Clause', width: 0.22 },
      { title: 'Demand', width: 0.13, align: 'right' },
      { title: 'Resistance', width: 0.13, align: 'right' },
      { title: 'Utilisation', width: 0.11, align: 'right' },
      { title: 'Multiple', width: 0.11, align: 'right' },
    ],
    sorted.map((c) =>
      c.type === 'skip'
        ? [c.title, c.reason, '–', '–', c.missing ? 'not checked' : '–', '–']
        : c.type === 'value'
          ? [c.title, c.clause, units.quantity(c.value, c.unit), '–', '–', 'info']
          : [
              c.where ? `${c.title}: ${c.where}` : c.title,
              c.clause,
              units.quantity(c.demand, c.unit),
              units.quantity(c.resistance, c.unit),
              c.utilisation === null ? 'none' : c.utilisation.toFixed(3),
              c.info ? 'info' : multipleText(c.multiple),
            ],
    ),
    (i) => {
      const c = sorted[i]!;
      return c.type === 'strength' ? !c.info && !c.pass : c.type === 'skip' && c.missing === true;
    },
  );
  left(page, checks);
}

/** What does not apply, by its reasons. */
function left(
  page: Paper,
  list: readonly {
    readonly type: string;
    readonly title: string;
    readonly reason?: string | undefined;
    readonly missing?: true | undefined;
  }[],
): void {
  const byReason = new Map<string, string[]>();
  for (const c of list)
    if (c.type === 'skip' && !c.missing)
      byReason.set(c.reason ?? '', [...(byReason.get(c.reason ?? '') ?? []), c.title.toLowerCase()]);
  if (byReason.size)
    page.paragraph(
      `Does not apply: ${[...byReason].map(([reason, titles]) => `${titles.join(', ')} (${reason.replace(/\.$/, '')})`).join('; ')}.`,
      { colour: MUTED, size: 8 },
    );
}

/** What is bought and set out, where the kind has such lists. */
function lists(page: Paper, joint: Joint): void {
  for (const list of joint.lists) {
    page.heading(list.title);
    page.table(
      list.head.map((title) => ({ title, width: 1 / list.head.length })),
      list.rows.map((r) => r.map((x) => (typeof x === 'number' ? SI.figure(x, 'mm') : x))),
    );
  }
}

function rulesTable(page: Paper, units: Units, report: JointReport): void {
  page.heading('Detailing rules');
  const rules = report.rules.filter((r) => r.type !== 'skip' || r.missing);
  page.table(
    [
      { title: 'Rule', width: 0.34 },
      { title: 'Source', width: 0.22 },
      { title: 'Actual against limit', width: 0.3 },
      { title: '', width: 0.14 },
    ],
    rules.map((r) =>
      r.type === 'skip'
        ? [r.title, r.clause, r.reason ?? '', r.missing ? 'not judged' : '–']
        : [
            r.title,
            r.clause,
            r.note ?? `${units.quantity(r.actual, r.unit)} ${r.sense === '>=' ? '≥' : '≤'} ${units.quantity(r.limit, r.unit)}`,
            r.pass ? 'kept' : r.must ? 'broken' : 'advice, not met',
          ],
    ),
    (i) => rules[i]!.must && (!rules[i]!.pass || rules[i]!.missing === true),
  );
  left(page, report.rules);
}

function workingPages(page: Paper, workings: Workings): void {
  for (const section of workings.sections.filter((s) => s.type !== 'rule' && (s.type !== 'skip' || s.missing)))
    page.working(section);
  page.heading('Detailing rules, worked');
  for (const section of workings.sections.filter((s) => s.type === 'rule')) page.working(section);
}
