import type { Fields } from '@yewridge/contract/season';
import { type EffectRow, FACTS, type Fact, type Narrowing, OTHERS } from '@yewridge/core/evidence';
import type { IsoDate } from '@yewridge/core/season';
import type { Question } from './standard-asks';

/** A question as it is put together on the page; ranges in SI. */
export interface QuestionDraft extends Narrowing {
  readonly fact: Fact;
  readonly valuesA: readonly string[];
  readonly valuesB: readonly string[];
  readonly fromA: number | null;
  readonly toA: number | null;
  readonly fromB: number | null;
  readonly toB: number | null;
  readonly othersB: boolean;
  readonly nameA: string;
  readonly nameB: string;
  readonly afterSeeing: boolean | null;
  readonly groupsPlaces: boolean;
}
export type QuestionSaid = Pick<
  Fields<'questions'>,
  | 'fact'
  | 'optionA'
  | 'optionB'
  | 'nameA'
  | 'nameB'
  | 'heightFromM'
  | 'heightToM'
  | 'seasonFrom'
  | 'seasonTo'
  | 'afterSeeing'
  | 'groupsPlaces'
>;

const rangeOf = (from: number | null, to: number | null): string | null =>
  from === null && to === null ? null : `${from ?? ''}..${to ?? ''}`;
const listOf = (values: readonly string[]): string | null => (values.length === 0 ? null : values.join(','));
const MOST_LETTERS = 500;

/** What is still missing, in a sentence; else the question as it is kept. */
export function readDraft(draft: QuestionDraft): QuestionSaid | string {
  const words = FACTS[draft.fact] === 'word';
  const a = words ? listOf(draft.valuesA) : rangeOf(draft.fromA, draft.toA);
  if (a === null) return words ? 'First option: choose one or more.' : 'First option: type from where or up to where.';
  const b = draft.othersB ? OTHERS : words ? listOf(draft.valuesB) : rangeOf(draft.fromB, draft.toB);
  if (b === null)
    return words
      ? 'Second option: choose one or more, or all others.'
      : 'Second option: type from where or up to where, or take all others.';
  const both = words && !draft.othersB ? draft.valuesA.filter((one) => draft.valuesB.includes(one)) : [];
  if (both.length > 0) return 'Second option: something is in both options. Each stay can be on one side only.';
  if (a.length > MOST_LETTERS || b.length > MOST_LETTERS) return 'An option names too much: take fewer, or all others.';
  const [nameA, nameB] = [draft.nameA.trim(), draft.nameB.trim()];
  if (nameA === '' || nameB === '') return 'Name both options: the answer is told in these words.';
  if (nameA === nameB) return `Both options are called "${nameA}": name them so that they can be told apart.`;
  if (draft.afterSeeing === null) return 'Say whether you had this question before you saw the records.';
  const { fact, heightFromM, heightToM, seasonFrom, seasonTo, afterSeeing } = draft;
  return {
    fact,
    optionA: a,
    optionB: b,
    nameA,
    nameB,
    heightFromM,
    heightToM,
    seasonFrom,
    seasonTo,
    afterSeeing,
    groupsPlaces: draft.groupsPlaces ? true : null,
  };
}

/** Questions that were asked on a day: the more, the more each of them must show. */
export const askedOn = (questions: readonly Question[], day: IsoDate): number =>
  questions.filter(({ askedOn: on }) => on === day).length;

/** The answer as it is kept with the question. */
export function answerFields(row: EffectRow | null, comparisons: number): Partial<Fields<'questions'>> {
  if (!row) return { comparisons, answer: 'The records cannot say: all stays are on one side.' };
  return {
    code: row.verdict.code,
    answer: row.verdict.text,
    catchesA: row.a.events,
    catchesB: row.b.events,
    daysA: row.a.days,
    daysB: row.b.days,
    ratio: row.ratio,
    lo: row.lo,
    hi: row.hi,
    comparisons,
  };
}
