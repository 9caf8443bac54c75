/**
 * A colony along its days, from first sight to a settled colony, drawn from what was recorded and from nothing else.
 *
 * What has no date is not drawn: a trap that was carried has been shut some time, but only a step that was marked says when. What a
 * plan expects is told apart from what happened. Two places: where the bees were found, and where they were carried.
 * Source: convention.
 */
import { addDays, type IsoDate } from '../shared/calendar/index.js';
import { type ColonyRecord, inLifeOrder, isLoss, SETTLING_DAYS, settledOn } from './catch-stage.js';
import type { StepCode } from './colony-plan.js';
import type { MarkedStep, TrackStep } from './plan-track.js';

/** A day, or a minute of one where an hour was said; local wall time. */
export type Moment = string;

/**
 * `since`: they moved in some time on these days; `free`: they fly from the trap; `shut`: the entrance is closed; `stand`: they fly
 * from where they stay; `unsaid`: there, and nothing says whether shut or open; `expected`: what the plan sees.
 */
export type ColonySpanKind = 'since' | 'free' | 'shut' | 'stand' | 'unsaid' | 'expected';
export type ColonyMarkKind =
  | 'movedIn'
  | 'found'
  | 'closed'
  | 'carried'
  | 'opened'
  | 'hived'
  | 'requeened'
  | 'eggs'
  | 'united'
  | 'settled'
  | 'overwintered'
  | 'lost'
  | 'rehung';

export interface ColonySpan {
  readonly kind: ColonySpanKind;
  /** Where they were carried, not where they were found. */
  readonly home: boolean;
  readonly from: Moment;
  readonly to: Moment;
}
export interface ColonyMark {
  readonly kind: ColonyMarkKind;
  readonly home: boolean;
  readonly at: Moment;
  /** The end of the time it is expected in, or was marked with. */
  readonly until: Moment;
  readonly expected: boolean;
}
export interface ColonyTrack {
  readonly spans: readonly ColonySpan[];
  readonly marks: readonly ColonyMark[];
  /** The day it settled, or may settle if the plan goes well. */
  readonly settledOn: IsoDate | null;
}
export interface RecordedColony extends ColonyRecord {
  readonly foundOn: IsoDate;
  readonly arrivedOn: IsoDate | null;
  /** The last day before it was found on which the trap was seen empty. */
  readonly lastEmptyOn: IsoDate | null;
  /** A trap of the keeper's caught it. */
  readonly byTrap: boolean;
  readonly takenDownOn: IsoDate | null;
  /** The day a trap hung there again, or this one elsewhere. */
  readonly rehungOn: IsoDate | null;
  /** Steps that somebody marked. */
  readonly marks: readonly MarkedStep[];
  /** Steps of the plan, where one goes on. */
  readonly plan: readonly TrackStep[];
  /** Local wall time. */
  readonly now: Moment;
}

/** A day without an hour lies at noon. */
const keyOf = (moment: Moment): string => (moment.length === 10 ? `${moment}T12:00` : moment);
const earlier = (a: Moment, b: Moment): boolean => keyOf(a) < keyOf(b);

const EXPECTED: Partial<Readonly<Record<StepCode, ColonyMarkKind>>> = {
  closeAtDusk: 'closed',
  move: 'carried',
  open: 'opened',
  transfer: 'hived',
  broodCheck: 'eggs',
  rehang: 'rehung',
};
const FOLLOWED = {
  hived: 'hived',
  requeened: 'requeened',
  laying: 'eggs',
  united: 'united',
  overwintered: 'overwintered',
  absconded: 'lost',
  died: 'lost',
} as const;

interface Turns {
  readonly closed: Moment | null;
  readonly carried: Moment | null;
  readonly opened: Moment | null;
  readonly hived: Moment | null;
  /** Gone, settled, or now. */
  readonly end: Moment;
}

/** The day the bees were lost, if that is the last thing that happened: bees that came back are not gone. */
function goneOn({ followups }: ColonyRecord): IsoDate | null {
  const last = [...followups].sort(inLifeOrder).at(-1);
  return last && isLoss(last.kind) ? last.on : null;
}

function turnsOf(colony: RecordedColony): Turns {
  const doneAt = (code: StepCode): Moment | null =>
    colony.marks.find((mark) => mark.code === code && mark.state === 'done')?.at ?? null;
  const hived = [...colony.followups].sort(inLifeOrder).find(({ kind }) => kind === 'hived')?.on ?? null;
  const ends = [colony.now, goneOn(colony), settledOn(colony)].filter((one) => one !== null);
  return {
    closed: doneAt('closeAtDusk'),
    carried: doneAt('move') ?? colony.takenDownOn ?? (colony.byTrap ? null : hived),
    opened: doneAt('open'),
    hived,
    end: ends.reduce((a, b) => (earlier(b, a) ? b : a)),
  };
}

