import { CORRECTED, CORRECTION_USES, DEVIATIONS, FACT_NAMES, VERDICT_CODES } from '@yewridge/core/evidence/words';
import { date, flag, link, must, number, patterned, text, whole, word } from './columns.js';

const DAY_OF_YEAR = /^(0[1-9]|1[0-2])-(0[1-9]|[12]\d|3[01])$/;
const OPTION = 500;
const NAME = 60;
/** Characters of a neighbour's spells as they are kept: 2000 rows. */
const SPELLS = 240_000;

/** What is asked of the records, and what others' records say. */
export const EVIDENCE_TABLES = {
  /** The days of every year that count as days at risk; one row, or none for the usual ones. */
  windows: {
    fromDay: must(patterned(5, DAY_OF_YEAR, 'a day of every year like 04-01')),
    untilDay: must(patterned(5, DAY_OF_YEAR, 'a day of every year like 07-15')),
    notes: text(2000),
  },
  /** Which speaks where the log has earned a word: the rule of thumb or the log. Without a row the log does. */
  corrections: {
    what: must(word(...CORRECTED)),
    use: must(word(...CORRECTION_USES)),
  },
  /** A question of the keeper's own: two sides, which stays it is about, and its answer on the day it was asked. */
  questions: {
    fact: must(word(...FACT_NAMES)),
    optionA: must(text(OPTION)),
    optionB: must(text(OPTION)),
    nameA: must(text(NAME)),
    nameB: must(text(NAME)),
    heightFromM: number(0, 40),
    heightToM: number(0, 40),
    seasonFrom: whole(1900, 2200),
    seasonTo: whole(1900, 2200),
    askedOn: must(date),
    /** Put after the records were seen: what struck somebody is likelier to be chance. */
    afterSeeing: flag,
    /** Places stand in its two groups. */
    groupsPlaces: flag,
    code: word(...VERDICT_CODES),
    answer: text(300),
    catchesA: whole(0, 100_000),
    catchesB: whole(0, 100_000),
    daysA: number(0, 1e7),
    daysB: number(0, 1e7),
    ratio: number(0, 1e9),
    lo: number(0, 1e9),
    hi: number(0, 1e9),
    /** Questions asked until then on that day, this one among them. */
    comparisons: whole(1, 1000),
    notes: text(2000),
  },
  /** What another keeper's traps came to, as their file says: no names and no places. */
  neighbours: {
    keeper: must(text(40)),
    takenOn: must(date),
    digest: must(text(64)),
    /** How many rows, for a list that does not read them. */
    rows: must(whole(1, 2000)),
    spells: must(text(SPELLS)),
    notes: text(2000),
  },
  /** A fair question to one's own traps: fixed before it begins, opened when it ends. */
  trials: {
    name: must(text(NAME)),
    fact: must(word(...FACT_NAMES)),
    /** What is done on each side; a value of the record where it is one. */
    optionA: must(text(NAME)),
    optionB: must(text(NAME)),
    nameA: must(text(NAME)),
    nameB: must(text(NAME)),
    seed: must(whole(0, 4_294_967_295)),
    beginsOn: must(date),
    endsOn: must(date),
    /** The difference it is to see. */
    hopedRatio: must(number(1.05, 20)),
    openedOn: date,
    /** The trial whose sides it swaps. */
    afterTrial: link('trials'),
    notes: text(2000),
  },
  /** A trap of a trial: its pair, and the side the coin gave it. */
  assignments: {
    trialId: must(link('trials')),
    block: must(whole(1, 500)),
    trapId: must(link('traps')),
    siteId: link('sites'),
    side: must(word('A', 'B')),
  },
  /** What went otherwise than the trial said: recorded, not hidden. */
  deviations: {
    trialId: must(link('trials')),
    trapId: link('traps'),
    on: must(date),
    what: must(word(...DEVIATIONS)),
    notes: text(2000),
  },
} as const;
