import type { Role } from '@yewridge/contract/members';
import { parseCookie, setCookie } from './cookies.js';
import type { Request, RequestHandler, Response } from 'express';
import { AppError } from '../http/app-error.js';
import { isLocal } from '../http/guards.js';
import { OWNER_ALONE, saysWho, type Who } from '../http/who.js';
import { rightsFor } from './access-table.js';
import type { MembersService } from './members-service.js';
import { type People, type Untold, withoutPeople } from './people.js';
import type { Sessions } from './sessions.js';

const READS = new Set(['GET', 'HEAD', 'OPTIONS']);
/** A page elsewhere makes a browser send what its own cookie lets in: what changes something must come from our own pages. */
export const onlyOwnPages: RequestHandler = (request, _response, next) => {
  if (READS.has(request.method)) {
    next();
    return;
  }
  const site = request.get('sec-fetch-site');
  const origin = request.get('origin');
  // Programs that are no browser send neither.
  if (site !== undefined && site !== 'same-origin' && site !== 'none') throw new AppError('FOREIGN_ORIGIN');
  if (origin !== undefined && hostIn(origin) !== request.host.toLowerCase()) throw new AppError('FOREIGN_ORIGIN');
  next();
};
function hostIn(origin: string): string | null {
  try {
    return new URL(origin).host;
  } catch {
    return null;
  }
}

const NEEDS: Readonly<Record<Role, string>> = {
  owner: 'Only the owner may do this.',
  keeper: 'A keeper or the owner may do this.',
  helper: 'A helper, a keeper or the owner may do this.',
  guest: 'Nobody is kept from this.',
};
/** From the least to the most. */
const LEAST: readonly Role[] = ['guest', 'helper', 'keeper', 'owner'];
function needs(rights: readonly (readonly Role[])[]): string {
  const least = LEAST.find((role) => rights.every((right) => right.includes(role)));
  return NEEDS[least ?? 'owner'];
}

/** Finds out who asks, and whether their role may ask for that. Before anything of a request is read. */
export function accessGuard(members: MembersService, sessions: Sessions, people: People): RequestHandler {
  const known = async (request: Request, response: Response): Promise<Who | null> => {
    if (!(await members.isOn())) return isLocal(request) ? OWNER_ALONE : null;
    const secret = parseCookie(request);
    const found = secret === null ? null : await sessions.known(secret);
    if (found?.renewed) setCookie(request, response, found.renewed);
    return found?.who ?? null;
  };
  return async (request, response, next) => {
    // Nobody in between keeps an answer, and a browser asks whether its own is still right.
    response.set('Cache-Control', 'private, no-cache');
    const rights = rightsFor(request.method, request.path);
    const who = await known(request, response);
    if (who) saysWho(response, who);
    if (rights.length === 0) {
      // What is not there is told to members; to anybody else nothing is.
      if (!who) throw new AppError('SIGN_IN');
      throw new AppError('NOT_FOUND');
    }
    const roles = rights.filter((right) => typeof right !== 'string');
    if (roles.length > 0) {
      if (!who) throw new AppError('SIGN_IN');
      if (!roles.every((right) => right.includes(who.role)))
        throw new AppError('NOT_ALLOWED', { fields: [{ path: '', message: needs(roles) }] });
    }
    if (who && !who.seesPeople) hidePeople(response, await people.untold(who.memberId));
    next();
  };
}

/** Whatever is answered, landowners and callers are left out of it. */
function hidePeople(response: Response, untold: Untold): void {
  const json = response.json.bind(response);
  response.json = (body: unknown) => json(withoutPeople(body, untold));
}
