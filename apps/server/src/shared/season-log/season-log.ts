import type { FirstSeasonDto } from '@yewridge/contract/today';
import {
  type BaitLine,
  type BloomLine,
  type CatchLine,
  type CorrectionRecord,
  type CountLine,
  type FieldNow,
  type LooksLine,
  type LureLine,
  type PastLooks,
  type PickLine,
  type PlaceLine,
  type Span,
  type StayLine,
  type TrapLine,
  type TrialLine,
  usesOf,
  trapLine,
  type VisitLine,
  type WeatherLine,
  type WeighingLine,
} from '@yewridge/core/field';
import type { Design } from '@yewridge/core/bench';
import type { ExposureWindow } from '@yewridge/core/evidence';
import type { Corrected, CorrectionUse } from '@yewridge/core/evidence/words';
import type { Hemisphere, IsoDate } from '@yewridge/core/season';
import type { TableName } from '@yewridge/contract/season';
import { minuteAt, offsetAt } from './site-date.js';
import type { Database } from '../../db/database.js';
import type { Clock } from '../clock/clock.js';
import { Remembered } from '../remembered/remembered.js';
import { RememberedBy } from '../remembered/remembered-by.js';
import { View } from '../remembered/view.js';
import { ViewTurns } from '../remembered/view-turns.js';

const MS_OF_A_MINUTE = 60_000;
const ISO_DATE_LENGTH = 10;
/** Different questions whose rows are kept at once: spans of a ribbon that somebody scrolls through. */
const MOST_KEPT = 60;

const IN_SPAN = `deployment_id IN (
  SELECT id FROM deployments
  WHERE deleted_at_utc IS NULL AND hung_on <= ? AND (taken_down_on IS NULL OR taken_down_on >= ?))`;

/** The one read model that joins traps, stays, looks, lures and catches. Rows as they are stored, in SI. */
export class SeasonLog {
  readonly #turns: ViewTurns;
  readonly #traps = new Remembered<readonly TrapLine[]>();
  readonly #rows = new RememberedBy<unknown[]>(MOST_KEPT);
  #minute: { readonly number: number; readonly wall: string } | null = null;

  constructor(
    private readonly database: Database,
    private readonly clock: Clock,
    private readonly timeZone: string,
    private readonly hemisphere: Hemisphere,
  ) {
    this.#turns = new ViewTurns(() => database.quiet());
  }

