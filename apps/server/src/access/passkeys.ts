import {
  MEMBER_LIMITS,
  type PasskeyAnswerDto,
  type PasskeyDto,
  type PasskeysDto,
  type ShownPasskeyDto,
} from '@yewridge/contract/members';
import {
  type AuthenticationResponseJSON,
  generateAuthenticationOptions,
  generateRegistrationOptions,
  type PublicKeyCredentialCreationOptionsJSON,
  type PublicKeyCredentialRequestOptionsJSON,
  type RegistrationResponseJSON,
  verifyAuthenticationResponse,
  verifyRegistrationResponse,
} from '@simplewebauthn/server';
import { isIP } from 'node:net';
import { IsNull } from 'typeorm';
import type { Database } from '../db/database.js';
import { AppError } from '../http/app-error.js';
import type { Who } from '../http/who.js';
import type { Clock } from '../shared/clock/clock.js';
import { MemberEntity, type Passkey, PasskeyEntity } from './access-entities.js';
import { Challenges } from './challenges.js';
import { type MembersService, nameKey } from './members-service.js';
import type { Begun } from './sessions.js';

const MINUTE_MS = 60_000;
const TIMEOUT_MS = MEMBER_LIMITS.passkeyMinutes * MINUTE_MS;

/** Where a browser has the page from: a passkey belongs to that name and works nowhere else. */
export interface Place {
  /** With its port, as the page itself says it. */
  readonly origin: string;
  readonly name: string;
}

/** Why a passkey cannot be made or shown at an address; `null` where it can (Web Authentication, Level 3, section 5.1.3). */
export function placeFault({ name }: Place): string | null {
  return isIP(name.replace(/^\[|\]$/g, '')) === 0
    ? null
    : 'A passkey goes by a name: open Yewridge by the name of its computer, not by its number.';
}
function ruled(place: Place): void {
  const message = placeFault(place);
  if (message !== null) throw new AppError('RULE', { fields: [{ path: '', message }] });
}

const passkeyDto = ({ id, device, createdAt, lastUsedAt }: Passkey): PasskeyDto => ({
  id,
  device,
  createdAt,
  lastUsedAt,
});
const making = (memberId: string): string => `make ${memberId}`;
const SHOWING = 'show';

/** What the package finds wrong is one thing to whoever asks: it opens nothing. */
async function judged<T extends { readonly verified: boolean }>(judging: Promise<T>): Promise<T & { verified: true }> {
  const found = await judging.catch(() => {
    throw new AppError('WRONG_PASSKEY');
  });
  if (!found.verified) throw new AppError('WRONG_PASSKEY');
  return found as T & { verified: true };
}

/** Passkeys: members who come in by what their device keeps, and no passphrase to guess. */
export class Passkeys {
  readonly #challenges: Challenges;

  constructor(
    private readonly parts: {
      readonly database: Database;
      readonly members: MembersService;
      readonly clock: Clock;
      readonly workspace: string;
    },
  ) {
    this.#challenges = new Challenges(parts.clock, TIMEOUT_MS);
  }

  async all(who: Who, place: Place): Promise<PasskeysDto> {
    const items = await this.rows(who);
    return {
      items: items.map(passkeyDto),
      passphrase: await this.parts.members.hasPassphrase(who),
      fault: placeFault(place),
    };
  }

  /** What a browser needs to make one. @throws AppError `RULE`, `WRONG_SIGN_IN`. */
  async askedNew(who: Who, passphrase: string | null, place: Place): Promise<PublicKeyCredentialCreationOptionsJSON> {
    ruled(place);
    const member = await this.parts.members.proves(who, passphrase);
    const known = await this.rows(who);
    if (known.length >= MEMBER_LIMITS.passkeys) {
      const message = `you have ${MEMBER_LIMITS.passkeys} passkeys already: remove one first`;
      throw new AppError('RULE', { fields: [{ path: '', message }] });
    }
    return generateRegistrationOptions({
      rpName: `Yewridge, ${this.parts.workspace}`,
      rpID: place.name,
      userName: member.name ?? '',
      userID: Uint8Array.from(Buffer.from(member.id)),
      challenge: this.#challenges.make(making(member.id)),
      timeout: TIMEOUT_MS,
      attestationType: 'none',
      excludeCredentials: known.map(({ id }) => ({ id })),
      authenticatorSelection: { residentKey: 'required', userVerification: 'required' },
    });
  }

