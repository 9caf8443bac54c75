/** A trap that hangs, with what a keeper at its foot wants to know. Sources: {@link arrivalProbability}, {@link visitDue}, {@link loreChecks}. */
import { visitDue, type VisitDue } from '../rounds/index.js';
import {
  addDays,
  arrivalProbability,
  busiestHours,
  daysBetween,
  type IsoDate,
  type LoreCheck,
  loreChecks,
  outOfSeason,
  type PERMISSIONS,
  type ScoutModel,
  type SensorSign,
  sensorSign,
  type Shade,
} from '../season/index.js';
import { DomainError } from '../shared/errors/index.js';
import type { CountLine, LooksLine, SensorTold, StayLine, Told, TrapLine } from './lines.js';
import type { Lure } from './lures.js';

export interface HangingSensor {
  readonly deviceId: string;
  readonly name: string;
  readonly simulated: boolean;
  /** Wall time of the latest reading. */
  readonly at: string;
  readonly perMin: number | null;
  readonly insideC: number | null;
  readonly massKg: number | null;
  /** Bees moved in, by the sensor alone: nobody has looked since. */
  readonly movedIn: boolean;
  readonly sign: SensorSign;
}

/** A trap that hangs, with what a keeper at its foot wants to know. */
export interface Hanging {
  readonly deploymentId: string;
  readonly trapId: string;
  readonly number: string;
  readonly design: string;
  readonly siteId: string;
  readonly site: string;
  readonly landmarkNote: string | null;
  readonly hungOn: IsoDate;
  readonly heightM: number | null;
  readonly facingDeg: number | null;
  readonly lastVisitOn: IsoDate | null;
  /** Scouts a minute at the last look that counted them. */
  readonly lastScouts: number | null;
  readonly catchId: string | null;
  /** Bees are in: a catch is recorded, the last look found the trap occupied, or its sensor says so. */
  readonly beesIn: boolean;
  /** Chance that a swarm moves in within a day, by the scouts counted; a rule of thumb. */
  readonly chance24: number | null;
  /** The count that chance rests on. */
  readonly counted: {
    readonly at: string;
    readonly perMin: number;
    readonly bySensor: boolean;
    /** Chances that a swarm moves in within two and three days, as `chance24` within one. */
    readonly chance48: number;
    readonly chance72: number;
    /** The rule of thumb is tuned to the keeper's own looks. */
    readonly tuned: boolean;
  } | null;
  /** The latest a sensor in the trap told, and what it is a sign of; a look after it counts more. */
  readonly sensor: HangingSensor | null;
  readonly lure: Lure | null;
  /** What keepers would say of how it hangs, gravest first. */
  readonly lore: readonly LoreCheck[];
  readonly due: VisitDue;
}
/** When swarms are to be expected, by the careful ends of both bands. */
export interface SeasonSpan {
  readonly earliest: IsoDate;
  readonly last: IsoDate;
  /** Scouts look for homes from then on, and a swarm may come until then, by the careful ends of both bands. */
  readonly from: IsoDate;
  readonly until: IsoDate;
}

type Permission = (typeof PERMISSIONS)[number];
/** Days after which paint no longer matters, however fresh it was hung. */
const AIRED_BY_NOW = 21;

type Chance = Pick<ReturnType<typeof arrivalProbability>, 'h24' | 'h48' | 'h72' | 'countedDay'> & {
  readonly counted: Count;
};
type Count = Pick<NonNullable<Hanging['counted']>, 'at' | 'perMin' | 'bySensor'>;
const DAY_MINUTES = 1440;

/** The chance of an arrival by the counts of one stay, oldest first; nothing where no count says anything. */
export function chanceOf(lines: readonly Count[], model: ScoutModel): Chance | null {
  const counts = lines.map((line) => {
    const minute = Number(line.at.slice(11, 13)) * 60 + Number(line.at.slice(14));
    const day = daysBetween('1970-01-01', line.at.slice(0, 10)) + minute / DAY_MINUTES;
    return { day, perMin: line.perMin, hour: minute / 60, line };
  });
  // Two looks within one minute are one count: the later.
  const rising = counts.filter(({ day }, n) => (counts[n + 1]?.day ?? Infinity) > day);
  try {
    const { h24, h48, h72, countedDay } = arrivalProbability(
      rising.map(({ line: _line, ...count }) => count),
      model,
    );
    const counted = rising.find(({ day }) => day === countedDay)?.line;
    return counted ? { h24, h48, h72, countedDay, counted } : null;
  } catch (error) {
    if (error instanceof DomainError && error.code === 'EMPTY') return null;
    throw error;
  }
}

/** Counts by keepers and by a sensor, in one row. */
export function countsOf(lines: readonly CountLine[], told: readonly Told[]): readonly Count[] {
  return [
    ...lines.map(({ at, perMin }) => ({ at, perMin, bySensor: false })),
    ...busiestHours(told).map((count) => ({ ...count, bySensor: true })),
  ].sort((a, b) => (a.at < b.at ? -1 : 1));
}

