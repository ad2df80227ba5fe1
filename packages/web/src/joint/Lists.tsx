import { basisOf, buildJoint, type JobRecord, type JointContent } from '@ample/core';
import { api } from '../api.ts';
import { ListTable } from '../parts/ListTable.tsx';

/** Lists of a joint, to read and to take along as CSV, and its template in true size. Files are made from the saved joint. */
export function Lists({
  content,
  job,
  jointId,
  saved,
}: {
  content: JointContent;
  job: JobRecord;
  jointId: string;
  saved: boolean;
}) {
  const { lists, template } = buildJoint(content, basisOf(job, content.settings));
  return (
    <div className="p-4 overflow-auto h-full">
      {lists.map((l) => (
        <section key={l.id} className="mb-6" aria-label={l.title}>
          <div className="flex items-baseline gap-3 mb-1">
            <h2 className="text-[14px]! font-semibold!">{l.title}</h2>
            {saved && (
              <a className="underline" href={api.listUrl(jointId, l.id)} download>
                CSV
              </a>
            )}
          </div>
          <ListTable list={l} />
        </section>
      ))}
      {template && saved && (
        <p>
          <a className="underline" href={api.templateUrl(jointId)} download>
            {template.title}, true size (DXF)
          </a>{' '}
          <span className="muted">
            {template.layers.map((l) => l.name.toLowerCase()).join(', ')} on layers of their own, millimetres
          </span>
        </p>
      )}
      {!saved && <p className="muted">Files can be taken once the joint is saved.</p>}
    </div>
  );
}
