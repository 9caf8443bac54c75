import type {
  DueListDto,
  FreeTrapDto,
  HangingDto,
  RibbonDto,
  RibbonQuery,
  SummaryDto,
} from '@yewridge/contract/rounds';
import { RIBBON_MOST_DAYS } from '@yewridge/contract/rounds';
import type { SeasonClockDto } from '@yewridge/contract/today';
import { trapSpells, type TrapSpell } from '@yewridge/core/evidence';
import type { HangingStyle } from '@yewridge/core/bench';
import { tellsOfSeason } from '@yewridge/core/catches';
import { DUE_TIERS } from '@yewridge/core/rounds';
import { addDays, daysBetween, type Hemisphere, type IsoDate, seasonDay, stormDay } from '@yewridge/core/season';
import { AppError } from '../http/app-error.js';
import type { SensorReadings } from '../shared/sensor-readings/sensor-readings.js';
import type { Lures } from '../shared/season-clock/lures.js';
import type { SeasonClock } from '../shared/season-clock/season-clock.js';
import {
  groupedBy,
  type SeasonLog,
  type StayLine,
  type TrapLine,
  type WeatherLine,
} from '../shared/season-log/season-log.js';
import { chanceOf, countsOf, hangingDto, type KnownOfStay, sensorOf } from './hanging.js';
import type { View } from '../shared/remembered/view.js';
import type { ScoutsLearnt } from '../shared/season-clock/scouts-learnt.js';

const COUNTED_DAYS = 9;
/** Scouts look for homes so long before swarms come: a convention. */
const SCOUT_LEAD_DAYS = 14;
/** A storm that long ago has been looked after, or is forgotten. */
const STORM_DAYS = 14;
const FORECAST_DAYS = 10;
const ALL_YEARS = { from: '0001-01-01', to: '9998-12-31' };
/** The part of a year in which a trap counts as at risk, until the season is estimated from the records: a convention. */
const SWARM_MONTHS = {
  N: { start: '-04-01', end: '-07-31' },
  S: { start: '-10-01', end: '-01-31' },
} as const;

/** °C: the mean of the maxima that are known, and the highest. */
function warmthOf(weather: readonly WeatherLine[]): KnownOfStay['weather'] {
  const maxima = weather.flatMap(({ tMax }) => (tMax === null ? [] : [tMax]));
  if (maxima.length === 0) return { meanMaxC: null, maxC: null };
  return { meanMaxC: maxima.reduce((sum, one) => sum + one, 0) / maxima.length, maxC: Math.max(...maxima) };
}

function byUrgency(a: HangingDto, b: HangingDto): number {
  const rank = ({ due }: HangingDto): number => (due.tier === null ? DUE_TIERS.length : DUE_TIERS.indexOf(due.tier));
  const dueBy = ({ due }: HangingDto): string => due.dueBy ?? '9999';
  if (rank(a) !== rank(b)) return rank(a) - rank(b);
  if (a.due.urgency !== b.due.urgency) return b.due.urgency - a.due.urgency;
  return dueBy(a) < dueBy(b) ? -1 : 1;
}

/** Nothing is said of the season where nobody can: in the tropics, without catches. */
function seasonDates(clock: SeasonClockDto | null): KnownOfStay['season'] {
  if (!clock || clock.prediction.hangBy === null) return null;
  const { earliest, last } = clock.prediction;
  return {
    earliest: earliest.date,
    last: last.date,
    from: addDays(earliest.loDate, -SCOUT_LEAD_DAYS),
    until: last.hiDate,
  };
}

export class RoundsService {
  private readonly log: SeasonLog;
  readonly #due: View<DueListDto>;
  readonly #summary: View<SummaryDto>;
  readonly #ribbon: View<RibbonDto>;

  constructor(
    private readonly parts: {
      readonly log: SeasonLog;
      readonly hemisphere: Hemisphere;
      readonly clock: SeasonClock;
      readonly lures: Lures;
      /** Day of the next step after a catch, by stay; the app composes this from the catches. */
      readonly nextSteps: () => Promise<ReadonlyMap<string, IsoDate>>;
      readonly scouts: ScoutsLearnt;
      /** What sensors say, by trap. */
      readonly sensors: () => ReturnType<SensorReadings['byTrap']>;
    },
  ) {
    this.log = parts.log;
    this.#due = this.log.view();
    this.#summary = this.log.view();
    this.#ribbon = this.log.view();
  }

