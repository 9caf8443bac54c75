import { createHash } from 'node:crypto';
import {
  type ActDto,
  type ChangeDto,
  columnsOf,
  type KeptActDto,
  type KeptChangeDto,
  type LoggedChangeDto,
  TABLE_NAMES,
  type TableName,
} from '@yewridge/contract/season';
import { addDays } from '@yewridge/core/season';
import { type EntityManager, In } from 'typeorm';
import { type Database, OnlyTried } from '../../db/database.js';
import { ActEntity } from '../../db/entities/act-entity.js';
import { RecordChangeEntity } from '../../db/entities/record-change-entity.js';
import {
  type FieldValue,
  minuteFieldOf,
  RECORD_ENTITIES,
  type StoredRecord,
} from '../../db/entities/record-entities.js';
import { type ChangeMade, insertAct, insertRecords, recordsById } from '../../db/record-rows.js';
import { AppError } from '../../http/app-error.js';
import type { Clock } from '../clock/clock.js';
import { recordDto } from '../season-log/record-dto.js';
import { OWNER_ALONE, type Who } from '../../http/who.js';
import { type ActClock, NO_CLOCK } from './act-clock.js';
import { mayChange, mayTakeBack, withUntold } from './member-rules.js';
import { metChanges } from './met-changes.js';
import { type Twin, twinOf } from './met-twins.js';
import { looksAtItsOwn, nothingPointsAt, recordHolds, rowHolds } from './record-rules.js';
import { KnownRows, type RuleContext } from './rule-context.js';
import { instantOf } from '../season-log/site-date.js';

/** Some place on the Earth is a day ahead of another. */
const AHEAD_DAYS = 1;

function digest(act: ActDto): string {
  return createHash('sha256').update(JSON.stringify(act)).digest('hex');
}

/** Names for members, by their ids. */
export type Names = (ids: readonly (string | null)[]) => Promise<(id: string | null) => string | null>;
const noNames: Names = () => Promise.resolve(() => null);

/** The same change, of the record that is there already. */
const upon = ({ row, fields }: Twin, change: ChangeDto): ChangeDto => ({
  op: 'put',
  table: change.table,
  id: row.id,
  revision: row.revision,
  fields,
});

/** Whoever takes a record out of the bin on purpose need not be told. */
function keptChange({ table, before, after }: ChangeMade, change: ChangeDto | undefined): KeptChangeDto {
  const cameBack = change?.op === 'put' && before !== null && before.deletedAt !== null && after.deletedAt === null;
  return { table, record: recordDto(after), ...(cameBack ? { cameBack: true } : {}) };
}

interface Placed {
  readonly change: ChangeDto;
  readonly place: number;
}

/** Table by table in the order in which records can point at each other, each change with its place in the act. */
function parentsFirst(
  changes: readonly ChangeDto[],
): readonly (readonly [table: TableName, placed: readonly Placed[]])[] {
  const placed = changes.map((change, place) => ({ change, place }));
  return TABLE_NAMES.map((table) => [table, placed.filter(({ change }) => change.table === table)] as const).filter(
    ([, some]) => some.length > 0,
  );
}

/** Records as they are before an act, of those it changes. */
async function rowsOf(
  manager: EntityManager,
  table: TableName,
  placed: readonly Placed[],
): Promise<ReadonlyMap<string, StoredRecord>> {
  const rows = await recordsById(
    manager,
    table,
    placed.map(({ change }) => change.id),
  );
  return new Map(rows.map((row) => [row.id, row]));
}

/** What stands against one change of an act, by its place in it. */
export interface Refused {
  readonly place: number;
  readonly error: AppError;
}
type Refuse = (place: number, error: unknown) => void;

/** The first thing that stands against an act ends it. */
const atOnce: Refuse = (_, error) => {
  throw error;
};

/** The rules, asked of everything an act touched, once all of it is made. */
async function holds(
  made: readonly (ChangeMade | undefined)[],
  context: (place: number) => RuleContext,
  refuse: Refuse,
): Promise<void> {
  for (const [place, one] of made.entries()) {
    if (!one) continue;
    try {
      if (one.after.deletedAt === null) await recordHolds(context(place), one.table, one.after, one.before);
      else await nothingPointsAt(context(place), one.table, one.after.id);
    } catch (error) {
      refuse(place, error);
    }
  }
}

