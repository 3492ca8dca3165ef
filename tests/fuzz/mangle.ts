import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import type { Route } from '../../command/apiReference';
import { ROOT } from '../../command/paths';
import { seeded } from '../../core/statistics/seeded';
import { exampleFile } from '../example';

type Random = ReturnType<typeof seeded>;
type Json = null | boolean | number | string | Json[] | { [key: string]: Json };

/** Values that have broken somebody's program before. */
const ODD: readonly [Json, ...Json[]] = [
  null,
  true,
  '',
  ' ',
  'constructor',
  '__proto__',
  '\0',
  'half \ud83d',
  '🛻'.repeat(500),
  '=1+1',
  "'; drop table jobs; --",
  '../../etc/passwd',
  '2026-02-30',
  '2026-02-29T25:61',
  '245/75R160',
  'x'.repeat(100_000),
  0,
  -0,
  -1,
  1.5,
  1e308,
  -1e308,
  1e-308,
  2_147_483_647,
  2_147_483_648,
  99_999_999_999,
  [],
  {},
  [[[[[[[[]]]]]]]],
];

/** A document with a few of its values replaced, dropped, doubled or moved. */
export function mangled(document: Json, random: Random): Json {
  const copy = structuredClone(document);
  const times = random.whole(1, 3);
  for (let i = 0; i < times; i++) {
    const places: { at: Json[] | { [key: string]: Json }; key: string }[] = [];
    const walk = (value: Json, depth: number): void => {
      if (typeof value !== 'object' || value === null || depth > 8) return;
      for (const key of Object.keys(value)) {
        places.push({ at: value, key });
        walk((value as { [key: string]: Json })[key] ?? null, depth + 1);
      }
    };
    walk(copy, 0);
    const [first, ...rest] = places;
    if (!first) return random.pick(ODD);
    const { at, key } = random.pick([first, ...rest]);
    const target = at as { [key: string]: Json };
    switch (random.whole(0, 4)) {
      case 0:
        Reflect.deleteProperty(target, key);
        break;
      case 1:
        target[`${key}${random.pick(['x', ' ', '\ud800', 'constructor'])}`] = target[key] ?? null;
        break;
      case 2:
        target[key] =
          typeof target[key] === 'number'
            ? target[key] * random.pick([10, -1, 1e9, 0])
            : [target[key] ?? null];
        break;
      default:
        target[key] = random.pick(ODD);
    }
  }
  return copy;
}

const demoBuilds = (): Json[] =>
  readdirSync(join(ROOT, 'demo', 'builds')).map(
    (name) => JSON.parse(readFileSync(join(ROOT, 'demo', 'builds', name), 'utf8')) as Json,
  );

export type Asked = {
  method: string;
  path: string;
  headers: Record<string, string>;
  body: Buffer | undefined;
};

/** Bodies that some address takes, before they are mangled. */
function bodiesOf(): [Json, ...Json[]] {
  const file = exampleFile() as unknown as { [key: string]: Json };
  const [build = null] = demoBuilds();
  const stage = { package: file['package'] ?? null, use: file['use'] ?? {} };
  return [
    file,
    build,
    { version: 1, document: stage },
    { version: 1, document: file['vehicle'] ?? null },
    { version: 1 },
    { version: 1, change: 3 },
    { stageId: 2 },
    { version: 0, work: { stageId: 2, tasks: [], takenIn: [], ticks: {}, explained: {}, stated: [] } },
    [
      {
        kind: 'note',
        id: 'b7e1c2d0-0000-4000-8000-000000000001',
        at: '2026-03-02T10:00',
        by: 'A',
        words: 'x',
      },
    ],
    { units: 'inch', theme: 'dark' },
    { version: 1, offer: { price: 12 } },
    { title: 't', vehicle: { label: 'a' } },
    { version: 1, terms: {} },
  ];
}

/** The `n`th mangled request of a seed, over every address and method there is. */
export function requestsOf(routes: readonly Route[], seed: number): () => Asked {
  const random = seeded(seed);
  const bodies = bodiesOf();
  const all = routes.flatMap(({ address, methods }) =>
    // Whoever has signed out is refused everything else: that says nothing of the rest.
    methods.flatMap(([method]) =>
      method === 'DELETE' && address.startsWith('/api/session') ? [] : [{ address, method }],
    ),
  );
  const [first, ...rest] = all;
  if (!first) throw new Error('there is no address to ask');
  const one = (): Asked => {
    const { address, method } = random.pick([first, ...rest]);
    const path = address.replace(/\{(\w+)\}/g, (_, name: string) =>
      random.pick([
        '1',
        ...(name === 'kind' ? (['tire', 'order', 'wheel'] as const) : []),
        ...(name === 'subject' ? (['stage', 'vehicle', 'job'] as const) : []),
        ...(name === 'step' ? (['undo', 'redo', 'back', 'history'] as const) : []),
        '1',
        '2',
        String(random.whole(1, 90)),
        '0',
        '-1',
        '1.5',
        'abc',
        '99999999999',
        '%00',
        '%F0%9F',
        'constructor',
      ]),
    );
    const query = random.pick([
      '',
      '',
      '',
      '?find=%00',
      '?kind=tire&find=a',
      '?stages=1,2',
      '?of=1',
      '?limit=1e9',
      '?csv',
      '?ready',
    ]);
    const asked = random.pick([
      method,
      method,
      method,
      method,
      random.pick(['GET', 'POST', 'PUT', 'DELETE', 'PATCH']),
    ]);
    if (asked === 'GET' || asked === 'DELETE')
      return { method: asked, path: path + query, headers: {}, body: undefined };
    const text = JSON.stringify(mangled(random.pick(bodies), random));
    const type = random.pick([
      'application/json',
      'application/json',
      'application/json',
      'application/json',
      'text/csv',
      'application/octet-stream',
      'image/jpeg',
      'text/html',
      '',
    ]);
    const body = random.pick([
      () => Buffer.from(text),
      () => Buffer.from(text),
      () => Buffer.from(text),
      () => Buffer.from(text.slice(0, random.whole(0, text.length))),
      () => Buffer.from(`maker,model,code\n${text.slice(0, 300)}\n"`),
      () => Buffer.from(Array.from({ length: random.whole(0, 4000) }, () => random.whole(0, 255))),
      () => Buffer.from(`${'['.repeat(5000)}`),
    ])();
    return { method: asked, path: path + query, headers: type ? { 'content-type': type } : {}, body };
  };
  return one;
}

/** The `n`th mangled build of a seed, as text. */
export function buildsOf(seed: number): () => string {
  const random = seeded(seed);
  const [first = null, ...rest] = demoBuilds();
  return () => {
    const text = JSON.stringify(mangled(random.pick([first, ...rest]), random));
    return random.uniform() < 0.1 ? text.slice(0, random.whole(0, text.length)) : text;
  };
}
