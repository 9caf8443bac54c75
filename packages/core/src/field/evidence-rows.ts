/** Rows of Evidence that other views of the field ask for. */
import type { Corrected, CorrectionUse } from '../evidence/words.js';
import type { TrialLine } from './trial-dues.js';

export interface CorrectionRecord {
  readonly what: Corrected;
  readonly use: CorrectionUse;
}
export interface TrialRecord extends Omit<TrialLine, 'assigned'> {
  readonly id: string;
}
export interface AssignmentRecord extends Omit<TrialLine['assigned'][number], 'site'> {
  readonly trialId: string;
}

/** Which speaks of everything the log can correct: the log, where nobody said otherwise. */
export function usesOf(rows: readonly CorrectionRecord[]): Readonly<Record<Corrected, CorrectionUse>> {
  const said = Object.fromEntries(rows.map(({ what, use }) => [what, use])) as Partial<
    Record<Corrected, CorrectionUse>
  >;
  return { scouts: 'log', lures: 'log', places: 'log', ...said };
}
