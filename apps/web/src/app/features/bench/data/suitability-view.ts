import {
  CURVES,
  type DesignSuitability,
  desirabilityUnder,
  type Factor,
  FACTORS,
  type FactorRow,
  type Hemisphere,
  type Level,
  type NestScore,
  offSunnySide,
  type School,
  type Side,
  targetUnder,
} from '@yewridge/core/bench';
import type { UnitSystem } from '@yewridge/core/shared/units';
import type { Working } from '../../../shared/layout/working-panel';
import { capital, decimalText, figureText, percentText } from '../../../shared/units/format';
import { EVIDENCE_NAMES, FACTOR_NAMES, GRADE_NAMES, SCENTS } from './setup-words';

/** The small curve of a factor, in pixels. */
export const CURVE_SIZE = { width: 92, height: 22 } as const;
const INSET = 3;
const SAMPLES = 46;

/** What is drawn of each axis: where the curve says something, not the whole domain. */
const SHOWN: Readonly<Record<Factor, readonly [from: number, to: number]>> = {
  volume: [0.006, 0.16],
  entranceArea: [0.0003, 0.012],
  entranceHeight: [0, 12],
  entrancePosition: [0, 1],
  facing: [0, 360],
  shade: [0, 1],
  dryness: [0, 1],
  oldComb: [0, 10],
  odour: [0, 1],
  distance: [0, 5000],
  openFraction: [0, 1],
};

function along(factor: Factor, value: number): number {
  const [from, to] = SHOWN[factor];
  const log = CURVES[factor].scale === 'log';
  const at = (x: number): number => (log ? Math.log(Math.max(x, from)) : x);
  return Math.min(1, Math.max(0, (at(value) - at(from)) / (at(to) - at(from))));
}

function valueAlong(factor: Factor, share: number): number {
  const [from, to] = SHOWN[factor];
  return CURVES[factor].scale === 'log' ? from * (to / from) ** share : from + (to - from) * share;
}

const xOf = (share: number): number => INSET + share * (CURVE_SIZE.width - 2 * INSET);
const yOf = (d: number): number => CURVE_SIZE.height - INSET - d * (CURVE_SIZE.height - 2 * INSET);
const round = (value: number): number => Math.round(value * 10) / 10;

/** Curves of all factors under the schools followed, as paths; they do not change with the design. */
export type CurvePaths = Readonly<Record<Factor, string>>;

export function curvePaths(schools: readonly School[], hemisphere: Hemisphere): CurvePaths {
  const path = (factor: Factor): string =>
    Array.from({ length: SAMPLES }, (_, n) => {
      const share = n / (SAMPLES - 1);
      const d = desirabilityUnder(factor, valueAlong(factor, share), schools, hemisphere);
      return `${round(xOf(share))} ${round(yOf(d))}`;
    }).join('L');
  return Object.fromEntries(FACTORS.map((factor) => [factor, `M${path(factor)}`])) as Record<Factor, string>;
}

/** A value of a factor in the reader's units and words. */
export function factorText(factor: Factor, value: number, system: UnitSystem): string {
  switch (factor) {
    case 'volume':
      return figureText(value, 'volume', system);
    case 'entranceArea':
      return figureText(value, 'area', system);
    case 'entranceHeight':
      return figureText(value, 'height', system);
    case 'distance':
      return figureText(Math.round(value), 'height', system);
    case 'facing':
      return `${decimalText(value, 0)}°`;
    case 'oldComb':
      return value === 0 ? 'none' : value === 1 ? '1 comb' : `${decimalText(value, 1, true)} combs`;
    case 'entrancePosition':
      return value < 1 / 3 ? 'low' : value > 2 / 3 ? 'high' : 'middle';
    case 'odour':
      return SCENTS.find((scent) => scent.value === value)?.name ?? percentText(value);
    default:
      return percentText(value);
  }
}

