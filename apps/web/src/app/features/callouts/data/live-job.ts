import { computed, inject, Injectable, linkedSignal, signal, untracked } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import type { ProbeQuery, ProbeReadingDto } from '@yewridge/contract/callouts';
import {
  type Alarm,
  type BoxReading,
  boxReading,
  jobProgress,
  liveReadingOf,
  liveWatch,
  type ReadTemp,
  simulatedProbe,
} from '@yewridge/core/callouts';
import { secondsBetween } from '@yewridge/core/shared/calendar';
import { ZERO_CELSIUS } from '@yewridge/core/shared/units';
import { of, switchMap } from 'rxjs';
import { ActOutbox } from '../../../shared/acts/act-outbox';
import type { ChartPoint } from './live-chart';
import { OpenCall } from './open-call';
import { freshReading, probeReadings } from './probe-line';

const COURSE_POINTS = 80;
const AT_WORK: readonly string[] = ['collecting', 'paused', 'closing'];
/** s: a box that never gets there in two hours. */
const LONGEST_SHUT = 7200;

/** A job as it runs: what the clock, the spells and the thermometer come to, and what is wrong. */
@Injectable()
export class LiveJob {
  readonly #open = inject(OpenCall);
  readonly #typed = signal<readonly ReadTemp[]>([]);
  readonly typed = this.#typed.asReadonly();
  /** The demo's stand-in for the instruments; in records of one's own the temperature is typed. */
  readonly simulated = computed(() => this.#open.clock.isDemo());

  readonly second = computed(() => this.#open.clock.second() ?? `${this.#open.now()}:00`);
  readonly state = computed(() => {
    const one = this.#open.one();
    return one && jobProgress(one, this.#open.rig(), this.second());
  });
  readonly #outbox = inject(ActOutbox);
  readonly #where = computed((): ProbeQuery => ({
    elapsed: this.state()?.elapsed ?? 0,
    pace: this.#open.clock.speed(),
  }));
  /** The job whose probe is listened to: the server must know every spell of it. */
  readonly #listening = computed(
    () => {
      const one = this.#open.one();
      const told = this.#outbox.waiting() === 0 && !this.#outbox.unreachable();
      const on = this.simulated() && told && one !== null && AT_WORK.includes(one.call.state) && one.spells.length > 0;
      return on ? { id: one.call.id, pace: this.#open.clock.speed() } : null;
    },
    { equal: (a, b) => a?.id === b?.id && a?.pace === b?.pace },
  );
  /** What the server's probe said last; without a signal the same stand-in is read on this device. */
  readonly #sent = toSignal(
    toObservable(this.#listening).pipe(
      switchMap((on) => (on === null ? of(null) : probeReadings(on.id, () => untracked(this.#where)))),
    ),
    { initialValue: null },
  );
  readonly box = computed((): BoxReading | null => {
    const state = this.state();
    const typed = boxReading(this.#typed(), this.second());
    if (typed || !state) return typed;
    if (!this.simulated() || state.spells.length === 0) return null;
    const own = (): Pick<ProbeReadingDto, 'boxTemp' | 'tempRate' | 'coverage'> =>
      simulatedProbe({ spells: state.spells, seconds: state.elapsed });
    const { boxTemp, tempRate, coverage } = freshReading(this.#sent(), this.#where()) ?? own();
    return { temp: boxTemp, rate: tempRate, coverage, age: null };
  });
  readonly course = computed((): readonly ChartPoint[] => {
    const [one, state] = [this.#open.one(), this.state()];
    if (!one || !state) return [];
    const typed = this.#typed();
    const start = one.call.startedAt ?? this.second();
    if (typed.length > 0) {
      return typed.map(({ at, temp }) => ({ at: secondsBetween(start, at), celsius: temp - ZERO_CELSIUS }));
    }
    if (!this.simulated() || state.spells.length === 0) return [];
    return Array.from({ length: COURSE_POINTS + 1 }, (_, n) => {
      const seconds = (state.elapsed * n) / COURSE_POINTS;
      return { at: seconds, celsius: simulatedProbe({ spells: state.spells, seconds }).boxTemp - ZERO_CELSIUS };
    });
  });
  /** What stands, the worst first; each cleared only well below where it was raised. */
  readonly alarms = linkedSignal<unknown, readonly Alarm[]>({
    source: () => this.#reading(),
    computation: (_, before) => {
      const reading = this.#reading();
      if (!reading) return [];
      const band = this.#open.rig()?.band ?? null;
      return liveWatch({ reading, ...(band ? { band } : {}), previous: before?.value ?? [] }).alarms;
    },
  });
  readonly worst = computed((): Alarm | null => this.alarms()[0] ?? null);
  /** K, the hottest that was seen. */
  readonly peak = computed(() => {
    const hottest = Math.max(...this.course().map(({ celsius }) => celsius + ZERO_CELSIUS), -Infinity);
    return Number.isFinite(hottest) ? hottest : null;
  });

  readonly #reading = computed(() => {
    const [one, state] = [this.#open.one(), this.state()];
    if (!one || !state || one.call.state === 'closed') return null;
    const heat = this.#open.time()?.heat ?? null;
    const shutLimit = heat && (heat.shut.moveWithin ?? LONGEST_SHUT);
    return liveReadingOf(one, state, { rig: this.#open.rig(), box: this.box(), shutLimit });
  });

  /** A temperature that was read off. K. */
  read(temp: number): void {
    this.#typed.update((typed) => [...typed, { at: this.second(), temp }]);
  }
}
