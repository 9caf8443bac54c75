/**
 * The days on which a trap could have been moved into, season by season, and why each stretch ended.
 *
 * A deployment is at risk from the day it was hung until bees arrived, it was taken down, or today. Where swarm seasons are
 * given, each is cut out of it, an arrival counts in the season that holds it, and late catches and empty traps are cut at
 * the same date. The arrival lies between the last look that found the trap empty and the day the bees were found.
 * Source: interval-censored survival records, by convention: the midpoint of the interval unless said otherwise, at least
 * half a day for an arrival.
 * Left out: whether the trap was worth moving into (a spent lure is bad management, not absence of risk).
 */
import { dateOfDay, dayIn, dayOrNull, type IsoDate } from '../shared/calendar/index.js';
import { DomainError, Fields, givenAt } from '../shared/errors/index.js';

export interface SpellRecords {
  readonly deployments: readonly {
    readonly id: string;
    readonly trapId: string;
    readonly siteId: string;
    readonly hungOn: IsoDate;
    readonly takenDownOn?: IsoDate | null;
  }[];
  readonly visits?: readonly { readonly deploymentId: string; readonly date: IsoDate; readonly occupied: boolean }[];
  readonly catches?: readonly {
    readonly deploymentId: string;
    readonly foundOn: IsoDate;
    readonly arrivedOn?: IsoDate | null;
  }[];
  readonly baits?: readonly { readonly deploymentId: string; readonly from: IsoDate; readonly to: IsoDate | null }[];
}
export const BAIT_POLICIES = ['ignore', 'censor'] as const;
export const ARRIVALS = ['midpoint', 'found', 'lastEmpty'] as const;

export interface SpellOptions {
  readonly asOf: IsoDate;
  readonly seasons?: readonly { readonly season: number; readonly start: IsoDate; readonly end: IsoDate }[];
  readonly baitPolicy?: (typeof BAIT_POLICIES)[number];
  readonly arrival?: (typeof ARRIVALS)[number];
}
export type SpellReason = 'occupied' | 'removed' | 'seasonEnd' | 'asOf' | 'baitExpired' | 'noBait' | 'outOfSeason';

export interface TrapSpell {
  readonly id: string;
  readonly deploymentId: string;
  readonly season: number | null;
  readonly trapId: string;
  readonly siteId: string;
  readonly start: IsoDate;
  readonly end: IsoDate;
  /** d at risk; an arrival has at least half a day. */
  readonly days: number;
  readonly event: 0 | 1;
  readonly reason: SpellReason;
  /** The bees came after `left` and by `right`; `null` when none came. */
  readonly left: IsoDate | null;
  readonly right: IsoDate | null;
}

interface Deployment {
  readonly id: string;
  readonly trapId: string;
  readonly siteId: string;
  readonly hung: number;
  readonly down: number | null;
}
interface Found {
  readonly found: number;
  readonly arrived: number | null;
}
interface Season {
  readonly season: number;
  readonly start: number;
  readonly end: number;
}
interface Stay {
  readonly deployment: Deployment;
  readonly stop: number;
  readonly reason: 'occupied' | 'removed' | 'asOf';
  readonly left: number | null;
  readonly right: number | null;
}
interface Row {
  readonly season: number | null;
  readonly id: string;
  readonly start: number;
  readonly end: number;
  readonly days: number;
  readonly event: 0 | 1;
  readonly reason: SpellReason;
}

const MIN_EVENT_DAYS = 0.5;
const conflict = (path: string, message: string): DomainError => new DomainError('CONFLICT', path, message);

function readDeployments(fields: Fields): Deployment[] {
  const seen = new Set<string>();
  return fields.objects('deployments').map((one) => {
    const id = one.text('id');
    if (seen.has(id)) throw conflict(one.at('id'), `${id} is there twice`);
    seen.add(id);
    const hung = dayIn(one, 'hungOn');
    const deployment = { id, trapId: one.text('trapId'), siteId: one.text('siteId'), hung };
    const down = dayOrNull(one, 'takenDownOn');
    if (down !== null && down < hung) throw conflict(one.at('takenDownOn'), 'is before it was hung');
    return { ...deployment, down };
  });
}

