/**
 * How far a job has come, to the second: suction spell by spell, bees in and still to come, what is left of the battery.
 *
 * Formula: bees in = s of suction x what the hand feeds (the rig's feed where that is less); what is left of a battery = its run time
 * less the suction since it was put in.
 * Source: the hand's rate is an estimate of ours (`CALLOUT_DATA.feedRate`); bees in are counted by time and by nobody's eye.
 */
import { secondsBetween } from '../shared/calendar/index.js';
import type { Spread } from './call-facts.js';
import { beesOf, type CallRow, nestOf } from './call-record.js';
import { CALLOUT_DATA } from './callout-data.js';
import type { LiveReading } from './live-watch.js';
import type { ProbeSpell } from './simulated-probe.js';

/** What of a rig counts while it runs. */
export interface JobRig {
  /** Bees a second that the hose takes. */
  readonly feedRate: number;
  /** s on one battery; `null` on a cord or where nobody knows. */
  readonly runTime: number | null;
  readonly perBox: number | null;
  readonly boxes: number;
  readonly allowedCoverage: number | null;
  readonly gate: { readonly speed: number | null };
}
/** A job as it was tapped so far; times are local, to the second. */
export interface JobSoFar {
  readonly call: CallRow;
  readonly collection: {
    readonly boxes: number | null;
    readonly boxesFull: number | null;
    readonly batteryChangedAt: string | null;
  } | null;
  readonly spells: readonly { readonly startedAt: string; readonly stoppedAt: string | null }[];
}

export interface JobProgress {
  readonly running: boolean;
  /** s of suction so far. */
  readonly suction: number;
  /** s after the start of the job. */
  readonly spells: readonly ProbeSpell[];
  /** s since the job began. */
  readonly elapsed: number;
  readonly expected: Spread;
  readonly beesIn: number;
  /** Still to come, typically and at most. */
  readonly toGo: number;
  readonly toGoMost: number;
  readonly feedRate: number;
  /** s of suction still to come, typically and at most. */
  readonly left: number;
  readonly leftMost: number;
  readonly batteryLeft: number | null;
  /** s since the air was cut off; `null` while it runs, and before it ran. */
  readonly shutFor: number | null;
}

/** @throws DomainError `FORMAT` for a time that is none. */
export function jobProgress(
  { call, collection, spells: rows }: JobSoFar,
  rig: JobRig | null,
  now: string,
): JobProgress {
  const start = call.startedAt ?? now;
  const after = (at: string): number => Math.max(0, secondsBetween(start, at));
  const spells = rows.map(({ startedAt, stoppedAt }): ProbeSpell => ({
    from: after(startedAt),
    to: stoppedAt === null ? null : after(stoppedAt),
  }));
  const elapsed = after(now);
  const since = collection?.batteryChangedAt == null ? 0 : after(collection.batteryChangedAt);
  const suctionAfter = (from: number): number =>
    spells.reduce((sum, spell) => sum + Math.max(0, (spell.to ?? elapsed) - Math.max(spell.from, from)), 0);
  const suction = suctionAfter(0);
  const hand = call.kind === 'hangingSwarm' ? CALLOUT_DATA.feedRateSwarm : CALLOUT_DATA.feedRate;
  const feedRate = Math.min(hand.typical, rig?.feedRate ?? Infinity);
  const { bees: expected } = beesOf(call, nestOf(call, { month: Number(now.slice(5, 7)) }));
  const beesIn = Math.round(suction * feedRate);
  const toGo = Math.max(0, expected.typical - beesIn);
  const toGoMost = Math.max(0, expected.high - beesIn);
  const last = spells.at(-1);
  return {
    running: last !== undefined && last.to === null,
    suction,
    spells,
    elapsed,
    expected,
    beesIn,
    toGo,
    toGoMost,
    feedRate,
    left: toGo / feedRate,
    leftMost: toGoMost / feedRate,
    batteryLeft: rig?.runTime == null ? null : Math.max(0, rig.runTime - suctionAfter(since)),
    shutFor: last?.to == null ? null : elapsed - last.to,
  };
}

/** The box as a thermometer or a stand-in for one tells it. */
export interface BoxReading {
  /** K */
  readonly temp: number;
  /** K/s */
  readonly rate: number | null;
  readonly coverage: number | null;
  /** s since it was read; `null` for a stand-in, which never grows old. */
  readonly age: number | null;
}

/** A temperature that was read off, and when. */
export interface ReadTemp {
  readonly at: string;
  /** K */
  readonly temp: number;
}
/** The last that was read off; how fast it warms, once there are two. */
export function boxReading(read: readonly ReadTemp[], now: string): BoxReading | null {
  const [last, before] = [read.at(-1), read.at(-2)];
  if (!last) return null;
  const span = before ? secondsBetween(before.at, last.at) : 0;
  return {
    temp: last.temp,
    rate: before && span > 0 ? (last.temp - before.temp) / span : null,
    coverage: null,
    age: Math.max(0, secondsBetween(last.at, now)),
  };
}

/** The box that is being filled: boxes that were shut full are out of the way. */
function fillOf(
  { collection }: JobSoFar,
  { beesIn }: JobProgress,
  rig: JobRig | null,
): Pick<LiveReading, 'beesIn' | 'capacity'> {
  if (rig?.perBox == null) return { beesIn: null, capacity: null };
  const full = collection?.boxesFull ?? 0;
  const boxes = collection?.boxes ?? rig.boxes;
  return { beesIn: Math.max(0, beesIn - full * rig.perBox), capacity: rig.perBox * Math.max(1, boxes - full) };
}

function portOf({ call }: JobSoFar, { running }: JobProgress): boolean | null {
  if (running) return true;
  return call.portShut === true ? false : null;
}

/** What is known now, as the watch asks for it. `shutLimit` in s, of the box's heat clock. */
export function liveReadingOf(
  job: JobSoFar,
  progress: JobProgress,
  {
    rig,
    box,
    shutLimit = null,
  }: { readonly rig: JobRig | null; readonly box: BoxReading | null; readonly shutLimit?: number | null },
): LiveReading {
  const { running, shutFor, batteryLeft, toGo, feedRate } = progress;
  return {
    running,
    portOpen: portOf(job, progress),
    boxTemp: box?.temp ?? null,
    tempRate: box?.rate ?? null,
    coverage: box?.coverage ?? null,
    age: box?.age ?? null,
    shutFor: running ? 0 : shutFor,
    shutLimit,
    allowedCoverage: rig?.allowedCoverage ?? null,
    runTimeLeft: batteryLeft,
    beesLeft: toGo,
    feedRate,
    speed: running ? (rig?.gate.speed ?? null) : null,
    ...fillOf(job, progress, rig),
  };
}
