/**
 * Which stops a day has room for: those with live bees always, the rest by what they are worth.
 *
 * Up to twelve stops every set of them is looked at: most worth first, then the least time. Beyond, one begins with the quickest tour of
 * those that must be, adds the stop that is worth most for the time it adds, and then shortens, adds and exchanges, fifty times at most.
 * Where those that must be do not fit by themselves, their quickest tour is told and called impossible: then other work waits, or
 * somebody helps, never the bees.
 * Source: the orienteering problem; what a stop is worth is its urgency ({@link visitDue}), a rule of thumb. Windows are not looked at
 * here: this chooses, and the tour orders.
 */
import { DomainError, Fields, NON_NEGATIVE, numberAt } from '../shared/errors/index.js';
import { cell, heldKarp, MOST_EXACT, SubsetTimes } from './held-karp.js';
import { improved, serviceAt } from './route-tour.js';
import { matrixAt, type TravelMatrix } from './travel.js';

export interface DayAsk {
  readonly matrix: TravelMatrix;
  /** Worth of each place; that of the start counts for nothing. */
  readonly values: readonly number[];
  readonly must?: readonly boolean[] | null;
  readonly service?: readonly number[] | null;
  /** s for way and work, home again where the day is closed. */
  readonly budgetS: number;
  readonly closed?: boolean | null;
  /** Not every set is looked at, however few stops there are. */
  readonly heuristic?: boolean | null;
}
export interface DayPlan {
  readonly order: readonly number[];
  readonly value: number;
  readonly time: number;
  readonly exact: boolean;
  readonly impossible: boolean;
}

const MOST_SETS_OF = 12;
const ROUNDS = 50;
const BETTER = 1e-9;

interface Day {
  readonly matrix: TravelMatrix;
  readonly values: readonly number[];
  readonly must: readonly boolean[];
  readonly service: readonly number[];
  readonly budget: number;
  readonly closed: boolean;
}

function readDay(ask: DayAsk): Day {
  const fields = new Fields(ask, '', 'wrong type');
  const matrix = matrixAt(ask.matrix, 'matrix');
  const one = <T>(key: string, list: readonly T[]): readonly T[] => {
    if (list.length !== matrix.length)
      throw new DomainError('LENGTH', key, `has ${list.length} for ${matrix.length} places`);
    return list;
  };
  const flags = fields.listOr('must').map((value, n) => {
    if (typeof value !== 'boolean') throw new DomainError('TYPE', `must[${n}]`, 'must be true or false', { value });
    return value;
  });
  return {
    matrix,
    values: one('values', fields.list('values')).map((value, n) => numberAt(value, `values[${n}]`, NON_NEGATIVE)),
    must: fields.has('must') ? one('must', flags) : matrix.map(() => false),
    service: serviceAt(fields, matrix.length),
    budget: fields.number('budgetS', NON_NEGATIVE),
    closed: fields.flagOr('closed', true),
  };
}

function timeOf({ matrix, service, closed }: Day, order: readonly number[]): number {
  let [time, before] = [0, 0];
  for (const node of order.slice(1)) {
    time += cell(matrix, before, node) + (service[node] ?? 0);
    before = node;
  }
  return closed && order.length > 1 ? time + cell(matrix, before, 0) : time;
}
const valueOf = ({ values }: Day, order: readonly number[]): number =>
  order.slice(1).reduce((sum, node) => sum + (values[node] ?? 0), 0);

function told(day: Day, order: readonly number[], exact: boolean, impossible: boolean): DayPlan {
  return { order, value: valueOf(day, order), time: timeOf(day, order), exact, impossible };
}