/**
 * The only way records change. An act is kept whole or not at all, and once however often it is sent; what it changed stays
 * in the log, so that it can be taken back as long as nobody has changed the same records since.
 */
export class ActsService {
  constructor(
    private readonly database: Database,
    private readonly clock: Clock,
    private readonly timeZone: string,
    /** Names of the members who did what. */
    private readonly names: Names = noNames,
  ) {}

  /** @throws AppError `ACT_REUSED`, `REVISION_CONFLICT`, `DELETED`, `NOT_FOUND`, `RULE`, `VALIDATION`, `NOT_ALLOWED`. */
  keep(
    id: string,
    act: ActDto,
    by: Who,
    clock: ActClock = NO_CLOCK,
  ): Promise<{ readonly kept: KeptActDto; readonly created: boolean }> {
    return this.database.write(async (manager) => {
      const known = await manager.findOneBy(ActEntity, { id });
      if (known) {
        if (known.sentSha256 !== digest(act)) throw new AppError('ACT_REUSED');
        return { kept: await this.keptAct(manager, known), created: false };
      }
      return {
        kept: await this.apply(manager, id, act, { sent: digest(act), by, ...clock, meets: true }),
        created: true,
      };
    });
  }

  /**
   * Keeps an act of any number of changes, worked out from the records as they are, and tells everything that stands against
   * it, not only the first. Where something does, or where it is only tried, nothing stays.
   */
  async keepMany(
    id: string,
    sent: string,
    plan: (manager: EntityManager) => Promise<ActDto>,
    { only, by = OWNER_ALONE }: { readonly only: 'try' | 'keep'; readonly by?: Who },
  ): Promise<{ readonly created: boolean; readonly refused: readonly Refused[] }> {
    const refused: Refused[] = [];
    const refuse: Refuse = (place, error) => {
      if (!(error instanceof AppError)) throw error;
      refused.push({ place, error });
    };
    try {
      return await this.database.write(async (manager) => {
        const known = await manager.findOneBy(ActEntity, { id });
        if (known && known.sentSha256 !== sent) throw new AppError('ACT_REUSED');
        const act = await plan(manager);
        if (known || act.changes.length === 0) return { created: false, refused };
        await this.write(manager, { id, act, sent, by }, refuse);
        if (only === 'try' || refused.length > 0) throw new OnlyTried();
        return { created: true, refused };
      });
    } catch (error) {
      if (error instanceof OnlyTried) return { created: false, refused };
      throw error;
    }
  }

  /**
   * Takes an act back by an act of its own, which can be taken back in turn.
   * @throws AppError `ACT_REUSED` for the id of another act, `NOT_ALLOWED`.
   */
  undo(id: string, undoId: string, by: Who): Promise<KeptActDto> {
    return this.database.write(async (manager) => {
      const act = await manager.findOneBy(ActEntity, { id });
      if (!act) throw new AppError('NOT_FOUND');
      const done = await manager.findOneBy(ActEntity, { id: undoId });
      if (done) {
        // The same sent twice; the id of any other act takes nothing back.
        if (act.undoneBy !== undoId) throw new AppError('ACT_REUSED');
        return this.keptAct(manager, done);
      }
      if (act.undoneBy !== null) throw new AppError('ALREADY_UNDONE');
      mayTakeBack(by, act, this.clock.now().toISOString());
      const changes = await manager.find(RecordChangeEntity, { where: { actId: id }, order: { place: 'DESC' } });
      const back = {
        says: `Took back: ${act.says}`.slice(0, 160),
        changes: changes.map((change) => this.wayBack(change)),
      };
      const kept = await this.apply(manager, undoId, back, { sent: digest(back), by, takesBack: true });
      await manager.update(ActEntity, { id }, { undoneBy: undoId });
      return kept;
    });
  }

  /** Which of these acts are here: a backup that was put back may not have them. */
  async known(ids: readonly string[]): Promise<readonly string[]> {
    const rows = await this.database.source
      .getRepository(ActEntity)
      .find({ select: { id: true }, where: { id: In([...ids]) } });
    return rows.map(({ id }) => id);
  }

