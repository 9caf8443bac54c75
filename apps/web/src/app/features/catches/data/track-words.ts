import type { CatchCardDto, CatchPlanDto, CatchTrackDto, CatchTrackRow } from '@yewridge/contract/catches';
import type { CallTrackRow } from '@yewridge/contract/callouts';
import {
  type ColonyMarkKind,
  type ColonyTrack,
  isWaiting,
  nextStep,
  type StepCode,
  type Tracked,
  type TrackStep,
} from '@yewridge/core/catches';
import { addDays, dateOfSeasonDay, daysBetween, type Hemisphere, type IsoDate, seasonDay } from '@yewridge/core/season';
import type { UnitSystem } from '@yewridge/core/shared/units';
import { outBy, REUNITE_NAMES } from '../../../shared/calls/call-words';
import { callLink, catchLink } from '../../../shared/routes/paths';
import { agoWords, dayShort, FOLLOWUP_NAMES, METHOD_NAMES, monthDay } from '../../../shared/season/season-words';
import { dayWords, EVENING, sentenceWhen, stepName, stepWhen } from '../../../shared/season/step-words';
import { figureText } from '../../../shared/units/format';
import { seasonOf, sizeWords } from './catch-words';

export const MARK_NAMES: Readonly<Record<ColonyMarkKind, string>> = {
  movedIn: 'moved in',
  found: 'found',
  closed: 'closed, mesh',
  carried: 'carried home',
  opened: 'opened',
  hived: 'hived',
  requeened: 'requeened',
  eggs: 'eggs seen',
  united: 'united',
  settled: 'settled',
  overwintered: 'overwintered',
  lost: 'lost',
  rehung: 'trap hung again',
};

/** Bees come before the empty trap: hanging it again is said beside their line. */
export function beesNext({ steps }: CatchPlanDto): TrackStep | null {
  return nextStep(steps.filter(({ code }) => code !== 'rehang'));
}

const HEADLINES: Partial<Readonly<Record<StepCode, (who: string) => string>>> = {
  closeAtDusk: (who) => `${who} closes`,
  lowerAtFirstLight: (who) => `${who} comes down`,
  shade: (who) => `Keep ${who} in the shade`,
  move: (who) => `${who} is carried home`,
  hold: (who) => `Keep ${who} shut`,
  open: (who) => `${who} opens`,
  feed: (who) => `Feed ${who}`,
  broodCheck: (who) => `Look for eggs in ${who},`,
};
/** How it was caught; a swarm, where nobody has said. */
const methodWords = ({ method }: CatchCardDto['caught']): string => (method === null ? 'swarm' : METHOD_NAMES[method]);
const whoIs = ({ number, place, caught }: CatchCardDto): string =>
  number ?? (place === '' ? methodWords(caught) : place);

/** Bees that still hang in a trap come first, then by when their step begins. */
interface Needed {
  readonly inTrap: boolean;
  readonly next: { readonly start: string } | null;
}
function byNeed(a: Needed, b: Needed): number {
  const rank = ({ inTrap }: Needed): number => (inTrap ? 0 : 1);
  return rank(a) - rank(b) || ((a.next?.start ?? '9999') < (b.next?.start ?? '9999') ? -1 : 1);
}

/** What a past row or a settled one came to. */
export interface NextWords {
  readonly head: string;
  readonly sub: string;
  /** Tonight, or late. */
  readonly presses: boolean;
}
const ALL_DONE: NextWords = { head: 'All steps done', sub: 'until eggs are seen', presses: false };
function stepWords(step: Pick<TrackStep, 'start' | 'end' | 'state'>, name: string, today: IsoDate): NextWords {
  const tonight = step.start.slice(0, 10) === today && step.start.slice(11) >= EVENING;
  return { head: stepWhen(step, today), sub: name, presses: step.state === 'late' || tonight };
}

