import { createServer, type IncomingMessage, type ServerResponse } from 'node:http';
import type { AddressInfo } from 'node:net';
import { dirname, join } from 'node:path';
import { fileURLToPath, pathToFileURL } from 'node:url';
import compression from 'compression';
import sirv from 'sirv';
import { answersTo, HEADERS, namesIn } from './gate';
import { metricsAt, serveMetrics } from './metrics';
import { sessionHours } from '../../server/accounts/sessionHours';

type Handler = (request: IncomingMessage, response: ServerResponse) => void;

/** A sender may take so long for its headers, and for all of its request, ms; a photo over a weak link takes a minute. */
const HEADERS_MS = 15_000;
const REQUEST_MS = 180_000;
/** How long what is on its way may take after the process was asked to end, ms. */
const GRACE_MS = 5000;

const host = process.env['HOST'] ?? '127.0.0.1';
const port = Number(process.env['PORT'] ?? 4620);
const names = [
  ...namesIn(process.env['VEXLO_HOSTS']),
  ...(host === '0.0.0.0' || host === '::' ? [] : [host]),
];

// A setting that is none is told when the server starts, and not to the first who signs in.
sessionHours(process.env['VEXLO_SIGN_IN_HOURS']);

function wordsFor(response: ServerResponse, status: number, words: string): void {
  response.writeHead(status, { 'content-type': 'application/json', 'cache-control': 'no-store' });
  response.end(JSON.stringify({ message: words }));
}

const squeeze = compression({
  // Streams of events go out as they come: squeezing would hold them back. A part of a file is counted in the file's own bytes.
  filter: (request, response) =>
    !isStream(response) && !response.hasHeader('content-range') && compression.filter(request, response),
});

// In its own folder, the built application beside it. It serves itself only when asked to.
process.env['ASTRO_NODE_AUTOSTART'] = 'disabled';
const built = dirname(fileURLToPath(import.meta.url));
const entry = join(built, 'server', 'entry.mjs');
const { handler } = (await import(pathToFileURL(entry).href)) as { handler: Handler };

/** Files whose name changes with what is in them: kept for good, as small as the build made them. */
const YEAR_S = 31_536_000;
const files = sirv(join(built, 'client'), {
  brotli: true,
  gzip: true,
  extensions: [],
  maxAge: YEAR_S,
  immutable: true,
});
/** A part of a file is counted in the file's own bytes, and goes the other way. */
const isHashedFile = ({ method, url, headers }: IncomingMessage): boolean =>
  method === 'GET' && url?.startsWith('/_astro/') === true && headers.range === undefined;

/** Answers that are on their way; streams of events are, for as long as somebody looks. */
const open = new Set<ServerResponse>();
const isStream = (response: ServerResponse): boolean =>
  String(response.getHeader('content-type') ?? '').startsWith('text/event-stream');

const server = createServer((request, response) => {
  open.add(response);
  response.once('close', () => open.delete(response));
  for (const [name, value] of Object.entries(HEADERS)) response.setHeader(name, value);
  if (!answersTo(request.headers.host, names)) {
    wordsFor(
      response,
      421,
      'This address does not lead to Vexlo by that name. Its names are set in VEXLO_HOSTS; on its own machine it answers to localhost.',
    );
    return;
  }
  try {
    decodeURI(request.url ?? '');
  } catch {
    wordsFor(response, 400, 'The address holds bytes that are no text.');
    return;
  }
  const answer = (): void => {
    // What is not said to be kept is not kept: pages hold the shop's data, and so does what endpoints answer.
    response.setHeader('cache-control', 'no-store');
    squeeze(request as never, response as never, () => handler(request, response));
  };
  if (isHashedFile(request)) files(request, response, answer);
  else answer();
});
server.headersTimeout = HEADERS_MS;
server.requestTimeout = REQUEST_MS;
// Whoever started it is told where: of port 0 the system chooses.
server.listen(port, host, () => process.send?.({ port: (server.address() as AddressInfo).port }));
const fails =
  (at: string) =>
  (error: Error): void => {
    console.error(`vexlo: cannot serve on ${at}: ${error.message}`);
    process.exit(1);
  };
server.once('error', fails(`${host}:${port}`));
const metrics = metricsAt(process.env['VEXLO_METRICS']);
if (metrics) serveMetrics(metrics).once('error', fails(`${metrics.host}:${metrics.port} (VEXLO_METRICS)`));

let ending = false;
/** Takes no more, lets what is on its way finish, then ends; streams are not waited for. */
function end(): void {
  if (ending) return;
  ending = true;
  server.close();
  const from = Date.now();
  const look = (): void => {
    if (Date.now() - from > GRACE_MS || [...open].every(isStream)) process.exit(0);
  };
  look();
  setInterval(look, 20);
}
for (const signal of ['SIGTERM', 'SIGINT', 'SIGHUP'] as const) process.on(signal, end);

// A killed parent leaves nothing behind: its server goes with it.
const parent = process.ppid;
setInterval(() => process.ppid !== parent && end(), 500).unref();
