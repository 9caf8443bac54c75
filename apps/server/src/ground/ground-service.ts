import type { GroundDto, MapLayerDto, MapLayerWholeDto } from '@yewridge/contract/ground';
import type { HangingDto } from '@yewridge/contract/rounds';
import type { RecordDto, TableName } from '@yewridge/contract/season';
import { ALL_YEARS, groundView } from '@yewridge/core/field';
import { IsNull } from 'typeorm';
import type { Database } from '../db/database.js';
import { MapLayerEntity } from '../db/entities/map-layer-entity.js';
import { RECORD_ENTITIES } from '../db/entities/record-entities.js';
import { AppError } from '../http/app-error.js';
import type { View } from '../shared/remembered/view.js';
import { recordDto } from '../shared/season-log/record-dto.js';
import type { SeasonLog } from '../shared/season-log/season-log.js';

/** Reads sites with what hangs there, what was caught there, and whose they are; sheets under the map. */
export class GroundService {
  readonly #overview: View<GroundDto>;

  constructor(
    private readonly database: Database,
    private readonly log: SeasonLog,
    /** What hangs now and when it is due; the app composes this from the rounds. */
    private readonly hanging: () => Promise<readonly HangingDto[]>,
  ) {
    this.#overview = log.view();
  }

  overview(): Promise<GroundDto> {
    return this.#overview.ask(() => this.workOut());
  }

  private async workOut(): Promise<GroundDto> {
    return groundView(
      {
        sites: await this.records<'sites'>('sites'),
        owners: await this.records<'owners'>('owners'),
        colonies: await this.records<'colonies'>('colonies'),
        hanging: await this.hanging(),
        traps: await this.log.traps(),
        stays: await this.log.stays(ALL_YEARS),
        catches: await this.log.catches(),
      },
      this.log.today(),
    );
  }

  async layers(): Promise<readonly MapLayerDto[]> {
    return this.database.source.getRepository(MapLayerEntity).find({
      select: { id: true, name: true, shown: true },
      order: { createdAt: 'ASC', id: 'ASC' },
    });
  }

  async layer(id: string): Promise<MapLayerWholeDto> {
    const row = await this.database.source.getRepository(MapLayerEntity).findOneBy({ id });
    if (!row) throw new AppError('NOT_FOUND');
    return { id, name: row.name, shown: row.shown, geojson: JSON.parse(row.geojson) as unknown };
  }

  show(id: string, shown: boolean): Promise<MapLayerDto> {
    return this.database.write(async (manager) => {
      await manager.update(MapLayerEntity, { id }, { shown });
      const row = await manager.findOneBy(MapLayerEntity, { id });
      if (!row) throw new AppError('NOT_FOUND');
      return { id, name: row.name, shown };
    });
  }

  removeLayer(id: string): Promise<void> {
    return this.database.write(async (manager) => {
      await manager.delete(MapLayerEntity, { id });
    });
  }

  private async records<T extends TableName>(table: T): Promise<readonly RecordDto<T>[]> {
    const rows = await this.database.source
      .getRepository(RECORD_ENTITIES[table])
      .find({ where: { deletedAt: IsNull() }, order: { id: 'ASC' } });
    return rows.map((row) => recordDto<T>(row));
  }
}
