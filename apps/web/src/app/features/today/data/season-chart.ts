import type { SeasonSheetDto } from '@yewridge/contract/today';
import { addDays, dateOfSeasonDay, daysBetween, type Hemisphere, type IsoDate } from '@yewridge/core/season';
import { monthDay } from '../../../shared/season/season-words';

/** The season drawn: the curve, what it says with its bands, and below it the arrivals of each year on the same days. */
export interface SeasonDrawing {
  readonly width: number;
  readonly height: number;
  readonly base: number;
  readonly area: string;
  /** As the weather lets the days of the forecast through. */
  readonly delayed: string | null;
  readonly tonight: number;
  readonly months: readonly { readonly name: string; readonly x: number }[];
  readonly bands: readonly {
    readonly name: string;
    readonly date: string;
    readonly x: number;
    readonly from: number;
    readonly to: number;
  }[];
  readonly marks: readonly { readonly name: string; readonly x: number; readonly y: number; readonly end: boolean }[];
  readonly snaps: readonly { readonly from: number; readonly to: number }[];
  readonly rows: readonly {
    readonly name: string;
    readonly count: string;
    readonly y: number;
    readonly now: boolean;
    readonly dots: readonly { readonly x: number; readonly says: string }[];
  }[];
}

const WIDTH = 1100;
const LEFT = 116;
const RIGHT = 16;
const TOP = 40;
const TALL = 170;
const BASE = TOP + TALL;
const BAND_Y = 14;
const ROWS_Y = BASE + 58;
const ROW = 26;
const ROOM_DAYS = 10;

type Clock = NonNullable<SeasonSheetDto['clock']>;

function spanOf({ prediction, day, start }: Clock, years: SeasonSheetDto['years']): readonly [number, number] {
  const { readyBy, takeIn, earliest, last } = prediction;
  const dayOf = (date: IsoDate | null): readonly number[] => (date === null ? [] : [daysBetween(start, date) + 1]);
  const days = [
    ...years.flatMap(({ arrivals }) => arrivals.map((one) => one.day)),
    ...dayOf(readyBy),
    ...dayOf(takeIn),
    earliest.lo,
    last.hi,
    day,
  ];
  return [Math.floor(Math.min(...days)) - ROOM_DAYS, Math.ceil(Math.max(...days)) + ROOM_DAYS];
}

export function seasonDrawing(sheet: SeasonSheetDto, hemisphere: Hemisphere): SeasonDrawing | null {
  const { clock, years } = sheet;
  if (!clock) return null;
  const { prediction, curve, day, season, start, snaps } = clock;
  const [from, to] = spanOf(clock, years);
  const px = (WIDTH - LEFT - RIGHT) / (to - from);
  const x = (seasonDay: number): number => LEFT + (seasonDay - from) * px;
  const xOf = (date: IsoDate): number => x(daysBetween(start, date) + 1);
  const delayedMass = clock.delayed?.mass ?? [];
  const most = Math.max(...curve, ...delayedMass, Number.EPSILON);
  const y = (mass: number): number => BASE - (TALL * mass) / most;
  const massOn = (n: number): number => curve[(((n - 1) % curve.length) + curve.length) % curve.length] ?? 0;
  const points = Array.from(
    { length: to - from + 1 },
    (_, n) => `${x(from + n).toFixed(1)} ${y(massOn(from + n)).toFixed(1)}`,
  );
  const delayed = delayedMass.map((mass, n) => `${x(day + n + 0.5).toFixed(1)} ${y(mass).toFixed(1)}`);
  const first = dateOfSeasonDay(season, hemisphere, from);
  const monthName = new Intl.DateTimeFormat('en-GB', { month: 'long', timeZone: 'UTC' });
  const shown = [...years].reverse();
  const line = (name: string, date: IsoDate | null, at: number): SeasonDrawing['marks'] =>
    date === null ? [] : [{ name: `${name} ${monthDay(date)}`, x: xOf(date), y: at, end: false }];
  return {
    width: WIDTH,
    height: ROWS_Y + Math.max(1, shown.length) * ROW + 24,
    base: BASE,
    area: `M${LEFT} ${BASE}L${points.join('L')}L${x(to).toFixed(1)} ${BASE}z`,
    delayed: delayed.length > 0 ? `M${delayed.join('L')}` : null,
    tonight: x(day + 1),
    months: Array.from({ length: to - from + 1 }, (_, n): IsoDate => addDays(first, n))
      .filter((date) => date.endsWith('-01'))
      .map((date) => ({ name: monthName.format(Date.parse(date)), x: x(from + daysBetween(first, date)) })),
    bands: [
      { name: 'Earliest', mark: prediction.earliest },
      { name: 'Peak', mark: prediction.peak },
      { name: 'Last', mark: prediction.last },
    ].map(({ name, mark }) => ({
      name,
      date: monthDay(mark.date),
      x: x(mark.day),
      from: x(mark.lo),
      to: x(mark.hi),
    })),
    marks: [
      ...line('ready by', prediction.readyBy, BASE - 12),
      ...line('hang by', prediction.hangBy, BASE - 32),
      ...line('take in', prediction.takeIn, BASE - 32).map((one) => ({ ...one, end: true })),
    ],
    snaps: snaps.map((snap) => ({ from: xOf(snap.from), to: xOf(addDays(snap.to, 1)) })),
    rows: shown.map(({ season: year, arrivals }, n) => ({
      name: String(year),
      count: `${arrivals.length} ${arrivals.length === 1 ? 'catch' : 'catches'}`,
      y: ROWS_Y + n * ROW,
      now: year === season,
      dots: arrivals.map(({ day: on, date, massKg }) => ({
        x: x(on + 0.5),
        says: `${monthDay(date)}${massKg === null ? '' : `, ${massKg} kg`}`,
      })),
    })),
  };
}

export const SEASON_BAND_Y = BASE + BAND_Y;
