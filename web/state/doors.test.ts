import fc from 'fast-check';
import { expect, test } from 'vitest';
import { isForAnybody, placeAfter, signInAddress } from './doors';

test('only the ways in and a customer’s link are for anybody', () => {
  expect(['/sign-in', '/sign-in/', '/enter', '/for/aB3-_x'].every(isForAnybody)).toBe(true);
  for (const path of [
    '/',
    '/jobs/1/fit',
    '/people',
    '/sign-in/x',
    '/enter/..',
    '/for/',
    '/for/a/b',
    '/for',
    '/SIGN-IN',
  ])
    expect(isForAnybody(path), path).toBe(false);
});

test('whoever is led to sign in comes back to where they wanted to go', () => {
  const url = new URL('http://shop.example/jobs/45/fit?stage=95');
  const to = new URL(signInAddress(url), url).searchParams.get('to');
  expect(placeAfter(to)).toBe('/jobs/45/fit?stage=95');
  expect(signInAddress(new URL('http://shop.example/'))).toBe('/sign-in');
});

test('no address that is asked for leads to another site', () => {
  for (const to of [
    '//evil.example',
    '/\\evil.example',
    'https://evil.example',
    'javascript:alert(1)',
    '/\t/evil',
    '',
  ])
    expect(placeAfter(to), to).toBe('/');
  fc.assert(
    fc.property(
      fc.oneof(
        fc.string(),
        fc.string().map((text) => `/${text}`),
      ),
      (to) => {
        const led = new URL(placeAfter(to), 'http://shop.example');
        return led.origin === 'http://shop.example';
      },
    ),
  );
});
