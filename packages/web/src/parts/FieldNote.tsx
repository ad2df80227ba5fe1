import { useState, type FocusEvent } from 'react';

/** What the field under the cursor is: fields name it in `data-help`. It stays while a button has the focus, so that no button moves from under the pointer. */
export function useFieldNote(): { readonly note: string; readonly onFocus: (e: FocusEvent) => void } {
  const [note, setNote] = useState('');
  return { note, onFocus: (e) => setNote((now) => e.target.closest('[data-help]')?.getAttribute('data-help') ?? now) };
}

export const FieldNote = ({ note }: { note: string }) =>
  note ? (
    <p className="field-note" role="note">
      {note}
    </p>
  ) : null;
