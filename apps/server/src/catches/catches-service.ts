import type { CatchBoardDto, CatchCardDto } from '@yewridge/contract/catches';
import type { RecordDto } from '@yewridge/contract/season';
import { catchStage, FOLLOWUP_KINDS } from '@yewridge/core/catches';
import { IsNull } from 'typeorm';
import type { Database } from '../db/database.js';
import { RECORD_ENTITIES } from '../db/entities/record-entities.js';
import { groupedBy, type SeasonLog } from '../shared/season-log/season-log.js';

const ALL_YEARS = { from: '0001-01-01', to: '9998-12-31' };

/** By day; on one day, in the order of a colony's life. */
function inLifeOrder(a: RecordDto<'followups'>, b: RecordDto<'followups'>): number {
  if (a.on !== b.on) return a.on < b.on ? -1 : 1;
  return FOLLOWUP_KINDS.indexOf(a.kind) - FOLLOWUP_KINDS.indexOf(b.kind);
}

/** Every catch with where it stands, newest first. */
export class CatchesService {
  constructor(
    private readonly database: Database,
    private readonly log: SeasonLog,
  ) {}

  async board(): Promise<CatchBoardDto> {
    const repository = this.database.source.getRepository(RECORD_ENTITIES.catches);
    const rows = await repository.find({ where: { deletedAt: IsNull() }, order: { foundOn: 'DESC', id: 'ASC' } });
    const followups = await this.database.source
      .getRepository(RECORD_ENTITIES.followups)
      .find({ where: { deletedAt: IsNull() }, order: { on: 'ASC', id: 'ASC' } });
    const byCatch = groupedBy(followups as unknown as RecordDto<'followups'>[], ({ catchId }) => catchId);
    const stays = new Map((await this.log.stays(ALL_YEARS)).map((stay) => [stay.id, stay]));
    const number = new Map((await this.log.traps()).map((trap) => [trap.id, trap.number]));
    const cards = (rows as unknown as RecordDto<'catches'>[]).map((caught): CatchCardDto => {
      const stay = caught.deploymentId === null ? undefined : stays.get(caught.deploymentId);
      const mine = [...(byCatch.get(caught.id) ?? [])].sort(inLifeOrder);
      return {
        caught,
        stage: catchStage({ inTrap: stay !== undefined && stay.takenDownOn === null, followups: mine }),
        trapId: stay?.trapId ?? null,
        number: stay ? (number.get(stay.trapId) ?? null) : null,
        siteId: stay?.siteId ?? caught.siteId,
        place: stay?.site ?? caught.place ?? '',
        takenDownOn: stay?.takenDownOn ?? null,
        followups: mine,
      };
    });
    return { today: this.log.today(), cards };
  }
}
