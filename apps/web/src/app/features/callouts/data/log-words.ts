import { type KindLog, PACE_JOBS, paceOf, provenPace } from '@yewridge/core/callouts';
import { KIND_NAMES } from '../../../shared/calls/call-words';
import { decimalText } from '../../../shared/units/format';

const UNKNOWN = 'not known';

/** A kind's finished jobs as cells of a table. */
export const kindCells = ({ kind, jobs, timed, planned, taken, dead, queens, settled, lost }: KindLog) => ({
  kind: KIND_NAMES[kind],
  jobs: String(jobs),
  planned: timed === 0 ? UNKNOWN : String(planned),
  taken: timed === 0 ? UNKNOWN : String(taken),
  dead: String(dead),
  queens: String(queens),
  settled: String(settled),
  lost: String(lost),
});

/** "Your 4 jobs took 1.4 times the table", and whether plans go by it yet. `null` where none was timed. */
export function paceSaid(log: KindLog): string | null {
  const pace = paceOf(log);
  if (pace === null) return null;
  const { length: timed } = log.ratios;
  const jobs = timed === 1 ? 'one job' : `your ${timed} jobs`;
  const told = `${KIND_NAMES[log.kind]}: ${jobs} took ${decimalText(pace, 1)} times the table`;
  if (provenPace(log) !== null) return `${told}, and plans go by that.`;
  return `${told}; plans go by the table until there are ${pace > 1 ? PACE_JOBS.slower : PACE_JOBS.faster}.`;
}