/** Every set of stops. */
function ofAll(day: Day): DayPlan {
  const { service, must, values, budget, closed } = day;
  const times = new SubsetTimes(day.matrix, (stop) => service[stop + 1] ?? 0);
  const bits = (holds: (node: number) => boolean): number =>
    Array.from({ length: times.count }, (_, stop) => (holds(stop + 1) ? 1 << stop : 0)).reduce(
      (all, one) => all | one,
      0,
    );
  const needed = bits((node) => must[node] === true);
  const worthless = bits((node) => must[node] !== true && values[node] === 0);
  const alone = times.best(needed, closed);
  if (alone.time > budget) return told(day, times.order(needed, alone.last), true, true);
  let best = { set: needed, last: alone.last, value: -1, time: Infinity };
  for (let set = 0; set < 1 << times.count; set += 1) {
    if ((set & needed) !== needed || (set & worthless) !== 0) continue;
    const { last, time } = times.best(set, closed);
    if (time > budget) continue;
    const value = values.slice(1).reduce((sum, one, stop) => sum + ((set & (1 << stop)) === 0 ? 0 : one), 0);
    if (value > best.value || (value === best.value && time < best.time)) best = { set, last, value, time };
  }
  return told(day, times.order(best.set, best.last), true, false);
}

/** The quickest tour of those that must be. */
function mustTour(day: Day): readonly number[] {
  const nodes = [0, ...day.must.flatMap((one, node) => (one && node > 0 ? [node] : []))];
  if (nodes.length > MOST_EXACT) return improved(nodes, (order) => timeOf(day, order));
  const matrix = nodes.map((from) => nodes.map((to) => cell(day.matrix, from, to)));
  return heldKarp(matrix, day.closed).order.map((n) => nodes[n] ?? 0);
}

const put = (order: readonly number[], node: number, at: number): readonly number[] => [
  ...order.slice(0, at),
  node,
  ...order.slice(at),
];

/** Where a stop adds the least time. */
function placed(
  day: Day,
  order: readonly number[],
  node: number,
): { readonly order: readonly number[]; readonly time: number } {
  let best = { order, time: Infinity };
  for (let at = 1; at <= order.length; at += 1) {
    const longer = put(order, node, at);
    const time = timeOf(day, longer);
    if (time < best.time) best = { order: longer, time };
  }
  return best;
}

/** Stops added while there is room, each time the one that is worth most for the time it adds. */
function filled(day: Day, from: readonly number[]): readonly number[] {
  let order = from;
  for (;;) {
    const now = timeOf(day, order);
    let best: { order: readonly number[]; ratio: number } | null = null;
    for (const [node, value] of day.values.entries()) {
      if (node === 0 || value === 0 || order.includes(node)) continue;
      const found = placed(day, order, node);
      if (found.time > day.budget) continue;
      const ratio = value / Math.max(BETTER, found.time - now);
      if (!best || ratio > best.ratio) best = { order: found.order, ratio };
    }
    if (!best) return order;
    ({ order } = best);
  }
}

/** A stop that need not be given up for one that is worth more and fits: the exchange that gains most. */
function exchanged(day: Day, order: readonly number[]): readonly number[] | null {
  let best: { order: readonly number[]; gain: number } | null = null;
  for (const gone of order.slice(1)) {
    if (day.must[gone] === true) continue;
    const rest = order.filter((node) => node !== gone);
    for (const [node, value] of day.values.entries()) {
      const gain = value - (day.values[gone] ?? 0);
      if (node === 0 || order.includes(node) || gain <= (best?.gain ?? 0)) continue;
      const found = placed(day, rest, node);
      if (found.time <= day.budget) best = { order: found.order, gain };
    }
  }
  return best?.order ?? null;
}

function step(day: Day): DayPlan {
  let order = mustTour(day);
  if (timeOf(day, order) > day.budget) return told(day, order, false, true);
  order = filled(day, order);
  for (let round = 0; round < ROUNDS; round += 1) {
    const shorter = improved(order, (one) => timeOf(day, one));
    const more = filled(day, shorter);
    const next = more.length > shorter.length ? more : exchanged(day, shorter);
    order = shorter;
    if (!next) break;
    order = next;
  }
  return told(day, order, false, false);
}

/** @throws DomainError those of a table; `LENGTH` where worth, times or flags are not one a place, `RANGE`, `TYPE`, `MISSING`. */
export function planDay(ask: DayAsk): DayPlan {
  const day = readDay(ask);
  const few = day.matrix.length - 1 <= MOST_SETS_OF;
  return few && ask.heuristic !== true ? ofAll(day) : step(day);
}
