/**
 * When a colony is joined with its combs, held and let out: the days that all other steps hang on.
 *
 * Source: conventions of practice; see `reunite-plan`.
 */
import type { PlanTask } from '../catches/index.js';
import { dayOf, type Story } from './reunite-story.js';

/** Let out so late in the day, they fly the day after. */
const FLIES_AFTER = 600;

/** Minutes after 00:00 of the day it was collected. */
export interface Window {
  readonly start: number;
  readonly end: number;
  readonly reason: string;
}
export interface Days {
  /** There is brood: it holds them, and it chills. */
  readonly brooding: boolean;
  /** Left standing until the fliers are home, in its last box. */
  readonly stays: boolean;
  readonly final: boolean;
  readonly joinDay: number;
  readonly join: Omit<Window, 'reason'>;
  readonly restraint: 'cage' | 'excluder' | 'none';
  readonly cast: boolean;
  readonly release: Window;
  readonly hold: Window | null;
  /** The day on which they fly. */
  readonly open: number;
  readonly base: readonly PlanTask[];
}

function restraintOf({ caged, asked, queen, brood }: Story, cast: boolean): Days['restraint'] {
  if (caged) return 'cage';
  if (asked === null) return brood === 'none' && queen === 'laying' ? 'excluder' : 'none';
  // A queen who still has to fly must not be kept in, and one who is not there need not be.
  return asked === 'excluder' && queen !== 'virgin' && queen !== 'none' && !cast ? 'excluder' : 'none';
}

/** The first sunrise after a minute that is dark; the minute itself by day. */
function inLight({ rise, set }: Story['sky'], minute: number): number {
  const day = dayOf(minute);
  for (const one of [day - 1, day]) if (minute >= rise(one) && minute <= set(one)) return minute;
  for (let next = day - 1; ; next++) if (rise(next) > minute) return rise(next);
}

const forTwoHours = (start: number, reason: string): Window => ({ start, end: start + 120, reason });

interface Joined {
  readonly story: Story;
  readonly stays: boolean;
  readonly join: Days['join'];
  readonly restraint: Days['restraint'];
  readonly base: readonly PlanTask[];
}

/** With brood they stay by it; the others are held by their queen, by a shut door, or by nothing. */
function lettingOut({ story, stays, join, restraint, base }: Joined): Pick<Days, 'release' | 'hold'> {
  const { brood, sky } = story;
  const brooding = brood !== 'none';
  const task = (code: string): PlanTask | undefined => base.find((one) => one.code === code);
  const moved = task('move')?.endMin ?? 0;
  const opened = task('open')?.startMin ?? 0;
  if (brooding && !stays) {
    const until = join.end <= sky.rise(1) ? sky.rise(1) : sky.rise(dayOf(join.end) + 1);
    return {
      hold: { start: join.end, end: until, reason: 'brood-holds' },
      release: forTwoHours(until, 'orient'),
    };
  }
  if (brooding) return { hold: null, release: forTwoHours(Math.max(opened, moved), 'orient') };
  if (restraint !== 'none') return { hold: null, release: { ...join, reason: 'held-by-queen' } };
  const from = stays ? moved : join.end;
  const release = forTwoHours(Math.max(opened, from), 'orient');
  const shut = task('hold')?.reason === 'abscond';
  return { hold: shut ? { start: from, end: release.start, reason: 'abscond' } : null, release };
}

function joinOf(story: Story, stays: boolean, joinDay: number, base: readonly PlanTask[]): Days['join'] {
  const { brood, sky, stopped } = story;
  if (stays) {
    const moved = base.find(({ code }) => code === 'move')?.endMin ?? 0;
    // Lowered and carried before anything is opened.
    const start = Math.max(inLight(sky, moved), sky.rise(1));
    return { start, end: start + 180 };
  }
  if (brood !== 'none') return { start: stopped, end: stopped + 120 };
  return { start: sky.rise(joinDay), end: sky.rise(joinDay) + 180 };
}

export function daysOf(story: Story, base: readonly PlanTask[]): Days {
  const { kind, layout, queen, size, brood, sky, stopped } = story;
  const brooding = brood !== 'none';
  const final = layout === 'box' || layout === 'downDraught';
  const stays = kind === 'hanging' && final;
  const cast = queen === 'unknown' && size === 'secondary' && kind !== 'cutOut';
  const afterNight = stopped > sky.rise(1) ? 2 : 1;
  const joinDay = brooding ? dayOf(stopped) : afterNight;
  const restraint = restraintOf(story, cast);
  const join = joinOf(story, stays, joinDay, base);
  const { release, hold } = lettingOut({ story, stays, join, restraint, base });
  const open = kind === 'trap' ? 1 : dayOf(release.start + FLIES_AFTER);
  return { brooding, stays, final, joinDay, join, restraint, cast, release, hold, open, base };
}
