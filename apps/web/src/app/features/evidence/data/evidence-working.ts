import type { EffectAsk, EffectRow } from '@yewridge/core/evidence';
import type { Working } from '../../../shared/layout/working-panel';
import { decimalText } from '../../../shared/units/format';
import { count } from './evidence-words';

const SURE: Readonly<Record<EffectRow['verdict']['code'], string>> = {
  'too-few': 'Fewer than five catches say nothing.',
  same: 'Nine times in ten the truth is within the range, and the range is close to one.',
  clear:
    'The direction is right at least 39 times in 40, counted over all questions asked here. Traps were not assigned by chance.',
  leaning: 'The direction is right at least 9 times in 10, counted over all questions asked here. Not settled.',
  undecided: 'The direction may be wrong. Below about ten catches the range itself is rough.',
};

/** How one answer came about. */
export function effectWorking(row: EffectRow, ask: EffectAsk): Working {
  const sides: Working['inputs'] =
    ask.kind === 'sides'
      ? [
          [ask.nameA, `${count(row.a.events)} catches in ${count(row.a.days)} days`],
          [ask.nameB, `${count(row.b.events)} catches in ${count(row.b.days)} days`],
        ]
      : [['all stays', `${count(row.a.events)} catches in ${count(row.a.days)} days`]];
  return {
    formula: 'ln(catches a trap-day) = level + Σ question × effect + its place + its season (and keeper)',
    inputs: [
      ...sides,
      ['ratio', `${decimalText(row.ratio, 2)} (${decimalText(row.lo, 2)} to ${decimalText(row.hi, 2)}, 9 times in 10)`],
      ['direction right', `${decimalText(100 * row.pDirection, 1)} in 100, before the other questions are counted`],
    ],
    source:
      'Poisson regression over days at risk; places and seasons pooled in part; a prior that holds effects near nothing (rule of thumb: rarely fourfold). Other questions on this page are held still.',
    sure: SURE[row.verdict.code],
  };
}