  /** @throws AppError `WRONG_PASSKEY`, `RULE` for one that is known already. */
  async keep(who: Who, answer: PasskeyAnswerDto, place: Place, device: string): Promise<PasskeyDto> {
    const memberId = who.memberId ?? '';
    const { registrationInfo } = await judged(
      verifyRegistrationResponse({
        response: answer as unknown as RegistrationResponseJSON,
        expectedChallenge: (challenge) => this.#challenges.take(making(memberId), challenge),
        expectedOrigin: place.origin,
        expectedRPID: place.name,
      }),
    );
    const { id, publicKey, counter } = registrationInfo.credential;
    const made: Passkey = {
      id,
      memberId,
      publicKey: Buffer.from(publicKey).toString('base64url'),
      counter,
      device,
      createdAt: this.parts.clock.now().toISOString(),
      lastUsedAt: null,
    };
    await this.parts.database.write(async (manager) => {
      if ((await manager.countBy(MemberEntity, { id: memberId, removedAt: IsNull() })) === 0)
        throw new AppError('NOT_FOUND');
      if ((await manager.countBy(PasskeyEntity, { id })) > 0) throw new AppError('WRONG_PASSKEY');
      await manager.insert(PasskeyEntity, made);
    });
    return passkeyDto(made);
  }

  /** @throws AppError `NOT_FOUND`, `RULE` for the last of who has no passphrase. */
  async remove(who: Who, id: string): Promise<void> {
    await this.parts.database.write(async (manager) => {
      const own = await manager.findBy(PasskeyEntity, { memberId: who.memberId ?? '' });
      if (!own.some((one) => one.id === id)) throw new AppError('NOT_FOUND');
      const member = await manager.findOneBy(MemberEntity, { id: who.memberId ?? '' });
      if (own.length === 1 && member?.passphrase === null) {
        const message = 'this is your only way in: ask the owner for a link to a passphrase first';
        throw new AppError('RULE', { fields: [{ path: '', message }] });
      }
      await manager.delete(PasskeyEntity, { id });
    });
  }

  /** What a browser needs to show one. @throws AppError `RULE`. */
  async askedShown(place: Place): Promise<PublicKeyCredentialRequestOptionsJSON> {
    ruled(place);
    // None is named: whoever asks is told nothing of who has one.
    return generateAuthenticationOptions({
      rpID: place.name,
      challenge: this.#challenges.make(SHOWING),
      timeout: TIMEOUT_MS,
      userVerification: 'required',
    });
  }

  /** @throws AppError `WRONG_PASSKEY`, `RULE` for another's than whose things wait there. */
  async signIn({ onlyAs, ...answer }: ShownPasskeyDto, place: Place, device: string): Promise<Begun> {
    const { database, members, clock } = this.parts;
    const passkey = await database.source.getRepository(PasskeyEntity).findOneBy({ id: answer.id });
    if (!passkey) throw new AppError('WRONG_PASSKEY');
    const { authenticationInfo } = await judged(
      verifyAuthenticationResponse({
        response: answer as unknown as AuthenticationResponseJSON,
        expectedChallenge: (challenge) => this.#challenges.take(SHOWING, challenge),
        expectedOrigin: place.origin,
        expectedRPID: place.name,
        credential: {
          id: passkey.id,
          publicKey: Uint8Array.from(Buffer.from(passkey.publicKey, 'base64url')),
          counter: passkey.counter,
        },
      }),
    );
    return database.write(async (manager) => {
      const used = { counter: authenticationInfo.newCounter, lastUsedAt: clock.now().toISOString() };
      const { affected } = await manager.update(PasskeyEntity, { id: passkey.id }, used);
      // Removed while it was judged.
      if (affected !== 1) throw new AppError('WRONG_PASSKEY');
      const begun = await members.begin(manager, passkey.memberId, device);
      if (onlyAs !== undefined && nameKey(begun.who.name ?? '') !== nameKey(onlyAs)) {
        const message = `this passkey is ${begun.who.name}’s, and what ${onlyAs} did waits on that device`;
        throw new AppError('RULE', { fields: [{ path: '', message }] });
      }
      return begun;
    });
  }

  private rows(who: Who): Promise<readonly Passkey[]> {
    return this.parts.database.source
      .getRepository(PasskeyEntity)
      .find({ where: { memberId: who.memberId ?? '' }, order: { createdAt: 'ASC', id: 'ASC' } });
  }
}