function readCatches(fields: Fields, deployments: readonly Deployment[]): Map<string, Found> {
  const byId = new Map(deployments.map((one) => [one.id, one]));
  const caught = new Map<string, Found>();
  for (const one of fields.objectsOr('catches')) {
    const id = one.text('deploymentId');
    const found = dayIn(one, 'foundOn');
    const arrived = dayOrNull(one, 'arrivedOn');
    if (caught.has(id)) throw conflict(one.at('deploymentId'), `${id} has two catches`);
    caught.set(id, { found, arrived });
    const deployment = byId.get(id);
    if (!deployment) continue;
    if (found < deployment.hung) throw conflict(one.at('foundOn'), 'is before the trap was hung');
    if (deployment.down !== null && found > deployment.down)
      throw conflict(one.at('foundOn'), 'is after it was taken down');
    if (arrived !== null && (arrived < deployment.hung || arrived > found)) {
      throw conflict(one.at('arrivedOn'), 'is not between hanging and finding');
    }
  }
  return caught;
}

function readSeasons(fields: Fields): readonly Season[] | null {
  if (!fields.has('seasons')) return null;
  const seasons = fields.objects('seasons').map((one) => {
    const season = one.whole('season', {});
    const start = dayIn(one, 'start');
    const end = dayIn(one, 'end');
    if (end <= start) throw new DomainError('RANGE', one.at('end'), 'must be after the start');
    return { season, start, end };
  });
  const sorted = [...seasons].sort((a, b) => a.start - b.start);
  sorted.forEach((one, n) => {
    const before = sorted[n - 1];
    if (before && one.start <= before.end) throw conflict('opts.seasons', 'touch or overlap');
  });
  if (new Set(seasons.map(({ season }) => season)).size < seasons.length)
    throw conflict('opts.seasons', 'share a name');
  return sorted;
}

function grouped<T>(items: readonly T[], key: (item: T) => string): Map<string, T[]> {
  const groups = new Map<string, T[]>();
  for (const item of items) {
    const group = groups.get(key(item));
    if (group) group.push(item);
    else groups.set(key(item), [item]);
  }
  return groups;
}

function arrivalOf(
  { found, arrived }: Found,
  hung: number,
  empty: readonly number[],
  arrival: (typeof ARRIVALS)[number],
): { readonly left: number; readonly at: number } {
  const left = Math.max(hung, ...empty.filter((day) => day >= hung && day < found));
  if (arrived !== null) return { left, at: arrived };
  if (arrival === 'found') return { left, at: found };
  return { left, at: arrival === 'lastEmpty' ? left : left + Math.floor((found - left) / 2) };
}

function daysOf(start: number, end: number, event: 0 | 1): number {
  return event === 1 ? Math.max(MIN_EVENT_DAYS, end - start) : end - start;
}

/** One row per season the stay touches, and one for an arrival that counts in none. */
function rowsOf({ deployment, stop, reason, left }: Stay, seasons: readonly Season[] | null, asOf: number): Row[] {
  const { id, hung, down } = deployment;
  const occupied = reason === 'occupied';
  if (seasons === null) {
    const event = occupied ? 1 : 0;
    return [{ season: null, id, start: hung, end: stop, days: daysOf(hung, stop, event), event, reason }];
  }
  const rows = seasons
    .filter(({ start, end }) => hung <= end && stop >= start)
    .map(({ season, start: opens, end: shuts }): Row => {
      const start = Math.max(hung, opens);
      const end = Math.min(stop, shuts);
      const event = occupied && stop >= opens && stop <= shuts && left !== null && left < shuts ? 1 : 0;
      const censored = (): SpellReason => {
        if (!occupied && reason === 'removed' && down === end) return 'removed';
        return !occupied && reason === 'asOf' && asOf === end && end !== shuts ? 'asOf' : 'seasonEnd';
      };
      return {
        season,
        id: `${id}-${season}`,
        start,
        end,
        days: daysOf(start, end, event),
        event,
        reason: event === 1 ? 'occupied' : censored(),
      };
    });
  if (occupied && rows.every(({ event }) => event === 0)) {
    rows.push({ season: null, id: `${id}-out`, start: stop, end: stop, days: 0, event: 0, reason: 'outOfSeason' });
  }
  return rows;
}

