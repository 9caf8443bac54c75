import type {
  CallDayDto,
  CallDto,
  CallRigDto,
  CallsDto,
  CallTrackRow,
  CallWhereDto,
  ProbeReadingDto,
} from '@yewridge/contract/callouts';
import type { RecordDto, TableName } from '@yewridge/contract/season';
import {
  callColony,
  type CallRow,
  callTrack,
  type CollectionRow,
  jobProgress,
  restraintDue,
  reuniteOf,
  triageOf,
} from '@yewridge/core/callouts';
import { addDays } from '@yewridge/core/season';
import type { Layout } from '@yewridge/core/suction';
import { IsNull } from 'typeorm';
import type { Database } from '../db/database.js';
import { RECORD_ENTITIES } from '../db/entities/record-entities.js';
import { RigEntity } from '../db/entities/rig-entity.js';
import { AppError } from '../http/app-error.js';
import type { BoxProbe } from '../shared/instruments/instruments.js';
import { Remembered } from '../shared/remembered/remembered.js';
import { RememberedBy } from '../shared/remembered/remembered-by.js';
import { middleOf } from '../shared/season-clock/season-clock.js';
import { localSun } from '../shared/season-log/local-sun.js';
import { groupedBy, type PlaceLine, type SeasonLog } from '../shared/season-log/season-log.js';
import type { RigAsked, RigReader } from './rig-thread.js';

/** A plan is over after so many days, whatever was marked. */
const PLAN_DAYS = 60;
const FORECAST_DAYS = 30;
const MOST_RIGS = 60;
/** States whose bees are in hand, and whose steps are to come. */
const WITH_STEPS: readonly string[] = ['closed', 'resting', 'reunited'];
const WAITING: readonly string[] = ['called', 'planned', 'onSite', 'collecting', 'paused', 'closing'];

const TABLES = ['callouts', 'collections', 'spells', 'pieces', 'signs', 'tasks'] as const;

type Bundle = Omit<CallDto, 'where'>;
/** Everything but what is worked out of the rigs: that takes its time, and the day does not need it. */
interface CallsSeen extends Omit<CallsDto, 'rigs'> {
  readonly layouts: ReadonlyMap<string, Layout>;
}

/** Call-outs with everything that was said of them, and what of them asks for a keeper today. */
export class CallsService {
  readonly #seen = new Remembered<CallsSeen>();
  readonly #today = new Remembered<readonly CallDayDto[]>();
  readonly #track = new Remembered<readonly CallTrackRow[]>();
  readonly #rigs = new RememberedBy<CallRigDto>(MOST_RIGS);
  /** Read once until one of their tables is written. */
  readonly #bundles = new Remembered<readonly Bundle[]>();
  readonly #documents = new Remembered<readonly RigEntity[]>();
  readonly #rigList = new Remembered<readonly CallRigDto[]>();
  #last: { readonly seen: CallsSeen; readonly answer: CallsDto } | null = null;
  readonly #kit = new Remembered<readonly RecordDto<'kit'>[]>();

  constructor(
    private readonly database: Database,
    private readonly log: SeasonLog,
    private readonly readRigs: RigReader,
  ) {}

  /** One and the same answer as long as nothing is written. */
  async all(): Promise<CallsDto> {
    const rigs = await this.#rigList.at(this.database.versionOf([]), () => this.rigs());
    const seen = await this.seen();
    if (this.#last?.seen !== seen || this.#last.answer.rigs !== rigs) {
      const { layouts: _, ...rest } = seen;
      this.#last = { seen, answer: { ...rest, rigs } };
    }
    return this.#last.answer;
  }

  /** A look at a trap changes nothing of a call-out: what is worked out holds until the minute or one of these tables changes. */
  private moment(): string {
    return `${this.log.minute()} ${this.database.versionOf([...TABLES, 'kit', 'sites', 'weather'])}`;
  }

  private seen(): Promise<CallsSeen> {
    return this.#seen.at(this.moment(), () => this.read());
  }

