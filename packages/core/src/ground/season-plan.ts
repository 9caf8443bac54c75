/**
 * A plan of where to hang next season: which places, what comes to each, how far from the best that is at most, what one trap more adds,
 * what a pin or a bar costs, and what an owner's no costs.
 *
 * Every cost is the difference of two whole plans, so that what the other places take over is in it. Where all choices can be tried they
 * are; a plan that turns out better by that is taken. What nothing can beat is capped by the catch with every allowed place hung.
 * Source: `chooseSites` and `bestOfAll` of choose-sites.ts.
 */
import { DomainError } from '../shared/errors/index.js';
import { groupedBy } from '../shared/groups/index.js';
import { bestFrom, chooseFrom, type Chosen } from './choose-sites.js';
import { type Candidate, type ChooseOptions, readGround } from './read-ground.js';
import type { KnownColony } from './drawn.js';

/** Which permissions will do: any without a no, as every yes of this season ends with it, or a yes that holds. */
export const PERMISSION_WISHES = ['noNo', 'granted'] as const;
export type PermissionWish = (typeof PERMISSION_WISHES)[number];
/** What owners said, for a wish. */
export const permissionsOf = (wish: PermissionWish): NonNullable<ChooseOptions['permission']> =>
  wish === 'granted' ? ['granted'] : ['granted', 'asked', 'unknown'];

/** s one visit takes at a place where nobody said: a rule of thumb. */
export const USUAL_EFFORT_S = 300;

export type PlanPlace = Candidate & {
  readonly id: string;
  /** Whose it is. */
  readonly ownerId: string | null;
};
export interface PlanAsk {
  readonly places: readonly PlanPlace[];
  readonly colonies: readonly KnownColony[];
  readonly traps: number;
  readonly minSpacingM: number;
  /** s at all traps of one round, a stop's own minutes in the effort of each place; `null` for no limit. */
  readonly budgetS: number | null;
  readonly permission: NonNullable<ChooseOptions['permission']>;
  /** First day of the season: a yes that ends before counts as not asked. */
  readonly from: string;
  readonly pinned: readonly string[];
  readonly barred: readonly string[];
}
export interface PlanCost {
  readonly id: string;
  /** Swarms a season; below 0 where the plan gains. */
  readonly cost: number;
}
export interface CurvePoint {
  readonly traps: number;
  readonly swarms: number;
  readonly bound: number;
}
export interface SeasonPlan {
  readonly chosen: readonly { readonly id: string; readonly swarms: number }[];
  readonly value: number;
  /** Nothing catches more. */
  readonly bound: number;
  /** How many choices were tried, where all were. */
  readonly tried: number | null;
  readonly basis: Chosen['basis'];
  /** Places left out for their permission. */
  readonly excluded: number;
  /** s at the traps of one round. */
  readonly effortS: number;
  /** What the best place left over adds. */
  readonly next: { readonly id: string; readonly gain: number } | null;
  /** What each place left over would add by itself. */
  readonly gains: readonly { readonly id: string; readonly gain: number }[];
  readonly curve: readonly CurvePoint[];
  readonly pins: readonly PlanCost[];
  readonly bars: readonly PlanCost[];
  /** Owners of places chosen, by what a no of theirs costs, the dearest first. */
  readonly owners: readonly (PlanCost & { readonly places: readonly string[] })[];
  /** Places chosen of which no owner is noted. */
  readonly unowned: readonly PlanCost[];
}

/** The curve goes on so far beyond the plan. */
const BEYOND = 3;
/** Of plans that are only compared no more choices than that are tried. */
const FEW = 5000;
const CLOSE = 1e-12;

interface Solved {
  readonly found: Chosen;
  readonly tried: number | null;
  /** What nothing beats, though all were tried or not: for the curve. */
  readonly bound: number;
}
/** One plan of a ground: chosen, or the best of all where they can be tried. */
type Solve = (traps: number, pinned: readonly string[], barred: readonly string[], few?: boolean) => Solved;

