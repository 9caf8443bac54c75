import type {
  CallDayDto,
  CallDto,
  CallRigDto,
  CallsDto,
  CallTables,
  CallTrackRow,
  ProbeReadingDto,
} from '@yewridge/contract/callouts';
import type { RecordDto, TableName } from '@yewridge/contract/season';
import { jobProgress } from '@yewridge/core/callouts';
import {
  callBundles,
  type CallBundle,
  callDays,
  callsSeen,
  type CallsSeen,
  callTracks,
  callWeather,
} from '@yewridge/core/field';
import { IsNull } from 'typeorm';
import type { Database } from '../db/database.js';
import { RECORD_ENTITIES } from '../db/entities/record-entities.js';
import { RigEntity } from '../db/entities/rig-entity.js';
import { AppError } from '../http/app-error.js';
import type { BoxProbe } from '../shared/instruments/instruments.js';
import { Remembered } from '../shared/remembered/remembered.js';
import { RememberedBy } from '../shared/remembered/remembered-by.js';
import { recordDto } from '../shared/season-log/record-dto.js';
import type { SeasonLog } from '../shared/season-log/season-log.js';
import type { RigAsked, RigReader } from './rig-thread.js';

const MOST_RIGS = 60;

const TABLES = ['callouts', 'collections', 'spells', 'pieces', 'signs', 'tasks'] as const;

type Bundle = CallBundle<CallTables>;
type Seen = CallsSeen<CallTables, RecordDto<'kit'>>;

/** Call-outs with everything that was said of them, and what of them asks for a keeper today. */
export class CallsService {
  readonly #seen = new Remembered<Seen>();
  readonly #today = new Remembered<readonly CallDayDto[]>();
  readonly #track = new Remembered<readonly CallTrackRow[]>();
  readonly #rigs = new RememberedBy<CallRigDto>(MOST_RIGS);
  /** Read once until one of their tables is written. */
  readonly #bundles = new Remembered<readonly Bundle[]>();
  readonly #documents = new Remembered<readonly RigEntity[]>();
  readonly #rigList = new Remembered<readonly CallRigDto[]>();
  #last: { readonly seen: Seen; readonly answer: CallsDto } | null = null;
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

  private seen(): Promise<Seen> {
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
    return this.#today.at(this.moment(), async () => callDays(await this.seen()));
  }

  /** Colonies in hand, each along its days. */
  track(): Promise<readonly CallTrackRow[]> {
    return this.#track.at(this.moment(), async () => callTracks(await this.seen()));
  }

  private async read(): Promise<Seen> {
    const now = this.log.now();
    return callsSeen(
      {
        bundles: await this.#bundles.at(this.database.versionOf(TABLES), () => this.bundles()),
        places: await this.log.places(),
        layouts: new Map((await this.documents()).map(({ id, document }) => [id, document.layout])),
        kit: await this.#kit.at(this.database.versionOf(['kit']), () => this.rows('kit')),
        weather: await this.log.weather(callWeather(now.today)),
      },
      now,
    );
  }

  private async bundles(): Promise<readonly Bundle[]> {
    return callBundles<CallTables>({
      callouts: await this.rows('callouts', { calledAt: 'DESC', id: 'ASC' }),
      collections: await this.rows('collections'),
      spells: await this.rows('spells', { startedAt: 'ASC' }),
      pieces: await this.rows('pieces', { at: 'ASC' }),
      signs: await this.rows('signs', { at: 'ASC' }),
      tasks: await this.rows('tasks'),
    });
  }

  private async rows<T extends TableName>(
    table: T,
    order: Readonly<Record<string, 'ASC' | 'DESC'>> = { id: 'ASC' },
  ): Promise<readonly RecordDto<T>[]> {
    const rows = await this.database.source
      .getRepository(RECORD_ENTITIES[table])
      .find({ where: { deletedAt: IsNull() }, order });
    return rows.map((row) => recordDto<T>(row));
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