  /** The latest acts, newest first. */
  async latest(limit: number): Promise<readonly KeptActDto[]> {
    const { manager } = this.database.source;
    const acts = await manager.find(ActEntity, { order: { at: 'DESC', id: 'DESC' }, take: limit });
    const kept: KeptActDto[] = [];
    for (const act of acts) kept.push(await this.keptAct(manager, act));
    return kept;
  }

  /** What happened to one record, oldest first. */
  async changesOf(table: TableName, id: string): Promise<readonly LoggedChangeDto[]> {
    const changes = await this.database.source.getRepository(RecordChangeEntity).find({
      where: { tableName: table, recordId: id },
      relations: { act: true },
    });
    const nameOf = await this.names(changes.map(({ act }) => act?.memberId ?? null));
    return changes
      .map(({ actId, act, before, after }) => ({
        actId,
        at: act?.at ?? '',
        says: act?.says ?? '',
        by: nameOf(act?.memberId ?? null),
        before: before && recordDto(before),
        after: recordDto(after),
      }))
      .sort((a, b) => a.after.revision - b.after.revision);
  }

  private wayBack({ tableName, recordId, before, after }: RecordChangeEntity): ChangeDto {
    const table = tableName as TableName;
    const { revision } = after;
    if (before === null) return { op: 'delete', table, id: recordId, revision };
    if (before.deletedAt !== null) return { op: 'delete', table, id: recordId, revision };
    if (after.deletedAt !== null) return { op: 'restore', table, id: recordId, revision };
    const fields = Object.fromEntries(columnsOf(table).map(([field]) => [field, before[field] ?? null]));
    return { op: 'put', table, id: recordId, revision, fields };
  }

  private async apply(
    manager: EntityManager,
    id: string,
    act: ActDto,
    how: {
      readonly sent: string;
      readonly by: Who;
      readonly takesBack?: boolean;
      readonly meets?: boolean;
    } & Partial<ActClock>,
  ): Promise<KeptActDto> {
    const made = await this.write(manager, { id, act, ...how }, atOnce);
    const changes = made.flatMap((one, place) => (one ? [keptChange(one, act.changes[place])] : []));
    const { doneAt = null, clockAheadS = null } = how;
    const at = made[0]?.after.updatedAt ?? '';
    return { id, at, says: act.says, by: how.by.name, doneAt, clockAheadS, undoneBy: null, changes };
  }

  private async write(
    manager: EntityManager,
    {
      id,
      act,
      sent,
      by,
      takesBack = false,
      meets = false,
      doneAt = null,
      clockAheadS = null,
    }: {
      readonly id: string;
      readonly act: ActDto;
      readonly sent: string;
      readonly by: Who;
      readonly takesBack?: boolean;
      /** Another device may have made the same without either knowing of the other. */
      readonly meets?: boolean;
    } & Partial<ActClock>,
    refuse: Refuse,
  ): Promise<readonly (ChangeMade | undefined)[]> {
    this.database.touches(act.changes.map(({ table }) => table));
    const at = this.clock.now().toISOString();
    const latest = addDays(at.slice(0, 10), AHEAD_DAYS);
    const known = new KnownRows(manager);
    const context = (place: number): RuleContext => ({
      manager,
      known,
      latest,
      takesBack,
      where: `changes[${place}].fields`,
    });
    const own = new Set(act.changes.map((change) => change.id));
    const made = new Array<ChangeMade | undefined>(act.changes.length).fill(undefined);
    for (const [table, placed] of parentsFirst(act.changes)) {
      const kept = await rowsOf(manager, table, placed);
      const fresh: StoredRecord[] = [];
      for (const { change, place } of placed) {
        try {
          const there = kept.get(change.id) ?? null;
          if (!takesBack) await mayChange({ manager, who: by, change, row: there, now: at });
          const twin =
            meets && !there && change.op === 'put'
              ? await twinOf(manager, change, { where: context(place).where, own })
              : null;
          const row = twin?.row ?? there;
          const one = await this.changed(context(place), twin ? upon(twin, change) : change, { at, by, row });
          made[place] = one;
          if (one.before) await manager.update(RECORD_ENTITIES[table], { id: one.after.id }, one.after);
          else fresh.push(one.after);
          // Where a record may look at others of its table, it finds those of the same act.
          if (looksAtItsOwn(table)) {
            await insertRecords(manager, table, fresh.splice(0));
            known.forget(table);
          }
        } catch (error) {
          refuse(place, error);
        }
      }
      await insertRecords(manager, table, fresh);
      known.forget(table);
    }
    await holds(made, context, refuse);
    await insertAct(manager, { id, at, says: act.says, sent, memberId: by.memberId, doneAt, clockAheadS }, made);
    return made;
  }

