import {
  type ChangePassphraseDto,
  type HandDto,
  type JoinDto,
  MEMBER_LIMITS,
  type MemberDto,
  type MembersDto,
  type NewInvitationDto,
  type OpenedInvitationDto,
  type Role,
  type SaveMemberDto,
  type SignInDto,
} from '@yewridge/contract/members';
import { type EntityManager, In, IsNull } from 'typeorm';
import type { Database } from '../db/database.js';
import { AppError } from '../http/app-error.js';
import type { Clock } from '../shared/clock/clock.js';
import { OWNER_ALONE, type Who } from '../http/who.js';
import {
  AccessEntity,
  type Invitation,
  type Member,
  MemberEntity,
  PasskeyEntity,
  SessionEntity,
} from './access-entities.js';
import { isCommon, isPassphrase, passphraseKept, type ScryptCost } from './passphrases.js';
import type { Invitations } from './invitations.js';
import { type Begun, type Sessions, whoIs } from './sessions.js';

/** Under what somebody wrote whose name was erased, or is not known here. */
const FORMER = 'a former helper';

/** Two spellings of one name are one name. */
export const nameKey = (name: string): string => name.normalize('NFKC').trim().toLowerCase();

const rule = (path: string, message: string): AppError => new AppError('RULE', { fields: [{ path, message }] });

function refuseCommon(path: string, passphrase: string): void {
  if (!isCommon(passphrase)) return;
  const message =
    'this is among the passphrases that are guessed first: take a few words that only you would put together';
  throw new AppError('VALIDATION', { fields: [{ path, message }] });
}

const memberDto = ({ id, name, role, seesPeople, createdAt, removedAt }: Member): MemberDto => ({
  id,
  name,
  role,
  seesPeople: role !== 'helper' || seesPeople,
  createdAt,
  removedAt,
});
/** Who may sign in, and how they come to it. */
export class MembersService {
  /** Read at every request. */
  #on: boolean | null = null;

  constructor(
    private readonly parts: {
      readonly database: Database;
      readonly sessions: Sessions;
      readonly invitations: Invitations;
      readonly clock: Clock;
      readonly cost: ScryptCost;
      readonly workspace: string;
      /** What is open for somebody who may no longer read it is to be closed. */
      readonly onShut: () => void;
      /** Nobody but who sits here comes in any more. */
      readonly onOff: () => Promise<void>;
    },
  ) {}

  /** Whether anybody signs in; else whoever sits at this computer is the owner. */
  async isOn(): Promise<boolean> {
    this.#on ??= (await this.row()).on;
    return this.#on;
  }

  /** The first owner; from now on everybody signs in, this computer too. @throws AppError `RULE` where it is on already. */
  async switchOn({ name, passphrase }: SignInDto, device: string): Promise<Begun> {
    refuseCommon('passphrase', passphrase);
    const kept = await passphraseKept(passphrase, this.parts.cost);
    const begun = await this.parts.database.write(async (manager) => {
      if ((await this.row(manager)).on) throw rule('', 'members are switched on already');
      // One who was the owner before it was switched off is the owner again.
      const known = await manager.findOneBy(MemberEntity, { role: 'owner', nameKey: nameKey(name) });
      const owner = known ?? (await this.newMember(manager, { name, role: 'owner', kept }));
      await manager.update(MemberEntity, { id: owner.id }, { passphrase: kept });
      await manager.update(AccessEntity, { id: 'access' }, { on: true });
      return this.parts.sessions.begin(manager, { member: owner }, device);
    });
    this.#on = true;
    return begun;
  }

  /** Everybody is signed out, and no link opens any more. */
  async switchOff(): Promise<void> {
    await this.parts.database.write(async (manager) => {
      await this.parts.sessions.end(manager, 'all');
      await this.parts.invitations.end(manager, {});
      await manager.update(AccessEntity, { id: 'access' }, { on: false, letsPhonesIn: false });
    });
    this.#on = false;
    this.parts.onShut();
    await this.parts.onOff();
  }

  async letPhonesIn(letsPhonesIn: boolean): Promise<void> {
    await this.parts.database.write((manager) => manager.update(AccessEntity, { id: 'access' }, { letsPhonesIn }));
  }

