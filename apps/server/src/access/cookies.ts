import { MEMBER_LIMITS } from '@yewridge/contract/members';
import { parse } from 'cookie';
import type { Request, Response } from 'express';

const DAY_MS = 24 * 3600 * 1000;

/** Over HTTPS a browser takes it from this host alone, for all of its paths. */
const cookieName = (secure: boolean): string => (secure ? '__Host-yewridge' : 'yewridge');

const options = (request: Request) =>
  ({ httpOnly: true, secure: request.secure, sameSite: 'strict', path: '/' }) as const;

/** The secret of the session a request comes with; `null` without one. */
export function parseCookie(request: Request): string | null {
  const secret = parse(request.headers.cookie ?? '')[cookieName(request.secure)];
  return secret !== undefined && /^[\w-]{20,100}$/.test(secret) ? secret : null;
}

export function setCookie(request: Request, response: Response, secret: string): void {
  const maxAge = MEMBER_LIMITS.sessionDays * DAY_MS;
  response.cookie(cookieName(request.secure), secret, { ...options(request), maxAge });
}
export function clearCookie(request: Request, response: Response): void {
  response.clearCookie(cookieName(request.secure), options(request));
}