  /** @throws AppError `NOT_FOUND`. */
  async one(id: string): Promise<CallDto> {
    const found = (await this.seen()).calls.find(({ call }) => call.id === id);
    if (!found) throw new AppError('NOT_FOUND');
    return found;
  }

  /** What an instrument in the box says so many seconds after the job began, by the spells as they are kept. @throws AppError `NOT_FOUND`. */
  async boxAt(id: string, elapsed: number, probe: BoxProbe): Promise<ProbeReadingDto> {
    const one = await this.one(id);
    const { spells } = jobProgress(one, null, one.call.startedAt ?? one.call.calledAt);
    return { elapsed, ...probe.read(spells, elapsed), simulated: probe.kind === 'simulated' };
  }

  /** Those that wait for an answer, and those whose steps are to come. */
  today(): Promise<readonly CallDayDto[]> {
    return this.#today.at(this.moment(), () => this.recent(dayOf));
  }

  /** Colonies in hand, each along its days. */
  track(): Promise<readonly CallTrackRow[]> {
    return this.#track.at(this.moment(), () => this.recent(trackRowOf));
  }

  private async recent<T>(of: (one: CallDto, all: CallsSeen) => T | null): Promise<readonly T[]> {
    const all = await this.seen();
    const since = addDays(all.today, -PLAN_DAYS);
    return all.calls
      .filter(({ call }) => call.calledAt.slice(0, 10) >= since)
      .flatMap((one) => {
        const row = of(one, all);
        return row === null ? [] : [row];
      });
  }

  private async read(): Promise<CallsSeen> {
    const today = this.log.today();
    const bundles = await this.#bundles.at(this.database.versionOf(TABLES), () => this.bundles());
    const places = await this.log.places();
    const sun = await localSun(this.log, today);
    const weather = { from: addDays(today, -PLAN_DAYS), to: addDays(today, FORECAST_DAYS) };
    return {
      now: this.log.minute(),
      today,
      sunsetMin: sun?.sunset ?? null,
      calls: bundles.map((one) => ({ ...one, where: this.where(one.call, places) })),
      sites: places.map(({ id, name }) => ({ id, name })),
      layouts: new Map((await this.documents()).map(({ id, document }) => [id, document.layout])),
      kit: await this.#kit.at(this.database.versionOf(['kit']), () => this.rows('kit')),
      weather: await this.log.weather(weather),
    };
  }

  private async bundles(): Promise<readonly Bundle[]> {
    const calls = await this.rows('callouts', { calledAt: 'DESC', id: 'ASC' });
    const parts = await this.parts();
    return calls.map((call) => ({ call, ...parts(call.id) }));
  }

  private async parts(): Promise<(id: string) => Omit<Bundle, 'call'>> {
    const byCall = groupedBy(await this.rows('collections'), ({ calloutId }) => calloutId);
    const spells = groupedBy(await this.rows('spells', { startedAt: 'ASC' }), ({ collectionId }) => collectionId);
    const pieces = groupedBy(await this.rows('pieces', { at: 'ASC' }), ({ collectionId }) => collectionId);
    const signs = groupedBy(await this.rows('signs', { at: 'ASC' }), ({ collectionId }) => collectionId);
    const tasks = groupedBy(await this.rows('tasks'), ({ calloutId }) => calloutId);
    return (id) => {
      const collection = byCall.get(id)?.[0] ?? null;
      const of = <T>(groups: ReadonlyMap<string, readonly T[]>): readonly T[] =>
        collection === null ? [] : (groups.get(collection.id) ?? []);
      return { collection, spells: of(spells), pieces: of(pieces), signs: of(signs), tasks: tasks.get(id) ?? [] };
    };
  }

  private async rows<T extends TableName>(
    table: T,
    order: Readonly<Record<string, 'ASC' | 'DESC'>> = { id: 'ASC' },
  ): Promise<readonly RecordDto<T>[]> {
    const rows = await this.database.source
      .getRepository(RECORD_ENTITIES[table])
      .find({ where: { deletedAt: IsNull() }, order });
    return rows as unknown as readonly RecordDto<T>[];
  }

