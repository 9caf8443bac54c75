import type { CallDto, CallRigDto } from '@yewridge/contract/callouts';
import {
  beesOf,
  type LiveReading,
  nestOf,
  type ProbeSpell,
  simulatedProbe,
  type Spread,
} from '@yewridge/core/callouts';
import { secondsBetween } from './job-clock';

/** Minutes of a shut box without an own heat clock. */
const SHUT_LIMIT = 1200;

export interface BoxReading {
  /** K */
  readonly temp: number;
  /** K/s */
  readonly rate: number | null;
  readonly coverage: number | null;
  /** s since it was read. */
  readonly age: number;
  readonly simulated: boolean;
}

/** What a job stands at, to the second. */
export interface LiveState {
  readonly running: boolean;
  /** s of suction so far, and of those since the battery was changed. */
  readonly suction: number;
  readonly onBattery: number;
  readonly spells: readonly ProbeSpell[];
  /** s since the job began. */
  readonly elapsed: number;
  readonly expected: Spread;
  readonly beesIn: number;
  /** Still to come, by what is typical and at most. */
  readonly toGo: number;
  readonly toGoMost: number;
  readonly feedRate: number;
  /** s of suction that are still to come, typically and at most. */
  readonly left: number;
  readonly leftMost: number;
  readonly batteryLeft: number | null;
  readonly shutFor: number | null;
}

export function liveState(one: CallDto, rig: CallRigDto | null, now: string): LiveState {
  const { call, collection, spells: rows } = one;
  const start = call.startedAt ?? now;
  const spells = rows.map(({ startedAt, stoppedAt }): ProbeSpell => ({
    from: Math.max(0, secondsBetween(start, startedAt)),
    to: stoppedAt === null ? null : Math.max(0, secondsBetween(start, stoppedAt)),
  }));
  const elapsed = Math.max(0, secondsBetween(start, now));
  const lasting = ({ from, to }: ProbeSpell): number => Math.max(0, (to ?? elapsed) - from);
  const suction = spells.reduce((sum, spell) => sum + lasting(spell), 0);
  const changedAt = collection?.batteryChangedAt ?? null;
  const since = changedAt === null ? 0 : secondsBetween(start, changedAt);
  const onBattery = spells.reduce((sum, { from, to }) => sum + Math.max(0, (to ?? elapsed) - Math.max(from, since)), 0);
  const feedRate = rig === null ? 14 : Math.min(rig.feedRate, 14);
  const month = Number(now.slice(5, 7));
  const { bees: expected } = beesOf(call, nestOf(call, { month }));
  const beesIn = Math.round(suction * feedRate);
  const toGo = Math.max(0, expected.typical - beesIn);
  const toGoMost = Math.max(0, expected.high - beesIn);
  const last = spells.at(-1);
  return {
    running: last !== undefined && last.to === null,
    suction,
    onBattery,
    spells,
    elapsed,
    expected,
    beesIn,
    toGo,
    toGoMost,
    feedRate,
    left: toGo / feedRate,
    leftMost: toGoMost / feedRate,
    batteryLeft: rig?.runTime == null ? null : Math.max(0, rig.runTime - onBattery),
    shutFor: last?.to == null ? null : elapsed - last.to,
  };
}

/** What the stand-in for the instruments says; marked wherever it is shown. */
export function probed({ spells, elapsed }: LiveState): BoxReading {
  const { boxTemp, tempRate, coverage } = simulatedProbe({ spells, seconds: elapsed });
  return { temp: boxTemp, rate: tempRate, coverage, age: 0, simulated: true };
}

/** A temperature that was typed, with the one before it. */
export interface TypedTemp {
  readonly at: string;
  readonly temp: number;
}
export function typedReading(typed: readonly TypedTemp[], now: string): BoxReading | null {
  const [last, before] = [typed.at(-1), typed.at(-2)];
  if (!last) return null;
  const span = before ? secondsBetween(before.at, last.at) : 0;
  return {
    temp: last.temp,
    rate: before && span > 0 ? (last.temp - before.temp) / span : null,
    coverage: null,
    age: Math.max(0, secondsBetween(last.at, now)),
    simulated: false,
  };
}

/** The box that is being filled: boxes that were shut full are out of the way. */
function fillOf(
  { collection }: CallDto,
  { beesIn }: LiveState,
  rig: CallRigDto | null,
): Pick<LiveReading, 'beesIn' | 'capacity'> {
  const perBox = rig?.perBox ?? null;
  if (perBox === null) return { beesIn: null, capacity: null };
  const full = collection?.boxesFull ?? 0;
  const boxes = collection?.boxes ?? rig?.boxes ?? 1;
  return { beesIn: Math.max(0, beesIn - full * perBox), capacity: perBox * Math.max(1, boxes - full) };
}

function portOf({ call }: CallDto, { running }: LiveState): boolean | null {
  if (running) return true;
  return call.portShut === true ? false : null;
}

/** The question for the watch: what is known now. */
export function liveReading(
  one: CallDto,
  state: LiveState,
  { rig, box }: { readonly rig: CallRigDto | null; readonly box: BoxReading | null },
): LiveReading {
  const { running } = state;
  return {
    running,
    portOpen: portOf(one, state),
    ...boxOf(box),
    shutFor: running ? 0 : state.shutFor,
    shutLimit: SHUT_LIMIT,
    allowedCoverage: rig?.allowedCoverage ?? null,
    runTimeLeft: state.batteryLeft,
    beesLeft: state.toGo,
    feedRate: state.feedRate,
    speed: running ? (rig?.gate.speed ?? null) : null,
    ...fillOf(one, state, rig),
  };
}

function boxOf(box: BoxReading | null): Pick<LiveReading, 'boxTemp' | 'tempRate' | 'coverage' | 'age'> {
  if (box === null) return { boxTemp: null, tempRate: null, coverage: null, age: null };
  // A stand-in never grows old.
  return { boxTemp: box.temp, tempRate: box.rate, coverage: box.coverage, age: box.simulated ? null : box.age };
}
