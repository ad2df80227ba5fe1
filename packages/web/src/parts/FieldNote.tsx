import { useState, type FocusEvent } from 'react';

/** What the field under the cursor is: `data-help` of a field has it, or what `wordsOf` finds it by when it is focused. It stays while a button has the focus, so that no button moves from under the pointer. */
export function useFieldNote(wordsOf = (help: string): string => help): {
  readonly note: string;
  readonly onFocus: (e: FocusEvent) => void;
} {
  const [note, setNote] = useState('');
  return {
    note,
    onFocus: (e) => {
      const help = e.target.closest('[data-help]')?.getAttribute('data-help');
      if (help) setNote(wordsOf(help));
    },
  };
}

export const FieldNote = ({ note }: { note: string }) =>
  note ? (
    <p className="field-note" role="note">
      {note}
    </p>
  ) : null;