/** What happened between the marks; a span that would run backwards is none. */
function lived(colony: RecordedColony, { closed, carried, opened, hived, end }: Turns): readonly ColonySpan[] {
  const { foundOn, arrivedOn, lastEmptyOn, byTrap } = colony;
  const start = arrivedOn ?? foundOn;
  const shutThere = closed !== null && (carried === null || earlier(closed, carried)) ? closed : null;
  const opens = opened ?? hived;
  const openThere = carried === null && shutThere !== null ? opened : null;
  const left = shutThere ?? carried ?? end;
  const spans: ColonySpan[] = [];
  const add = (kind: ColonySpanKind, home: boolean, from: Moment | null, to: Moment): void => {
    if (from !== null && earlier(from, to)) spans.push({ kind, home, from, to });
  };
  if (arrivedOn === null) add('since', false, lastEmptyOn, foundOn);
  add(byTrap ? 'free' : 'unsaid', false, start, left);
  add('shut', false, shutThere, openThere ?? carried ?? end);
  add('free', false, openThere, end);
  if (carried !== null) {
    add(closed === null ? 'unsaid' : 'shut', true, carried, opens ?? end);
    add('stand', true, opens !== null && earlier(opens, carried) ? carried : opens, end);
  }
  return spans;
}

function happened(colony: RecordedColony, turns: Turns): readonly ColonyMark[] {
  const { carried } = turns;
  const marks: ColonyMark[] = [];
  const add = (kind: ColonyMarkKind, at: Moment | null): void => {
    if (at === null) return;
    const home = kind === 'carried' || (carried !== null && !earlier(at, carried) && kind !== 'rehung');
    marks.push({ kind, home, at, until: at, expected: false });
  };
  add('movedIn', colony.arrivedOn);
  add('found', colony.foundOn);
  add('closed', turns.closed);
  add('carried', carried);
  add('opened', turns.opened);
  for (const { kind, on } of colony.followups) add(FOLLOWED[kind], on);
  add('rehung', colony.rehungOn);
  const settled = settledOn(colony);
  if (settled !== null && settled <= colony.now.slice(0, 10)) add('settled', settled);
  return marks;
}

/** What the plan still sees: steps that are to come, and the day it may have settled. */
function awaited(colony: RecordedColony, turns: Turns): { marks: readonly ColonyMark[]; settled: IsoDate | null } {
  const marks = colony.plan.flatMap((step): readonly ColonyMark[] => {
    const kind = EXPECTED[step.code];
    if (!kind || !(step.state === 'ahead' || step.state === 'now')) return [];
    const said: Partial<Record<ColonyMarkKind, Moment | null>> = turns;
    if (typeof said[kind] === 'string') return [];
    if (kind === 'hived' && step.reason.startsWith('whole-')) return [];
    const home = kind !== 'closed' && kind !== 'rehung';
    return [{ kind, home, at: step.start, until: step.end, expected: true }];
  });
  const said = settledOn(colony);
  if (said !== null) return { marks, settled: said };
  const at = (kind: ColonyMarkKind): ColonyMark | undefined => marks.find((mark) => mark.kind === kind);
  const eggs = at('eggs')?.until.slice(0, 10);
  const stands = turns.hived ?? at('hived')?.at ?? turns.opened ?? at('opened')?.at ?? turns.carried;
  if (eggs === undefined || stands === null) return { marks, settled: null };
  const stood = addDays(stands.slice(0, 10), SETTLING_DAYS);
  return { marks, settled: eggs > stood ? eggs : stood };
}

/** The days of one colony. Dates are local; days that contradict one another are drawn as far as they go forwards. */
export function colonyTrack(colony: RecordedColony): ColonyTrack {
  const turns = turnsOf(colony);
  const spans = lived(colony, turns);
  const marks = happened(colony, turns);
  const { marks: ahead, settled } = awaited(colony, turns);
  const gone = goneOn(colony) !== null;
  if (gone || settled === null || settled <= colony.now.slice(0, 10) || colony.plan.length === 0)
    return { spans, marks, settledOn: gone ? null : settledOn(colony) };
  const opens = turns.opened ?? ahead.find(({ kind }) => kind === 'opened')?.at ?? turns.hived ?? colony.now;
  const from = earlier(opens, colony.now) ? colony.now : opens;
  return {
    spans: [...spans, { kind: 'expected', home: true, from, to: settled }],
    marks: [...marks, ...ahead, { kind: 'settled', home: true, at: settled, until: settled, expected: true }],
    settledOn: settled,
  };
}
