import type { AstroGlobal } from 'astro';

/** The page that says, in words and with a way back, that what was asked for is not there. */
export function missing(astro: Pick<AstroGlobal, 'locals' | 'rewrite'>, words: string): Promise<Response> {
  astro.locals.missing = words;
  return astro.rewrite('/404');
}
