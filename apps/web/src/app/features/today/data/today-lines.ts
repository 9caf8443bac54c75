import type { CallDayDto } from '@yewridge/contract/callouts';
import type { CatchPlanDto } from '@yewridge/contract/catches';
import type { HangingDto, TrialDueDto } from '@yewridge/contract/rounds';
import type { TodayDto } from '@yewridge/contract/today';
import { isWaiting, LADDER_M, type StepCode, type TrackStep } from '@yewridge/core/catches';
import { addDays, daysBetween, flightFitness, type IsoDate } from '@yewridge/core/season';
import { type UnitSystem, ZERO_CELSIUS } from '@yewridge/core/shared/units';
import {
  callLink,
  callLinks,
  catchLink,
  hangLink,
  nextLink,
  roundsLink,
  seasonClockLink,
  seasonLink,
  stayLink,
  visitLink,
} from '../../../shared/routes/paths';
import {
  askShort,
  KIND_NAMES,
  outBy,
  REUNITE_NAMES,
  reuniteReason,
  STATE_NAMES,
} from '../../../shared/calls/call-words';
import { dueLine, lureWords } from '../../../shared/season/due-words';
import { trialDueLine } from '../../../shared/season/trial-due-words';
import { dayShort } from '../../../shared/season/season-words';
import { plainReason, reasonWords, stepName } from '../../../shared/season/step-words';
import { figureText, temperatureText } from '../../../shared/units/format';

export type GroupName = 'Now' | 'Tonight' | 'This week' | 'Watch';
export interface TodayLine {
  readonly id: string;
  readonly when: string;
  readonly whenSub: string;
  readonly mark: 'visit' | 'bees' | 'box' | 'weather' | 'hook' | 'call';
  readonly what: string;
  readonly where: string;
  readonly why: string;
  readonly caution: string;
  readonly action: string;
  readonly link: readonly string[];
  readonly query: Readonly<Record<string, string>>;
  /** 0 = bees wait in it, 1 = a swarm may come within a day, 2 = the rest. */
  readonly rank: 0 | 1 | 2;
  /** Day or minute it is for: what is to come stands in this order. */
  readonly at: string;
}
export interface TodayGroup {
  readonly name: GroupName;
  readonly sub: string;
  readonly lines: readonly TodayLine[];
}

/** A night ends with the morning. */
const MORNING = 'T04:00';
const TWO = 'Two people, ladder.';
const MOST_NAMES = 5;
const NOTHING_ELSE = { query: {}, caution: '', whenSub: '' } as const;

const place = (name: string, heightM: number | null, system: UnitSystem): string =>
  heightM === null ? name : `${name}, ${figureText(heightM, 'height', system)}`;

/** When in the day a line belongs: now, this night, or later. */
function groupOf(start: string, end: string, now: string): GroupName | null {
  const today = now.slice(0, 10);
  if (start <= now && end >= now) return end.slice(0, 10) > addDays(today, 1) ? 'This week' : 'Now';
  if (end < now) return 'Now';
  if (start < addDays(today, 1) + MORNING) return 'Tonight';
  return daysBetween(today, start.slice(0, 10)) <= 7 ? 'This week' : null;
}

/** Steps with bees shut in, or on their way: nothing routine comes before them. */
const BEES_WAIT: readonly StepCode[] = ['closeAtDusk', 'lowerAtFirstLight', 'move', 'shade', 'hold', 'open'];
const AT_THE_TRAP: readonly StepCode[] = ['closeAtDusk', 'lowerAtFirstLight', 'rehang'];
const STILL_THERE: readonly StepCode[] = [...AT_THE_TRAP, 'peek', 'shade', 'move'];

