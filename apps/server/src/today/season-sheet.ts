import { tellsOfSeason } from '@yewridge/core/catches';
import type { LurePlanDto, SeasonClockDto, SeasonSheetDto } from '@yewridge/contract/today';
import {
  arrivalProbability,
  BAIT_CARRIERS,
  CARRIERS,
  expectedWeather,
  type Hemisphere,
  lureTrips,
  seasonDay,
  type Shade,
  swarmPrior,
} from '@yewridge/core/season';
import type { Lures } from '../shared/season-clock/lures.js';
import type { ScoutsLearnt } from '../shared/season-clock/scouts-learnt.js';
import { middleOf, type SeasonClock } from '../shared/season-clock/season-clock.js';
import { groupedBy, type SeasonLog } from '../shared/season-log/season-log.js';

/** Counts a keeper has touched, and twice a stream. */
const COUNTS = [0, 3, 10, 25, 50];
const ALL_YEARS = '0001-01-01';
const NOON = 12;

/** The season in full, for whoever wants to know what the clock rests on. */
export class SeasonSheet {
  constructor(
    private readonly parts: {
      readonly log: SeasonLog;
      readonly clock: SeasonClock;
      readonly lures: Lures;
      readonly scouts: ScoutsLearnt;
      readonly hemisphere: Hemisphere;
    },
  ) {}

  /** `exposure`: how the lures would hang. */
  async now(exposure: Shade): Promise<SeasonSheetDto> {
    const clock = await this.parts.clock.now();
    return {
      clock,
      prior: await this.prior(),
      years: await this.years(),
      scouts: await this.scouts(),
      lures: clock && (await this.lures(clock, exposure)),
    };
  }

  private async prior(): Promise<SeasonSheetDto['prior']> {
    const site = middleOf(await this.parts.log.places());
    if (!site) return null;
    const { centreDay, sdDays } = swarmPrior(site);
    return { lat: site.lat, elevationM: site.elevationM ?? null, centreDay, sdDays };
  }

  private async years(): Promise<SeasonSheetDto['years']> {
    // A colony cut out of a wall tells nothing of when swarms fly: the clock leaves it out, and so does this.
    const swarms = (await this.parts.log.catches()).filter(({ method }) => tellsOfSeason(method));
    const arrivals = swarms.map(({ id, foundOn, arrivedOn, massKg }) => {
      const date = arrivedOn ?? foundOn;
      return { id, date, massKg, ...seasonDay(date, this.parts.hemisphere) };
    });
    return [...groupedBy(arrivals, ({ season }) => String(season))]
      .map(([season, rows]) => ({
        season: Number(season),
        arrivals: rows.map(({ id, date, day, massKg }) => ({ id, date, day, massKg })),
      }))
      .sort((a, b) => a.season - b.season);
  }

  private async scouts(): Promise<SeasonSheetDto['scouts']> {
    const { model, looks, arrivals, tuned } = await this.parts.scouts.now();
    const table = COUNTS.map((perMin) => {
      const counts = [{ day: 1, perMin, hour: NOON }];
      return { perMin, rule: arrivalProbability(counts).perDay, own: arrivalProbability(counts, model).perDay };
    });
    return { looks, arrivals, tuned, table };
  }

  /** The carriers side by side from the day traps are to hang to the day they are taken in. */
  private async lures({ prediction }: SeasonClockDto, exposure: Shade): Promise<LurePlanDto | null> {
    const { hangBy: from, takeIn: to } = prediction;
    if (from === null || to === null || to <= from) return null;
    const { log, lures } = this.parts;
    const learnt = await lures.learnt();
    const { daily, guessed, typical } = expectedWeather(await log.weather({ from: ALL_YEARS, to }), from, to);
    return {
      from,
      to,
      typicalDays: typical,
      guessedDays: guessed,
      carriers: BAIT_CARRIERS.map((carrier) => {
        const of = learnt.get(carrier);
        const bait = { carrier, exposure, multiplier: of?.multiplier ?? 1 };
        const trips = lureTrips(bait, daily, { gsd: of?.gsd ?? null });
        return { carrier, massKg: CARRIERS[carrier].usualKg, weighed: of?.weighings ?? 0, ...trips };
      }),
    };
  }
}
