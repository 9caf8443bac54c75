/**
 * A colony of a call-out along its days, from the telephone call to settled bees, drawn from what was recorded and from nothing
 * else; what its steps expect is told apart. Two places: where the bees were taken, and where their box rests.
 *
 * Source: convention, as the track of a catch.
 */
import type { ColonyMark, ColonyMarkKind, ColonySpan, ColonyTrack, Moment, Tracked } from '../catches/index.js';
import type { CallRow, CollectionRow } from './call-record.js';
import type { ReuniteCode } from './reunite-steps.js';

export interface CallColony {
  readonly call: Pick<CallRow, 'startedAt' | 'stoppedAt' | 'joinedAt' | 'eggsSeenOn'> & {
    /** Local minute. */
    readonly calledAt: string;
  };
  readonly taken: Pick<CollectionRow, 'boxAtRestAt'>;
  readonly steps: readonly Tracked<ReuniteCode>[];
  /** Local minute. */
  readonly now: string;
}

const EXPECTED: Partial<Readonly<Record<ReuniteCode, ColonyMarkKind>>> = {
  closeAtDusk: 'closed',
  move: 'carried',
  join: 'hived',
  release: 'opened',
  eggCheck: 'eggs',
};
const MINUTE_LENGTH = 16;
const minuteOf = (at: string | null): Moment | null => at && at.slice(0, MINUTE_LENGTH);

type Happened = Partial<Readonly<Record<ColonyMarkKind, Moment | null>>>;

/** What was recorded, and what the steps still see. */
function marksOf(happened: Happened, steps: CallColony['steps'], rested: Moment | null): readonly ColonyMark[] {
  const told = (Object.entries(happened) as (readonly [ColonyMarkKind, Moment | null])[]).flatMap(
    // A box that was carried to its rest is there from then on.
    ([kind, at]): readonly ColonyMark[] =>
      at ? [{ kind, home: rested !== null && at >= rested, at, until: at, expected: false }] : [],
  );
  const ahead = steps.flatMap(({ code, state, start, end }): readonly ColonyMark[] => {
    const kind = EXPECTED[code];
    if (!kind || happened[kind] || !(state === 'ahead' || state === 'now')) return [];
    return [{ kind, home: rested !== null, at: start, until: end, expected: true }];
  });
  return [...told, ...ahead];
}

/** From the call to now; a span that would run backwards is none. */
function spansOf({ found, closed, carried, opened }: Happened, calledAt: Moment, now: Moment): readonly ColonySpan[] {
  const spans: ColonySpan[] = [];
  const add = (kind: ColonySpan['kind'], home: boolean, from: Moment | null | undefined, to: Moment): void => {
    if (from && from < to) spans.push({ kind, home, from, to });
  };
  add('unsaid', false, found ?? calledAt, closed ?? now);
  if (!closed) return spans;
  add('shut', false, closed, carried ?? opened ?? now);
  add('shut', true, carried, opened ?? now);
  add('stand', Boolean(carried), opened, now);
  return spans;
}

/** Times are local minutes; a span that would run backwards is not drawn. */
export function callColony({ call, taken, steps, now }: CallColony): ColonyTrack {
  const rested = taken.boxAtRestAt;
  const happened: Happened = {
    found: call.calledAt,
    closed: minuteOf(call.stoppedAt ?? call.startedAt),
    carried: rested,
    hived: call.joinedAt,
    opened: steps.find(({ code, state }) => code === 'release' && state === 'done')?.start ?? null,
    eggs: call.eggsSeenOn,
  };
  const marks = marksOf(happened, steps, rested);
  const spans = spansOf(happened, call.calledAt, now);
  const awaited = (kind: ColonyMarkKind): ColonyMark | undefined =>
    marks.find((mark) => mark.kind === kind && mark.expected);
  const settles = call.eggsSeenOn ?? awaited('eggs')?.until ?? null;
  const opens = awaited('opened')?.at ?? happened.opened ?? null;
  const from = opens !== null && opens > now ? opens : now;
  const ahead: readonly ColonySpan[] =
    settles !== null && opens !== null && from < settles
      ? [{ kind: 'expected', home: rested !== null, from, to: settles }]
      : [];
  return { spans: [...spans, ...ahead], marks, settledOn: settles && settles.slice(0, 10) };
}
