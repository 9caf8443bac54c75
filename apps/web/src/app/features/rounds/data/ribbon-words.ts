import type { RibbonStay } from '@yewridge/contract/rounds';
import { daysBetween, type IsoDate } from '@yewridge/core/season';
import { dayShort, scoutWords } from '../../../shared/season/season-words';
import { percentText } from '../../../shared/units/format';
import { lureAt } from './lure-left';
import type { RibbonLine } from './ribbon-rows';

/** What was seen and done on one day of a stay. */
function dayOfStay(stay: RibbonStay, date: IsoDate): readonly string[] {
  const parts: string[] = [];
  if (date === stay.hungOn) parts.push('hung');
  if (date === stay.takenDownOn) parts.push('taken down');
  const { caught } = stay;
  const arrived = caught && (caught.arrivedOn ?? caught.foundOn);
  if (arrived === date) parts.push('bees arrived');
  else if (arrived !== null && arrived < date) parts.push('bees in');
  for (const visit of stay.visits.filter(({ at }) => at.startsWith(date))) {
    const seen = visit.occupied ? 'bees in' : visit.scouts === null ? 'all well' : scoutWords(visit.scouts);
    parts.push(`looked at ${visit.at.slice(11)}: ${seen}`);
  }
  const lure = stay.baits.findLast(({ from, to }) => from <= date && date <= (to ?? '9999'));
  if (lure && (arrived === null || arrived > date)) {
    const age = daysBetween(lure.from, date);
    const left = lure.left.length > age ? `, ${percentText(lureAt(lure, age + 1))} left` : '';
    parts.push(age === 0 ? 'lure put in' : `lure ${age} ${age === 1 ? 'day' : 'days'} old${left}`);
  }
  return parts;
}

/** What one day of one row says, for whoever points at it or reads it by key. */
export function cellWords(line: RibbonLine | undefined, date: IsoDate, today: IsoDate): string {
  if (!line) return '';
  if (line.kind === 'head') return `${line.name}, ${line.count}`;
  const { numbers } = line;
  const head = `${numbers ? line.site : line.number}, ${dayShort(date)} ${date.slice(0, 4)}`;
  const stay = line.stays.findLast(
    ({ hungOn, takenDownOn }) => hungOn <= date && date <= (takenDownOn ?? '9999') && date <= today,
  );
  if (!stay) {
    const nothing = numbers ? 'nothing hung' : 'hung nowhere';
    return `${head}: ${date > today ? 'still to come' : nothing}`;
  }
  const where = numbers ? (numbers.get(stay.id) ?? '') : stay.site;
  return `${head}: ${[where, ...dayOfStay(stay, date)].join(', ')}`;
}
