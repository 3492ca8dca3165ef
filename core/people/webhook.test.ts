import { expect, test } from 'vitest';
import { webhookBody } from './webhook';

test('what it is told of is each once, in one order', () => {
  const read = webhookBody.parse({
    name: 'books',
    url: 'https://books.example',
    events: ['due', 'quote.accepted', 'due'],
  });
  expect(read.events).toEqual(['quote.accepted', 'due']);
  for (const events of [[], ['everything'], 'due'])
    expect(webhookBody.safeParse({ name: 'books', url: 'https://books.example', events }).success).toBe(
      false,
    );
});