export function nextWords({ card, plan, track }: CatchTrackRow, today: IsoDate): NextWords {
  const { stage, caught, followups } = card;
  const home = caught.wentTo ?? '';
  if (stage === 'lost') {
    const last = followups.at(-1);
    return { head: last ? `${FOLLOWUP_NAMES[last.kind]} ${monthDay(last.on)}` : 'Lost', sub: '', presses: true };
  }
  if (stage === 'settled') {
    const frames = followups.find(({ kind }) => kind === 'hived')?.frames ?? null;
    const where = [frames === null ? '' : `${frames} frames`, home].filter((part) => part !== '').join(', ');
    return {
      head: `Settled ${track.settledOn === null ? '' : monthDay(track.settledOn)}`.trim(),
      sub: where,
      presses: false,
    };
  }
  const next = plan && beesNext(plan);
  if (next) {
    return stepWords(next, stepName(next), today);
  }
  if (plan) return ALL_DONE;
  return {
    head: stage === 'inTrap' ? 'Still in the trap' : 'Nobody has said more',
    sub: `found ${agoWords(caught.foundOn, today)}`,
    presses: stage === 'inTrap',
  };
}

/** What is to come, on the line: `opens Sat 16 May, eggs 19 to 22 May, into 8 frames 23 May`. */
export function aheadWords({ track, plan }: CatchTrackRow, today: IsoDate): string {
  const at = (kind: ColonyMarkKind) => track.marks.find((mark) => mark.kind === kind && mark.expected);
  const [opened, eggs, hived] = [at('opened'), at('eggs'), at('hived')];
  const days = (from: IsoDate, to: IsoDate): string => {
    if (from === to) return monthDay(from);
    return from.slice(0, 7) === to.slice(0, 7)
      ? `${Number(from.slice(8))} to ${monthDay(to)}`
      : `${monthDay(from)} to ${monthDay(to)}`;
  };
  return [
    opened ? `opens ${dayWords(opened.at.slice(0, 10), today)}` : '',
    eggs ? `eggs ${days(eggs.at.slice(0, 10), eggs.until.slice(0, 10))}` : '',
    hived && plan ? `into ${plan.frames} frames ${monthDay(hived.at.slice(0, 10))}` : '',
  ]
    .filter((part) => part !== '')
    .join(', ');
}

/** Where the trap went on: hung again, or waiting for it. */
export function againWords({ track, plan, card }: CatchTrackRow): { readonly words: string; readonly late: boolean } {
  const rehung = track.marks.find(({ kind, expected }) => kind === 'rehung' && !expected);
  const soon = card.takenDownOn !== null && rehung && daysBetween(card.takenDownOn, rehung.at) <= AGAIN_DAYS;
  if (soon) return { words: `trap hung again ${monthDay(rehung.at)}`, late: false };
  const step = plan?.steps.find(({ code }) => code === 'rehang');
  if (step?.state === 'late' && card.number !== null)
    return { words: `hang ${card.number} again: late since ${dayShort(step.end.slice(0, 10))}`, late: true };
  return { words: '', late: false };
}

export interface ColonyRow {
  readonly id: string;
  /** Where its steps are. */
  readonly link: readonly string[];
  readonly track: ColonyTrack;
  /** The plan of a catch; that of a call-out is told by `soon`. */
  readonly plan: CatchPlanDto | null;
  /** Steps of the next two days. */
  readonly soon: readonly { readonly name: string; readonly when: string }[];
  readonly siteId: string | null;
  readonly wentTo: string | null;
  /** The first day of it. */
  readonly from: IsoDate;
  readonly number: string;
  readonly place: string;
  /** Where it is now, or what is not known yet. */
  readonly under: string;
  readonly size: string;
  readonly next: NextWords;
  /** On the line of the site, right of tonight; and on the line of the apiary, at its end. */
  readonly above: string;
  readonly below: string;
  readonly again: { readonly words: string; readonly late: boolean };
  readonly lostWhy: string;
  readonly note: string;
}
export interface ColonyGroup {
  readonly id: 'hand' | 'settled' | 'lost' | 'past';
  readonly name: string;
  readonly sub: string;
  readonly rows: readonly ColonyRow[];
}

