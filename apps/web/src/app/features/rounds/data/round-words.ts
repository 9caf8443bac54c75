import type { CatchPlanDto } from '@yewridge/contract/catches';
import type { GroundDto } from '@yewridge/contract/ground';
import type { RoundCandidate } from '@yewridge/core/field';
import type { PlannedStop, RoundGain, RoundPlan } from '@yewridge/core/rounds';
import { daysBetween, type IsoDate } from '@yewridge/core/season';
import type { UnitSystem } from '@yewridge/core/shared/units';
import { dueLine } from '../../../shared/season/due-words';
import { dayShort } from '../../../shared/season/season-words';
import { figureText, manyText } from '../../../shared/units/format';
import type { Asked, OutOfRound, RoundNow } from './round-asked';
import type { RoundAnswer } from './round-run';

const MINUTE = 60;
const HOUR_S = 3600;
const DAY_S = 86_400;

/** `21:06`; after midnight the hour of the next day. */
export function clockText(seconds: number): string {
  const minutes = Math.round((((seconds % DAY_S) + DAY_S) % DAY_S) / MINUTE) % (DAY_S / MINUTE);
  return `${String(Math.floor(minutes / 60)).padStart(2, '0')}:${String(minutes % 60).padStart(2, '0')}`;
}
const minutesOf = (seconds: number): number => Math.round(seconds / MINUTE);
export const spanText = (seconds: number): string => {
  const minutes = minutesOf(Math.abs(seconds));
  if (minutes < 60) return `${minutes} min`;
  return minutes % 60 === 0 ? `${minutes / 60} h` : `${Math.floor(minutes / 60)} h ${minutes % 60} min`;
};

/** The answer of the place. */
export function roundAnswerSaid(now: RoundNow, plan: RoundPlan | null, current: boolean): string {
  if (!now.task) return now.done.length > 0 ? 'The round is over' : 'Nothing is due on this round';
  if (!plan || !current) return 'The day’s round';
  if (plan.stops.length === 0) return 'No stop fits into this time';
  const stops = manyText(plan.stops.length, 'stop', 'stops');
  if (plan.impossible) return `${spanText(plan.lateS)} short`;
  if (plan.lightS !== null && plan.lightS < HOUR_S) return `${stops}, ${spanText(plan.lightS)} of light to spare`;
  return `${stops}, over at ${clockText(plan.finishS)}`;
}

/** Bees first, and how they lie in the plan. */
export function beesSaid(now: RoundNow, plan: RoundPlan): string | null {
  const bees = plan.stops.filter(({ id }) => now.candidates.get(id)?.must === true);
  const [first] = bees;
  const stop = first && now.candidates.get(first.id);
  if (!first || !stop) return null;
  const what = `${stop.number} ${WORK_SHORT[stop.work]} at ${clockText(first.beginS)}`;
  const rest = plan.stops.length - bees.length;
  if (bees.length > 1) return `${what}, and ${bees.length - 1} more with bees`;
  return rest === 0 || plan.impossible ? what : `${what}, all else fits before it`;
}

const WORK_SHORT: Readonly<Record<RoundCandidate['work'], string>> = {
  look: 'is looked at',
  closeAtDusk: 'closes',
  lowerAtFirstLight: 'comes down',
  move: 'is carried',
  rehang: 'hangs again',
  peek: 'is looked into',
};

/** A round that would end before it begins. */
export const hoursFault = ({ leaveAt, backBy }: Pick<Asked, 'leaveAt' | 'backBy'>): string | null =>
  backBy !== null && backBy <= leaveAt
    ? `Home by ${backBy} is no later than you leave, at ${leaveAt}. Type a later hour, or leave it empty.`
    : null;

/** What the keeper does where not all fits. */
export function impossibleSaid(now: RoundNow, plan: RoundPlan, { backBy }: Asked): string | null {
  if (!plan.impossible) return null;
  const late = plan.stops.filter(({ lateS }) => lateS > 0).map(({ id }) => now.candidates.get(id));
  const bees = plan.stops
    .map(({ id }) => now.candidates.get(id))
    .filter((one) => one?.must === true)
    .at(-1);
  const must = plan.stops.every(({ id }) => now.candidates.get(id)?.must === true);
  const what = must ? 'Bees first' : 'The round as you locked it';
  const until = backBy === null ? '' : `, and you are to be home by ${backBy}`;
  const [over] = late;
  const missed = over ? ` ${over.number} comes too late.` : '';
  const closing = bees?.work === 'closeAtDusk';
  const help = !must
    ? 'Let a lock go, or take more time.'
    : closing
      ? `Call a friend, or close ${bees.number} tomorrow evening.`
      : `Call a friend, or leave ${bees?.number ?? 'the last'} closed till morning.`;
  return `${what} takes until ${clockText(plan.finishS)}${until}.${missed} ${help}`;
}

