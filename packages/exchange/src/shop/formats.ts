// What can be made for the shop; the pages read it without the code that makes it.

/** What is made of each joint by itself. */
export const JOINT_FORMATS = [
  {
    id: 'dxf',
    label: 'Drawing and flat plates (DXF)',
    about: 'the sheet in true size, and each plate with its contour, holes and mark',
  },
  {
    id: 'nc1',
    label: 'Files for machines (NC1)',
    about: 'each plate and angle, and the end of the beam where it is notched or drilled',
  },
  { id: 'svg', label: 'Drawing (SVG)', about: 'the sheet as it is printed' },
] as const;
/** What is made of one joint or of a job as a whole. */
export const WHOLE_FORMATS = [
  { id: 'csv', label: 'Lists (CSV)', about: 'plates and angles, bolts, welds, anchors, with totals' },
  { id: 'xlsx', label: 'Lists (XLSX)', about: 'the same, a sheet each' },
  { id: 'lists', label: 'Lists (PDF)', about: 'the same on paper' },
  { id: 'nest', label: 'Sheets of plates (DXF)', about: 'plates by thickness and steel, laid out on sheets to be cut from' },
] as const;
/** What is written joint by joint into one file. */
export const MODEL_FORMATS = [
  {
    id: 'drawings',
    label: 'Drawings (PDF)',
    about: 'the sheet of each joint at its scale, and each plate and angle with its dimensions',
  },
  {
    id: 'ifc',
    label: 'Model (IFC 4)',
    about: 'members near the joint, plates, bolts, welds, anchors and footings, with how each joint stands',
  },
  {
    id: 'json',
    label: 'Exchange (JSON)',
    about: 'members, joints, forces, details, verdicts and pieces, for a program that reads none of the others',
  },
] as const;
/** Everything in one. */
export const PACKAGE_FORMATS = [
  {
    id: 'zip',
    label: 'Package (ZIP)',
    about: 'calculation, drawings, plates, machine files, lists, model and the job file, with an index',
  },
] as const;
export const SHOP_FORMATS = [...JOINT_FORMATS, ...WHOLE_FORMATS, ...MODEL_FORMATS, ...PACKAGE_FORMATS] as const;
export type JointFormat = (typeof JOINT_FORMATS)[number]['id'];
export type WholeFormat = (typeof WHOLE_FORMATS)[number]['id'];
export type ShopFormat = (typeof SHOP_FORMATS)[number]['id'];
export const isWhole = (format: ShopFormat): format is WholeFormat => WHOLE_FORMATS.some((f) => f.id === format);

/** What stands on drawings. */
export type ShopCopy = 'shop' | 'calculation';
export const SHOP_COPIES: readonly { readonly id: ShopCopy; readonly label: string; readonly about: string }[] = [
  { id: 'shop', label: 'For the shop', about: 'sizes and marks alone; a joint that does not hold is marked as not to be made' },
  { id: 'calculation', label: 'For the calculation', about: 'with forces, pressures, and where it gives first' },
];

/** Whether a copy is asked for: there is a drawing of the joint in it. */
export const usesCopy = (format: string): boolean => ['drawings', 'dxf', 'svg', 'zip'].includes(format);

/** How dimensions are written in DXF. */
export const DIMENSION_FORMS = [
  { id: 'lines', label: 'As lines and texts', about: 'the same in every program' },
  { id: 'entities', label: 'As dimension entities', about: 'to be edited as dimensions; drawn the same' },
] as const;
export type DimensionForm = (typeof DIMENSION_FORMS)[number]['id'];
export const usesDimensions = (format: string): boolean => format === 'dxf';

/** Whether a paper is asked for: drawings are put on it. */
export const usesPaper = (format: string): boolean => ['drawings', 'zip'].includes(format);

/** A name that every file system takes. */
export const safeName = (text: string): string =>
  text
    .trim()
    .replace(/[^\p{L}\p{N}._-]+/gu, '-')
    .replace(/^[-.]+|-+$/g, '')
    .slice(0, 80) || 'file';

/** Formats of which there is always one file: of a joint, of a job. */
const SINGLE: Readonly<Record<ShopFormat, { readonly joint: string | null; readonly job: string | null }>> = {
  dxf: { joint: null, job: null },
  nc1: { joint: null, job: null },
  svg: { joint: 'svg', job: null },
  csv: { joint: 'csv', job: 'csv' },
  xlsx: { joint: 'xlsx', job: 'xlsx' },
  lists: { joint: 'pdf', job: 'pdf' },
  nest: { joint: null, job: null },
  drawings: { joint: 'pdf', job: 'pdf' },
  ifc: { joint: 'ifc', job: 'ifc' },
  json: { joint: 'json', job: 'json' },
  zip: { joint: null, job: null },
};
export const singleOf = (format: ShopFormat, only: string | undefined): string | null =>
  SINGLE[format][only === undefined ? 'job' : 'joint'];

/** Name of what is made: one file, or a ZIP of several with their index. */
export const outName = (
  format: ShopFormat,
  { job, only }: { readonly job: { readonly name: string; readonly number: string }; readonly only?: string },
): string => {
  const single = singleOf(format, only);
  const called = safeName([job.number, only ?? job.name].filter(Boolean).join(' '));
  return single === null
    ? `${called}${format === 'zip' ? '' : `-${format}`}.zip`
    : `${called}${isWhole(format) ? '-lists' : format === 'drawings' ? '-drawings' : format === 'json' ? '-exchange' : ''}.${single}`;
};

/** Formats whose files are made one by one. */
export type FilesFormat = JointFormat | WholeFormat;
