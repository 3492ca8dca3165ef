import { defineMiddleware } from 'astro:middleware';
import { queue } from '../server/queue';

/** The first request of a server process, which is whether it is up, opens its queue. */
export const onRequest = defineMiddleware((_context, next) => {
  void queue().catch((error: unknown) =>
    console.error('the queue:', error instanceof Error ? error.message : error),
  );
  return next();
});
