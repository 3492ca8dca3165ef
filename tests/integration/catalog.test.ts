import { ITEM_KINDS } from '../../core/format/names';
import { as, contextIn, value } from '../actor';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { sql } from 'drizzle-orm';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { ROOT } from '../../command/paths';
import { itemsOf, type ItemQuery } from '../../data/catalog';
import { connect, type Connection } from '../../data/client';
import { changeItem, exportCatalog, removeItem } from '../../server/catalog';
import { undoImport } from '../../server/listUndo';
import { importCatalog, listHead, previewCatalog } from '../../server/lists';
import { textOf } from '../../formats/listText';
import { comparison } from '../../server/compare';
import { jobLines } from '../../server/jobs';
import { offersFor, partsFor } from '../../server/offers';
import { ownShop } from './ownShop';

let connection: Connection;
const db = () => connection.ofShop(1);
beforeAll(async () => {
  connection = connect(await ownShop());
});
afterAll(() => connection.close());

const query = (more: Partial<ItemQuery>): ItemQuery => ({
  kind: 'tire',
  words: [],
  inactive: false,
  sort: 'maker',
  down: false,
  from: 0,
  most: 20,
  ...more,
});
const HEAD = 'maker,model,spacerMm,spacerKind,studs,pcdMm,price,days,source\n';

test('the demo’s catalog is of a size to search in, and every kind goes out as the file that it came from', async () => {
  const counts = await Promise.all(
    ITEM_KINDS.map(async (kind) => (await itemsOf(db(), query({ kind }))).count),
  );
  const [tires = 0, wheels = 0, , lifts = 0] = counts;
  expect(tires).toBeGreaterThanOrEqual(600);
  expect(wheels).toBeGreaterThanOrEqual(400);
  expect(lifts).toBeGreaterThanOrEqual(40);
  for (const kind of ITEM_KINDS)
    expect(await exportCatalog(db(), kind)).toBe(
      readFileSync(join(ROOT, 'demo', 'catalog', `${kind}.csv`), 'utf8'),
    );
});

test('a list is found, sorted and cut up on the server; what is not known stands last', async () => {
  const all = await itemsOf(db(), query({ words: ['fellmark', '17'], sort: 'sizeMm', most: 500 }));
  expect(all.rows.length).toBe(all.count);
  expect(all.rows.map(({ sizeMm }) => sizeMm)).toEqual(
    all.rows.map(({ sizeMm }) => sizeMm).sort((a, b) => (a ?? 0) - (b ?? 0)),
  );
  const part = await itemsOf(db(), query({ words: ['fellmark', '17'], sort: 'sizeMm', from: 3, most: 4 }));
  expect(part.rows.map(({ id }) => id)).toEqual(all.rows.slice(3, 7).map(({ id }) => id));
  const byDays = (await itemsOf(db(), query({ sort: 'days', down: true, most: 500, kind: 'wheel' }))).rows;
  const firstUnknown = byDays.findIndex(({ days }) => days === null);
  if (firstUnknown >= 0) expect(byDays.slice(firstUnknown).every(({ days }) => days === null)).toBe(true);
  // Signs that a search in SQL knows are letters here.
  expect((await itemsOf(db(), query({ words: ['%'] }))).count).toBe(0);
});

