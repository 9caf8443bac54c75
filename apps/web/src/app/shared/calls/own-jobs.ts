import { isRecordDate } from '@yewridge/contract/shared';
import {
  ARRIVAL_LIMITS,
  type CountedJob,
  type LossReason,
  lossRow,
  type OwnLimitReason,
} from '@yewridge/core/callouts';
import type { RigJob } from '@yewridge/core/suction';

const REASONS: Readonly<Record<LossReason, string>> = {
  'speed-unknown': 'how fast they landed is not said',
  'bees-unknown': 'the bees were guessed, not counted, weighed or told by frames',
  'dead-not-counted': 'the dead were not counted',
  'too-few': 'fewer than 500 bees say too little',
  heat: 'heat killed',
  clogged: 'it clogged',
  poison: 'poison is in it',
};
export const BEES_BY_NAMES = {
  counted: 'counted',
  weighed: 'weighed',
  frames: 'by frames covered',
  guess: 'a guess',
} as const;

/** Why a job does not count, in words. */
export const lossReasonWords = (reasons: readonly LossReason[]): string =>
  reasons.map((reason) => REASONS[reason]).join('; ');

/** One past job: whether it counts, as what, and if not, why. */
export interface JudgedJob {
  readonly row: CountedJob | null;
  /** `null` where it counts. */
  readonly why: string | null;
}

function missingOf({ day, place, total, beesBy, dead, speed }: RigJob): readonly string[] {
  return [
    day !== undefined && isRecordDate(day) ? '' : 'the day',
    (place ?? '').trim() === '' ? 'the place' : '',
    speed === undefined ? 'how fast they landed' : '',
    dead === undefined ? 'the dead' : '',
    total === undefined ? 'the bees in all' : '',
    total !== undefined && beesBy === undefined ? 'how the bees were told' : '',
  ].filter((part) => part !== '');
}

/** A job counts only when all of it was typed, and what killed is likely to be speed. */
export function judgedJob(job: RigJob): JudgedJob {
  const missing = missingOf(job);
  if (missing.length > 0) return { row: null, why: `Does not count yet. Still to say: ${missing.join(', ')}.` };
  const { speed = 0, dead = 0, total = 1, beesBy } = job;
  if (dead > total)
    return { row: null, why: `Does not count: ${dead} dead is more than the ${total} bees there were.` };
  if (job.notSpeed === true) return { row: null, why: 'Left out: not due to speed.' };
  const { row, reasons } = lossRow({
    speedKind: 'arrival',
    speed,
    speedBasis: 'model',
    bees: total,
    beesBasis: beesBy ?? null,
    dead,
    clogged: false,
    poison: 'no',
  });
  const why = row ? null : `Does not count: ${lossReasonWords(reasons)}.`;
  return { row: row && { ...row, speedKind: 'arrival' }, why };
}

export function countedJobs(jobs: readonly RigJob[]): readonly CountedJob[] {
  return jobs.flatMap((job) => judgedJob(job).row ?? []);
}

export const LIMIT_WORDS: Readonly<Record<OwnLimitReason, string>> = {
  'few-jobs': 'Fewer than 8 jobs count: the usual limit stays.',
  'same-speed': 'All jobs landed about equally fast: they cannot show what speed does. The usual limit stays.',
  'no-slope': 'Your jobs do not show that more bees die the faster they land. The usual limit stays.',
  'not-speed': 'More die than that however slowly they land: something else kills. The usual limit stays; look for it.',
  'not-proven': 'Faster may be safe, but your jobs do not prove it yet. The usual limit stays.',
  'losses-high':
    'Below the usual limit already more die than you accept. The gentle limit; look for the cause: heat, honey, clogging, handling.',
  'field-cap': 'Your jobs would allow more; nobody should land faster than this.',
  'field-floor': 'Your jobs would ask for less; below this the air no longer carries.',
  'not-tried': 'As far as your jobs were tried, and half a metre a second past it.',
  'own-jobs': 'By your own jobs.',
};
export const FIELD_LIMITS = ARRIVAL_LIMITS;
