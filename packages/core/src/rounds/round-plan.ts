/**
 * A day's round with its hours: which stops, in which order, when one is where, how much light and how much waiting is left, and what
 * each stop costs.
 *
 * Stops with bees are in whatever it takes. Of the rest {@link planDay} chooses by worth within the time; the order is that of
 * {@link routeTour}, searched on by full cost with what is locked in its place. Windows are not known to the choice: while something
 * comes too late the stop that buys most for its worth is left out, and what fits after all is put back, the most worth first.
 * Of orders that are over at one time, the one that is done with all else sooner, leaves more light and drives less is taken. What a stop costs is the difference of
 * two whole plans, not its own minutes; of more than twelve stops, that of two orders. Times are s on one clock, as after 00:00 of the day.
 * Source: orienteering and travelling with windows by local search: it may miss the best order.
 */
import { ANY, DomainError, NON_NEGATIVE, numberAt } from '../shared/errors/index.js';
import { planDay } from './plan-day.js';
import { improved, routeTour, type StopWindow } from './route-tour.js';
import { cell } from './held-karp.js';
import type { TravelMatrix } from './travel.js';

export interface RoundStop {
  readonly id: string;
  /** Urgency of a visit. */
  readonly worth: number;
  /** Live bees: it is never left out. */
  readonly must: boolean;
  /** s of work there. */
  readonly serviceS: number;
  /** Work is not begun before; `null` for any time. */
  readonly from: number | null;
  /** Work is over by then; `null` for any time. */
  readonly until: number | null;
  /** Its work needs daylight: until then the light lasts. */
  readonly light: boolean;
}
export interface RoundAsk {
  /** s between places: the start first, then the stops in their order. The first column is the way home. */
  readonly matrix: TravelMatrix;
  readonly stops: readonly RoundStop[];
  readonly departS: number;
  /** Home by then; `null` where nobody waits. */
  readonly backByS: number | null;
  /** Home again at the end; else the round ends at its last stop. */
  readonly closed: boolean;
  /** When the light goes; `null` where it does not. */
  readonly sunsetS: number | null;
  /** Stops that keep their place, counted from 1. */
  readonly locked: readonly { readonly id: string; readonly at: number }[];
}
export interface PlannedStop {
  readonly id: string;
  /** One leaves the place before at. */
  readonly setOutS: number;
  readonly arriveS: number;
  /** Work begins: later than the arrival where one waits. */
  readonly beginS: number;
  readonly leaveS: number;
  /** s too late. */
  readonly lateS: number;
}
/** What the round gains without a stop, or where a lock is let go. */
export interface RoundGain {
  readonly id: string;
  /** s of light more after the last stop that needs it; `null` where no stop needs it either way. */
  readonly lightS: number | null;
  /** s earlier at the end. */
  readonly finishS: number;
}
export interface RoundPlan {
  readonly stops: readonly PlannedStop[];
  readonly travelS: number;
  readonly finishS: number;
  readonly lateS: number;
  /** s of light left after the last stop that needs it; `null` where none does. */
  readonly lightS: number | null;
  /** s of waiting, all stops together. */
  readonly waitS: number;
  readonly worth: number;
  /** Stops with bees do not fit by themselves: somebody is called, or they wait. */
  readonly impossible: boolean;
  /** Stops that found no time, most worth first. */
  readonly noTime: readonly string[];
  readonly without: readonly RoundGain[];
  readonly locks: readonly RoundGain[];
}

const DAY_S = 86_400;
const LATE_PENALTY = 10;
/** s that an order costs for each place a locked stop is away from its own: more than any round takes. */
const MISPLACED = 1e7;
const EARLIER = 1e-6;
/** What a second on the way, or of light, is worth beside one at the end. */
const EASE = 0.01;
/** Up to so many stops the whole round is planned again without each; beyond, its order alone. */
const PLANNED_AGAIN = 12;

interface Round extends RoundAsk {
  readonly windows: readonly (StopWindow | null)[];
  readonly service: readonly number[];
  /** Node that is locked, and where in the order. */
  readonly places: readonly { readonly node: number; readonly at: number }[];
}
interface Timed extends Walked {
  readonly order: readonly number[];
  readonly stops: readonly PlannedStop[];
}

function windowOf({ from, until, serviceS }: RoundStop, departS: number): StopWindow | null {
  if (from === null && until === null) return null;
  const opens = from ?? Math.min(departS, (until ?? departS) - serviceS);
  return [opens, Math.max(opens, (until ?? Infinity) - serviceS)];
}

