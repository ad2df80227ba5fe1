import { BEAM_ACTIONS } from '../actions/combination.ts';
import { STEEL_GRADES } from '../catalogue/index.ts';
import { Refusal } from '../refusal.ts';
import type { JointKind, MemberSeed, SeedField } from './kind.ts';
import { SUPPORT_TYPES } from './members.ts';

const grades = STEEL_GRADES.map((value) => ({ value, label: value }));
const seeds: readonly SeedField[] = [
  { id: 'beam', label: 'Beam section', type: 'section', start: '', example: 'UB 406x140x39' },
  { id: 'beamGrade', label: 'Beam steel', type: 'grade', options: grades, start: 'S275' },
  { id: 'supportType', label: 'Support', type: 'choice', options: SUPPORT_TYPES.map(([value, label]) => ({ value, label })), start: SUPPORT_TYPES[0]![0] },
  { id: 'support', label: 'Support section', type: 'section', start: '', example: 'UC 203x203x60' },
  { id: 'supportGrade', label: 'Support steel', type: 'grade', options: grades, start: 'S275' },
];

interface Members {
  readonly beam: { readonly section?: string; readonly steel: { readonly grade?: string } };
  readonly support: { readonly section?: string; readonly type: string; readonly steel: { readonly grade?: string } };
}

function seedOf(input: unknown): MemberSeed {
  const { beam, support } = input as Members;
  for (const [field, member] of [['beam', beam], ['support', support]] as const) {
    if (member.section === undefined || member.steel.grade === undefined) throw new Refusal(`${field}.section`, `${field}.section: this member is given by its own values; accepted for another form is a section and a grade by name.`);
  }
  return { beam: beam.section!, beamGrade: beam.steel.grade!, support: support.section!, supportGrade: support.steel.grade!, supportType: support.type };
}

/** What the kinds that join a beam to its support have in common: what is asked before a first detail, and the actions. */
export const beamToSupport: Pick<JointKind, 'family' | 'seeds' | 'seedOf' | 'actions'> = { family: 'beam', seeds, seedOf, actions: BEAM_ACTIONS };
