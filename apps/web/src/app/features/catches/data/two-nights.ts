import type { CatchPlanDto } from '@yewridge/contract/catches';
import type { StepCode, TrackStep } from '@yewridge/core/catches';
import { addDays, daysBetween, type IsoDate } from '@yewridge/core/season';
import { dayShort } from '../../../shared/season/season-words';
import { stepName } from '../../../shared/season/step-words';

/** Hours that the drawing of the next two nights shows. */
export const HOURS = 40;

export type Lane = 'tree' | 'shade' | 'home';
export interface NightBar {
  readonly lane: Lane;
  readonly kind: 'free' | 'shut' | 'stand';
  /** Hours after the left edge. */
  readonly from: number;
  readonly to: number;
}
export interface NightStep {
  readonly code: StepCode;
  readonly lane: Lane;
  readonly from: number;
  readonly to: number;
  readonly name: string;
  readonly when: string;
}
export interface TwoNights {
  /** The left edge. */
  readonly date: IsoDate;
  readonly hour: number;
  readonly now: number;
  readonly lanes: readonly Lane[];
  readonly bars: readonly NightBar[];
  readonly ways: readonly { readonly from: Lane; readonly to: Lane; readonly at: number }[];
  readonly steps: readonly NightStep[];
  readonly nights: readonly { readonly from: number; readonly to: number }[];
  readonly ticks: readonly { readonly at: number; readonly words: string; readonly strong: boolean }[];
}

const DRAWN: readonly StepCode[] = ['closeAtDusk', 'lowerAtFirstLight', 'shade', 'move', 'open', 'rehang'];
const NIGHT_HOURS = 24;

function ticksFrom(date: IsoDate, hour: number): TwoNights['ticks'] {
  return Array.from({ length: HOURS + 1 }, (_, n) => n).flatMap((n) => {
    const of = (hour + n) % NIGHT_HOURS;
    // At the very edge its word would be cut.
    if (of % 6 !== 0 || n === 0 || n === HOURS) return [];
    const day = addDays(date, Math.floor((hour + n) / NIGHT_HOURS));
    return [{ at: n, words: of === 0 ? dayShort(day) : String(of).padStart(2, '0'), strong: of === 0 }];
  });
}

/**
 * The next 40 hours of a colony that is closed, carried and opened: where it is and whether it is shut. `null` where no such
 * step lies in them.
 */
export function twoNights(
  { steps, way }: Pick<CatchPlanDto, 'steps' | 'way'>,
  now: string,
  nights: readonly { readonly from: string; readonly to: string }[],
): TwoNights | null {
  const date = now.slice(0, 10);
  const hour = Math.max(0, Number(now.slice(11, 13)));
  const hours = (moment: string): number => {
    const [day = date, time = '00:00'] = moment.split('T');
    const [h = 0, m = 0] = time.split(':').map(Number);
    return daysBetween(date, day) * NIGHT_HOURS + h + m / 60 - hour;
  };
  const seen = (from: number, to: number): boolean => to > 0 && from < HOURS;
  const step = (code: StepCode): TrackStep | undefined =>
    steps.find((one) => one.code === code && one.state !== 'skipped');
  const [close, lower, shade, move, open] = (
    ['closeAtDusk', 'lowerAtFirstLight', 'shade', 'move', 'open'] as const
  ).map(step);
  const ahead = [close, lower, move, open].filter(
    (one) => one && one.state !== 'done' && seen(hours(one.start), hours(one.end)),
  );
  if (way !== 'trap' || ahead.length === 0) return null;

  // Each turn of the way changes where it is or whether it is shut, from its beginning on.
  const turns = [
    { at: -NIGHT_HOURS, lane: 'tree' as Lane, kind: 'free' as NightBar['kind'] },
    ...(close ? [{ at: hours(close.start), lane: 'tree' as Lane, kind: 'shut' as NightBar['kind'] }] : []),
    ...(lower && shade ? [{ at: hours(lower.end), lane: 'shade' as Lane, kind: 'shut' as NightBar['kind'] }] : []),
    ...(move ? [{ at: hours(move.end), lane: 'home' as Lane, kind: 'shut' as NightBar['kind'] }] : []),
    ...(open ? [{ at: hours(open.start), lane: 'home' as Lane, kind: 'stand' as NightBar['kind'] }] : []),
  ];
  const bars = turns.flatMap((turn, n): readonly NightBar[] => {
    const [from, to] = [Math.max(0, turn.at), Math.min(HOURS, turns[n + 1]?.at ?? HOURS)];
    return to > from ? [{ lane: turn.lane, kind: turn.kind, from, to }] : [];
  });
  const ways = turns.flatMap((turn, n) => {
    const before = turns[n - 1];
    return before && before.lane !== turn.lane && turn.at > 0 && turn.at < HOURS
      ? [{ from: before.lane, to: turn.lane, at: turn.at }]
      : [];
  });
  const laneOf: Partial<Record<StepCode, Lane>> = { shade: 'shade', move: shade ? 'shade' : 'tree', open: 'home' };
  return {
    date,
    hour,
    now: hours(now),
    lanes: shade ? ['tree', 'shade', 'home'] : ['tree', 'home'],
    bars,
    ways,
    steps: steps
      .filter(
        ({ code, state, start, end }) =>
          DRAWN.includes(code) && state !== 'skipped' && state !== 'done' && seen(hours(start), hours(end)),
      )
      .map((one) => ({
        code: one.code,
        lane: laneOf[one.code] ?? 'tree',
        from: Math.max(0, hours(one.start)),
        to: Math.min(HOURS, hours(one.end)),
        name: stepName(one),
        when:
          one.start.slice(0, 10) === one.end.slice(0, 10) ||
          daysBetween(one.start.slice(0, 10), one.end.slice(0, 10)) === 1
            ? `${one.start.slice(11)} to ${one.end.slice(11)}`
            : `${one.start.slice(11)}, until ${dayShort(one.end.slice(0, 10))}`,
      })),
    nights: nights
      .map(({ from, to }) => ({ from: Math.max(0, hours(from)), to: Math.min(HOURS, hours(to)) }))
      .filter(({ from, to }) => to > from),
    ticks: ticksFrom(date, hour),
  };
}
