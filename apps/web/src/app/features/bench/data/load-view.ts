import {
  ADDED_BAND,
  type Design,
  type DesignLoad,
  type HangingLoad,
  type HangVerdict,
  HORIZON_DAYS,
  ladderCheck,
  type LadderRating,
  LADDERS,
  liftLimit,
  OK_RESERVE,
  USUAL_LIMITS,
} from '@yewridge/core/bench';
import type { UnitSystem } from '@yewridge/core/shared/units';
import type { Working } from '../../../shared/layout/working-panel';
import { decimalText, figureOf, figureText } from '../../../shared/units/format';
import type { Piece } from './readings-view';
import { FLOW_NAMES, HANGING_NAMES } from './setup-words';

const dayText = (day: number | null): string =>
  day === null ? `after day ${HORIZON_DAYS}` : `day ${decimalText(Math.floor(day), 0)}`;

/** Said where not every part could be weighed: which, and that its mass can be typed. */
function notKnown(design: Design, load: DesignLoad, system: UnitSystem): string {
  const names = namesOf(design, load).join(' and ');
  return `Weigh ${names} and type it there: the rest is ${figureText(load.empty.mass, 'mass', system)}`;
}

/** The one answer of hang and load. */
export function downAnswer(design: Design, load: DesignLoad, system: UnitSystem): string {
  const { down, plan, empty, unweighed } = load;
  const limit = figureText(plan.limit, 'mass', system);
  if (unweighed.length > 0) return notKnown(design, load, system);
  if (empty.mass + plan.swarm >= plan.limit) return `Over ${limit} from the first day`;
  return down.likely === null
    ? `Under ${limit} for ${HORIZON_DAYS} days`
    : `Down before ${dayText(down.likely)}: then it is ${limit}`;
}

/** `about day 19`, or that it stays under the limit. */
export function downWords(design: Design, load: DesignLoad, system: UnitSystem): string {
  const { down, plan, empty, unweighed } = load;
  if (unweighed.length > 0) return notKnown(design, load, system);
  const limit = figureText(plan.limit, 'mass', system);
  const swarm = figureText(plan.swarm, 'mass', system);
  if (empty.mass + plan.swarm >= plan.limit) return `With a ${swarm} swarm it is over ${limit} from the first day`;
  if (down.likely === null)
    return `Under ${limit} for ${HORIZON_DAYS} days with a ${swarm} swarm in a ${FLOW_NAMES[plan.flow]}`;
  return `${limit} about ${dayText(down.likely)} with a ${swarm} swarm in a ${FLOW_NAMES[plan.flow]}`;
}

/** Names of what nobody could weigh. */
function namesOf(design: Design, { unweighed }: Pick<DesignLoad, 'unweighed'>): readonly string[] {
  return unweighed.map((id) => {
    const own = id.replace(/\.contents$/, '');
    const label = design.sections.find((section) => section.id === own)?.label ?? own;
    return own === id ? `“${label}”` : `what else is in “${label}”`;
  });
}

/** What is not in the mass, and how to get it in. */
export function unweighedWords(design: Design, load: DesignLoad): string | null {
  const names = namesOf(design, load);
  return names.length === 0
    ? null
    : `Not in it, for nobody taped its boards: ${names.join(', ')}. Weigh it and type its mass, or weigh the trap when it is built.`;
}

export interface MassLine {
  readonly pieces: readonly Piece[];
  readonly working: Working;
}

export function massLine(design: Design, load: DesignLoad, system: UnitSystem): MassLine {
  const mass = figureOf(load.empty.mass, 'mass', system);
  const text = (value: number): string => figureText(value, 'mass', system);
  const missing = unweighedWords(design, load);
  const empty =
    load.empty.mass > 0
      ? [{ big: mass.text }, { small: `${mass.unit} empty. ${downWords(design, load, system)}` }]
      : [{ big: '?' }, { small: missing ?? 'not weighed' }];
  return {
    pieces: empty,
    working: {
      formula: 'empty = boards, frames and wax × their density; then bees + comb + honey + brood by days',
      inputs: [
        ['Lightest and heaviest, empty', `${text(load.empty.low)} to ${text(load.empty.high)}`],
        ...(load.soaked === null ? [] : [['Cardboard soaked through, empty', text(load.soaked)] as const]),
        ['Swarm', text(load.plan.swarm)],
        ['Reached soonest', dayText(load.down.soonest)],
        ['Reached latest', dayText(load.down.latest)],
      ],
      source: 'Densities FPL-GTR-282 and trade values; what bees add is an estimate of ours.',
      sure: `Weak: half to one and a half times the added mass (${decimalText(ADDED_BAND.low, 1)}–${decimalText(ADDED_BAND.high, 1)}) is ordinary. A luggage scale overrules it.${missing ? ` ${missing}` : ''}`,
    },
  };
}

/** One judgement of the load. */
export interface LoadLine {
  readonly level: 'look' | 'know' | 'good';
  readonly sentence: string;
}

