import type { GroundDto } from '@yewridge/contract/ground';
import type { CatchPlanDto } from '@yewridge/contract/catches';
import type { HangingDto } from '@yewridge/contract/rounds';
import type { Fields, RecordDto } from '@yewridge/contract/season';
import {
  type LeftOut,
  type RoundCandidate,
  roundChoices,
  type RoundChoices,
  stopMinutes,
  type TimedLook,
} from '@yewridge/core/field';
import { LADDER_M } from '@yewridge/core/catches';
import { type OwnTime, roundMatrix, travelMatrix } from '@yewridge/core/rounds';
import type { IsoDate } from '@yewridge/core/season';
import { minutesAfter } from '@yewridge/core/shared/calendar';
import { bearing, type Place } from '@yewridge/core/shared/geometry';
import type { RoundTask } from './round-run';

/** What a round was asked to keep to, kept or only thought of. */
export type Asked = Omit<Fields<'rounds'>, 'on'>;
export type KeptRound = RecordDto<'rounds'>;
export type SaidStop = RecordDto<'stops'>;
export type Way = RecordDto<'ways'>;

/** A place one can set out from. */
export interface StartPlace extends Place {
  readonly name: string;
}

/** Bees of one's own first, then sites. */
export function startPlaces({ colonies, sites }: Pick<GroundDto, 'colonies' | 'sites'>): readonly StartPlace[] {
  const bees = colonies
    .filter(({ kind, name }) => kind === 'apiary' && name !== null)
    .map(({ name, lat, lon }) => ({ name: name ?? '', lat, lon }));
  const placed = sites.flatMap(({ site: { name, lat, lon } }) =>
    lat === null || lon === null ? [] : [{ name, lat, lon }],
  );
  return [...bees, ...placed];
}

const TEN = 10;
const HOUR_MIN = 60;
const LAST_HOUR = '23:50';
const USUAL_LEAVE = '18:00';
const hourOf = (minutes: number): string =>
  `${String(Math.floor(minutes / HOUR_MIN)).padStart(2, '0')}:${String(minutes % HOUR_MIN).padStart(2, '0')}`;

/** What stands there until somebody says otherwise: nothing of it is kept before. */
export function proposed(day: IsoDate, now: string, start: StartPlace): Asked {
  const soon = Math.ceil((minutesAfter(day, now, 'now') + 1) / TEN) * TEN;
  const today = now.startsWith(day);
  return {
    leaveAt: today ? (soon < minutesAfter(day, `${day}T${LAST_HOUR}`, 'last') ? hourOf(soon) : LAST_HOUR) : USUAL_LEAVE,
    backBy: null,
    fromName: start.name,
    fromLat: start.lat,
    fromLon: start.lon,
    homeAgain: true,
    people: 1,
    ladderM: null,
    boxes: null,
    stopS: null,
    leftAt: null,
  };
}

/** A stop that is behind: by a look, or by its step. */
export interface DoneStop {
  readonly id: string;
  readonly number: string;
  readonly site: string;
  readonly siteId: string;
  /** `18:42`. */
  readonly at: string;
}

export interface RoundSources {
  readonly day: IsoDate;
  /** Wall time. */
  readonly now: string;
  readonly asked: Asked;
  readonly said: readonly SaidStop[];
  readonly traps: readonly HangingDto[];
  readonly plans: readonly CatchPlanDto[];
  readonly sites: GroundDto['sites'];
  readonly visits: readonly RecordDto<'visits'>[];
  readonly stays: readonly Pick<RecordDto<'deployments'>, 'id' | 'siteId' | 'heightM'>[];
  readonly ways: readonly Way[];
  readonly offsetMin: number;
}
export type OutOfRound = Omit<LeftOut, 'why'> & { readonly why: LeftOut['why'] | 'ladder' | 'dropped' };
export interface RoundNow {
  readonly task: RoundTask | null;
  readonly candidates: ReadonlyMap<string, RoundCandidate>;
  readonly out: readonly OutOfRound[];
  readonly done: readonly DoneStop[];
  /** Where one is, as far as is known, and when one sets out from there. */
  readonly start: StartPlace & { readonly id: string };
  readonly departS: number;
  readonly sunsetS: number | null;
  readonly matrix: readonly (readonly number[])[];
}

const START = 'start';
const secondsOf = (day: IsoDate, hour: string): number => minutesAfter(day, `${day}T${hour}`, 'hour') * 60;

/** Own times by the names the core goes by: sites by their ids, the start as such. */
export function ownTimes(ways: readonly Way[], start: string): readonly OwnTime[] {
  return ways
    .filter((way) => way.start === null || way.start === start)
    .map(({ fromSiteId, toSiteId, durationS }) => ({ from: fromSiteId ?? START, to: toSiteId ?? START, s: durationS }));
}

/** What was seen or done since one set out, oldest first. */
function doneSince({ asked, day, visits, traps, plans }: RoundSources): readonly DoneStop[] {
  const { leftAt } = asked;
  if (leftAt === null) return [];
  const since = `${day}T${leftAt}`;
  const byStay = new Map(traps.map((trap) => [trap.deploymentId, trap]));
  const at = new Map<string, string>();
  const tell = (id: string, when: string): void => {
    if (when.slice(0, 10) === day && when >= since && (at.get(id) ?? '') < when) at.set(id, when);
  };
  // Who looks at a trap with bees in it has not closed it yet.
  for (const { deploymentId, at: when } of visits)
    if (byStay.get(deploymentId)?.beesIn === false) tell(deploymentId, when);
  for (const { deploymentId, steps } of plans) {
    if (deploymentId === null) continue;
    for (const { state, code, start } of steps)
      if (state === 'done' && (code === 'closeAtDusk' || code === 'move' || code === 'lowerAtFirstLight'))
        tell(deploymentId, start);
  }
  return [...at]
    .flatMap(([id, when]) => {
      const trap = byStay.get(id);
      return trap ? [{ id, number: trap.number, site: trap.site, siteId: trap.siteId, at: when.slice(11) }] : [];
    })
    .sort((a, b) => (a.at < b.at ? -1 : 1));
}

