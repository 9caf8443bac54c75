import type { CalendarKeyDto, NewCalendarKeyDto } from '@yewridge/contract/devices';
import { API_BASE } from '@yewridge/contract/shared';
import { IsNull } from 'typeorm';
import type { Database } from '../db/database.js';
import { CalendarKeyEntity } from '../db/entities/device-entities.js';
import { AppError } from '../http/app-error.js';
import type { Who } from '../http/who.js';
import type { Clock } from '../shared/clock/clock.js';
import { newSecret, secretDigest } from '../shared/keys/secret.js';

function dto({ id, name, createdAt, lastReadAt }: CalendarKeyDto): CalendarKeyDto {
  return { id, name, createdAt, lastReadAt };
}

/** Addresses at which a calendar program reads the steps, each with a secret of its own that can be revoked. */
export class CalendarKeys {
  constructor(
    private readonly database: Database,
    private readonly clock: Clock,
    /** Who a member is now; `null` for one who is none any more. */
    private readonly whose: (memberId: string | null) => Promise<Who | null>,
  ) {}

  /** A helper's own; whoever keeps the records sees all. */
  async all(who: Who): Promise<readonly CalendarKeyDto[]> {
    const rows = await this.database.source
      .getRepository(CalendarKeyEntity)
      .find({ where: { ...this.within(who), revokedAt: IsNull() }, order: { createdAt: 'ASC', id: 'ASC' } });
    return rows.map(dto);
  }

  async make({ memberId }: Who, name: string): Promise<NewCalendarKeyDto> {
    const secret = newSecret();
    const row = {
      id: crypto.randomUUID(),
      name,
      secretSha256: secretDigest(secret),
      createdAt: this.clock.now().toISOString(),
      lastReadAt: null,
      revokedAt: null,
      memberId,
    };
    await this.database.write((manager) => manager.insert(CalendarKeyEntity, row));
    return { calendar: dto(row), path: `${API_BASE}/calendar/${secret}.ics` };
  }

  /** From now on its address is a place where nothing is. @throws AppError `NOT_FOUND` for one that is not theirs to end. */
  async revoke(who: Who, id: string): Promise<CalendarKeyDto> {
    const row = await this.database.write(async (manager) => {
      const found = await manager.findOneBy(CalendarKeyEntity, { ...this.within(who), id });
      if (!found) throw new AppError('NOT_FOUND');
      await manager.update(CalendarKeyEntity, { id }, { revokedAt: found.revokedAt ?? this.clock.now().toISOString() });
      return found;
    });
    return dto(row);
  }

  /**
   * Whose a secret is. @throws AppError `NOT_FOUND` for one that was never told, is revoked, or belongs to who is no member any
   * more: which of these is not said.
   */
  async opens(secret: string): Promise<Who> {
    const lastReadAt = this.clock.now().toISOString();
    const known = { secretSha256: secretDigest(secret), revokedAt: IsNull() };
    const row = await this.database.source.getRepository(CalendarKeyEntity).findOneBy(known);
    const who = row && (await this.whose(row.memberId));
    if (!who) throw new AppError('NOT_FOUND');
    const { affected } = await this.database.write((manager) =>
      manager.update(CalendarKeyEntity, known, { lastReadAt }),
    );
    if (affected !== 1) throw new AppError('NOT_FOUND');
    return who;
  }

  private within({ role, memberId }: Who): { readonly memberId?: string } {
    return role === 'helper' ? { memberId: memberId ?? '' } : {};
  }
}