interface Told {
  readonly value: string;
  readonly target: string;
  /** What is missing to the target, or the width of it. */
  readonly missing: string;
}

const SENTENCES: Readonly<Record<Factor, Partial<Readonly<Record<Side, (told: Told) => string>>>>> = {
  volume: {
    below: ({ value, missing, target }) =>
      `${value} is smaller than most swarms look for; ${missing} more would bring it to ${target}`,
    above: ({ value }) => `${value} is larger than swarms prefer; a small swarm may pass it by`,
  },
  entranceArea: {
    below: ({ value }) => `${value} is a narrow door; scouts may miss it and bees queue at it`,
    above: ({ value, target }) => `${value} is hard to defend; reduce it by a block to ${target}`,
  },
  entranceHeight: {
    below: ({ value, target }) => `${value} is lower than ${target}; safer for you`,
    above: ({ value }) => `${value} is higher than needed; consider the ladder`,
  },
  entrancePosition: {
    below: () => 'The door is low; this school puts it near the roof',
    above: () => 'The door is near the roof; floor level was preferred in test',
  },
  facing: { above: ({ value }) => `Turned ${value} away from the sunny side` },
  shade: {
    below: () => 'Midday sun heats the box and softens comb',
    above: () => 'Deep shade; scouts find it less easily',
  },
  dryness: { below: () => 'Lets rain in; bees tolerate it, comb and wood do not' },
  oldComb: {
    below: () => 'No dark comb',
    above: () => 'Many combs: wax moth risk, less open room',
  },
  odour: { below: () => 'No lure or hive scent' },
  distance: {
    below: () => 'Close to the parent colony',
    above: () => 'Few swarms travel this far',
  },
  openFraction: { below: () => 'Frames fill the room scouts walk in' },
};

/** Why a factor counts for or against the design, with the strength of what is known in brackets. */
export function reasonSentence(
  row: FactorRow,
  value: number,
  schools: readonly School[],
  hemisphere: Hemisphere,
  system: UnitSystem,
): string {
  if (row.weight === 0) return `${FACTOR_NAMES[row.factor]}: not counted by this school`;
  const [, side, level] = row.reason.split('.') as [Factor, Side, Level];
  const evidence = `(${EVIDENCE_NAMES[row.evidence]})`;
  if (level === 'good') return `${FACTOR_NAMES[row.factor]} is in the preferred range ${evidence}`;
  const target = targetUnder(row.factor, schools);
  const nearest = side === 'below' ? target.low : target.high;
  const shown = row.factor === 'facing' ? offSunnySide(value, hemisphere) : value;
  const told: Told = {
    value: factorText(row.factor, shown, system),
    target: factorText(row.factor, nearest, system),
    missing: factorText(row.factor, Math.max(0, nearest - value), system),
  };
  const sentence = SENTENCES[row.factor][side]?.(told) ?? `${FACTOR_NAMES[row.factor]} could be better`;
  return `${sentence} ${evidence}`;
}

export interface FactorView {
  readonly factor: Factor;
  readonly name: string;
  readonly value: string;
  readonly evidence: string;
  /** The point of the design on its curve. */
  readonly x: number;
  readonly y: number;
  readonly good: boolean;
  readonly counted: boolean;
  readonly sentence: string;
  readonly working: Working;
}