function minutesFor({ sites, visits, stays }: RoundSources): ReturnType<typeof stopMinutes> {
  const placed = sites.map(({ site: { id, lat, lon, effort } }) => ({
    id,
    effort,
    place: lat === null || lon === null ? null : { lat, lon },
  }));
  const at = new Map(placed.map(({ id, place }) => [id, place]));
  const of = new Map(stays.map((stay) => [stay.id, stay]));
  const looks = visits.flatMap(({ deploymentId, at: when }): readonly TimedLook[] => {
    const stay = of.get(deploymentId);
    return stay ? [{ siteId: stay.siteId, ladder: (stay.heightM ?? 0) > LADDER_M, at: when }] : [];
  });
  return stopMinutes(looks, placed, (from, to) => {
    const [a, b] = [at.get(from), at.get(to)];
    return a && b ? (travelMatrix([a, b])[0]?.[1] ?? 0) : 0;
  });
}

/** Out of the records, what there is to plan from where one is now. */
export function roundNow(sources: RoundSources): RoundNow {
  const { day, now, asked, said } = sources;
  const home = { id: START, name: asked.fromName, lat: asked.fromLat, lon: asked.fromLon };
  const stateOf = new Map(said.map((stop) => [stop.deploymentId, stop]));
  const choices: RoundChoices = roundChoices(
    {
      traps: sources.traps,
      plans: sources.plans,
      sites: sources.sites.map(({ site }) => site),
      minutes: minutesFor(sources),
      added: new Set(said.flatMap(({ deploymentId, state }) => (state === 'dropped' ? [] : [deploymentId]))),
      offsetMin: sources.offsetMin,
    },
    day,
    home,
  );
  const done = doneSince(sources);
  const behind = new Set(done.map(({ id }) => id));
  const out: OutOfRound[] = choices.leftOut.filter(({ id }) => !behind.has(id));
  const stops = choices.candidates.filter((one) => {
    if (behind.has(one.id)) return false;
    const why = outBy(one, stateOf.get(one.id), asked);
    if (why !== null) out.push({ id: one.id, number: one.number, site: one.site, why });
    return why === null;
  });
  const last = done.at(-1);
  const lastAt = last && sources.sites.find(({ site }) => site.id === last.siteId)?.site;
  const start =
    last && typeof lastAt?.lat === 'number' && typeof lastAt.lon === 'number'
      ? { id: last.siteId, name: last.site, lat: lastAt.lat, lon: lastAt.lon }
      : home;
  const nowS = minutesAfter(day, now, 'now') * 60;
  const departS = asked.leftAt === null ? Math.max(secondsOf(day, asked.leaveAt), nowS) : nowS;
  const matrix = roundMatrix(
    start,
    asked.homeAgain ? home : null,
    stops.map(({ siteId, place }) => ({ id: siteId, ...place })),
    ownTimes(sources.ways, asked.fromName),
    { stopS: asked.stopS ?? 0 },
  );
  return {
    candidates: new Map(choices.candidates.map((one) => [one.id, one])),
    out,
    done,
    start,
    departS,
    sunsetS: choices.sunsetS,
    matrix,
    task:
      stops.length === 0
        ? null
        : taskOf(stops, stateOf, { asked, day, matrix, departS, start, done: done.length, sunsetS: choices.sunsetS }),
  };
}

/** Bees are never dropped, and a ladder too short for them is told and not hidden. */
function outBy(one: RoundCandidate, said: SaidStop | undefined, { ladderM }: Asked): OutOfRound['why'] | null {
  if (one.must) return null;
  if (said?.state === 'dropped') return 'dropped';
  return one.ladder && ladderM !== null && (one.heightM ?? 0) > ladderM ? 'ladder' : null;
}

function taskOf(
  stops: readonly RoundCandidate[],
  said: ReadonlyMap<string, SaidStop>,
  known: Pick<RoundNow, 'matrix' | 'departS' | 'start' | 'sunsetS'> & {
    readonly asked: Asked;
    readonly day: IsoDate;
    readonly done: number;
  },
): RoundTask {
  const { asked, day, matrix, departS, start, sunsetS } = known;
  return {
    bearings: asked.people === 2 ? stops.map(({ place }) => bearing(start, place)) : null,
    ask: {
      matrix,
      departS,
      sunsetS,
      backByS: asked.backBy === null ? null : secondsOf(day, asked.backBy),
      closed: asked.homeAgain,
      stops: stops.map(({ id, worth, must, serviceS, from, until, untilBy }) => ({
        id,
        worth,
        must,
        serviceS,
        from,
        until,
        light: untilBy === 'ladder' || untilBy === 'flight',
      })),
      locked: stops.flatMap(({ id }) => {
        const place = said.get(id)?.place ?? null;
        return place === null ? [] : [{ id, at: Math.max(1, place - known.done) }];
      }),
    },
  };
}