  /** A view of these records: one answer until something is written or a minute has passed. */
  view<T>(): View<T> {
    return new View<T>(this.#turns, () => `${this.database.version} ${this.minute()}`);
  }

  /** When and where views are worked out. */
  now(): FieldNow {
    return {
      today: this.today(),
      minute: this.minute(),
      hemisphere: this.hemisphere,
      offset: (date, timeZone) => this.offset(date, timeZone),
    };
  }

  /** The civil date where the keeper is. */
  today(): IsoDate {
    return this.minute().slice(0, ISO_DATE_LENGTH);
  }

  /** Whether each step of a first season was ever done; what lies in the bin does not count. */
  async begun(): Promise<FirstSeasonDto> {
    const tables = {
      design: 'design',
      trap: 'trap',
      site: 'sites',
      stay: 'deployments',
      look: 'visits',
      caught: 'catches',
    } as const satisfies Record<keyof FirstSeasonDto, string>;
    const has = async (table: string): Promise<boolean> =>
      (await this.query(`SELECT 1 FROM ${table} WHERE deleted_at_utc IS NULL LIMIT 1`)).length > 0;
    const steps = Object.entries(tables).map(async ([step, table]) => [step, await has(table)] as const);
    return Object.fromEntries(await Promise.all(steps)) as unknown as FirstSeasonDto;
  }

  /** Designs are parsed once, as every view asks for them. */
  traps(): Promise<readonly TrapLine[]> {
    return this.#traps.at(this.database.versionOf([]), () => this.readTraps());
  }

  private async readTraps(): Promise<readonly TrapLine[]> {
    const rows = await this.query<Omit<TrapLine, 'frames' | 'framesOnly' | 'asBuilt'> & { readonly asBuilt: string }>(
      `SELECT id, number, json_extract(as_built, '$.name') AS design, painted_on AS paintedOn,
         condition, dark_combs AS darkCombs, mass_kg AS massKg, as_built AS asBuilt
       FROM trap WHERE deleted_at_utc IS NULL ORDER BY number`,
    );
    return rows.map(({ asBuilt, ...trap }) => trapLine({ ...trap, asBuilt: JSON.parse(asBuilt) as Design }));
  }

  stays({ from, to }: Span): Promise<readonly StayLine[]> {
    return this.kept<StayLine>(
      ['deployments', 'sites'],
      `SELECT d.id, d.trap_id AS trapId, d.site_id AS siteId, s.name AS site, s.landmark, s.landmark_note AS landmarkNote,
         s.access_weekdays AS accessWeekdays, d.hung_on AS hungOn, d.taken_down_on AS takenDownOn,
         d.height_m AS heightM, d.facing_deg AS facingDeg, d.hung_by AS hungBy, d.comb, coalesce(d.shade, s.shade) AS shade,
         s.permission, s.permission_until AS permissionUntil
       FROM deployments d JOIN sites s ON s.id = d.site_id
       WHERE d.deleted_at_utc IS NULL AND d.hung_on <= ? AND (d.taken_down_on IS NULL OR d.taken_down_on >= ?)
       ORDER BY d.hung_on, d.id`,
      [to, from],
    );
  }

  visits({ from, to }: Span): Promise<readonly VisitLine[]> {
    return this.query<VisitLine>(
      `SELECT id, deployment_id AS deploymentId, at, scouts_per_min AS scouts, occupied FROM visits
       WHERE deleted_at_utc IS NULL AND at >= ? AND at < ? || 'U' AND ${IN_SPAN} ORDER BY at`,
      [from, to, to, from],
    );
  }

  baits({ from, to }: Span): Promise<readonly BaitLine[]> {
    return this.kept<BaitLine>(
      ['baits', 'deployments', 'sites'],
      `SELECT b.id, b.deployment_id AS deploymentId, b.applied_on AS "from", b.removed_on AS "to", b.carrier,
         b.substance, b.mass_kg AS massKg, b.dose, b.dose_unit AS doseUnit, coalesce(d.shade, s.shade) AS shade
       FROM baits b JOIN deployments d ON d.id = b.deployment_id JOIN sites s ON s.id = d.site_id
       WHERE b.deleted_at_utc IS NULL AND b.${IN_SPAN} ORDER BY b.applied_on, b.id`,
      [to, from],
    );
  }

  /** Days on which somebody was at a trap: looked, hung it, took it down. */
  daysOut(): Promise<readonly { readonly date: IsoDate }[]> {
    return this.query<{ date: IsoDate }>(
      `SELECT substr(at, 1, 10) AS date FROM visits WHERE deleted_at_utc IS NULL
       UNION SELECT hung_on FROM deployments WHERE deleted_at_utc IS NULL
       UNION SELECT taken_down_on FROM deployments WHERE deleted_at_utc IS NULL AND taken_down_on IS NOT NULL`,
    );
  }

  /** Days on which a stay that ended in a catch was found empty: between the last of them and the catch the bees came. */
  emptyLooks(
    since: IsoDate = '0001-01-01',
  ): Promise<readonly { readonly deploymentId: string; readonly date: IsoDate; readonly occupied: false }[]> {
    return this.query<{ deploymentId: string; date: IsoDate }>(
      `SELECT DISTINCT deployment_id AS deploymentId, substr(at, 1, 10) AS date FROM visits
       WHERE deleted_at_utc IS NULL AND occupied = 0
         AND deployment_id IN (
           SELECT deployment_id FROM catches WHERE deleted_at_utc IS NULL AND found_on >= ?)`,
      [since],
    ).then((rows) => rows.map((row) => ({ ...row, occupied: false })));
  }

  /** What looks of a span came to, in short: days a stay that ended in a catch was found empty, and days somebody looked. */
  async pastLooks({ from, to }: Span): Promise<PastLooks> {
    const until = `${to}U`;
    const empty = await this.query<{ stay: string; date: IsoDate }>(
      `SELECT DISTINCT deployment_id AS stay, substr(at, 1, 10) AS date FROM visits
       WHERE deleted_at_utc IS NULL AND occupied = 0 AND at >= ? AND at < ?
         AND deployment_id IN (SELECT deployment_id FROM catches WHERE deleted_at_utc IS NULL)
       ORDER BY date, stay`,
      [from, until],
    );
    const days = await this.query<{ date: IsoDate }>(
      `SELECT DISTINCT substr(at, 1, 10) AS date FROM visits WHERE deleted_at_utc IS NULL AND at >= ? AND at < ? ORDER BY date`,
      [from, until],
    );
    return { empty: empty.map(({ stay, date }) => [stay, date]), days: days.map(({ date }) => date) };
  }

  /** Counts of scouts at stays that go on, from a day on, each stay's oldest first. */
  counts(from: IsoDate): Promise<readonly CountLine[]> {
    return this.query<CountLine>(
      `SELECT v.deployment_id AS deploymentId, v.at, v.scouts_per_min AS perMin FROM visits v
       JOIN deployments d ON d.id = v.deployment_id
       WHERE v.deleted_at_utc IS NULL AND d.deleted_at_utc IS NULL AND d.taken_down_on IS NULL
         AND v.scouts_per_min IS NOT NULL AND v.at >= ? ORDER BY v.at`,
      [from],
    );
  }

  /** Catches in traps and at call-outs. */
  catches(): Promise<readonly CatchLine[]> {
    return this.kept<CatchLine>(
      ['catches'],
      `SELECT id, deployment_id AS deploymentId, found_on AS foundOn, arrived_on AS arrivedOn, mass_kg AS massKg,
         method FROM catches WHERE deleted_at_utc IS NULL ORDER BY found_on, id`,
    );
  }

  /** Weather between two days, oldest first; what is missing is missing. */
  weather({ from, to }: Span): Promise<readonly WeatherLine[]> {
    return this.kept<WeatherLine>(
      ['weather'],
      `SELECT date, t_min_c AS tMin, t_max_c AS tMax, rain_mm AS rainMm, wind_mps AS windMps, source
       FROM weather WHERE deleted_at_utc IS NULL AND date BETWEEN ? AND ? ORDER BY date`,
      [from, to],
    );
  }

  /** Sites that are placed on the map. */
  places(): Promise<readonly PlaceLine[]> {
    return this.kept<PlaceLine>(
      ['sites'],
      `SELECT id, name, lat, lon, elevation_m AS elevationM, time_zone AS timeZone
       FROM sites WHERE deleted_at_utc IS NULL AND lat IS NOT NULL AND lon IS NOT NULL ORDER BY id`,
    );
  }

  blooms(): Promise<readonly BloomLine[]> {
    return this.query<BloomLine>(
      'SELECT species, stage, "on" FROM phenology WHERE deleted_at_utc IS NULL ORDER BY "on", id',
    );
  }

  /** What the keeper said of the days that count; `null` where nobody said. */
  async exposure(): Promise<ExposureWindow | null> {
    const [said] = await this.kept<{ from: string; until: string }>(
      ['windows'],
      'SELECT from_day AS "from", until_day AS "until" FROM windows WHERE deleted_at_utc IS NULL ORDER BY id LIMIT 1',
    );
    return said ?? null;
  }

  /** Which speaks where the log has earned a word. */
  async uses(): Promise<Readonly<Record<Corrected, CorrectionUse>>> {
    return usesOf(
      await this.kept<CorrectionRecord>(
        ['corrections'],
        'SELECT what, "use" FROM corrections WHERE deleted_at_utc IS NULL',
      ),
    );
  }

  /** Sites of plans of where to hang. */
  picks(): Promise<readonly PickLine[]> {
    return this.kept<PickLine>(
      ['placings', 'picks', 'sites'],
      `SELECT p.season, k.site_id AS siteId, s.name AS site, s.permission, s.permission_until AS permissionUntil
       FROM picks k JOIN placings p ON p.id = k.placing_id JOIN sites s ON s.id = k.site_id
       WHERE k.deleted_at_utc IS NULL AND p.deleted_at_utc IS NULL AND s.deleted_at_utc IS NULL ORDER BY k.id`,
    );
  }

  /** Trials that were not opened, with their traps. */
  async trials(): Promise<readonly TrialLine[]> {
    const tables = ['trials', 'assignments', 'sites'] as const;
    const trials = await this.kept<Omit<TrialLine, 'assigned'>>(
      tables,
      `SELECT id, name, name_a AS nameA, name_b AS nameB, begins_on AS beginsOn, ends_on AS endsOn, opened_on AS openedOn
       FROM trials WHERE deleted_at_utc IS NULL AND opened_on IS NULL ORDER BY id`,
    );
    const assigned = await this.kept<TrialLine['assigned'][number] & { readonly trialId: string }>(
      tables,
      `SELECT a.trial_id AS trialId, a.block, a.trap_id AS trapId, a.site_id AS siteId, a.side, s.name AS site
       FROM assignments a LEFT JOIN sites s ON s.id = a.site_id
       WHERE a.deleted_at_utc IS NULL ORDER BY a.block, a.side`,
    );
    return trials.map((trial) => ({ ...trial, assigned: assigned.filter(({ trialId }) => trialId === trial.id) }));
  }

  /** Lures that were put in at stays that go on, oldest first, and all that were ever weighed. */
  lures(): Promise<readonly LureLine[]> {
    return this.kept<LureLine>(
      ['baits', 'weighings', 'deployments', 'sites'],
      `SELECT b.id, b.deployment_id AS deploymentId, b.applied_on AS appliedOn, b.removed_on AS removedOn, b.carrier,
         b.substance, b.mass_kg AS massKg, b.dose, b.dose_unit AS doseUnit, coalesce(d.shade, s.shade) AS shade
       FROM baits b JOIN deployments d ON d.id = b.deployment_id JOIN sites s ON s.id = d.site_id
       WHERE b.deleted_at_utc IS NULL AND d.deleted_at_utc IS NULL
         AND (d.taken_down_on IS NULL
           OR b.id IN (SELECT bait_id FROM weighings w WHERE w.deleted_at_utc IS NULL))
       ORDER BY b.applied_on, b.id`,
    );
  }

  weighings(): Promise<readonly WeighingLine[]> {
    return this.kept<WeighingLine>(
      ['weighings'],
      `SELECT bait_id AS baitId, weighed_on AS weighedOn, oil_mass_kg AS oilMassKg
       FROM weighings WHERE deleted_at_utc IS NULL ORDER BY weighed_on, id`,
    );
  }

  /** Changes whenever a record of one of the tables does, and with the day: what was worked out from them holds as long. */
  stamp(tables: readonly TableName[]): string {
    return `${this.today()} ${this.database.versionOf(tables)}`;
  }

  /** Now, as a UTC instant. */
  instant(): string {
    return this.clock.now().toISOString();
  }

  /** Where the keeper is, as a wall time to the minute. Asked with every view; a zone is at one time for the whole minute. */
  minute(): string {
    const now = this.clock.now();
    const number = Math.floor(now.getTime() / MS_OF_A_MINUTE);
    if (this.#minute?.number !== number) this.#minute = { number, wall: minuteAt(now, this.timeZone) };
    return this.#minute.wall;
  }

  /** Minutes that a site's clock is ahead of UTC on a day at noon. */
  offset(date: IsoDate, timeZone: string | null): number {
    return offsetAt(date, timeZone ?? this.timeZone);
  }

  /** The latest look, count and lure of every stay that goes on. */
  async looks(): Promise<ReadonlyMap<string, LooksLine>> {
    const rows = await this.query<LooksLine>(
      `SELECT d.id AS deploymentId,
         (SELECT max(at) FROM visits v WHERE v.deployment_id = d.id AND v.deleted_at_utc IS NULL) AS lastAt,
         (SELECT scouts_per_min FROM visits v WHERE v.deployment_id = d.id AND v.deleted_at_utc IS NULL
            AND scouts_per_min IS NOT NULL ORDER BY at DESC LIMIT 1) AS lastCount,
         (SELECT occupied FROM visits v WHERE v.deployment_id = d.id AND v.deleted_at_utc IS NULL
            AND occupied IS NOT NULL ORDER BY at DESC LIMIT 1) AS lastOccupied,
         (SELECT at FROM visits v WHERE v.deployment_id = d.id AND v.deleted_at_utc IS NULL
            AND scouts_per_min > 0 ORDER BY at DESC LIMIT 1) AS lastActivityAt,
         (SELECT max(applied_on) FROM baits b WHERE b.deployment_id = d.id AND b.deleted_at_utc IS NULL) AS lureChangedOn
       FROM deployments d WHERE d.deleted_at_utc IS NULL AND d.taken_down_on IS NULL`,
    );
    return new Map(rows.map((row) => [row.deploymentId, row]));
  }

  /** Rows of tables that change seldom, read once until one of them is written. */
  private kept<T>(tables: readonly TableName[], sql: string, values: readonly unknown[] = []): Promise<T[]> {
    const moment = this.database.versionOf(tables);
    return this.#rows.at(JSON.stringify([sql, values]), moment, () => this.query<T>(sql, values)) as Promise<T[]>;
  }

  private async query<T>(sql: string, values: readonly unknown[] = []): Promise<T[]> {
    await this.#turns.breathe();
    return this.database.source.query<T[]>(sql, [...values]);
  }
}
