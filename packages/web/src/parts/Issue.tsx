import { useEffect, useState } from 'react';
import type { DocumentState } from '@ample/core';
import { api } from '../api.ts';
import { Dialog, Problem } from './Dialog.tsx';

/** Issues the PDF of a joint, a calculation or a job: progress from the server, cancel, and the file when it is ready. */
export function Issue({ jobId, jointId, calculationId, title, onClose }: { jobId: string; jointId?: string; calculationId?: string; title: string; onClose: () => void }) {
  const [state, setState] = useState<DocumentState | null>(null);
  const [problem, setProblem] = useState('');
  useEffect(() => {
    let events: EventSource | null = null;
    let gone = false;
    api.issue(jobId, { ...(jointId ? { jointId } : {}), ...(calculationId ? { calculationId } : {}) }).then((started) => {
      if (gone) return void api.cancelDocument(started.id);
      setState(started);
      events = api.documentEvents(started.id);
      events.onmessage = (e) => {
        const next = JSON.parse(e.data as string) as DocumentState;
        setState(next);
        if (next.status !== 'working') events?.close();
      };
      events.onerror = () => {
        events?.close();
        setState((s) => (s?.status === 'working' ? { ...s, status: 'failed', message: 'The server stopped answering; issue it again.' } : s));
      };
    }).catch((e: Error) => setProblem(e.message));
    return () => {
      gone = true;
      events?.close();
    };
  }, [jobId, jointId, calculationId]);
  const working = state?.status === 'working' || (!state && !problem);
  const close = (): void => {
    if (state?.status === 'working') void api.cancelDocument(state.id);
    onClose();
  };
  return (
    <Dialog title={title} onClose={close} width={460}>
      {working && (
        <>
          <progress className="progress w-full" value={state?.done ?? 0} max={state?.total ?? 1} />
          <p className="muted mt-1" aria-live="polite">{state?.what ? `Writing ${state.what}: ${state.done} of ${state.total}` : 'Starting…'}</p>
          <button type="button" className="btn mt-3" onClick={() => state && void api.cancelDocument(state.id).then(setState)}>Cancel</button>
        </>
      )}
      {state?.status === 'ready' && (
        <>
          <p>{calculationId ? 'The document is ready: inputs, answer, picture, tables and workings.' : 'The document is ready: drawing to scale, inputs, actions, checks, detailing rules and workings.'}</p>
          <a className="btn btn-primary mt-3" href={api.documentUrl(state.id)} download={state.name} autoFocus>Download {state.name}</a>
        </>
      )}
      {state?.status === 'cancelled' && <p>Cancelled; no file was written.</p>}
      {state?.status === 'failed' && <Problem>{state.message}</Problem>}
      <Problem>{problem}</Problem>
    </Dialog>
  );
}
