/** What a choice of places is asked of: places, colonies and limits, read once for any number of plans. */
import { DomainError, Fields, NON_NEGATIVE, type NumberRange, POSITIVE } from '../shared/errors/index.js';
import { EARTH_RADIUS_M, metresBetween, type Place } from '../shared/geometry/index.js';
import type { IsoDate } from '../shared/calendar/index.js';
import { type Permission, PERMISSIONS } from '../shared/permissions/index.js';
import { type DispersalKernel, kernelOf } from './attraction.js';
import {
  BACKGROUND,
  colonyOf,
  Draw,
  limit,
  MOST_COLONIES,
  placeOf,
  type ReadColony,
  type ReadPlace,
  type TrapPlace,
} from './drawn.js';

export type Candidate = TrapPlace & {
  /** What one trap there costs, in the unit of the budget. */
  readonly effort?: number | null;
  readonly permission?: Permission | null;
  readonly permissionUntil?: IsoDate | null;
};
export interface ChooseOptions {
  readonly background?: number | null;
  readonly kernel?: Partial<DispersalKernel> | null;
  /** m between any two that are chosen. */
  readonly minSpacingM?: number | null;
  readonly effortBudget?: number | null;
  /** Permissions that will do. */
  readonly permission?: readonly Permission[] | null;
  /** A permission that has ended by then is none. */
  readonly today?: IsoDate | null;
  readonly maxPasses?: number | null;
  /** Places that are taken whatever they add: they count in k, spacing and budget, and are never swapped. */
  readonly pinned?: readonly number[] | null;
  /** Places that are not taken. */
  readonly barred?: readonly number[] | null;
}

const MIN_SPACING_M = 200;
const MAX_PASSES = 10;
const CLOSE = 1e-9;
const MOST_TRAPS = 500;
const K: NumberRange = { min: 0, max: MOST_TRAPS };
const PASSES: NumberRange = { min: 0, max: 1000 };
const VIRTUAL = { stepM: 500, beyondM: 2000, swarms: 0.1 } as const;

/** Places, colonies and limits, read once for any number of plans. */
export interface Ground {
  readonly places: readonly ReadPlace[];
  readonly efforts: readonly number[];
  /** Whether each has a permission that will do. */
  readonly will: readonly boolean[];
  readonly minSpacingM: number;
  readonly budget: number | null;
  readonly maxPasses: number;
  readonly basis: 'colonies' | 'background';
  readonly draw: Draw;
  /** Places too near to one, itself among them. */
  readonly near: (place: number) => readonly number[];
}
/** One plan of them. */
export interface Question extends Ground {
  /** Places that may be taken, those pinned among them. */
  readonly allowed: readonly number[];
  readonly pinned: readonly number[];
  readonly k: number;
}
export interface Wish {
  readonly pinned?: readonly number[];
  readonly barred?: readonly number[];
}

/** Uniform ground: colonies on a grid around all places. */
function everywhere(places: readonly Place[]): readonly ReadColony[] {
  const rad = Math.PI / 180;
  const metre = 1 / (EARTH_RADIUS_M * rad);
  const [lats, lons] = [places.map(({ lat }) => lat), places.map(({ lon }) => lon)];
  const [south, north] = [Math.min(...lats), Math.max(...lats)];
  const [west, east] = [Math.min(...lons), Math.max(...lons)];
  const eastMetre = metre / Math.cos(((south + north) / 2) * rad);
  const width = (east - west) / eastMetre + 2 * VIRTUAL.beyondM;
  const height = (north - south) / metre + 2 * VIRTUAL.beyondM;
  const steps = (length: number, step: number): number => Math.floor(length / step + CLOSE) + 1;
  let step: number = VIRTUAL.stepM;
  let swarms: number = VIRTUAL.swarms;
  while (steps(width, step) * steps(height, step) > MOST_COLONIES) {
    step *= 2;
    swarms *= 4;
  }
  const [south0, west0] = [south - VIRTUAL.beyondM * metre, west - VIRTUAL.beyondM * eastMetre];
  return Array.from({ length: steps(height, step) }, (_row, j) =>
    Array.from({ length: steps(width, step) }, (_column, i) => ({
      lat: south0 + j * step * metre,
      lon: west0 + i * step * eastMetre,
      swarms,
    })),
  ).flat();
}