function stepWhen(
  { start, end, state }: Pick<TrackStep, 'start' | 'end' | 'state'>,
  today: IsoDate,
): readonly [when: string, sub: string] {
  const [from = today, to = today] = [start, end].map((one) => one.slice(0, 10));
  const until = to === today ? end.slice(11) : dayShort(to);
  if (state === 'late') return ['Late', `since ${until}`];
  if (state === 'now') return ['Now', `until ${until}`];
  const days = daysBetween(from, to);
  if (days > 1 || (days === 1 && end.slice(11) > '06:00')) return [dayShort(from), `to ${dayShort(to)}`];
  return [
    from === today ? start.slice(11) : dayShort(from),
    from === today ? `to ${end.slice(11)}` : `${start.slice(11)} to ${end.slice(11)}`,
  ];
}

function stepLine(plan: CatchPlanDto, step: TrackStep, now: string, system: UnitSystem): TodayLine {
  const high = (plan.heightM ?? 0) > LADDER_M;
  const { code } = step;
  const again = code === 'rehang';
  const here = again || (STILL_THERE.includes(code) && !plan.carried);
  const [when, whenSub] = stepWhen(step, now.slice(0, 10));
  return {
    id: `${plan.catchId}-${code}`,
    when,
    whenSub,
    mark: again ? 'hook' : code === 'move' || code === 'lowerAtFirstLight' ? 'box' : 'bees',
    what: plan.number ? `${stepName(step)}: ${plan.number}` : stepName(step),
    where: here ? place(plan.place, again ? null : plan.heightM, system) : (plan.wentTo ?? 'where it stands'),
    why: reasonWords(step, high, plan.frames),
    // Closing from a height says itself that it is not done from a ladder in the dark.
    caution: high && (code === 'lowerAtFirstLight' || again) ? TWO : '',
    action: again ? 'Hang it' : 'Open the step',
    link: again ? hangLink() : catchLink(plan.catchId),
    query: again && plan.siteId !== null ? { site: plan.siteId } : {},
    rank: BEES_WAIT.includes(code) ? 0 : 2,
    at: step.start,
  };
}

/** Somebody waits for an answer, or for us. */
function callWaits(call: CallDayDto, now: string): TodayLine {
  const today = now.slice(0, 10);
  const { calledAt, state, plannedFor, ask } = call;
  const atWork = state !== 'called' && state !== 'planned';
  const at = state === 'planned' ? (plannedFor ?? now) : now;
  const rang =
    calledAt.slice(0, 10) === today ? `rang at ${calledAt.slice(11)}` : `rang ${dayShort(calledAt.slice(0, 10))}`;
  return {
    ...NOTHING_ELSE,
    id: `call-${call.id}`,
    when: state === 'planned' && at.slice(0, 10) !== today ? dayShort(at.slice(0, 10)) : 'Now',
    whenSub: state === 'planned' && plannedFor !== null ? plannedFor.slice(11) : rang,
    mark: 'call',
    what: state === 'called' ? 'Answer the call' : KIND_NAMES[call.kind],
    where: call.place,
    why: ask === null ? STATE_NAMES[state] : `${KIND_NAMES[call.kind]}. Ask next: ${askShort(ask)}`,
    action: atWork ? 'Go on with it' : 'Open the call',
    link: atWork && state !== 'onSite' ? callLinks(call.id).live : callLink(call.id),
    rank: 0,
    at,
  };
}

/** Steps of a colony taken at a call-out; a cage or an excluder that has to come out says so. */
function callStepLine(call: CallDayDto, step: CallDayDto['steps'][number], now: string): TodayLine {
  const [when, whenSub] = stepWhen(step, now.slice(0, 10));
  const out = step.code === 'restraintOut';
  return {
    ...NOTHING_ELSE,
    id: `call-${call.id}-${step.code}`,
    when,
    whenSub,
    mark: 'bees',
    what: REUNITE_NAMES[step.code],
    where: call.place,
    why: reuniteReason(step.reason) ?? plainReason(step.reason) ?? '',
    caution: out ? `${outBy(step.end)}.` : '',
    action: 'Open the step',
    link: callLink(call.id),
    rank: out || step.code === 'join' || step.code === 'release' ? 0 : 2,
    at: step.start,
  };
}