function solver(ask: PlanAsk): Solve {
  const index = new Map(ask.places.map(({ id }, n) => [id, n]));
  const at = (ids: readonly string[]): readonly number[] => ids.flatMap((id) => index.get(id) ?? []);
  const ground = readGround(ask.places, ask.colonies, {
    minSpacingM: ask.minSpacingM,
    effortBudget: ask.budgetS,
    permission: ask.permission,
    today: ask.from,
  });
  return (traps, pinned, barred, few = true) => {
    const wish = { pinned: at(pinned), barred: at(barred) };
    const found = chooseFrom(ground, traps, wish);
    const bound = Math.min(found.upperBound, found.allHung);
    const all = bestFrom(ground, traps, wish, few ? FEW : undefined);
    if (!all || all.value <= found.value + CLOSE) return { found, bound, tried: all?.tried ?? null };
    // Asked once more with that set alone, so that all that is told of a plan is told of it.
    return { found: chooseFrom(ground, traps, { ...wish, pinned: all.chosen }), bound, tried: all.tried };
  };
}

/**
 * @param told after each of its parts.
 * @throws DomainError `EMPTY` where no place has a permission that will do, those of `chooseSites` else.
 */
export function seasonPlan(ask: PlanAsk, told: (done: number, of: number) => void = () => undefined): SeasonPlan {
  const { places, traps } = ask;
  const known = new Set(places.map(({ id }) => id));
  const pinned = ask.pinned.filter((id) => known.has(id));
  const barred = ask.barred.filter((id) => known.has(id));
  const solve = solver(ask);
  const plan = solve(traps, pinned, barred, false);
  const { found, tried, bound } = plan;
  if (traps > 0 && found.chosen.length === 0)
    throw new DomainError('EMPTY', 'places', 'none of them has a permission that will do', { value: found.excluded });
  const idAt = (n: number): string => places[n]?.id ?? '';
  const chosen = found.chosen.map((n, at) => ({ id: idAt(n), swarms: found.perSite[at] ?? 0 }));
  const ids = new Set(chosen.map(({ id }) => id));
  const of = places.filter(({ id }) => ids.has(id));
  const owned = groupedBy(
    of.flatMap(({ id, ownerId }) => (ownerId === null ? [] : [{ id, ownerId }])),
    ({ ownerId }) => ownerId,
  );
  const unowned = of.filter(({ ownerId }) => ownerId === null);
  const last = Math.min(places.length - found.excluded - barred.length, traps + BEYOND);
  const parts = last + pinned.length + barred.length + owned.size + unowned.length;
  let done = 0;
  const step = <T>(value: T): T => {
    done += 1;
    told(done, parts);
    return value;
  };
  /** What a plan of the same traps loses without these places; below 0 where a pin falls that cost more. */
  const without = (gone: readonly string[]): number => {
    const pins = pinned.filter((id) => !gone.includes(id));
    const cost = found.value - solve(traps, pins, [...barred, ...gone]).found.value;
    return step(pins.length === pinned.length ? Math.max(0, cost) : cost);
  };
  const gains = (pins: readonly string[], bars: readonly string[]): number =>
    step(Math.max(0, solve(traps, pins, bars).found.value - found.value));
  return {
    chosen,
    value: found.value,
    bound: tried === null ? bound : found.value,
    tried,
    basis: found.basis,
    excluded: found.excluded,
    effortS: of.reduce((sum, { effort }) => sum + (effort ?? 0), 0),
    next: found.next && { id: idAt(found.next.place), gain: found.next.gain },
    gains: found.gains.flatMap((gain, n) => (ids.has(idAt(n)) ? [] : [{ id: idAt(n), gain }])),
    curve: curveOf(last, (count) => step(count === traps ? plan : solve(count, pinned.slice(0, count), barred))),
    pins: pinned.map((id) => ({
      id,
      cost: gains(
        pinned.filter((one) => one !== id),
        barred,
      ),
    })),
    bars: barred.map((id) => ({
      id,
      cost: gains(
        pinned,
        barred.filter((one) => one !== id),
      ),
    })),
    owners: [...owned]
      .map(([id, mine]) => ({
        id,
        cost: without(places.filter(({ ownerId }) => ownerId === id).map((place) => place.id)),
        places: mine.map((place) => place.id),
      }))
      .sort((a, b) => b.cost - a.cost || (a.id < b.id ? -1 : 1)),
    unowned: unowned.map(({ id }) => ({ id, cost: without([id]) })),
  };
}

/** Swarms by the number of traps, never falling, and what nothing can beat at each. */
function curveOf(last: number, plan: (traps: number) => Solved): readonly CurvePoint[] {
  let [swarms, bound] = [0, 0];
  return Array.from({ length: last }, (_, n) => {
    const solved = plan(n + 1);
    swarms = Math.max(swarms, solved.found.value);
    bound = Math.max(bound, swarms, solved.bound);
    return { traps: n + 1, swarms, bound };
  });
}
