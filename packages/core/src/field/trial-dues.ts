/**
 * What a trial asks of its keeper now: to hang the two traps of a pair, and to look at both on the same day.
 *
 * A pair is to hang by the day the trial begins, and is proposed two weeks before. Once both hang, a look at one asks for a look at the
 * other on that day: bees found a week later look like bees that came a week later. Source: conventions of ours ({@link trialState}).
 */
import { trialState } from '../evidence/index.js';
import { addDays, daysBetween, type IsoDate } from '../season/index.js';
import { groupedBy } from '../shared/groups/index.js';
import type { Hanging } from './hanging.js';
import type { TrapLine } from './lines.js';

/** A trial with its traps. */
export interface TrialLine {
  readonly id: string;
  readonly name: string;
  readonly nameA: string;
  readonly nameB: string;
  readonly beginsOn: IsoDate;
  readonly endsOn: IsoDate;
  readonly openedOn: IsoDate | null;
  readonly assigned: readonly {
    readonly block: number;
    readonly trapId: string;
    readonly siteId: string | null;
    readonly side: 'A' | 'B';
    readonly site: string | null;
  }[];
}
export interface TrialDue {
  readonly trialId: string;
  readonly trial: string;
  readonly block: number;
  readonly kind: 'hang' | 'look';
  /** `hang`: the day the trial begins. `look`: the day the other one was looked at. */
  readonly on: IsoDate;
  /** The traps it is about: those that do not hang, or the one that was not looked at. */
  readonly traps: readonly {
    readonly trapId: string;
    readonly number: string;
    /** What the coin gave it. */
    readonly way: string;
    readonly siteId: string | null;
    readonly site: string | null;
    readonly stayId: string | null;
  }[];
  /** The other of the pair, where only one is asked for. */
  readonly partner: string | null;
}

/** A pair is proposed so long before its trial begins. */
const AHEAD_DAYS = 14;
/** A look that long ago asks for no other any more: the next round does both. */
const LOOK_DAYS = 3;

interface Known {
  readonly hanging: readonly Hanging[];
  readonly traps: ReadonlyMap<string, Pick<TrapLine, 'number'>>;
  readonly today: IsoDate;
}

export function trialDues(trials: readonly TrialLine[], known: Known): readonly TrialDue[] {
  const stays = new Map(known.hanging.map((one) => [one.trapId, one]));
  return trials
    .filter((trial) => {
      const state = trialState(trial, trial.openedOn, known.today);
      return state === 'running' || (state === 'toCome' && daysBetween(known.today, trial.beginsOn) <= AHEAD_DAYS);
    })
    .flatMap((trial) =>
      [...groupedBy(trial.assigned, ({ block }) => String(block)).values()].flatMap(
        (pair) => pairDue(trial, pair, stays, known) ?? [],
      ),
    );
}

function pairDue(
  trial: TrialLine,
  pair: TrialLine['assigned'],
  stays: ReadonlyMap<string, Hanging>,
  { traps, today }: Known,
): TrialDue | null {
  const both = pair.map((one) => ({ ...one, stay: stays.get(one.trapId) }));
  const due = (kind: TrialDue['kind'], on: IsoDate, asked: typeof both): TrialDue => {
    const [other] = both.filter((one) => !asked.includes(one));
    return {
      trialId: trial.id,
      trial: trial.name,
      block: pair[0]?.block ?? 0,
      kind,
      on,
      traps: asked.map(({ trapId, siteId, site, side, stay }) => ({
        trapId,
        number: traps.get(trapId)?.number ?? '',
        way: side === 'A' ? trial.nameA : trial.nameB,
        siteId: stay?.siteId ?? siteId,
        site: stay?.site ?? site,
        stayId: stay?.deploymentId ?? null,
      })),
      partner: other ? (traps.get(other.trapId)?.number ?? null) : null,
    };
  };
  const out = both.filter(({ stay }) => !stay);
  if (out.length > 0) return due('hang', trial.beginsOn, out);
  // What holds bees is looked at for its own sake.
  if (both.length < 2 || both.some(({ stay }) => stay?.beesIn)) return null;
  const looked = [...both].sort((a, b) => ((a.stay?.lastVisitOn ?? '') < (b.stay?.lastVisitOn ?? '') ? -1 : 1));
  const [earlier, later] = [looked[0], looked.at(-1)];
  const day = later?.stay?.lastVisitOn;
  if (!earlier || !day || earlier.stay?.lastVisitOn === day || day < addDays(today, -LOOK_DAYS)) return null;
  return day >= trial.beginsOn ? due('look', day, [earlier]) : null;
}
