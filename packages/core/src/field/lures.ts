/** How fresh the lures are that hang, from the record and the weather. Source of the model: {@link baitCourse}. */
import {
  addDays,
  type Bait,
  type BaitCarrier,
  baitCourse,
  type BaitState,
  calibrateBait,
  CARRIERS,
  filledWeather,
  type IsoDate,
  isReckoned,
  nextRebait,
  oilMass,
  type Shade,
  type Substance,
} from '../season/index.js';
import type { CorrectionUse } from '../evidence/words.js';
import { groupedBy } from '../shared/groups/index.js';
import type { BaitLine, LureLine, WeatherLine, WeighingLine } from './lines.js';

/** So far ahead a forecast may reach that lures are reckoned by. */
export const LURE_FORECAST_DAYS = 16;
/** Weighings this long after a lure was put in say nothing of its carrier. */
const LONGEST_COURSE = 400;
/** A lure is drawn no longer than this. */
const DRAWN_DAYS = 180;

/** The lure put in last at a trap that hangs: how fresh it is, and when it wants to be renewed. */
export interface Lure {
  readonly baitId: string;
  readonly appliedOn: IsoDate;
  readonly carrier: BaitCarrier;
  readonly state: BaitState;
  /** What is left, 0..1. */
  readonly fraction: number;
  readonly melted: boolean;
  readonly overdose: boolean;
  /** kg a day, today. */
  readonly emissionKgPerDay: number;
  readonly date: IsoDate | null;
  readonly earliest: IsoDate | null;
  readonly latest: IsoDate | null;
  readonly faint: boolean;
  /** Weighings that told how fast its carrier empties; without any the range is wide. */
  readonly weighed: number;
  /** Days of its course whose weather nobody knows. */
  readonly guessedDays: number;
}

export interface LureRows {
  /** Put in at stays that go on, and all that were ever weighed, oldest first. */
  readonly lures: readonly LureLine[];
  readonly weighings: readonly WeighingLine[];
  /** From {@link luresSince} to {@link LURE_FORECAST_DAYS} ahead, oldest first. */
  readonly weather: readonly WeatherLine[];
  /** The keeper holds to the rule of thumb, whatever weighings told. */
  readonly use: CorrectionUse;
}
/** What weighings told of a carrier. */
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

/** The day from which weather is needed to reckon lures; `baits` are those drawn besides. */
export function luresSince(lures: readonly LureLine[], today: IsoDate, baits: readonly BaitLine[] = []): IsoDate {
  return [lures[0]?.appliedOn, baits[0]?.from].filter((date) => date !== undefined).sort()[0] ?? today;
}

/** What is left of each lure at the end of its days, by its id; `baits` of a span that is drawn. */
export function luresLeft(
  baits: readonly BaitLine[],
  rows: LureRows,
  today: IsoDate,
): ReadonlyMap<string, readonly number[]> {
  const { weather } = rows;
  const learnt = carriersInUse(rows, today);
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

/** By stay: the lure put in last; of several the one that is to be renewed first. Of some nothing is known. */
export function luresHanging(rows: LureRows, today: IsoDate): ReadonlyMap<string, Lure> {
  const { lures, weather } = rows;
  const learnt = carriersInUse(rows, today);
  const lastKnown = weather.filter(({ tMax }) => tMax !== null).at(-1)?.date ?? today;
  const until = lastKnown > today ? lastKnown : today;
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
        .map((lure) => lureNow(lure, { weather, today, until, learnt }));
      const [first] = known.sort((a, b) => ((a.date ?? '9999') < (b.date ?? '9999') ? -1 : 1));
      return first ? [[stay, first] as const] : [];
    }),
  );
}

function lureNow(
  lure: LureLine,
  known: {
    readonly weather: readonly WeatherLine[];
    readonly today: IsoDate;
    readonly until: IsoDate;
    readonly learnt: ReadonlyMap<string, Learnt>;
  },
): Lure {
  const { appliedOn, carrier } = lure;
  const of = known.learnt.get(carrier);
  const bait = baitOf(lure, of?.multiplier ?? 1);
  const { daily, guessed } = filledWeather(known.weather, appliedOn, known.until);
  const renew = nextRebait(bait, daily, { gsd: of?.gsd ?? CARRIERS[bait.carrier].gsd });
  const now = baitCourse(bait, daily)
    .filter(({ date }) => date <= known.today)
    .at(-1);
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

/** What is reckoned by: what weighings told, or nothing where the keeper holds to the rule of thumb. */
export const carriersInUse = (rows: LureRows, today: IsoDate): ReadonlyMap<string, Learnt> =>
  rows.use === 'rule' ? new Map() : learntCarriers(rows, today);

/** What weighings have told of each carrier up to today, one lure after the other. */
export function learntCarriers(
  { lures, weather, weighings: all }: Omit<LureRows, 'use'>,
  today: IsoDate,
): ReadonlyMap<string, Learnt> {
  const weighings = groupedBy(all, ({ baitId }) => baitId);
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
