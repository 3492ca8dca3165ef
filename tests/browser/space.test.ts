import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { By, Key } from 'selenium-webdriver';
import { describe, expect, test } from 'vitest';
import { useBench } from './bench';
import { handsOf } from './hands';

const bench = useBench('space');
const { press } = handsOf(bench);

type Gltf = {
  asset: { version: string };
  nodes: {
    name?: string;
    mesh?: number;
    matrix?: number[];
    scale?: number[];
    extras?: Record<string, string>;
  }[];
  meshes: { primitives: { attributes: { POSITION: number; COLOR_0?: number } }[] }[];
  accessors: { min?: number[]; max?: number[] }[];
};

/** The description in a binary glTF file: a head of 12 bytes, then a chunk of JSON. */
function gltfIn(bytes: Buffer): Gltf {
  expect(bytes.toString('ascii', 0, 4)).toBe('glTF');
  expect(bytes.readUInt32LE(4)).toBe(2);
  expect(bytes.readUInt32LE(8)).toBe(bytes.length);
  expect(bytes.toString('ascii', 16, 20)).toBe('JSON');
  return JSON.parse(bytes.toString('utf8', 20, 20 + bytes.readUInt32LE(12))) as Gltf;
}

async function inSpace(): Promise<void> {
  const { openStage, driver, find } = bench();
  await openStage('Dunmarrow', 1);
  await (await driver.findElement(By.xpath('//label[normalize-space(.)="In space"]'))).click();
  await find('[data-testid="space-canvas"]:not([data-inked=""])');
}
const canvas = (name: string): Promise<string> =>
  bench().driver.executeScript(
    'return document.querySelector("[data-testid=space-canvas]").dataset[arguments[0]]',
    name,
  );

describe('the corner in space', () => {
  test('says in words what it shows, inked where the table says that the tire is met', async () => {
    await inSpace();
    const { text, eventually } = bench();
    const words = await eventually(
      () => text('[data-testid="met-words"]'),
      (said) => said.includes('behind the hub'),
      'what is met is said with its place on the tire',
    );
    const row = await text('[data-testid="touch-table"] [data-rows="obstacles"] tr');
    const gap = /−?-?(\d+\.\d) mm/.exec(row)?.[1];
    expect(words).toContain(`met by ${gap} mm`);
    expect(words).toContain('seam behind the wheel');
    expect(Number(await canvas('inked'))).toBeGreaterThan(0);
  });

  test('is turned by keys and looked at from named sides; digits there turn no leaf, and it is still there after a turn of leaves', async () => {
    await inSpace();
    const { find, eventually, turn, driver } = bench();
    const drawing = await find('[data-testid="space"] [role=application]');
    await drawing.sendKeys('3');
    expect(await canvas('look')).toBe('ahead');
    expect(new URL(await driver.getCurrentUrl()).pathname).toMatch(/fit$/);
    await bench().painted();
    const before = Number(await canvas('frames'));
    await drawing.sendKeys(Key.ARROW_LEFT);
    await eventually(
      () => canvas('frames'),
      (count) => Number(count) > before,
      'it is drawn anew',
    );
    await turn('load');
    await turn('fit');
    await find('[data-testid="space-canvas"]');
  });

  test('goes out as glTF: parts by their names, the tire as large as it is, in metres', async () => {
    await inSpace();
    const { eventually, field, turn, folder } = bench();
    await press('Save as glTF');
    const name = await eventually(
      () => Promise.resolve(readdirSync(folder).find((file) => file.endsWith('.glb'))),
      (file) => file !== undefined,
      'the file has arrived',
    );
    const gltf = gltfIn(readFileSync(join(folder, name ?? '')));
    const names = gltf.nodes.map((node) => node.name);
    for (const part of ['seam_behind_the_wheel', 'fender_lip', 'tire', 'as_delivered'])
      expect(
        names.some((one) => one?.replaceAll(' ', '_') === part),
        `${part} in ${names.join()}`,
      ).toBe(true);
    const tire = gltf.nodes.find((node) => node.name === 'tire');
    const [primitive] = gltf.meshes[tire?.mesh ?? -1]?.primitives ?? [];
    const { min = [], max = [] } = gltf.accessors[primitive?.attributes.POSITION ?? -1] ?? {};
    expect(primitive?.attributes.COLOR_0).toBeDefined();
    await turn('package');
    const diameter = Number(await field('Overall diameter'));
    expect(Math.abs((max[0] ?? NaN) - (min[0] ?? NaN) - diameter)).toBeLessThan(1);
    const root = gltf.nodes.find((node) => node.extras?.['axes']);
    expect(root?.matrix?.slice(0, 3).map((value) => Math.abs(value))).toEqual([0.001, 0, 0]);
  });
});