/** When it may be settled, while that is to come. */
const settlesWords = ({ settledOn }: ColonyTrack, today: IsoDate): string =>
  settledOn !== null && settledOn > today ? `settled about ${monthDay(settledOn)}` : '';

const CALL_WHO: Readonly<Record<CallTrackRow['kind'], string>> = {
  hangingSwarm: 'swarm',
  groundOrBush: 'swarm',
  structure: 'cut-out',
  trapTooHeavy: 'trap',
  unknown: 'bees',
};
/** A cage or an excluder that has to come out stands on the upper line: a hard alarm once its time is over. */
function restraintWords({ restraint }: CallTrackRow): ColonyRow['again'] {
  if (!restraint) return { words: '', late: false };
  return { words: `cage or excluder ${outBy(restraint.by)}`, late: restraint.over };
}

/** A colony of a call-out, whose steps are those of its call. */
function callWords(call: CallTrackRow, today: IsoDate): ColonyRow {
  const next = nextStep(call.steps);
  const again = restraintWords(call);
  return {
    id: call.id,
    link: callLink(call.id),
    track: call.track,
    plan: null,
    soon: soonSteps(call, today).map((step) => ({ name: REUNITE_NAMES[step.code], when: stepWhen(step, today) })),
    siteId: null,
    wentTo: call.wentTo,
    from: call.calledAt.slice(0, 10),
    number: CALL_WHO[call.kind],
    place: call.place,
    under: call.wentTo === null ? '' : `now ${call.wentTo}`,
    size: '',
    next: next ? stepWords(next, REUNITE_NAMES[next.code], today) : ALL_DONE,
    above: again.words,
    below: settlesWords(call.track, today),
    again,
    lostWhy: '',
    note: '',
  };
}

function rowWords(row: CatchTrackRow, today: IsoDate, system: UnitSystem): ColonyRow {
  const { card, track } = row;
  const { caught, stage, followups } = card;
  const home = caught.wentTo !== null && stage !== 'inTrap' ? `now ${caught.wentTo}` : '';
  const queen = caught.queen === 'unknown' && stage !== 'settled' ? 'queen not seen' : '';
  const [ahead, again] = [aheadWords(row, today), againWords(row)];
  return {
    id: caught.id,
    link: catchLink(caught.id),
    track,
    plan: row.plan,
    soon: row.plan
      ? soonSteps(row.plan, today).map((step) => ({ name: stepName(step), when: stepWhen(step, today) }))
      : [],
    siteId: card.siteId,
    wentTo: caught.wentTo,
    from: beginOf(row),
    number: card.number ?? methodWords(caught),
    place: card.place === '' ? 'place not said' : card.place,
    under: home === '' ? queen : home,
    size: sizeWords({ ...caught, size: caught.size === 'secondary' ? null : caught.size }, system),
    next: nextWords(row, today),
    // The trap has the upper line where something is to be said of it; what is to come then stands on the lower one.
    above: again.words === '' ? ahead : again.words,
    below: [again.words === '' ? '' : ahead, settlesWords(track, today)].filter((part) => part !== '').join(', '),
    again,
    lostWhy: stage === 'lost' ? (followups.at(-1)?.notes ?? caught.notes ?? '') : '',
    note: caught.size === 'secondary' ? 'after-swarm' : '',
  };
}

/** Hung again so many days after it came down, it belongs to this catch; later it is another season's. */
const AGAIN_DAYS = 60;

const beginOf = ({ card: { caught } }: CatchTrackRow): IsoDate => caught.arrivedOn ?? caught.foundOn;

/** How many had come by a day of their season. */
const cameBy = (rows: readonly CatchTrackRow[], day: number, half: Hemisphere): number =>
  rows.filter((row) => seasonDay(beginOf(row), half).day <= day).length;

