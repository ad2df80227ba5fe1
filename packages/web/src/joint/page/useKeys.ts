import { useCallback, useEffect } from 'react';
import { useNavigate } from 'react-router';
import type { Sibling } from '@ample/core';

/** Keys of the page, where they are not typed into a field or a dialog. */
function useKey(onKey: (e: KeyboardEvent) => void): void {
  useEffect(() => {
    const pressed = (e: KeyboardEvent): void => {
      if (!(e.target as HTMLElement).closest('input, textarea, select, dialog')) onKey(e);
    };
    window.addEventListener('keydown', pressed);
    return () => window.removeEventListener('keydown', pressed);
  }, [onKey]);
}

/** Keys of an open joint: undo, redo, the detail line. */
export function useKeys(undo: () => void, redo: () => void): void {
  useKey(
    useCallback(
      (e) => {
        const ctrl = e.ctrlKey || e.metaKey;
        if (ctrl && e.key.toLowerCase() === 'z') {
          e.preventDefault();
          (e.shiftKey ? redo : undo)();
        } else if (ctrl && e.key.toLowerCase() === 'y') {
          e.preventDefault();
          redo();
        } else if (!ctrl && e.key.toLowerCase() === 'l') {
          e.preventDefault();
          document.querySelector<HTMLElement>('[data-line-token]')?.click();
        }
      },
      [undo, redo],
    ),
  );
}

/** The joints before and after one of a job, by their keys too: while it opens, and where it can't be read. */
export function useNeighbours(jobId: string, siblings: readonly Sibling[], id: string) {
  const navigate = useNavigate();
  const at = siblings.findIndex((s) => s.id === id);
  const go = useCallback(
    (by: number): void => {
      // From where the address is: while a joint opens that is ahead of what is shown.
      const from = siblings.findIndex((s) => window.location.pathname.endsWith(`/${s.id}`));
      const to = siblings[from + by];
      if (from >= 0 && to) void navigate(`/jobs/${jobId}/joints/${to.id}`);
    },
    [siblings, jobId, navigate],
  );
  useKey(
    useCallback(
      (e) => {
        if (e.ctrlKey || e.metaKey) return;
        if (e.key === '[') go(-1);
        else if (e.key === ']') go(1);
      },
      [go],
    ),
  );
  return { at, go };
}
