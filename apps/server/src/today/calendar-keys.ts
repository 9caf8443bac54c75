import type { CalendarKeyDto, NewCalendarKeyDto } from '@yewridge/contract/devices';
import { API_BASE } from '@yewridge/contract/shared';
import { IsNull } from 'typeorm';
import type { Database } from '../db/database.js';
import { CalendarKeyEntity } from '../db/entities/device-entities.js';
import { AppError } from '../http/app-error.js';
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
  ) {}

  async all(): Promise<readonly CalendarKeyDto[]> {
    const rows = await this.database.source
      .getRepository(CalendarKeyEntity)
      .find({ where: { revokedAt: IsNull() }, order: { createdAt: 'ASC', id: 'ASC' } });
    return rows.map(dto);
  }

  async make(name: string): Promise<NewCalendarKeyDto> {
    const secret = newSecret();
    const row = {
      id: crypto.randomUUID(),
      name,
      secretSha256: secretDigest(secret),
      createdAt: this.clock.now().toISOString(),
      lastReadAt: null,
      revokedAt: null,
    };
    await this.database.write((manager) => manager.insert(CalendarKeyEntity, row));
    return { calendar: dto(row), path: `${API_BASE}/calendar/${secret}.ics` };
  }

  /** From now on its address is a place where nothing is. */
  async revoke(id: string): Promise<CalendarKeyDto> {
    const row = await this.database.write(async (manager) => {
      const found = await manager.findOneBy(CalendarKeyEntity, { id });
      if (!found) throw new AppError('NOT_FOUND');
      await manager.update(CalendarKeyEntity, { id }, { revokedAt: found.revokedAt ?? this.clock.now().toISOString() });
      return found;
    });
    return dto(row);
  }

  /** @throws AppError `NOT_FOUND` for a secret that was never told, or is revoked: which of the two is not said. */
  async opens(secret: string): Promise<void> {
    const lastReadAt = this.clock.now().toISOString();
    const known = { secretSha256: secretDigest(secret), revokedAt: IsNull() };
    const { affected } = await this.database.write((manager) =>
      manager.update(CalendarKeyEntity, known, { lastReadAt }),
    );
    if (affected !== 1) throw new AppError('NOT_FOUND');
  }
}
