/** Layers of drawings in DXF by what is on them; an office may call them otherwise. */
export const DXF_LAYERS = [
  { id: 'OUTLINE', about: 'edges that are seen' },
  { id: 'THIN', about: 'thin lines: cuts, leaders, weld symbols' },
  { id: 'HIDDEN', about: 'edges that are not seen' },
  { id: 'CENTRE', about: 'axes and centre lines' },
  { id: 'DIMENSION', about: 'dimensions with their figures' },
  { id: 'TEXT', about: 'notes and the title block' },
  { id: 'FAILURE', about: 'where it gives first, on the copy for the calculation' },
  { id: 'FORCE', about: 'actions, on the copy for the calculation' },
  { id: 'FORMER', about: 'what was, where changes are drawn' },
  { id: 'CONTOUR', about: 'contours of flat plates' },
  { id: 'HOLES', about: 'holes and slots of flat plates' },
  { id: 'MARK', about: 'marks of flat plates' },
  { id: 'SHEET', about: 'sheets that plates are cut from' },
] as const;
export type DxfLayer = (typeof DXF_LAYERS)[number]['id'];
/** What a layer is called. */
export const layerName = (names: Readonly<Partial<Record<DxfLayer, string>>>, id: DxfLayer): string => names[id] ?? id;
