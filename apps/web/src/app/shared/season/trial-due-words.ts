import type { TrialDueDto } from '@yewridge/contract/rounds';
import type { IsoDate } from '@yewridge/core/season';
import { dayShort } from './season-words';

export interface TrialDueLine {
  readonly what: string;
  readonly where: string;
  readonly why: string;
  readonly when: string;
  /** Of the form a trap is hung with: the first of those that do not hang. */
  readonly query: Readonly<Record<string, string>>;
}

const both = (words: readonly string[]): string => [...new Set(words)].join(' and ');

/** What a trial asks for, in words. */
export function trialDueLine({ kind, on, trial, traps, partner }: TrialDueDto, today: IsoDate): TrialDueLine {
  const [first] = traps;
  const numbers = both(traps.map(({ number }) => number));
  const where = both(traps.map(({ site }) => site ?? 'a place of yours'));
  const query = {
    ...(first ? { trap: first.trapId } : {}),
    ...(first?.siteId ? { site: first.siteId } : {}),
  };
  if (kind === 'look') {
    const day = on === today ? 'today' : `on ${dayShort(on)}`;
    return {
      what: `Look at ${numbers} too`,
      where,
      why: `${partner ?? 'The other of its pair'} was looked at ${day}; both of a pair on one day. Trial: ${trial}.`,
      when: on === today ? 'Today' : 'Due',
      query,
    };
  }
  const ways = traps.map(({ number, way }) => `${number}: ${way}`).join('; ');
  const late = on < today ? `began on ${dayShort(on)}` : on === today ? 'begins today' : `begins on ${dayShort(on)}`;
  return {
    what: traps.length > 1 ? `Hang ${numbers} on one day` : `Hang ${numbers}`,
    where,
    why: `${ways}. The trial ${trial} ${late}.`,
    when: on < today ? 'Late' : on === today ? 'Today' : `by ${dayShort(on)}`,
    query,
  };
}
