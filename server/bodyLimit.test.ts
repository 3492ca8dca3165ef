import { expect, test } from 'vitest';
import { turnToRead } from './bodyLimit';

test('four large bodies at once, the others in turn; small ones never wait', async () => {
  const turns = await Promise.all(Array.from({ length: 4 }, () => turnToRead(1e6)));
  let fifth = false;
  const next = turnToRead(undefined).then((give) => {
    fifth = true;
    return give;
  });
  const small = await turnToRead(1000);
  small();
  expect(fifth).toBe(false);
  turns[0]?.();
  turns[0]?.();
  const give = await next;
  expect(fifth).toBe(true);
  let sixth = false;
  const another = turnToRead(1e6).then((one) => {
    sixth = true;
    return one;
  });
  await Promise.resolve();
  expect(sixth).toBe(false);
  give();
  (await another)();
  for (const one of turns) one();
});
