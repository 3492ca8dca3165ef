import { request as requestHttp } from 'node:http';
import { request as requestHttps } from 'node:https';
import { useAgent } from 'request-filtering-agent';

/** Whoever runs the server says whether it may call machines of its own network: shops of one server need not all be trusted there. */
export const callsInside = (): boolean => process.env['VEXLO_HOOKS_INSIDE'] === 'yes';

/** Whoever is called says that they have it, within as long, ms; work on it comes after. */
const PATIENCE_MS = 10_000;

/**
 * Sends a body to an address; answers the status. Goes to no address of the inside, also not by a name that leads there or by being led on,
 * unless `inside`. What is answered is not read. Throws where nobody answers.
 */
export function post(
  url: string,
  headers: Readonly<Record<string, string>>,
  body: string,
  inside: boolean,
  patienceMs = PATIENCE_MS,
): Promise<number> {
  return new Promise((resolve, reject) => {
    const send = url.startsWith('https:') ? requestHttps : requestHttp;
    const request = send(
      url,
      {
        method: 'POST',
        headers: { ...headers, 'content-length': String(Buffer.byteLength(body)) },
        agent: useAgent(url, {
          allowPrivateIPAddress: inside,
          allowMetaIPAddress: inside,
          keepAlive: false,
        }),
        signal: AbortSignal.timeout(patienceMs),
      },
      (answer) => {
        resolve(answer.statusCode ?? 0);
        answer.destroy();
      },
    );
    request.once('error', reject);
    request.end(body);
  });
}
