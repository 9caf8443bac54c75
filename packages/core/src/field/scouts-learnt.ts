/** How scouts foretell a swarm by the keeper's own looks. Source of the model: {@link fitScoutModel}. */
import {
  daysBetween,
  fitScoutModel,
  SCOUT_PRIOR,
  type ScoutCount,
  scoutFeatures,
  type ScoutLook,
  type ScoutModel,
} from '../season/index.js';
import type { CorrectionUse } from '../evidence/words.js';
import { DomainError } from '../shared/errors/index.js';
import { groupedBy } from '../shared/groups/index.js';
import type { VisitLine } from './lines.js';

/** A look says something of the next one within so many days. */
const LONGEST_DAYS = 14;
/** Counts that far apart are no rise: see the core's scouts. */
const RISE_DAYS = 8;
/** Before so many arrivals the rule of thumb knows more than the log. */
const LEAST_ARRIVALS = 3;
const DAY_MINUTES = 1440;

export interface LearntScouts {
  /** The one in use. */
  readonly model: ScoutModel;
  /** Tuned to the log, in use or not; the rule of thumb where the log has not earned it. */
  readonly own: ScoutModel;
  /** Looks followed by another, and how many of those found bees. */
  readonly looks: number;
  readonly arrivals: number;
  /** The log has seen enough to correct the rule of thumb. */
  readonly earned: boolean;
  /** It does: nobody holds to the rule of thumb. */
  readonly tuned: boolean;
}

function timeOf(at: string): { readonly day: number; readonly hour: number } {
  const minute = Number(at.slice(11, 13)) * 60 + Number(at.slice(14, 16));
  return { day: daysBetween('1970-01-01', at.slice(0, 10)) + minute / DAY_MINUTES, hour: minute / 60 };
}

type SaysOfBees = VisitLine & { readonly occupied: 0 | 1 };
const saysOfBees = (visit: VisitLine): visit is SaysOfBees => visit.occupied !== null;

/** Each counted look of a stay with what the next look found. */
function looksOf(visits: readonly VisitLine[]): readonly ScoutLook[] {
  const looks: ScoutLook[] = [];
  const counts: ScoutCount[] = [];
  for (const [n, { at, scouts, occupied }] of visits.entries()) {
    if (occupied === 1) break;
    const { day, hour } = timeOf(at);
    if (scouts === null || day <= (counts.at(-1)?.day ?? -Infinity)) continue;
    counts.push({ day, hour, perMin: scouts });
    // What lies further back says nothing of how the scouts rise.
    while ((counts[0]?.day ?? day) < day - RISE_DAYS) counts.shift();
    const next = visits.slice(n + 1).find(saysOfBees);
    const days = next ? timeOf(next.at).day - day : 0;
    if (next && days > 0 && days <= LONGEST_DAYS) {
      looks.push({ counts: [...counts], days, arrived: next.occupied });
    }
  }
  return looks.filter(saysSomething);
}

/** Scouts counted when they are home say nothing. */
function saysSomething(look: ScoutLook): boolean {
  try {
    scoutFeatures(look.counts);
    return true;
  } catch (error) {
    if (error instanceof DomainError && error.code === 'EMPTY') return false;
    throw error;
  }
}

/**
 * How scouts foretell a swarm, by the rule of thumb or tuned to the looks of all years, each stay's oldest first.
 * @param use the rule of thumb, where the keeper holds to it whatever the log says.
 */
export function learnScouts(visits: readonly VisitLine[], use: CorrectionUse = 'log'): LearntScouts {
  const byStay = groupedBy(visits, ({ deploymentId }) => deploymentId);
  const { n, events, mean, sd } = fitScoutModel([...byStay.values()].flatMap(looksOf));
  const earned = events >= LEAST_ARRIVALS;
  const tuned = earned && use === 'log';
  const own = earned ? { mean, sd } : SCOUT_PRIOR;
  return { model: tuned ? own : SCOUT_PRIOR, own, looks: n, arrivals: events, earned, tuned };
}