/** Rows keep one order, whatever the score says. `openJoint`: bees pass where two of its sections meet. */
export function factorViews(
  { score, site }: DesignSuitability,
  schools: readonly School[],
  system: UnitSystem,
  openJoint = false,
): readonly FactorView[] {
  const hemisphere = site.hemisphere ?? 'N';
  return FACTORS.flatMap((factor): FactorView[] => {
    const row = score.factors.find((one) => one.factor === factor);
    const value = site[factor];
    if (!row || value === undefined) return [];
    const { low, high } = targetUnder(factor, schools);
    const best = low === high ? factorText(factor, low, system) : `${factorText(factor, low, system)} and more`;
    const sentence =
      openJoint && row.reason.startsWith('entranceArea.above')
        ? `${factorText(factor, value, system)} with the open joint is hard to defend; close the joint first (${EVIDENCE_NAMES[row.evidence]})`
        : reasonSentence(row, value, schools, hemisphere, system);
    return [
      {
        factor,
        name: FACTOR_NAMES[factor],
        value: factor === 'odour' ? percentText(value) : factorText(factor, value, system),
        evidence: EVIDENCE_NAMES[row.evidence],
        x: round(xOf(along(factor, value))),
        y: round(yOf(row.desirability)),
        good: row.desirability >= 0.9,
        counted: row.weight > 0,
        sentence,
        working: {
          formula: 'taken from the score = 1 − desirability ^ (weight ÷ all weights known)',
          inputs: [
            ['This design', factorText(factor, value, system)],
            ['Best', factor === 'facing' ? 'the sunny side' : best],
            ['Desirability', decimalText(row.desirability, 2)],
            ['Weight', decimalText(row.weight, 1)],
            ['Takes from the score', percentText(row.loss)],
          ],
          source:
            'Nest-choice tests and surveys (Insectes Soc. 1976, 1978; Behav. Ecol. Sociobiol. 1977); see docs/science/suitability.md.',
          sure: `Evidence ${EVIDENCE_NAMES[row.evidence]}. ${sentence}.`,
        },
      },
    ];
  });
}

/** What speaks for and against the design, costliest first, and what nobody has said yet. */
export function reasonsOf(
  views: readonly FactorView[],
  { score, beyond }: DesignSuitability,
): { readonly for: readonly string[]; readonly against: readonly string[]; readonly unknown: string } {
  const byCost = score.factors.flatMap(({ factor }) => views.filter((view) => view.factor === factor));
  const counted = byCost.filter((view) => view.counted);
  const missing = FACTORS.filter((factor) => !views.some((view) => view.factor === factor));
  const named = missing.map((factor) =>
    beyond.includes(factor) ? `${FACTOR_NAMES[factor]} (beyond any curve)` : FACTOR_NAMES[factor],
  );
  return {
    for: counted.filter(({ good }) => good).map(({ sentence }) => sentence),
    against: counted.filter(({ good }) => !good).map(({ sentence }) => sentence),
    unknown: named.join(', '),
  };
}

/** Half a percent of the score: less would read as nothing. */
const WORTH_SAYING = 0.005;

/** The costliest first, in one sentence. */
export function limitingSentence(judged: DesignSuitability, views: readonly FactorView[]): string {
  const { limiting } = judged.score;
  const loss = judged.score.factors.find(({ factor }) => factor === limiting)?.loss ?? 0;
  if (limiting === null || loss < WORTH_SAYING) return 'Nothing that is known stands in the way.';
  const view = views.find(({ factor }) => factor === limiting);
  return `${capital(FACTOR_NAMES[limiting])} costs most, about ${percentText(loss)} of the score${view ? `: ${view.sentence}` : ''}.`;
}

/** `good, 0.81`; the grade of a school never without that of the field tests: `excellent, 0.93; by field tests good, 0.81`. */
export function gradeText(score: NestScore): string {
  const field = fieldGradeText(score);
  return `${GRADE_NAMES[score.grade]}, ${scoreText(score.score)}${field === null ? '' : `; ${field}`}`;
}

/** `by field tests good, 0.81`; `null` where the schools make no difference. */
export function fieldGradeText({ grade, score, fieldGrade, fieldScore }: NestScore): string | null {
  const same = grade === fieldGrade && Math.abs(score - fieldScore) < WORTH_SAYING;
  return same ? null : `by field tests ${GRADE_NAMES[fieldGrade]}, ${scoreText(fieldScore)}`;
}

export function scoreText(score: number): string {
  return decimalText(score, 2);
}
