import type { KeptDto, KeptPageDto, KeptQuery, SaveKeptDto } from '@yewridge/contract/shared';
import { type DeepPartial, type EntityManager, type EntityTarget, type FindOptionsOrder, IsNull } from 'typeorm';
import type { Database } from '../../db/database.js';
import { AppError } from '../../http/app-error.js';
import type { Clock } from '../clock/clock.js';
import { Remembered } from '../remembered/remembered.js';

/** A row that holds one document whole, with its name copied out for sorting and finding. */
export interface KeptRow<T> {
  id: string;
  revision: number;
  name: string;
  document: T;
  createdAt: string;
  updatedAt: string;
  deletedAt: string | null;
}

export function keptDto<T>({ id, revision, document, createdAt, updatedAt, deletedAt }: KeptRow<T>): KeptDto<T> {
  return { id, revision, document, createdAt, updatedAt, deletedAt };
}

/** LIKE gives `%` and `_` a meaning that a keeper who types them does not mean. */
function containing(search: string): string {
  return `%${search.replace(/[\\%_]/g, (mark) => `\\${mark}`)}%`;
}

function orderOf<T>(sort: KeptQuery['sort']): FindOptionsOrder<KeptRow<T>> {
  const direction = sort.startsWith('-') ? 'DESC' : 'ASC';
  const order = sort.endsWith('name')
    ? { name: direction, id: 'ASC' }
    : { updatedAt: direction, name: 'ASC', id: 'ASC' };
  return order as FindOptionsOrder<KeptRow<T>>;
}

/** The rules of documents that are kept whole: revisions, the bin, and nothing overwritten unseen. */
export class KeptDocuments<T extends { readonly name: string }> {
  readonly #page = new Remembered<KeptPageDto<T>>();

  constructor(
    private readonly entity: EntityTarget<KeptRow<T>>,
    private readonly database: Database,
    private readonly clock: Clock,
  ) {}

  /** One answer for all who ask the same until a document is written; it must not be changed. */
  page(query: KeptQuery): Promise<KeptPageDto<T>> {
    return this.#page.at(JSON.stringify([this.database.versionOf([]), query]), () => this.read(query));
  }

  /** One document, the bin included: whoever follows an old link sees that it was deleted. */
  async one(id: string): Promise<KeptDto<T>> {
    return keptDto(await this.found(this.database.source.manager, id));
  }

  /** Creates (revision 0) or replaces. A save that was made from an older revision is refused with the newer document. */
  save(id: string, { revision, document }: SaveKeptDto<T>): Promise<{ kept: KeptDto<T>; created: boolean }> {
    return this.database.write(async (manager) => {
      const row = await this.find(manager, id);
      if (!row && revision > 0) throw new AppError('NOT_FOUND');
      if (row?.deletedAt) throw new AppError('DELETED', { current: keptDto(row) });
      if (row && row.revision !== revision) throw new AppError('REVISION_CONFLICT', { current: keptDto(row) });
      const now = this.clock.now().toISOString();
      const next: KeptRow<T> = {
        id,
        revision: revision + 1,
        name: document.name,
        document,
        createdAt: row?.createdAt ?? now,
        updatedAt: now,
        deletedAt: null,
      };
      await manager.save(this.entity, next as DeepPartial<KeptRow<T>>);
      return { kept: keptDto(next), created: !row };
    });
  }

  /** Into the bin; what is there already stays there. */
  remove(id: string, revision: number): Promise<KeptDto<T>> {
    return this.mark(id, revision, this.clock.now().toISOString());
  }

  /** Out of the bin again. */
  restore(id: string, revision: number): Promise<KeptDto<T>> {
    return this.mark(id, revision, null);
  }

  async found(manager: EntityManager, id: string): Promise<KeptRow<T>> {
    const row = await this.find(manager, id);
    if (!row) throw new AppError('NOT_FOUND');
    return row;
  }

  private async read({ search, sort, limit, offset }: KeptQuery): Promise<KeptPageDto<T>> {
    const builder = this.database.source
      .getRepository(this.entity)
      .createQueryBuilder('kept')
      .setFindOptions({
        where: { deletedAt: IsNull() },
        order: orderOf<T>(sort),
        take: limit,
        skip: offset,
      });
    if (search) builder.andWhere(`kept.name LIKE :like ESCAPE '\\'`, { like: containing(search) });
    const [rows, total] = await builder.getManyAndCount();
    return { items: rows.map(keptDto), total, limit, offset };
  }

  private find(manager: EntityManager, id: string): Promise<KeptRow<T> | null> {
    return manager.findOneBy(this.entity, { id });
  }

  private mark(id: string, revision: number, deletedAt: string | null): Promise<KeptDto<T>> {
    return this.database.write(async (manager) => {
      const row = await this.found(manager, id);
      if ((row.deletedAt === null) === (deletedAt === null)) return keptDto(row);
      if (row.revision !== revision) throw new AppError('REVISION_CONFLICT', { current: keptDto(row) });
      row.deletedAt = deletedAt;
      row.revision += 1;
      await manager.save(this.entity, row as DeepPartial<KeptRow<T>>);
      return keptDto(row);
    });
  }
}
