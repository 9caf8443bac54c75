import {
  type InvitationDto,
  type InviteDto,
  MEMBER_LIMITS,
  type NewInvitationDto,
  type Role,
} from '@yewridge/contract/members';
import { type EntityManager, IsNull, MoreThan } from 'typeorm';
import type { Database } from '../db/database.js';
import { AppError } from '../http/app-error.js';
import type { Clock } from '../shared/clock/clock.js';
import { newSecret, secretDigest } from '../shared/keys/secret.js';
import { type Invitation, InvitationEntity } from './access-entities.js';

const HOUR_MS = 3600 * 1000;

const invitationDto = ({ id, role, note, createdAt, expiresAt }: Invitation): InvitationDto => ({
  id,
  role,
  note,
  createdAt,
  expiresAt,
});

/** Links by which somebody comes in. Of a link's secret only the digest is kept. */
export class Invitations {
  constructor(
    private readonly database: Database,
    /** The real time, also where a demo's clock stands still. */
    private readonly clock: Clock,
  ) {}

  /** Those that still open, oldest first. */
  async all(): Promise<readonly InvitationDto[]> {
    const rows = await this.database.source
      .getRepository(InvitationEntity)
      .find({ where: this.opening(), order: { createdAt: 'ASC', id: 'ASC' } });
    return rows.map(invitationDto);
  }

  /** @throws AppError `RULE` for one too many. */
  async invite({ role, note }: InviteDto): Promise<NewInvitationDto> {
    return this.database.write(async (manager) => {
      const { invitations } = MEMBER_LIMITS;
      if ((await manager.countBy(InvitationEntity, this.opening())) >= invitations) {
        const message = `${invitations} links are open already: take one back first`;
        throw new AppError('RULE', { fields: [{ path: 'role', message }] });
      }
      return this.make(manager, { role, note, renews: null });
    });
  }

  /** `renews` is the member it gives a new passphrase. */
  async make(
    manager: EntityManager,
    { role, note, renews }: { readonly role: Role; readonly note: string; readonly renews: string | null },
  ): Promise<NewInvitationDto> {
    const { guestDays, invitationHours } = MEMBER_LIMITS;
    const secret = newSecret();
    const now = this.clock.now();
    const invitation: Invitation = {
      id: crypto.randomUUID(),
      secretSha256: secretDigest(secret),
      role,
      note,
      renews,
      createdAt: now.toISOString(),
      expiresAt: new Date(
        now.getTime() + (role === 'guest' ? guestDays * 24 : invitationHours) * HOUR_MS,
      ).toISOString(),
      overAt: null,
    };
    await manager.insert(InvitationEntity, invitation);
    return { invitation: invitationDto(invitation), secret };
  }

  /** The one a secret opens; `null` where it opens nothing any more. */
  open(manager: EntityManager, secret: string): Promise<Invitation | null> {
    return manager.findOneBy(InvitationEntity, { secretSha256: secretDigest(secret), ...this.opening() });
  }

  /** They open nothing any more. @returns how many there were. */
  async end(manager: EntityManager, which: Partial<Pick<InvitationEntity, 'id' | 'renews'>>): Promise<number> {
    const overAt = this.clock.now().toISOString();
    const { affected } = await manager.update(InvitationEntity, { ...which, overAt: IsNull() }, { overAt });
    return affected ?? 0;
  }

  private opening() {
    return { overAt: IsNull(), expiresAt: MoreThan(this.clock.now().toISOString()) };
  }
}