  /** What a change makes of a record, which is not written yet. */
  private async changed(
    context: RuleContext,
    change: ChangeDto,
    { at, by, row }: { readonly at: string; readonly by: Who; readonly row: StoredRecord | null },
  ): Promise<ChangeMade> {
    const { table, id, revision } = change;
    if (!row && (change.op !== 'put' || revision > 0)) throw new AppError('NOT_FOUND');
    // Binned by one and changed by another who did not know: it comes back. Whoever knew is told where it lies.
    const knew = row !== null && revision >= row.revision;
    if (change.op === 'put' && row?.deletedAt && (knew || !change.only))
      throw new AppError('DELETED', { current: recordDto(row) });
    const met = row && row.revision !== revision ? await this.met(context, change, row) : null;
    const kept = { revision: (row?.revision ?? 0) + 1, updatedAt: at };
    let after: StoredRecord;
    if (change.op === 'put') {
      const fields = withUntold(by, table, met ?? (change.fields as Readonly<Record<string, FieldValue>>), row);
      await rowHolds(context, table, { ...fields, id });
      const instant = await this.instant(context, table, fields);
      after = { id, ...fields, ...instant, ...kept, createdAt: row?.createdAt ?? at, deletedAt: null };
    } else {
      after = { ...row, id, ...kept, deletedAt: change.op === 'delete' ? at : null } as StoredRecord;
    }
    return { table, before: row && { ...row }, after };
  }

  /**
   * The fields of a change to a record that was changed meanwhile: both changes, where they mean different fields.
   * @throws AppError `REVISION_CONFLICT`, naming the fields of which two things were said.
   */
  private async met(
    { manager, where }: RuleContext,
    change: ChangeDto,
    row: StoredRecord,
  ): Promise<Readonly<Record<string, FieldValue>>> {
    const met = change.op === 'put' && row.revision > change.revision ? await metChanges(manager, row, change) : null;
    if (met?.kind === 'merged') return met.fields;
    const fields = (met?.fields ?? []).map((field) => ({
      path: `${where}.${field}`,
      message: 'another device said something else of it',
    }));
    throw new AppError('REVISION_CONFLICT', { current: recordDto(row), ...(fields.length > 0 ? { fields } : {}) });
  }

  private async instant(
    { known, where }: RuleContext,
    table: TableName,
    fields: Readonly<Record<string, FieldValue>>,
  ): Promise<{ readonly atUtc?: string }> {
    const field = minuteFieldOf(table);
    const minute = field === null ? null : fields[field];
    if (field === null || typeof minute !== 'string') return {};
    const deployment = await known.record('deployments', String(fields['deploymentId']));
    const site = deployment && (await known.record('sites', String(deployment['siteId'])));
    const zone = site?.['timeZone'];
    return { atUtc: instantOf(minute, typeof zone === 'string' ? zone : this.timeZone, `${where}.${field}`) };
  }

  private async keptAct(
    manager: EntityManager,
    { id, at, says, undoneBy, memberId, ...clock }: ActEntity,
  ): Promise<KeptActDto> {
    const changes = await manager.find(RecordChangeEntity, { where: { actId: id }, order: { place: 'ASC' } });
    const nameOf = await this.names([memberId]);
    return {
      id,
      at,
      says,
      by: nameOf(memberId),
      doneAt: clock.doneAt,
      clockAheadS: clock.clockAheadS,
      undoneBy,
      changes: changes.map(({ tableName, after }) => ({ table: tableName as TableName, record: recordDto(after) })),
    };
  }
}