/** How a past season compares with this one up to the same day. */
export function pastWords(rows: readonly CatchTrackRow[], today: IsoDate, half: Hemisphere, mine: number): string {
  const { day } = seasonDay(today, half);
  const settled = rows.filter(({ card }) => card.stage === 'settled').length;
  const by = cameBy(rows, day, half);
  const number = (n: number): string => (n === 0 ? 'none' : String(n));
  return `the same days: ${settled} of ${rows.length} settled; by ${monthDay(today)} ${number(by)} had come, this season ${number(mine)}`;
}

/** The rows of the track: what waits for somebody, this season's, and one past season on the same days. */
export function colonyGroups(
  { rows: all, calls, today }: CatchTrackDto,
  { half, system, past }: { readonly half: Hemisphere; readonly system: UnitSystem; readonly past: number | null },
): readonly ColonyGroup[] {
  const { season } = seasonDay(today, half);
  // What came by a call-out goes by its call's line while that goes on.
  const rows = all.filter(({ card }) => calls.every(({ catchId }) => catchId !== card.caught.id));
  const inHand = (row: CatchTrackRow): boolean =>
    row.plan !== null || row.card.stage === 'inTrap' || (seasonOf(row.card, half) === season && !ended(row));
  const ended = ({ card }: CatchTrackRow): boolean => card.stage === 'settled' || card.stage === 'lost';
  const hand = rows.filter((row) => !ended(row) && inHand(row));
  const mine = rows.filter((row) => seasonOf(row.card, half) === season);
  const words = (some: readonly CatchTrackRow[]): readonly ColonyRow[] =>
    some.map((row) => rowWords(row, today, system));
  const needed = (some: readonly CatchTrackRow[]): readonly ColonyRow[] =>
    [
      ...some.map((row) => ({
        row: rowWords(row, today, system),
        inTrap: row.card.stage === 'inTrap',
        next: row.plan && beesNext(row.plan),
      })),
      ...calls.map((call) => ({ row: callWords(call, today), inTrap: false, next: nextStep(call.steps) })),
    ]
      .sort(byNeed)
      .map(({ row }) => row);
  const before = past === null ? [] : rows.filter((row) => seasonOf(row.card, half) === past && !hand.includes(row));
  const groups: readonly ColonyGroup[] = [
    { id: 'hand', name: 'In hand', sub: '', rows: needed(hand) },
    { id: 'settled', name: 'Settled', sub: '', rows: words(mine.filter(({ card }) => card.stage === 'settled')) },
    { id: 'lost', name: 'Lost', sub: '', rows: words(mine.filter(({ card }) => card.stage === 'lost')) },
    {
      id: 'past',
      name: String(past ?? ''),
      sub: before.length === 0 ? 'no catch' : pastWords(before, today, half, mine.length),
      rows: words([...before].sort((a, b) => (beginOf(a) < beginOf(b) ? -1 : 1))),
    },
  ];
  return groups.filter(({ id, rows: some }) => (id === 'past' ? past !== null && past !== season : some.length > 0));
}

/** First and last days of what the rows show, each on its day of one season. */
export function daysShown(groups: readonly ColonyGroup[], season: number, half: Hemisphere): readonly IsoDate[] {
  return groups
    .flatMap(({ rows }) => rows)
    .flatMap(({ from, track }) => [from, track.settledOn ?? from])
    .map((date) => dateOfSeasonDay(season, half, seasonDay(date, half).day));
}