/** Why no plan could be made. */
export function refusedSaid({ code }: Extract<RoundAnswer, { kind: 'refused' }>, stops: number): string {
  if (code === 'TOO_LARGE')
    return `${stops} stops are more than one round holds, which is 100. Drop some, or make two rounds.`;
  return 'The round could not be worked out. Change a limit, and it is tried again.';
}

export interface StopRow {
  readonly id: string;
  /** From 1, those that are behind counted. */
  readonly place: number;
  readonly at: string;
  readonly site: string;
  readonly number: string;
  readonly says: string;
  /** What is to be minded, said in bold. */
  readonly caution: string | null;
  readonly bees: boolean;
  readonly must: boolean;
  readonly locked: boolean;
  /** `+35 min`; `null` where it is bees. */
  readonly dropping: string | null;
  readonly dropSays: string;
  readonly lockSays: string | null;
  readonly late: boolean;
  /** How long the work takes, what that rests on, and what one's own looks say. */
  readonly minutes: { readonly says: string; readonly take: number | null; readonly takeSays: string };
}

const gained = (seconds: number): string => {
  const minutes = minutesOf(seconds);
  return `${minutes < 0 ? '−' : '+'}${Math.abs(minutes)} min`;
};
/** What is bought: light, and where none is counted, time. */
export function gainSaid(gain: RoundGain | undefined): { readonly short: string; readonly says: string } | null {
  if (!gain) return null;
  return gain.lightS === null
    ? { short: gained(gain.finishS), says: `${gained(gain.finishS)} at the end` }
    : { short: gained(gain.lightS), says: `${gained(gain.lightS)} of light` };
}

const BY_NAMES = { site: 'as said of the site', rule: 'rule of thumb' } as const;
export const serviceSaid = ({ serviceS, by }: Pick<RoundCandidate, 'serviceS' | 'by'>): string =>
  `${spanText(serviceS)} there, ${typeof by === 'string' ? BY_NAMES[by] : `by ${by.looks} stops of yours`}`;

/** Own looks that say another figure than what counts are offered beside it. */
export function minutesSaid(stop: Pick<RoundCandidate, 'serviceS' | 'by' | 'learnt'>): StopRow['minutes'] {
  const { learnt } = stop;
  const other = learnt !== null && Math.abs(learnt.s - stop.serviceS) >= MINUTE;
  const own = other ? ` Your own ${learnt.looks} stops here took about ${spanText(learnt.s)}.` : '';
  return {
    says: `${serviceSaid(stop)}.${own}`,
    take: other ? learnt.s : null,
    takeSays: other ? `Take ${spanText(learnt.s)}` : '',
  };
}

/** What one does at a stop, in a few words. */
export function whySaid(stop: RoundCandidate, plan: CatchPlanDto | null, day: IsoDate, system: UnitSystem): string {
  if (stop.work === 'look') {
    const { why } = dueLine(stop.hanging, day, system);
    return stop.codes.length === 0 ? 'nothing is due, you added it' : why;
  }
  const carried = plan?.carry ? `, about ${Math.round(plan.carry.kg)} kg` : '';
  return {
    closeAtDusk: 'mesh over the entrance once the foragers are home',
    lowerAtFirstLight: 'take it down at first light',
    move: `carry it to its place${carried}`,
    rehang: 'hang the trap again',
    peek: 'look whether bees are still in',
  }[stop.work];
}

export function cautionOf(
  stop: RoundCandidate,
  sunsetS: number | null,
  beginS: number,
  { ladderM }: Asked,
): string | null {
  const words = [
    stop.must && stop.ladder && ladderM !== null && (stop.heightM ?? 0) > ladderM ? 'Your ladder is too short.' : null,
    stop.must && stop.ladder && sunsetS !== null && beginS >= sunsetS
      ? 'Nobody on a ladder in the dark: from the ground, or at first light with two people.'
      : stop.ladder
        ? 'Two people: one holds the ladder.'
        : null,
    stop.twoCarry ? 'Two people carry it.' : null,
  ].filter((one) => one !== null);
  return words.length === 0 ? null : words.join(' ');
}