interface Cover {
  readonly from: number;
  readonly to: number;
}

/** Cuts rows where the lures, joined from the day of hanging, run out. */
function cutByBait(rows: readonly Row[], hung: number, baits: readonly Cover[]): Row[] {
  if (baits.length === 0) return rows.map((row) => ({ ...row, end: row.start, days: 0, event: 0, reason: 'noBait' }));
  let covered = hung;
  for (const { from, to } of [...baits].sort((a, b) => a.from - b.from)) {
    if (from <= covered) covered = Math.max(covered, to);
  }
  return rows.map((row) => {
    if (row.end <= covered) return row;
    const end = Math.max(row.start, covered);
    return { ...row, end, days: end - row.start, event: 0, reason: 'baitExpired' };
  });
}

/**
 * Every stretch at risk, in the order of the deployments and their seasons.
 * @throws DomainError `MISSING`, `TYPE`, `FORMAT`, `RANGE`, `ENUM`, `CONFLICT` with the path of the record.
 */
export function trapSpells(records: SpellRecords, options: SpellOptions): readonly TrapSpell[] {
  const fields = new Fields(records, 'records', 'wrong type');
  const deployments = readDeployments(fields);
  const caught = readCatches(fields, deployments);
  const empty = grouped(
    fields.objectsOr('visits').map((visit) => ({
      id: visit.text('deploymentId'),
      day: dayIn(visit, 'date'),
      occupied: visit.flag('occupied'),
    })),
    ({ id }) => id,
  );
  const covers = fields.objectsOr('baits').map((bait) => ({
    id: bait.text('deploymentId'),
    from: dayIn(bait, 'from'),
    to: dayOrNull(bait, 'to'),
  }));
  givenAt(options, 'opts');
  const chosen = new Fields(options, 'opts', 'wrong type');
  const asOf = dayIn(chosen, 'asOf');
  const seasons = readSeasons(chosen);
  const policy = chosen.wordOr('baitPolicy', 'ignore', BAIT_POLICIES);
  const arrival = chosen.wordOr('arrival', 'midpoint', ARRIVALS);
  const baits = grouped(
    covers.map(({ id, from, to }) => ({ id, from, to: to ?? asOf })),
    ({ id }) => id,
  );

  const stayOf = (deployment: Deployment): Stay => {
    const found = caught.get(deployment.id);
    if (found && found.found <= asOf) {
      const looks = (empty.get(deployment.id) ?? []).filter(({ occupied }) => !occupied).map(({ day }) => day);
      const { left, at } = arrivalOf(found, deployment.hung, looks, arrival);
      return { deployment, stop: at, reason: 'occupied', left, right: found.found };
    }
    const { down } = deployment;
    const removed = down !== null && down <= asOf;
    return { deployment, stop: removed ? down : asOf, reason: removed ? 'removed' : 'asOf', left: null, right: null };
  };

  return deployments
    .filter(({ hung }) => hung <= asOf)
    .flatMap((deployment) => {
      const stay = stayOf(deployment);
      const rows = rowsOf(stay, seasons, asOf);
      const kept = policy === 'censor' ? cutByBait(rows, deployment.hung, baits.get(deployment.id) ?? []) : rows;
      return kept.map(({ id, season, start, end, days, event, reason }): TrapSpell => {
        const known = event === 1 || reason === 'outOfSeason';
        return {
          id,
          deploymentId: deployment.id,
          season,
          trapId: deployment.trapId,
          siteId: deployment.siteId,
          start: dateOfDay(start),
          end: dateOfDay(end),
          days,
          event,
          reason,
          left: known && stay.left !== null ? dateOfDay(stay.left) : null,
          right: known && stay.right !== null ? dateOfDay(stay.right) : null,
        };
      });
    });
}