  private where(call: RecordDto<'callouts'>, places: readonly PlaceLine[]): CallWhereDto | null {
    const date = call.calledAt.slice(0, 10);
    const site = places.find(({ id }) => id === call.siteId);
    const zone = site?.timeZone ?? places[0]?.timeZone ?? null;
    const tzOffsetMin = this.log.offset(date, zone);
    if (call.lat !== null && call.lon !== null) return { lat: call.lat, lon: call.lon, tzOffsetMin, by: 'place' };
    if (site) return { lat: site.lat, lon: site.lon, tzOffsetMin, by: 'site' };
    const middle = middleOf(places);
    return middle && { lat: middle.lat, lon: middle.lon, tzOffsetMin, by: 'middle' };
  }

  private documents(): Promise<readonly RigEntity[]> {
    return this.#documents.at(this.database.versionOf([]), () =>
      this.database.source.getRepository(RigEntity).find({ where: { deletedAt: IsNull() }, order: { name: 'ASC' } }),
    );
  }

  /** Those that changed since they were asked for last are worked out, all in one thread. */
  private async rigs(): Promise<readonly CallRigDto[]> {
    const documents = await this.documents();
    const asked: RigAsked[] = [];
    // Begins once every rig below was asked for.
    const told = Promise.resolve().then(() => this.readRigs(asked));
    const rigs = documents.map(({ id, revision, document }) =>
      this.#rigs.at(id, String(revision), async () => {
        asked.push({ id, rig: document });
        const rig = (await told).get(id);
        if (!rig) throw new Error(`the rig ${id} was not worked out`);
        return rig;
      }),
    );
    return Promise.all(rigs);
  }
}

/** What of a call-out asks for somebody; `null` once it is over. */
function dayOf(one: CallDto, all: CallsSeen): CallDayDto | null {
  const { call } = one;
  if (!WAITING.includes(call.state) && !WITH_STEPS.includes(call.state)) return null;
  const steps = stepsOf(one, all);
  return {
    id: call.id,
    place: call.place,
    kind: call.kind,
    state: call.state,
    calledAt: call.calledAt,
    plannedFor: call.plannedFor,
    ask: call.state === 'called' ? (triageOf(call).ask[0] ?? null) : null,
    steps,
    restraint: restraintDue(steps),
  };
}

/** The steps of a colony whose boxes are shut; none where nothing says where on the Earth it is. */
function stepsOf(one: CallDto, { now, weather, layouts }: CallsSeen): CallDayDto['steps'] {
  const { call, collection, pieces, signs, tasks, where } = one;
  if (!WITH_STEPS.includes(call.state) || collection === null || where === null) return [];
  const row: CallRow = call;
  const layout = layouts.get(collection.rigId ?? '') ?? 'box';
  const taken: CollectionRow = collection;
  const forecast = weather.map(({ date, tMax, rainMm }) => ({ date, tMax, rainMm }));
  const plan = reuniteOf({ call: row, taken, pieces, signs, now }, { ...where, forecast }, layout);
  return plan ? callTrack(plan, { call: row, marks: tasks, now }) : [];
}

/** A colony in hand along its days; `null` before its boxes are shut, and once it is over. */
function trackRowOf(one: CallDto, all: CallsSeen): CallTrackRow | null {
  const { call, collection } = one;
  const day = WITH_STEPS.includes(call.state) ? dayOf(one, all) : null;
  if (day === null || collection === null) return null;
  return {
    ...day,
    track: callColony({ call, taken: collection, steps: day.steps, now: all.now }),
    wentTo: call.joinedTo ?? call.restPlace,
    takenOn: (call.stoppedAt ?? call.startedAt ?? call.calledAt).slice(0, 10),
    catchId: call.catchId,
  };
}
