/** The season's records as they lie on a telephone, read as the lines that the views of this folder are made of. */
import type { Design } from '../bench/index.js';
import type { ExposureWindow } from '../evidence/index.js';
import type { Corrected, CorrectionUse } from '../evidence/words.js';
import type { IsoDate, Shade } from '../season/index.js';
import { groupedBy } from '../shared/groups/index.js';
import type { CallRecords } from './calls-view.js';
import { type AssignmentRecord, type CorrectionRecord, type TrialRecord, usesOf } from './evidence-rows.js';
import type { CatchRecord, FollowupRecord, StepRecord } from './catch-board.js';
import type { FirstSeason } from './day.js';
import {
  type BaitLine,
  type BloomLine,
  type CatchLine,
  type CountLine,
  type LooksLine,
  type LureLine,
  type PlaceLine,
  type Span,
  type StayLine,
  type TrapLine,
  trapLine,
  type VisitLine,
  type WeatherLine,
  type WeighingLine,
} from './lines.js';
import type { PickLine } from './hang-proposals.js';
import type { TrialLine } from './trial-dues.js';

export interface TrapRecord {
  readonly id: string;
  readonly document: {
    readonly number: string;
    readonly asBuilt: Design;
    readonly massKg: number | null;
    readonly paintedOn: IsoDate | null;
    readonly darkCombs: number;
    readonly condition: string;
  };
}
export interface SiteRecord {
  readonly id: string;
  readonly name: string;
  readonly lat: number | null;
  readonly lon: number | null;
  readonly elevationM: number | null;
  readonly timeZone: string | null;
  readonly shade: Shade | null;
  readonly landmark: string | null;
  readonly landmarkNote: string | null;
  readonly accessWeekdays: string | null;
  readonly permission: string;
  readonly permissionUntil: IsoDate | null;
  readonly ownerId: string | null;
}
export interface StayRecord {
  readonly id: string;
  readonly trapId: string;
  readonly siteId: string;
  readonly hungOn: IsoDate;
  readonly takenDownOn: IsoDate | null;
  readonly heightM: number | null;
  readonly facingDeg: number | null;
  readonly hungBy: string | null;
  readonly comb: string | null;
  readonly shade: Shade | null;
}
export interface VisitRecord {
  readonly id: string;
  readonly deploymentId: string;
  readonly at: string;
  readonly occupied: boolean | null;
  readonly scoutsPerMin: number | null;
}
export interface BaitRecord extends Pick<LureLine, 'carrier' | 'substance' | 'massKg' | 'dose' | 'doseUnit'> {
  readonly id: string;
  readonly deploymentId: string;
  readonly appliedOn: IsoDate;
  readonly removedOn: IsoDate | null;
}
/** Days of every year that count as days at risk. */
export interface WindowRecord {
  readonly fromDay: string;
  readonly untilDay: string;
}
export interface WeatherRecord {
  readonly date: IsoDate;
  readonly tMinC: number | null;
  readonly tMaxC: number | null;
  readonly rainMm: number | null;
  readonly windMps: number | null;
  readonly source: WeatherLine['source'];
}

/** The records that views of the field are made of, none of them in the bin. */
export interface FieldRecords extends CallRecords {
  readonly traps: TrapRecord;
  readonly sites: SiteRecord;
  readonly owners: { readonly id: string };
  readonly colonies: { readonly id: string };
  readonly deployments: StayRecord;
  readonly visits: VisitRecord;
  readonly baits: BaitRecord;
  readonly weighings: WeighingLine & { readonly id: string };
  readonly catches: CatchRecord;
  readonly followups: FollowupRecord;
  readonly steps: StepRecord & { readonly id: string };
  readonly weather: WeatherRecord;
  readonly phenology: BloomLine & { readonly id: string };
  readonly kit: { readonly id: string };
  readonly designs: { readonly id: string };
  readonly windows: WindowRecord & { readonly id: string };
  readonly corrections: CorrectionRecord & { readonly id: string };
  readonly trials: TrialRecord;
  readonly assignments: AssignmentRecord & { readonly id: string };
  readonly placings: { readonly id: string; readonly season: number };
  readonly picks: { readonly id: string; readonly placingId: string; readonly siteId: string };
}
export type FieldRows<R extends FieldRecords = FieldRecords> = { readonly [T in keyof R]: readonly R[T][] };

