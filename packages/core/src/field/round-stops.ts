/**
 * What a day's round may stop at: traps that are due, with their worth on that day, and steps with bees, each with its hours.
 *
 * A ladder is not climbed in the dark: such a stop ends by sunset, unless bees are closed or carried, which waits for dusk. Scouts are
 * counted while bees fly, from two hours after sunrise to sunset. Owners let one in on their days.
 * Source: conventions; worth is that of {@link visitDue}, hours of bees those of their plan.
 */
import { LADDER_M, type StepCode } from '../catches/index.js';
import type { DueCode } from '../rounds/index.js';
import { daysBetween, type IsoDate } from '../season/index.js';
import { minutesAfter, weekdayOf } from '../shared/calendar/index.js';
import type { Place } from '../shared/geometry/index.js';
import type { CatchPlan } from './catch-plan.js';
import type { Hanging } from './hanging.js';
import { sunByClock } from './local-sun.js';
import type { SiteRecord } from './record-shelf.js';
import type { StopMinutes } from './round-minutes.js';

/** Steps that one drives to the trap for, at their hour. */
const AT_THE_TRAP = [
  'closeAtDusk',
  'lowerAtFirstLight',
  'move',
  'rehang',
  'peek',
] as const satisfies readonly StepCode[];
/** Steps that go by daylight: who comes at dusk to close has to have peeked before. */
const AFTER_FLIGHT: readonly RoundWork[] = ['closeAtDusk', 'move', 'lowerAtFirstLight'];
/** Hours after sunrise from which scouts are about: a convention. */
const FLYING_AFTER_MIN = 120;
/** Minutes a step with bees takes, where nobody timed it: rules of thumb. */
const STEP_MINUTES: Readonly<Partial<Record<RoundWork, number>>> = {
  closeAtDusk: 5,
  lowerAtFirstLight: 20,
  move: 15,
  rehang: 20,
  peek: 5,
};

export type RoundWork = 'look' | (typeof AT_THE_TRAP)[number];
export interface RoundCandidate {
  /** The stay. */
  readonly id: string;
  readonly work: RoundWork;
  readonly catchId: string | null;
  readonly number: string;
  readonly siteId: string;
  readonly site: string;
  readonly place: Place;
  readonly heightM: number | null;
  readonly ladder: boolean;
  readonly worth: number;
  readonly must: boolean;
  readonly serviceS: number;
  /** What its minutes rest on: so many own looks, what was said of the site, or a rule of thumb. */
  readonly by: StopMinutes['by'];
  /** What one's own looks say of such a stop, where that is known and it is a look. */
  readonly learnt: StopMinutes['learnt'];
  /** s after 00:00 of the day. */
  readonly from: number | null;
  readonly until: number | null;
  readonly untilBy: 'ladder' | 'flight' | 'step' | null;
  readonly codes: readonly DueCode[];
  readonly hanging: Hanging;
  /** Bees that two carry. */
  readonly twoCarry: boolean;
}
export interface LeftOut {
  readonly id: string;
  readonly number: string;
  readonly site: string;
  /** `owner`: not on that day; `unplaced`: its site is nowhere on the map; `notDue`: nothing is due there yet. */
  readonly why: 'owner' | 'unplaced' | 'notDue';
}
export interface RoundChoices {
  readonly candidates: readonly RoundCandidate[];
  readonly leftOut: readonly LeftOut[];
  /** s after 00:00; `null` where it does not set. */
  readonly sunriseS: number | null;
  readonly sunsetS: number | null;
}

type RoundSite = Pick<SiteRecord, 'id' | 'lat' | 'lon' | 'accessWeekdays'>;
export interface RoundRows {
  readonly traps: readonly Hanging[];
  readonly plans: readonly CatchPlan[];
  readonly sites: readonly RoundSite[];
  readonly minutes: (stop: { readonly siteId: string; readonly ladder: boolean }) => StopMinutes;
  /** Stays that are gone to though nothing is due. */
  readonly added: ReadonlySet<string>;
  /** Local less UTC, in minutes, on that day. */
  readonly offsetMin: number;
}

/** Worth of a visit on a day: as {@link visitDue} weighs its reasons there. */
export function worthOn({ due }: Pick<Hanging, 'due'>, day: IsoDate): number {
  return reasonsOn({ due }, day).reduce(
    (sum, { weight, to }) => sum + weight * Math.min(2, 1 + Math.max(0, daysBetween(to, day)) / 7),
    0,
  );
}
const reasonsOn = ({ due }: Pick<Hanging, 'due'>, day: IsoDate): Hanging['due']['reasons'] =>
  due.reasons.filter(({ from }) => from <= day);

const SOME_WORTH = 1;

/** The sun of a day over a place, s of its clock. */
export function roundSun(
  place: Place,
  day: IsoDate,
  offsetMin: number,
): { readonly sunriseS: number | null; readonly sunsetS: number | null } {
  const sun = sunByClock(place, day, offsetMin);
  const s = (minute: number | null): number | null => (minute === null ? null : Math.round(minute * 60));
  return { sunriseS: s(sun.sunrise), sunsetS: s(sun.sunset) };
}

