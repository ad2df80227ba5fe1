import type { Point } from '@ample/core';

/** A small reader of machine files for the tests, by the columns of the format: nothing of it comes from the writer. */
export interface Nc1 {
  readonly head: {
    readonly piece: string;
    readonly revision: string;
    readonly quality: string;
    readonly count: number;
    readonly profile: string;
    readonly code: string;
    readonly length: number;
    readonly height: number;
    readonly flangeWidth: number;
    readonly flangeThickness: number;
    readonly webThickness: number;
    readonly radius: number;
    readonly mass: number;
    readonly surface: number;
  };
  readonly holes: {
    readonly face: string;
    readonly x: number;
    readonly y: number;
    readonly d: number;
    readonly slot: Point | null;
  }[];
  readonly contours: { readonly face: string; readonly points: Point[]; readonly radii: number[] }[];
  readonly marks: { readonly face: string; readonly x: number; readonly y: number; readonly text: string }[];
}

export function readNc1(text: string): Nc1 {
  const lines = text.split('\r\n');
  if (lines.at(-1) !== '' || lines.at(-2) !== 'EN') throw new Error('the file does not end with EN');
  for (const line of lines) if (/[^ -~]/.test(line)) throw new Error(`"${line}" is not plain`);
  const blocks: { code: string; lines: string[] }[] = [];
  for (const line of lines.slice(0, -2)) {
    if (/^\*\*/.test(line)) continue;
    if (/^[A-Z]{2}$/.test(line)) blocks.push({ code: line, lines: [] });
    else if (line.startsWith('  ')) blocks.at(-1)!.lines.push(line);
    else throw new Error(`"${line}" is neither a block nor its data`);
  }
  const of = (code: string): string[][] => blocks.filter((b) => b.code === code).map((b) => b.lines);
  const st = of('ST')[0]!.map((l) => l.trim());
  if (st.length !== 24) throw new Error(`a head of ${st.length} lines`);
  const numbers = (t: string): number[] => t.trim().split(/[\s]+/).map(Number);
  return {
    head: {
      revision: st[2]!,
      piece: st[3]!,
      quality: st[4]!,
      count: Number(st[5]),
      profile: st[6]!,
      code: st[7]!,
      length: Number(st[8]),
      height: Number(st[9]),
      flangeWidth: Number(st[10]),
      flangeThickness: Number(st[11]),
      webThickness: Number(st[12]),
      radius: Number(st[13]),
      mass: Number(st[14]),
      surface: Number(st[15]),
    },
    holes: of('BO')
      .flat()
      .map((l) => {
        const [round, slot] = l.slice(3).split('l');
        const [x, y, d] = numbers(round!.replace('u', ' '));
        return { face: l[2]!, x: x!, y: y!, d: d!, slot: slot ? ([numbers(slot)[0]!, numbers(slot)[1]!] as const) : null };
      }),
    contours: of('AK').map((list) => {
      const rows = list.map((l) => numbers(l.slice(3).replace('u', ' ')));
      const [first, last] = [rows[0]!, rows.at(-1)!];
      if (first[0] !== last[0] || first[1] !== last[1]) throw new Error('a contour that does not close');
      return {
        face: list[0]![2]!,
        points: rows.slice(0, -1).map((r) => [r[0]!, r[1]!] as const),
        radii: rows.slice(0, -1).map((r) => r[2]!),
      };
    }),
    marks: of('SI')
      .flat()
      .map((l) => {
        const at = l.indexOf('r', 4);
        const [x, y] = numbers(l.slice(3, at).replace('u', ' '));
        return { face: l[2]!, x: x!, y: y!, text: l.slice(at + 1) };
      }),
  };
}
