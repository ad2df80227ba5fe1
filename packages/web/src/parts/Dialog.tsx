import { useEffect, useRef, type ReactNode } from 'react';

/** A modal box; Escape or its button closes it, focus stays inside and comes back afterwards. */
export function Dialog({ title, onClose, children, width = 520 }: { title: string; onClose: () => void; children: ReactNode; width?: number }) {
  const ref = useRef<HTMLDialogElement>(null);
  useEffect(() => {
    const box = ref.current!;
    if (!box.open) box.showModal();
    return () => box.close();
  }, []);
  return (
    <dialog ref={ref} className="box" style={{ width: `min(${width}px, 94vw)` }} aria-label={title} onCancel={(e) => { e.preventDefault(); onClose(); }}>
      <div className="flex items-start justify-between gap-4 mb-3">
        <h2>{title}</h2>
        <button type="button" className="btn btn-ghost" onClick={onClose}>Close</button>
      </div>
      {children}
    </dialog>
  );
}

export const Problem = ({ children }: { children: ReactNode }) => (children ? <p className="problem" role="alert">{children}</p> : null);
