import type { Landmark } from '@yewridge/core/ground';
import { addDays, daysBetween, type IsoDate } from '@yewridge/core/season';
import { weekdayOf } from '@yewridge/core/shared/calendar';
import { decimalText } from '../units/format';

/** Of the week, Sunday 0. */
const FRIDAY = 5;
const WEEK = 7;
const words = (options: Intl.DateTimeFormatOptions): Intl.DateTimeFormat =>
  new Intl.DateTimeFormat('en-GB', { ...options, timeZone: 'UTC' });
const SHORT = words({ weekday: 'short', day: 'numeric', month: 'short' });
const LONG = words({ day: 'numeric', month: 'short', year: 'numeric' });
const WEEKDAY = words({ weekday: 'long' });
const MONTH_DAY = words({ day: 'numeric', month: 'short' });

/** `Thu 14 May`. */
export const dayShort = (date: IsoDate): string => SHORT.format(Date.parse(date)).replace(',', '');
/** `14 May 2026`. */
export const dayLong = (date: IsoDate): string => LONG.format(Date.parse(date));
/** `14 May`. */
export const monthDay = (date: IsoDate): string => MONTH_DAY.format(Date.parse(date));
export const weekdayName = (date: IsoDate): string => WEEKDAY.format(Date.parse(date));

/** `today`, `yesterday`, `3 days ago`, else the day. */
export function agoWords(date: IsoDate, today: IsoDate): string {
  const days = daysBetween(date, today);
  if (days === 0) return 'today';
  if (days === 1) return 'yesterday';
  return days > 1 && days < 14 ? `${days} days ago` : dayLong(date);
}

/** `Today`, `Tomorrow`, `By Sat 16`, `since Mon 4 May`. */
export function byWords(dueBy: IsoDate | null, today: IsoDate): string {
  if (dueBy === null) return 'nothing due';
  const days = daysBetween(today, dueBy);
  if (days < 0) return `Due since ${dayShort(dueBy)}`;
  if (days === 0) return 'Today';
  if (days === 1) return 'By tomorrow';
  return `By ${dayShort(dueBy)}`;
}

/** The Friday this week's rounds end on: today, if it is one. */
export function comingFriday(today: IsoDate): IsoDate {
  return addDays(today, (FRIDAY - weekdayOf(today) + WEEK) % WEEK);
}

export const SHADE_NAMES = { shade: 'shade', partSun: 'sun and shade', fullSun: 'full sun' } as const;
export const HUNG_BY_NAMES = {
  strut: 'strut on a limb',
  strap: 'strap',
  bracket: 'bracket',
  hook: 'hook and bar',
  wire: 'wire',
  stand: 'stand',
  deck: 'deck or roof',
} as const;
export const ENTRANCE_NAMES = { open: 'open', reduced: 'reduced', screened: 'screened', shut: 'shut' } as const;
export const LANDMARK_NAMES: Readonly<Record<Landmark, string>> = {
  lastCatchSite: 'caught here before',
  loneTree: 'lone tree',
  treeLineEnd: 'end of a line of trees',
  fieldCorner: 'corner of a field',
  orchardEdge: 'edge of an orchard',
  building: 'building',
  woodEdge: 'edge of a wood',
  hedgerow: 'hedgerow',
  openField: 'open field',
  woodInterior: 'inside a wood',
  other: 'something else',
};
export const CARRIER_NAMES = {
  swabInBag: 'swab in a bag',
  openSwab: 'open swab',
  towelInBag: 'towel in a bag',
  pipette: 'pipette',
  wickVial: 'vial with a wick',
  gel: 'gel',
  sprayOnWood: 'sprayed on wood',
  burlap: 'burlap rag',
  waxBlock: 'block of wax',
  rubbedOn: 'rubbed on the wood',
  entranceGel: 'gel at the entrance',
} as const;
export const SUBSTANCE_NAMES = {
  lemongrassOil: 'lemongrass oil',
  citral: 'citral',
  geraniol: 'geraniol',
  linalool: 'linalool',
  limonene: 'limonene',
  beeswax: 'beeswax',
  propolis: 'propolis',
  blend: 'a blend of my own',
} as const;
export const PLACED_NAMES = {
  top: 'under the lid',
  back: 'at the back',
  floor: 'on the floor',
  entrance: 'at the entrance',
  outside: 'outside',
} as const;
export const DOSE_UNIT_NAMES = { drops: 'drops', mL: 'mL', g: 'g' } as const;
const DOSE_DECIMALS = { drops: 0, mL: 2, g: 2 } as const;
/** `11 drops`, `0.5 mL`. */
export const doseText = (dose: number, unit: keyof typeof DOSE_UNIT_NAMES): string =>
  `${decimalText(dose, DOSE_DECIMALS[unit], true)} ${DOSE_UNIT_NAMES[unit]}`;
export const SIZE_NAMES = {
  small: 'small, under 1 kg',
  medium: 'medium, 1 to 2 kg',
  large: 'large, over 2 kg',
  secondary: 'after-swarm with a virgin queen',
} as const;
export const QUEEN_NAMES = { unknown: 'not seen', laying: 'laying', virgin: 'virgin', none: 'none' } as const;
export const METHOD_NAMES = {
  trap: 'in a trap',
  shaken: 'hanging swarm, shaken',
  vacuum: 'with the vacuum',
  brushed: 'brushed',
  cutOut: 'cut out of a structure',
} as const;
export const FOLLOWUP_NAMES = {
  hived: 'Hived',
  laying: 'Eggs seen',
  requeened: 'Requeened',
  united: 'United',
  overwintered: 'Overwintered',
  absconded: 'Absconded',
  died: 'Died out',
} as const;

/** `faces 140°, south-east`. */
const WINDS = ['north', 'north-east', 'east', 'south-east', 'south', 'south-west', 'west', 'north-west'] as const;
export function windName(degrees: number): string {
  return WINDS[Math.round((((degrees % 360) + 360) % 360) / 45) % 8] ?? 'north';
}

/** Scouts a minute as a keeper says them. */
export function scoutWords(perMin: number): string {
  if (perMin === 0) return 'no scouts';
  if (perMin < 6) return 'a few scouts';
  return perMin < 16 ? '6 to 15 scouts a minute' : 'a stream of scouts';
}
