import type { APIRoute } from 'astro';
import { refuse } from '../../../server/endpoint';

/** Any address under /api/ that is none: said as every other refusal is. */
export const ALL: APIRoute = ({ url }) =>
  refuse({ status: 404, message: `There is nothing at ${url.pathname}.` });
