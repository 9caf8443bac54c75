import type { CallDayDto, CallDto, CallRigDto, CallsDto, CallWhereDto } from '@yewridge/contract/callouts';
import type { RecordDto, TableName } from '@yewridge/contract/season';
import {
  type CallRow,
  callTrack,
  type CollectionRow,
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
import { Remembered } from '../shared/remembered/remembered.js';
import { RememberedBy } from '../shared/remembered/remembered-by.js';
import type { View } from '../shared/remembered/view.js';
import { middleOf } from '../shared/season-clock/season-clock.js';
import { localSun } from '../shared/season-log/local-sun.js';
import { groupedBy, type PlaceLine, type SeasonLog } from '../shared/season-log/season-log.js';
import { callRig } from './call-rigs.js';

/** A plan is over after so many days, whatever was marked. */
const PLAN_DAYS = 60;
const FORECAST_DAYS = 30;
const MOST_RIGS = 60;
/** States whose bees are in hand, and whose steps are to come. */
const WITH_STEPS: readonly string[] = ['closed', 'resting', 'reunited'];
const WAITING: readonly string[] = ['called', 'planned', 'onSite', 'collecting', 'paused', 'closing'];

const TABLES = ['callouts', 'collections', 'spells', 'pieces', 'signs', 'tasks'] as const;

type Bundle = Omit<CallDto, 'where'>;

/** Call-outs with everything that was said of them, and what of them asks for a keeper today. */
export class CallsService {
  readonly #all: View<CallsDto>;
  readonly #rigs = new RememberedBy<CallRigDto>(MOST_RIGS);
  /** Read once until one of their tables is written. */
  readonly #bundles = new Remembered<readonly Bundle[]>();
  readonly #rigList = new Remembered<readonly CallRigDto[]>();

  constructor(
    private readonly database: Database,
    private readonly log: SeasonLog,
  ) {
    this.#all = log.view();
  }

  all(): Promise<CallsDto> {
    return this.#all.ask(() => this.read());
  }

  /** @throws AppError `NOT_FOUND`. */
  async one(id: string): Promise<CallDto> {
    const found = (await this.all()).calls.find(({ call }) => call.id === id);
    if (!found) throw new AppError('NOT_FOUND');
    return found;
  }

  /** Those that wait for an answer, and those whose steps are to come. */
  async today(): Promise<readonly CallDayDto[]> {
    const all = await this.all();
    const since = addDays(all.today, -PLAN_DAYS);
    return all.calls
      .filter(({ call }) => call.calledAt.slice(0, 10) >= since)
      .flatMap((one) => {
        const day = dayOf(one, all);
        return day === null ? [] : [day];
      });
  }

  private async read(): Promise<CallsDto> {
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
      rigs: await this.#rigList.at(this.database.versionOf([]), () => this.rigs()),
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

  private async rigs(): Promise<readonly CallRigDto[]> {
    const rigs = await this.database.source
      .getRepository(RigEntity)
      .find({ where: { deletedAt: IsNull() }, order: { name: 'ASC' } });
    return Promise.all(
      rigs.map(({ id, revision, document }) =>
        this.#rigs.at(id, String(revision), () => Promise.resolve(callRig(id, document))),
      ),
    );
  }
}

/** What of a call-out asks for somebody; `null` once it is over. */
export function dayOf(one: CallDto, { now, weather, rigs }: CallsDto): CallDayDto | null {
  const { call, collection, pieces, signs, tasks, where } = one;
  const waits = WAITING.includes(call.state);
  if (!waits && !WITH_STEPS.includes(call.state)) return null;
  const row: CallRow = call;
  const base = {
    id: call.id,
    place: call.place,
    kind: call.kind,
    state: call.state,
    calledAt: call.calledAt,
    plannedFor: call.plannedFor,
    until: call.until,
    caller: call.caller,
    ask: call.state === 'called' ? (triageOf(row).ask[0] ?? null) : null,
  };
  if (waits) return { ...base, steps: [], restraint: null };
  if (collection === null || where === null) return { ...base, steps: [], restraint: null };
  const layout: Layout | 'box' = rigs.find(({ id }) => id === collection.rigId)?.layout ?? 'box';
  const taken: CollectionRow = collection;
  const forecast = weather.map(({ date, tMax, rainMm }) => ({ date, tMax, rainMm }));
  const plan = reuniteOf({ call: row, taken, pieces, signs, now }, { ...where, forecast }, layout);
  const steps = plan ? callTrack(plan, { call: row, marks: tasks, now }) : [];
  return { ...base, steps, restraint: restraintDue(steps) };
}
