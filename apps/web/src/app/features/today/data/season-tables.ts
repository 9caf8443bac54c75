import type { LurePlanDto, SeasonClockDto, SeasonSheetDto } from '@yewridge/contract/today';
import { type SeasonMark, SHADES } from '@yewridge/core/season';
import type { UnitSystem } from '@yewridge/core/shared/units';
import type { Working } from '../../../shared/layout/working-panel';
import { CARRIER_NAMES, dayLong, monthDay, SHADE_NAMES } from '../../../shared/season/season-words';
import { chanceText, decimalText, figureText, percentText } from '../../../shared/units/format';

export interface DateRow {
  readonly name: string;
  readonly date: string;
  readonly range: string;
  readonly why: string;
}

const markRow = (name: string, { date, loDate, hiDate }: SeasonMark, why: string): DateRow => ({
  name,
  date: monthDay(date),
  range: `${monthDay(loDate)} to ${monthDay(hiDate)}`,
  why,
});

/** The days of the season, in the order they come. */
export function dateRows({ prediction }: SeasonClockDto): readonly DateRow[] {
  const { earliest, peak, last, hangBy, hangByCautious, readyBy, takeIn } = prediction;
  const plain = (name: string, date: string | null, range: string, why: string): readonly DateRow[] =>
    date === null ? [] : [{ name, date: monthDay(date), range, why }];
  return [
    ...plain('Ready by', readyBy, '', 'painted and crystals out, with three weeks to air'),
    ...plain(
      'Hang by',
      hangBy,
      hangByCautious === null ? '' : `${monthDay(hangByCautious)} to lose no swarm`,
      'two weeks before the earliest, so that scouts know it',
    ),
    markRow('Earliest', earliest, 'one swarm in twenty has come by then'),
    markRow('Peak', peak, 'most on a day'),
    markRow('Last', last, 'nineteen in twenty have come by then'),
    ...plain('Take the traps in', takeIn, '', 'the late end of the last'),
  ];
}

/** How the season was worked out. */
export function seasonWorking({ clock, prior, years }: SeasonSheetDto, system: UnitSystem): Working | null {
  if (!clock || !prior) return null;
  const { prediction, lag, signals } = clock;
  const past = years.filter(({ season }) => season <= clock.season);
  const signed = (days: number): string => `${decimalText(Math.abs(days), 1)} days ${days > 0 ? 'late' : 'early'}`;
  return {
    formula:
      'a smooth curve round the year over all arrivals and a guess from latitude; each year moved by 0.6 of its lag; a year of n catches counts as n / (1 + 0.3 (n - 1))',
    inputs: [
      ['latitude', `${decimalText(prior.lat, 1)}°`],
      ['height', prior.elevationM === null ? 'not known, 100 m taken' : figureText(prior.elevationM, 'height', system)],
      [
        'guess from latitude',
        `season day ${decimalText(prior.centreDay, 0)}, give or take ${decimalText(prior.sdDays, 0)}`,
      ],
      ['catches', past.map(({ season, arrivals }) => `${season}: ${arrivals.length}`).join(', ') || 'none'],
      ['worth', `${decimalText(prediction.effectiveN - 2, 1)} catches that know nothing of each other`],
      ['weight of the catches', percentText(prediction.dataWeight)],
      [
        'width of the curve',
        prediction.bandwidth === null ? 'the guess’s own' : `${decimalText(prediction.bandwidth, 1)} days`,
      ],
      [
        'this year by warmth',
        signals.warmth
          ? `${signed(signals.warmth.mean)}, give or take ${decimalText(signals.warmth.sd, 1)}`
          : 'not known',
      ],
      ['this year in all', lag ? `${signed(lag.mean)}, give or take ${decimalText(lag.sd, 1)}` : 'nothing says so yet'],
    ],
    source:
      'kernel density round the year; degree-days of the keeper’s weather (single sine, 10 to 30 °C); the keeper’s blooms',
    sure: 'bands of 8 years in 10, approximate. The guess from latitude is off by two weeks easily; 0.6, 0.3 and the spread between years are rules of thumb that more seasons put right.',
  };
}

export interface ScoutRow {
  readonly count: string;
  readonly rule: string;
  readonly own: string;
}

export function scoutRows({ scouts }: SeasonSheetDto): readonly ScoutRow[] {
  return scouts.table.map(({ perMin, rule, own }) => ({
    count: String(perMin),
    rule: chanceText(rule),
    own: scouts.earned ? chanceText(own) : '',
  }));
}

export function scoutWords({ scouts }: SeasonSheetDto): string {
  const { looks, arrivals, earned, tuned } = scouts;
  const log = `${looks} ${looks === 1 ? 'look' : 'looks'} in your log, ${arrivals} followed by a swarm`;
  if (earned && !tuned) return `Rule of thumb, as you chose: ${log}.`;
  return tuned
    ? `Rule of thumb, tuned to your log as it grows: ${log}.`
    : `Rule of thumb: ${log}; from three swarms on it is tuned to them.`;
}

export interface CarrierRow {
  readonly id: string;
  readonly name: string;
  readonly load: string;
  readonly weak: string;
  readonly trips: string;
  readonly range: string;
  readonly when: string;
  readonly warns: readonly string[];
}

const days = (count: number): string => `${count} ${count === 1 ? 'day' : 'days'}`;

export function carrierRows({ carriers }: LurePlanDto): readonly CarrierRow[] {
  return [...carriers]
    .sort((a, b) => a.trips - b.trips || a.most - b.most)
    .map((one) => ({
      id: one.carrier,
      name: CARRIER_NAMES[one.carrier],
      load: `${decimalText(one.massKg * 1000, 2)} g`,
      weak: one.firstWeakDays === null ? 'lasts' : days(one.firstWeakDays),
      trips: one.trips === 0 ? 'none' : String(one.trips),
      range: `${one.fewest} to ${one.most}${one.weighed > 0 ? ', weighed' : ''}`,
      when:
        one.renewals.length > 6
          ? `every ${days(Math.round((one.firstWeakDays ?? 0) || 1))}`
          : one.renewals.map(monthDay).join(', '),
      warns: [
        one.meltedDays > 0 ? `runs on ${days(one.meltedDays)} above 32 °C` : '',
        one.overdoseDays > 0 ? `too much scent on ${days(one.overdoseDays)}: a swarm may settle outside` : '',
        one.faint ? 'faint all along: more of it, or another carrier' : '',
      ].filter((text) => text !== ''),
    }));
}

export function lureSpan({ from, to, typicalDays, guessedDays }: LurePlanDto): string {
  const parts = [
    typicalDays > 0 ? `${days(typicalDays)} taken from other years` : '',
    guessedDays > 0 ? `${days(guessedDays)} that nobody knows, as days of 8 to 20 °C` : '',
  ].filter((text) => text !== '');
  return `From ${dayLong(from)} to ${dayLong(to)}${parts.length > 0 ? `; ${parts.join(', ')}` : ''}.`;
}

export const EXPOSURES = SHADES.map((id) => ({ id, name: SHADE_NAMES[id] }));
