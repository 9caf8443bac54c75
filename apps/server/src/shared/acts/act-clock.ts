import { ACT_CLOCK, CLOCK_OFF_S } from '@yewridge/contract/season';
import type { Request } from 'express';
import { AppError } from '../../http/app-error.js';

/** When an act was done, by the server's clock. */
export interface ActClock {
  readonly doneAt: string | null;
  /** s, where the device's clock was far off. */
  readonly clockAheadS: number | null;
}
export const NO_CLOCK: ActClock = { doneAt: null, clockAheadS: null };

const INSTANT = /^\d{4}-\d{2}-\d{2}T\d{2}:\d{2}:\d{2}(\.\d{1,3})?Z$/;
const instant = (text: string | undefined): number =>
  text !== undefined && INSTANT.test(text) ? Date.parse(text) : Number.NaN;

/**
 * Reads what a device tells of its clock: an act waited from when it was done until it is sent, however wrong the clock is by which
 * both are told. A device that tells nothing is taken at its word. @throws AppError `VALIDATION`.
 */
export function actClock(request: Pick<Request, 'get'>, now: Date): ActClock {
  const header = request.get(ACT_CLOCK);
  if (header === undefined) return NO_CLOCK;
  const [done = Number.NaN, sent = Number.NaN] = header.split(',').map((one) => instant(one.trim()));
  if (!(done <= sent)) {
    const message = `"${header.slice(0, 80)}" is not when it was done and when it is sent, in that order`;
    throw new AppError('VALIDATION', { fields: [{ path: ACT_CLOCK, message }] });
  }
  const aheadMs = sent - now.getTime();
  const aheadS = Math.round(aheadMs / 1000);
  return {
    doneAt: new Date(done - aheadMs).toISOString(),
    clockAheadS: Math.abs(aheadS) > CLOCK_OFF_S ? aheadS : null,
  };
}
