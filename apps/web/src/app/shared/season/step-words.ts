import type { CatchSchool, PlanNote, StepCode, TrackStep } from '@yewridge/core/catches';
import { daysBetween, type IsoDate } from '@yewridge/core/season';
import { capital } from '../units/format';
import { dayShort, monthDay } from './season-words';

/** What a step after a catch is called, as an act. */
export const STEP_NAMES: Readonly<Record<StepCode, string>> = {
  peek: 'Look whether bees are still in',
  closeAtDusk: 'Close the entrance',
  lowerAtFirstLight: 'Take it down',
  move: 'Carry it to its place',
  shade: 'Keep it in the shade',
  hold: 'Keep it shut',
  open: 'Open the entrance',
  rehang: 'Hang the trap again',
  feed: 'Feed',
  transfer: 'Transfer into frames',
  broodCheck: 'Look for eggs',
  miteWindow: 'Mites: while no brood is capped',
};

const REASONS: Readonly<Record<string, string>> = {
  'still-there':
    'A short look by day, from the ground where you can: bees that come and go, pollen carried in. Nobody climbs in the dark, or carries a box home, for bees that are gone.',
  dusk: 'Foragers are home; mesh over the entrance keeps air.',
  dark: 'Bees stay calm and cool; strap lid and floor.',
  ladder: 'Two people, daylight: nobody on a ladder in the dark with live bees.',
  'first-light': 'Go at once, before the day warms; no move later in the day.',
  'cool-day': 'Shut, in deep shade, mesh open; only because the day stays below 25 °C.',
  abscond: 'Without brood or comb a moved swarm may leave; shut, shaded and aired, never in heat.',
  heat: 'Heat is foretold: a cellar or deep shade, water on the mesh, opened the first morning. Shut bees die of heat within hours.',
  orient: 'In the morning, a branch before the entrance: they learn the place anew.',
  'site-works': 'A place that caught once often catches again.',
  wax: 'Thin syrup in the evening helps comb building; skip it in a strong flow.',
  'no-fit-day': 'No fit day is foretold: wait for the first above 15 °C.',
  laying:
    'Look for eggs and a sound pattern; and for disease: sunken caps, ropy larvae, chalk mummies. Report notifiable disease as your law requires.',
  virgin:
    'A virgin queen needs her flights first. Look for eggs, a sound pattern, and disease; report notifiable disease as your law requires.',
  broodless: 'There is no capped brood now: mites sit on the bees. Follow the label and local law.',
};

/** Why, of a reason that says all by itself; `null` where it does not. */
export const plainReason = (reason: string): string | null => REASONS[reason] ?? null;

/** A step by its name; a trap with frames in it is lifted whole. */
export function stepName({ code, reason }: Pick<TrackStep, 'code' | 'reason'>): string {
  return code === 'transfer' && reason.startsWith('whole-') ? 'Lift it onto its stand' : STEP_NAMES[code];
}

/** Why a step is done then; `frames` is how many this swarm is to have. */
export function reasonWords({ code, reason }: TrackStep, high: boolean, frames: number): string {
  if (reason.startsWith('frames-')) {
    return `Into ${frames} frames, the entrance in the same place, old and new in turn.`;
  }
  const whole = /^whole-(\d+)$/.exec(reason)?.[1];
  if (whole !== undefined) {
    return `Its ${whole} frames are the colony’s: set it where it is to stay, the entrance as it was, and add frames when they are full.`;
  }
  const ladder =
    code === 'closeAtDusk' && high
      ? ' Close it from the ground, or leave it to the morning: no ladder in the dark.'
      : '';
  return (REASONS[reason] ?? '') + ladder;
}

export const NOTE_WORDS: Readonly<Record<PlanNote, string>> = {
  anchor: 'After two or three days mostly comb, few eggs yet.',
  bearding: 'Bees outside on a hot evening: wait, and brush them in while it is light.',
  defensive:
    'Where Africanised bees occur: full suit, a helper, distance to people and animals. Professionals take what is large.',
  far: 'Move at least 5 km, or less than 1 m a day, else foragers fly back (rule of thumb).',
  heat: 'Heat is foretold: the hold is cut short.',
  ladder: 'Above 2 m: two people, and nobody on a ladder in the dark with live bees.',
};

export const SCHOOL_NAMES: Readonly<Record<CatchSchool, string>> = {
  anchor: 'leave it to anchor',
  sameEvening: 'take it the same evening',
};
export const SCHOOL_WHY: Readonly<Record<CatchSchool, string>> = {
  anchor: 'Two or three days, until comb and eggs hold them; foragers learn the place, and honey adds weight.',
  sameEvening: 'Spares a second trip and learning the place twice; they may abscond. Neither school is proven.',
};

/** `21:06`, with its day when that is not today: `Fri 15 May, 05:31`. */
export function stepTime(minute: string, today: IsoDate): string {
  const [date = today, time = ''] = minute.split('T');
  return date === today ? time : `${dayShort(date)}, ${time}`;
}

/** `21:06 to 22:06`, `Sat 16 May, 05:30 to 07:30`, `Fri 15 to Sun 17 May`. */
export function stepSpan({ start, end }: Pick<TrackStep, 'start' | 'end'>, today: IsoDate): string {
  const [from = today, to = today] = [start, end].map((one) => one.slice(0, 10));
  if (start === end) return stepTime(start, today);
  // Past midnight is still the same night.
  const oneNight = daysBetween(from, to) === 1 && end.slice(11) < '06:00';
  if (from === to || oneNight) return `${stepTime(start, today)} to ${end.slice(11)}`;
  return `${dayShort(from)} to ${dayShort(to)}`;
}

/** `Sat 16 May` as the day that is meant: today, tomorrow, or its name. */
export function dayWords(date: IsoDate, today: IsoDate): string {
  const days = daysBetween(today, date);
  if (days === 0) return 'today';
  if (days === 1) return 'tomorrow';
  return date.slice(0, 4) === today.slice(0, 4) ? dayShort(date) : `${monthDay(date)} ${date.slice(0, 4)}`;
}
export const EVENING = '17:00';

/** `Tonight, 21:06`, `Until 20:33`, `Late since Mon 11 May`. */
export function stepWhen({ start, end, state }: Pick<TrackStep, 'start' | 'end' | 'state'>, today: IsoDate): string {
  if (state === 'late') return `Late since ${dayShort(end.slice(0, 10))}`;
  if (state === 'now') {
    const day = end.slice(0, 10);
    return day === today ? `Until ${end.slice(11)}` : `Until ${dayWords(day, today)}`;
  }
  const [day = today, hour = ''] = start.split('T');
  if (day === today) return `${hour >= EVENING ? 'Tonight' : 'Today'}, ${hour}`;
  return `${capital(dayWords(day, today))}, ${hour}`;
}

/** Within a sentence: `at 21:06`, `until 22:06`, `tomorrow at 05:31`, `on Sat 16 May at 05:30`. */
export function sentenceWhen(
  { start, end, state }: Pick<TrackStep, 'start' | 'end' | 'state'>,
  today: IsoDate,
): string {
  if (state === 'late') return `late since ${dayShort(end.slice(0, 10))}`;
  const day = (moment: string): string => {
    const words = dayWords(moment.slice(0, 10), today);
    return words === 'tomorrow' ? words : `on ${words}`;
  };
  if (state === 'now')
    return end.slice(0, 10) === today ? `until ${end.slice(11)}` : `until ${dayWords(end.slice(0, 10), today)}`;
  return start.slice(0, 10) === today ? `at ${start.slice(11)}` : `${day(start)} at ${start.slice(11)}`;
}
