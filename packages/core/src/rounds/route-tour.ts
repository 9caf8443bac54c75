/**
 * In which order to drive to stops that have their hours: what it costs is the time until one is home, and ten times every second one
 * comes too late.
 *
 * One waits for a window to open; whoever comes after it closes is late. Begun from the nearest stop each time and, where there are
 * few, from the quickest tour; then a stretch is turned round or up to three stops are moved, the best of all such changes each time,
 * until none helps.
 * Source: 2-opt and or-opt, local search: it may miss the best order. The price of lateness is a convention.
 */
import { ANY, DomainError, Fields, NON_NEGATIVE, numberAt } from '../shared/errors/index.js';
import { cell, heldKarp, MOST_EXACT } from './held-karp.js';
import { matrixAt, type TravelMatrix } from './travel.js';

/** From when to when, s on the same clock as the departure. */
export type StopWindow = readonly [from: number, to: number];
export interface RouteAsk {
  readonly matrix: TravelMatrix;
  readonly closed?: boolean | null;
  /** s at each stop; the start has none. */
  readonly service?: readonly number[] | null;
  readonly windows?: readonly (StopWindow | null)[] | null;
  readonly departS?: number | null;
  /** What a second of lateness costs, in seconds. */
  readonly latePenalty?: number | null;
}
export interface RouteTour {
  readonly order: readonly number[];
  /** s on the way. */
  readonly travel: number;
  /** s too late, all stops together. */
  readonly late: number;
  readonly finish: number;
  readonly cost: number;
}
interface ReadRoute {
  readonly matrix: TravelMatrix;
  readonly closed: boolean;
  readonly service: readonly number[];
  readonly windows: readonly (StopWindow | null)[];
  readonly departS: number;
  readonly latePenalty: number;
}

const LATE_PENALTY = 10;
const MOST_MOVES = 1000;
const LONGEST_MOVED = 3;
const BETTER = 1e-9;

export function serviceAt(fields: Fields, nodes: number): readonly number[] {
  if (!fields.has('service')) return Array.from({ length: nodes }, () => 0);
  const list = fields.list('service');
  if (list.length !== nodes) throw new DomainError('LENGTH', 'service', `has ${list.length} times for ${nodes} places`);
  return list.map((value, n) => numberAt(value, `service[${n}]`, NON_NEGATIVE));
}

function windowsAt(fields: Fields, nodes: number): readonly (StopWindow | null)[] {
  if (!fields.has('windows')) return Array.from({ length: nodes }, () => null);
  const list = fields.list('windows');
  if (list.length !== nodes) throw new DomainError('LENGTH', 'windows', `has ${list.length} for ${nodes} places`);
  return list.map((value, n) => {
    if (value === null || value === undefined) return null;
    const path = `windows[${n}]`;
    if (!Array.isArray(value) || value.length !== 2)
      throw new DomainError('TYPE', path, 'must be [from, to]', { value });
    const [from, to] = [numberAt(value[0], `${path}[0]`, ANY), numberAt(value[1], `${path}[1]`, ANY)];
    if (to < from) throw new DomainError('RANGE', path, `ends at ${to}, before it begins at ${from}`, { value });
    return [from, to] as const;
  });
}

/** @throws DomainError as {@link routeTour}. */
function readRoute(ask: RouteAsk): ReadRoute {
  const fields = new Fields(ask, '', 'wrong type');
  const matrix = matrixAt(ask.matrix, 'matrix');
  return {
    matrix,
    closed: fields.flagOr('closed', true),
    service: serviceAt(fields, matrix.length),
    windows: windowsAt(fields, matrix.length),
    departS: fields.numberOr('departS', 0),
    latePenalty: fields.numberOr('latePenalty', LATE_PENALTY, NON_NEGATIVE),
  };
}

/** What an order comes to. */
function toured(route: ReadRoute, order: readonly number[]): RouteTour {
  let [time, travel, late, before] = [route.departS, 0, 0, order[0] ?? 0];
  for (let n = 1; n < order.length; n += 1) {
    const node = order[n] ?? 0;
    const way = cell(route.matrix, before, node);
    travel += way;
    time += way;
    const window = route.windows[node];
    if (window) {
      time = Math.max(time, window[0]);
      late += Math.max(0, time - window[1]);
    }
    time += route.service[node] ?? 0;
    before = node;
  }
  if (route.closed && order.length > 1) {
    const home = cell(route.matrix, before, order[0] ?? 0);
    travel += home;
    time += home;
  }
  return { order, travel, late, finish: time, cost: time - route.departS + route.latePenalty * late };
}

function nearestFirst({ matrix }: ReadRoute): readonly number[] {
  const order = [0];
  const left = new Set(matrix.map((_, node) => node).slice(1));
  while (left.size > 0) {
    const from = order.at(-1) ?? 0;
    let next = -1;
    for (const node of left) if (next < 0 || cell(matrix, from, node) < cell(matrix, from, next)) next = node;
    order.push(next);
    left.delete(next);
  }
  return order;
}

/** Every order that is one change away: a stretch turned round, or up to three stops moved, forwards or turned. */
function* changes(order: readonly number[]): Generator<readonly number[]> {
  const count = order.length;
  for (let from = 1; from < count - 1; from += 1)
    for (let to = from + 1; to < count; to += 1)
      yield [...order.slice(0, from), ...order.slice(from, to + 1).reverse(), ...order.slice(to + 1)];
  for (let length = 1; length <= Math.min(LONGEST_MOVED, count - 2); length += 1)
    for (let from = 1; from + length <= count; from += 1) {
      const part = order.slice(from, from + length);
      const rest = [...order.slice(0, from), ...order.slice(from + length)];
      for (let at = 1; at <= rest.length; at += 1) {
        if (at !== from) yield [...rest.slice(0, at), ...part, ...rest.slice(at)];
        if (length > 1) yield [...rest.slice(0, at), ...[...part].reverse(), ...rest.slice(at)];
      }
    }
}

/** An order changed for the better until no change helps, by what it costs. */
export function improved(order: readonly number[], costOf: (order: readonly number[]) => number): readonly number[] {
  let [best, cost] = [order, costOf(order)];
  for (let move = 0; move < MOST_MOVES; move += 1) {
    let [next, least] = [best, cost];
    for (const one of changes(best)) {
      const other = costOf(one);
      if (other < least - BETTER) [next, least] = [one, other];
    }
    if (next === best) break;
    [best, cost] = [next, least];
  }
  return best;
}

/**
 * @throws DomainError those of a table; `LENGTH` where times or windows are not one a place, `RANGE` for a window that ends before it
 *   begins.
 */
export function routeTour(ask: RouteAsk): RouteTour {
  const route = readRoute(ask);
  const costOf = (order: readonly number[]): number => toured(route, order).cost;
  const starts = [nearestFirst(route)];
  if (route.matrix.length <= MOST_EXACT) starts.push(heldKarp(route.matrix, route.closed).order);
  const tours = starts.map((start) => toured(route, improved(start, costOf)));
  return tours.reduce((best, one) => (one.cost < best.cost - BETTER ? one : best));
}
