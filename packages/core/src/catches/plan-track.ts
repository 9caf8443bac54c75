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

export interface MarkedStep {
  readonly code: StepCode;
  readonly state: StepMark;
  /** Local wall time at which it was done, or to which it is moved. */
  readonly at?: string | null;
}
export const TRACK_STATES = ['done', 'skipped', 'over', 'late', 'now', 'ahead'] as const;
export type TrackState = (typeof TRACK_STATES)[number];
export interface TrackStep extends StepTask {
  readonly state: TrackState;
  /** Whole days that it stands apart from the plan. */
  readonly shiftedDays: number;
}

const CHAIN: readonly StepCode[] = ['closeAtDusk', 'lowerAtFirstLight', 'move', 'shade', 'hold', 'open'];
const FOLLOWERS: readonly StepCode[] = [...CHAIN, 'rehang', 'feed', 'transfer'];
/** Steps whose time passes: afterwards there is nothing to make good. */
const PASSING: readonly StepCode[] = ['peek', 'feed', 'miteWindow', 'shade', 'hold'];

/**
 * @param now local wall time. @throws DomainError `FORMAT` for a time that is none.
 */
export function planTrack(
  foundOn: IsoDate,
  tasks: readonly StepTask[],
  marks: readonly MarkedStep[],
  now: string,
): readonly TrackStep[] {
  const nowMin = minutesAfter(foundOn, now, 'now');
  const markOf = new Map(marks.map((mark, n) => [mark.code, { ...mark, n }]));
  let shift = 0;
  return tasks.map((task): TrackStep => {
    const mark = markOf.get(task.code);
    const own = FOLLOWERS.includes(task.code) ? shift : 0;
    let startMin = task.startMin + own * DAY_MINUTES;
    let endMin = task.endMin + own * DAY_MINUTES;
    const at = typeof mark?.at === 'string' ? minutesAfter(foundOn, mark.at, `marks[${mark.n}].at`) : null;
    if (at !== null && mark?.state !== 'skipped') {
      // Night work that ends after midnight belongs to the evening before.
      const days = Math.round((at - startMin) / DAY_MINUTES);
      if (CHAIN.includes(task.code)) shift += days;
      [startMin, endMin] = [at, mark?.state === 'moved' ? at + (endMin - startMin) : at];
    }
    const state: TrackState =
      mark?.state === 'done' || mark?.state === 'skipped'
        ? mark.state
        : endMin < nowMin
          ? PASSING.includes(task.code)
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
export const nextStep = (steps: readonly TrackStep[]): TrackStep | null => steps.find(isWaiting) ?? null;
