import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { apiMarkdown, openApi, readRoutes } from './apiReference';
import { ROOT } from './paths';

// npm run docs: the reference of the API, made from the endpoints themselves.
const routes = await readRoutes();
writeFileSync(join(ROOT, 'docs', 'api.md'), apiMarkdown(routes));
writeFileSync(join(ROOT, 'server', 'openapi.json'), `${JSON.stringify(openApi(routes), null, 1)}\n`);
