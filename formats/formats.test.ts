import { ITEM_KINDS } from '../core/format/names';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { PDFDocument } from 'pdf-lib';
import { describe, expect, test } from 'vitest';
import type { Vehicle } from '../core/format/build';
import { withGaps } from '../core/measure/gaps';
import { takeReading } from '../core/measure/take';
import { takeAll } from '../core/measure/takeAll';
import { demoTexts, example, exampleFile } from '../tests/example';
import { faultLines, readBuildText, writeBuildText } from './buildJson';
import { buildSchemaText } from './buildSchema';
import { itemName } from '../core/catalog/items';
import { readCatalog, writeCatalog } from './catalogCsv';
import { measuringForm } from './measuringForm';
import { PAPERS } from './paper';
import { readReadings, writeReadings } from './readingsCsv';

describe('build files', () => {
  test.each(Object.entries(demoTexts))('%s is written again byte for byte', (_name, text) => {
    const read = readBuildText(text);
    expect(read.ok && writeBuildText(read.value.file)).toBe(text);
  });
  test('x- keys come back where they stood', () => {
    const file = exampleFile() as unknown as Record<string, Record<string, unknown>>;
    if (file['vehicle'])
      file['vehicle'] = { 'x-first': [1, { deep: true }], ...file['vehicle'], 'x-last': null };
    const text = writeBuildText(file as never);
    const read = readBuildText(text);
    expect(read.ok && writeBuildText(read.value.file)).toBe(text);
  });
  test('a syntax fault says line and column', () => {
    const read = readBuildText('{\n  "format": "vexlo/build",\n  "version": 1,,\n}');
    expect(!read.ok && read.faults[0]?.path).toBe('line 3, column 16');
  });
  test('a byte order mark is no fault, an empty file is', () => {
    expect(readBuildText(`\uFEFF${writeBuildText(exampleFile())}`).ok).toBe(true);
    expect(readBuildText('').ok).toBe(false);
  });
  test('faults, one a line', () =>
    expect(
      faultLines([
        { path: 'a.b', message: 'is wrong' },
        { path: 'c', message: 'too' },
      ]),
    ).toBe('a.b: is wrong\nc: too'));
  test('docs/build.schema.json is what the schema says (npm run schema writes it anew)', () =>
    expect(readFileSync(join(import.meta.dirname, '..', 'docs', 'build.schema.json'), 'utf8')).toBe(
      buildSchemaText(),
    ));
});

describe('catalog CSV', () => {
  const demo = (name: string): string => readFileSync(join(import.meta.dirname, '..', 'demo', name), 'utf8');
  test('the demo’s forty tires and thirty wheels', () => {
    const [tires, wheels] = [
      readCatalog('tire', demo('tires.csv')),
      readCatalog('wheel', demo('wheels.csv')),
    ];
    expect(tires.ok && tires.value.length).toBeGreaterThanOrEqual(40);
    expect(wheels.ok && wheels.value.length).toBeGreaterThanOrEqual(30);
  });
  test.each(ITEM_KINDS)('the demo’s %s file goes in and comes out byte for byte', (kind) => {
    const text = demo(join('catalog', `${kind}.csv`));
    const read = readCatalog(kind, text);
    if (!read.ok) throw new Error(JSON.stringify(read.faults.slice(0, 3)));
    expect(writeCatalog(kind, read.value)).toBe(text);
    expect(
      new Set(read.value.map(({ maker, model, item }) => `${maker} ${model} ${itemName(kind, item)}`)).size,
    ).toBe(read.value.length);
  });
  test('a price that is none and a day too far are refused by line and column', () => {
    const read = readCatalog('gears', 'maker,model,axleRatio,price,days\nDenholt,Set,4.56,dear,900\n');
    expect(!read.ok && read.faults.map(({ path }) => path)).toEqual([
      'line 2, column price',
      'line 2, column days',
    ]);
  });
  const header = 'maker,model,code,pattern,overallDiameterMm,sectionWidthMm,approvedRimIn\n';
  test('cells become numbers and ranges', () => {
    const read = readCatalog('tire', `${header}Fellmark,Cairn,245/75R16 111S,road,774,,6.5-8\n`);
    expect(read.ok && read.value[0]).toEqual({
      maker: 'Fellmark',
      model: 'Cairn',
      kind: 'tire',
      line: 2,
      source: '',
      supplier: '',
      item: { code: '245/75R16 111S', pattern: 'road', overallDiameterMm: 774, approvedRimIn: [6.5, 8] },
    });
  });
  test('a fault says line, column and cure, and nothing is taken', () => {
    const read = readCatalog('tire', `${header}A,B,245/75R16,road,774,,\nA,B,245/75X16,road,tall,,\n`);
    expect(!read.ok && read.faults.map(({ path, message }) => `${path} ${message}`).join('\n')).toMatch(
      /line 3, column overallDiameterMm "tall" is not a number/,
    );
    expect(readCatalog('tire', `${header}A,B,245/75X16,road,,,\n`)).toMatchObject({
      ok: false,
      faults: [{ path: 'line 2, column code' }],
    });
  });
  test('an unknown column and a ragged line are named', () => {
    expect(readCatalog('wheel', 'maker,model,colour\na,b,c\n')).toMatchObject({
      ok: false,
      faults: expect.arrayContaining([
        expect.objectContaining({ path: 'line 1, column colour' }),
      ]) as unknown[],
    });
    const ragged = readCatalog('tire', `${header}A,B\n`);
    expect(!ragged.ok && ragged.faults[0]?.path).toContain('line 2');
  });
});

