import { beforeEach, expect, test } from 'vitest';
import { readBuild } from '../../core/format/read';
import type { SheetData } from '../../server/jobs';
import { demoTexts } from '../../tests/example';
import { pageDocs } from '../../tests/pageDocs';
import { filledIn } from '../app/sheet/asRead';
import { $personName } from './preferences';
import { $reader, reader } from './reader';
import { tellBy } from './notices';
import {
  $active,
  $activeId,
  $build,
  $stages,
  $vehicle,
  editStage,
  editVehicle,
  fileOf,
  takeAsRead,
} from './store';

const names = Object.keys(demoTexts);
const told: string[] = [];

function open(name: string): SheetData {
  const { file, vehicleDoc, stageDoc } = pageDocs(name, 'close');
  $vehicle.set(vehicleDoc(file.vehicle));
  $stages.set([stageDoc(10, 1)]);
  $activeId.set(10);
  return { vehicle: $vehicle.get(), stages: $stages.get() } as unknown as SheetData;
}

beforeEach(() => {
  told.length = 0;
  tellBy((words) => void told.push(words));
  $personName.set('Somebody');
  $reader.set(null);
});

test('what the server filled in makes of the documents the build that reading makes of them', () => {
  expect(names.length).toBeGreaterThan(8);
  for (const name of names) {
    const data = open(name);
    expect($build.get(), name).toBeNull();
    const filled = filledIn(data, 10);
    takeAsRead(JSON.parse(JSON.stringify(filled)) as NonNullable<typeof filled>);
    // The same documents, asked for anew.
    $vehicle.set({ ...($vehicle.get() as NonNullable<ReturnType<typeof $vehicle.get>>) });
    const [vehicle, stage] = [$vehicle.get(), $active.get()];
    const read = vehicle && stage && readBuild(fileOf(vehicle, stage));
    expect(read?.ok && $build.get(), name).toEqual(read?.ok && read.value);
  }
});

test('documents that make no build are no build, and no other stage is filled in', () => {
  const data = open('holloway-2-tires-and-lift');
  expect(filledIn(data, 99)).toBeNull();
  const broken = structuredClone(data);
  (broken.vehicle.document as { wheelbaseMm: unknown }).wheelbaseMm = 'long';
  expect(filledIn(broken, 10)).toBeNull();
});

test('what is changed before what checks it is there is made when it comes, in order; what is faulty is said', async () => {
  const data = open('holloway-2-tires-and-lift');
  takeAsRead(filledIn(data, 10) ?? []);
  const before = $vehicle.get()?.document;
  const wheelbase = (): unknown => ($vehicle.get()?.document as { wheelbaseMm: number }).wheelbaseMm;
  editVehicle((vehicle) => ({ ...vehicle, wheelbaseMm: 3700 }));
  editVehicle((vehicle) => ({ ...vehicle, wheelbaseMm: vehicle.wheelbaseMm + 1 }));
  editVehicle((vehicle) => ({ ...vehicle, wheelbaseMm: -1 }));
  editStage((stage) => ({ ...stage, package: { ...stage.package, label: 'Typed at once' } }));
  expect($vehicle.get()?.document).toBe(before);
  $reader.set(await reader());
  await expect
    .poll(() => ($active.get()?.document as { package: { label?: string } }).package.label)
    .toBe('Typed at once');
  expect(wheelbase()).toBe(3701);
  expect(told).toEqual([expect.stringMatching(/^Not changed: vehicle\.wheelbaseMm -1 is out of range/)]);
  expect($build.get()?.vehicle.wheelbaseMm).toBe(3701);
});
