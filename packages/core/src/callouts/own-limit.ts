/**
 * How fast bees may land by the keeper's own jobs: lowering is cheap, raising needs proof.
 *
 * Formula: the speed at which the fitted curve passes a share dead. Down to where it is expected; up only to where even the high
 * end of the interval keeps the share. Never above the harmful speed or half a metre a second past what was tried.
 * Source: every threshold is a convention: 8 jobs, 2 % dead, 1 m/s between the slowest and the fastest, 0.5 m/s past what was
 * tried; field limits 3, 4.5 and 7.5 m/s of arrival.
 */
import { DomainError, Fields, NON_NEGATIVE, POSITIVE } from '../shared/errors/index.js';
import { fitLoss, type LossFit, SPEED_KINDS, speedForLoss, type SpeedKind } from '../suction/index.js';

export const OWN_LIMIT_REASONS = [
  'few-jobs',
  'same-speed',
  'no-slope',
  'not-speed',
  'not-proven',
  'losses-high',
  'field-cap',
  'field-floor',
  'not-tried',
  'own-jobs',
] as const;
export type OwnLimitReason = (typeof OWN_LIMIT_REASONS)[number];

export interface CountedJob {
  readonly speedKind: SpeedKind;
  /** m/s. */
  readonly speed: number;
  readonly dead: number;
  readonly total: number;
}
/** m/s, rising. */
export interface FieldLimits {
  readonly speedKind: SpeedKind;
  readonly gentle: number;
  readonly usual: number;
  readonly harmful: number;
}
export interface OwnLimit {
  /** m/s. */
  readonly limit: number;
  readonly moved: boolean;
  readonly reason: OwnLimitReason;
  readonly jobs: number;
  /** Of the fitted curve, and the speed at which it expects the share; `null` where nothing was fitted. */
  readonly slope: number | null;
  readonly fitted: number | null;
}

/** Field limits of arrival: conventions of the specification of bees in the air. */
export const ARRIVAL_LIMITS: FieldLimits = { speedKind: 'arrival', gentle: 3, usual: 4.5, harmful: 7.5 };
export const LEAST_JOBS = 8;

interface Question {
  readonly rows: readonly CountedJob[];
  readonly limits: FieldLimits;
  readonly minJobs: number;
  readonly share: number;
  readonly minSpan: number;
  readonly margin: number;
}

function questionOf(a: unknown): Question {
  const fields = new Fields(a);
  const rows = fields.objects('rows').map((row) => {
    const speedKind = row.word('speedKind', SPEED_KINDS);
    const speed = row.number('speed', NON_NEGATIVE);
    const dead = row.number('dead', NON_NEGATIVE);
    const total = row.number('total', { min: 1 });
    if (dead > total) {
      throw new DomainError('RANGE', row.at('dead'), 'is more than all bees', {
        value: dead,
        range: { min: 0, max: total },
      });
    }
    return { speedKind, speed, dead, total };
  });
  const field = fields.object('fieldLimits');
  const limits = {
    speedKind: field.word('speedKind', SPEED_KINDS),
    gentle: field.number('gentle', POSITIVE),
    usual: field.number('usual', POSITIVE),
    harmful: field.number('harmful', POSITIVE),
  };
  const minJobs = fields.wholeOr('minJobs', LEAST_JOBS, { min: 3 });
  const share = fields.numberOr('share', 0.02, { min: 0, above: true, max: 0.2 });
  const minSpan = fields.numberOr('minSpan', 1, NON_NEGATIVE);
  const margin = fields.numberOr('margin', 0.5, NON_NEGATIVE);
  if (!(limits.gentle < limits.usual && limits.usual < limits.harmful)) {
    throw new DomainError('CONFLICT', 'fieldLimits', 'must rise from gentle to usual to harmful');
  }
  const other = rows.findIndex(({ speedKind }) => speedKind !== limits.speedKind);
  if (other >= 0)
    throw new DomainError('CONFLICT', `rows[${other}].speedKind`, 'is another kind of speed than the limits');
  return { rows, limits, minJobs, share, minSpan, margin };
}

/** The speed at which the curve passes the share; `null` where more die at no speed already. */
function speedAt(fit: LossFit, share: number, basis: 'expected' | 'high'): number | null {
  try {
    return speedForLoss({ fit, share, basis }).speed;
  } catch (error) {
    if (error instanceof DomainError && error.code === 'NO_SOLUTION') return null;
    throw error;
  }
}

/** The limit stays where it is; losses below it already mean that something else kills: then the gentle speed, and a look. */
function stays(
  { rows, limits, share }: Question,
  reason: OwnLimitReason,
  fit: Pick<OwnLimit, 'slope' | 'fitted'>,
): OwnLimit {
  const slow = rows.filter(({ speed }) => speed <= limits.usual);
  const sum = (of: 'dead' | 'total'): number => slow.reduce((total, row) => total + row[of], 0);
  const high = slow.length > 0 && sum('dead') / sum('total') > share;
  return {
    limit: high ? limits.gentle : limits.usual,
    moved: high,
    reason: high ? 'losses-high' : reason,
    jobs: rows.length,
    ...fit,
  };
}

/** A limit within what the field allows and what was tried, and what held it there. */
function heldWithin(
  { rows, limits, margin }: Question,
  wanted: number,
): readonly [limit: number, reason: OwnLimitReason] {
  const speeds = rows.map(({ speed }) => speed);
  const most = Math.min(limits.harmful, Math.max(limits.usual, Math.max(...speeds) + margin));
  const least = Math.max(limits.gentle, Math.min(limits.usual, Math.min(...speeds) - margin));
  if (wanted > most) return [most, most === limits.harmful ? 'field-cap' : 'not-tried'];
  if (wanted < least) return [least, least === limits.gentle ? 'field-floor' : 'not-tried'];
  return [wanted, 'own-jobs'];
}

/**
 * The keeper's own limit. `minJobs` 8, `share` 0.02, `minSpan` 1 m/s, `margin` 0.5 m/s unless given.
 * @throws DomainError `MISSING`, `TYPE`, `RANGE`, `ENUM`; `CONFLICT` for limits that do not rise, or a job of another kind of speed.
 */
export function ownLimit(a: {
  readonly rows: readonly CountedJob[];
  readonly fieldLimits: FieldLimits;
  readonly minJobs?: number | null;
  readonly share?: number | null;
  readonly minSpan?: number | null;
  readonly margin?: number | null;
}): OwnLimit {
  const question = questionOf(a);
  const { rows, limits, minJobs, share, minSpan } = question;
  const nothing = { slope: null, fitted: null };
  if (rows.length < minJobs) return stays(question, 'few-jobs', nothing);
  const speeds = rows.map(({ speed }) => speed);
  if (Math.max(...speeds) - Math.min(...speeds) < minSpan) return stays(question, 'same-speed', nothing);
  const fit = fitLoss({ jobs: rows, speedKind: limits.speedKind });
  const { slope } = fit;
  if (fit.slopeDoubtful) return stays(question, 'no-slope', { slope, fitted: null });
  const middle = speedAt(fit, share, 'expected');
  if (middle === null) return stays(question, 'not-speed', { slope, fitted: null });
  let wanted = middle;
  if (middle > limits.usual) {
    const sure = speedAt(fit, share, 'high');
    if (sure === null || sure <= limits.usual) return stays(question, 'not-proven', { slope, fitted: middle });
    wanted = sure;
  }
  const [limit, reason] = heldWithin(question, wanted);
  return { limit, moved: limit !== limits.usual, reason, jobs: rows.length, slope, fitted: middle };
}
