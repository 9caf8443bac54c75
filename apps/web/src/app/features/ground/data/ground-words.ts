import type { GroundDto, GroundSiteDto, HangsHereDto } from '@yewridge/contract/ground';
import type { RecordDto } from '@yewridge/contract/season';
import { bearing, haversine, type Place } from '@yewridge/core/ground';
import { daysBetween, type Hemisphere, type IsoDate, seasonDay } from '@yewridge/core/season';
import type { UnitSystem } from '@yewridge/core/shared/units';
import {
  byWords,
  comingFriday,
  dayLong,
  LANDMARK_NAMES,
  monthDay,
  scoutWords,
  windName,
} from '../../../shared/season/season-words';
import { capital, decimalText, distanceText, figureText, stepsText } from '../../../shared/units/format';

export type SiteState = 'hung' | 'bees' | 'free' | 'waits' | 'refused';
/** How long ago a catch was: it ages on the map. */
export type CatchAge = 'now' | 'last' | 'before' | 'older';

export interface SiteMark {
  readonly id: string;
  readonly name: string;
  /** `null` while it is not placed. */
  readonly lat: number | null;
  readonly lon: number | null;
  readonly state: SiteState;
  /** Trap number, without what all numbers share. */
  readonly number: string;
  readonly due: boolean;
  readonly scouts: number;
  /** Oldest first. */
  readonly catches: readonly CatchAge[];
  /** For whoever does not see the map. */
  readonly says: string;
}
export type PlacedMark = SiteMark & { readonly lat: number; readonly lon: number };
export const isPlaced = (mark: SiteMark): mark is PlacedMark => mark.lat !== null && mark.lon !== null;

export const PERMISSION_NAMES = {
  granted: 'given',
  asked: 'asked for',
  refused: 'refused',
  unknown: 'not asked yet',
} as const;
export const HOW_NAMES = { byWord: 'in person', letter: 'by letter', message: 'by message' } as const;
export const RISK_NAMES = { theft: 'theft', livestock: 'livestock', flood: 'flood', mowing: 'mowing' } as const;
const STATE_WORDS: Readonly<Record<SiteState, string>> = {
  hung: 'a trap hangs',
  bees: 'bees are in',
  free: 'free',
  waits: 'waiting for permission',
  refused: 'refused',
};

export function stateOf({ site, hangs }: GroundSiteDto, today: IsoDate): SiteState {
  if (hangs.length > 0) return hangs.some(({ beesIn }) => beesIn) ? 'bees' : 'hung';
  if (site.permission === 'refused') return 'refused';
  const ranOut = site.permissionUntil !== null && site.permissionUntil < today;
  return site.permission === 'granted' && !ranOut ? 'free' : 'waits';
}

function ageOf(foundOn: IsoDate, today: IsoDate, half: Hemisphere): CatchAge {
  const years = seasonDay(today, half).season - seasonDay(foundOn, half).season;
  return (['now', 'last', 'before'] as const)[Math.max(0, years)] ?? 'older';
}

/** Of several traps at one site the one that needs a keeper first. */
export function firstOf({ hangs }: GroundSiteDto): HangsHereDto | null {
  const rank = ({ beesIn, dueBy }: HangsHereDto): string => (beesIn ? '' : (dueBy ?? '9999'));
  return [...hangs].sort((a, b) => (rank(a) < rank(b) ? -1 : 1))[0] ?? null;
}

