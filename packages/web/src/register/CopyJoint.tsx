import { useState } from 'react';
import type { RegisterEntry } from '@ample/core';
import { api } from '../api.ts';
import { Dialog, Problem } from '../parts/Dialog.tsx';

/** Asks for the mark of a copy. */
export function CopyJoint({
  joint,
  mark: suggested,
  onClose,
  onMade,
}: {
  joint: RegisterEntry;
  mark: string;
  onClose: () => void;
  onMade: (id: string) => Promise<void>;
}) {
  const [mark, setMark] = useState(suggested);
  const [problem, setProblem] = useState('');
  return (
    <Dialog title={`Copy ${joint.mark}`} onClose={onClose} width={380}>
      <form
        onSubmit={(e) => {
          e.preventDefault();
          api.copyJoint(joint.id, mark).then(
            (made) => onMade(made.id),
            (x: Error) => setProblem(x.message),
          );
        }}
      >
        <label className="form-grid">
          <span>New mark</span>
          <input className="input" value={mark} onFocus={(e) => e.target.select()} onChange={(e) => setMark(e.target.value)} />
        </label>
        <Problem>{problem}</Problem>
        <button type="submit" className="btn btn-primary mt-3">
          Copy
        </button>
      </form>
    </Dialog>
  );
}
