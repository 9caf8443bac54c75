import type { FreezeRigDto, RigVersionDto } from '@yewridge/contract/suction';
import type { Rig } from '@yewridge/core/suction';
import { isDeepStrictEqual } from 'node:util';
import type { Database } from '../db/database.js';
import { RigVersionEntity } from '../db/entities/rig-version-entity.js';
import { AppError } from '../http/app-error.js';
import type { Clock } from '../shared/clock/clock.js';
import { keptDto, type KeptDocuments } from '../shared/documents/kept-documents.js';

function toDto({ version, document, frozenAt, reason }: RigVersionEntity): RigVersionDto {
  return { version, document, frozenAt, reason };
}

/** The versions of rigs: each written once, and none twice in a row. */
export class RigVersions {
  constructor(
    private readonly rigs: KeptDocuments<Rig>,
    private readonly database: Database,
    private readonly clock: Clock,
  ) {}

  /** Oldest first. */
  async all(rigId: string): Promise<readonly RigVersionDto[]> {
    const { source } = this.database;
    await this.rigs.found(source.manager, rigId);
    const rows = await source.getRepository(RigVersionEntity).find({ where: { rigId }, order: { version: 'ASC' } });
    return rows.map(toDto);
  }

  /** Keeps the rig as it stands as a version, unless the newest one is the same. */
  freeze(rigId: string, { revision, reason }: FreezeRigDto): Promise<{ version: RigVersionDto; created: boolean }> {
    return this.database.write(async (manager) => {
      const row = await this.rigs.found(manager, rigId);
      if (row.deletedAt !== null) throw new AppError('DELETED', { current: keptDto(row) });
      if (row.revision !== revision) throw new AppError('REVISION_CONFLICT', { current: keptDto(row) });
      const latest = await manager.findOne(RigVersionEntity, { where: { rigId }, order: { version: 'DESC' } });
      if (latest && isDeepStrictEqual(latest.document, row.document)) return { version: toDto(latest), created: false };
      const next = manager.create(RigVersionEntity, {
        rigId,
        version: (latest?.version ?? 0) + 1,
        document: row.document,
        frozenAt: this.clock.now().toISOString(),
        reason,
      });
      await manager.insert(RigVersionEntity, next);
      return { version: toDto(next), created: true };
    });
  }
}
