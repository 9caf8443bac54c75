/** The only "now". Everything that needs the time is given one of these. */
export interface Clock {
  now(): Date;
}

export const systemClock: Clock = { now: () => new Date(Date.now()) };

/** A clock that stands still: the demo, and tests. */
export function fixedClock(instant: string): Clock {
  return { now: () => new Date(instant) };
}
