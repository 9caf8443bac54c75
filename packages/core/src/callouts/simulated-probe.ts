/**
 * A stand-in for the instruments of a job, for the demo and for practice: box temperature and screen by the spells of suction.
 *
 * Formula: first-order courses. While bees are drawn in, the box goes towards `runningTo`, at rest with its mesh open towards
 * `restingTo`; the screen is covered by what the bees bring and shaken free in a pause. Nothing of it is measured, and nothing of
 * it is used for a plan.
 * Source: invented, of the size of the heat clock's courses; marked as simulated wherever it is shown.
 */
import { DomainError } from '../shared/errors/index.js';

export interface ProbeSpell {
  /** s after the start of the job. */
  readonly from: number;
  /** `null` while it runs. */
  readonly to: number | null;
}
export interface ProbeReading {
  /** K */
  readonly boxTemp: number;
  /** K/s, over the last half minute. */
  readonly tempRate: number;
  /** Share of the screen under bees. */
  readonly coverage: number;
  readonly simulated: true;
}

const PROBE = {
  start: 301.15,
  runningTo: 321.15,
  restingTo: 303.15,
  /** s */
  heating: 1300,
  cooling: 420,
  coverTo: 1.05,
  covering: 500,
  shaken: 60,
} as const;
const RATE_OVER = 30;

const towards = (value: number, to: number, seconds: number, time: number): number =>
  to + (value - to) * Math.exp(-seconds / time);

function at(spells: readonly ProbeSpell[], seconds: number): { temp: number; cover: number } {
  let [temp, cover, clock] = [PROBE.start as number, 0, 0];
  const rest = (until: number): void => {
    const span = until - clock;
    if (span <= 0) return;
    temp = towards(temp, Math.min(temp, PROBE.restingTo), span, PROBE.cooling);
    cover = towards(cover, 0, span, PROBE.shaken);
    clock = until;
  };
  for (const { from, to } of spells) {
    if (from >= seconds) break;
    rest(from);
    const end = Math.min(to ?? seconds, seconds);
    temp = towards(temp, PROBE.runningTo, end - from, PROBE.heating);
    cover = towards(cover, PROBE.coverTo, end - from, PROBE.covering);
    clock = Math.max(clock, end);
  }
  rest(seconds);
  return { temp, cover };
}

/** What the simulated instruments say so many seconds after the start. @throws DomainError `CONFLICT` for spells out of order. */
export function simulatedProbe(a: { readonly spells: readonly ProbeSpell[]; readonly seconds: number }): ProbeReading {
  a.spells.forEach(({ from, to }, n) => {
    const before = a.spells[n - 1];
    const late = before !== undefined && (before.to === null || before.to > from);
    if (late || (to !== null && to < from)) {
      throw new DomainError('CONFLICT', `spells[${n}].from`, 'spells follow each other', { value: from });
    }
  });
  const now = at(a.spells, a.seconds);
  const before = at(a.spells, Math.max(0, a.seconds - RATE_OVER));
  const span = Math.min(a.seconds, RATE_OVER);
  return {
    boxTemp: now.temp,
    tempRate: span > 0 ? (now.temp - before.temp) / span : 0,
    coverage: now.cover,
    simulated: true,
  };
}
