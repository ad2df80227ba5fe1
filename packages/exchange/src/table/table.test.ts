import Excel from 'exceljs';
import Zip from 'jszip';
import { describe, expect, it } from 'vitest';
import { systemOf } from '@ample/core';
import { cutTo, givenTable, guessMapping, guessRoles, mappingFault, ROLES, readTable, readText, type Mapping } from './index.ts';

const bytes = (text: string): Uint8Array => new TextEncoder().encode(text);
const SI = systemOf('SI');
const rowsOf = async (b: Uint8Array) => (await readTable(b))[0]!.rows;

describe('a table from a file', () => {
  it('is read in UTF-8, UTF-16 either way and the old Western code page', async () => {
    const text = 'Mark;Fall\nB1;Schnee über Dach';
    const want = [
      ['Mark', 'Fall'],
      ['B1', 'Schnee über Dach'],
    ];
    const utf16 = (little: boolean): Uint8Array => {
      const b = new Uint8Array(2 + 2 * text.length);
      const v = new DataView(b.buffer);
      v.setUint16(0, 0xfeff, little);
      [...text].forEach((c, i) => v.setUint16(2 + 2 * i, c.charCodeAt(0), little));
      return b;
    };
    expect(await rowsOf(bytes(text))).toEqual(want);
    expect(await rowsOf(bytes(`\ufeff${text}`))).toEqual(want);
    expect(await rowsOf(utf16(true))).toEqual(want);
    expect(await rowsOf(utf16(false))).toEqual(want);
    // ü is 0xfc there, which no UTF-8 has alone.
    expect(await rowsOf(Uint8Array.from(text, (c) => c.charCodeAt(0)))).toEqual(want);
  });
  it('is read from a workbook: sheets by name, numbers, the results of formulas, rich text, gaps', async () => {
    const book = new Excel.Workbook();
    const sheet = book.addWorksheet('Forces');
    sheet.addRow(['mark', 'case', 'V']);
    sheet.addRow(['B1', 'G', 12.5]);
    sheet.addRow(['B2', 'G', { formula: '2*3', result: 6 }]);
    sheet.addRow([]);
    sheet.addRow([{ richText: [{ text: 'B' }, { text: '3' }] }, null, 7]);
    book.addWorksheet('Empty');
    const made = new Uint8Array((await book.xlsx.writeBuffer()) as ArrayBuffer);
    expect(await readTable(made)).toEqual([
      {
        name: 'Forces',
        rows: [
          ['mark', 'case', 'V'],
          ['B1', 'G', '12.5'],
          ['B2', 'G', '6'],
          ['B3', '', '7'],
        ],
        // The empty one has its number.
        at: [1, 2, 3, 5],
      },
    ]);
  });
  it('is refused in one sentence where it is too large, damaged or none', async () => {
    const says = (b: Uint8Array): Promise<string> =>
      readTable(b).then(
        () => 'read',
        (e: Error) => e.message,
      );
    expect(await says(bytes('a,b\n'.repeat(20_002)))).toBe(
      'table: it has more than 20000 rows; accepted are 20000 or fewer: split it.',
    );
    expect(await says(bytes('a,'.repeat(2_000_000)))).toBe('table: a row has 2000001 columns; accepted are 60 or fewer.');
    expect(await says(bytes(`mark\n${'x'.repeat(201)}`))).toBe(
      'table: row 2 has a cell of more than 200 characters; accepted are shorter ones.',
    );
    expect(await says(Uint8Array.of(0x50, 0x4b, 3, 4, 1, 2, 3))).toBe(
      'table: the file is damaged; accepted are whole CSV and XLSX files.',
    );
    expect(await says(Uint8Array.of(0xd0, 0xcf, 0x11, 0xe0))).toContain('a workbook of an old kind (XLS)');
    expect(await says(bytes('a\0b'))).toBe('table: the file holds no text; accepted are CSV and XLSX.');
    expect(await says(new Uint8Array(21 * 1024 * 1024))).toContain('the file has 21 MB; accepted are 20 MB or less');
    const zip = new Zip();
    zip.file('not-a-workbook.txt', 'x');
    expect(await says(new Uint8Array(await zip.generateAsync({ type: 'uint8array' })))).toMatch(/damaged or locked|read/);
  });
  it('that would unpack to far more than it is is never unpacked whole', async () => {
    const zip = new Zip();
    zip.file('xl/worksheets/sheet1.xml', new Uint8Array(205 * 1024 * 1024));
    const bomb = await zip.generateAsync({ type: 'uint8array', compression: 'DEFLATE', compressionOptions: { level: 1 } });
    expect(bomb.length).toBeLessThan(2_000_000);
    await expect(readTable(bomb)).rejects.toThrow('the workbook unpacks to more than 200 MB');
  }, 60_000);
});