describe('an import', () => {
  test('says row by row what is new, changed and the same, and then does just that', async () => {
    const csv = `${HEAD}Orlock,Stud plate,20,bolt-on,6,139.7,99,0,"maker’s sheet, invented"\nTestwright,Plate,12,slip-on,5,108,30,2,\n`;
    const preview = await previewCatalog(db(), 'spacer', csv);
    expect(preview.lines.map(({ line, does }) => [line, does])).toEqual([
      [2, 'changed'],
      [3, 'new'],
    ]);
    expect(preview.lines[0]?.changes).toContain('price');
    const before = (await itemsOf(db(), query({ kind: 'spacer' }))).count;
    expect((await importCatalog(db(), 'spacer', csv)).ok).toBe(true);
    expect((await itemsOf(db(), query({ kind: 'spacer' }))).count).toBe(before + 1);
    const again = await previewCatalog(db(), 'spacer', csv);
    expect(again.lines.map(({ does }) => does)).toEqual(['same', 'same']);
  });

  test('with a fault takes nothing, and says line, column and cure', async () => {
    const before = (await itemsOf(db(), query({ kind: 'spacer' }))).count;
    const csv = `${HEAD}Testwright,Good,15,bolt-on,5,108,30,2,\nTestwright,Bad,-4,bolt-on,5,108,dear,2,\n`;
    const preview = await previewCatalog(db(), 'spacer', csv);
    expect(preview.faults.map(({ path }) => path)).toEqual([
      'line 3, column price',
      'line 3, column spacerMm',
    ]);
    expect(preview.faults[1]?.message).toContain('give 1 to 300 mm');
    expect((await importCatalog(db(), 'spacer', csv)).ok).toBe(false);
    const twice = `${HEAD}T,P,15,bolt-on,5,108,30,2,\nT,P,15,bolt-on,5,108,31,2,\n`;
    expect(JSON.stringify(await importCatalog(db(), 'spacer', twice))).toContain('line 3');
    expect((await itemsOf(db(), query({ kind: 'spacer' }))).count).toBe(before);
  });
});

test('twenty thousand lines are taken in, priced anew, found and cut up', async () => {
  const LINES = 20_000;
  const file = (price: number): string =>
    `maker,model,platform,axleRatio,price,days\n${Array.from(
      { length: LINES },
      (_, i) => `Manywright,Set ${i},Testbody,${(3 + (i % 300) / 100).toFixed(2)},${price + (i % 7)},1`,
    ).join('\n')}\n`;
  const within = (more: Partial<ItemQuery>) =>
    itemsOf(db(), query({ kind: 'gears', words: ['manywright'], ...more }));
  expect((await importCatalog(db(), 'gears', file(100))).ok).toBe(true);
  expect((await previewCatalog(db(), 'gears', file(100))).lines.every(({ does }) => does === 'same')).toBe(
    true,
  );
  const before = await within({ sort: 'price', down: true, from: LINES - 1 });
  expect(before).toMatchObject({ count: LINES, rows: [{ price: 100, version: 1 }] });
  // A new price list for all of it, over what is there: nothing twice, and each line one version on.
  const again = await importCatalog(db(), 'gears', file(200));
  expect(again.ok && again.value.lines.every(({ does }) => does === 'changed')).toBe(true);
  const after = await within({ sort: 'price', from: LINES - 2, most: 9 });
  expect(after).toMatchObject({ count: LINES, rows: [{ price: 206, version: 2 }, { price: 206 }] });
  expect((await within({ words: ['manywright', 'set 19999'] })).rows).toMatchObject([{ model: 'Set 19999' }]);
  await db().execute(sql`delete from catalog_items where maker = 'Manywright'`);
});

test('a cell is changed in place, refused by name, and not over somebody else’s change', async () => {
  const [row] = (await itemsOf(db(), query({ kind: 'gears' }))).rows;
  if (!row) throw new Error('the demo has gear sets');
  const changed = await changeItem(db(), row.id, { version: row.version, offer: { price: 777, days: null } });
  expect(changed).toMatchObject({ ok: true, value: { price: 777, days: null, version: row.version + 1 } });
  expect(await changeItem(db(), row.id, { version: row.version, offer: { price: 5 } })).toMatchObject({
    ok: false,
    refusal: { status: 409 },
  });
  const refused = await changeItem(db(), row.id, { version: row.version + 1, offer: { price: 'dear' } });
  expect(JSON.stringify(refused)).toContain('\\"dear\\" is not a number');
  expect((await changeItem(db(), row.id, { version: row.version + 1, item: { axleRatio: 90 } })).ok).toBe(
    false,
  );
});

