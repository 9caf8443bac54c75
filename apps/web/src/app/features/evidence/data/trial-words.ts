import type { Fields, RecordDto } from '@yewridge/contract/season';
import type { EvidenceDto } from '@yewridge/contract/evidence';
import {
  type Power,
  type PowerAsk,
  timesSaid,
  type TrialAnswer,
  type TrialState,
  trialState,
  worseRate,
} from '@yewridge/core/evidence';
import { addDays, daysBetween, type IsoDate } from '@yewridge/core/season';
import { dayLong, dayShort } from '../../../shared/season/season-words';
import { capital, percentText } from '../../../shared/units/format';
import { catchesSaid, count, many } from './evidence-words';

export type Trial = RecordDto<'trials'>;
export type Assigned = RecordDto<'assignments'>;
export type Deviating = RecordDto<'deviations'>;

/** What a keeper can give a trap by the draw of a lot; a place cannot be given. */
export const TRIAL_FACTS = {
  lure: 'lure',
  comb: 'comb inside',
  heightM: 'height of the door',
  facingDeg: 'where the door looks',
  entranceM2: 'size of the door',
  volumeM3: 'room inside',
} as const;
export type TrialFact = keyof typeof TRIAL_FACTS;

/** Words the record itself has for two ways. */
export const PRESETS: Partial<Record<TrialFact, readonly { readonly id: string; readonly name: string }[]>> = {
  comb: [
    { id: 'oldBrood', name: 'old comb' },
    { id: 'drawn', name: 'drawn comb' },
    { id: 'none', name: 'no comb' },
  ],
};

export const DEVIATION_SAID: Readonly<Record<Deviating['what'], string>> = {
  peeked: 'the answer was looked at before the end',
  otherSide: 'done the other way',
  notHung: 'not hung',
  lost: 'lost or stolen',
  moved: 'hung at another place',
  stoppedEarly: 'taken down early',
  other: 'something else',
};

const SEASONS = [1, 2, 3] as const;
const SIMULATED = 2000;
/** Chances to see a difference in one, two and three seasons, from how often these traps catch. */
export function powerAsks(
  pairs: number,
  {
    hoped,
    days,
    events,
    trapDays,
  }: { readonly hoped: number; readonly days: number; readonly events: number; readonly trapDays: number },
  seed: number,
): readonly PowerAsk[] {
  const ratePerDay = worseRate(events, trapDays, hoped);
  return SEASONS.map((seasons) => ({ pairs, ratePerDay, ratio: hoped, seed, seasons, days, nSim: SIMULATED }));
}

const band = ({ power, lo, hi }: Power): string => `${percentText(power)} (${percentText(lo)} to ${percentText(hi)})`;
const ENOUGH = 0.8;
/** `With 6 pairs a twofold difference is seen 9 % (8 % to 10 %) of the time in one season …`. */
export function powerSaid(pairs: number, hoped: number, powers: readonly Power[]): string {
  const [one, two, three] = powers;
  if (!one || !two || !three) return '';
  const way =
    one.power >= ENOUGH
      ? 'One season will do.'
      : two.power >= ENOUGH
        ? 'Plan two seasons.'
        : three.power >= ENOUGH
          ? 'Plan three seasons.'
          : 'Three seasons will not do: take more traps, hope for a larger difference, or pool with other keepers.';
  return `With ${many(pairs, 'pair', 'pairs')} a difference of ${timesSaid(hoped)} times is seen in ${band(one)} of trials after one season, ${band(two)} after two, ${band(three)} after three. ${way}`;
}

/** What both sides keep to. */
export const PROTOCOL: readonly string[] = [
  'Hang both traps of a pair at the same height, with the same room, door and comb, but for what the trial is about.',
  'Look at both traps of a pair on the same day.',
  'Hang a caught trap again the same way.',
  'Do not stop early because it looks good: the test and the last day are fixed now.',
  'Swap the two ways between the traps of a pair next season.',
];

export const stateOf = (trial: Trial, today: IsoDate): TrialState => trialState(trial, trial.openedOn, today);
export function stateSaid(trial: Trial, today: IsoDate): string {
  switch (stateOf(trial, today)) {
    case 'toCome':
      return `begins on ${dayLong(trial.beginsOn)}`;
    case 'running':
      return today === trial.endsOn
        ? 'has its last day today'
        : `runs until ${dayLong(trial.endsOn)}, ${many(daysBetween(today, trial.endsOn), 'day', 'days')} more`;
    case 'over':
      return 'is over: open its answer';
    case 'opened':
      return `ended on ${dayLong(trial.endsOn)}`;
  }
}

