import { date, flag, link, must, number, patterned, text, whole, word } from './columns.js';

const HOUR = /^([01]\d|2[0-3]):[0-5]\d$/;
const hour = patterned(5, HOUR, 'an hour like 18:30');
const NAME = 80;

/** A day's round: what was asked of it, what was said of its stops, and ways that were timed. */
export const ROUND_TABLES = {
  /** One a day. */
  rounds: {
    on: must(date),
    leaveAt: must(hour),
    /** Home by then; empty where nobody waits. */
    backBy: hour,
    fromName: must(text(NAME)),
    fromLat: must(number(-90, 90)),
    fromLon: must(number(-180, 180)),
    /** Whether it ends where it began; else at its last stop. */
    homeAgain: must(flag),
    /** Two people with two cars share it. */
    people: must(whole(1, 2)),
    /** m the ladder in the car reaches; empty where nobody said, 0 for none. */
    ladderM: number(0, 20),
    /** Boxes of bees that find room in the car. */
    boxes: whole(0, 20),
    /** s a stop for parking and the walk. */
    stopS: number(0, 7200),
    /** When one set out; the plan goes on from there. */
    leftAt: hour,
  },
  /** What was said of a stop: it keeps its place, it is left out, or it is gone to though nothing is due. */
  stops: {
    roundId: must(link('rounds')),
    deploymentId: must(link('deployments')),
    state: must(word('locked', 'dropped', 'added')),
    /** Which stop it is, from 1, where it is locked. */
    place: whole(1, 101),
  },
  /** A way that was timed, one direction of it. Where no site is named it is the place rounds set out from. */
  ways: {
    fromSiteId: link('sites'),
    toSiteId: link('sites'),
    start: text(NAME),
    durationS: must(number(0, 86_400)),
  },
} as const;