  /** @throws AppError `WRONG_SIGN_IN`, as late for a name that is not there. */
  async signIn({ name, passphrase }: SignInDto, device: string): Promise<Begun> {
    const member = await this.proven({ nameKey: nameKey(name) }, passphrase);
    return this.parts.database.write(async (manager) =>
      this.parts.sessions.begin(manager, { member: await this.unchanged(manager, member) }, device),
    );
  }

  /** Comes in, however it was proved. @throws AppError `WRONG_PASSKEY` for one who was removed. */
  async begin(manager: EntityManager, id: string, device: string): Promise<Begun> {
    const member = (await this.isOn()) ? await manager.findOneBy(MemberEntity, { id, removedAt: IsNull() }) : null;
    if (!member) throw new AppError('WRONG_PASSKEY');
    return this.parts.sessions.begin(manager, { member }, device);
  }

  async hasPassphrase({ memberId }: Who): Promise<boolean> {
    const member = await this.member(this.parts.database.source.manager, memberId ?? '');
    return member.passphrase !== null;
  }

  /**
   * That it is the member who sits there, before another way in is made: by the passphrase, or, where they have none, by having
   * signed in lately. @throws AppError `WRONG_SIGN_IN`, `RULE`.
   */
  async proves(who: Who, passphrase: string | null): Promise<Member> {
    const { database, clock } = this.parts;
    const member = await this.member(database.source.manager, who.memberId ?? '');
    if (member.passphrase !== null) return this.proven({ id: member.id }, passphrase ?? '');
    const session = await database.source.getRepository(SessionEntity).findOneBy({ id: who.sessionId ?? '' });
    const since = clock.now().getTime() - Date.parse(session?.createdAt ?? '');
    if (!(since <= MEMBER_LIMITS.freshMinutes * 60_000))
      throw rule('', 'sign out and in again first, so that it is you who makes it');
    return member;
  }

  /** Other devices of the member are signed out. @throws AppError `WRONG_SIGN_IN`, `VALIDATION` for one that is guessed first. */
  async changePassphrase(who: Who, { passphrase, next }: ChangePassphraseDto, device: string): Promise<Begun> {
    const { database, cost, sessions } = this.parts;
    if (next !== null) refuseCommon('next', next);
    const member = await this.proven({ id: who.memberId ?? '' }, passphrase);
    const kept = next === null ? null : await passphraseKept(next, cost);
    const begun = await database.write(async (manager) => {
      const still = await this.unchanged(manager, member);
      if (kept === null && (await manager.countBy(PasskeyEntity, { memberId: still.id })) === 0)
        throw rule('next', 'without a passkey it is your only way in');
      await manager.update(MemberEntity, { id: still.id }, { passphrase: kept });
      await sessions.end(manager, { memberId: still.id });
      return sessions.begin(manager, { member: { ...still, passphrase: kept } }, device);
    });
    this.parts.onShut();
    return begun;
  }

  async all(): Promise<MembersDto> {
    const { source } = this.parts.database;
    const members = await source.getRepository(MemberEntity).find({ order: { createdAt: 'ASC', id: 'ASC' } });
    return { members: members.map(memberDto), invitations: await this.parts.invitations.all() };
  }

  /** Who can be given something to do. */
  async hands(): Promise<readonly HandDto[]> {
    const rows = await this.parts.database.source
      .getRepository(MemberEntity)
      .find({ where: { removedAt: IsNull() }, order: { nameKey: 'ASC', id: 'ASC' } });
    return rows.map(({ id, name, role }) => ({ id, name: name ?? '', role }));
  }

  /** Their devices get another secret. @throws AppError `NOT_FOUND`, `RULE` for the last owner. */
  async save(id: string, { role, seesPeople }: SaveMemberDto): Promise<MemberDto> {
    return this.parts.database.write(async (manager) => {
      const member = await this.member(manager, id);
      if (role !== 'owner') await this.keepsAnOwner(manager, member);
      const changed = { role: role as MemberEntity['role'], seesPeople: role !== 'helper' || seesPeople };
      await manager.update(MemberEntity, { id }, changed);
      await manager.update(SessionEntity, { memberId: id }, { renew: true });
      return memberDto({ ...member, ...changed });
    });
  }

