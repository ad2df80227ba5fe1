// Formats of the calculation beside the PDF; the pages read them without the code that writes them.

export const OFFICE_FORMATS = [
  { id: 'docx', ext: 'docx', label: 'Calculation (DOCX)', about: 'the same to edit, with real equations' },
  {
    id: 'workbook',
    ext: 'xlsx',
    label: 'Calculation (XLSX)',
    about: 'given values in named cells, and every formula live, to follow and to try',
  },
  { id: 'html', ext: 'html', label: 'Calculation (HTML)', about: 'the same as one page that needs nothing else' },
  { id: 'txt', ext: 'txt', label: 'Calculation (text)', about: 'the same without drawings' },
] as const;
export type OfficeFormat = (typeof OFFICE_FORMATS)[number]['id'];
export const isOffice = (format: string): format is OfficeFormat => OFFICE_FORMATS.some((f) => f.id === format);
/** What the name of such a file ends in. */
export const officeEnding = (format: OfficeFormat): string => OFFICE_FORMATS.find((f) => f.id === format)!.ext;