/** One sentence: the next thing to be done with bees in hand, or how the season stands. */
export function trackAnswer(track: CatchTrackDto, half: Hemisphere): string {
  const { rows, calls, today } = track;
  if (rows.length === 0 && calls.length === 0) return 'No catch yet';
  const { season } = seasonDay(today, half);
  const mine = rows.filter((row) => seasonOf(row.card, half) === season).length;
  const many = `${mine} ${mine === 1 ? 'catch' : 'catches'} this season`;
  const first = rows
    .flatMap(({ card, plan }) => {
      const next = plan && beesNext(plan);
      return next ? [{ next, card, plan, inTrap: card.stage === 'inTrap' }] : [];
    })
    .sort(byNeed)[0];
  const call = calls
    .flatMap(({ steps, place }) => {
      const next = nextStep(steps);
      return next ? [{ next, place, inTrap: false }] : [];
    })
    .sort(byNeed)[0];
  if (call && (!first || byNeed(call, first) < 0)) {
    return `${REUNITE_NAMES[call.next.code]}, ${call.place}, ${sentenceWhen(call.next, today)}`;
  }
  if (!first) {
    const waits = rows.find(({ card }) => card.stage === 'inTrap');
    return waits ? `Bees are in ${whoIs(waits.card)}` : `${many}; no bees wait for you`;
  }
  const { card, plan, next } = first;
  const who = whoIs(card);
  const closing = plan.steps.find(({ code }) => code === 'closeAtDusk');
  if (next.code === 'peek' && closing) return `${who} closes ${sentenceWhen(closing, today)}; look into it first`;
  return `${HEADLINES[next.code]?.(who) ?? `${stepName(next)}, ${who},`} ${sentenceWhen(next, today)}`;
}

/** How far other seasons were by the same day. */
export function byNowWords({ rows, today }: CatchTrackDto, half: Hemisphere): string {
  const { season, day } = seasonDay(today, half);
  const years = [...new Set(rows.map(({ card }) => seasonOf(card, half)))]
    .filter((year) => year < season)
    .sort((a, b) => b - a);
  const by = (year: number): number =>
    cameBy(
      rows.filter((row) => seasonOf(row.card, half) === year),
      day,
      half,
    );
  const mine = by(season);
  if (years.length === 0) return '';
  const others = years.map((year) => `${by(year)} in ${year}`);
  const last = others.length > 1 ? ` and ${others.at(-1) ?? ''}` : '';
  const list = (others.length > 1 ? others.slice(0, -1) : others).join(', ') + last;
  return `By ${monthDay(today)} ${mine} ${mine === 1 ? 'swarm' : 'swarms'} had come this season; by that day ${list}.`;
}

/** One line of the strip of seasons. */
export interface SeasonLine {
  readonly season: number;
  readonly days: readonly { readonly day: number; readonly lost: boolean }[];
  readonly count: string;
  readonly kg: string;
}
export function seasonLines(
  { rows, today }: CatchTrackDto,
  half: Hemisphere,
  system: UnitSystem,
): readonly SeasonLine[] {
  const now = seasonDay(today, half).season;
  const years = [...new Set([now, ...rows.map(({ card }) => seasonOf(card, half))])].sort((a, b) => b - a);
  return years.map((season) => {
    const mine = rows.filter(({ card }) => seasonOf(card, half) === season);
    const lost = mine.filter(({ card }) => card.stage === 'lost').length;
    const weighed = mine.flatMap(({ card }) => (card.caught.massKg === null ? [] : [card.caught.massKg]));
    const sum = weighed.reduce((a, b) => a + b, 0);
    const partly = weighed.length > 0 && weighed.length < mine.length ? ` of ${weighed.length} weighed` : '';
    return {
      season,
      days: mine.map((row) => ({ day: seasonDay(beginOf(row), half).day, lost: row.card.stage === 'lost' })),
      count: `${mine.length}${season === now ? ' so far' : ''}${lost === 0 ? '' : `, ${lost} lost`}`,
      kg: weighed.length === 0 ? '' : figureText(sum, 'mass', system) + partly,
    };
  });
}

const SOON_DAYS = 2;

/** Steps of the next two days, for a list. */
export function soonSteps<C extends string>(
  { steps }: { readonly steps: readonly Tracked<C>[] },
  today: IsoDate,
): readonly Tracked<C>[] {
  const until = addDays(today, SOON_DAYS);
  return steps.filter((step) => isWaiting(step) && step.start.slice(0, 10) <= until);
}