test('what a stage has on is put out of the list, what none has is taken out for good', async () => {
  const used = (await itemsOf(db(), query({ words: ['34x10.50R17LT'] }))).rows[0];
  if (!used) throw new Error('the demo’s tire is in the catalog');
  expect(await removeItem(db(), used.id)).toMatchObject({ ok: true, value: { kept: true } });
  expect(
    (await itemsOf(db(), query({ words: ['34x10.50R17LT'], inactive: true }))).rows.some(
      ({ id }) => id === used.id,
    ),
  ).toBe(true);
  await changeItem(db(), used.id, { version: used.version + 1, active: true });
  await importCatalog(db(), 'axle', 'maker,model,platform,part\nT,Shaft,,shaft\n');
  const unused = (await itemsOf(db(), query({ kind: 'axle', words: ['Shaft', 'T'], most: 50 }))).rows.find(
    ({ maker }) => maker === 'T',
  );
  expect(await removeItem(db(), unused?.id ?? 0)).toMatchObject({ ok: true, value: { kept: false } });
});

test('a search is offered what goes onto the hub and what is made for the body', async () => {
  const rook = await offersFor(db(), { platform: 'Haldane Rook', studs: 6, pcdMm: 139.7 });
  expect(rook.lifts.length).toBeGreaterThan(3);
  expect(rook.lifts.every(({ words }) => words.includes('Haldane Rook'))).toBe(true);
  expect(rook.ratios.map(({ axleRatio }) => axleRatio)).toEqual([4.1, 4.3]);
  expect((await offersFor(db(), { platform: 'Selk Marten', studs: 5, pcdMm: 108 })).ratios).toEqual([]);
});

test('axle parts and gears of the body are offered for its axles, with price and what is not known', async () => {
  const parts = await partsFor(db(), 'Orrin Halyard');
  expect(new Set(parts.map(({ part }) => part))).toEqual(new Set(['shaft', 'joint', 'locker', 'gears']));
  expect(parts.find(({ part }) => part === 'joint')).toMatchObject({ peakNm: 5200, price: 310, days: null });
  expect(parts.some(({ words }) => words.includes('Haldane Rook'))).toBe(false);
  expect(await partsFor(db(), 'Selk Marten')).toEqual([]);
});

test('stages stand side by side: only what differs, in an order of the stages, at most four', async () => {
  const job = (await jobLines(db())).find(({ customer }) => customer === 'Dunmarrow Forestry');
  if (!job) throw new Error('the demo has it');
  const made = await comparison(await contextIn(connection), job.id, []);
  if (!made.ok) throw new Error(JSON.stringify(made));
  expect(made.value.labels).toEqual(['As delivered', 'Tall and narrow', 'Full build', 'Wide and tall']);
  for (const { values } of made.value.rows) expect(new Set(values).size).toBeGreaterThan(1);
  expect(made.value.rows.find(({ label }) => label === 'Grade')?.values).toEqual([
    'free',
    'trim',
    'trim',
    'blocked',
  ]);
  const two = await comparison(
    await contextIn(connection),
    job.id,
    job.stages.slice(1, 3).map(({ id }) => id),
    'inch',
  );
  expect(two.ok && two.value.rows.find(({ label }) => label === 'Over all')?.values[0]).toContain('in');
  expect((await comparison(await contextIn(connection), job.id, [999_999])).ok).toBe(false);
  const [one = { id: 0 }] = job.stages;
  expect(
    (await comparison(await contextIn(connection), job.id, [one.id, one.id, one.id, one.id, one.id])).ok,
  ).toBe(false);
});

