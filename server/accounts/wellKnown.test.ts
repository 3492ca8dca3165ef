import { describe, expect, test } from 'vitest';
import { passwordField } from '../people';
import { isSoonTried } from './wellKnown';

describe('a password that is tried among the first', () => {
  test.each([
    'password1234',
    'qwertyuiop12',
    'aaaaaaaaaaaaaaaa',
    '123456789012',
    'Passw0rdPassw0rd',
    'iloveyouiloveyou',
  ])('%s is refused, and told why', (password) => {
    expect(isSoonTried(password)).toBe(true);
    const read = passwordField.safeParse(password);
    expect(read.error?.issues[0]?.message).toContain('among the first that are tried');
  });
  test.each([
    'quarry dust on chrome',
    'oil rag and torque',
    'jK2#pfLw9@xQ',
    'das Fenster steht offen',
    '滑り止めの板と油の布と雨',
  ])('%s is taken', (password) => {
    expect(isSoonTried(password)).toBe(false);
    expect(passwordField.safeParse(password).success).toBe(true);
  });
  test('one that is too short is told so, and nothing else', () => {
    expect(passwordField.safeParse('password').error?.issues.map(({ message }) => message)).toEqual([
      'is shorter than 12 characters; four common words are enough',
    ]);
  });
});
