import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { headerOf, headOfList, readCatalog } from './catalogCsv';
import { decimalOf, delimiterOf, plainNumber, rowsOfList, textOf } from './listText';
import { guessColumns, wheelFigures } from './supplierList';

const encode = (text: string, as: 'utf8' | 'utf16le' | 'latin1'): Uint8Array =>
  new Uint8Array(Buffer.from(text, as));
const swapped = (bytes: Uint8Array): Uint8Array => bytes.map((_, i) => bytes[i ^ 1] ?? 0);

describe('a list as its supplier saved it', () => {
  const text = 'maker;model\nFjällmark;Köl\nFjällmark;Bärg\n';
  test.each([
    ['UTF-8', encode(text, 'utf8')],
    ['UTF-8', encode(`\uFEFF${text}`, 'utf8')],
    ['UTF-16', encode(`\uFEFF${text}`, 'utf16le')],
    ['UTF-16', encode(text, 'utf16le')],
    ['UTF-16', swapped(encode(`\uFEFF${text}`, 'utf16le'))],
    ['UTF-16', swapped(encode(text, 'utf16le'))],
    ['Windows-1252', encode(text, 'latin1')],
  ] as const)('%s is read as such', (encoding, bytes) => {
    const read = textOf(bytes);
    expect(read.encoding).toBe(encoding);
    expect(read.text.replace('\uFEFF', '')).toBe(text);
  });

  test.each([
    [',', 'a,b,c\n1,"x;y;z",3\n2,u,4\n'],
    [';', 'a;b;c\n1,5;x;2,5\n1,6;y;2,7\n'],
    ['\t', 'a\tb\n1,5\tx, y; z\n'],
    [',', 'only\none\n'],
  ])('parted by %j', (delimiter, list) => expect(delimiterOf(list)).toBe(delimiter));

  test('an open quote costs its own line and hides nothing below it', () => {
    const many = Array.from({ length: 30 }, (_, i) => `maker,m${i}`);
    const { rows, faults } = rowsOfList(['a,b', 'x,"left open', ...many, 'y,"also'].join('\n'), ',');
    expect(faults.map(({ path }) => path)).toEqual(['line 2', 'line 33']);
    expect(rows).toHaveLength(31);
    expect(rows.at(-1)).toEqual({ cells: ['maker', 'm29'], line: 32 });
  });

  test('a cell over two lines is one cell, and the lines below keep their numbers', () => {
    const { rows, faults } = rowsOfList('a,b\n1,"two\nlines"\n\n2,c\n', ',');
    expect(faults).toEqual([]);
    expect(rows.map(({ line }) => line)).toEqual([1, 2, 5]);
    expect(rows[1]?.cells[1]).toBe('two\nlines');
  });

  test('whatever stands in cells comes back from a list that was written right', () => {
    const cell = fc.string({ maxLength: 12 }).map((one) => one.replace(/[^\p{L}\p{N},;" .-]/gu, '').trim());
    fc.assert(
      fc.property(
        fc.array(fc.tuple(cell, cell, cell), { minLength: 1, maxLength: 6 }),
        fc.constantFrom(',', ';', '\t'),
        (list, delimiter) => {
          const quoted = list.map((row) =>
            row.map((one) => `"${one.replaceAll('"', '""')}"`).join(delimiter),
          );
          const { rows, faults } = rowsOfList(quoted.join('\n'), delimiter as ',' | ';' | '\t');
          expect(faults).toEqual([]);
          expect(rows.map(({ cells }) => cells)).toEqual(list);
        },
      ),
    );
  });
});

describe('numbers of a list', () => {
  test.each([
    ['1.234,50 cr', ',', '1234.50'],
    ['1,234.50', '.', '1234.50'],
    ['€ 295', '.', '295'],
    ['7,5', ',', '7.5'],
    ['ET35', '.', '35'],
    ['-12', ',', '-12'],
    ['1 234', ',', '1234'],
  ] as const)('%s with %s is %s', (cell, decimal, number) => expect(plainNumber(cell, decimal)).toBe(number));
  test('what is none stays as it stands', () => {
    for (const cell of ['dear', '', 'on request', '12/14', '1.2.3'])
      expect(plainNumber(cell, '.')).toBe(cell);
  });
  test('which sign it is, is told from the list itself', () => {
    const rows = (...cells: string[]) => [{ cells, line: 1 }];
    expect(decimalOf(rows('7,5', '1.234,50', '6.5'))).toBe(',');
    expect(decimalOf(rows('7.5', '1,234.50'))).toBe('.');
    expect(decimalOf(rows('7', '1.234'))).toBe('.');
  });
});

describe('columns of a list', () => {
  test('are guessed by what lists call them, each of the catalog’s once', () => {
    expect(
      guessColumns('tire', ['Brand', 'Profile', 'Tyre size', 'Net price', 'Price', 'EAN'], headerOf('tire')),
    ).toEqual({ Brand: 'maker', Profile: 'model', 'Tyre size': 'code', Price: 'price' });
    // The catalog's own name goes before what lists call it.
    expect(guessColumns('tire', ['net', 'price'], headerOf('tire'))).toEqual({ price: 'price' });
  });

  test.each([
    [
      '7,5Jx17 ET35 6x139,7 CB106,1',
      { widthIn: '7.5', diameterIn: '17', offsetMm: '35', studs: '6', pcdMm: '139.7', boreMm: '106.1' },
    ],
    ['18x8.5 5x127', { widthIn: '8.5', diameterIn: '18', studs: '5', pcdMm: '127' }],
    ['16 x 7', { widthIn: '7', diameterIn: '16' }],
    ['8 J x 16 ET-10', { widthIn: '8', diameterIn: '16', offsetMm: '-10' }],
    ['round', null],
  ])('%s', (text, figures) => expect(wheelFigures(text)).toEqual(figures));

  test('a list of wheels with one size column, fixed figures and a decimal comma is read', () => {
    const list =
      'Marke;Modell;Größe;Traglast;Preis;Bestand\nKestrin;Volt;7,5Jx17 ET35 6x139,7 CB106,1;1.150;214,90;12\n';
    const { guessed, heads, rows, lines } = headOfList('wheel', list);
    expect(heads).toHaveLength(6);
    expect([rows.length, lines]).toEqual([1, 1]);
    const fixed = { seat: 'cone', massKg: '11', material: 'aluminium', bead: 'plain' };
    const read = readCatalog('wheel', list, { of: { ...guessed, Größe: 'wheel size' }, fixed });
    expect(read).toMatchObject({
      ok: true,
      value: [
        {
          maker: 'Kestrin',
          price: 214.9,
          item: {
            widthIn: 7.5,
            diameterIn: 17,
            offsetMm: 35,
            pcdMm: 139.7,
            loadRatingKg: 1150,
            seat: 'cone',
          },
        },
      ],
    });
  });

  test('all that is wrong is told at once, by line and column, in the order of the lines', () => {
    const list =
      'maker,model,code,pattern,price\nA,"B,245/75R16,mud,1\nA,B,245/75R16,mud,dear\nA,B\nA,C,round,mud,2\n';
    const read = readCatalog('tire', list);
    expect(!read.ok && read.faults.map(({ path }) => path)).toEqual([
      'line 2',
      'line 3, column price',
      'line 4',
      'line 5, column code',
    ]);
  });

  test('what no column holds is told once, whatever the length of the list', () => {
    const rows = Array.from({ length: 40 }, (_, i) => `A,B${i},245/75R16`).join('\n');
    const read = readCatalog('tire', `maker,model,code\n${rows}\n`);
    expect(!read.ok && read.faults.map(({ path }) => path)).toEqual(['line 1, column pattern']);
  });

  test('sizes are read as people write them', () => {
    const read = readCatalog('tire', 'maker;model;code;pattern\nA;B;LT 245/75 R 16 120/116 S;mud\n');
    expect(read).toMatchObject({ ok: true });
  });

  test('a column that is taken for none of the catalog’s is refused', () => {
    const read = readCatalog('gears', 'a,b\n1,2\n', { of: { a: 'colour' }, fixed: {} });
    expect(!read.ok && read.faults[0]?.message).toContain('is taken for colour');
  });
});