/** What the sensor in a trap says since it hangs there; a keeper who found it empty since then knows better. */
export function sensorOf(
  sensor: SensorTold | undefined,
  stay: StayLine,
  looks: LooksLine | undefined,
): HangingSensor | null {
  const told = (sensor?.told ?? []).filter(({ at }) => at >= stay.hungOn);
  const last = told.at(-1);
  if (!sensor || !last) return null;
  const { deviceId, name, simulated } = sensor;
  const { at, perMin, insideC, massKg } = last;
  const sign = sensorSign(told);
  const seenEmpty = looks?.lastOccupied === 0 && looks.lastAt !== null && looks.lastAt >= (sign.since ?? '');
  return { deviceId, name, simulated, at, perMin, insideC, massKg, movedIn: sign.movedIn && !seenEmpty, sign };
}

export interface KnownOfStay {
  readonly looks: LooksLine | undefined;
  readonly catchId: string | null;
  readonly chance: Chance | null;
  readonly sensor: HangingSensor | null;
  /** The chance is tuned to the keeper's looks. */
  readonly tuned: boolean;
  readonly lure: Lure | null;
  readonly nextTaskOn: IsoDate | null;
  /** °C: the mean maximum of the days known from today on, and the highest of them. */
  readonly weather: { readonly meanMaxC: number | null; readonly maxC: number | null };
  /** The last day of storm, lately. */
  readonly storm: IsoDate | null;
  readonly today: IsoDate;
  readonly season: SeasonSpan | null;
}

function weekdays(access: string | null): readonly number[] | null {
  return access === null ? null : access.split(',').map(Number);
}

/** A trap that hangs, with what a keeper at its foot wants to know. */
export function hangingOf(trap: TrapLine, stay: StayLine, known: KnownOfStay): Hanging {
  const { looks, catchId, sensor, lure } = known;
  // Bees at a box in winter are no scouts, whatever their number.
  const chance = outOfSeason(known.today, known.season) ? null : known.chance;
  const beesIn = catchId !== null || looks?.lastOccupied === 1 || sensor?.movedIn === true;
  return {
    deploymentId: stay.id,
    trapId: trap.id,
    number: trap.number,
    design: trap.design,
    siteId: stay.siteId,
    site: stay.site,
    landmarkNote: stay.landmarkNote,
    hungOn: stay.hungOn,
    heightM: stay.heightM,
    facingDeg: stay.facingDeg,
    lastVisitOn: looks?.lastAt?.slice(0, 10) ?? null,
    lastScouts: looks?.lastCount ?? null,
    catchId,
    beesIn,
    chance24: beesIn ? null : (chance?.h24 ?? null),
    counted:
      beesIn || !chance ? null : { ...chance.counted, chance48: chance.h48, chance72: chance.h72, tuned: known.tuned },
    sensor,
    lure,
    lore: loreOf(trap, stay, known, beesIn),
    due: dueOf(trap, stay, known, beesIn),
  };
}

/** A trap with bees in it is past all this, but for the owner's word and the ladder. */
function loreOf(trap: TrapLine, stay: StayLine, known: KnownOfStay, beesIn: boolean): Hanging['lore'] {
  const { lure, season, weather, today } = known;
  const always = {
    permission: stay.permission as Permission,
    permissionUntil: stay.permissionUntil,
    today,
    heightM: stay.heightM,
  };
  if (beesIn) return loreChecks(always);
  return loreChecks({
    ...always,
    paintedOn: trap.paintedOn !== null && trap.paintedOn <= stay.hungOn ? trap.paintedOn : null,
    hungOn: today < addDays(stay.hungOn, AIRED_BY_NOW) ? stay.hungOn : null,
    shade: stay.shade as Shade | null,
    meanMaxC: weather.meanMaxC,
    maxC: weather.maxC,
    carrier: lure?.carrier ?? null,
    emissionKgPerDay: lure?.emissionKgPerDay ?? null,
    exposure: stay.shade as Shade | null,
    outOfSeason: outOfSeason(today, season),
  });
}

function dueOf(trap: TrapLine, stay: StayLine, known: KnownOfStay, beesIn: boolean): VisitDue {
  const { looks, lure, nextTaskOn, season, storm, today } = known;
  const chance = outOfSeason(today, season) ? null : known.chance;
  return visitDue(
    {
      hungOn: stay.hungOn,
      frames: trap.frames,
      lastVisitOn: looks?.lastAt?.slice(0, 10) ?? null,
      occupied: beesIn,
      arrivalProbability: chance,
      nextTaskOn,
      stormOn: storm !== null && storm >= stay.hungOn ? storm : null,
      // Until its carrier has been weighed once, a lure is renewed by the early end of its range.
      rebaitOn: beesIn || !lure ? null : lure.weighed > 0 ? lure.date : lure.earliest,
      season,
      lastActivityOn: looks?.lastActivityAt?.slice(0, 10) ?? null,
      lureChangedOn: looks?.lureChangedOn ?? null,
      accessWeekdays: weekdays(stay.accessWeekdays),
    },
    today,
  );
}