export function siteMark(one: GroundSiteDto, today: IsoDate, half: Hemisphere): SiteMark {
  const { site, stays } = one;
  const hangs = firstOf(one);
  const state = stateOf(one, today);
  const caught = stays.flatMap((stay) => (stay.caught ? [stay.caught.foundOn] : []));
  const due = hangs !== null && (hangs.beesIn || (hangs.dueBy !== null && hangs.dueBy <= comingFriday(today)));
  return {
    id: site.id,
    name: site.name,
    lat: site.lat,
    lon: site.lon,
    state,
    number: one.hangs.map(({ number }) => number.replace(/^\D+/, '')).join(' '),
    due,
    scouts: hangs && !hangs.beesIn ? (hangs.lastScouts ?? 0) : 0,
    catches: caught.map((foundOn) => ageOf(foundOn, today, half)),
    says: [
      site.name,
      one.hangs.length > 0
        ? `${one.hangs.map(({ number }) => number).join(' and ')}, ${one.hangs.length > 1 ? `${one.hangs.length} traps hang${state === 'bees' ? ', bees are in' : ''}` : STATE_WORDS[state]}`
        : STATE_WORDS[state],
      site.lat === null ? 'not on the map yet' : '',
      caught.length > 0 ? `${caught.length} catches` : '',
      due ? 'due by Friday' : '',
    ]
      .filter((text) => text !== '')
      .join(', '),
  };
}

export function groundAnswer({ sites, today }: GroundDto): string {
  if (sites.length === 0) return 'No site yet';
  const count = (...states: readonly SiteState[]): number =>
    sites.filter((one) => states.includes(stateOf(one, today))).length;
  const parts = [`${count('hung', 'bees')} of ${sites.length} ${sites.length === 1 ? 'site' : 'sites'} hung`];
  if (count('free') > 0) parts.push(`${count('free')} free`);
  if (count('waits') > 0) parts.push(`${count('waits')} waiting for permission`);
  return parts.join(', ');
}

export interface StayRow {
  readonly id: string;
  readonly season: string;
  readonly number: string;
  readonly span: string;
  /** Share of the season (April to August) before and during the stay, for the bar. */
  readonly left: number;
  readonly width: number;
  readonly caught: string;
  readonly catchId: string | null;
}

const BAR_FROM_DAY = 80;
const BAR_DAYS = 150;

export function stayRows(
  { stays }: GroundSiteDto,
  today: IsoDate,
  half: Hemisphere,
  system: UnitSystem,
): readonly StayRow[] {
  return stays.map(({ deploymentId, number, hungOn, takenDownOn, caught }) => {
    const { season, day } = seasonDay(hungOn, half);
    const end = takenDownOn ?? today;
    const days = daysBetween(hungOn, end);
    const left = Math.min(1, Math.max(0, (day - BAR_FROM_DAY) / BAR_DAYS));
    const mass = caught?.massKg === null || caught === null ? '' : `, ${figureText(caught.massKg, 'mass', system)}`;
    return {
      id: deploymentId,
      season: String(season),
      number,
      span: takenDownOn === null ? `since ${monthDay(hungOn)}` : `${monthDay(hungOn)} to ${monthDay(takenDownOn)}`,
      left,
      width: Math.min(1 - left, days / BAR_DAYS),
      caught: caught ? `${monthDay(caught.foundOn)}${mass}` : takenDownOn === null ? `${days} days, none yet` : 'none',
      catchId: caught?.id ?? null,
    };
  });
}

export interface SheetWords {
  readonly state: string;
  readonly why: string;
  readonly hangs: string;
  readonly permission: string;
  readonly who: string;
  readonly near: readonly { readonly name: string; readonly away: string }[];
  readonly facts: readonly string[];
}

const NEAR_M = 4000;

/** Known bees near a place, the nearest first. */
export function nearBees(
  place: { readonly lat: number; readonly lon: number },
  colonies: readonly RecordDto<'colonies'>[],
  system: UnitSystem,
): SheetWords['near'] {
  return colonies
    .map(({ name, kind, lat, lon }) => ({
      name: `${name ?? 'bees'}${kind === 'tree' ? ', in the tree' : kind === 'building' ? ', in the building' : ''}`,
      metres: haversine(place, { lat, lon }),
    }))
    .filter(({ metres }) => metres <= NEAR_M)
    .sort((a, b) => a.metres - b.metres)
    .map(({ name, metres }) => ({ name, away: distanceText(metres, system) }));
}

