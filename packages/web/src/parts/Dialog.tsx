import { useEffect, useRef, useState, type ReactNode, type RefObject } from 'react';

const FIELDS = 'input:not([type=hidden]), select, textarea';
const typing = (e: EventTarget): boolean =>
  (e instanceof HTMLInputElement && !['radio', 'checkbox', 'file'].includes(e.type)) || e instanceof HTMLTextAreaElement;

/** Opens it as it comes, with the focus where typing begins. */
function useOpened(ref: RefObject<HTMLDialogElement | null>): void {
  useEffect(() => {
    const box = ref.current!;
    if (!box.open) box.showModal();
    const body = box.querySelector('[data-dialog-body]')!;
    const first =
      body.querySelector<HTMLElement>('[data-first]') ??
      body.querySelector<HTMLElement>('input:checked') ??
      body.querySelector<HTMLElement>(FIELDS) ??
      body.querySelector<HTMLElement>('button.btn-primary, a.btn-primary, button');
    first?.focus();
    if (first instanceof HTMLInputElement && first.type === 'text') first.select();
    return () => box.close();
  }, [ref]);
}

interface DialogProps {
  readonly title: string;
  readonly onClose: () => void;
  readonly children: ReactNode;
  readonly width?: number;
}

/**
 * A modal box. The first field has the focus (or, without fields, the button that goes on); Enter takes it, Ctrl Enter from a text of several lines
 * too. Escape and its button close it, and ask first where something was typed. Focus stays inside and comes back afterwards.
 */
export function Dialog({ title, onClose, children, width = 520 }: DialogProps) {
  const ref = useRef<HTMLDialogElement>(null);
  const [typed, setTyped] = useState(false);
  const [asking, setAsking] = useState(false);
  const keep = useRef<HTMLButtonElement>(null);
  useOpened(ref);
  useEffect(() => {
    if (asking) keep.current?.focus();
  }, [asking]);
  const close = (): void => {
    if (typed && !asking) setAsking(true);
    else onClose();
  };
  const keepTyping = (): void => {
    setAsking(false);
    ref.current!.querySelector<HTMLElement>(FIELDS)?.focus();
  };
  return (
    <dialog
      ref={ref}
      className="box"
      style={{ width: `min(${width}px, 94vw)` }}
      aria-label={title}
      onCancel={(e) => {
        e.preventDefault();
        if (asking) keepTyping();
        else close();
      }}
      onInput={(e) => {
        if (typing(e.target)) setTyped(true);
      }}
      onKeyDown={(e) => {
        if (e.key === 'Enter' && (e.ctrlKey || e.metaKey) && e.target instanceof HTMLTextAreaElement)
          e.target.form?.requestSubmit();
        // A browser lets a second Escape through without asking.
        if (e.key === 'Escape' && !e.defaultPrevented) {
          e.preventDefault();
          if (asking) keepTyping();
          else close();
        }
      }}
    >
      <div className="flex items-start justify-between gap-4 mb-3">
        <h2>{title}</h2>
        <button type="button" className="btn btn-ghost" onClick={close}>
          Close
        </button>
      </div>
      {asking && <Ask keep={keep} onKeep={keepTyping} onClose={onClose} />}
      <div data-dialog-body>{children}</div>
    </dialog>
  );
}

export const Problem = ({ children }: { children: ReactNode }) =>
  children ? (
    <p className="problem" role="alert">
      {children}
    </p>
  ) : null;

/** Whether what was typed is thrown away. */
function Ask({ keep, onKeep, onClose }: { keep: RefObject<HTMLButtonElement | null>; onKeep: () => void; onClose: () => void }) {
  return (
    <div role="alertdialog" aria-label="Throw away what you typed?" className="dialog-ask">
      <span>What you typed here is not taken yet. Throw it away?</span>
      <button ref={keep} type="button" className="btn btn-primary" onClick={onKeep}>
        Keep typing
      </button>
      <button type="button" className="btn" onClick={onClose}>
        Throw it away
      </button>
    </div>
  );
}
