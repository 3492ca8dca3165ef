import { z } from 'zod';
import { faultsOf } from '../core/format/fields';
import { isPlainText } from '../core/format/plainText';
import { causeOf } from '../data/client';
import { allows, refusalOf, type Asked } from '../core/people/rights';
import { parseJson, readBody, type BodyType } from './body';
import type { Context } from './context';
import { Busy } from './judge/pool';
import { logger } from './monitor/logger';
import { done, faulty, type Outcome, type Refusal } from './errors';

/** What Astro hands to an endpoint, as far as one of ours needs it. */
type Call = {
  params: Record<string, string | undefined>;
  request: Request;
  url: URL;
  locals: { context: () => Promise<Context> };
};

/** The largest number that a row can have. */
export const MOST_ID = 2_147_483_647;

/** Reads a body that one schema does not describe, such as a build file or a choice between two forms. */
export type Reader<T> = {
  type: BodyType;
  read: (bytes: Buffer) => Outcome<T>;
  schemas?: readonly z.ZodType[];
};

/** What one method of an endpoint takes and does. The declaration is also what docs/api.md is made from. */
export type Method<Ids extends string, Body, Query> = {
  /** In a sentence, for whoever reads the reference. */
  does: string;
  /** What whoever calls must have, by core/people/rights; of a right that the address decides, each that it may be. */
  right: Asked | { any: readonly Asked[]; by: (params: Record<string, string | undefined>) => Asked };
  /** Parameters of the address that are numbers of rows. */
  ids?: readonly Ids[];
  body?: z.ZodType<Body> | Reader<Body>;
  query?: z.ZodType<Query>;
  /** `none` where it answers without the database: whether the process is up. */
  context?: 'none';
  /** The status of success, 200 if left out. */
  status?: 200 | 201;
  run: (
    ctx: Context,
    input: Record<Ids, number> & {
      body: Body;
      query: Query;
      params: Record<string, string | undefined>;
      signal: AbortSignal;
    },
  ) => unknown;
};
// eslint-disable-next-line @typescript-eslint/no-explicit-any -- each method has types of its own; here they are only kept
type AnyMethod = Omit<Method<any, any, any>, 'run'> & { run: (ctx: Context, input: any) => unknown };
const METHODS = ['GET', 'POST', 'PUT', 'PATCH', 'DELETE'] as const;
export type MethodName = (typeof METHODS)[number];
type Handler = ((call: Call) => Promise<Response>) & { method?: AnyMethod };

/** JSON that was made elsewhere. */
export const answerText = (json: string, status = 200): Response =>
  new Response(json, {
    status,
    headers: { 'content-type': 'application/json', 'cache-control': 'no-store' },
  });

export const answer = (body: unknown, status = 200): Response => answerText(JSON.stringify(body), status);

/** A refusal as every endpoint sends it. */
export function refuse({ status, ...body }: Refusal): Response {
  const response = answer(body, status);
  if (status === 503) response.headers.set('retry-after', '2');
  return response;
}

/** Faults of a connection and not of what was asked: PostgreSQL went, is starting, or does not answer. */
const UNREACHABLE =
  /ECONNREFUSED|ECONNRESET|ETIMEDOUT|EPIPE|Connection terminated|terminating connection|timeout exceeded|the database system is|connection timeout|Query read timeout|statement timeout|too many clients|ENOTFOUND/i;

/** An address as it may stand in a log: without the secret of a customer's link. */
const told = (where: string): string => where.replace(/(\/for\/)[^/]+/, '$1…');

export function failure(error: unknown, where: string): Refusal {
  const cause = causeOf(error);
  const words =
    cause instanceof Error ? `${cause.message} ${(cause as { code?: string }).code ?? ''}` : String(cause);
  logger.error({ where: told(where) }, words);
  if (error instanceof Busy)
    return {
      status: 503,
      message: 'Too much is asked for at once. Nothing was stored; try again in a moment.',
    };
  return UNREACHABLE.test(words)
    ? {
        status: 503,
        message: 'The database cannot be reached just now. Nothing was lost; try again in a moment.',
      }
    : { status: 500, message: 'Vexlo failed at this, which is a fault of its own. Nothing was half stored.' };
}

/** The number of a row as an address has it; undefined where it can be none. */
export function idOf(text: string | undefined): number | undefined {
  const id = /^[1-9]\d{0,9}$/.test(text ?? '') ? Number(text) : NaN;
  return id <= MOST_ID ? id : undefined;
}

async function bodyOf<T>(request: Request, body: z.ZodType<T> | Reader<T>): Promise<Outcome<T>> {
  const custom = !(body instanceof z.ZodType);
  const bytes = await readBody(request, custom ? body.type : 'json');
  if (!bytes.ok) return bytes;
  if (custom) return body.read(bytes.value);
  const value = parseJson(bytes.value);
  if (!value.ok) return value;
  const read = body.safeParse(value.value);
  return read.success ? done(read.data) : faulty(faultsOf(body, read.error.issues));
}

function isOutcome(value: unknown): value is Outcome<unknown> {
  return typeof value === 'object' && value !== null && 'ok' in value && typeof value.ok === 'boolean';
}

/** Why somebody is not given what they ask for; null where they are. */
async function kept(method: AnyMethod, call: Call): Promise<Refusal | null> {
  const { right } = method;
  const asked = typeof right === 'string' ? right : right.by(call.params);
  if (asked === 'anybody') return null;
  const { person, signedIn } = await call.locals.context();
  if (!signedIn && call.request.headers.has('authorization'))
    return { status: 401, message: 'This token lets nobody in: it has ended, was taken back, or is none.' };
  if (!signedIn) return { status: 401, message: 'You are signed out. Sign in to go on; nothing was stored.' };
  if (asked === 'self')
    return signedIn.program ? { status: 403, message: 'This is a person’s own; a program is nobody.' } : null;
  if (!allows(person.role, asked)) return { status: 403, message: refusalOf(person.role, asked) };
  // Four digits open the bench and not the office: they are soon tried through, and seen over a shoulder.
  if (asked === 'people' && signedIn.by === 'digits')
    return { status: 403, message: 'Sign in by your password for this: four digits are for the bench.' };
  return null;
}

