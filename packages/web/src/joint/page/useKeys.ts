import { useEffect } from 'react';

/** Keys of the page: undo, redo, the joints beside this one, the detail line. */
export function useKeys({ undo, redo, go }: { undo: () => void; redo: () => void; go: (by: number) => void }): void {
  useEffect(() => {
    const onKey = (e: KeyboardEvent): void => {
      const typing = (e.target as HTMLElement).closest('input, textarea, select, dialog');
      if (typing) return;
      const ctrl = e.ctrlKey || e.metaKey;
      if (ctrl && e.key.toLowerCase() === 'z') {
        e.preventDefault();
        (e.shiftKey ? redo : undo)();
      } else if (ctrl && e.key.toLowerCase() === 'y') {
        e.preventDefault();
        redo();
      } else if (!ctrl && e.key === '[') go(-1);
      else if (!ctrl && e.key === ']') go(1);
      else if (!ctrl && e.key.toLowerCase() === 'l') {
        e.preventDefault();
        document.querySelector<HTMLElement>('[data-line-token]')?.click();
      }
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [undo, redo, go]);
}