  /** Every trap that hangs, those that need a keeper most first. */
  due(): Promise<DueListDto> {
    return this.#due.ask(() => this.workOutDue());
  }

  private async workOutDue(): Promise<DueListDto> {
    const today = this.log.today();
    const traps = await this.log.traps();
    const stays = await this.log.stays({ from: today, to: today });
    const looks = await this.log.looks();
    const caught = groupedBy(await this.log.catches(), ({ deploymentId }) => deploymentId);
    const counts = groupedBy(await this.log.counts(addDays(today, -COUNTED_DAYS)), ({ deploymentId }) => deploymentId);
    const byId = new Map(traps.map((trap) => [trap.id, trap]));
    const lures = await this.parts.lures.hanging();
    const steps = await this.parts.nextSteps();
    const sensors = await this.parts.sensors();
    const scouts = await this.parts.scouts.now();
    const weather = warmthOf(await this.log.weather({ from: today, to: addDays(today, FORECAST_DAYS) }));
    const storm = stormDay(await this.log.weather({ from: addDays(today, -STORM_DAYS), to: today }));
    const season = seasonDates(await this.parts.clock.now());
    const hanging = stays.flatMap((stay) => {
      const trap = byId.get(stay.trapId);
      if (!trap || stay.takenDownOn !== null) return [];
      const catchId = caught.get(stay.id)?.[0]?.id ?? null;
      const told = (sensors.get(trap.id)?.told ?? []).filter(({ at }) => at >= stay.hungOn);
      return [
        hangingDto(trap, stay, {
          looks: looks.get(stay.id),
          catchId,
          chance: chanceOf(countsOf(counts.get(stay.id) ?? [], told), scouts.model),
          tuned: scouts.tuned,
          sensor: sensorOf(sensors.get(trap.id), stay, looks.get(stay.id)),
          lure: lures.get(stay.id) ?? null,
          nextTaskOn: steps.get(stay.id) ?? null,
          season,
          storm,
          weather,
          today,
        }),
      ];
    });
    const out = new Set(hanging.map(({ trapId }) => trapId));
    const free = traps.filter(({ id }) => !out.has(id)).map(freeTrap);
    const { looks: said, arrivals, tuned } = scouts;
    return {
      today,
      traps: hanging.sort(byUrgency),
      inUse: traps.length,
      free,
      scouts: { looks: said, arrivals, tuned },
      season,
    };
  }

  async ribbon({ from, to }: RibbonQuery): Promise<RibbonDto> {
    const days = daysBetween(from, to);
    if (days < 0 || days > RIBBON_MOST_DAYS) {
      throw new AppError('VALIDATION', {
        fields: [{ path: 'to', message: `must be 0 to ${RIBBON_MOST_DAYS} days after from (got ${days})` }],
      });
    }
    return this.#ribbon.ask(() => this.draw({ from, to }), `${from} ${to}`);
  }

  private async draw(span: RibbonQuery): Promise<RibbonDto> {
    const { from, to } = span;
    const traps = await this.log.traps();
    const visits = groupedBy(await this.log.visits(span), ({ deploymentId }) => deploymentId);
    const lines = await this.log.baits(span);
    const left = await this.parts.lures.left(lines, `${from} ${to}`);
    const baits = groupedBy(lines, ({ deploymentId }) => deploymentId);
    const caught = groupedBy(await this.log.catches(), ({ deploymentId }) => deploymentId);
    const stays = groupedBy(await this.log.stays(span), ({ trapId }) => trapId);
    return {
      from,
      to,
      rows: traps.map(({ id, number, design, paintedOn }) => ({
        trapId: id,
        number,
        design,
        paintedOn,
        stays: (stays.get(id) ?? []).map((stay) => {
          const { id: stayId, siteId, site, hungOn, takenDownOn } = stay;
          const found = caught.get(stayId)?.[0];
          return {
            id: stayId,
            siteId,
            site,
            hungOn,
            takenDownOn,
            baits: (baits.get(stayId) ?? []).map((bait) => ({
              id: bait.id,
              from: bait.from,
              to: bait.to,
              carrier: bait.carrier,
              left: left.get(bait.id) ?? [],
            })),
            visits: (visits.get(stayId) ?? []).map((visit) => ({
              id: visit.id,
              at: visit.at,
              scouts: visit.scouts,
              occupied: visit.occupied === 1,
            })),
            caught: found
              ? { id: found.id, foundOn: found.foundOn, arrivedOn: found.arrivedOn, massKg: found.massKg }
              : null,
          };
        }),
      })),
    };
  }

