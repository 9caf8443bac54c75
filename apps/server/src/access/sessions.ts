import { type DeviceSessionDto, MEMBER_LIMITS } from '@yewridge/contract/members';
import Bowser from 'bowser';
import { type EntityManager, IsNull, LessThan } from 'typeorm';
import type { Database } from '../db/database.js';
import type { Clock } from '../shared/clock/clock.js';
import { newSecret, secretDigest } from '../shared/keys/secret.js';
import type { Who } from '../http/who.js';
import { type Invitation, InvitationEntity, type Member, MemberEntity, SessionEntity } from './access-entities.js';

const DAY_MS = 24 * 3600 * 1000;
/** When a device was last seen is written so often at most. */
const SEEN_EVERY_MS = 5 * 60_000;
/** A secret that was changed still opens for what was on its way. */
const FORMER_MS = 60_000;

export interface Begun {
  readonly secret: string;
  readonly who: Who;
}
/** A session that was found; `renewed` is the secret its browser is to have from now on. */
export interface Found {
  readonly who: Who;
  readonly renewed: string | null;
}

/** What a browser says it is, in short. */
export function deviceOf(agent: string | undefined): string {
  const { browser, os } = Bowser.parse(agent === undefined || agent === '' ? 'unknown' : agent);
  const words = [browser.name, os.name].filter((one) => one !== undefined && one !== '');
  return (words.length > 0 ? words.join(' on ') : 'A device that does not say what it is').slice(0, 80);
}

const guest = (sessionId: string): Who => ({
  memberId: null,
  name: null,
  role: 'guest',
  seesPeople: false,
  sessionId,
});
export const whoIs = ({ id, name, role, seesPeople }: Member, sessionId: string | null): Who => ({
  memberId: id,
  name,
  role,
  // Owner and keepers see all records.
  seesPeople: role !== 'helper' || seesPeople,
  sessionId,
});

/** Devices that are signed in. Of a session's secret only the digest is kept. */
export class Sessions {
  constructor(
    private readonly database: Database,
    /** The real time, also where a demo's clock stands still. */
    private readonly clock: Clock,
  ) {}

  async begin(
    manager: EntityManager,
    whose: { readonly member: Member } | { readonly invitation: Invitation },
    device: string,
  ): Promise<Begun> {
    const secret = newSecret();
    const at = this.clock.now().toISOString();
    const id = crypto.randomUUID();
    const who = 'member' in whose ? whoIs(whose.member, id) : guest(id);
    // Those that nobody used for too long open nothing any more.
    const idle = new Date(this.clock.now().getTime() - MEMBER_LIMITS.sessionIdleDays * DAY_MS).toISOString();
    await manager.delete(SessionEntity, { lastSeenAt: LessThan(idle) });
    await manager.insert(SessionEntity, {
      id,
      secretSha256: secretDigest(secret),
      formerSha256: null,
      renewedAt: at,
      renew: false,
      memberId: 'member' in whose ? whose.member.id : null,
      invitationId: 'member' in whose ? null : whose.invitation.id,
      device,
      createdAt: at,
      lastSeenAt: at,
    });
    return { secret, who };
  }

  /** Whose a secret is; `null` where it opens nothing. */
  async known(secret: string): Promise<Found | null> {
    const digest = secretDigest(secret);
    const rows = this.database.source.getRepository(SessionEntity);
    const now = this.clock.now().getTime();
    const current = await rows.findOneBy({ secretSha256: digest });
    const former = current ? null : await rows.findOneBy({ formerSha256: digest });
    const session = current ?? (former && Date.parse(former.renewedAt) + FORMER_MS > now ? former : null);
    if (!session || !this.lasts(session, now)) return null;
    const who = await this.whose(session);
    if (!who) return null;
    const renewed = session.renew && current ? await this.renew(session) : null;
    if (now - Date.parse(session.lastSeenAt) > SEEN_EVERY_MS) {
      const lastSeenAt = new Date(now).toISOString();
      await this.database.write((manager) => manager.update(SessionEntity, { id: session.id }, { lastSeenAt }));
    }
    return { who, renewed };
  }

  /** Those that still open, of one member or of all, the latest seen first. */
  async all(asks: Who): Promise<readonly DeviceSessionDto[]> {
    const { source } = this.database;
    const mine = asks.role === 'owner' ? {} : { memberId: asks.memberId ?? '' };
    const rows = await source
      .getRepository(SessionEntity)
      .find({ where: mine, order: { lastSeenAt: 'DESC', id: 'ASC' } });
    const now = this.clock.now().getTime();
    const found: DeviceSessionDto[] = [];
    for (const session of rows) {
      const who = this.lasts(session, now) ? await this.whose(session) : null;
      if (!who) continue;
      const { id, memberId, device, createdAt, lastSeenAt } = session;
      const name = who.name ?? 'Guest';
      found.push({ id, memberId, name, role: who.role, device, createdAt, lastSeenAt, here: id === asks.sessionId });
    }
    return found;
  }

  /** Ends sessions: they open nothing any more. */
  async end(
    manager: EntityManager,
    which: Partial<Pick<SessionEntity, 'id' | 'memberId' | 'invitationId'>> | 'all',
  ): Promise<void> {
    if (which === 'all') await manager.clear(SessionEntity);
    else await manager.delete(SessionEntity, which);
  }

  /** Whether one is that who asks may end: an owner's any, a member's own. */
  async mayEnd(asks: Who, id: string): Promise<boolean> {
    const session = await this.database.source.getRepository(SessionEntity).findOneBy({ id });
    return session !== null && (asks.role === 'owner' || id === asks.sessionId || session.memberId === asks.memberId);
  }

  private lasts({ createdAt, lastSeenAt }: SessionEntity, now: number): boolean {
    return (
      now < Date.parse(createdAt) + MEMBER_LIMITS.sessionDays * DAY_MS &&
      now < Date.parse(lastSeenAt) + MEMBER_LIMITS.sessionIdleDays * DAY_MS
    );
  }

  private async whose({ id, memberId, invitationId }: SessionEntity): Promise<Who | null> {
    const { source } = this.database;
    if (memberId !== null) {
      const member = await source.getRepository(MemberEntity).findOneBy({ id: memberId, removedAt: IsNull() });
      return member && whoIs(member, id);
    }
    const link = await source
      .getRepository(InvitationEntity)
      .findOneBy({ id: invitationId ?? '', role: 'guest', overAt: IsNull() });
    return link && Date.parse(link.expiresAt) > this.clock.now().getTime() ? guest(id) : null;
  }

  private async renew({ id, secretSha256 }: SessionEntity): Promise<string> {
    const secret = newSecret();
    await this.database.write((manager) =>
      manager.update(
        SessionEntity,
        { id, secretSha256 },
        {
          secretSha256: secretDigest(secret),
          formerSha256: secretSha256,
          renewedAt: this.clock.now().toISOString(),
          renew: false,
        },
      ),
    );
    return secret;
  }
}
