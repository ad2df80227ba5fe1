import {
  actionRow,
  actionSymbol,
  actionUnit,
  basisOf,
  CASE_ACTIONS,
  caseWords,
  actionsOf,
  loadCode,
  loadSets,
  loadsOf,
  type Basis,
  type JobDocument,
  type JobLoads,
  type JointDocument,
} from '@ample/core';
import { MUTED, type Paper } from './paper.ts';

const wordsOf = (list: readonly (readonly [string, string, ...unknown[]])[], id: unknown): string =>
  list.find(([k]) => k === id)?.[1] ?? String(id ?? '');

/** The load cases of a job, and every combination that is used of them: each with its clause and what its factors are made of. */
export function loadsPages(page: Paper, job: JobDocument): void {
  if (!job.loads?.cases.length) return;
  const basis = basisOf(job);
  page.upright(`${job.name} · job ${job.number} · load cases`);
  page.heading('Load cases', 15);
  casesTable(page, job.loads, basis);
  combinationsTable(page, job.loads, basis);
}

function casesTable(page: Paper, loads: JobLoads, basis: Basis): void {
  const { screen, title } = loadCode(basis);
  page.table(
    [
      { title: 'Case', width: 0.12 },
      { title: 'Name', width: 0.33 },
      { title: `Kind, ${title}`, width: 0.35 },
      { title: 'Never with', width: 0.12 },
      { title: 'Both ways', width: 0.08 },
    ],
    loads.cases.map((c) => [
      c.id,
      c.title ?? '',
      [wordsOf(screen.kinds, c.kind), c['category'] && wordsOf(screen.categories[c.kind] ?? [], c['category'])]
        .filter(Boolean)
        .join(', '),
      String(c['exclusive'] ?? ''),
      c['reversible'] === undefined ? '' : c['reversible'] ? 'yes' : 'no',
    ]),
  );
}

function combinationsTable(page: Paper, loads: JobLoads, basis: Basis): void {
  const { sets, distinct, notes } = loadSets(loads, basis);
  const used = sets.filter((s) => s.leftOut === null);
  const between = sets.filter((s) => s.between).length;
  page.heading('Combinations');
  page.paragraph(
    [
      `${used.length - between} are used of ${distinct} where every case acts`,
      between && `those with a star, ${between}, lie between two others then, and are used only where fewer act`,
      ...notes,
    ]
      .filter(Boolean)
      .join('; ') + '.',
    { colour: MUTED, size: 9 },
  );
  page.table(
    [
      { title: 'Name', width: 0.09 },
      { title: 'State', width: 0.11 },
      { title: 'Clause', width: 0.1 },
      { title: 'Combination', width: 0.3, font: 'mono' },
      { title: 'Made of', width: 0.4 },
    ],
    used.map((s) => [
      s.between ? `${s.name} *` : s.name,
      s.made.state,
      s.byHand ? 'by hand' : s.made.clause,
      s.made.name,
      Object.entries(s.made.why)
        .map(([id, why]) => `${id} ${why}`)
        .join('; '),
    ]),
  );
  for (const s of sets) if (s.leftOut !== null) page.paragraph(`${s.name}, ${s.made.name}: left out. ${s.leftOut}`, { size: 9 });
}

/** What each load case does at a joint, and how many combinations came of it. */
export function caseForces(page: Paper, joint: JointDocument, job: JobDocument, basis: Basis): void {
  const forces = joint.loads?.forces;
  if (!forces) return;
  const loads = loadsOf(joint, job)!;
  const names = CASE_ACTIONS.filter((k) => Object.values(forces).some((f) => f[k] !== undefined));
  if (joint.loads?.own) {
    page.paragraph('This joint has load cases of its own.', { size: 9 });
    casesTable(page, loads, basis);
  }
  page.table(
    [
      { title: 'Load case', width: 0.4 },
      ...names.map((k) => ({
        title: `${actionSymbol(basis, k)} ${actionUnit(k, basis.units)}`,
        width: 0.6 / names.length,
        align: 'right' as const,
      })),
    ],
    loads.cases
      .filter((c) => forces[c.id])
      .map((c) => [
        [c.id, c.title].filter(Boolean).join(', '),
        ...names.map((k) => {
          const x = forces[c.id]![k];
          return x === undefined ? '' : basis.units.stated(x, actionRow(k).quantity);
        }),
      ]),
  );
  const { count } = actionsOf(joint, job);
  if (count) page.paragraph(`${caseWords(count)}.`, { colour: MUTED, size: 9 });
}
