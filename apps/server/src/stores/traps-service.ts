import { isDeepStrictEqual } from 'node:util';
import type {
  BuildDto,
  BuiltDto,
  DesignVersionDto,
  SaveTrapDto,
  TrapCondition,
  TrapDto,
  TrapPageDto,
  TrapQuery,
  TrapWithDesignDto,
} from '@yewridge/contract/stores';
import { type Design, darkCombs } from '@yewridge/core/bench';
import { type EntityManager, In, IsNull, Not } from 'typeorm';
import type { Database } from '../db/database.js';
import { DesignEntity } from '../db/entities/design-entity.js';
import { DesignVersionEntity } from '../db/entities/design-version-entity.js';
import { RECORD_ENTITIES } from '../db/entities/record-entities.js';
import { TrapEntity } from '../db/entities/trap-entity.js';
import { AppError } from '../http/app-error.js';
import type { Clock } from '../shared/clock/clock.js';
import { nextNumber } from '@yewridge/core/field';

function toDto(row: TrapEntity): TrapDto {
  const { id, revision, designId, designVersion, createdAt, updatedAt, deletedAt } = row;
  const { number, asBuilt, massKg, paintedOn, darkCombs: combs, combSince, owner, note } = row;
  const condition = row.condition as TrapCondition;
  const document = { number, asBuilt, massKg, paintedOn, darkCombs: combs, combSince, condition, owner, note };
  return { id, revision, designId, designVersion, document, createdAt, updatedAt, deletedAt };
}

/** As JSON keeps it: an absent field and an undefined one are the same. */
function sameDesign(a: Design, b: Design): boolean {
  return isDeepStrictEqual(JSON.parse(JSON.stringify(a)), JSON.parse(JSON.stringify(b)));
}

async function refuseHanging(manager: EntityManager, trapId: string): Promise<void> {
  const stays = RECORD_ENTITIES.deployments;
  if (!(await manager.existsBy(stays, { trapId, takenDownOn: IsNull(), deletedAt: IsNull() }))) return;
  throw new AppError('RULE', { fields: [{ path: 'id', message: 'this trap hangs at a site: take it down first' }] });
}

/** The rules of built traps: each number once, and every trap to a version that never changes. */
export class TrapsService {
  constructor(
    private readonly database: Database,
    private readonly clock: Clock,
  ) {}

  async page({ search = '', design, limit, offset }: TrapQuery): Promise<TrapPageDto> {
    const traps = this.database.source.getRepository(TrapEntity);
    const all = await traps.find({ select: { number: true }, where: { deletedAt: IsNull() } });
    const builder = traps.createQueryBuilder('trap').where('trap.deleted_at_utc IS NULL');
    if (search !== '') builder.andWhere('instr(lower(trap.number), lower(:search)) > 0', { search });
    if (design !== undefined) builder.andWhere('trap.design_id = :design', { design });
    const [rows, total] = await builder.orderBy('trap.number', 'ASC').take(limit).skip(offset).getManyAndCount();
    const items = rows.map(toDto);
    return { items, total, limit, offset, nextNumber: nextNumber(all.map(({ number }) => number)) };
  }

  async one(id: string): Promise<TrapWithDesignDto> {
    const row = await this.database.source.getRepository(TrapEntity).findOneBy({ id });
    if (!row) throw new AppError('NOT_FOUND');
    const versions = this.database.source.getRepository(DesignVersionEntity);
    const version = await versions.findOneByOrFail({ designId: row.designId, version: row.designVersion });
    const latestVersion = await versions.maximum('version', { designId: row.designId });
    return { trap: toDto(row), design: version.document, latestVersion: latestVersion ?? row.designVersion };
  }

  /** Those of these traps that are not in the bin, each with what it was built to; designs are read once. */
  async some(ids: readonly string[]): Promise<readonly TrapWithDesignDto[]> {
    const { source } = this.database;
    const rows = await source.getRepository(TrapEntity).findBy({ id: In([...ids]), deletedAt: IsNull() });
    const designIds = [...new Set(rows.map(({ designId }) => designId))];
    const versions = await source.getRepository(DesignVersionEntity).findBy({ designId: In(designIds) });
    const built = new Map(versions.map((one) => [`${one.designId} ${one.version}`, one.document]));
    const latest = new Map<string, number>();
    for (const { designId, version } of versions) latest.set(designId, Math.max(version, latest.get(designId) ?? 0));
    return rows.flatMap((row) => {
      const { designId, designVersion } = row;
      const design = built.get(`${designId} ${designVersion}`);
      return design ? [{ trap: toDto(row), design, latestVersion: latest.get(designId) ?? designVersion }] : [];
    });
  }

