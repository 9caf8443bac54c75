import type { EntityManager } from 'typeorm';
import type { Database } from '../../db/database.js';
import { DemoClockEntity } from '../../db/entities/device-entities.js';
import type { Clock } from './clock.js';

const ONE = 'demo';

/** A clock that stands still until it is put on, and keeps where it stands over a restart. */
export class DemoClock implements Clock {
  private constructor(private at: string) {}

  /** As it stood when it was last put on, or at its beginning. */
  static async open(database: Database, begins: string): Promise<DemoClock> {
    const kept = await database.source.getRepository(DemoClockEntity).findOneBy({ id: ONE });
    return new DemoClock(kept?.at ?? begins);
  }

  now(): Date {
    return new Date(this.at);
  }

  /** Part of a write; `shows` follows once that is kept. */
  async keep(manager: EntityManager, at: Date): Promise<void> {
    await manager.upsert(DemoClockEntity, { id: ONE, at: at.toISOString() }, ['id']);
  }

  shows(at: Date): void {
    this.at = at.toISOString();
  }
}
