import type { LureDto } from '@yewridge/contract/rounds';
import {
  addDays,
  type Bait,
  type BaitCarrier,
  baitCourse,
  calibrateBait,
  CARRIERS,
  filledWeather,
  type IsoDate,
  isReckoned,
  nextRebait,
  oilMass,
  type Shade,
  type Substance,
} from '@yewridge/core/season';
import { Remembered } from '../remembered/remembered.js';
import { type BaitLine, groupedBy, type LureLine, type SeasonLog, type WeatherLine } from '../season-log/season-log.js';

const FORECAST_DAYS = 16;
const MEMORY = ['baits', 'weighings', 'weather', 'deployments', 'sites'] as const;
/** Weighings this long after a lure was put in say nothing of its carrier. */
const LONGEST_COURSE = 400;
/** A lure is drawn no longer than this. */
const DRAWN_DAYS = 180;

export interface Learnt {
  readonly multiplier: number;
  readonly gsd: number;
  readonly weighings: number;
}

function baitOf(
  {
    carrier,
    substance,
    massKg,
    dose,
    doseUnit,
    shade,
  }: Omit<LureLine, 'id' | 'deploymentId' | 'appliedOn' | 'removedOn'>,
  multiplier: number,
): Bait {
  return {
    carrier: carrier as BaitCarrier,
    substance: substance as Substance,
    massKg: massKg ?? (dose === null || doseUnit === null ? null : oilMass({ dose, unit: doseUnit })),
    exposure: shade as Shade | null,
    multiplier,
  };
}

/** How fresh the lures are that hang, and when they want to be renewed; weighings tell how fast each carrier empties. */
export class Lures {
  readonly #hanging = new Remembered<ReadonlyMap<string, LureDto>>();
  readonly #drawn = new Remembered<ReadonlyMap<string, readonly number[]>>();

  constructor(private readonly log: SeasonLog) {}

  /** By stay: the lure put in last; of several the one that is to be renewed first. Of some nothing is known. */
  async hanging(): Promise<ReadonlyMap<string, LureDto>> {
    return this.#hanging.at(this.log.stamp(MEMORY), () => this.read());
  }

  /** What is left of each lure at the end of its days, by its id; `baits` of a span that is drawn. */
  async left(baits: readonly BaitLine[], span: string): Promise<ReadonlyMap<string, readonly number[]>> {
    return this.#drawn.at(`${span} ${this.log.stamp(MEMORY)}`, () => this.courses(baits));
  }

  /** What weighings have told of each carrier so far. */
  async learnt(): Promise<ReadonlyMap<string, Learnt>> {
    const today = this.log.today();
    const lures = await this.log.lures();
    const from = lures[0]?.appliedOn ?? today;
    return this.learn(lures, await this.log.weather({ from, to: today }), today);
  }

  private async courses(baits: readonly BaitLine[]): Promise<ReadonlyMap<string, readonly number[]>> {
    const today = this.log.today();
    const lures = await this.log.lures();
    const first = [lures[0]?.appliedOn, baits[0]?.from].filter((date) => date !== undefined).sort()[0] ?? today;
    const weather = await this.log.weather({ from: first, to: addDays(today, FORECAST_DAYS) });
    const learnt = await this.learn(lures, weather, today);
    const last = weather.filter(({ tMax }) => tMax !== null).at(-1)?.date;
    if (last === undefined) return new Map();
    return new Map(
      baits.filter(isReckoned).map((lure) => {
        const bait = baitOf(lure, learnt.get(lure.carrier)?.multiplier ?? 1);
        const longest = addDays(lure.from, DRAWN_DAYS);
        const until = [lure.to ?? last, last, longest].sort()[0] ?? last;
        if (until < lure.from) return [lure.id, []];
        const { daily } = filledWeather(weather, lure.from, until);
        return [lure.id, baitCourse(bait, daily).map(({ fraction }) => Math.round(100 * fraction) / 100)];
      }),
    );
  }

  private async read(): Promise<ReadonlyMap<string, LureDto>> {
    const today = this.log.today();
    const lures = await this.log.lures();
    const first = lures[0]?.appliedOn ?? today;
    const weather = await this.log.weather({ from: first, to: addDays(today, FORECAST_DAYS) });
    const learnt = await this.learn(lures, weather, today);
    const last = weather.filter(({ tMax }) => tMax !== null).at(-1)?.date ?? today;
    const until = last > today ? last : today;
    const inPlace = groupedBy(
      lures.filter(({ removedOn }) => removedOn === null),
      ({ deploymentId }) => deploymentId,
    );
    return new Map(
      [...inPlace].flatMap(([stay, all]) => {
        // Those of the last day replaced what was there before; of several the one that empties first counts.
        const last = all.at(-1)?.appliedOn;
        const known = all
          .filter((lure) => lure.appliedOn === last && isReckoned(lure))
          .map((lure) => this.one(lure, { weather, today, until, learnt }));
        const [first] = known.sort((a, b) => ((a.date ?? '9999') < (b.date ?? '9999') ? -1 : 1));
        return first ? [[stay, first] as const] : [];
      }),
    );
  }

  private one(
    lure: LureLine,
    known: {
      readonly weather: readonly WeatherLine[];
      readonly today: IsoDate;
      readonly until: IsoDate;
      readonly learnt: ReadonlyMap<string, Learnt>;
    },
  ): LureDto {
    const { appliedOn, carrier } = lure;
    const of = known.learnt.get(carrier);
    const bait = baitOf(lure, of?.multiplier ?? 1);
    const { daily, guessed } = filledWeather(known.weather, appliedOn, known.until);
    const renew = nextRebait(bait, daily, { gsd: of?.gsd ?? CARRIERS[bait.carrier].gsd });
    const now = baitCourse(bait, daily).findLast(({ date }) => date <= known.today);
    return {
      baitId: lure.id,
      appliedOn,
      carrier: bait.carrier,
      state: now?.state ?? 'fresh',
      fraction: now?.fraction ?? 1,
      melted: now?.melted ?? false,
      overdose: now?.overdose ?? false,
      emissionKgPerDay: now?.emissionKgPerDay ?? 0,
      ...renew,
      weighed: of?.weighings ?? 0,
      guessedDays: guessed,
    };
  }

  /** What weighings say of each carrier, one lure after the other. */
  private async learn(
    lures: readonly LureLine[],
    weather: readonly WeatherLine[],
    today: IsoDate,
  ): Promise<ReadonlyMap<string, Learnt>> {
    const weighings = groupedBy(await this.log.weighings(), ({ baitId }) => baitId);
    const learnt = new Map<string, Learnt>();
    for (const lure of lures.filter(isReckoned)) {
      const own = (weighings.get(lure.id) ?? []).filter(
        ({ weighedOn }) => weighedOn >= lure.appliedOn && weighedOn <= addDays(lure.appliedOn, LONGEST_COURSE),
      );
      const last = own.at(-1)?.weighedOn;
      if (last === undefined || last > today) continue;
      const carrier = lure.carrier as BaitCarrier;
      const before = learnt.get(carrier) ?? { multiplier: 1, gsd: CARRIERS[carrier].gsd, weighings: 0 };
      const { daily } = filledWeather(weather, lure.appliedOn, last);
      const found = calibrateBait(
        baitOf(lure, before.multiplier),
        daily,
        own.map(({ weighedOn, oilMassKg }) => ({ date: weighedOn, massKg: oilMassKg })),
        { gsd: Math.max(1.01, before.gsd) },
      );
      const { multiplier, gsd } = found;
      learnt.set(carrier, { multiplier, gsd, weighings: before.weighings + own.length });
    }
    return learnt;
  }
}