/** Rows of the plan, the next first. */
export function stopRows(
  now: RoundNow,
  plan: RoundPlan,
  known: {
    readonly asked: Asked;
    readonly day: IsoDate;
    readonly system: UnitSystem;
    readonly plans: readonly CatchPlanDto[];
    readonly locked: ReadonlySet<string>;
  },
): readonly StopRow[] {
  return plan.stops.flatMap(({ id, beginS, lateS }: PlannedStop, n) => {
    const stop = now.candidates.get(id);
    if (!stop) return [];
    const caught = known.plans.find(({ catchId }) => catchId === stop.catchId) ?? null;
    const drop = gainSaid(plan.without.find((one) => one.id === id));
    const lock = gainSaid(plan.locks.find((one) => one.id === id));
    return [
      {
        id,
        place: now.done.length + n + 1,
        at: clockText(beginS),
        site: stop.site,
        number: stop.number,
        says: `${spanText(stop.serviceS)}; ${whySaid(stop, caught, known.day, known.system)}`,
        caution: cautionOf(stop, now.sunsetS, beginS, known.asked),
        bees: stop.must || stop.hanging.beesIn,
        must: stop.must,
        locked: known.locked.has(id),
        dropping: stop.must ? null : (drop?.short ?? ''),
        dropSays: drop ? `Drop ${stop.site}: ${drop.says}` : `Drop ${stop.site}`,
        lockSays: lock ? `stays stop ${now.done.length + n + 1}; let go: ${lock.says}` : null,
        late: lateS > 0,
        minutes: minutesSaid(stop),
      },
    ];
  });
}

/** What goes into the car. */
export function loadOf(now: RoundNow, plan: RoundPlan, system: UnitSystem): readonly string[] {
  const stops = plan.stops.flatMap(({ id, beginS }) => {
    const stop = now.candidates.get(id);
    return stop ? [{ ...stop, beginS }] : [];
  });
  const highest = Math.max(0, ...stops.filter(({ ladder }) => ladder).map(({ heightM }) => heightM ?? 0));
  const numbers = (such: (stop: (typeof stops)[number]) => boolean): string =>
    stops
      .filter(such)
      .map(({ number }) => number)
      .join(', ');
  const lures = stops.filter(({ codes }) => codes.includes('rebait') || codes.includes('changeLure')).length;
  const shut = numbers(({ work }) => work === 'closeAtDusk');
  const carried = stops.filter(({ work }) => work === 'move' || work === 'lowerAtFirstLight');
  const hung = numbers(({ work }) => work === 'rehang');
  const dark = now.sunsetS !== null && stops.some(({ beginS }) => beginS >= (now.sunsetS ?? 0));
  return [
    ...(dark ? ['red lamp'] : []),
    ...(highest > 0 ? [`ladder to ${figureText(highest, 'height', system)}`, 'a second person'] : []),
    ...(shut === '' ? [] : [`mesh and pins for ${shut}`]),
    ...(carried.length === 0
      ? []
      : [
          `two straps each for ${carried.map(({ number }) => number).join(', ')}`,
          `room for ${manyText(carried.length, 'box', 'boxes')} of bees`,
        ]),
    ...(highest === 0 && carried.some(({ twoCarry }) => twoCarry) ? ['a second person'] : []),
    ...(hung === '' ? [] : [`trap and strap for ${hung}`]),
    ...(lures > 0 ? [manyText(lures, 'fresh lure', 'fresh lures')] : []),
    'veil and smoker',
  ];
}
/** Boxes that find no room. */
export function roomSaid(now: RoundNow, plan: RoundPlan, { boxes }: Asked): string | null {
  const carried = plan.stops.filter(({ id }) => now.candidates.get(id)?.work === 'move').length;
  if (boxes === null || carried <= boxes) return null;
  return `${manyText(carried, 'box', 'boxes')} to carry, room for ${boxes}: drive twice, or call a friend with a car.`;
}

/** Whose land the round goes to: who may want to be rung before. */
export interface OwnerOnTheWay {
  readonly id: string;
  readonly name: string;
  readonly phone: string | null;
  readonly notes: string | null;
  readonly traps: string;
}
export function ownersOf(now: RoundNow, plan: RoundPlan, sites: GroundDto['sites']): readonly OwnerOnTheWay[] {
  const owners = new Map<string, OwnerOnTheWay>();
  for (const { id } of plan.stops) {
    const stop = now.candidates.get(id);
    const owner = sites.find(({ site }) => site.id === stop?.siteId)?.owner;
    if (!stop || !owner || (owner.phone === null && owner.notes === null)) continue;
    const traps = [owners.get(owner.id)?.traps, stop.number].filter((text) => text !== undefined).join(', ');
    owners.set(owner.id, { id: owner.id, name: owner.name, phone: owner.phone, notes: owner.notes, traps });
  }
  return [...owners.values()];
}

const WHY_OUT: Readonly<Record<OutOfRound['why'], string>> = {
  owner: 'the owner does not let you in that day',
  unplaced: 'its site is nowhere on the map yet',
  notDue: 'nothing is due',
  ladder: 'your ladder is too short',
  dropped: 'you dropped it',
};
export const outSaid = ({ why }: OutOfRound): string => WHY_OUT[why];

export function crumbSaid(day: IsoDate, today: IsoDate, asked: Asked): string {
  const when = daysBetween(today, day) === 0 ? 'today' : daysBetween(today, day) === 1 ? 'tomorrow' : dayShort(day);
  return `${when} from ${asked.fromName}, ${asked.people === 2 ? 'two cars' : 'by car'}`;
}
