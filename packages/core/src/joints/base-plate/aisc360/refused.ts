import { Refusal } from '../../../refusal.ts';
import type { BaseModel } from '../model.ts';

/** Refuses a base that the method does not cover, naming the field and what would be accepted. */
export function refuseOutside(m: BaseModel): void {
  const refuse = (field: string, what: string, accepted: string): never => {
    throw new Refusal(field, `${field}: ${what}; accepted is ${accepted}.`);
  };
  const { plate, anchors: a, shear } = m.input;
  const u = m.basis.units;
  if (plate.shape === 'circle')
    refuse('plate.shape', 'a round plate is not covered by AISC Design Guide 1’s bearing cases', 'rectangle');
  for (const k of ['y', 'z'] as const)
    if (plate[k] !== 0)
      refuse(
        `plate.${k}`,
        `a plate ${u.size(Math.abs(plate[k]))} off the column is not covered`,
        'a plate centred under the column, 0',
      );
  if (m.anchors.length) {
    if (Math.abs(m.anchors.reduce((sum, q) => sum + q.y, 0)) > 1e-6 * m.anchors.length)
      refuse(
        'anchors.y',
        `anchors ${u.size(Math.abs(a.y))} off the axis bend the base about the other axis, which is not covered`,
        '0',
      );
    if (a.type !== 'headed' && a.type !== 'washer')
      refuse('anchors.type', `"${a.type}": of ACI 318, chapter 17, cast-in headed anchors are covered`, 'headed or washer');
  }
  // A plate flush with its block reaches past it by no more than floating-point noise.
  if (m.overhang > 1e-6)
    refuse(
      'concrete.B_z',
      `the plate reaches ${u.size(Math.ceil(m.overhang * 10) / 10)} past the block`,
      'a block that covers the plate',
    );
  const { key, path } = shear;
  if (key && path.endsWith('key')) {
    if (key.type !== 'plate') refuse('shear.key.type', 'a shear lug of I section is not covered', 'plate');
    if (key.along !== 'z') refuse('shear.key.along', 'shear along y is not covered', 'z');
  }
}