function visitLine(trap: HangingDto, today: IsoDate, system: UnitSystem): TodayLine {
  const { when, why, also, caution, closed } = dueLine(trap, today, system);
  return {
    ...NOTHING_ELSE,
    id: trap.deploymentId,
    when: when.startsWith('Due since') ? 'Due' : when,
    whenSub: when.startsWith('Due since') ? when.replace('Due ', '') : '',
    mark: 'visit',
    what: `Look at ${trap.number}`,
    where: place(trap.site, trap.heightM, system),
    why: [why, also, closed ?? ''].filter((part) => part !== '').join('; '),
    caution: caution === null ? '' : TWO,
    action: 'Log a visit',
    link: visitLink(trap.deploymentId),
    rank: trap.beesIn ? 0 : trap.due.tier === 'soon' ? 1 : 2,
    at: trap.due.dueBy ?? '',
  };
}

/** What a trial asks for: its traps to hang, or the other of a pair to look at on the same day. */
function trialLine(due: TrialDueDto, today: IsoDate): TodayLine {
  const [first] = due.traps;
  const line = trialDueLine(due, today);
  return {
    ...NOTHING_ELSE,
    id: `trial-${due.trialId}-${due.block}`,
    when: line.when,
    mark: due.kind === 'hang' ? 'hook' : 'visit',
    what: line.what,
    where: line.where,
    why: line.why,
    action: due.kind === 'hang' ? 'Hang it' : 'Log a visit',
    link: due.kind === 'hang' ? hangLink() : visitLink(first?.stayId ?? ''),
    query: due.kind === 'hang' ? line.query : {},
    rank: 2,
    at: due.on,
  };
}

/** Sites of the plan that was kept where nothing hangs yet: one line for all. */
function hangLine({ hangBy, sites }: NonNullable<TodayDto['toHang']>, today: IsoDate): TodayLine {
  const names = sites.map(({ site }) => site);
  const waits = sites.filter(({ allowed }) => !allowed).length;
  const count = sites.length === 1 ? 'a trap' : `${sites.length} traps`;
  const one = sites.length === 1 && waits === 0 ? sites[0] : undefined;
  return {
    ...NOTHING_ELSE,
    id: 'to-hang',
    when: hangBy < today ? 'Late' : dayShort(hangBy),
    whenSub: hangBy < today ? `since ${dayShort(hangBy)}` : 'at the latest',
    mark: 'hook',
    what: `Hang ${count} of your plan`,
    where: names.length > MOST_NAMES ? `${names.slice(0, MOST_NAMES).join(', ')} …` : names.join(', '),
    why: waits === 0 ? 'Every owner has said yes.' : `${waits} of them ${waits === 1 ? 'waits' : 'wait'} for a yes.`,
    action: one ? 'Hang it' : 'Open the plan',
    link: one ? hangLink() : nextLink(),
    query: one ? { site: one.siteId } : {},
    rank: 2,
    at: hangBy,
  };
}

function trialGroup({ kind, on }: TrialDueDto, today: IsoDate): GroupName | null {
  if (kind === 'look' || on <= today) return 'Now';
  return daysBetween(today, on) <= 7 ? 'This week' : 'Watch';
}

function visitGroup({ beesIn, due }: HangingDto, today: IsoDate): GroupName | null {
  if (beesIn) return 'Now';
  if (due.dueBy === null || due.urgency <= 0) return null;
  const days = daysBetween(today, due.dueBy);
  // A swarm may move in, or a strap has slipped: that is from now on, not at the end of its time.
  if (days <= 0 || (due.tier === 'soon' && (due.dueFrom ?? today) <= today)) return 'Now';
  return days <= 7 ? 'This week' : null;
}

