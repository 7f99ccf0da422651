import { betterAuth } from 'better-auth';
import { APIError, createAuthEndpoint } from 'better-auth/api';
import { setSessionCookie } from 'better-auth/cookies';
import type { BetterAuthPlugin } from 'better-auth/types';
import { v7 as uuid } from 'uuid';
import { z } from 'zod';
import { database } from '../database/connected.ts';

/** A PIN is asked once a shift, a password once in a while, seconds. */
export const SHIFT_S = 14 * 3600;
const PASSWORD_S = 30 * 24 * 3600;

/** Somebody whose password or PIN was right comes in, and whoever came in before on this device goes on. */
const entering = {
  id: 'entering',
  endpoints: {
    comeIn: createAuthEndpoint(
      {
        method: 'POST',
        body: z.object({
          user: z.uuid(),
          bakehouse: z.uuid(),
          device: z.uuid().nullable(),
          how: z.enum(['password', 'pin']),
        }),
      },
      async (ctx) => {
        const { user, bakehouse, device, how } = ctx.body;
        const found = await ctx.context.internalAdapter.findUserById(user);
        if (!found) throw new APIError('UNAUTHORIZED');
        const expiresAt = new Date(Date.now() + (how === 'pin' ? SHIFT_S : PASSWORD_S) * 1000);
        const more = { bakehouseId: bakehouse, deviceId: device, how, expiresAt };
        const session = await ctx.context.internalAdapter.createSession(user, false, more, true);
        await setSessionCookie(ctx, { session, user: found });
        return ctx.json({});
      },
    ),
    goOn: createAuthEndpoint({ method: 'POST', body: z.object({ token: z.string() }) }, async (ctx) => {
      const found = await ctx.context.internalAdapter.findSession(ctx.body.token);
      if (!found) throw new APIError('UNAUTHORIZED');
      await setSessionCookie(ctx, found);
      return ctx.json({});
    }),
  },
} satisfies BetterAuthPlugin;

const make = () =>
  betterAuth({
    database: { db: database(), type: 'postgres' },
    secret: process.env['JOVET_SECRET'] ?? '',
    baseURL: process.env['ORIGIN'] ?? 'http://127.0.0.1',
    telemetry: { enabled: false },
    // Wrong passwords and PINs are counted for each person and place: see tries.ts.
    rateLimit: { enabled: false },
    user: { modelName: 'account' },
    account: { modelName: 'account_secret' },
    verification: { modelName: 'account_verification' },
    session: {
      modelName: 'account_session',
      expiresIn: PASSWORD_S,
      disableSessionRefresh: true,
      additionalFields: {
        bakehouseId: { type: 'string', required: true, input: false },
        deviceId: { type: 'string', required: false, input: false },
        how: { type: 'string', required: true, input: false },
      },
    },
    advanced: {
      cookiePrefix: 'jovet',
      useSecureCookies: (process.env['ORIGIN'] ?? '').startsWith('https:'),
      database: { generateId: () => uuid() },
    },
    plugins: [entering],
  });

let made: ReturnType<typeof make> | undefined;

/** Accounts and sessions, kept by the library for it. */
export function accounts(): ReturnType<typeof make> {
  if ((process.env['JOVET_SECRET'] ?? '').length < 32)
    throw new Error('JOVET_SECRET is not set; ./jovet start makes one');
  made ??= make();
  return made;
}
