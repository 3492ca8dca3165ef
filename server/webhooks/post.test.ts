import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { afterAll, beforeAll, expect, test } from 'vitest';
import { post } from './post';

let server: Server;
let port: number;
const asked: string[] = [];
beforeAll(async () => {
  server = createServer((request, response) => {
    asked.push(`${request.method ?? ''} ${request.url ?? ''}`);
    if (request.url === '/silent') return;
    if (request.url === '/on') response.writeHead(302, { location: `http://127.0.0.1:${port}/secret` });
    response.end();
  });
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
  port = (server.address() as AddressInfo).port;
});
afterAll(() => {
  server.closeAllConnections();
  server.close();
});

test('machines of the inside are called by no name that they have, unless whoever runs the server says so', async () => {
  for (const name of ['127.0.0.1', 'localhost', '[::ffff:127.0.0.1]', '2130706433', '0x7f.1', '0.0.0.0'])
    await expect(post(`http://${name}:${port}/`, {}, '{}', false), name).rejects.toThrow();
  expect(asked).toEqual([]);
  expect(await post(`http://127.0.0.1:${port}/hook`, {}, '{}', true)).toBe(200);
  expect(asked).toEqual(['POST /hook']);
});

test('nobody is led on elsewhere, and nobody is waited for for ever', async () => {
  asked.length = 0;
  expect(await post(`http://127.0.0.1:${port}/on`, {}, '{}', true)).toBe(302);
  expect(asked).toEqual(['POST /on']);
  await expect(post(`http://127.0.0.1:${port}/silent`, {}, '{}', true, 50)).rejects.toThrow();
});
