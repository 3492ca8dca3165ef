import { readdirSync } from 'node:fs';
import { join } from 'node:path';
import { z } from 'zod';
import { BODY_TYPES, type BodyType } from '../server/body';
import type { Method, MethodName } from '../server/endpoint';
import { RIGHTS, type Asked } from '../core/people/rights';
import { ROOT } from './paths';

type AnyMethod = Method<string, unknown, unknown>;
export type Route = { address: string; methods: [MethodName, AnyMethod][] };

const METHODS: readonly MethodName[] = ['GET', 'POST', 'PUT', 'PATCH', 'DELETE'];

/** Every address of the API by its file, with what its methods declare of themselves. */
export async function readRoutes(): Promise<Route[]> {
  const folder = join(ROOT, 'web', 'pages', 'api');
  const files = readdirSync(folder, { recursive: true, encoding: 'utf8' })
    .filter((name) => name.endsWith('.ts') && !name.includes('[...') && name !== 'openapi.json.ts')
    .sort();
  return Promise.all(
    files.map(async (file) => {
      const module = (await import(join(folder, file))) as Record<string, { method?: AnyMethod } | undefined>;
      return {
        address: `/api/${file
          .replaceAll('\\', '/')
          .replace(/\.ts$/, '')
          .replace(/(^|\/)index$/, '')}`
          .replace(/\/$/, '')
          .replace(/\[(\w+)\]/g, '{$1}'),
        methods: METHODS.flatMap((name): [MethodName, AnyMethod][] => {
          const method = module[name]?.method;
          return method ? [[name, method]] : [];
        }),
      };
    }),
  );
}

const schemaOf = (schema: z.ZodType): object => {
  const { $schema: _dialect, ...rest } = z.toJSONSchema(schema, { io: 'input', unrepresentable: 'any' });
  return rest;
};

/** The kinds of body that a method takes, each with its schema where it has one. */
function bodyOf({ body }: AnyMethod): { type: BodyType; schemas: object[] } | undefined {
  if (!body) return undefined;
  if (body instanceof z.ZodType) return { type: 'json', schemas: [schemaOf(body)] };
  return { type: body.type, schemas: (body.schemas ?? []).map(schemaOf) };
}

/** Who may ask, in words; which rights there are stands in core/people/rights. */
function askedWords({ right }: AnyMethod): string {
  const words = (asked: Asked): string =>
    asked === 'anybody'
      ? 'anybody, signed in or not'
      : asked === 'self'
        ? 'whoever is signed in'
        : RIGHTS[asked].roles.join(', ');
  return typeof right === 'string'
    ? words(right)
    : `${right.any.map(words).join('; or ')}, by what the address names`;
}

type Parameter = { name: string; in: 'path' | 'query'; required: boolean; schema: object };

function parametersOf(address: string, { ids = [], query }: AnyMethod): Parameter[] {
  const path = [...address.matchAll(/\{(\w+)\}/g)].map(([, name = '']): Parameter => ({
    name,
    in: 'path',
    required: true,
    schema: ids.includes(name) ? { type: 'integer', minimum: 1, maximum: 2_147_483_647 } : { type: 'string' },
  }));
  const properties = query
    ? ((schemaOf(query) as { properties?: Record<string, object> }).properties ?? {})
    : {};
  return [
    ...path,
    ...Object.entries(properties).map(([name, schema]): Parameter => ({
      name,
      in: 'query',
      required: false,
      schema,
    })),
  ];
}

const REFUSAL = {
  type: 'object',
  required: ['message'],
  properties: {
    message: { type: 'string' },
    faults: {
      type: 'array',
      items: {
        type: 'object',
        required: ['path', 'message'],
        properties: { path: { type: 'string' }, message: { type: 'string' } },
      },
    },
    current: {},
  },
  additionalProperties: false,
};

/** The API as OpenAPI 3.1. */
export function openApi(routes: readonly Route[]): object {
  const refused = {
    description: 'Refused; `faults` names fields, `current` what stands now.',
    content: { 'application/json': { schema: { $ref: '#/components/schemas/Refusal' } } },
  };
  return {
    openapi: '3.1.0',
    info: { title: 'Vexlo', version: '1', license: { name: 'MIT', identifier: 'MIT' } },
    paths: Object.fromEntries(
      routes.map(({ address, methods }) => [
        address,
        Object.fromEntries(
          methods.map(([name, method]) => {
            const body = bodyOf(method);
            const schema =
              body && body.schemas.length > 1 ? { anyOf: body.schemas } : (body?.schemas[0] ?? {});
            return [
              name.toLowerCase(),
              {
                summary: method.does,
                description: `For: ${askedWords(method)}.`,
                ...(method.right === 'anybody' ? { security: [] } : {}),
                parameters: parametersOf(address, method),
                ...(body
                  ? {
                      requestBody: {
                        required: true,
                        content: Object.fromEntries(BODY_TYPES[body.type].map((type) => [type, { schema }])),
                      },
                    }
                  : {}),
                responses: {
                  [String(method.status ?? 200)]: { description: 'Done.' },
                  default: refused,
                },
              },
            ];
          }),
        ),
      ]),
    ),
    security: [{ session: [] }, { program: [] }],
    components: {
      schemas: { Refusal: REFUSAL },
      securitySchemes: {
        session: { type: 'apiKey', in: 'cookie', name: 'vexlo.session_token' },
        program: {
          type: 'http',
          scheme: 'bearer',
          description: 'A token that the owner made under People, Programs.',
        },
      },
    },
  };
}

/** The API for people who read. */
export function apiMarkdown(routes: readonly Route[]): string {
  const lines = [
    '# The API',
    '',
    'Made from the endpoints by `npm run docs`; a test fails while it differs. The same as OpenAPI 3.1 is served at',
    '`/api/openapi.json`, with the schema of every body.',
    '',
    'Numbers of rows are whole, from 1 on. Whatever goes wrong is answered as `{ message, faults?, current? }`: 404 where there is',
    'nothing, 401 where nobody is signed in and 403 where whoever is may not do it, 405 with `Allow` for a method that an address does not take, 409 with what stands now where somebody else was faster,',
    '413 for too large a body, 415 for another content type, 422 with the faults by path, 429 after too many tries to sign in, 503 with `Retry-After` while the database',
    'cannot be reached. Who did it is known by the server, whatever a body says.',
    '',
    'A program is let in by a token (`Authorization: Bearer …`) that the owner makes under People; see',
    '[programs](guide/programs.md) for an example. It may what its role may, and nothing that is a person’s own.',
    '',
  ];
  for (const { address, methods } of routes)
    for (const [name, method] of methods) {
      const body = bodyOf(method);
      const query = parametersOf(address, method).filter((one) => one.in === 'query');
      lines.push(`## ${name} ${address}`, '', method.does, '', `For: ${askedWords(method)}.`, '');
      if (query.length > 0) lines.push(`Query: ${query.map((one) => `\`${one.name}\``).join(', ')}.`, '');
      if (body) {
        const keys = body.schemas.map((schema) => {
          const { properties = {}, required = [] } = schema as {
            properties?: object;
            required?: string[];
          };
          const list = Object.keys(properties).map((key) => `\`${key}\`${required.includes(key) ? '' : '?'}`);
          return list.length > 0 ? `{ ${list.join(', ')} }` : 'a list';
        });
        lines.push(
          `Body: ${BODY_TYPES[body.type].join(', ')}${keys.length > 0 ? `: ${keys.join(' or ')}` : ''}.`,
          '',
        );
      }
    }
  return `${lines.join('\n').trimEnd()}\n`;
}
