import { createServer, type Server } from 'node:http';
import { register } from 'prom-client';

/** Where the counts of a process are read: `PORT` of this machine, or `ADDRESS:PORT`; undefined where nobody asked for them. */
export function metricsAt(setting = ''): { host: string; port: number } | undefined {
  if (setting === '') return undefined;
  const split = setting.lastIndexOf(':');
  const host = split < 0 ? '127.0.0.1' : setting.slice(0, split).replace(/^\[|\]$/g, '');
  const port = Number(setting.slice(split + 1));
  if (!Number.isInteger(port) || port < 1 || port > 65_535 || host === '')
    throw new Error(`VEXLO_METRICS is "${setting}"; give a port, or ADDRESS:PORT`);
  return { host, port };
}

/**
 * Answers `/metrics` in the format of Prometheus, at an address of its own: behind a proxy everybody comes from this machine, and what a
 * server counts is nobody's business outside.
 */
export function serveMetrics({ host, port }: { host: string; port: number }): Server {
  const server = createServer((request, response) => {
    if (request.url?.split('?')[0] !== '/metrics') {
      response.writeHead(404).end();
      return;
    }
    void register.metrics().then(
      (text) => response.writeHead(200, { 'content-type': register.contentType }).end(text),
      () => response.writeHead(500).end(),
    );
  });
  server.listen(port, host);
  return server;
}