/** @throws DomainError `LENGTH` where the table is not one row a place, `RANGE` for a window that ends before it begins. */
function readRound(ask: RoundAsk): Round {
  if (ask.matrix.length !== ask.stops.length + 1) {
    const places = ask.stops.length + 1;
    throw new DomainError('LENGTH', 'matrix', `has ${ask.matrix.length} rows for ${places} places`);
  }
  numberAt(ask.departS, 'departS', ANY);
  for (const [n, { from, until, serviceS }] of ask.stops.entries()) {
    numberAt(serviceS, `stops[${n}].serviceS`, NON_NEGATIVE);
    if (from !== null && until !== null && until < from)
      throw new DomainError('RANGE', `stops[${n}].until`, `ends at ${until}, before it begins at ${from}`);
  }
  const node = new Map(ask.stops.map(({ id }, n) => [id, n + 1]));
  return {
    ...ask,
    windows: [null, ...ask.stops.map((stop) => windowOf(stop, ask.departS))],
    service: [0, ...ask.stops.map(({ serviceS }) => serviceS)],
    places: ask.locked.flatMap(({ id, at }) => {
      const found = node.get(id);
      return found === undefined ? [] : [{ node: found, at }];
    }),
  };
}

interface Walked {
  readonly travelS: number;
  readonly finishS: number;
  readonly lateS: number;
  /** End of the last stop that needs light; `null` where none does. */
  readonly lightEndS: number | null;
  /** End of the last stop without bees: whatever can be done by day is. */
  readonly lookEndS: number;
}

/** An order walked through. `each` is told of every stop: of thousands of orders tried only a few are written down. */
function walked(round: Round, order: readonly number[], each?: (stop: PlannedStop) => void): Walked {
  let [now, travelS, lateS, before] = [round.departS, 0, 0, 0];
  let lightEndS: number | null = null;
  let lookEndS = round.departS;
  for (let n = 1; n < order.length; n += 1) {
    const node = order[n] ?? 0;
    const way = cell(round.matrix, before, node);
    const arriveS = now + way;
    const window = round.windows[node];
    // One stays where one is until the next place opens, as far as the way allows.
    const beginS = window ? Math.max(arriveS, window[0]) : arriveS;
    const late = window ? Math.max(0, beginS - window[1]) : 0;
    const leaveS = beginS + (round.service[node] ?? 0);
    const stop = round.stops[node - 1];
    if (stop?.light === true) lightEndS = leaveS;
    if (stop?.must === false) lookEndS = leaveS;
    each?.({ id: stop?.id ?? '', setOutS: now, arriveS, beginS, leaveS, lateS: late });
    travelS += way;
    lateS += late;
    now = leaveS;
    before = node;
  }
  if (round.closed && order.length > 1) {
    travelS += cell(round.matrix, before, 0);
    now += cell(round.matrix, before, 0);
  }
  if (round.backByS !== null && order.length > 1) lateS += Math.max(0, now - round.backByS);
  return { travelS, finishS: now, lateS, lightEndS, lookEndS };
}
/** An order with its hours. */
function timed(round: Round, order: readonly number[]): Timed {
  const stops: PlannedStop[] = [];
  const sums = walked(round, order, (stop) => stops.push(stop));
  return { ...sums, order, stops };
}

/** Where a lock cannot be kept, as fewer stops are left, its place is the last. */
function misplaced({ places }: Round, order: readonly number[]): number {
  return places.reduce((sum, { node, at }) => {
    const here = order.indexOf(node);
    return here < 0 ? sum : sum + Math.abs(here - Math.min(Math.max(1, at), order.length - 1));
  }, 0);
}
/** Where bees set the end of the evening, many orders are over together: the one that is done with all else sooner, leaves more light and drives less is better. */
const costOf = (round: Round, order: readonly number[]): number => {
  const one = walked(round, order);
  const eased = one.travelS + one.lookEndS - round.departS - (lightAfter(round, one) ?? 0);
  const late = LATE_PENALTY * one.lateS + MISPLACED * misplaced(round, order);
  return one.finishS - round.departS + late + EASE * eased;
};

