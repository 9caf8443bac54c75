import type { EvidenceDto } from '@yewridge/contract/evidence';
import { type Corrected, FEWEST_CATCHES, type LandmarkFactor } from '@yewridge/core/evidence';
import type { CallDto } from '@yewridge/contract/callouts';
import { ownLimit } from '@yewridge/core/callouts';
import { CARRIERS } from '@yewridge/core/season';
import type { UnitSystem } from '@yewridge/core/shared/units';
import type { RigJob } from '@yewridge/core/suction';
import { callJobs } from '../../../shared/calls/call-jobs';
import { countedJobs, FIELD_LIMITS, LIMIT_WORDS } from '../../../shared/calls/own-jobs';
import { CARRIER_NAMES, LANDMARK_NAMES } from '../../../shared/season/season-words';
import { capital, chanceText, decimalText, figureText } from '../../../shared/units/format';
import { catchesSaid, count, many } from './evidence-words';

export interface CorrectedRow {
  readonly what: string;
  readonly rule: string;
  readonly yours: string;
  readonly used: string;
}
/** One thing the log can correct: what stands where, and why that is used. */
export interface Correction {
  readonly what: Corrected;
  readonly title: string;
  readonly says: string;
  readonly switchSays: string;
  /** Head of the first column. */
  readonly first: string;
  readonly rows: readonly CorrectedRow[];
  /** The keeper holds to the rule. */
  readonly ruled: boolean;
  /** The log has earned a word in any of it. */
  readonly earned: boolean;
}

const YOURS = 'yours';
const RULE = 'the rule';
const used = (earned: boolean, ruled: boolean): string => (earned && !ruled ? YOURS : RULE);
const times = (factor: number): string => `${decimalText(factor, 2)} times`;

/** Chances of a swarm within a day. */
export function scoutRows({ earned, tuned, table }: EvidenceDto['scouts']): readonly CorrectedRow[] {
  return table.map(({ perMin, rule, own }) => ({
    what: count(perMin),
    rule: chanceText(rule),
    yours: earned ? chanceText(own) : 'too few swarms',
    used: tuned ? YOURS : RULE,
  }));
}

/** How fast a carrier empties, beside the table of carriers. */
function lureRows({ lures, uses }: EvidenceDto): readonly CorrectedRow[] {
  return lures.map(({ carrier, multiplier, gsd, weighings }) => {
    const usual = CARRIERS[carrier as keyof typeof CARRIERS].gsd;
    return {
      what: capital(CARRIER_NAMES[carrier as keyof typeof CARRIER_NAMES]),
      rule: `1, within ${times(usual)}`,
      yours: `${decimalText(multiplier, 2)}, within ${times(gsd)}, ${many(weighings, 'weighing', 'weighings')}`,
      used: used(weighings > 0, uses.lures === 'rule'),
    };
  });
}

/** How much a kind of place catches beside others. */
function placeRows(factors: readonly LandmarkFactor[], ruled: boolean): readonly CorrectedRow[] {
  return factors.map(({ landmark, events, days, rule, own, lo, hi, earned }) => ({
    what: capital(LANDMARK_NAMES[landmark as keyof typeof LANDMARK_NAMES]),
    rule: times(rule),
    yours: `${times(own)}, ${decimalText(lo, 2)} to ${decimalText(hi, 2)}; ${catchesSaid(events)} in ${count(days)} days`,
    used: used(earned, ruled),
  }));
}

const HELD = 'You hold to the rule of thumb.';
/** All the log can correct, in the order of how soon it is felt. */
export function corrections(evidence: EvidenceDto, factors: readonly LandmarkFactor[]): readonly Correction[] {
  const { scouts, lures, uses } = evidence;
  const places = factors.filter(({ earned }) => earned).length;
  return [
    {
      what: 'scouts',
      title: 'Do scouts foretell a swarm?',
      first: 'scouts a minute',
      says: scouts.earned
        ? `Chances of a swarm within a day. ${many(scouts.looks, 'count was', 'counts were')} followed by another look, ${count(scouts.arrivals)} of them by a swarm.`
        : `Chances of a swarm within a day. From three swarms on that came after counts the log is used; so far ${count(scouts.arrivals)}.`,
      switchSays: 'Foretell swarms by the log',
      rows: scoutRows(scouts),
      ruled: uses.scouts === 'rule',
      earned: scouts.earned,
    },
    {
      what: 'lures',
      title: 'How fast do lures empty?',
      first: 'carrier',
      says:
        lures.length > 0
          ? 'Beside the table of carriers, which is 1. Every weighing draws it nearer to what your scales say.'
          : 'No lure was weighed yet. One weighing of a carrier corrects the table for it.',
      switchSays: 'Reckon lures by your weighings',
      rows: lureRows(evidence),
      ruled: uses.lures === 'rule',
      earned: lures.length > 0,
    },
    {
      what: 'places',
      title: 'Which kinds of place draw swarms?',
      first: 'place',
      says:
        places > 0
          ? 'Beside any other place. Yours is used where the rule lies outside its range, 9 times in 10; next season’s places are chosen by it.'
          : `Beside any other place. Yours is used from ${FEWEST_CATCHES} catches on, where the rule lies outside its range. So far your log has nothing against the rule.`,
      switchSays: 'Judge places by the log',
      rows: placeRows(factors, uses.places === 'rule'),
      ruled: uses.places === 'rule',
      earned: places > 0,
    },
  ];
}

/** How hard bees may land, rig by rig: the usual limit, that of the jobs logged, and the one that is set. */
export function landingRows(
  rigs: readonly {
    readonly id: string;
    readonly name: string;
    readonly limit: number;
    readonly jobs: readonly RigJob[];
  }[],
  calls: readonly CallDto[],
  system: UnitSystem,
): readonly (CorrectedRow & { readonly id: string })[] {
  const speed = (of: number): string => figureText(of, 'speed', system);
  return rigs.map(({ id, name, limit, jobs }) => {
    const rows = [...countedJobs(jobs), ...callJobs(calls, id).flatMap(({ row }) => row ?? [])];
    const own = ownLimit({ rows, fieldLimits: FIELD_LIMITS });
    const used = limit === own.limit && own.moved ? YOURS : limit === FIELD_LIMITS.usual ? RULE : 'set by you';
    return {
      id,
      what: name,
      rule: speed(FIELD_LIMITS.usual),
      yours: own.moved ? `${speed(own.limit)}, ${many(own.jobs, 'job', 'jobs')}` : LIMIT_WORDS[own.reason],
      used: `${used}, ${speed(limit)}`,
    };
  });
}

/** What stands beside the switch. */
export function switchedSaid({ ruled, earned }: Correction): string {
  if (ruled) return HELD;
  return earned ? 'The log speaks where it has earned it.' : 'The rule of thumb speaks until the log has earned it.';
}