describe('columns', () => {
  it('are known by their heads, with units and signs of all sorts, each once', () => {
    expect(guessRoles(['Mark', 'Load case', 'N (kN)', 'V_z [kN]', 'My', 'Torsion', 'Tying', 'N_col', 'remark', 'Fx'])).toEqual([
      'mark',
      'name',
      'N',
      'V_z',
      'M_y',
      'T',
      'N_tie',
      'N_col',
      null,
      null,
    ]);
  });
  it('that name no joint, a unit that is none, and one role twice are said', () => {
    const map = (more: Partial<Mapping>): Mapping => ({ roles: { a: 'mark' }, force: 'kN', moment: 'kNm', turned: [], ...more });
    expect(mappingFault(map({}), SI)).toBeNull();
    expect(mappingFault(map({ roles: { a: 'N' } }), SI)).toContain('none names the joint');
    expect(mappingFault(map({ force: 'stone' }), SI)).toContain('force unit: "stone" is not known');
    expect(mappingFault(map({ roles: { a: 'mark', b: 'mark' } }), SI)).toContain('mark is given by two columns');
  });
});

describe('rows', () => {
  const read = (text: string, more: Partial<Mapping> = {}) => {
    const rows = readText(text);
    return givenTable(rows, { ...guessMapping(rows[0]!, SI), ...more }, SI);
  };
  it('are forces of joints by mark or by member and end, in their units and with their signs', () => {
    const t = read('mark;case;N;Vz [kip];My\nB1;G;−10;2;1,5\nB1;Q;4;;\nB2;G;;0.5;', { turned: ['N'] });
    expect(t.faults).toEqual([]);
    expect(t.joints).toEqual([
      {
        mark: 'B1',
        rows: [
          // 2 kip are 8.896 kN; what is turned changes its sign.
          { name: 'G', forces: { N: 10, V_z: 8.9, M_y: 1.5 } },
          { name: 'Q', forces: { N: -4 } },
        ],
      },
      { mark: 'B2', rows: [{ name: 'G', forces: { V_z: 2.22 } }] },
    ]);
    expect(read('member,end,case,N\n12,j,G,5').joints).toEqual([
      { mark: '', end: '12 j', rows: [{ name: 'G', forces: { N: 5 } }] },
    ]);
    expect(read('mark,member,end,case,N\nB1,12,j,G,5').joints[0]).toMatchObject({ mark: 'B1', end: '12 j' });
    // By the words of the product too.
    expect(guessRoles(ROLES.map(([, words]) => words))).toEqual(ROLES.map(([role]) => role));
    expect(read('mark,kind,beam\nB9,FP,457 67').joints).toEqual([
      { mark: 'B9', rows: [], members: { kind: 'FP', beam: '457 67' } },
    ]);
  });
  it('that can not be read say why; their joint is not taken in part, others are', () => {
    const t = read('mark,case,N\nB1,G,5\nB1,Q,lots\nB2,G,1e308\nB3,G,1\nB3,G,2\n,G,1\nB4,,3\nB5,G,4');
    expect(t.faults.map((f) => f.message)).toEqual([
      'row 3: N: "lots" is not a force in kN; accepted is a number.',
      'row 4: N: 1e308 is too large; accepted is less than a million kN or kNm.',
      'row 6: "G" of B3 stands in row 5 already; accepted is one row for each.',
      'row 7: it names no joint; accepted is a mark, or a member and its end.',
      'row 8: it has forces and no name; accepted is the name of a load case or a combination.',
    ]);
    expect(t.joints.map((j) => j.mark)).toEqual(['B5']);
    expect(t.rows).toBe(8);
  });
  it('of ten thousand are read', () => {
    const t = read(
      `mark,case,N,Vz\n${Array.from({ length: 10_000 }, (_, i) => `J${i % 2500},${'GQSW'[Math.floor(i / 2500)]},${i},1`).join('\n')}`,
    );
    expect(t.joints).toHaveLength(2500);
    expect(t.joints[7]!.rows.map((r) => r.forces.N)).toEqual([7, 2507, 5007, 7507]);
  });
});

describe('a part of a sheet', () => {
  const sheet = {
    name: 'Sheet1',
    rows: [
      ['Job 2417'],
      ['', 'joint', 'case', 'Vz', 'remark'],
      ['', 'B1-01', 'G', '26', 'x'],
      ['', 'B1-02', 'G', '30', 'y'],
      ['sum', '', '', '56'],
    ],
    at: [1, 4, 5, 7, 9],
  };
  it('is what stands between two cells, by the numbers of the sheet, its head first', () => {
    expect(cutTo(sheet, 'b4:d7')).toEqual({
      name: 'Sheet1',
      rows: [
        ['joint', 'case', 'Vz'],
        ['B1-01', 'G', '26'],
        ['B1-02', 'G', '30'],
      ],
      at: [4, 5, 7],
    });
    expect(cutTo(sheet, 'D7:B4')).toEqual(cutTo(sheet, 'B4:D7'));
    expect(cutTo(sheet, 'A4:D7').rows[0]).toEqual(['', 'joint', 'case', 'Vz']);
    expect(cutTo(sheet, '  ')).toBe(sheet);
    expect(cutTo({ name: 'x', rows: [['a'], ['b'], ['c']] }, 'A2:A3').rows).toEqual([['b'], ['c']]);
  });
  it.each(['B4', 'B4:', '4:7', 'B4:D7:E9', 'rows', 'ABCD1:B2'])('refuses %s', (range) =>
    expect(() => cutTo(sheet, range)).toThrow(`table: the range "${range}" can not be read; accepted is one such as B4:H200.`),
  );
  it('refuses one that holds nothing', () => expect(() => cutTo(sheet, 'AA1:AB9')).toThrow('holds no cell of the sheet'));
});