/** What to keep an eye on: the season, the weather, and lures that may fade soon. */
function watchLines({ season, weather, traps, today }: TodayDto): readonly TodayLine[] {
  const lines: TodayLine[] = [];
  const kept = weather.find(
    ({ date, tMax, rainMm, windMps }) =>
      date > today && tMax !== null && flightFitness({ tMax, rainMm, windMps }) === 0,
  );
  const snap = season?.snaps.find(({ to }) => to >= today);
  if (snap) {
    lines.push({
      ...NOTHING_ELSE,
      id: 'snap',
      when: dayShort(snap.from),
      whenSub: `to ${dayShort(snap.to)}`,
      mark: 'weather',
      what: 'A cold snap',
      where: 'the whole valley',
      why: `Below 14 °C: swarms wait. Expect arrivals on the first warm days after ${dayShort(snap.to)}.`,
      action: 'See the clock',
      link: seasonClockLink(),
      rank: 2,
      at: '',
    });
  } else if (kept) {
    lines.push({
      ...NOTHING_ELSE,
      id: 'no-flying',
      when: dayShort(kept.date),
      mark: 'weather',
      what: 'No flying',
      where: 'the whole valley',
      why: 'Cold, rain or wind keeps them in; expect arrivals on the first warm day after.',
      action: 'See the clock',
      link: seasonClockLink(),
      rank: 2,
      at: '',
    });
  }
  const fading = traps
    .filter(({ lure, beesIn }) => !beesIn && lure?.earliest != null && daysBetween(today, lure.earliest) <= 14)
    .sort((a, b) => ((a.lure?.earliest ?? '') < (b.lure?.earliest ?? '') ? -1 : 1));
  const [first] = fading;
  if (first) {
    const others = fading.length - 1;
    lines.push({
      ...NOTHING_ELSE,
      id: 'lures',
      when: dayShort(first.lure?.earliest ?? today),
      whenSub: 'at the earliest',
      mark: 'hook',
      what: `Weigh the lure of ${first.number}`,
      where: others > 0 ? `${first.site}, and ${others} more` : first.site,
      why: `${lureWords(first, today)}; one weighing narrows the range`,
      action: 'This hanging',
      link: stayLink(first.deploymentId),
      rank: 2,
      at: '',
    });
  }
  const takeIn = season?.prediction.takeIn;
  if (season && takeIn && season.prediction.last.date < today) {
    lines.push({
      ...NOTHING_ELSE,
      id: 'take-in',
      when: dayShort(takeIn),
      mark: 'hook',
      what: 'Take the traps in',
      where: 'wherever they hang',
      why: 'The last swarms of the season have mostly come.',
      action: 'Seasons',
      link: seasonLink(),
      rank: 2,
      at: '',
    });
  }
  return lines;
}

/** Bees first, then swarms that may come, then as the rounds have it; what is to come by its day. */
function inOrder(group: GroupName, lines: readonly TodayLine[]): readonly TodayLine[] {
  if (group === 'Watch') return lines;
  if (group === 'Now') return [...lines].sort((a, b) => a.rank - b.rank);
  return [...lines].sort((a, b) => (a.at === b.at ? a.rank - b.rank : a.at < b.at ? -1 : 1));
}

export function todayGroups(day: TodayDto, system: UnitSystem): readonly TodayGroup[] {
  const { now, today, traps, plans, calls, trials, toHang } = day;
  const found = new Map<GroupName, TodayLine[]>([
    ['Now', []],
    ['Tonight', []],
    ['This week', []],
    ['Watch', []],
  ]);
  const add = (group: GroupName | null, line: TodayLine): void => {
    if (group !== null) found.get(group)?.push(line);
  };
  for (const plan of plans) {
    for (const step of plan.steps) {
      if (isWaiting(step)) add(groupOf(step.start, step.end, now), stepLine(plan, step, now, system));
    }
  }
  for (const call of calls) {
    const waits = call.steps.length === 0;
    const later = call.state === 'planned' && (call.plannedFor ?? '').slice(0, 10) > today;
    if (waits) add(later ? 'This week' : 'Now', callWaits(call, now));
    for (const step of call.steps) {
      // A box at rest is left alone: nothing of it is to be done.
      if (isWaiting(step) && step.code !== 'rest')
        add(groupOf(step.start, step.end, now), callStepLine(call, step, now));
    }
  }
  const planned = new Set(plans.map(({ deploymentId }) => deploymentId));
  for (const trap of traps) {
    // Where a plan leads, it leads alone.
    if (!planned.has(trap.deploymentId)) add(visitGroup(trap, today), visitLine(trap, today, system));
  }
  if (toHang) add('Now', hangLine(toHang, today));
  for (const due of trials) add(trialGroup(due, today), trialLine(due, today));
  for (const line of watchLines(day)) add('Watch', line);
  const subs: Readonly<Record<GroupName, string>> = {
    Now: lightWords(day),
    Tonight: '',
    'This week': '',
    Watch: '',
  };
  return [...found]
    .map(([name, lines]) => ({ name, sub: subs[name], lines: inOrder(name, lines) }))
    .filter(({ lines }) => lines.length > 0);
}

