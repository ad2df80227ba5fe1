import type { RefObject } from 'react';

interface Props {
  readonly of: RefObject<HTMLInputElement | null>;
  readonly label: string;
  readonly accept?: string;
  readonly onFile: (file: File) => void;
}

/** The place where the browser takes a file; a button elsewhere opens it. The same file may be chosen again. */
export const FileInput = ({ of, label, accept = '.json,application/json', onFile }: Props) => (
  <input
    ref={of}
    type="file"
    accept={accept}
    className="hidden"
    aria-label={label}
    onChange={(e) => {
      const file = e.target.files?.[0];
      e.target.value = '';
      if (file) onFile(file);
    }}
  />
);