/** @param start where the round begins: its sun is asked. */
export function roundChoices(rows: RoundRows, day: IsoDate, start: Place): RoundChoices {
  const sun = roundSun(start, day, rows.offsetMin);
  const sites = new Map(rows.sites.map((site) => [site.id, site]));
  const candidates: RoundCandidate[] = [];
  const leftOut: LeftOut[] = [];
  for (const hanging of rows.traps) {
    const { deploymentId: id, number, site, siteId } = hanging;
    const here = sites.get(siteId);
    const step = stepOf(rows.plans, id, day);
    const worth = worthOn(hanging, day);
    const wanted = step !== null || rows.added.has(id) || (worth > 0 && !hanging.beesIn);
    const out = (why: LeftOut['why']): number => leftOut.push({ id, number, site, why });
    if (!wanted) {
      if (!hanging.beesIn) out('notDue');
      continue;
    }
    if (typeof here?.lat !== 'number' || typeof here.lon !== 'number') {
      out('unplaced');
      continue;
    }
    // Bees do not wait for an owner's day: the keeper rings.
    if (!step && !letsIn(here, day)) {
      out('owner');
      continue;
    }
    const found = { hanging, step, worth: Math.max(worth, SOME_WORTH), place: { lat: here.lat, lon: here.lon } };
    candidates.push(candidateOf(found, rows, day, sun));
  }
  return { candidates, leftOut, ...sun };
}

const letsIn = ({ accessWeekdays }: RoundSite, day: IsoDate): boolean =>
  accessWeekdays === null || accessWeekdays.split(',').map(Number).includes(weekdayOf(day));

type Step = CatchPlan['steps'][number];
interface Found {
  readonly hanging: Hanging;
  readonly step: { readonly plan: CatchPlan; readonly step: Step } | null;
  readonly worth: number;
  readonly place: Place;
}

/** The step with bees for which one comes that day: the first that waits for hands at the trap, closing before a peek. */
function stepOf(plans: readonly CatchPlan[], stay: string, day: IsoDate): Found['step'] {
  const plan = plans.find(({ deploymentId }) => deploymentId === stay);
  if (!plan) return null;
  const open = plan.steps.filter(
    ({ code, state, start }) =>
      isWork(code) && (state === 'now' || state === 'ahead' || state === 'late') && start.slice(0, 10) <= day,
  );
  const step = AT_THE_TRAP.map((code) => open.find((one) => one.code === code)).find((one) => one !== undefined);
  return step ? { plan, step } : null;
}

const isWork = (code: StepCode): code is (typeof AT_THE_TRAP)[number] =>
  (AT_THE_TRAP as readonly StepCode[]).includes(code);

type Hours = Pick<RoundCandidate, 'from' | 'until' | 'untilBy'>;

/** Bees wait for nobody’s hours: a step that is late is done when one comes. */
function hoursOfStep({ state, start, end }: Step, day: IsoDate): Hours {
  const begins = Math.max(0, minutesAfter(day, start, 'start')) * 60;
  const late = state === 'late';
  return {
    from: late || begins === 0 ? null : begins,
    until: late ? null : minutesAfter(day, end, 'end') * 60,
    untilBy: 'step',
  };
}
/** A ladder is left by sunset; scouts are counted while they fly. */
function hoursOfLook(
  step: Step | null,
  { ladder, counts }: { readonly ladder: boolean; readonly counts: boolean },
  day: IsoDate,
  { sunriseS, sunsetS }: Pick<RoundChoices, 'sunriseS' | 'sunsetS'>,
): Hours {
  const flying = counts && sunriseS !== null ? sunriseS + FLYING_AFTER_MIN * 60 : null;
  const from = step ? hoursOfStep(step, day).from : flying;
  if (ladder) return { from, until: sunsetS, untilBy: 'ladder' };
  return counts ? { from, until: sunsetS, untilBy: 'flight' } : { from, until: null, untilBy: null };
}

function timeAt(
  work: RoundWork,
  stop: { readonly siteId: string; readonly ladder: boolean },
  rows: RoundRows,
): Pick<RoundCandidate, 'serviceS' | 'by' | 'learnt'> {
  const usual = STEP_MINUTES[work];
  if (usual !== undefined) return { serviceS: usual * 60, by: 'rule', learnt: null };
  const { s, by, learnt } = rows.minutes(stop);
  return { serviceS: s, by, learnt };
}

function candidateOf(
  { hanging, step: found, worth, place }: Found,
  rows: RoundRows,
  day: IsoDate,
  sun: Pick<RoundChoices, 'sunriseS' | 'sunsetS'>,
): RoundCandidate {
  const { deploymentId: id, number, siteId, site, heightM } = hanging;
  const ladder = heightM !== null && heightM > LADDER_M;
  const step = found?.step ?? null;
  const work: RoundWork = step && isWork(step.code) ? step.code : 'look';
  const codes = reasonsOn(hanging, day).map(({ code }) => code);
  const counts = work === 'look' && codes.includes('scouts');
  const dark = step !== null && AFTER_FLIGHT.includes(work);
  return {
    id,
    work,
    catchId: found?.plan.catchId ?? hanging.catchId,
    number,
    siteId,
    site,
    place,
    heightM,
    ladder,
    worth,
    must: dark,
    ...timeAt(work, { siteId, ladder }, rows),
    ...(dark ? hoursOfStep(step, day) : hoursOfLook(step, { ladder, counts }, day, sun)),
    codes,
    hanging,
    twoCarry: work === 'move' && found?.plan.carry?.onePerson === false,
  };
}
