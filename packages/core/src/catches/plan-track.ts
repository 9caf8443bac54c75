/**
 * A plan as it is lived: which steps are done, skipped or moved, which one is next, and how the rest follows.
 *
 * The way from the closed entrance to the open one is a chain: when a step of it happens or is put on another day, the steps
 * after it move by as many days, and so do feeding, the transfer and hanging again. What the bees' own clock sets (brood,
 * mites) stays where it is.
 * Source: convention.
 */
import { DAY_MINUTES, type IsoDate, minutesAfter, wallTime } from '../shared/calendar/index.js';
import type { StepCode, StepTask } from './colony-plan.js';

export const STEP_MARKS = ['done', 'moved', 'skipped'] as const;
export type StepMark = (typeof STEP_MARKS)[number];

export interface MarkedStep<C extends string = StepCode> {
  readonly code: C;
  readonly state: StepMark;
  /** Local wall time at which it was done, or to which it is moved. */
  readonly at?: string | null;
}
export const TRACK_STATES = ['done', 'skipped', 'over', 'late', 'now', 'ahead'] as const;
export type TrackState = (typeof TRACK_STATES)[number];
/** What a step of a plan is before anybody marked it. */
type Planned<C extends string> = Omit<StepTask, 'code'> & { readonly code: C };
export type Tracked<C extends string> = Planned<C> & {
  readonly state: TrackState;
  /** Whole days that it stands apart from the plan. */
  readonly shiftedDays: number;
};
export type TrackStep = Tracked<StepCode>;

/** How the steps of a plan hang together. */
export interface StepChain<C extends string> {
  /** Each moves what comes after it. */
  readonly chain: readonly C[];
  /** Moved along with the chain. */
  readonly followers: readonly C[];
  /** Steps whose time passes: afterwards there is nothing to make good. */
  readonly passing: readonly C[];
}
const OF_A_TRAP: StepChain<StepCode> = {
  chain: ['closeAtDusk', 'lowerAtFirstLight', 'move', 'shade', 'hold', 'open'],
  followers: ['rehang', 'feed', 'transfer'],
  passing: ['peek', 'feed', 'miteWindow', 'shade', 'hold'],
};

/**
 * @param now local wall time. @throws DomainError `FORMAT` for a time that is none.
 */
export function planTrack(
  foundOn: IsoDate,
  tasks: readonly StepTask[],
  marks: readonly MarkedStep[],
  now: string,
): readonly TrackStep[] {
  return trackBy(OF_A_TRAP, { from: foundOn, tasks, marks, now });
}

/**
 * The same for steps that hang together in another way; `from` is the day their minutes count from.
 * @throws DomainError `FORMAT` for a time that is none.
 */
export function trackBy<C extends string>(
  { chain, followers, passing }: StepChain<C>,
  {
    from: foundOn,
    tasks,
    marks,
    now,
  }: {
    readonly from: IsoDate;
    readonly tasks: readonly Planned<C>[];
    readonly marks: readonly MarkedStep<C>[];
    readonly now: string;
  },
): readonly Tracked<C>[] {
  const nowMin = minutesAfter(foundOn, now, 'now');
  const markOf = new Map(marks.map((mark, n) => [mark.code, { ...mark, n }]));
  let shift = 0;
  return tasks.map((task): Tracked<C> => {
    const mark = markOf.get(task.code);
    const own = chain.includes(task.code) || followers.includes(task.code) ? shift : 0;
    let startMin = task.startMin + own * DAY_MINUTES;
    let endMin = task.endMin + own * DAY_MINUTES;
    const at = typeof mark?.at === 'string' ? minutesAfter(foundOn, mark.at, `marks[${mark.n}].at`) : null;
    if (at !== null && mark?.state !== 'skipped') {
      // Night work that ends after midnight belongs to the evening before.
      const days = Math.round((at - startMin) / DAY_MINUTES);
      if (chain.includes(task.code)) shift += days;
      [startMin, endMin] = [at, mark?.state === 'moved' ? at + (endMin - startMin) : at];
    }
    const state: TrackState =
      mark?.state === 'done' || mark?.state === 'skipped'
        ? mark.state
        : endMin < nowMin
          ? passing.includes(task.code)
            ? 'over'
            : 'late'
          : startMin <= nowMin
            ? 'now'
            : 'ahead';
    return {
      ...task,
      startMin,
      endMin,
      start: wallTime(foundOn, startMin),
      end: wallTime(foundOn, endMin),
      state,
      shiftedDays: Math.round((startMin - task.startMin) / DAY_MINUTES),
    };
  });
}

/** Whether a step still waits for somebody: neither done nor skipped, nor over by itself. */
export const isWaiting = ({ state }: Pick<TrackStep, 'state'>): boolean =>
  state === 'late' || state === 'now' || state === 'ahead';

/** The first step that still waits. */
export const nextStep = <C extends string>(steps: readonly Tracked<C>[]): Tracked<C> | null =>
  steps.find(isWaiting) ?? null;
