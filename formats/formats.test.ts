import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, test } from 'vitest';
import { demoTexts, exampleFile } from '../tests/example';
import { faultLines, readBuildText, writeBuildText } from './buildJson';
import { buildSchemaText } from './buildSchema';
import { readTireCatalog, readWheelCatalog } from './catalogCsv';

describe('build files', () => {
  test.each(Object.entries(demoTexts))('%s is written again byte for byte', (_name, text) => {
    const read = readBuildText(text);
    expect(read.ok && writeBuildText(read.file)).toBe(text);
  });
  test('x- keys come back where they stood', () => {
    const file = exampleFile() as unknown as Record<string, Record<string, unknown>>;
    if (file['vehicle'])
      file['vehicle'] = { 'x-first': [1, { deep: true }], ...file['vehicle'], 'x-last': null };
    const text = writeBuildText(file as never);
    const read = readBuildText(text);
    expect(read.ok && writeBuildText(read.file)).toBe(text);
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
    const [tires, wheels] = [readTireCatalog(demo('tires.csv')), readWheelCatalog(demo('wheels.csv'))];
    expect(tires.ok && tires.rows.length).toBeGreaterThanOrEqual(40);
    expect(wheels.ok && wheels.rows.length).toBeGreaterThanOrEqual(30);
  });
  const header = 'maker,model,code,pattern,overallDiameterMm,sectionWidthMm,approvedRimIn\n';
  test('cells become numbers and ranges', () => {
    const read = readTireCatalog(`${header}Fellmark,Cairn,245/75R16 111S,road,774,,6.5-8\n`);
    expect(read.ok && read.rows[0]).toEqual({
      maker: 'Fellmark',
      model: 'Cairn',
      item: { code: '245/75R16 111S', pattern: 'road', overallDiameterMm: 774, approvedRimIn: [6.5, 8] },
    });
  });
  test('a fault says line, column and cure, and nothing is taken', () => {
    const read = readTireCatalog(`${header}A,B,245/75R16,road,774,,\nA,B,245/75X16,road,tall,,\n`);
    expect(!read.ok && read.faults.map(({ path, message }) => `${path} ${message}`).join('\n')).toMatch(
      /line 3, column overallDiameterMm "tall" is not a number/,
    );
    expect(readTireCatalog(`${header}A,B,245/75X16,road,,,\n`)).toMatchObject({
      ok: false,
      faults: [{ path: 'line 2, column code' }],
    });
  });
  test('an unknown column and a ragged line are named', () => {
    expect(readWheelCatalog('maker,model,colour\na,b,c\n')).toMatchObject({
      ok: false,
      faults: expect.arrayContaining([
        expect.objectContaining({ path: 'line 1, column colour' }),
      ]) as unknown[],
    });
    const ragged = readTireCatalog(`${header}A,B\n`);
    expect(!ragged.ok && ragged.faults[0]?.path).toContain('line 2');
  });
});
