import { useState } from 'react';
import { kindOf, type JointContent } from '@ample/core';
import { api } from '../../api.ts';
import { Dialog, Problem } from '../../parts/Dialog.tsx';
import { useUnits } from '../../parts/units.ts';
import { mineKept, recordReplaced, storedTaken } from '../../store/joint.ts';
import { useApp, useAppDispatch } from '../../store/store.ts';

/** Signs the joint as checked, or takes the signature back. */
export function Sign({ onClose, verdict, open }: { onClose: () => void; verdict: string; open: number }) {
  const dispatch = useAppDispatch();
  const record = useApp((s) => s.joint.record)!;
  const me = useApp((s) => s.settings.who);
  const [by, setBy] = useState(record.checked?.by ?? me);
  const [note, setNote] = useState('');
  const [problem, setProblem] = useState('');
  const sign = (name: string | null): void =>
    void api.sign(record.id, record.version, name, name === null ? '' : note.trim()).then(
      (r) => {
        dispatch(recordReplaced(r));
        onClose();
      },
      (e: Error) => setProblem(e.message),
    );
  return (
    <Dialog title={`Sign off ${record.mark}`} onClose={onClose} width={420}>
      <form
        onSubmit={(e) => {
          e.preventDefault();
          if (by.trim()) sign(by.trim());
          else setProblem('Checked by: the name is missing; it must be given.');
        }}
      >
        <p className="mb-2">{verdict}. A later change of detail, actions or basis makes the signature stale.</p>
        {open > 0 && <p className="unused mb-2">{open === 1 ? 'One comment is' : `${open} comments are`} open.</p>}
        <label className="form-grid">
          <span>Checked by</span>
          <input className="input w-full" value={by} onChange={(e) => setBy(e.target.value)} />
        </label>
        <label className="form-grid mt-2">
          <span>Note</span>
          <textarea
            className="textarea w-full"
            rows={2}
            maxLength={2000}
            placeholder="what was checked, and how"
            value={note}
            onChange={(e) => setNote(e.target.value)}
          />
        </label>
        {record.checked?.note && <p className="muted mt-1">Signed before with: {record.checked.note}</p>}
        <Problem>{problem}</Problem>
        <div className="flex gap-2 mt-3">
          <button type="submit" className="btn btn-primary">
            Sign as checked
          </button>
          {record.checked && (
            <button type="button" className="btn" onClick={() => sign(null)}>
              Take the signature back
            </button>
          )}
        </div>
      </form>
    </Dialog>
  );
}

/** A save that came too late: both versions, and the choice. */
export function Stale({ onClose }: { onClose: () => void }) {
  const dispatch = useAppDispatch();
  const { stored, present, problem } = useApp((s) => s.joint);
  const units = useUnits();
  const print = (c: JointContent): string => kindOf(c.kind).line.print(c.input, units);
  return (
    <Dialog title="Changed meanwhile" onClose={onClose} width={640}>
      <p>{problem}</p>
      <div className="mt-3 grid gap-2">
        <div>
          <div className="label">Stored, version {stored!.version}</div>
          <div className="mono">
            {stored!.mark}: {print(stored!)}
          </div>
          <div className="muted">{stored!.combinations.length} combinations</div>
        </div>
        <div>
          <div className="label">Yours</div>
          <div className="mono">
            {present!.mark}: {print(present!)}
          </div>
          <div className="muted">{present!.combinations.length} combinations</div>
        </div>
      </div>
      <div className="flex gap-2 mt-4">
        <button type="button" data-first className="btn btn-primary" onClick={() => dispatch(storedTaken())}>
          Take the stored one
        </button>
        <button type="button" className="btn" onClick={() => dispatch(mineKept())}>
          Save yours over it
        </button>
      </div>
      <p className="muted mt-2">Taking the stored one keeps yours in undo.</p>
    </Dialog>
  );
}
