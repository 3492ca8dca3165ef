import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest';
import { $job } from '../../state/store';
import { $log, writeDown } from './logStore';

const NOTE = { kind: 'note', words: 'the liner was warm' } as const;

describe('writing down', () => {
  beforeEach(() => {
    const held = new Map<string, string>();
    vi.stubGlobal('localStorage', {
      getItem: (key: string) => held.get(key) ?? null,
      setItem: (key: string, text: string) => held.set(key, text),
      removeItem: (key: string) => held.delete(key),
    });
    // Nobody answers: what is written waits here.
    vi.stubGlobal('fetch', () => Promise.reject(new TypeError('no connection')));
    $job.set({ id: 7 } as ReturnType<typeof $job.get>);
    $log.set([]);
  });
  afterEach(() => {
    vi.unstubAllGlobals();
    $job.set(null);
  });

  test('pressed twice before it was checked is one entry; pressed again when it stands is another', async () => {
    expect(await Promise.all([writeDown(NOTE), writeDown(NOTE)])).toEqual([null, null]);
    expect($log.get()).toHaveLength(1);
    expect(await writeDown(NOTE)).toBeNull();
    expect($log.get()).toHaveLength(2);
  });

  test('what is faulty is said by its field, and nothing is written', async () => {
    expect(await writeDown({ ...NOTE, words: '' })).toMatch(/^words /);
    expect($log.get()).toEqual([]);
  });
});
