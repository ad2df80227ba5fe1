export * from './bench/index.ts';
export * from './actions/combination.ts';
export * from './actions/entry.ts';
export * from './actions/schema.ts';
export * from './catalogue/index.ts';
export * from './design/cost.ts';
export * from './design/first.ts';
export * from './design/judge.ts';
export * from './design/other-form.ts';
export * from './design/search.ts';
export * from './design/side-by-side.ts';
export * from './design/strays.ts';
export * from './design/thinner.ts';
export * from './design/ways-out.ts';
export { edgeAt } from './detail/clearance.ts';
export * from './drawing/index.ts';
export * from './detail/style.ts';
export * from './detail/mark.ts';
export * from './detail/solid.ts';
export * from './shop/items.ts';
export * from './shop/list.ts';
export * from './shop/lists.ts';
export * from './shop/member-end.ts';
export * from './shop/pieces.ts';
export * from './shop/plate-sheet.ts';
export * from './formula/index.ts';
export * from './basis/basis.ts';
export * from './basis/field.ts';
export * from './basis/own.ts';
export * from './basis/standard.ts';
export { combine, COMBINATION_CODES, type LoadCode } from './standards/combine.ts';
export type { Combined, LoadCombination, Pruned } from './actions/combining/prune.ts';
export * from './standards/job-basis.ts';
export * from './standards/loads.ts';
export type * from './standards/loads-screen.ts';
export * from './standards/registry.ts';
export * from './joints/report.ts';
export * from './job/actions.ts';
export type * from './job/changes.ts';
export * from './job/comments.ts';
export * from './job/compare.ts';
export * from './job/document.ts';
export {
  contentKeys,
  DocumentError,
  inputVersionSchema,
  jointSchema,
  readJoint,
  tryReadJoint,
  type JointDocument,
  type SignOff,
} from './job/joint-document.ts';
export * from './job/field-kept.ts';
export * from './job/fingerprint.ts';
export * from './job/print.ts';
export * from './job/prove.ts';
export * from './joints/proof.ts';
export * from './job/fragment.ts';
export * from './job/groups.ts';
export * from './job/house-mark.ts';
export * from './job/lists.ts';
export * from './job/plan.ts';
export * from './job/records.ts';
export * from './job/revision.ts';
export * from './job/search.ts';
export * from './job/shared.ts';
export * from './job/standardise.ts';
export * from './job/standing.ts';
export { builtIn, Details } from './job/built.ts';
export * from './job/summary.ts';
export * from './job/title.ts';
export * from './job/cells.ts';
export { lastOf, once } from './lazy.ts';
export * from './model/index.ts';
export * from './rules/index.ts';
export { partsBeside, workingsOf, type Workings } from './job/workings.ts';
export * from './house/detail.ts';
export * from './house/follow.ts';
export * from './house/propose.ts';
export * from './house/range.ts';
export * from './house/sheet.ts';
export * from './house/table.ts';
export type * from './house/types.ts';
export * from './checks/check.ts';
export * from './checks/sided.ts';
export * from './checks/workings.ts';
export * from './validate/index.ts';
export * from './joints/field-help.ts';
export * from './joints/given.ts';
export { fieldSteps } from './joints/field-makers.ts';
export * from './joints/kind.ts';
export * from './joints/migrate.ts';
export { memberFacts, type MemberFacts } from './joints/members.ts';
export * from './joints/registry.ts';
export type * from './joints/rows.ts';

export * from './checks/trace.ts';
export * from './refusal.ts';
export * from './units/entry.ts';
export * from './units/format.ts';
export * from './units/system.ts';
export * from './units/units.ts';