/** The best order found of some stops. */
function ordered(round: Round, nodes: readonly number[], from: readonly number[] | null = null): Timed {
  if (nodes.length === 0) return timed(round, [0]);
  const cost = (order: readonly number[]): number => costOf(round, order);
  if (from) return timed(round, improved(from, cost));
  const all = [0, ...nodes];
  const tour = routeTour({
    matrix: all.map((a) => all.map((b) => cell(round.matrix, a, b))),
    closed: round.closed,
    service: all.map((node) => round.service[node] ?? 0),
    windows: all.map((node) => {
      const window = round.windows[node];
      return window ? [window[0], Math.min(window[1], window[0] + 10 * DAY_S)] : null;
    }),
    departS: round.departS,
  });
  const found = tour.order.map((n) => all[n] ?? 0);
  return timed(round, improved(found, cost));
}

/** Nodes that stay in whatever it takes: bees, and what the keeper locked. */
function needed(round: Round): ReadonlySet<number> {
  return new Set([
    ...round.stops.flatMap(({ must }, n) => (must ? [n + 1] : [])),
    ...round.places.map(({ node }) => node),
  ]);
}

function firstChoice(round: Round, must: ReadonlySet<number>): readonly number[] {
  const budgetS = Math.max(0, (round.backByS ?? round.departS + DAY_S) - round.departS);
  const { order } = planDay({
    matrix: round.matrix,
    values: [0, ...round.stops.map(({ worth }) => worth)],
    must: [false, ...round.stops.map((_, n) => must.has(n + 1))],
    service: round.service,
    budgetS,
    closed: round.closed,
  });
  return order.slice(1);
}

const without = (order: readonly number[], node: number): readonly number[] => order.filter((one) => one !== node);
const worthOf = (round: Round, node: number): number => round.stops[node - 1]?.worth ?? 0;

/** Stops are left out until nothing comes too late: each time the one that buys most for its worth. */
function inTime(round: Round, from: Timed, must: ReadonlySet<number>): Timed {
  let now = from;
  while (now.lateS > EARLIER) {
    let best: { readonly timed: Timed; readonly buys: number } | null = null;
    for (const node of now.order.slice(1)) {
      if (must.has(node)) continue;
      const other = timed(round, without(now.order, node));
      const buys = (now.lateS - other.lateS + EARLIER) / Math.max(1, worthOf(round, node));
      if (!best || buys > best.buys) best = { timed: other, buys };
    }
    if (!best) return now;
    now = ordered(round, best.timed.order.slice(1), best.timed.order);
  }
  return now;
}

/** What fits after all is put in where it costs least, most worth first. */
function filled(round: Round, from: Timed): Timed {
  let now = from;
  const left = round.stops
    .map((_, n) => n + 1)
    .filter((node) => !from.order.includes(node) && worthOf(round, node) > 0)
    .sort((a, b) => worthOf(round, b) - worthOf(round, a) || a - b);
  for (const node of left) {
    let best: Timed | null = null;
    for (let at = 1; at <= now.order.length; at += 1) {
      const other = timed(round, [...now.order.slice(0, at), node, ...now.order.slice(at)]);
      if (other.lateS > now.lateS + EARLIER || misplaced(round, other.order) > misplaced(round, now.order)) continue;
      if (!best || other.finishS < best.finishS) best = other;
    }
    if (best) now = ordered(round, best.order.slice(1), best.order);
  }
  return now;
}

const lightAfter = ({ sunsetS }: Round, { lightEndS }: Pick<Walked, 'lightEndS'>): number | null =>
  sunsetS === null || lightEndS === null ? null : sunsetS - lightEndS;

/** What another way gains on the way as it is planned. */
function gain(round: Round, id: string, now: Timed, other: Timed): RoundGain {
  const [before, after] = [lightAfter(round, now), lightAfter(round, other)];
  // Where no stop needs light any more, all that was left to the last of them is gained: none is counted.
  const lightS = before === null || after === null ? null : after - before;
  return { id, lightS, finishS: now.finishS - other.finishS };
}

/** Without what each stop and each lock costs: what a split compares. */
function best(round: Round): Timed {
  const must = needed(round);
  const first = ordered(round, firstChoice(round, must));
  const now = inTime(round, first, must);
  // Where not even what must be is in time, nothing is put in its way.
  return now.lateS > EARLIER ? now : filled(round, now);
}