describe('readings as CSV', () => {
  const vehicle = (): Vehicle => {
    const start = example().vehicle;
    const taken = takeReading(start, 'front', {
      reading: 'lip-12',
      side: 'left',
      valueMm: 512.5,
      errorMm: 4,
    });
    if (!taken.ok) throw new Error(taken.fault.message);
    const read = { ...start, corners: { ...start.corners, front: taken.value } };
    const gaps = [
      { obstacle: 'front-thing', side: 'left' as const, lockDeg: 18, travelMm: 0, gapMm: 41, errorMm: 2 },
      {
        obstacle: 'front-thing',
        side: 'right' as const,
        lockDeg: -30,
        travelMm: 25,
        gapMm: 22,
        errorMm: 3,
        mounted: {
          tire: { code: '265/75R16', pattern: 'mud' as const, overallDiameterMm: 806 },
          wheel: { ...start.stock.wheel, widthIn: 8, offsetMm: 0 },
          spacerMm: 25,
        },
      },
    ];
    return { ...read, corners: { ...read.corners, front: withGaps(read, 'front', gaps) } };
  };

  test('come back as they went out', () => {
    const { corners, stock } = vehicle();
    const read = readReadings(writeReadings(vehicle()), stock);
    if (!read.ok) throw new Error(read.faults[0]?.message);
    expect(read.value.flatMap((row) => (row.kind === 'tape' ? [row.reading] : []))).toEqual(
      corners.front.measured?.readings,
    );
    expect(read.value.flatMap((row) => (row.kind === 'gap' ? [row.gap] : []))).toEqual(
      corners.front.measured?.gaps,
    );
    expect(read.value.map(({ line }) => line)).toEqual([2, 3, 4]);
  });

  test('are taken as a hand would type them, in inches and sixteenths too', () => {
    const read = readReadings('axle,name,value\nrear,lip-12,20 3/16 in\n', example().vehicle.stock);
    expect(read.ok && read.value[0]).toMatchObject({
      axle: 'rear',
      kind: 'tape',
      reading: { reading: 'lip-12', side: 'left', valueMm: 20.1875 * 25.4 },
    });
  });

  test('a fault says its line and column and what to do', () => {
    const { stock } = example().vehicle;
    const said = (text: string): string => {
      const read = readReadings(text, stock);
      return read.ok ? '' : read.faults.map(({ path, message }) => `${path}: ${message}`).join('\n');
    };
    expect(said('axle,name,value\nmiddle,lip-12,500')).toContain(
      'line 2, column axle: "middle" is not one of',
    );
    expect(said('axle,name,value\nfront,lip-12,five')).toContain(
      'line 2, column value: "five" is not a length',
    );
    expect(said('axle,name,value,kind\nfront,seam,9000,gap')).toContain(
      'line 2, column value: 9000 is out of range',
    );
    expect(said('axle,nom,value\nfront,lip-12,500')).toContain('line 1, column nom: is no column');
    expect(said('axle,name,value,kind,tire\nfront,seam,20,gap,245/75X16')).toContain('line 2, column tire:');
    expect(said('')).toContain('holds no reading');
  });

  test('many are taken at once or not at all', () => {
    const start = example().vehicle;
    const text = writeReadings(vehicle());
    const read = readReadings(text, start.stock);
    if (!read.ok) throw new Error('readable');
    const taken = takeAll(start, read.value);
    expect(taken.ok && taken.value.corners.front.measured).toEqual(vehicle().corners.front.measured);
    const refused = takeAll(start, [
      ...read.value,
      { axle: 'front', line: 9, kind: 'tape', reading: { reading: 'lip-12', side: 'left', valueMm: 90 } },
      {
        axle: 'front',
        line: 10,
        kind: 'gap',
        gap: { obstacle: 'moon', side: 'left', lockDeg: 0, travelMm: 0, gapMm: 5, errorMm: 2 },
      },
    ]);
    expect(refused.ok ? [] : refused.faults.map(({ path }) => path)).toEqual([
      'line 9, column name',
      'line 10, column name',
    ]);
  });
});

describe('the measuring form', () => {
  test.each(['a4', 'letter'] as const)(
    'is a PDF on %s paper with every reading of the round',
    async (paper) => {
      const bytes = await measuringForm(
        {
          vehicle: 'Corvane Tull',
          job: 'J-0009',
          axle: 'front',
          stockTire: '245/75R16',
          shop: 'Moss & Anvil',
        },
        paper,
      );
      const pdf = await PDFDocument.load(bytes);
      expect(pdf.getPageCount()).toBeGreaterThanOrEqual(2);
      for (const page of pdf.getPages())
        expect([page.getWidth(), page.getHeight()]).toEqual([...PAPERS[paper]]);
      expect(pdf.getTitle()).toBe('Measuring form, front, Corvane Tull');
    },
  );
});
