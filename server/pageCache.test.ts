import { expect, test } from 'vitest';
import { pageCache, type Drawn } from './pageCache';

const page = (html: string, status = 200): Drawn => ({ status, headers: [], html });

test('drawn once for all who ask under one key, anew under another', async () => {
  const cached = pageCache();
  let drawn = 0;
  const draw = async (): Promise<Drawn> => page(`${++drawn}`);
  const all = await Promise.all([cached('a', draw), cached('a', draw), cached('b', draw)]);
  expect(all.map(({ html }) => html)).toEqual(['1', '1', '2']);
});

test('what failed, by throwing or by its status, is drawn again', async () => {
  const cached = pageCache();
  await expect(cached('a', async () => Promise.reject(new Error('no')))).rejects.toThrow('no');
  expect((await cached('a', async () => page('gone', 404))).html).toBe('gone');
  expect((await cached('a', async () => page('here'))).html).toBe('here');
  expect((await cached('a', async () => page('anew'))).html).toBe('here');
});

test('the longest unused goes first', async () => {
  const cached = pageCache(2);
  for (const key of ['a', 'b', 'a', 'c']) await cached(key, async () => page(key));
  expect((await cached('a', async () => page('anew'))).html).toBe('a');
  expect((await cached('b', async () => page('anew'))).html).toBe('anew');
});
