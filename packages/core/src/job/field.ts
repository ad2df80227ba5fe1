import { analyseSystem, systemOf, type FieldOptions, type FieldResult } from '../analysis/analyse.ts';
import { fieldModelOf } from '../analysis/detail.ts';
import type { Drawing, Item } from '../drawing/index.ts';
import { untakenOf } from '../actions/combination.ts';
import type { CheckResult } from '../checks/check.ts';
import type { RowFlow } from '../joints/rows.ts';
import { counterparts, rowsBeside, type Counterpart } from './field-counterparts.ts';
import { Refusal } from '../refusal.ts';
import { tryCheckStored } from './actions.ts';
import type { JobDocument } from './document.ts';
import type { StoredJoint } from './lists.ts';
import { unproved } from './prove.ts';
import type { FieldModel } from '../analysis/model.ts';
import { partsToSpare, withoutParts } from '../analysis/without.ts';
import type { System } from '../analysis/system.ts';

/** The analysis of a joint under one combination, with what the standard says of the same. */
export interface JointField {
  readonly mark: string;
  readonly combination: string;
  /** Load multiple of the hand method, and the check that gives first; null where nothing gives. */
  readonly hand: { readonly multiple: number; readonly title: string; readonly clause: string } | null;
  readonly result: FieldResult;
  /** Parts that were left out, and those that can be. */
  readonly without: readonly string[];
  readonly spare: ReadonlySet<string>;
  /** Checks and rows that the analysis has too, both at the design load or where it stops before. */
  readonly counterparts: readonly Counterpart[];
  /** What loads the joint and is not in the model, in words. */
  readonly absent: readonly string[];
  /** The drawing of the joint, where there are pictures to be shown on its views. */
  readonly drawing?: FieldDrawing;
}
export type FieldDrawing = Pick<Drawing, 'items' | 'views'>;

export interface FieldAsked extends FieldOptions {
  /** By its name; the one that gives first when left out. */
  readonly combination?: string;
  readonly preview?: boolean;
  /** Parts of the model that are left out, by the names under which their use is told. */
  readonly without?: readonly string[];
}

/** The model of a joint under one combination, with what the hand method says of it. */
export interface JointModel extends Pick<JointField, 'hand'> {
  readonly model: FieldModel;
  readonly absent: readonly string[];
  readonly name: string;
  readonly checks: readonly CheckResult[];
  readonly rows: () => readonly RowFlow[];
  readonly drawing: () => FieldDrawing;
}

/** The model of a joint of a job. Throws a Refusal that says why there is none. */
export function jointModel(
  joint: StoredJoint,
  job: JobDocument,
  { combination, preview = false }: Pick<FieldAsked, 'combination' | 'preview'> = {},
): JointModel {
  if (joint.unreadable !== undefined) throw new Refusal('joint', joint.unreadable);
  const checked = tryCheckStored(unproved(joint), job);
  if ('refusal' in checked) throw new Refusal(checked.refusal.field, checked.refusal.message);
  const { built, report, joint: acted } = checked;
  const at = combination === undefined ? Math.max(0, report.worst) : acted.combinations.findIndex((c) => c.name === combination);
  const chosen = acted.combinations[at];
  if (!chosen)
    throw new Refusal(
      'combination',
      `combination: there is none ${combination === undefined ? 'of this joint' : `"${combination}"`}; accepted are ${acted.combinations.map((c) => c.name).join(', ') || 'joints with actions'}.`,
    );
  const first = report.combinations[at]?.first ?? null;
  const check = first && report.combinations[at]!.checks.find((c) => c.title === first.title);
  return {
    // What no check takes acts all the same, unless it was set aside.
    model: fieldModelOf(built, { ...chosen, ...untakenOf(chosen) }, { preview }),
    absent: built.solid.absent ?? [],
    name: chosen.name,
    hand: first ? { multiple: first.multiple, title: first.title, clause: check?.clause ?? '' } : null,
    checks: report.combinations[at]!.checks,
    rows: () => built.rows(chosen)?.rows ?? [],
    drawing: () => {
      const { items, views } = built.drawing({ ...UNTITLED, verdict: report.verdict }, null);
      return { items: items.flatMap(lineAlone), views };
    },
  };
}

/** Its views are shown without a title block. */
const UNTITLED = { ...{ job: '', number: '', revision: '', mark: '', kind: '', basis: '' }, units: '', checked: '' };
/** Lines of the joint itself, without what fills them: what is under them is seen. */
function lineAlone(item: Item): Item[] {
  if (item.k === 'text' || !['outline', 'hidden'].includes(item.line)) return [];
  const { fill: _fill, ...line } = item;
  return [line];
}

/** Analyses a joint of a job; `early` is told the state at the design load while the path goes on. Throws a Refusal that says why it can't be. */
export function jointField(
  joint: StoredJoint,
  job: JobDocument,
  asked: FieldAsked = {},
  early?: (atDesign: JointField) => void,
): JointField {
  const { model: whole, absent, name, hand, checks, rows, drawing } = jointModel(joint, job, asked);
  const { without = [] } = asked;
  const model = withoutParts(whole, without);
  const system: System = systemOf(model);
  const told = (result: FieldResult): JointField => {
    const state = result.design ?? result.limit;
    const beside = state && !without.length ? [...rowsBeside(rows(), model, state), ...counterparts(checks, model, state)] : [];
    return {
      ...{ mark: joint.mark, combination: name, hand, result, without, spare: partsToSpare(model), counterparts: beside, absent },
      ...(asked.pictures ? { drawing: drawing() } : {}),
    };
  };
  return told(analyseSystem(system, { ...asked, ...(early ? { reached: (result) => early(told(result)) } : {}) }));
}

/** What the two methods say beside each other, where both say a multiple. */
export function besideHand({ hand, result, without }: JointField): string {
  // The checks are of the whole joint.
  if (!hand || without.length > 0 || result.end === 'design' || result.end === 'cancelled') return '';
  if (hand.multiple <= 0)
    return `The hand method finds no resistance (${hand.title}): what the analysis carries beside it is not to be leaned on.`;
  const ratio = result.multiple / hand.multiple;
  const said = `The hand method gives at ${hand.multiple.toFixed(2)} (${hand.title}): ratio ${ratio.toFixed(2)}.`;
  // What is usual of end plates and bolted plates; outside of it one of the two sees what the other does not.
  if (ratio >= 0.85 && ratio <= 1.15) return said;
  return ratio < 1
    ? `${said} The analysis stops earlier: what stops it may not be covered by the checks, or is limited here by ${
        result.stop?.kind === 'strain'
          ? 'strain (steel yields at f_y here, where checks of net sections count f_u)'
          : 'strain or slip'
      }.`
    : `${said} The analysis goes further: loads find other ways than the check counts (bolts share as plastic ones, walls beside the one that is checked, plates that were added, plates that yield further than their check lets them), or what the check looks at (net sections, block tearing, a key in concrete, detailing) is not in the model.`;
}