const VERDICTS: Readonly<Record<HangVerdict, LoadLine['level']>> = {
  ok: 'good',
  marginal: 'look',
  unsafe: 'look',
  'needs-ledge': 'look',
};

/** What the load does to what it hangs by, in sentences. */
export function hangLines(design: Design, load: DesignLoad, system: UnitSystem): readonly LoadLine[] {
  const { hangs } = load;
  if (!design.hanging) return [{ level: 'know', sentence: 'Say how it hangs, and the forces follow.' }];
  if (hangs.length < 2) return hangs.flatMap((one) => linesOf(one, system));
  const alone: LoadLine = {
    level: 'know',
    sentence: 'Each is judged as if it carried all of it alone: nobody knows how they share it',
  };
  const named = hangs.flatMap((one) =>
    linesOf(one, system).map(({ level, sentence }) => ({
      level,
      sentence: `${HANGING_NAMES[one.hanging.style]}: ${sentence.charAt(0).toLowerCase()}${sentence.slice(1)}`,
    })),
  );
  return [alone, ...named];
}

/** One way of hanging. */
function linesOf({ hang, input: hangInput }: HangingLoad, system: UnitSystem): readonly LoadLine[] {
  if (!hang || !hangInput) return [{ level: 'know', sentence: 'It stands: strap it against wind and tipping.' }];
  const force = (value: number): string => figureText(value, 'force', system);
  const lines: LoadLine[] = [];
  if (hang.moment !== undefined && hang.pullOut !== undefined && hang.shear !== undefined) {
    const many = 'fasteners' in hangInput && (hangInput.fasteners ?? 1) > 1;
    const moment = figureText(hang.moment, 'moment', system);
    lines.push({
      level: 'know',
      sentence: `At the limit ${moment} pull ${many ? 'each top screw' : 'the fixing'} out with ${force(hang.pullOut)}; ${force(hang.shear)} bear down on ${many ? 'each' : 'it'}`,
    });
  } else if (hangInput.style === 'lash') {
    lines.push({ level: 'know', sentence: `Friction alone holds it from a strap tension of ${force(hang.force)}` });
  } else {
    lines.push({ level: 'know', sentence: `At the limit ${force(hang.force)} on each line` });
  }
  lines.push(verdictLine(hang.verdict, hang.reserve, hangInput.style === 'lash'));
  return lines;
}

function verdictLine(verdict: HangVerdict | undefined, reserve: number | undefined, strap: boolean): LoadLine {
  if (verdict === undefined) {
    return {
      level: 'look',
      sentence: 'Type the working load from the label: then this says whether it holds',
    };
  }
  const times = reserve === undefined ? '' : `${decimalText(reserve, 1)} times what is needed`;
  const sentence = {
    ok: `Holds with reserve: ${times}`,
    marginal: `Marginal: ${times}; ${decimalText(OK_RESERVE, 2)} times is the least to rely on`,
    unsafe: strap ? `Unsafe: ${times}, or pulled beyond its label` : `Unsafe: only ${times}`,
    'needs-ledge': 'A strap without a measured tension needs a ledge or bracket under the box',
  }[verdict];
  return { level: VERDICTS[verdict], sentence };
}

/** The trap as it would be carried: empty on the way up, at the keeper's limit on the way down. */
export function ladderLines(
  { empty, plan, unweighed }: DesignLoad,
  rating: LadderRating,
  person: number,
  system: UnitSystem,
): readonly LoadLine[] {
  const text = (kg: number): string => figureText(kg, 'mass', system);
  // What could not be weighed is not carried up lightly: only the limit is sure then.
  const up = unweighed.length > 0 ? [] : [{ what: 'up, empty', load: empty.high }];
  return [...up, { what: 'down, at your limit', load: plan.limit }].map(({ what, load }) => {
    const { verdict, total } = ladderCheck({ rating, person, load });
    const carried = `Carried ${what}, ${text(load)}`;
    const sentence = {
      ok: `${carried}: fine by the ladder and in the hand`,
      'lower-by-rope': `${carried}: more than the ${text(USUAL_LIMITS.ladder)} a hand should carry on a ladder; use a rope`,
      'over-rating': `${carried}: ${text(total)} in all is over the ladder’s ${text(LADDERS[rating])}`,
    }[verdict];
    return { level: verdict === 'ok' ? 'good' : 'look', sentence };
  });
}

/** Lifting the trap off at the keeper's limit, hands `horizontal` m from the ankles and `vertical` m above the ground. */
export function liftLine({ plan }: DesignLoad, horizontal: number, vertical: number, system: UnitSystem): LoadLine {
  const { limit, index } = liftLimit({ horizontal, vertical, load: plan.limit });
  const most = figureText(limit, 'mass', system);
  if (index === null || index === undefined) {
    return { level: 'look', sentence: 'Nobody should lift anything from there.' };
  }
  return index > 1
    ? { level: 'look', sentence: `From there most people should lift at most ${most}: your limit is over it` }
    : { level: 'good', sentence: `From there most people may lift ${most}: your limit is within it` };
}