function stateWords(one: GroundSiteDto, state: SiteState): string {
  const hangs = firstOf(one);
  if (!hangs) return capital(STATE_WORDS[state]);
  if (hangs.beesIn) return 'Bees are in';
  return hangs.lastScouts === null ? 'A trap hangs' : capital(scoutWords(hangs.lastScouts));
}

function siteFacts({ site }: GroundSiteDto): readonly string[] {
  return [
    site.landmark === null ? '' : LANDMARK_NAMES[site.landmark],
    site.windExposed === true ? 'windy' : '',
    site.risks === null ? '' : `risk: ${site.risks.replaceAll(',', ', ')}`,
    site.accessWeekdays === null ? '' : accessWords(site.accessWeekdays),
  ].filter((text) => text !== '');
}

export function sheetWords(
  one: GroundSiteDto,
  colonies: readonly RecordDto<'colonies'>[],
  today: IsoDate,
  system: UnitSystem,
): SheetWords {
  const { site, owner } = one;
  const hangs = firstOf(one);
  const state = stateOf(one, today);
  const how = hangs && [
    hangs.heightM === null ? '' : `${figureText(hangs.heightM, 'height', system)} up`,
    hangs.facingDeg === null ? '' : `faces ${decimalText(hangs.facingDeg, 0)}°, ${windName(hangs.facingDeg)}`,
  ];
  return {
    state: stateWords(one, state),
    why: hangs ? byWords(hangs.beesIn ? today : hangs.dueBy, today) : '',
    hangs: how ? how.filter((text) => text !== '').join(', ') : '',
    permission: [
      PERMISSION_NAMES[site.permission],
      site.permissionHow === null ? '' : HOW_NAMES[site.permissionHow],
      site.permissionUntil === null ? '' : `until ${dayLong(site.permissionUntil)}`,
    ]
      .filter((text) => text !== '')
      .join(', '),
    who: [owner?.name ?? 'owner not known', owner?.notes ?? ''].filter((text) => text !== '').join('. '),
    near: site.lat === null || site.lon === null ? [] : nearBees({ lat: site.lat, lon: site.lon }, colonies, system),
    facts: siteFacts(one),
  };
}

const WEEKDAYS = ['Sunday', 'Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Saturday'] as const;
export const WEEKDAY_NAMES: readonly string[] = WEEKDAYS;

export function accessWords(access: string): string {
  const days = access.split(',').map(Number);
  if (days.length === 6) return `not on ${WEEKDAYS[[0, 1, 2, 3, 4, 5, 6].find((day) => !days.includes(day)) ?? 0]}s`;
  return `only on ${days.map((day) => WEEKDAYS[day]).join(', ')}`;
}

/** Nearer than this a keeper sees the tree, whatever the telephone says. */
const THERE_M = 20;
const MOST_NEAR = 5;

export interface NearRow {
  readonly id: string;
  readonly name: string;
  /** `240 m to the north-east`, or that it is here. */
  readonly away: string;
  readonly here: boolean;
}

/** The sites nearest to where the telephone stands, the nearest first. */
export function nearRows(
  standing: Place & { readonly accuracy: number },
  marks: readonly PlacedMark[],
  system: UnitSystem,
): readonly NearRow[] {
  return marks
    .map((mark) => ({ mark, metres: haversine(standing, mark) }))
    .sort((a, b) => a.metres - b.metres || (a.mark.name < b.mark.name ? -1 : 1))
    .slice(0, MOST_NEAR)
    .map(({ mark: { id, name, lat, lon }, metres }) => {
      const here = metres <= Math.max(THERE_M, standing.accuracy);
      const way = windName(bearing(standing, { lat, lon }));
      return { id, name, here, away: here ? 'here' : `${distanceText(metres, system)} to the ${way}` };
    });
}

/** What the telephone is worth: `give or take 12 m`. */
export function giveOrTake(accuracy: number, system: UnitSystem): string {
  return `give or take ${stepsText(accuracy, system)}`;
}
