/**
 * What finished jobs came to, kind by kind, and how their minutes stand to the table.
 *
 * Formula: minutes by the table = typical minutes of the handwork up to the last bee: not the waiting, closing, lowering and
 * strapping at dusk, nor the mesh; without the setting up where nobody said when they arrived. The pace is the median of the jobs'
 * ratios, so that one clock left running does not move it.
 * Source: what was recorded. That plans take longer by it from three jobs on, and less from eight on, is a convention of ours:
 * planning too much costs an hour, planning too little leaves bees in the dark.
 */
import { secondsBetween } from '../shared/calendar/index.js';
import { JOB_KINDS } from './call-words.js';
import { type CallPlace, type CallRow, type CollectionRow, isJob, timeOf } from './call-record.js';
import { HANDWORK, PACE } from './job-time.js';

export interface LoggedJob {
  readonly call: CallRow;
  readonly collection: CollectionRow | null;
  readonly place: CallPlace | null;
}
export interface KindLog {
  readonly kind: (typeof JOB_KINDS)[number];
  readonly jobs: number;
  /** Jobs of which both are known, and their minutes together by the table and as they were. */
  readonly timed: number;
  readonly planned: number;
  readonly taken: number;
  /** Times the table each took, rising. */
  readonly ratios: readonly number[];
  readonly dead: number;
  readonly queens: number;
  readonly settled: number;
  readonly lost: number;
}

const FINISHED: readonly string[] = ['settled', 'united', 'lost'];
const QUEEN_FOUND: readonly string[] = ['seen', 'caged', 'inBox'];
/** Timed jobs from which plans take longer, or less, than the table. */
export const PACE_JOBS = { slower: 3, faster: 8 } as const;
const MINUTE = 60;

function minutesOf({ call, place }: LoggedJob): { readonly planned: number; readonly taken: number } | null {
  const { arrivedAt, startedAt, stoppedAt } = call;
  if (startedAt === null || stoppedAt === null || place === null) return null;
  const date = startedAt.slice(0, 10);
  const time = timeOf(call, { date, place, sky: { month: Number(date.slice(5, 7)), south: place.lat < 0 } });
  if (!time) return null;
  // On another day they only arrived, and began anew.
  const arrived = arrivedAt !== null && arrivedAt.slice(0, 10) === date && arrivedAt <= startedAt ? arrivedAt : null;
  const phases = time.phases.filter(({ code }) => HANDWORK.has(code) && (arrived !== null || code !== 'setup'));
  return {
    planned: Math.round(phases.reduce((sum, { typical }) => sum + typical, 0) / MINUTE),
    taken: Math.round(secondsBetween(arrived ?? startedAt, stoppedAt) / MINUTE),
  };
}

/** Kinds that have a finished job, in the order of the kinds. */
export function jobLog(jobs: readonly LoggedJob[]): readonly KindLog[] {
  const finished = jobs.filter(({ call }) => isJob(call.kind) && FINISHED.includes(call.state));
  return JOB_KINDS.flatMap((kind): readonly KindLog[] => {
    const mine = finished.filter(({ call }) => call.kind === kind);
    if (mine.length === 0) return [];
    const timed = mine.flatMap((job) => minutesOf(job) ?? []);
    const count = (is: (job: LoggedJob) => boolean): number => mine.filter(is).length;
    return [
      {
        kind,
        jobs: mine.length,
        timed: timed.length,
        planned: timed.reduce((sum, { planned }) => sum + planned, 0),
        taken: timed.reduce((sum, { taken }) => sum + taken, 0),
        ratios: timed.flatMap(({ planned, taken }) => (planned > 0 ? [taken / planned] : [])).sort((a, b) => a - b),
        dead: mine.reduce((sum, { collection }) => sum + (collection?.dead ?? 0), 0),
        queens: count(({ collection }) => QUEEN_FOUND.includes(collection?.queen ?? '')),
        settled: count(({ call }) => call.state === 'settled'),
        lost: count(({ call }) => call.state === 'lost'),
      },
    ];
  });
}

/** How many times the table the keeper's jobs of a kind take; `null` where no job was timed. */
export function paceOf({ ratios }: Pick<KindLog, 'ratios'>): number | null {
  const middle = (ratios.length - 1) / 2;
  const [low, high] = [ratios[Math.floor(middle)], ratios[Math.ceil(middle)]];
  return low === undefined || high === undefined ? null : (low + high) / 2;
}

/** The pace that plans go by; `null` while too few jobs say so, or where it is that of the table. */
export function provenPace(log: Pick<KindLog, 'ratios'>): number | null {
  const pace = paceOf(log);
  if (pace === null || pace === 1 || pace > PACE.max || pace < PACE.min) return null;
  return log.ratios.length >= (pace > 1 ? PACE_JOBS.slower : PACE_JOBS.faster) ? pace : null;
}
