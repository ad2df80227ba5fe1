// Formats of the calculation beside the PDF; the pages read them without the code that writes them.

export const OFFICE_FORMATS = [
  { id: 'docx', label: 'Calculation (DOCX)', about: 'the same to edit, with real equations' },
  { id: 'html', label: 'Calculation (HTML)', about: 'the same as one page that needs nothing else' },
  { id: 'txt', label: 'Calculation (text)', about: 'the same without drawings' },
] as const;
export type OfficeFormat = (typeof OFFICE_FORMATS)[number]['id'];
export const isOffice = (format: string): format is OfficeFormat => OFFICE_FORMATS.some((f) => f.id === format);
