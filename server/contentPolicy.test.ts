import { expect, test } from 'vitest';
import { policyWith } from './contentPolicy';

test('scripts keep their hashes; the rest is ours', () => {
  const policy = policyWith("script-src 'self' 'sha256-abc='; style-src 'self' 'sha256-x';");
  expect(policy).toMatch(/script-src 'self' 'sha256-abc='$/);
  expect(policy).not.toContain('sha256-x');
  expect(policy).toContain("frame-ancestors 'none'");
  expect(policy).not.toMatch(/script-src[^;]*unsafe/);
});

test('without any no script that stands in the page runs', () =>
  expect(policyWith(null)).toMatch(/script-src 'self'$/));
