import type { Role } from '@yewridge/contract/members';
import type { Response } from 'express';
import { AppError } from './app-error.js';

/** Who asks. */
export interface Who {
  /** `null` for a guest, and for the owner alone on this computer. */
  readonly memberId: string | null;
  readonly name: string | null;
  readonly role: Role;
  /** Whether landowners and callers are told to them. */
  readonly seesPeople: boolean;
  readonly sessionId: string | null;
}

/** Whoever sits at this computer while nobody else is let in; also what the program does by itself. */
export const OWNER_ALONE: Who = { memberId: null, name: null, role: 'owner', seesPeople: true, sessionId: null };

/** Who asked, as the guard found; `null` where a route is open to all. */
export function whoOf(response: Response): Who | null {
  return (response.locals['who'] as Who | undefined) ?? null;
}
/** The same where nobody else comes through. @throws AppError `SIGN_IN`. */
export function whoWrites(response: Response): Who {
  const who = whoOf(response);
  if (!who) throw new AppError('SIGN_IN');
  return who;
}
export function saysWho(response: Response, who: Who): void {
  response.locals['who'] = who;
}