  /** Season by season: traps out, days at risk and catches, in all and by site. */
  summary(): Promise<SummaryDto> {
    return this.#summary.ask(() => this.sumUp());
  }

  private async sumUp(): Promise<SummaryDto> {
    const asOf = this.log.today();
    const stays = await this.log.stays(ALL_YEARS);
    const visits = await this.log.emptyLooks();
    const catches = await this.log.catches();
    const inTraps = catches.flatMap(({ deploymentId, ...rest }) =>
      deploymentId === null ? [] : [{ deploymentId, ...rest }],
    );
    const spells = trapSpells(
      {
        deployments: stays,
        visits,
        catches: inTraps,
      },
      { asOf, seasons: this.seasons(stays, asOf) },
    );
    const bySeason = groupedBy(spells, ({ season }) => (season === null ? null : String(season)));
    const massOf = new Map(inTraps.map(({ deploymentId, massKg }) => [deploymentId, massKg ?? 0]));
    const siteName = new Map(stays.map(({ siteId, site }) => [siteId, site]));
    return {
      seasons: this.seasons(stays, asOf).map(({ season, start, end }) => {
        const rows = bySeason.get(String(season)) ?? [];
        const events = rows.filter(({ event }) => event === 1);
        return {
          season,
          start,
          end,
          traps: new Set(rows.map(({ trapId }) => trapId)).size,
          trapDays: totalDays(rows),
          catches: events.length,
          massKg: events.reduce((sum, { deploymentId }) => sum + (massOf.get(deploymentId) ?? 0), 0),
          sites: [...groupedBy(rows, ({ siteId }) => siteId)].map(([siteId, mine]) => ({
            siteId,
            site: siteName.get(siteId) ?? siteId,
            trapDays: totalDays(mine),
            catches: mine.filter(({ event }) => event === 1).length,
          })),
        };
      }),
      arrivals: catches
        .filter(({ method }) => tellsOfSeason(method))
        .map(({ foundOn, arrivedOn }) => {
          const date = arrivedOn ?? foundOn;
          return { date, season: seasonDay(date, this.parts.hemisphere).season };
        }),
    };
  }

  /** A swarm season for every year with a stay in it, newest last. */
  private seasons(
    stays: readonly StayLine[],
    asOf: IsoDate,
  ): readonly { readonly season: number; readonly start: IsoDate; readonly end: IsoDate }[] {
    const years = stays.map(({ hungOn }) => seasonDay(hungOn, this.parts.hemisphere).season);
    if (years.length === 0) return [];
    const first = Math.min(...years);
    const last = seasonDay(asOf, this.parts.hemisphere).season;
    const { start, end } = SWARM_MONTHS[this.parts.hemisphere];
    const text = (year: number): string => String(year).padStart(4, '0');
    return Array.from({ length: last - first + 1 }, (_, n) => first + n).map((season) => ({
      season,
      start: text(season) + start,
      end: text(this.parts.hemisphere === 'N' ? season : season + 1) + end,
    }));
  }
}

/** What a keeper calls the ways of the Bench when a trap is hung. */
const HUNG_BY: Readonly<Record<HangingStyle, NonNullable<FreeTrapDto['says']['hungBy']>>> = {
  board: 'strut',
  'tree-bracket': 'bracket',
  'fence-bracket': 'bracket',
  'post-bracket': 'bracket',
  strap: 'strap',
  hook: 'hook',
  wire: 'wire',
  stand: 'stand',
  deck: 'deck',
};

function freeTrap({ id, asBuilt, framesOnly: _, ...trap }: TrapLine): FreeTrapDto {
  const contents = asBuilt.sections.flatMap((section) => section.contents);
  const drawn = contents.some((one) => one.kind === 'frames' && one.fill === 'comb');
  const comb = trap.darkCombs > 0 ? 'oldBrood' : drawn ? 'drawn' : 'none';
  const hungBy = asBuilt.hanging ? HUNG_BY[asBuilt.hanging.style] : null;
  return { trapId: id, ...trap, says: { hungBy, comb } };
}

function totalDays(rows: readonly TrapSpell[]): number {
  return rows.reduce((sum, { days }) => sum + days, 0);
}
