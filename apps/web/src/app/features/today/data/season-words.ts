import type { SeasonClockDto } from '@yewridge/contract/today';
import { daysBetween } from '@yewridge/core/season';
import { monthDay } from '../../../shared/season/season-words';

/** Where today stands in the season. */
export function phaseWords({ today, prediction, lacks }: SeasonClockDto): readonly [head: string, sub: string] {
  const { peak, earliest, last, tropical, hangBy } = prediction;
  const give = `give or take ${Math.round((peak.hi - peak.lo) / 2)} days (8 years in 10)`;
  const lacking = lacks.length === 0 ? '' : `; no ${lacks.join(' and no ')} is known`;
  if (tropical && hangBy === null) return ['No reliable season here', 'Your own log decides.'];
  if (today < earliest.date) return [`${daysBetween(today, earliest.date)} days to the first swarms`, give + lacking];
  if (today > last.date) return ['The season is over', `the last came by ${monthDay(last.date)}${lacking}`];
  const days = daysBetween(today, peak.date);
  if (days === 0) return ['At the peak', give + lacking];
  const count = `${Math.abs(days)} ${Math.abs(days) === 1 ? 'day' : 'days'}`;
  return [`${count} ${days > 0 ? 'before' : 'past'} the peak`, give + lacking];
}

/** The season in one line: where today stands, and the day it stands to. */
export function seasonAnswer(clock: SeasonClockDto): string {
  const [head] = phaseWords(clock);
  const { peak, earliest, hangBy } = clock.prediction;
  if (hangBy === null || clock.today > clock.prediction.last.date) return head;
  return `${head}, ${monthDay(clock.today < earliest.date ? earliest.date : peak.date)}`;
}

/** What the season clock rests on, and how this year goes. */
export function basisWords({ prediction, lag, signals }: SeasonClockDto): readonly [rests: string, year: string] {
  const { basis, years } = prediction;
  const rests =
    basis === 'prior'
      ? 'a guess from the latitude'
      : basis === 'one-year'
        ? 'one season of catches; next year can differ by weeks'
        : `from ${years} seasons of catches`;
  if (!lag) return [rests, ''];
  const days = Math.round(Math.abs(lag.mean));
  const told = [signals.warmth ? 'warmth' : '', signals.blooms > 0 ? 'blooms' : ''].filter((part) => part !== '');
  const how = days === 0 ? 'on time' : `${days} ${days === 1 ? 'day' : 'days'} ${lag.mean > 0 ? 'late' : 'early'}`;
  return [rests, `${how}: ${told.join(', ')}`];
}
