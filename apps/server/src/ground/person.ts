import type { PersonDto } from '@yewridge/contract/ground';
import { IsNull } from 'typeorm';
import type { Database } from '../db/database.js';
import { RecordChangeEntity } from '../db/entities/record-change-entity.js';
import { RECORD_ENTITIES, type StoredRecord } from '../db/entities/record-entities.js';
import { AppError } from '../http/app-error.js';
import type { Clock } from '../shared/clock/clock.js';
import { recordDto } from '../shared/season-log/record-dto.js';

const TABLE = 'owners';
/** What stands in a landowner's stead. */
const NOBODY = { name: 'erased', phone: null, address: null, notes: null } as const;
const MASK = '…';
/** Letters of what is looked for in sentences. */
const SHORTEST = 3;

/** A landowner, as the law of many lands lets them ask: what is kept of them, and that it be erased. */
export class PersonService {
  constructor(
    private readonly database: Database,
    private readonly clock: Clock,
  ) {}

  /** Everything that is kept of them, as it is and as it was. @throws AppError `NOT_FOUND`. */
  async kept(id: string): Promise<PersonDto> {
    const { manager } = this.database.source;
    const person = await manager.findOneBy(RECORD_ENTITIES[TABLE], { id });
    if (!person) throw new AppError('NOT_FOUND');
    const sites = await manager.findBy(RECORD_ENTITIES.sites, { ownerId: id, deletedAt: IsNull() });
    const changes = await manager.find(RecordChangeEntity, {
      where: { tableName: TABLE, recordId: id },
      relations: { act: true },
    });
    return {
      person: recordDto<'owners'>(person),
      sites: sites.map((site) => {
        const { name, permission, permissionOn, permissionUntil } = recordDto<'sites'>(site);
        return { name, permission, permissionOn, permissionUntil };
      }),
      before: changes
        .map(({ act, after }) => ({ at: act?.at ?? '', says: act?.says ?? '', was: recordDto<'owners'>(after) }))
        .sort((a, b) => a.was.revision - b.was.revision),
    };
  }

  /** Name, number, address and notes go, out of the record, out of what it was before, and out of what was said of it. The sites stay. */
  async erase(id: string): Promise<void> {
    await this.database.write(async (manager) => {
      const person = await manager.findOneBy(RECORD_ENTITIES[TABLE], { id });
      if (!person) throw new AppError('NOT_FOUND');
      const states = await manager.findBy(RecordChangeEntity, { tableName: TABLE, recordId: id });
      const told = new Set(
        [person, ...states.flatMap(({ before, after }) => (before ? [before, after] : [after]))].flatMap(words),
      );
      const erased = (state: StoredRecord): StoredRecord => ({ ...state, ...NOBODY });
      for (const { actId, place, before, after } of states) {
        await manager.update(
          RecordChangeEntity,
          { actId, place },
          { before: before && erased(before), after: erased(after) },
        );
      }
      await manager.update(
        RECORD_ENTITIES[TABLE],
        { id },
        { ...NOBODY, revision: person.revision + 1, updatedAt: this.clock.now().toISOString() },
      );
      for (const word of told) {
        await manager.query(`UPDATE act SET says = replace(says, ?, ?) WHERE instr(says, ?) > 0`, [word, MASK, word]);
      }
    });
  }
}

/** Who they are and where they are reached, as it may stand in a sentence. */
function words(state: StoredRecord): readonly string[] {
  return [state['name'], state['phone'], state['address']].flatMap((value) =>
    typeof value === 'string' && value.length >= SHORTEST && value !== NOBODY.name ? [value] : [],
  );
}
