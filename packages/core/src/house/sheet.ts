import type { Drawing } from '../drawing/index.ts';
import { kindTitle } from '../joints/kind.ts';
import { kindOf } from '../joints/registry.ts';
import { buildJoint } from '../joints/report.ts';
import { basisOf, basisWords } from '../standards/job-basis.ts';
import type { HouseDetail } from './types.ts';

/** The sheet of a house detail, on its own members. Throws a Refusal where it can't be built. */
export function houseSheet(detail: HouseDetail, version: number, checked = ''): Drawing {
  const basis = basisOf(detail, detail.settings);
  return buildJoint(detail, basis).drawing(
    {
      ...{ job: 'House details', number: '', mark: detail.name, revision: String(version), checked, verdict: 'house detail' },
      ...{ kind: kindTitle(kindOf(detail.kind), basis.standard), basis: basisWords(detail.basis), units: basis.units.name('mm') },
    },
    null,
  );
}
