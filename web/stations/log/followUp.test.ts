import { MOST_PHOTO_BYTES } from '../../../core/format/names';
import { describe, expect, test } from 'vitest';
import { draftOf, fieldWords, FOLLOW_FIELDS, FOLLOW_WORDS, type FollowKind } from './followUp';
import { photoFault } from './photos';
import { logEntrySchema } from '../../../core/format/log';

const entry = (kind: FollowKind, typed: Record<string, string>, units: 'metric' | 'inch' = 'metric') =>
  logEntrySchema.safeParse({
    ...draftOf(kind, typed, units),
    id: '00000000-0000-4000-8000-000000000001',
    at: '2026-11-25T10:00',
    by: 'Ansa',
  });
const faults = (kind: FollowKind, typed: Record<string, string>): string[] =>
  entry(kind, typed).error?.issues.map(({ path, message }) => `${path.join('.')} ${message}`) ?? [];

/** A form of each kind as it would be filled in. */
const FILLED: Record<FollowKind, Record<string, string>> = {
  're-torque': { odometerKm: '48210', torque: '140 Nm', loose: '0' },
  alignment: { 'before.casterDeg': '2,9', 'after.casterDeg': '3.4', 'after.toeDeg': '0.1' },
  tread: {
    'mm.front-left.inner': '7',
    'mm.front-left.middle': '8',
    'mm.front-left.outer': '8.5',
    rotated: 'front-to-rear',
  },
  chalk: { kpa: '240', axle: 'rear', mark: 'edges' },
  pressures: { frontKpa: '240', rearKpa: '280' },
  'handed-over': { odometerKm: '48000', words: 'nuts after 75 km' },
  note: { words: 'oil on the left rear brake' },
};

describe('the form of the follow-up', () => {
  test.each(Object.keys(FOLLOW_WORDS) as FollowKind[])('%s becomes an entry of the log', (kind) => {
    const read = entry(kind, FILLED[kind]);
    expect(read.error?.issues ?? []).toEqual([]);
    expect(read.data?.kind).toBe(kind);
  });

  test('figures stand where they belong, a comma as well as a point', () => {
    expect(entry('alignment', FILLED.alignment).data).toMatchObject({
      before: { casterDeg: 2.9 },
      after: { casterDeg: 3.4, toeDeg: 0.1 },
    });
    expect(entry('tread', FILLED.tread).data).toMatchObject({
      mm: { 'front-left': { inner: 7, middle: 8, outer: 8.5 } },
      rotated: 'front-to-rear',
    });
  });

  test('what is typed in miles, psi and thirty-seconds is kept in km, kPa and mm', () => {
    expect(
      entry('pressures', { odometerKm: '100', frontKpa: '35', rearKpa: '40' }, 'inch').data,
    ).toMatchObject({
      odometerKm: 160.93,
      frontKpa: 241.32,
      rearKpa: 275.79,
    });
    const tread = Object.fromEntries(
      ['inner', 'middle', 'outer'].map((part) => [`mm.rear-right.${part}`, '8']),
    );
    expect(entry('tread', tread, 'inch').data).toMatchObject({ mm: { 'rear-right': { inner: 6.35 } } });
    const [odometer] = FOLLOW_FIELDS.note;
    expect(odometer && fieldWords(odometer, 'inch')).toBe('Odometer, mi');
    expect(odometer && fieldWords(odometer, 'metric')).toBe('Odometer, km');
  });

  test('what cannot be read is refused by name, quoted', () => {
    expect(faults('re-torque', { torque: '140 Nm', loose: 'two' })[0]).toContain(
      'loose "two" is not a number',
    );
    expect(faults('pressures', { frontKpa: '240', rearKpa: '' })[0]).toContain('rearKpa "" is not a number');
    expect(faults('tread', { 'mm.front-left.inner': '7' })[0]).toContain('mm.front-left.middle is missing');
    expect(faults('note', { words: '' })[0]).toContain('words');
    expect(faults('chalk', { kpa: '5' })[0]).toContain('kpa 5 is out of range');
  });

  test('a choice that nobody touched is its first, and what may be left out is', () => {
    expect(entry('chalk', { kpa: '240' }).data).toMatchObject({ axle: 'front', mark: 'even' });
    expect(entry('tread', {}).data).toMatchObject({ mm: {} });
    expect(Object.keys(draftOf('note', { words: 'x' }, 'metric'))).toEqual(['kind', 'words']);
  });
});

describe('a photo, before it is sent', () => {
  const file = (name: string, type: string, bytes = 10): File => {
    const made = new File([new Uint8Array(10)], name, { type });
    Object.defineProperty(made, 'size', { value: bytes });
    return made;
  };
  test('is JPEG or PNG, and not too large', () => {
    expect(photoFault(file('a.jpg', 'image/jpeg'))).toBeNull();
    expect(photoFault(file('a.png', 'image/png'))).toBeNull();
    expect(photoFault(file('a.gif', 'image/gif'))).toContain('Only JPEG and PNG');
    expect(photoFault(file('a.jpg', 'image/jpeg', MOST_PHOTO_BYTES + 1))).toContain('crop it');
  });
  test('a HEIC picture is told its cure, whatever the browser calls it', () => {
    for (const one of [
      file('a.heic', ''),
      file('a.HEIF', 'application/octet-stream'),
      file('a', 'image/heic'),
    ])
      expect(photoFault(one)).toContain('set the camera to JPEG'.replace('set', 'Set'));
  });
});
