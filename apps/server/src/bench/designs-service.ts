import type { DesignDto, DesignPageDto, DesignQuery, SaveDesignDto } from '@yewridge/contract/bench';
import { type FindOptionsOrder, type EntityManager, IsNull } from 'typeorm';
import { DesignEntity } from '../db/entities/design-entity.js';
import type { Database } from '../db/database.js';
import { AppError } from '../http/app-error.js';
import type { Clock } from '../shared/clock/clock.js';

function toDto({ id, revision, document, createdAt, updatedAt, deletedAt }: DesignEntity): DesignDto {
  return { id, revision, document, createdAt, updatedAt, deletedAt };
}

function orderOf(sort: DesignQuery['sort']): FindOptionsOrder<DesignEntity> {
  const direction = sort.startsWith('-') ? 'DESC' : 'ASC';
  return sort.endsWith('name') ? { name: direction, id: 'ASC' } : { updatedAt: direction, name: 'ASC', id: 'ASC' };
}

/** LIKE gives `%` and `_` a meaning that a keeper who types them does not mean. */
function containing(search: string): string {
  return `%${search.replace(/[\\%_]/g, (mark) => `\\${mark}`)}%`;
}

/** The rules of designs: revisions, the bin, and nothing overwritten unseen. */
export class DesignsService {
  constructor(
    private readonly database: Database,
    private readonly clock: Clock,
  ) {}

  async page({ search, sort, limit, offset }: DesignQuery): Promise<DesignPageDto> {
    const builder = this.database.source
      .getRepository(DesignEntity)
      .createQueryBuilder('design')
      .setFindOptions({ where: { deletedAt: IsNull() }, order: orderOf(sort), take: limit, skip: offset });
    if (search) builder.andWhere(`design.name LIKE :like ESCAPE '\\'`, { like: containing(search) });
    const [rows, total] = await builder.getManyAndCount();
    return { items: rows.map(toDto), total, limit, offset };
  }

  /** One design, the bin included: whoever follows an old link sees that it was deleted. */
  async one(id: string): Promise<DesignDto> {
    const row = await this.database.source.getRepository(DesignEntity).findOneBy({ id });
    if (!row) throw new AppError('NOT_FOUND');
    return toDto(row);
  }

  /** Creates (revision 0) or replaces. A save that was made from an older revision is refused with the newer design. */
  save(id: string, { revision, document }: SaveDesignDto): Promise<{ design: DesignDto; created: boolean }> {
    return this.database.write(async (manager) => {
      const row = await manager.findOneBy(DesignEntity, { id });
      if (!row && revision > 0) throw new AppError('NOT_FOUND');
      if (row?.deletedAt) throw new AppError('DELETED', { current: toDto(row) });
      if (row && row.revision !== revision) throw new AppError('REVISION_CONFLICT', { current: toDto(row) });
      const now = this.clock.now().toISOString();
      const saved = await manager.save(DesignEntity, {
        id,
        revision: revision + 1,
        name: document.name,
        document,
        createdAt: row?.createdAt ?? now,
        updatedAt: now,
        deletedAt: null,
      });
      return { design: toDto(saved), created: !row };
    });
  }

  /** Into the bin; what is there already stays there. */
  remove(id: string, revision: number): Promise<DesignDto> {
    return this.mark(id, revision, this.clock.now().toISOString());
  }

  /** Out of the bin again. */
  restore(id: string, revision: number): Promise<DesignDto> {
    return this.mark(id, revision, null);
  }

  private mark(id: string, revision: number, deletedAt: string | null): Promise<DesignDto> {
    return this.database.write(async (manager) => {
      const row = await this.found(manager, id);
      if ((row.deletedAt === null) === (deletedAt === null)) return toDto(row);
      if (row.revision !== revision) throw new AppError('REVISION_CONFLICT', { current: toDto(row) });
      row.deletedAt = deletedAt;
      row.revision += 1;
      return toDto(await manager.save(row));
    });
  }

  private async found(manager: EntityManager, id: string): Promise<DesignEntity> {
    const row = await manager.findOneBy(DesignEntity, { id });
    if (!row) throw new AppError('NOT_FOUND');
    return row;
  }
}
