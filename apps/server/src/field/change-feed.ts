import type { DesignDto } from '@yewridge/contract/bench';
import {
  CHANGES_PAGE,
  type ChangesDto,
  type ChangesQuery,
  FIELD_DOCUMENTS,
  FIELD_TABLES,
  type FieldRowDto,
  type FieldTable,
  type RowChangeDto,
} from '@yewridge/contract/field';
import type { TableName } from '@yewridge/contract/season';
import type { TrapWithDesignDto } from '@yewridge/contract/stores';
import type { RigDto } from '@yewridge/contract/suction';
import { dateOfSeasonDay, type Hemisphere, type IsoDate, seasonDay } from '@yewridge/core/season';
import { In, IsNull } from 'typeorm';
import { type Database, MIGRATION_NAMES } from '../db/database.js';
import { DesignEntity } from '../db/entities/design-entity.js';
import { MapLayerEntity } from '../db/entities/map-layer-entity.js';
import { RigEntity } from '../db/entities/rig-entity.js';
import { recordsById } from '../db/record-rows.js';
import { keptDto } from '../shared/documents/kept-documents.js';
import { recordDto } from '../shared/season-log/record-dto.js';
import type { SeasonLog } from '../shared/season-log/season-log.js';

type Row = FieldRowDto[FieldTable];
type Document = (typeof FIELD_DOCUMENTS)[number];

/** Tables as the database names them, where the feed calls them otherwise. */
const NAMED: Readonly<Record<Document, string>> = {
  traps: 'trap',
  designs: 'design',
  rigs: 'rig',
  layers: 'map_layer',
};
const nameOf = (table: FieldTable): string => (isDocument(table) ? NAMED[table] : table);
const TABLE_OF = new Map(FIELD_TABLES.map((table) => [nameOf(table), table]));
const IN_FEED = [...TABLE_OF.keys()].map((name) => `'${name}'`).join(', ');

function isDocument(table: FieldTable): table is Document {
  return (FIELD_DOCUMENTS as readonly string[]).includes(table);
}

const THIS_SEASON = `(d.taken_down_on IS NULL OR d.taken_down_on >= ?)`;
/**
 * Looks and lures are told where their stay goes on, or ended in the season a telephone still asks about; and lures that were
 * weighed, as they tell how fast their carrier empties.
 */
const IN_SCOPE = `CASE c.table_name
  WHEN 'visits' THEN EXISTS (
    SELECT 1 FROM visits v JOIN deployments d ON d.id = v.deployment_id WHERE v.id = c.row_id AND ${THIS_SEASON})
  WHEN 'baits' THEN EXISTS (
    SELECT 1 FROM baits b JOIN deployments d ON d.id = b.deployment_id
    WHERE b.id = c.row_id AND (${THIS_SEASON} OR b.id IN (SELECT bait_id FROM weighings)))
  ELSE 1 END`;

/**
 * What a telephone needs, row by row, in the order it was last changed. Every row has one number, that of its latest change: who
 * has read up to a number has all rows as they were then, and asks for what came after it.
 */
export class ChangeFeed {
  constructor(
    private readonly database: Database,
    private readonly log: SeasonLog,
    private readonly hemisphere: Hemisphere,
    private readonly traps: (ids: readonly string[]) => Promise<readonly TrapWithDesignDto[]>,
  ) {}

  /** First day of the season whose looks are told whole. */
  since(): IsoDate {
    return dateOfSeasonDay(seasonDay(this.log.today(), this.hemisphere).season, this.hemisphere, 1);
  }

  /** A page of rows after a number, those of a whole replica where it is of another edition. */
  async changes({ after, edition: asked }: ChangesQuery, told: string): Promise<ChangesDto> {
    const since = this.since();
    const edition = await this.edition(since, told);
    const latest = await this.latest();
    const known = asked === edition && after <= latest;
    const from = known ? after : 0;
    const found = await this.query<{ seq: number; name: string; id: string }>(
      `SELECT c.seq, c.table_name AS name, c.row_id AS id FROM "change" c
       WHERE c.seq > ? AND c.table_name IN (${IN_FEED}) AND ${IN_SCOPE} ORDER BY c.seq LIMIT ?`,
      [from, since, since, CHANGES_PAGE + 1],
    );
    const page = found.slice(0, CHANGES_PAGE);
    const more = found.length > page.length;
    return {
      edition,
      anew: !known,
      // Beyond the last row there are numbers of rows that nobody is told: they are not looked through again.
      seq: more ? (page.at(-1)?.seq ?? from) : Math.max(latest, page.at(-1)?.seq ?? 0),
      more,
      changes: await this.rows(page),
    };
  }

  /** The number of the latest change; 0 before the first. */
  async latest(): Promise<number> {
    const [row] = await this.query<{ seq: number | null }>(`SELECT max(seq) AS seq FROM "change"`);
    return row?.seq ?? 0;
  }

  private async edition(since: IsoDate, told: string): Promise<string> {
    const [row] = await this.query<{ workspace: string; making: string }>('SELECT workspace, making FROM "edition"');
    // Who is told less, or more, begins anew: nothing of before is left on the device.
    return [row?.workspace, row?.making, MIGRATION_NAMES.at(-1), since, told].join('.');
  }

  /** Rows as they are now, in the order asked for. */
  private async rows(
    page: readonly { readonly name: string; readonly id: string }[],
  ): Promise<readonly RowChangeDto[]> {
    const ids = new Map<FieldTable, string[]>();
    for (const { name, id } of page) {
      const table = TABLE_OF.get(name);
      if (table === undefined) continue;
      const list = ids.get(table);
      if (list) list.push(id);
      else ids.set(table, [id]);
    }
    const found = new Map<string, Row>();
    for (const [table, some] of ids) {
      for (const [id, row] of await this.read(table, some)) found.set(`${table} ${id}`, row);
    }
    return page.flatMap(({ name, id }) => {
      const table = TABLE_OF.get(name);
      return table === undefined ? [] : [{ table, id, row: found.get(`${table} ${id}`) ?? null }];
    });
  }

  private async read(table: FieldTable, ids: readonly string[]): Promise<readonly (readonly [id: string, row: Row])[]> {
    if (isDocument(table)) return this.documents(table, ids);
    const rows = await recordsById(this.database.source.manager, table satisfies TableName, ids);
    return rows.flatMap((row) => (row.deletedAt === null ? [[row.id, recordDto(row) as Row] as const] : []));
  }

  private async documents(
    table: Document,
    ids: readonly string[],
  ): Promise<readonly (readonly [id: string, row: Row])[]> {
    const { source } = this.database;
    if (table === 'traps') {
      return (await this.traps(ids)).map((one) => [one.trap.id, one]);
    }
    if (table === 'layers') {
      const layers = await source.getRepository(MapLayerEntity).findBy({ id: In([...ids]) });
      return layers.map(({ id, name, shown, geojson }) => [
        id,
        { id, name, shown, geojson: JSON.parse(geojson) as unknown },
      ]);
    }
    const where = { id: In([...ids]), deletedAt: IsNull() };
    const kept: readonly (DesignDto | RigDto)[] =
      table === 'designs'
        ? (await source.getRepository(DesignEntity).findBy(where)).map((row) => keptDto(row))
        : (await source.getRepository(RigEntity).findBy(where)).map((row) => keptDto(row));
    return kept.map((one) => [one.id, one]);
  }

  private query<T>(sql: string, values: readonly unknown[] = []): Promise<T[]> {
    return this.database.source.query<T[]>(sql, [...values]);
  }
}