function indices(fields: Fields, key: string, count: number): readonly number[] {
  return fields.listOr(key).map((value) => {
    if (typeof value !== 'number' || !Number.isInteger(value) || value < 0 || value >= count)
      throw new DomainError('RANGE', key, `must be places of the list, 0 to ${count - 1}`, { value });
    return value;
  });
}

function permitted(candidate: Fields, today: IsoDate | null, permissions: readonly string[]): boolean {
  const said = candidate.wordOr<Permission>('permission', 'unknown', PERMISSIONS);
  const until = candidate.has('permissionUntil') ? candidate.text('permissionUntil') : null;
  return permissions.includes(today !== null && until !== null && until < today ? 'unknown' : said);
}

/** @throws DomainError as {@link chooseSites}. */
export function readGround(candidates: unknown, colonies: unknown, options: unknown): Ground {
  const fields = new Fields({ candidates, colonies, options: options ?? {} }, '', 'wrong type');
  const rows = fields.objects('candidates');
  const hives = fields.objectsOr('colonies').map(colonyOf);
  limit(rows.length, hives.length);
  const given = fields.object('options');
  const places = rows.map(placeOf);
  const today = given.has('today') ? given.text('today') : null;
  const permissions = given.has('permission') ? given.list('permission').map(String) : ['granted'];
  const basis = hives.length > 0 ? 'colonies' : 'background';
  const sources = hives.length > 0 || places.length === 0 ? hives : everywhere(places);
  const minSpacingM = given.numberOr('minSpacingM', MIN_SPACING_M, NON_NEGATIVE);
  return {
    places,
    efforts: rows.map((row) => row.numberOr('effort', 0, NON_NEGATIVE)),
    will: rows.map((row) => permitted(row, today, permissions)),
    minSpacingM,
    budget: given.numberOr('effortBudget', null, NON_NEGATIVE),
    maxPasses: given.wholeOr('maxPasses', MAX_PASSES, PASSES),
    basis,
    draw: new Draw(
      places,
      sources,
      given.numberOr('background', BACKGROUND, POSITIVE),
      kernelOf(given.objectOr('kernel')),
    ),
    near: nearOf(places, minSpacingM),
  };
}

/** Worked out for each place that is asked for, once. */
function nearOf(places: readonly ReadPlace[], minSpacingM: number): Ground['near'] {
  const known = new Map<number, readonly number[]>();
  // Degrees of latitude a place within the spacing can be away at most.
  const band = (minSpacingM / EARTH_RADIUS_M) * (180 / Math.PI) * (1 + CLOSE);
  return (place) => {
    const here = places[place];
    const found =
      known.get(place) ??
      places.flatMap((there, n) => {
        const close = here && Math.abs(there.lat - here.lat) <= band && metresBetween(here, there) < minSpacingM;
        return n === place || close ? [n] : [];
      });
    known.set(place, found);
    return found;
  };
}

export function questionOf(
  ground: Ground,
  k: unknown,
  wish: { readonly pinned?: unknown; readonly barred?: unknown },
): Question {
  const { places, will } = ground;
  const fields = new Fields({ k, pinned: wish.pinned, barred: wish.barred }, '', 'wrong type');
  const pinned = [...new Set(indices(fields, 'pinned', places.length))];
  const barred = new Set(indices(fields, 'barred', places.length));
  const fault = pinned.find((one) => barred.has(one) || !will[one]);
  if (fault !== undefined)
    throw new DomainError(
      'CONFLICT',
      'pinned',
      barred.has(fault) ? 'is barred too' : 'has no permission that will do',
      {
        value: fault,
      },
    );
  const allowed = places.flatMap((_place, n) => (will[n] && !barred.has(n) ? [n] : []));
  const question: Question = { ...ground, allowed, pinned, k: fields.whole('k', K) };
  pinsHold(question);
  return question;
}

function pinsHold({ pinned, k, efforts, budget, near, minSpacingM }: Question): void {
  const refuse = (says: string): never => {
    throw new DomainError('CONFLICT', 'pinned', says, { value: pinned.length });
  };
  if (pinned.length > k) refuse(`are ${pinned.length}, more than the ${k} traps`);
  if (budget !== null && effortOf(efforts, pinned) > budget + CLOSE) refuse('take more effort than there is');
  if (pinned.some((one) => near(one).some((other) => other !== one && pinned.includes(other))))
    refuse(`stand closer together than ${minSpacingM} m`);
}

export const effortOf = (efforts: readonly number[], set: readonly number[]): number =>
  set.reduce((sum, one) => sum + (efforts[one] ?? 0), 0);
