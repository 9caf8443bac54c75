/**
 * From the shut box to a settled colony: dated steps, their reasons and what to mind.
 *
 * Formula: times follow sunset and sunrise at the place and the minute at which the suction stopped (or the box was shut); brood
 * holds bees and chills, so that with brood they are joined at once and without it after a night's rest.
 * Source: practice of two schools, neither proven: the same evening against a night's rest, a brood frame against an excluder.
 * Eggs stand three days, cells are built within days of a lost queen, workers lay about three weeks after the last open brood
 * (textbook); windows are conventions. Nobody is shut in beyond a day but under a known cool sky, nor for a queen who is not there.
 * Left out: local law on disease and treatments, which comes first.
 */
import { dateOfDay, wallTime } from '../shared/calendar/index.js';
import { REUNITE_CODES } from './call-words.js';
import { codesOf, type Said } from './call-facts.js';
import { type Days, daysOf } from './reunite-days.js';
import { type ReuniteCode, stepsOf } from './reunite-steps.js';
import { baseOf, HOT, type Story, storyOf, type TakenColony } from './reunite-story.js';

export interface ReuniteTask {
  readonly code: ReuniteCode;
  /** Local wall times, to the minute. */
  readonly start: string;
  readonly end: string;
  /** Local minutes after 00:00 of the day it was collected, not rounded. */
  readonly startMin: number;
  readonly endMin: number;
  readonly reason: string;
}
export interface ReunitePlan {
  readonly tasks: readonly ReuniteTask[];
  readonly notes: readonly string[];
}

/** m: moved so far, they find their way back. */
const TOO_NEAR = { over: 1, under: 5000 };

/** A queen who has to fly, or who is not there: what an excluder that was asked for would do. */
function excluderNotes({ kind, queen, caged, asked }: Story, { brooding, cast }: Days): readonly Said[] {
  const applies = asked === 'excluder' && kind !== 'trap' && !caged;
  const flies = queen === 'virgin' || cast;
  return [
    ['no-excluder-virgin', applies && flies],
    ['excluder-not-needed', applies && !flies && (queen === 'none' || brooding)],
  ];
}

/** What heat, known or not, says against shutting them in. */
function heatNotes({ kind, queen, tMax }: Story, { brooding, stays, restraint, joinDay, base }: Days): readonly Said[] {
  const trap = kind === 'trap';
  // Lowered in the morning of a cool day it stands in the shade, and is shut in from the night after.
  const night = base.some(({ code }) => code === 'shade') ? 1 : 0;
  const shut = [tMax(night + 1), tMax(night + 2)];
  const held = !brooding && queen !== 'none' && (restraint === 'none' || trap);
  const hot = held && shut.some((one) => one !== null && one >= HOT);
  const unknown = held && !hot && shut.includes(null);
  const joinHot = brooding && !stays && !trap && (tMax(joinDay) ?? -Infinity) >= HOT;
  return [
    ['heat', hot || joinHot],
    ['hold-needs-forecast', unknown],
    ['offer-brood', hot || unknown],
  ];
}

function notesOf(story: Story, days: Days, codes: ReadonlySet<ReuniteCode>): readonly string[] {
  const { kind, queen, brood, caged, strongFlow, broodLook, moved, late } = story;
  const unites = codes.has('unite') || codes.has('uniteIf');
  const near = moved !== null && moved > TOO_NEAR.over && moved < TOO_NEAR.under;
  const said: readonly Said[] = [
    ['register', true],
    ['too-near', kind !== 'hanging' && near],
    ...heatNotes(story, days),
    ['no-feed-in-flow', strongFlow],
    ['quarantine', kind === 'cutOut'],
    ['cage-her-first', queen === 'laying' && !caged && days.brooding && kind !== 'trap'],
    ['paper', unites],
    ['unite-in-quarantine', unites && kind !== 'hanging'],
    ['inspect-first', broodLook === 'doubtful'],
    ['raise-queen', queen === 'none' && brood === 'own' && !late],
    ...excluderNotes(story, days),
    ['late-season', late],
    ['unite-or-decline', late],
  ];
  return [...codesOf(said)].sort();
}

/**
 * @throws DomainError `MISSING`, `TYPE`, `RANGE`, `ENUM`, `FORMAT`; `CONFLICT` for a hanging swarm with brood of its own, a caged
 * queen who is not there, or a day that is forecast twice.
 */
export function reunitePlan(a: TakenColony): ReunitePlan {
  const story = storyOf(a);
  const base = baseOf(story);
  const days = daysOf(story, base);
  const tasks = stepsOf(story, days)
    .map(([code, startMin, endMin, reason]): ReuniteTask => ({
      code,
      start: wallTime(dateOfDay(story.first), startMin),
      end: wallTime(dateOfDay(story.first), endMin),
      startMin,
      endMin,
      // No thin syrup so late.
      reason: code === 'feed' && story.late ? 'fondant' : reason,
    }))
    .sort(
      (x, y) =>
        Math.round(x.startMin) - Math.round(y.startMin) ||
        REUNITE_CODES.indexOf(x.code) - REUNITE_CODES.indexOf(y.code),
    );
  return { tasks, notes: notesOf(story, days, new Set(tasks.map(({ code }) => code))) };
}
