import type { SessionDto } from '@yewridge/contract/members';
import {
  accessOnSchema,
  changePassphraseSchema,
  idSchema,
  inviteSchema,
  joinSchema,
  madePasskeySchema,
  newPasskeySchema,
  passkeyIdSchema,
  removeMemberSchema,
  saveMemberSchema,
  secretSchema,
  shownPasskeySchema,
  signInSchema,
} from '@yewridge/contract/schemas';
import { type Request, type Response, Router } from 'express';
import { validated } from '../http/validate.js';
import type { Clock } from '../shared/clock/clock.js';
import type { SeasonLog } from '../shared/season-log/season-log.js';
import { type Who, whoOf, whoWrites } from '../http/who.js';
import { guestViewOf } from './guest-view-of.js';
import { clearCookie, setCookie } from './cookies.js';
import type { Invitations } from './invitations.js';
import type { MembersService } from './members-service.js';
import type { Passkeys, Place } from './passkeys.js';
import { type Begun, deviceOf, type Sessions } from './sessions.js';
import { throttles } from './throttle.js';

const fromAddress = { convert: true };

export interface AccessParts {
  readonly members: MembersService;
  readonly sessions: Sessions;
  readonly invitations: Invitations;
  readonly passkeys: Passkeys;
  readonly log: SeasonLog;
  /** The real time. */
  readonly clock: Clock;
}

function told(who: Who | null): SessionDto['who'] {
  return who && { id: who.memberId, name: who.name, role: who.role, seesPeople: who.seesPeople };
}
const agentOf = (request: Request): string => deviceOf(request.get('user-agent'));

/** As the page that asks has it in its address. */
const placeOf = ({ protocol, host, hostname }: Request): Place => ({
  origin: `${protocol}://${host.toLowerCase()}`,
  name: hostname.toLowerCase(),
});
type Limits = ReturnType<typeof throttles>;

function begin(request: Request, response: Response, { secret, who }: Begun): void {
  setCookie(request, response, secret);
  response.status(201).json({ access: 'on', who: told(who) } satisfies SessionDto);
}

/** Signing in by what a device keeps. */
function passkeyRoutes({ members, passkeys }: AccessParts, { byAddress, byAccount }: Limits): Router {
  const router = Router();
  router.post('/session/passkey/asked', byAddress, async (request, response) => {
    response.json(await passkeys.askedShown(placeOf(request)));
  });
  router.post('/session/passkey', byAddress, async (request, response) => {
    const shown = validated(shownPasskeySchema, request.body);
    const former = whoOf(response);
    const begun = await passkeys.signIn(shown, placeOf(request), agentOf(request));
    if (former) await members.signOut(former);
    begin(request, response, begun);
  });
  router.get('/session/passkeys', async (request, response) => {
    response.json(await passkeys.all(whoWrites(response), placeOf(request)));
  });
  router.post('/session/passkeys/asked', byAddress, byAccount, async (request, response) => {
    const { passphrase } = validated(newPasskeySchema, request.body);
    response.json(await passkeys.askedNew(whoWrites(response), passphrase, placeOf(request)));
  });
  router.post('/session/passkeys', async (request, response) => {
    const made = validated(madePasskeySchema, request.body);
    const kept = await passkeys.keep(whoWrites(response), made, placeOf(request), agentOf(request));
    response.status(201).json(kept);
  });
  router.delete('/session/passkeys/:id', async (request, response) => {
    await passkeys.remove(whoWrites(response), validated(passkeyIdSchema, request.params).id);
    response.status(204).end();
  });
  return router;
}

/** Signing in and out, and the ways to come to it. */
function sessionRoutes({ members, sessions }: AccessParts, { byAddress, byAccount }: Limits): Router {
  const router = Router();
  router.get('/session', async (_request, response) => {
    const access = (await members.isOn()) ? 'on' : 'off';
    response.set('Cache-Control', 'no-store').json({ access, who: told(whoOf(response)) } satisfies SessionDto);
  });
  router.post('/session', byAddress, byAccount, async (request, response) => {
    const typed = validated(signInSchema, request.body);
    // A device that signs in anew is one device.
    const former = whoOf(response);
    const begun = await members.signIn(typed, agentOf(request));
    if (former) await members.signOut(former);
    begin(request, response, begun);
  });
  router.delete('/session', async (request, response) => {
    await members.signOut(whoWrites(response));
    clearCookie(request, response);
    // Pictures that the browser keeps go too.
    response.set('Clear-Site-Data', '"cache"').status(204).end();
  });
  router.put('/session/passphrase', byAddress, byAccount, async (request, response) => {
    const typed = validated(changePassphraseSchema, request.body);
    begin(request, response, await members.changePassphrase(whoWrites(response), typed, agentOf(request)));
  });
  router.get('/sessions', async (_request, response) => {
    response.json({ items: await sessions.all(whoWrites(response)) });
  });
  router.delete('/sessions/:id', async (request, response) => {
    await members.endSession(whoWrites(response), validated(idSchema, request.params).id);
    response.status(204).end();
  });
  router.put('/access', async (request, response) => {
    begin(request, response, await members.switchOn(validated(accessOnSchema, request.body), agentOf(request)));
  });
  router.delete('/access', async (request, response) => {
    await members.switchOff();
    clearCookie(request, response);
    response.status(204).end();
  });
  router.post('/invitations/opened', byAddress, async (request, response) => {
    response.json(await members.opened(validated(secretSchema, request.body).secret));
  });
  router.post('/invitations/joined', byAddress, async (request, response) => {
    begin(request, response, await members.join(validated(joinSchema, request.body), agentOf(request)));
  });
  router.post('/invitations/visited', byAddress, async (request, response) => {
    begin(request, response, await members.visit(validated(secretSchema, request.body).secret, agentOf(request)));
  });
  return router;
}

/** Whoever lets others in. */
function memberRoutes({ members, invitations }: AccessParts): Router {
  const router = Router();
  router.get('/members', async (_request, response) => {
    response.json(await members.all());
  });
  router.get('/members/names', async (_request, response) => {
    response.json({ items: await members.hands() });
  });
  router.put('/members/:id', async (request, response) => {
    const { id } = validated(idSchema, request.params);
    response.json(await members.save(id, validated(saveMemberSchema, request.body)));
  });
  router.delete('/members/:id', async (request, response) => {
    const { name } = validated(removeMemberSchema, request.query, fromAddress);
    response.json(await members.remove(validated(idSchema, request.params).id, name));
  });
  router.post('/members/:id/renewal', async (request, response) => {
    response.status(201).json(await members.renewal(validated(idSchema, request.params).id));
  });
  router.post('/invitations', async (request, response) => {
    response.status(201).json(await invitations.invite(validated(inviteSchema, request.body)));
  });
  router.delete('/invitations/:id', async (request, response) => {
    await members.revoke(validated(idSchema, request.params).id);
    response.status(204).end();
  });
  return router;
}

export function accessRoutes(parts: AccessParts): Router {
  const router = Router();
  const { log } = parts;
  const limits = throttles(parts.clock);
  router.use(sessionRoutes(parts, limits), passkeyRoutes(parts, limits), memberRoutes(parts));
  router.get('/guest', async (_request, response) => {
    response.json(await guestViewOf(log));
  });
  return router;
}
