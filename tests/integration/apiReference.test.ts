import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { expect, test } from 'vitest';
import { apiMarkdown, openApi, readRoutes } from '../../command/apiReference';
import { ROOT } from '../../command/paths';

test('the reference of the API is what the endpoints say of themselves; else npm run docs', async () => {
  const routes = await readRoutes();
  expect(routes.length).toBeGreaterThan(38);
  expect(readFileSync(join(ROOT, 'docs', 'api.md'), 'utf8')).toBe(apiMarkdown(routes));
  expect(JSON.parse(readFileSync(join(ROOT, 'server', 'openapi.json'), 'utf8'))).toEqual(
    JSON.parse(JSON.stringify(openApi(routes))),
  );
});
