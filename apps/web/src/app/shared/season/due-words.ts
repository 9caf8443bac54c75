import type { HangingDto } from '@yewridge/contract/rounds';
import { LADDER_M } from '@yewridge/core/catches';
import type { DueCode, DueReason } from '@yewridge/core/rounds';
import { daysBetween, type IsoDate, type LoreCode } from '@yewridge/core/season';
import type { UnitSystem } from '@yewridge/core/shared/units';
import { signWords } from '../devices/sensor-words';
import { percentText } from '../units/format';
import { agoWords, byWords, comingFriday, dayShort, scoutWords } from './season-words';

/** What is said of how a trap hangs where it changes what to do there. */
const LORE_SHORT: Partial<Record<LoreCode, string>> = {
  'no-permission': 'ask the owner first: there is no permission now',
  'gel-melts': 'heat is foretold, and gel runs above 32 °C',
  'overdosed-lure': 'too much scent: close the bag or use less',
  'fresh-paint': 'its paint is still airing',
};

export interface DueLine {
  readonly stayId: string;
  readonly number: string;
  readonly site: string;
  readonly design: string;
  readonly when: string;
  readonly why: string;
  readonly also: string;
  readonly bees: boolean;
  readonly urgent: boolean;
  readonly caution: string | null;
  readonly closed: string | null;
}
export interface DueGroup {
  readonly name: string;
  readonly lines: readonly DueLine[];
}

function reasonWords(trap: HangingDto, { code, from }: DueReason, today: IsoDate, system: UnitSystem): string {
  const words: Readonly<Record<DueCode, () => string>> = {
    catch: () => 'the next step after the catch',
    occupied: () =>
      trap.sensor?.movedIn === true && trap.catchId === null
        ? signWords(trap.sensor, system)
        : 'bees are in: nothing routine waits here',
    scouts: () => {
      const { counted } = trap;
      const who =
        counted?.bySensor === true ? `, by the ${trap.sensor?.simulated === true ? 'simulated ' : ''}sensor` : '';
      const count = scoutWords(counted?.perMin ?? trap.lastScouts ?? 0);
      return `${count}${who}: a swarm within a day, ${percentText(trap.chance24 ?? 0)} by ${counted?.tuned === true ? 'your own log' : 'rule of thumb'}`;
    },
    storm: () => 'look after the storm',
    interval: () => {
      if (trap.lastVisitOn === null) return `hung ${agoWords(trap.hungOn, today)}, not looked at yet`;
      return `last look ${agoWords(trap.lastVisitOn, today)}`;
    },
    rebait: () => lureWords(trap, today),
    moveTrap: () => `no bees since the fresh lure; another place from ${dayShort(from)}`,
    changeLure: () => 'three weeks without a scout: another lure',
  };
  return words[code]();
}

/** How fresh the lure is, and when it wants to be renewed. */
export function lureWords({ lure }: HangingDto, today: IsoDate): string {
  if (!lure) return 'no lure is recorded';
  const { state, fraction, faint, date, earliest, weighed, guessedDays } = lure;
  const left = `${percentText(fraction)} left`;
  if (faint) return `the lure is faint all along, ${left}: more of it, or another carrier`;
  if (state === 'spent' || state === 'weak') return `the lure is ${state}, ${left}`;
  const renew = weighed > 0 ? date : earliest;
  if (renew === null) return `the lure is ${state}, ${left}`;
  const when = renew <= today ? 'now' : `by ${dayShort(renew)}`;
  return `the lure may be weak ${when}, ${left} by rule of thumb${guessedDays > 0 ? ', its weather partly guessed' : ''}`;
}

const said = new WeakMap<HangingDto, { readonly of: string; readonly line: DueLine }>();

/** A trap's line in the due list. Said once a trap as it was fetched: a club's list of 400 is asked for at every turn of the ribbon. */
export function dueLine(trap: HangingDto, today: IsoDate, system: UnitSystem): DueLine {
  const of = `${today} ${system}`;
  const known = said.get(trap);
  if (known?.of === of) return known.line;
  const line = lineOf(trap, today, system);
  said.set(trap, { of, line });
  return line;
}

function lineOf(trap: HangingDto, today: IsoDate, system: UnitSystem): DueLine {
  const { due } = trap;
  const pressing = due.reasons.filter(({ urgency }) => urgency > 0);
  const [first, ...rest] = pressing.length > 0 ? pressing : due.reasons;
  const scouts = trap.lastScouts === null || trap.beesIn ? '' : scoutWords(trap.lastScouts);
  return {
    stayId: trap.deploymentId,
    number: trap.number,
    site: trap.site,
    design: trap.design,
    when: trap.beesIn ? 'Today' : byWords(due.dueBy, today),
    why: first ? reasonWords(trap, first, today, system) : 'nothing to do',
    also: [
      first?.code === 'scouts' ? '' : scouts,
      ...rest.filter(({ urgency }) => urgency > 0).map((one) => reasonWords(trap, one, today, system)),
      ...trap.lore.flatMap(({ code }) => LORE_SHORT[code] ?? []),
    ]
      .filter((text) => text !== '')
      .join('; '),
    bees: trap.beesIn,
    urgent: trap.beesIn || (due.dueBy !== null && due.dueBy <= comingFriday(today)),
    caution: trap.heightM !== null && trap.heightM > LADDER_M ? 'Two people: one holds the ladder.' : null,
    closed: due.nextAccess === today ? null : closedWords(due.nextAccess),
  };
}

function closedWords(nextAccess: IsoDate | null): string {
  return nextAccess === null
    ? 'The owner lets nobody in within a fortnight.'
    : `The owner lets you in on ${dayShort(nextAccess)}.`;
}

/** Tonight, this week, when passing; bees first, however overdue the rest. */
export function dueGroups(traps: readonly HangingDto[], today: IsoDate, system: UnitSystem): readonly DueGroup[] {
  const groupOf = ({ beesIn, due }: HangingDto): number => {
    if (beesIn) return 0;
    // A swarm may come within a day or two: that is from now on.
    if (due.tier === 'soon') return 1;
    if (due.dueBy === null) return 3;
    const days = daysBetween(today, due.dueBy);
    if (days <= 1) return 1;
    return days <= 7 ? 2 : 3;
  };
  const names = ['Bees first', 'Now', 'This week', 'When passing'];
  return names
    .map((name, n) => ({
      name,
      lines: traps.filter((trap) => groupOf(trap) === n).map((trap) => dueLine(trap, today, system)),
    }))
    .filter(({ lines }) => lines.length > 0);
}

/** Whether a trap needs somebody by the coming Friday. */
export function needsBy(trap: HangingDto, friday: IsoDate): boolean {
  return trap.beesIn || trap.due.tier === 'soon' || (trap.due.dueBy !== null && trap.due.dueBy <= friday);
}

/** The chances that a swarm moves in, and what they rest on; nothing where nobody has counted, or bees are in. */
export function chanceWords({ chance24, counted }: HangingDto): string | null {
  if (chance24 === null || !counted) return null;
  const { chance48, chance72, perMin, bySensor, at } = counted;
  const who = bySensor ? 'by the sensor' : 'by a look';
  const chances = [chance24, chance48, chance72].map((share) => (share < 0.005 ? 'under 1 %' : percentText(share)));
  return `A swarm may move in: ${chances[0]} within a day, ${chances[1]} within two, ${chances[2]} within three. Counted ${who} on ${dayShort(at.slice(0, 10))}, ${at.slice(11)}: ${perMin} a minute. Rule of thumb, tuned to your log as it grows.`;
}