/** @throws DomainError those of a table and of {@link planDay}; `LENGTH`, `RANGE` for a window that ends before it begins. */
export function roundPlan(ask: RoundAsk): RoundPlan {
  const round = readRound(ask);
  const now = best(round);
  const nodes = now.order.slice(1);
  const idOf = (node: number): string => round.stops[node - 1]?.id ?? '';
  return {
    stops: now.stops,
    travelS: now.travelS,
    finishS: now.finishS,
    lateS: now.lateS,
    lightS: lightAfter(round, now),
    waitS: now.stops.reduce((sum, { arriveS, beginS }) => sum + beginS - arriveS, 0),
    worth: nodes.reduce((sum, node) => sum + worthOf(round, node), 0),
    impossible: now.lateS > EARLIER,
    noTime: round.stops
      .filter(({ worth, must }, n) => !now.order.includes(n + 1) && (worth > 0 || must))
      .sort((a, b) => b.worth - a.worth)
      .map(({ id }) => id),
    without: nodes
      .filter((node) => round.stops[node - 1]?.must === false)
      .map((node) => gain(round, idOf(node), now, again(round, now, node))),
    locks: round.places
      .filter(({ node }) => now.order.includes(node))
      .map(({ node }) => {
        const free = { ...round, places: round.places.filter((one) => one.node !== node) };
        return gain(round, idOf(node), now, ordered(free, nodes, now.order));
      }),
  };
}

/** The round without a stop. */
function again(round: Round, now: Timed, node: number): Timed {
  if (round.stops.length > PLANNED_AGAIN) {
    const order = without(now.order, node);
    return ordered(round, order.slice(1), order);
  }
  const kept = [...round.matrix.keys()].filter((one) => one !== node);
  const fewer = readRound({
    ...round,
    stops: round.stops.filter((_, n) => n + 1 !== node),
    matrix: kept.map((a) => kept.map((b) => cell(round.matrix, a, b))),
  });
  const other = best(fewer);
  // In the numbers of the whole round, whose stops it is read by.
  return { ...other, order: other.order.map((one) => kept[one] ?? 0) };
}

/** Of a round of two, which stops are whose. */
export interface RoundSplit {
  readonly first: readonly string[];
  readonly second: readonly string[];
}

/**
 * Two people, two rounds: stops by their direction from the start, parted at every two directions; fewest left out first, then least too
 * late, then the one who is home last is home soonest. `bearings`: degrees from the start, one a stop.
 */
export function splitRound(ask: RoundAsk, bearings: readonly number[]): RoundSplit {
  const round = readRound(ask);
  const nodes = round.stops
    .map((_, n) => n + 1)
    .sort((a, b) => (bearings[a - 1] ?? 0) - (bearings[b - 1] ?? 0) || a - b);
  const part = (
    mine: ReadonlySet<number>,
  ): { readonly left: number; readonly lateS: number; readonly finishS: number } => {
    const kept = nodes.filter((node) => mine.has(node));
    const all = [0, ...kept];
    const now = best(
      readRound({
        ...ask,
        stops: kept.flatMap((node) => round.stops[node - 1] ?? []),
        matrix: all.map((a) => all.map((b) => cell(round.matrix, a, b))),
        locked: [],
      }),
    );
    return { left: kept.length + 1 - now.order.length, lateS: now.lateS, finishS: now.finishS };
  };
  let found: { readonly mine: ReadonlySet<number>; readonly score: readonly number[] } | null = null;
  for (let from = 0; from < nodes.length; from += 1) {
    const length = Math.ceil(nodes.length / 2);
    for (const count of new Set([length - 1, length, length + 1].filter((n) => n > 0 && n < nodes.length))) {
      const mine = new Set(Array.from({ length: count }, (_, n) => nodes[(from + n) % nodes.length] ?? 0));
      const [a, b] = [part(mine), part(new Set(nodes.filter((node) => !mine.has(node))))];
      const score = [a.left + b.left, a.lateS + b.lateS, Math.max(a.finishS, b.finishS), a.finishS + b.finishS];
      if (!found || less(score, found.score)) found = { mine, score };
    }
  }
  const mine = found?.mine ?? new Set(nodes);
  const ids = (own: boolean): readonly string[] =>
    round.stops.flatMap(({ id }, n) => (mine.has(n + 1) === own ? [id] : []));
  return { first: ids(true), second: ids(false) };
}

function less(a: readonly number[], b: readonly number[]): boolean {
  for (const [n, one] of a.entries()) {
    const other = b[n] ?? 0;
    if (Math.abs(one - other) > EARLIER) return one < other;
  }
  return false;
}
