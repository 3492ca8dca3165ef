import { Agent, request } from 'node:http';

export type Answer = { status: number; ms: number; body: Buffer };
/** Asks a server for something, or sends it JSON; answers when the whole answer is there. */
export type Ask = (path: string, sent?: { method: string; body: unknown }) => Promise<Answer>;

/** Somebody who is signed in at a server, over connections that stay open. */
export function asking(url: string, cookie: string): { ask: Ask; end: () => void } {
  const agent = new Agent({ keepAlive: true, maxSockets: 40 });
  const { hostname, port } = new URL(url);
  const ask: Ask = (path, sent) =>
    new Promise((resolve, reject) => {
      const from = performance.now();
      const asked = request(
        {
          hostname,
          port,
          path,
          agent,
          method: sent?.method ?? 'GET',
          headers: { cookie, ...(sent && { 'content-type': 'application/json' }) },
        },
        (answer) => {
          const parts: Buffer[] = [];
          answer.on('data', (part: Buffer) => parts.push(part));
          answer.once('error', reject);
          answer.once('end', () =>
            resolve({
              status: answer.statusCode ?? 0,
              ms: performance.now() - from,
              body: Buffer.concat(parts),
            }),
          );
        },
      );
      asked.once('error', reject);
      asked.end(sent && JSON.stringify(sent.body));
    });
  return { ask, end: () => agent.destroy() };
}