  /** What they wrote stays. @throws AppError `NOT_FOUND`, `RULE` for the last owner. */
  async remove(id: string, name: 'stays' | 'erased'): Promise<MemberDto> {
    const removed = await this.parts.database.write(async (manager) => {
      const known: Member | null = await manager.findOneBy(MemberEntity, { id });
      if (!known) throw new AppError('NOT_FOUND');
      if (known.removedAt === null) await this.keepsAnOwner(manager, known);
      const changed = {
        removedAt: known.removedAt ?? this.now(),
        passphrase: null,
        nameKey: null,
        name: name === 'erased' ? null : known.name,
      };
      await manager.update(MemberEntity, { id }, changed);
      await this.parts.sessions.end(manager, { memberId: id });
      await manager.delete(PasskeyEntity, { memberId: id });
      await this.parts.invitations.end(manager, { renews: id });
      return memberDto({ ...known, ...changed });
    });
    this.parts.onShut();
    return removed;
  }

  /** A member's new passphrase, by a link: they lost theirs. @throws AppError `NOT_FOUND`. */
  async renewal(id: string): Promise<NewInvitationDto> {
    return this.parts.database.write(async (manager) => {
      const { role, name } = await this.member(manager, id);
      return this.parts.invitations.make(manager, { role, note: name ?? '', renews: id });
    });
  }

  /** Guests that came by it are shut out. */
  async revoke(id: string): Promise<void> {
    await this.parts.database.write(async (manager) => {
      if ((await this.parts.invitations.end(manager, { id })) !== 1) throw new AppError('NOT_FOUND');
      await this.parts.sessions.end(manager, { invitationId: id });
    });
    this.parts.onShut();
  }

  /** @throws AppError `INVITATION_OVER`. */
  async opened(secret: string): Promise<OpenedInvitationDto> {
    const { manager } = this.parts.database.source;
    const { role, expiresAt, renews } = await this.link(manager, secret);
    const member = renews === null ? null : await manager.findOneBy(MemberEntity, { id: renews });
    return { role, workspace: this.parts.workspace, expiresAt, renews: member?.name ?? null };
  }

  /** Uses an invitation, once. @throws AppError `INVITATION_OVER`, `RULE` for a name that is taken. */
  async join({ secret, name, passphrase }: JoinDto, device: string): Promise<Begun> {
    const { database, cost, sessions, invitations } = this.parts;
    refuseCommon('passphrase', passphrase);
    await this.link(database.source.manager, secret);
    const kept = await passphraseKept(passphrase, cost);
    const begun = await database.write(async (manager) => {
      const invitation = await this.link(manager, secret);
      if (invitation.role === 'guest') throw new AppError('INVITATION_OVER');
      const { role, renews } = invitation;
      const member =
        renews === null
          ? await this.newMember(manager, { name, role, kept })
          : await this.renewed(manager, renews, kept);
      await invitations.end(manager, { id: invitation.id });
      return sessions.begin(manager, { member }, device);
    });
    this.parts.onShut();
    return begun;
  }

  /** A guest's session. @throws AppError `INVITATION_OVER`. */
  async visit(secret: string, device: string): Promise<Begun> {
    return this.parts.database.write(async (manager) => {
      const invitation = await this.link(manager, secret);
      if (invitation.role !== 'guest') throw new AppError('INVITATION_OVER');
      return this.parts.sessions.begin(manager, { invitation }, device);
    });
  }

  async signOut(who: Who): Promise<void> {
    if (who.sessionId === null) return;
    const { sessionId } = who;
    await this.parts.database.write((manager) => this.parts.sessions.end(manager, { id: sessionId }));
  }

  /** A lost phone. @throws AppError `NOT_FOUND` for one that is not theirs to end. */
  async endSession(who: Who, id: string): Promise<void> {
    if (!(await this.parts.sessions.mayEnd(who, id))) throw new AppError('NOT_FOUND');
    await this.parts.database.write((manager) => this.parts.sessions.end(manager, { id }));
    this.parts.onShut();
  }