/** On a telephone routine looks that are due stand as one line; the rounds have them one by one. */
export function looksAsOne(group: TodayGroup): TodayGroup {
  const looks = group.lines.filter(({ mark, rank }) => mark === 'visit' && rank === 2);
  const [first] = looks;
  if (!first || looks.length < 2) return group;
  const names = looks.map(({ what }) => what.replace('Look at ', ''));
  const one: TodayLine = {
    ...first,
    id: 'looks',
    what: `Look at ${looks.length} traps`,
    where: names.length > MOST_NAMES ? `${names.slice(0, MOST_NAMES).join(', ')} …` : names.join(', '),
    caution: '',
    action: 'Open the Rounds',
    link: roundsLink(),
    query: { view: 'list', show: 'friday' },
  };
  return { ...group, lines: [...group.lines.filter((line) => !looks.includes(line)), one] };
}

export const clockText = (minute: number): string => {
  const whole = ((Math.round(minute) % 1440) + 1440) % 1440;
  return `${String(Math.floor(whole / 60)).padStart(2, '0')}:${String(whole % 60).padStart(2, '0')}`;
};

/** Minutes of daylight that are left, below 0 after sunset; `null` where the sun does not set. */
export function lightLeft({ sun, now }: TodayDto): number | null {
  const sunset = sun?.sunset;
  if (sunset == null) return null;
  return Math.round(sunset - (60 * Number(now.slice(11, 13)) + Number(now.slice(14))));
}

function lightWords(day: TodayDto): string {
  const left = lightLeft(day);
  if (left === null) return '';
  if (left <= 0) return 'the sun has set';
  return left < 60 ? `${left} min of light` : `${Math.floor(left / 60)} h ${left % 60} min of light`;
}

/** The weather of today and tomorrow in a few words. */
export function weatherAhead({ weather, today }: TodayDto, system: UnitSystem): string {
  const words = ([date, name]: readonly [IsoDate, string]): string => {
    const day = weather.find((one) => one.date === date);
    if (!day || day.tMax === null) return '';
    const fit = flightFitness({ tMax: day.tMax, rainMm: day.rainMm, windMps: day.windMps });
    return `${name} ${temperatureText(day.tMax + ZERO_CELSIUS, system)}${fit === 0 ? ', no flying' : ''}`;
  };
  const days = [
    [today, 'today'],
    [addDays(today, 1), 'tomorrow'],
  ] as const;
  return days
    .map(words)
    .filter((part) => part !== '')
    .join('; ');
}

/** The day in one sentence. */
export function dayAnswer(groups: readonly TodayGroup[]): string {
  const lines = (name: GroupName): readonly TodayLine[] => groups.find((group) => group.name === name)?.lines ?? [];
  const [now, tonight] = [lines('Now')[0], lines('Tonight')[0]];
  const plain = ({ what, where }: TodayLine): string => `${what}, ${where.split(',')[0] ?? ''}`;
  if (now && tonight) return `${plain(now)}; at ${tonight.when} ${tonight.what.replace(/^\w/, (l) => l.toLowerCase())}`;
  if (now) return plain(now);
  if (tonight) return `At ${tonight.when}: ${plain(tonight)}`;
  const soon = lines('This week')[0];
  return soon
    ? `Nothing today; ${soon.when} ${soon.what.replace(/^\w/, (l) => l.toLowerCase())}`
    : 'Nothing asks for you today';
}