describe('a supplier’s own list', () => {
  const supplier = 'Testwright Wholesale';
  const columns = {
    of: { Marke: 'maker', Modell: 'model', Übersetzung: 'axleRatio', Preis: 'price', Bestand: '' },
    fixed: { platform: 'Haldane Rook' },
  };
  const list = (...rows: string[]): string =>
    textOf(
      new Uint8Array(
        Buffer.from(`\uFEFFMarke;Modell;Übersetzung;Preis;Bestand\r\n${rows.join('\r\n')}\r\n`, 'utf16le'),
      ),
    ).text;
  const how = { columns, supplier, person: { name: 'Tester' } };
  const mine = async () =>
    (await itemsOf(db(), query({ kind: 'gears', words: ['testwright'], most: 50, inactive: true }))).rows.map(
      ({ name, price, active, supplier: from }) => [name, price, active, from],
    );

  test('is read by its columns; the same twice changes nothing; what it no longer has is told, and put out where asked', async () => {
    const first = list('Testwright;Short;4,88;1.020,50;3', 'Testwright;Long;5,13;995;0');
    const made = value(await importCatalog(db(), 'gears', first, how));
    expect(made.counts).toEqual({ new: 2, changed: 0, same: 0, gone: 0, twice: 0 });
    expect(await mine()).toEqual([
      ['4.88 Haldane Rook', 1020.5, true, supplier],
      ['5.13 Haldane Rook', 995, true, supplier],
    ]);
    const again = value(await importCatalog(db(), 'gears', first, how));
    expect(again.counts).toMatchObject({ new: 0, changed: 0, same: 2 });
    expect(again.id).toBeUndefined();
    // Its columns are known the next time, also where a head is gone.
    expect((await listHead(db(), 'gears', first, supplier)).last).toEqual(columns);
    const second = list('Testwright;Short;4,88;1.100,00;3');
    const preview = await previewCatalog(db(), 'gears', second, how);
    expect(preview.counts).toMatchObject({ changed: 1, gone: 1 });
    expect(preview.gone).toEqual(['Testwright Long 5.13 Haldane Rook']);
    const taken = value(await importCatalog(db(), 'gears', second, { ...how, gone: true }));
    expect((await mine()).map(([, price, active]) => [price, active])).toEqual([
      [1100, true],
      [995, false],
    ]);
    // Taken back, it is what it was; once.
    expect(value(await undoImport(as(db(), 'Tester'), taken.id ?? 0))).toEqual({ back: 2, kept: 0 });
    expect((await mine()).map(([, price, active]) => [price, active])).toEqual([
      [1020.5, true],
      [995, true],
    ]);
    expect(await undoImport(as(db(), 'Tester'), taken.id ?? 0)).toMatchObject({ refusal: { status: 409 } });
    // The one before it, too: what was taken back since counts for nothing.
    expect(value(await undoImport(as(db(), 'Tester'), made.id ?? 0))).toEqual({ back: 2, kept: 0 });
    expect(await mine()).toEqual([]);
  });

  test('what somebody changed since then stays when it is taken back', async () => {
    const made = value(
      await importCatalog(
        db(),
        'gears',
        list('Testwright;Third;3,31;700;1', 'Testwright;Fourth;3,07;700;1'),
        how,
      ),
    );
    const row = (await itemsOf(db(), query({ kind: 'gears', words: ['third'], most: 5 }))).rows[0];
    value(await changeItem(db(), row?.id ?? 0, { version: 1, offer: { price: 12 } }));
    expect(value(await undoImport(as(db(), 'Tester'), made.id ?? 0))).toEqual({ back: 1, kept: 1 });
    expect((await mine()).filter(([name]) => String(name).startsWith('3.'))).toEqual([
      ['3.31 Haldane Rook', 12, true, supplier],
    ]);
  });

  test('every fault of it is told, and nothing is half taken', async () => {
    const before = await mine();
    const refused = await importCatalog(
      db(),
      'gears',
      list('Testwright;A;steep;700;1', 'Testwright;"B;4,1;700;1', 'Testwright;C;4,1;dear;1'),
      how,
    );
    expect(refused).toMatchObject({ ok: false });
    const faults = refused.ok || refused.refusal.status !== 422 ? [] : refused.refusal.faults;
    expect(faults.map(({ path }) => path)).toEqual([
      'line 2, column axleRatio',
      'line 3',
      'line 4, column price',
    ]);
    expect(await mine()).toEqual(before);
  });
});
