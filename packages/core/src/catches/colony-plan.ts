/**
 * The steps after a catch by how its bees came: out of a trap, off a branch, or out of a structure.
 *
 * A trap's steps are those of `after-catch-plan`, with a look first: nobody climbs in the dark, or carries a box home, for bees
 * that are gone. A trap that has frames in it is lifted onto its stand, for its frames are the colony's. A swarm off a branch hangs
 * in no tree afterwards: nothing is taken down, and nothing hung again. Bees out of a structure, or sucked into a vacuum, have brood
 * and comb of their own, or a box they must not stay in: a trap's steps do not apply to them.
 * Source: convention; times as `after-catch-plan`.
 */
import { wallTime } from '../shared/calendar/index.js';
import {
  type AfterCatchPlan,
  afterCatchPlan,
  type CaughtSwarm,
  PLAN_CODES,
  type PlanTask,
} from './after-catch-plan.js';

export const STEP_CODES = [...PLAN_CODES, 'peek'] as const;
export type StepCode = (typeof STEP_CODES)[number];

export const COLONY_WAYS = ['trap', 'branch', 'structure'] as const;
export type ColonyWay = (typeof COLONY_WAYS)[number];

export interface StepTask extends Omit<PlanTask, 'code'> {
  readonly code: StepCode;
}
export interface ColonyPlan {
  readonly way: ColonyWay;
  readonly tasks: readonly StepTask[];
  readonly frames: AfterCatchPlan['frames'];
  readonly notes: AfterCatchPlan['notes'];
}

/** How bees came by the way they were collected; a vacuum is for bees that nobody can reach with hands. */
export function colonyWay(
  method: 'trap' | 'shaken' | 'vacuum' | 'brushed' | 'cutOut' | null,
  inTrap: boolean,
): ColonyWay {
  if (method === 'vacuum' || method === 'cutOut') return 'structure';
  return inTrap || method === 'trap' ? 'trap' : 'branch';
}

/** Only arrivals of swarms tell when swarms come: never colonies cut out or sucked out of where they lived. */
export function tellsOfSeason(method: Parameters<typeof colonyWay>[0]): boolean {
  return method !== 'vacuum' && method !== 'cutOut';
}

/** What a swarm off a branch has no use for. */
const OF_A_TREE: readonly StepCode[] = ['lowerAtFirstLight', 'shade', 'rehang'];
/** Daylight in which a trap is looked into before the evening it is closed, in minutes after midnight. */
const PEEK_FROM = 10 * 60;
const LEAST_MIN = 30;
const DAY = 1440;

function peekBefore(closing: PlanTask, foundOn: string): StepTask {
  const day = Math.floor(closing.startMin / DAY) * DAY;
  const startMin = Math.min(day + PEEK_FROM, closing.startMin - LEAST_MIN);
  return {
    code: 'peek',
    startMin,
    endMin: closing.startMin,
    start: wallTime(foundOn, startMin),
    end: closing.start,
    reason: 'still-there',
  };
}

/**
 * @param framesIn frames that hang in the trap; bars of a tube or a pot are none. @throws DomainError as `afterCatchPlan`.
 */
export function colonyPlan({
  way,
  framesIn = 0,
  ...caught
}: CaughtSwarm & { readonly way: ColonyWay; readonly framesIn?: number }): ColonyPlan {
  if (way === 'structure') {
    const { frames } = afterCatchPlan({ ...caught, heightM: 0 });
    return { way, tasks: [], frames, notes: [] };
  }
  const plan = afterCatchPlan(way === 'branch' ? { ...caught, heightM: 0 } : caught);
  const wanted = plan.tasks.filter(({ code }) => way === 'trap' || !OF_A_TREE.includes(code));
  const tasks = wanted.map((task): StepTask =>
    task.code === 'transfer' && way === 'trap' && framesIn > 0 ? { ...task, reason: `whole-${framesIn}` } : task,
  );
  const closing = plan.tasks.find(({ code }) => code === 'closeAtDusk');
  const peek = way === 'trap' && closing ? [peekBefore(closing, caught.foundOn)] : [];
  return {
    way,
    tasks: [...peek, ...tasks].sort((a, b) => a.startMin - b.startMin),
    frames: plan.frames,
    notes: plan.notes,
  };
}