async function respond(method: AnyMethod, call: Call): Promise<Response> {
  const refusal = await kept(method, call);
  if (refusal) return refuse(refusal);
  const ids: Record<string, number> = {};
  for (const name of (method.ids ?? []) as string[]) {
    const id = idOf(call.params[name]);
    if (id === undefined)
      return refuse({
        status: 404,
        message: `“${call.params[name] ?? ''}” is the number of nothing here; numbers are whole, from 1 on.`,
      });
    ids[name] = id;
  }
  const broken = [...Object.values(call.params), ...call.url.searchParams.values()].some(
    (text) => text !== undefined && !isPlainText(text),
  );
  if (broken)
    return refuse({
      status: 422,
      message: 'The address holds a character that is none.',
      faults: [{ path: 'address', message: 'holds a NUL or half a character; type it again' }],
    });
  const query = method.query?.safeParse(Object.fromEntries(call.url.searchParams));
  if (query && !query.success)
    return refuse({
      status: 422,
      message: 'The address asks for something that is not to be had.',
      faults: faultsOf(method.query as z.ZodType, query.error.issues),
    });
  const body = method.body ? await bodyOf(call.request, method.body as Reader<unknown>) : done(undefined);
  if (!body.ok) return refuse(body.refusal);
  const context = method.context === 'none' ? undefined : await call.locals.context();
  const made: unknown = await method.run(
    context as Context,
    {
      ...ids,
      body: body.value,
      query: query?.data as unknown,
      params: call.params,
      signal: call.request.signal,
    } as Parameters<AnyMethod['run']>[1],
  );
  if (made instanceof Response) return made;
  if (!isOutcome(made)) return answer(made, method.status);
  if (!made.ok) return refuse(made.refusal);
  return made.value instanceof Response ? made.value : answer(made.value, method.status);
}

/** One method of an address. The types of what `run` is given follow from `ids`, `body` and `query`. */
export function handle<const Ids extends string = never, Body = undefined, Query = undefined>(
  method: Method<Ids, Body, Query>,
): Method<Ids, Body, Query> {
  return method;
}

/**
 * The methods of one address as Astro takes them. Whatever is not among them is 405; whatever goes wrong is answered in one
 * shape, `{ message, faults?, current? }`.
 */
export function endpoint(
  methods: Partial<Record<MethodName, AnyMethod>>,
): Record<MethodName | 'HEAD' | 'ALL', Handler> {
  const allow = METHODS.filter((name) => methods[name]);
  const refusing: Handler = ({ request }) => {
    const response = refuse({
      status: 405,
      message: `${request.method} is not for this address; it takes ${allow.join(', ')}.`,
    });
    response.headers.set('allow', allow.join(', '));
    return Promise.resolve(response);
  };
  const handlerOf = (name: MethodName): Handler => {
    const method = methods[name];
    if (!method) return refusing;
    const handler: Handler = async (call) => {
      try {
        return await respond(method, call);
      } catch (error) {
        return refuse(failure(error, `${name} ${call.url.pathname}`));
      }
    };
    handler.method = method;
    return handler;
  };
  const GET = handlerOf('GET');
  return {
    GET,
    HEAD: async (call) => {
      const { status, headers, body } = await GET(call);
      // A stream that nobody reads goes on for good.
      await body?.cancel();
      return new Response(null, { status, headers });
    },
    POST: handlerOf('POST'),
    PUT: handlerOf('PUT'),
    PATCH: handlerOf('PATCH'),
    DELETE: handlerOf('DELETE'),
    ALL: refusing,
  };
}

/** A switch in an address: there or not, whatever it is set to. */
export const flag = z.string().optional();
/** What lets a calendar's program in; looked at before the request is (server/accounts/tokens). */
export const calendarToken = { token: z.string().max(80).optional() };
/** Some stages by their numbers in an address, at least one; `orNone` takes an empty list too. */
export const stagesParam = (orNone = false) =>
  z
    .string()
    .regex(orNone ? /^(\d{1,9}(,\d{1,9})*)?$/ : /^\d{1,9}(,\d{1,9})*$/, {
      error: 'is no list of stages; write stages=12,13',
    })
    .transform((text) => (text === '' ? [] : text.split(',').map(Number)));
/** A whole number in an address. */
export const countParam = (low: number, high: number, otherwise: number) =>
  z.coerce
    .number({ error: 'is not a number' })
    .int({ error: 'is not a whole number' })
    .min(low, { error: `is less than ${low}` })
    .max(high, { error: `is more than ${high}` })
    .default(otherwise);

/** A stream of server-sent events: kept nowhere, and held back by no proxy. */
export const eventStream = (events: ReadableStream<Uint8Array>): Response =>
  new Response(events, {
    headers: { 'content-type': 'text/event-stream', 'cache-control': 'no-store', 'x-accel-buffering': 'no' },
  });

/** Bytes or text as a file; `download` lets the browser keep it instead of showing it. */
export function file(body: BodyInit, type: string, name: string, download = false): Response {
  return new Response(body, {
    headers: {
      'content-type': type,
      'content-disposition': `${download ? 'attachment' : 'inline'}; filename="${name}"`,
    },
  });
}
