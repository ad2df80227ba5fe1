// Small models in the form of ISO 10303-21, written line by line for the tests, by nothing that the product writes with.

export class Lines {
  private readonly lines: string[] = [];
  add(text: string): string {
    this.lines.push(text);
    return `#${this.lines.length}`;
  }
  file(schema = 'IFC4'): Uint8Array {
    const head = `ISO-10303-21;\nHEADER;\nFILE_DESCRIPTION((''),'2;1');\nFILE_NAME('','',(''),(''),'','','');\nFILE_SCHEMA(('${schema}'));\nENDSEC;\nDATA;\n`;
    return new TextEncoder().encode(
      `${head}${this.lines.map((l, i) => `#${i + 1}=${l};\n`).join('')}ENDSEC;\nEND-ISO-10303-21;\n`,
    );
  }
}

const real = (x: number): string => (Number.isInteger(x) ? `${x}.` : String(x));
export const point = (l: Lines, ...p: number[]): string => l.add(`IFCCARTESIANPOINT((${p.map(real).join(',')}))`);
export const direction = (l: Lines, ...p: number[]): string => l.add(`IFCDIRECTION((${p.map(real).join(',')}))`);
export const axes = (l: Lines, at: readonly number[], z = [0, 0, 1], x = [1, 0, 0]): string =>
  l.add(`IFCAXIS2PLACEMENT3D(${point(l, ...at)},${direction(l, ...z)},${direction(l, ...x)})`);
export const units = (l: Lines, length: string): string => l.add(`IFCUNITASSIGNMENT((${length}))`);
export const MM = (l: Lines): string => units(l, l.add('IFCSIUNIT(*,.LENGTHUNIT.,.MILLI.,.METRE.)'));
export const METRES = (l: Lines): string => units(l, l.add('IFCSIUNIT(*,.LENGTHUNIT.,$,.METRE.)'));
export function FEET(l: Lines): string {
  const metre = l.add('IFCSIUNIT(*,.LENGTHUNIT.,$,.METRE.)');
  const measure = l.add(`IFCMEASUREWITHUNIT(IFCLENGTHMEASURE(0.3048),${metre})`);
  const size = l.add('IFCDIMENSIONALEXPONENTS(1,0,0,0,0,0,0)');
  return units(l, l.add(`IFCCONVERSIONBASEDUNIT(${size},.LENGTHUNIT.,'FOOT',${measure})`));
}

export const iProfile = (
  l: Lines,
  name: string,
  [b, h, tw, tf, r]: readonly [number, number, number, number, number],
  at = '$',
): string => l.add(`IFCISHAPEPROFILEDEF(.AREA.,'${name}',${at},${real(b)},${real(h)},${real(tw)},${real(tf)},${real(r)},$,$)`);
export const extruded = (l: Lines, profile: string, depth: number, at = '$'): string =>
  l.add(`IFCEXTRUDEDAREASOLID(${profile},${at},${direction(l, 0, 0, 1)},${real(depth)})`);

export interface ElementOf {
  readonly type?: 'IFCBEAM' | 'IFCCOLUMN' | 'IFCMEMBER';
  readonly id: string;
  readonly name: string;
  /** Where it begins, along z of its own place. */
  readonly place: string;
  readonly items: readonly string[];
  readonly kind?: string;
  /** IFC 2x3 has no kind of use. */
  readonly old?: boolean;
}
export function element(l: Lines, { type = 'IFCBEAM', id, name, place, items, kind = 'SweptSolid', old }: ElementOf): string {
  const context = l.add(`IFCGEOMETRICREPRESENTATIONCONTEXT($,'Model',3,1.E-05,${axes(l, [0, 0, 0])},$)`);
  const shape = l.add(`IFCSHAPEREPRESENTATION(${context},'Body','${kind}',(${items.join(',')}))`);
  const definition = l.add(`IFCPRODUCTDEFINITIONSHAPE($,$,(${shape}))`);
  return l.add(`${type}('${id}',$,'${name}',$,$,${place},${definition},$${old ? '' : ',$'})`);
}
export const placed = (l: Lines, where: string, relative = '$'): string => l.add(`IFCLOCALPLACEMENT(${relative},${where})`);
/** A steel alone, or with the section that it is of. */
export function material(l: Lines, elements: readonly string[], name: string, profile?: string): string {
  const steel = l.add(`IFCMATERIAL('${name}',$,$)`);
  const of =
    profile === undefined
      ? steel
      : l.add(`IFCMATERIALPROFILESET($,$,(${l.add(`IFCMATERIALPROFILE($,$,${steel},${profile},$,$)`)}),$)`);
  const usage = profile === undefined ? of : l.add(`IFCMATERIALPROFILESETUSAGE(${of},5,$)`);
  return l.add(
    `IFCRELASSOCIATESMATERIAL('0000000000000000000${l.add('IFCDIRECTION((1.,0.,0.))').slice(1)}',$,$,$,(${elements.join(',')}),${usage})`,
  );
}