/** What looks of earlier seasons came to, where the looks themselves are not at hand. */
export interface PastLooks {
  /** Days on which a stay that ended in a catch was found empty. */
  readonly empty: readonly (readonly [deploymentId: string, date: IsoDate])[];
  /** Days on which somebody looked at a trap. */
  readonly days: readonly IsoDate[];
}

const byText = (a: string, b: string): number => (a < b ? -1 : a > b ? 1 : 0);
/** In the order of one text, and of the ids where it is the same. */
const inOrder =
  <T>(of: (row: T) => string, id: (row: T) => string) =>
  (a: T, b: T): number =>
    byText(of(a), of(b)) || byText(id(a), id(b));
const bit = (flag: boolean | null): 0 | 1 | null => (flag === null ? null : flag ? 1 : 0);
const dayOf = (at: string): IsoDate => at.slice(0, 10);

/** Records read as lines, in the same order as the server reads its own. */
export class RecordShelf<R extends FieldRecords = FieldRecords> {
  readonly #sites: ReadonlyMap<string, SiteRecord>;
  readonly #stays: ReadonlyMap<string, StayRecord>;
  readonly #visits: ReadonlyMap<string, readonly VisitRecord[]>;

  constructor(
    readonly rows: FieldRows<R>,
    private readonly past: PastLooks,
  ) {
    this.#sites = new Map(rows.sites.map((site) => [site.id, site]));
    this.#stays = new Map(rows.deployments.map((stay) => [stay.id, stay]));
    const visits = [...rows.visits].sort(
      inOrder(
        ({ at }) => at,
        ({ id }) => id,
      ),
    );
    this.#visits = groupedBy<VisitRecord>(visits, ({ deploymentId }) => deploymentId);
  }

  traps(): readonly TrapLine[] {
    return this.rows.traps
      .map(({ id, document: { number, asBuilt, massKg, paintedOn, darkCombs, condition } }) =>
        trapLine({ id, number, design: asBuilt.name, paintedOn, condition, darkCombs, massKg, asBuilt }),
      )
      .sort((a, b) => byText(a.number, b.number));
  }

  stays({ from, to }: Span): readonly StayLine[] {
    return this.staysIn({ from, to }).flatMap((stay): readonly StayLine[] => {
      const site = this.#sites.get(stay.siteId);
      if (!site) return [];
      return [
        {
          id: stay.id,
          trapId: stay.trapId,
          siteId: stay.siteId,
          site: site.name,
          landmark: site.landmark,
          landmarkNote: site.landmarkNote,
          accessWeekdays: site.accessWeekdays,
          hungOn: stay.hungOn,
          takenDownOn: stay.takenDownOn,
          heightM: stay.heightM,
          facingDeg: stay.facingDeg,
          hungBy: stay.hungBy,
          comb: stay.comb,
          shade: stay.shade ?? site.shade,
          permission: site.permission,
          permissionUntil: site.permissionUntil,
        },
      ];
    });
  }

