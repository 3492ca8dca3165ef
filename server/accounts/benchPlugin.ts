import type { BetterAuthPlugin } from 'better-auth';
import { createAuthEndpoint } from 'better-auth/api';
import { setSessionCookie } from 'better-auth/cookies';
import { z } from 'zod';

/** Never taken over HTTP: what leads here has been checked by one of this server's own endpoints. */
const serverOnly = { SERVER_ONLY: true } as const;

/** What a workshop asks of sign-in beside a password: to begin a session for somebody whom the shop knows by other means. */
export const bench = {
  id: 'bench',
  schema: {
    session: {
      fields: { by: { type: 'string', required: true, input: false, defaultValue: 'password' } },
    },
  },
  endpoints: {
    /** Begins a session and sets its cookie; whoever calls has made sure of who it is. */
    beginSession: createAuthEndpoint(
      '/bench/begin',
      {
        method: 'POST',
        body: z.object({ userId: z.string(), by: z.enum(['digits', 'press', 'password', 'passkey']) }),
        metadata: serverOnly,
      },
      async (ctx) => {
        const { userId, by } = ctx.body;
        const { internalAdapter } = ctx.context;
        const user = await internalAdapter.findUserById(userId);
        if (!user) throw new Error('a session was asked for nobody');
        const session = await internalAdapter.createSession(userId, false, { by }, true);
        await setSessionCookie(ctx, { session, user });
        return ctx.json({ token: session.token });
      },
    ),
    /** The token in a request's cookie where its signature is this server's; it may have ended since. */
    tokenOf: createAuthEndpoint(
      '/bench/token',
      { method: 'GET', requireHeaders: true, metadata: serverOnly },
      async (ctx): Promise<string | null> => {
        const { authCookies, secret } = ctx.context;
        return (await ctx.getSignedCookie(authCookies.sessionToken.name, secret)) || null;
      },
    ),
  },
} satisfies BetterAuthPlugin;