/** The answer of a trial. It came by the coin: that traps were not assigned by chance is not said here. */
export function trialSaid({ a, b, test, settled }: TrialAnswer, names: Pick<Trial, 'nameA' | 'nameB'>): string {
  const side = (name: string, { events, days }: TrialAnswer['a']): string =>
    `${name}: ${catchesSaid(events)} in ${count(days)} trap-days`;
  const both = `${side(names.nameA, a)}; ${side(names.nameB, b)}.`;
  if (!test) return `${both} One side has no day at risk: there is no answer.`;
  if (a.events + b.events === 0) return `${both} No catch on either side: nothing to tell them apart by.`;
  const p = test.p < 0.01 ? 'fewer than 1 time in 100' : `${count(100 * test.p)} times in 100`;
  const ratio = `${timesSaid(test.ratio)} times (${timesSaid(test.lo)} to ${timesSaid(test.hi)}, 9 times in 10)`;
  return settled
    ? `${both} ${test.ratio >= 1 ? names.nameA : names.nameB} catches more: ${ratio}. Chance alone would part them so far ${p}.`
    : `${both} Not settled: ${ratio}, and chance alone would part them so far ${p}.`;
}

type Visit = Pick<RecordDto<'visits'>, 'deploymentId' | 'at'>;
interface Hung {
  readonly deploymentId: string;
  readonly hungOn: IsoDate;
  readonly siteId: string;
  readonly comb: string | null;
}
export interface PairRow {
  readonly block: number;
  readonly traps: readonly {
    readonly assigned: Assigned;
    readonly number: string;
    readonly way: string;
    readonly stayId: string | null;
    readonly says: string;
    readonly late: boolean;
  }[];
  /** Said of both: one was looked at, and the other waits. */
  readonly pair: string;
}

/** What is due in a pair, and how each of its traps stands. */
export function pairRows(
  trial: Trial,
  assigned: readonly Assigned[],
  known: {
    readonly numbers: ReadonlyMap<string, string>;
    readonly sites: ReadonlyMap<string, string>;
    readonly hung: ReadonlyMap<string, Hung>;
    readonly visits: readonly Visit[];
  },
): readonly PairRow[] {
  const blocks = [...new Set(assigned.map(({ block }) => block))].sort((a, b) => a - b);
  return blocks.map((block) => {
    const both = assigned.filter((one) => one.block === block);
    const looked = both.map(({ trapId }) => {
      const stay = known.hung.get(trapId);
      const days = stay
        ? known.visits.filter((one) => one.deploymentId === stay.deploymentId).map(({ at }) => at.slice(0, 10))
        : [];
      return days.sort().at(-1) ?? null;
    });
    const traps = both.map((one) => {
      const stay = known.hung.get(one.trapId) ?? null;
      const way = one.side === 'A' ? trial.nameA : trial.nameB;
      const option = one.side === 'A' ? trial.optionA : trial.optionB;
      const site = one.siteId === null ? null : (known.sites.get(one.siteId) ?? null);
      const other = stay && trial.fact === 'comb' && stay.comb !== null && stay.comb !== option;
      const says = !stay
        ? `not hung yet${site === null ? '' : `: goes to ${site}`}`
        : other
          ? 'hangs the other way'
          : `hung on ${dayShort(stay.hungOn)}`;
      return {
        assigned: one,
        number: known.numbers.get(one.trapId) ?? '',
        way,
        stayId: stay?.deploymentId ?? null,
        says,
        late: !stay || other === true,
      };
    });
    const [first, second] = looked;
    const apart = both.length === 2 && first !== second && traps.every(({ stayId }) => stayId !== null);
    const waits = (first ?? '') < (second ?? '') ? 0 : 1;
    const day = looked[1 - waits];
    const pair =
      apart && typeof day === 'string'
        ? `${traps[1 - waits]?.number ?? ''} was looked at on ${dayShort(day)}: look at ${traps[waits]?.number ?? ''} too, both on the same day`
        : '';
    return { block, traps, pair };
  });
}

export const usualEnd = (today: IsoDate, seasons: EvidenceDto['seasons'], seasonDays: number): IsoDate => {
  const end = seasons.at(-1)?.end;
  return end !== undefined && end > addDays(today, 1) ? end : addDays(today, seasonDays);
};
export const trialName = (fields: Pick<Fields<'trials'>, 'nameA' | 'nameB'>): string =>
  `${capital(fields.nameA)} or ${fields.nameB}`;