  visits(span: Span): readonly VisitLine[] {
    return this.staysIn(span)
      .flatMap(({ id }) => this.#visits.get(id) ?? [])
      .filter(({ at }) => dayOf(at) >= span.from && dayOf(at) <= span.to)
      .map(({ id, deploymentId, at, scoutsPerMin, occupied }) => ({
        id,
        deploymentId,
        at,
        scouts: scoutsPerMin,
        occupied: bit(occupied),
      }))
      .sort((a, b) => byText(a.at, b.at));
  }

  baits(span: Span): readonly BaitLine[] {
    const stays = new Set(this.staysIn(span).map(({ id }) => id));
    return this.baitsInOrder()
      .filter(({ deploymentId }) => stays.has(deploymentId))
      .map(({ appliedOn: from, removedOn: to, ...bait }) => ({ ...bait, from, to }));
  }

  /** Lures that were put in at stays that go on, oldest first, and all that were ever weighed. */
  lures(): readonly LureLine[] {
    const weighed = new Set(this.rows.weighings.map(({ baitId }) => baitId));
    return this.baitsInOrder().filter(
      ({ id, deploymentId }) => this.#stays.get(deploymentId)?.takenDownOn === null || weighed.has(id),
    );
  }

  weighings(): readonly WeighingLine[] {
    return [...this.rows.weighings]
      .sort(
        inOrder(
          ({ weighedOn }) => weighedOn,
          ({ id }) => id,
        ),
      )
      .map(({ baitId, weighedOn, oilMassKg }) => ({ baitId, weighedOn, oilMassKg }));
  }

  catches(): readonly CatchLine[] {
    return this.catchesSince()
      .map(({ id, deploymentId, foundOn, arrivedOn, massKg, method }) => ({
        id,
        deploymentId,
        foundOn,
        arrivedOn,
        massKg,
        method,
      }))
      .sort(
        inOrder(
          ({ foundOn }) => foundOn,
          ({ id }) => id,
        ),
      );
  }

  /** Whole catches found since a day, those found last first. */
  catchesSince(since: IsoDate = ''): readonly R['catches'][] {
    return this.rows.catches
      .filter(({ foundOn }) => foundOn >= since)
      .sort((a, b) => byText(b.foundOn, a.foundOn) || byText(a.id, b.id));
  }

  followups(): readonly R['followups'][] {
    return [...this.rows.followups].sort(
      inOrder(
        ({ on }) => on,
        ({ id }) => id,
      ),
    );
  }

  weather({ from, to }: Span): readonly WeatherLine[] {
    return this.rows.weather
      .filter(({ date }) => date >= from && date <= to)
      .map(({ date, tMinC: tMin, tMaxC: tMax, rainMm, windMps, source }) => ({
        date,
        tMin,
        tMax,
        rainMm,
        windMps,
        source,
      }))
      .sort((a, b) => byText(a.date, b.date));
  }

  /** Sites that are placed on the map. */
  places(): readonly PlaceLine[] {
    return [...this.rows.sites]
      .sort((a, b) => byText(a.id, b.id))
      .flatMap(({ id, name, lat, lon, elevationM, timeZone }) =>
        lat === null || lon === null ? [] : [{ id, name, lat, lon, elevationM, timeZone }],
      );
  }

  blooms(): readonly BloomLine[] {
    return [...this.rows.phenology]
      .sort(
        inOrder(
          ({ on }) => on,
          ({ id }) => id,
        ),
      )
      .map(({ species, stage, on }) => ({ species, stage, on }));
  }

  /** Counts of scouts at stays that go on, from a day on, each stay's oldest first. */
  counts(from: IsoDate): readonly CountLine[] {
    return this.goingOn().flatMap(({ id }) =>
      (this.#visits.get(id) ?? []).flatMap(({ deploymentId, at, scoutsPerMin: perMin }) =>
        perMin === null || at < from ? [] : [{ deploymentId, at, perMin }],
      ),
    );
  }

  /** The latest look, count and lure of every stay that goes on. */
  looks(): ReadonlyMap<string, LooksLine> {
    const baits = groupedBy<BaitRecord>(this.rows.baits, ({ deploymentId }) => deploymentId);
    return new Map(
      this.goingOn().map(({ id }): readonly [string, LooksLine] => {
        const visits = this.#visits.get(id) ?? [];
        const last = (such: (visit: VisitRecord) => boolean): VisitRecord | undefined => visits.filter(such).at(-1);
        const applied = (baits.get(id) ?? []).map(({ appliedOn }) => appliedOn).sort();
        return [
          id,
          {
            deploymentId: id,
            lastAt: visits.at(-1)?.at ?? null,
            lastCount: last(({ scoutsPerMin }) => scoutsPerMin !== null)?.scoutsPerMin ?? null,
            lastOccupied: bit(last(({ occupied }) => occupied !== null)?.occupied ?? null),
            lastActivityAt: last(({ scoutsPerMin }) => (scoutsPerMin ?? 0) > 0)?.at ?? null,
            lureChangedOn: applied.at(-1) ?? null,
          },
        ];
      }),
    );
  }

  /** Days on which a stay that ended in a catch was found empty, of catches found since a day. */
  emptyLooks(
    since: IsoDate = '',
  ): readonly { readonly deploymentId: string; readonly date: IsoDate; readonly occupied: false }[] {
    const caught = new Set(this.catchesSince(since).map(({ deploymentId }) => deploymentId));
    const here = [...this.#visits.values()]
      .flat()
      .flatMap(({ deploymentId, at, occupied }) => (occupied === false ? [[deploymentId, dayOf(at)] as const] : []));
    const days = [...this.past.empty, ...here].filter(([stay]) => caught.has(stay));
    const once = new Map(days.map(([deploymentId, date]) => [`${deploymentId} ${date}`, { deploymentId, date }]));
    return [...once.values()].map((one) => ({ ...one, occupied: false as const }));
  }

  /** Days on which somebody was at a trap: looked, hung it, took it down. */
  daysOut(): readonly { readonly date: IsoDate }[] {
    const days = new Set(this.past.days);
    for (const { at } of this.rows.visits) days.add(dayOf(at));
    for (const { hungOn, takenDownOn } of this.rows.deployments) {
      days.add(hungOn);
      if (takenDownOn !== null) days.add(takenDownOn);
    }
    return [...days].sort().map((date) => ({ date }));
  }

  /** Whether each step of a first season was ever done. */
  begun(): FirstSeason {
    const { designs, traps, sites, deployments, visits, catches } = this.rows;
    return {
      design: designs.length > 0,
      trap: traps.length > 0,
      site: sites.length > 0,
      stay: deployments.length > 0,
      look: visits.length > 0 || this.past.days.length > 0,
      caught: catches.length > 0,
    };
  }

  /** What the keeper said of the days that count; `null` where nobody said. */
  exposure(): ExposureWindow | null {
    const [said] = this.rows.windows;
    return said ? { from: said.fromDay, until: said.untilDay } : null;
  }

  /** Which speaks where the log has earned a word. */
  use(what: Corrected): CorrectionUse {
    return this.uses()[what];
  }

  /** Sites of plans of where to hang. */
  picks(): readonly PickLine[] {
    const plans = new Map(this.rows.placings.map(({ id, season }) => [id, season]));
    return this.rows.picks.flatMap(({ placingId, siteId }): readonly PickLine[] => {
      const [season, site] = [plans.get(placingId), this.#sites.get(siteId)];
      if (season === undefined || !site) return [];
      const { name, permission, permissionUntil } = site;
      return [{ season, siteId, site: name, permission, permissionUntil }];
    });
  }

  uses(): Readonly<Record<Corrected, CorrectionUse>> {
    return usesOf(this.rows.corrections);
  }

  /** Trials that were not opened, with their traps. */
  trials(): readonly TrialLine[] {
    const of = groupedBy(this.rows.assignments, ({ trialId }) => trialId);
    return this.rows.trials
      .filter(({ openedOn }) => openedOn === null)
      .sort((a, b) => byText(a.id, b.id))
      .map((trial) => ({
        ...trial,
        assigned: [...(of.get(trial.id) ?? [])]
          .sort((a, b) => a.block - b.block || byText(a.side, b.side))
          .map((one) => ({ ...one, site: (one.siteId && this.#sites.get(one.siteId)?.name) ?? null })),
      }));
  }

  private goingOn(): readonly StayRecord[] {
    return this.rows.deployments.filter(({ takenDownOn }) => takenDownOn === null);
  }

  private staysIn({ from, to }: Span): readonly StayRecord[] {
    return this.rows.deployments
      .filter(({ hungOn, takenDownOn }) => hungOn <= to && (takenDownOn === null || takenDownOn >= from))
      .sort(
        inOrder(
          ({ hungOn }) => hungOn,
          ({ id }) => id,
        ),
      );
  }

  private baitsInOrder(): readonly LureLine[] {
    return this.rows.baits
      .flatMap((bait): readonly LureLine[] => {
        const stay = this.#stays.get(bait.deploymentId);
        if (!stay) return [];
        const { id, deploymentId, appliedOn, removedOn, carrier, substance, massKg, dose, doseUnit } = bait;
        const shade = stay.shade ?? this.#sites.get(stay.siteId)?.shade ?? null;
        return [{ id, deploymentId, appliedOn, removedOn, carrier, substance, massKg, dose, doseUnit, shade }];
      })
      .sort(
        inOrder(
          ({ appliedOn }) => appliedOn,
          ({ id }) => id,
        ),
      );
  }
}
