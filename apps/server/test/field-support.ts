import type {
  ChangesDto,
  FieldRowDto,
  FieldShelfRows,
  FieldTable,
  PastLooksDto,
  RowChangeDto,
  ToldDto,
} from '@yewridge/contract/field';
import { FIELD_TABLES } from '@yewridge/contract/field';
import { FieldViews, RecordShelf } from '@yewridge/core/field';
import { minuteAt, offsetAt } from '../src/shared/season-log/site-date.js';
import { type Bench, NOW } from './support.js';

type Kept = Map<string, FieldRowDto[FieldTable]>;

/** A telephone that keeps what it is told, as plainly as can be. */
export class Telephone {
  readonly tables = new Map<FieldTable, Kept>(FIELD_TABLES.map((table) => [table, new Map()]));
  edition = '';
  seq = 0;
  pages = 0;
  bytes = 0;

  constructor(private readonly bench: Bench) {}

  /** Reads all pages there are. @returns the changes, as they came. */
  async catchUp(): Promise<readonly RowChangeDto[]> {
    const all: RowChangeDto[] = [];
    for (let more = true; more;) {
      const answer = await this.bench.http.get(`/api/v1/changes?after=${this.seq}&edition=${this.edition}`);
      expect(answer.status).withContext(answer.text.slice(0, 300)).toBe(200);
      const page = answer.body as ChangesDto;
      if (page.anew && this.seq > 0) for (const table of this.tables.values()) table.clear();
      for (const { table, id, row } of page.changes) {
        if (row === null) this.tables.get(table)?.delete(id);
        else this.tables.get(table)?.set(id, row);
      }
      all.push(...page.changes);
      this.pages += 1;
      this.bytes += answer.text.length;
      ({ edition: this.edition, seq: this.seq, more } = page);
    }
    return all;
  }

  /** The views as the telephone works them out. */
  async views(now = NOW): Promise<FieldViews<FieldShelfRows>> {
    const past = (await this.bench.http.get('/api/v1/changes/past')).body as PastLooksDto;
    const told = (await this.bench.http.get('/api/v1/changes/told')).body as ToldDto;
    const rows = Object.fromEntries([...this.tables].map(([table, kept]) => [table, [...kept.values()]]));
    const traps = (rows['traps'] as FieldRowDto['traps'][]).map(({ trap }) => trap);
    const zone = 'Europe/Vienna';
    const minute = minuteAt(new Date(now), zone);
    return new FieldViews<FieldShelfRows>(
      new RecordShelf({ ...rows, traps } as never, past),
      { scouts: told.scouts, sensors: new Map(told.sensors) },
      {
        today: minute.slice(0, 10),
        minute,
        hemisphere: 'N',
        offset: (date, timeZone) => offsetAt(date, timeZone ?? zone),
      },
    );
  }
}
