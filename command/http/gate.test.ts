import { expect, test } from 'vitest';
import { isLoopback, isReached } from '../../server/loopback';
import { answersTo, namesIn, nameOf } from './gate';

test('a name is read out of a Host header, or it is none', () => {
  expect(nameOf('Bench.Shop:4620')).toBe('bench.shop');
  expect(nameOf('[::1]:4620')).toBe('::1');
  expect(nameOf('bench.shop.')).toBe('bench.shop');
  for (const none of [undefined, '', 'a b', 'evil.example/x', '[nonsense]', 'a@b', '.x', 'x:port'])
    expect(nameOf(none)).toBeUndefined();
});

test('loopback always, other names only where the setting has them', () => {
  const names = namesIn('bench.shop, 192.168.7.20');
  for (const own of [
    '127.0.0.1:4620',
    'localhost',
    '[::1]:80',
    'bench.shop',
    '192.168.7.20:4620',
    'app.localhost',
  ])
    expect(answersTo(own, names), own).toBe(true);
  for (const other of [
    'evil.example',
    '127.0.0.1.evil.example',
    'localhost.evil.example',
    '192.168.7.21',
    '128.0.0.1',
    undefined,
  ])
    expect(answersTo(other, names), other).toBe(false);
  expect(isLoopback('127.0.0.1.evil.example')).toBe(false);
  expect(isReached('127.0.0.1', {})).toBe(false);
  for (const env of [{ VEXLO_URL: 'https://shop.example' }, { VEXLO_HOSTS: 'bench.shop' }])
    expect(isReached('127.0.0.1', env)).toBe(true);
  expect(isReached('0.0.0.0', {})).toBe(true);
});
