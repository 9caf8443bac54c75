import type {
  GroundDto,
  GroundSiteDto,
  HangsHereDto,
  MapLayerDto,
  MapLayerWholeDto,
  PastStayDto,
} from '@yewridge/contract/ground';
import type { HangingDto } from '@yewridge/contract/rounds';
import type { RecordDto, TableName } from '@yewridge/contract/season';
import { IsNull } from 'typeorm';
import type { Database } from '../db/database.js';
import { MapLayerEntity } from '../db/entities/map-layer-entity.js';
import { RECORD_ENTITIES } from '../db/entities/record-entities.js';
import { AppError } from '../http/app-error.js';
import type { View } from '../shared/remembered/view.js';
import { recordDto } from '../shared/season-log/record-dto.js';
import { groupedBy, type SeasonLog, type StayLine } from '../shared/season-log/season-log.js';

const ALL_YEARS = { from: '0001-01-01', to: '9998-12-31' };

function hangsHere(hanging: HangingDto, stay: StayLine | undefined): HangsHereDto {
  const { deploymentId, trapId, number, hungOn, heightM, facingDeg, beesIn, lastScouts, due } = hanging;
  return {
    deploymentId,
    trapId,
    number,
    hungOn,
    heightM,
    facingDeg,
    hungBy: stay?.hungBy ?? null,
    beesIn,
    lastScouts,
    dueBy: due.dueBy,
  };
}

/** Sites with what hangs there, what was caught there, and whose they are. */
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
    const sites = await this.records<'sites'>('sites');
    const owners = new Map((await this.records<'owners'>('owners')).map((owner) => [owner.id, owner]));
    const hangs = groupedBy(await this.hanging(), ({ siteId }) => siteId);
    const number = new Map((await this.log.traps()).map((trap) => [trap.id, trap.number]));
    const all = await this.log.stays(ALL_YEARS);
    const stays = groupedBy(all, ({ siteId }) => siteId);
    const caught = new Map((await this.log.catches()).map((one) => [one.deploymentId, one]));
    const pastStay = (stay: StayLine): PastStayDto => {
      const found = caught.get(stay.id);
      return {
        deploymentId: stay.id,
        number: number.get(stay.trapId) ?? '',
        hungOn: stay.hungOn,
        takenDownOn: stay.takenDownOn,
        caught: found ? { id: found.id, foundOn: found.foundOn, massKg: found.massKg } : null,
      };
    };
    return {
      today: this.log.today(),
      sites: sites.map((site): GroundSiteDto => {
        const mine = stays.get(site.id) ?? [];
        return {
          site,
          owner: (site.ownerId !== null && owners.get(site.ownerId)) || null,
          hangs: (hangs.get(site.id) ?? []).map((here) =>
            hangsHere(
              here,
              mine.find(({ id }) => id === here.deploymentId),
            ),
          ),
          stays: mine.map(pastStay),
        };
      }),
      colonies: await this.records<'colonies'>('colonies'),
    };
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
