import type { AddressInfo } from 'node:net';
import { Counter } from 'prom-client';
import { expect, test } from 'vitest';
import { metricsAt, serveMetrics } from './metrics';

test('counts are read on this machine unless another address is named', () => {
  expect(metricsAt('')).toBeUndefined();
  expect(metricsAt('9464')).toEqual({ host: '127.0.0.1', port: 9464 });
  expect(metricsAt('10.0.0.5:9464')).toEqual({ host: '10.0.0.5', port: 9464 });
  expect(metricsAt('[::1]:9464')).toEqual({ host: '::1', port: 9464 });
  for (const wrong of ['yes', '0', '70000', 'host:', ':9464'])
    expect(() => metricsAt(wrong), wrong).toThrow('VEXLO_METRICS');
});

test('/metrics is the registry of the process, and nothing else is there', async () => {
  new Counter({ name: 'metrics_test_total', help: 'of this test' }).inc(3);
  const server = serveMetrics({ host: '127.0.0.1', port: 0 });
  await new Promise((resolve) => server.once('listening', resolve));
  const at = `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
  const read = await fetch(`${at}/metrics`);
  expect(read.headers.get('content-type')).toContain('text/plain');
  expect(await read.text()).toContain('metrics_test_total 3');
  expect((await fetch(`${at}/`)).status).toBe(404);
  server.close();
  server.closeAllConnections();
});
