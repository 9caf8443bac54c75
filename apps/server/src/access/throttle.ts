import { rateLimit, ipKeyGenerator } from 'express-rate-limit';
import { MEMBER_LIMITS } from '@yewridge/contract/members';
import type { Request, RequestHandler, Response } from 'express';
import { AppError } from '../http/app-error.js';
import type { Clock } from '../shared/clock/clock.js';
import { whoOf } from '../http/who.js';
import { DoublingWaits } from './doubling-waits.js';
import { nameKey } from './members-service.js';

const MINUTE_MS = 60_000;
/** Tries a minute. */
const MOST = { account: 5, address: 30 } as const;

/** Who is tried: by the name that was typed, or who is signed in and types the passphrase again. */
function accountOf({ body }: Request, response: Response): string {
  const name = (body as { readonly name?: unknown } | undefined)?.name;
  return typeof name === 'string' ? nameKey(name).slice(0, MEMBER_LIMITS.name) : (whoOf(response)?.memberId ?? '');
}

/** Whoever tries too often waits, and is told how long. Tries that were right are not counted. */
function limited(clock: Clock, most: number, key: (request: Request, response: Response) => string): RequestHandler {
  const store = new DoublingWaits(clock, most, MINUTE_MS);
  return rateLimit({
    windowMs: MINUTE_MS,
    limit: most,
    store,
    keyGenerator: key,
    skipSuccessfulRequests: true,
    standardHeaders: false,
    legacyHeaders: false,
    validate: false,
    handler: (request, response) => {
      const { resetTime } = (request as Request & { rateLimit?: { resetTime?: Date } }).rateLimit ?? {};
      const seconds = Math.max(1, Math.ceil(((resetTime?.getTime() ?? 0) - clock.now().getTime()) / 1000));
      response.set('Retry-After', String(seconds));
      throw new AppError('TOO_OFTEN', {
        fields: [{ path: '', message: `That was tried too often. Try once more in ${seconds} s.` }],
      });
    },
  });
}

/** Before everything by which somebody comes in: by address, and by whose passphrase is tried. */
export function throttles(clock: Clock): { readonly byAddress: RequestHandler; readonly byAccount: RequestHandler } {
  return {
    byAddress: limited(clock, MOST.address, ({ ip }) => ipKeyGenerator(ip ?? '')),
    byAccount: limited(clock, MOST.account, accountOf),
  };
}