  /** Whose something is that is opened by a secret of its own, such as a calendar: `null` once they come in no more. */
  async behind(memberId: string | null): Promise<Who | null> {
    if (memberId === null) return OWNER_ALONE;
    if (!(await this.isOn())) return null;
    const { source } = this.parts.database;
    const member = await source.getRepository(MemberEntity).findOneBy({ id: memberId, removedAt: IsNull() });
    return member && whoIs(member, null);
  }

  /** Names under what was written, by member. */
  async names(ids: Iterable<string | null>): Promise<(id: string | null) => string | null> {
    const asked = [...new Set([...ids].filter((id) => id !== null))];
    const rows = await this.parts.database.source.getRepository(MemberEntity).findBy({ id: In(asked) });
    const known = new Map(rows.map(({ id, name }) => [id, name]));
    return (id) => (id === null ? null : (known.get(id) ?? FORMER));
  }

  private now(): string {
    return this.parts.clock.now().toISOString();
  }

  private async row(manager = this.parts.database.source.manager): Promise<AccessEntity> {
    return manager.findOneByOrFail(AccessEntity, { id: 'access' });
  }

  private async member(manager: EntityManager, id: string): Promise<Member> {
    const member = await manager.findOneBy(MemberEntity, { id, removedAt: IsNull() });
    if (!member) throw new AppError('NOT_FOUND');
    return member;
  }

  /** Whoever knows the passphrase. @throws AppError `WRONG_SIGN_IN`. */
  private async proven(
    which: { readonly id: string } | { readonly nameKey: string },
    passphrase: string,
  ): Promise<Member> {
    const { database, cost } = this.parts;
    const member = await database.source.getRepository(MemberEntity).findOneBy({ ...which, removedAt: IsNull() });
    const right = await isPassphrase(passphrase, member?.passphrase ?? null, cost);
    if (!member || !right) throw new AppError('WRONG_SIGN_IN');
    return member;
  }
  /** That takes a while: the same member, if meanwhile nobody changed the passphrase or removed them. @throws AppError `WRONG_SIGN_IN`. */
  private async unchanged(manager: EntityManager, { id, passphrase }: Member): Promise<Member> {
    const still = await manager.findOneBy(MemberEntity, { id, removedAt: IsNull() });
    if (still?.passphrase !== passphrase) throw new AppError('WRONG_SIGN_IN');
    return still;
  }

  private async keepsAnOwner(manager: EntityManager, { id, role }: Member): Promise<void> {
    if (role !== 'owner') return;
    const owners = await manager.findBy(MemberEntity, { role: 'owner', removedAt: IsNull() });
    if (owners.every((one) => one.id === id))
      throw rule('role', 'this is the only owner: make another member owner first, or nobody could let anybody in');
  }

  /** One that still opens, while members are on. @throws AppError `INVITATION_OVER`. */
  private async link(manager: EntityManager, secret: string): Promise<Invitation> {
    const found = (await this.isOn()) ? await this.parts.invitations.open(manager, secret) : null;
    if (!found) throw new AppError('INVITATION_OVER');
    return found;
  }

  private async newMember(
    manager: EntityManager,
    { name, role, kept }: { readonly name: string; readonly role: Role; readonly kept: string },
  ): Promise<Member> {
    const key = nameKey(name);
    if ((await manager.countBy(MemberEntity, { nameKey: key })) > 0)
      throw rule('name', `somebody here is called "${name}" already: add what tells you apart`);
    if ((await manager.countBy(MemberEntity, { removedAt: IsNull() })) >= MEMBER_LIMITS.members)
      throw rule('name', `there are ${MEMBER_LIMITS.members} members already`);
    const member: Member = {
      id: crypto.randomUUID(),
      name,
      nameKey: key,
      role: role as MemberEntity['role'],
      seesPeople: role !== 'helper',
      passphrase: kept,
      createdAt: this.now(),
      removedAt: null,
    };
    await manager.insert(MemberEntity, member);
    return member;
  }

  private async renewed(manager: EntityManager, id: string, kept: string): Promise<Member> {
    const member = await this.member(manager, id);
    await manager.update(MemberEntity, { id }, { passphrase: kept });
    // Whoever else has the old passphrase, or the telephone with the passkey, is shut out.
    await this.parts.sessions.end(manager, { memberId: id });
    await manager.delete(PasskeyEntity, { memberId: id });
    return { ...member, passphrase: kept };
  }
}
