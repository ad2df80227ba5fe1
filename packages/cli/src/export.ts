import { basisOf, kindOf, Refusal, type JobDocument } from '@ample/core';
import { listCsv } from '@ample/exchange/csv';
import { templateDxf } from '@ample/exchange/dxf';
import { BadInput } from './input.ts';

/** A list or the template of one joint, as the text of its file. */
export function exportPart(
  job: JobDocument,
  mark: string,
  options: { readonly list?: string; readonly template?: boolean },
): string {
  const joint = job.joints.find((j) => j.mark === mark);
  if (!joint)
    throw new BadInput(
      `mark: there is no joint "${mark}" in the job; accepted are ${job.joints
        .map((j) => j.mark)
        .slice(0, 40)
        .join(', ')}.`,
    );
  const kind = kindOf(joint.kind);
  try {
    const { lists, template } = kind.build(joint.input, basisOf(job, joint.settings));
    if (options.template) {
      if (!template)
        throw new BadInput(`template: a ${kind.title.toLowerCase()} has no template; joints of another kind may have one.`);
      return templateDxf(template);
    }
    const list = lists.find((l) => l.id === options.list);
    if (!list)
      throw new BadInput(
        `list: ${options.list === undefined ? 'neither --list nor --template is given' : `there is no list "${options.list}"`}; accepted for ${mark} are ${lists.map((l) => l.id).join(', ') || 'none: this kind of joint has no lists'}.`,
      );
    return listCsv(list);
  } catch (e) {
    if (e instanceof Refusal) throw new BadInput(`joint ${mark}: ${e.message}`);
    throw e;
  }
}