  /** Every version of a design that a trap was built to, oldest first. */
  async versions(designId: string): Promise<readonly DesignVersionDto[]> {
    const { source } = this.database;
    const versions = await source
      .getRepository(DesignVersionEntity)
      .find({ where: { designId }, order: { version: 'ASC' } });
    const traps = await source.getRepository(TrapEntity).find({
      select: { id: true, number: true, designVersion: true },
      where: { designId, deletedAt: IsNull() },
      order: { number: 'ASC' },
    });
    return versions.map(({ version, document, frozenAt }) => ({
      version,
      document,
      frozenAt,
      traps: traps.filter((trap) => trap.designVersion === version).map(({ id, number }) => ({ id, number })),
    }));
  }

  /** Builds traps to the design as it stands, freezing it as a version unless it is one already. All or none. */
  build({ designId, designRevision, traps, paintedOn, owner }: BuildDto): Promise<BuiltDto> {
    return this.database.write(async (manager) => {
      const design = await manager.findOneBy(DesignEntity, { id: designId });
      if (!design) throw new AppError('NOT_FOUND');
      const ids = traps.map(({ id }) => id);
      const already = await manager.findBy(TrapEntity, { id: In(ids) });
      if (already.length > 0) return this.builtBefore(already, traps, designId);
      if (design.deletedAt) throw new AppError('DELETED');
      if (design.revision !== designRevision) throw new AppError('REVISION_CONFLICT');
      for (const { number } of traps) await this.refuseTaken(manager, number);
      const version = await this.freeze(manager, design);
      const now = this.clock.now().toISOString();
      const combs = darkCombs(design.document.sections.flatMap(({ contents }) => contents));
      const rows = traps.map(({ id, number }) =>
        manager.create(TrapEntity, {
          id,
          number,
          revision: 1,
          designId,
          designVersion: version,
          asBuilt: design.document,
          massKg: null,
          paintedOn,
          darkCombs: Math.floor(combs),
          combSince: null,
          condition: 'new',
          owner,
          note: '',
          createdAt: now,
          updatedAt: now,
          deletedAt: null,
        }),
      );
      await manager.insert(TrapEntity, rows);
      return { designVersion: version, traps: rows.map(toDto) };
    });
  }

  save(id: string, { revision, document }: SaveTrapDto): Promise<TrapDto> {
    return this.database.write(async (manager) => {
      const row = await this.found(manager, id);
      if (row.deletedAt) throw new AppError('DELETED', { current: toDto(row) });
      if (row.revision !== revision) throw new AppError('REVISION_CONFLICT', { current: toDto(row) });
      await this.refuseTaken(manager, document.number, id);
      Object.assign(row, document);
      row.revision += 1;
      row.updatedAt = this.clock.now().toISOString();
      return toDto(await manager.save(row));
    });
  }

  remove(id: string, revision: number): Promise<TrapDto> {
    return this.mark(id, revision, this.clock.now().toISOString());
  }

  restore(id: string, revision: number): Promise<TrapDto> {
    return this.mark(id, revision, null);
  }

  private mark(id: string, revision: number, deletedAt: string | null): Promise<TrapDto> {
    return this.database.write(async (manager) => {
      const row = await this.found(manager, id);
      if ((row.deletedAt === null) === (deletedAt === null)) return toDto(row);
      if (row.revision !== revision) throw new AppError('REVISION_CONFLICT', { current: toDto(row) });
      if (deletedAt === null) await this.refuseTaken(manager, row.number, id);
      else await refuseHanging(manager, id);
      row.deletedAt = deletedAt;
      row.revision += 1;
      return toDto(await manager.save(row));
    });
  }

  /** The same order sent twice: its traps as they are now. An id of another trap is no retry. */
  private builtBefore(already: readonly TrapEntity[], asked: BuildDto['traps'], designId: string): BuiltDto {
    const same = already.length === asked.length && already.every((row) => row.designId === designId);
    const first = already[0];
    if (!same || !first) throw new AppError('REVISION_CONFLICT');
    return { designVersion: first.designVersion, traps: already.map(toDto) };
  }

  private async freeze(manager: EntityManager, { id, document }: DesignEntity): Promise<number> {
    const [latest] = await manager.find(DesignVersionEntity, {
      where: { designId: id },
      order: { version: 'DESC' },
      take: 1,
    });
    if (latest && sameDesign(latest.document, document)) return latest.version;
    const version = (latest?.version ?? 0) + 1;
    const frozenAt = this.clock.now().toISOString();
    await manager.insert(DesignVersionEntity, { designId: id, version, document, frozenAt });
    return version;
  }

  private async refuseTaken(manager: EntityManager, number: string, own = ''): Promise<void> {
    const taken = await manager.existsBy(TrapEntity, { number, deletedAt: IsNull(), id: Not(own) });
    if (!taken) return;
    throw new AppError('NUMBER_TAKEN', {
      fields: [{ path: 'number', message: `${number} is painted on another trap already: choose a free number` }],
    });
  }

  private async found(manager: EntityManager, id: string): Promise<TrapEntity> {
    const row = await manager.findOneBy(TrapEntity, { id });
    if (!row) throw new AppError('NOT_FOUND');
    return row;
  }
}
