import type { HoneyUse, LossRow } from '@yewridge/core/callouts';
import { shareText } from '../../../shared/units/format';
import { HONEY_NOTES, LOSS_WORDS } from './work-words';

/** Whether the job counts for the keeper's own limit, and if not what it lacks. */
export function lossSaid({ counts, share, reasons }: LossRow): string {
  if (counts && share !== null) return `This job counts for your own limit: ${shareText(share)} dead by suction.`;
  return `This job does not count for your own limit: ${reasons.map((reason) => LOSS_WORDS[reason]).join('; ')}.`;
}

export const honeyUseSaid = ({ eat, backToOwn }: Pick<HoneyUse, 'eat' | 'backToOwn'>): string =>
  eat ? 'may be eaten' : backToOwn ? 'only back to these bees' : 'not to be used';

/** What the honey is good for, as its label has it, and what goes with it. */
export function honeySaid(use: HoneyUse): {
  readonly label: string;
  readonly notes: readonly string[];
} {
  const { quarantineDays, notes } = use;
  const days = quarantineDays === null ? '' : `; quarantine ${quarantineDays} days`;
  return { label: `The honey: ${honeyUseSaid(use)}${days}.`, notes: notes.map((note) => HONEY_NOTES[note] ?? note) };
}
