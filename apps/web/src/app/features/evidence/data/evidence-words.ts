import type { EvidenceDto } from '@yewridge/contract/evidence';
import type { EffectRow, Effects, EvidenceSpell, Places, Settle, Tally } from '@yewridge/core/evidence';
import { FEWEST_CATCHES, seasonsToSettle, timesSaid, trapSeasonsMissing } from '@yewridge/core/evidence';
import { capital, countText, decimalText, manyText } from '../../../shared/units/format';
import { dayLong, monthDay } from '../../../shared/season/season-words';

const [count, many] = [countText, manyText];
export { countText as count, manyText as many };
export const catchesSaid = (value: number): string => many(value, 'catch', 'catches');

/** `1 April to 15 July`. */
export function windowSaid({ from, until }: Pick<EvidenceDto['window'], 'from' | 'until'>): string {
  return `${monthDay(`2001-${from}`)} to ${monthDay(`2001-${until}`)}`;
}

/** Why two days of the year are no window; `null` where they are. */
export function windowFault({
  fromDay,
  untilDay,
}: {
  readonly fromDay: string;
  readonly untilDay: string;
}): string | null {
  if ([fromDay, untilDay].includes('02-29')) return '29 February is not in every year: take 28 February or 1 March.';
  return fromDay === untilDay ? 'The first and the last day are one: no trap would ever be at risk.' : null;
}

/** What the log has corrected so far. */
export function correctionsAnswer(all: readonly { readonly earned: boolean; readonly ruled: boolean }[]): string {
  const speaks = all.filter(({ earned, ruled }) => earned && !ruled).length;
  if (all.length === 0) return 'What the log corrects';
  return speaks === 0 ? 'Rules of thumb speak for all of it' : `Your log speaks in ${speaks} of ${all.length}`;
}

/** What the page rests on. */
export function crumbSaid({ spells, outside, window, seasons }: EvidenceDto): string {
  const stays = new Set(spells.map(({ deploymentId }) => deploymentId)).size + outside.length;
  const places = new Set(spells.map(({ siteId }) => siteId)).size;
  const first = seasons[0]?.season;
  const years = first === undefined ? '' : `, ${first} to tonight`;
  return `${many(stays, 'stay', 'stays')} at ${many(places, 'place', 'places')}, ${windowSaid(window)}${years}`;
}

const CODES = ['clear', 'leaning'] as const;
const winner = (row: EffectRow, names: Names): string => (row.ratio >= 1 ? names.nameA : names.nameB);
export interface Names {
  readonly nameA: string;
  readonly nameB: string;
}

/** The verdict that stands highest, in words; where nothing leads, that. */
export function headline(total: Tally, effects: Effects | null, names: (id: string) => Names): string {
  const all = `${catchesSaid(total.events)} in ${count(total.days)} trap-days`;
  if (total.days === 0) return 'No trap has hung on a day that counts';
  if (total.events < FEWEST_CATCHES) return `${all}: too few to say what works`;
  if (!effects) return all;
  for (const code of CODES) {
    const leads = effects.rows.filter(({ verdict }) => verdict.code === code);
    const [first] = [...leads].sort((a, b) => b.pDirection - a.pDirection);
    if (!first) continue;
    const name = winner(first, names(first.id));
    const settled =
      leads.length > 1 ? `${leads.length - 1} more ${code === 'clear' ? 'clear' : 'lean'}` : 'nothing else is settled';
    return code === 'clear' ? `${all} speak for ${name}; ${settled}` : `${all} lean to ${name}; none of it is settled`;
  }
  return `${all} lean nowhere yet`;
}

/** The verdict's sentence, shortened and never softened. */
export function verdictShort(row: EffectRow, names: Names): string {
  const { code } = row.verdict;
  const [ratio, lo, hi] = row.ratio >= 1 ? [row.ratio, row.lo, row.hi] : [1 / row.ratio, 1 / row.hi, 1 / row.lo];
  switch (code) {
    case 'too-few':
      return row.verdict.text;
    case 'same':
      return `No difference worth having: ${timesSaid(lo)} to ${timesSaid(hi)} times.`;
    case 'clear':
      return `Clear: ${winner(row, names)}, ${timesSaid(ratio)} times the catch rate.`;
    case 'leaning':
      return `Leaning towards ${winner(row, names)}, ${timesSaid(ratio)} times. Not settled.`;
    case 'undecided':
      return `Undecided: ${names.nameA} may catch ${timesSaid(row.lo)} to ${timesSaid(row.hi)} times as often.`;
  }
}

/** Longer than that is longer than anybody keeps at a question. */
const MOST_SEASONS = 20;

/** What would settle it, in seasons of this keeper's traps, half of them on each side. */
export function settleSaid(settle: NonNullable<Settle>, trapsNow: number): string {
  const missing = trapSeasonsMissing(settle);
  if (missing === 0) return 'Enough was hung on both sides; the catches themselves do not agree.';
  const seasons = seasonsToSettle(settle, trapsNow);
  if (seasons === null) return `${count(Math.ceil(missing))} more trap-seasons are needed on the side that has fewer.`;
  const half = many(Math.floor(trapsNow / 2), 'trap', 'traps');
  return seasons > MOST_SEASONS
    ? `More than ${MOST_SEASONS} seasons with your ${many(trapsNow, 'trap', 'traps')}: pool records with other keepers, or leave it.`
    : `${seasons === 1 ? 'One more season' : `${seasons} more seasons`} with ${half} on each side, drawn by lot.`;
}

/** The answer under the first question. */
export function placesSaid(places: Places, group: (EffectRow & { readonly names: Names }) | null): string {
  const { total, groups } = places;
  const tried = groups.flatMap((one) => one.places);
  const never = tried.filter(({ hardly }) => hardly).length;
  const hardly = never === 0 ? '' : ` ${many(never, 'place', 'places')} hung too short to count for much.`;
  if (total.events < FEWEST_CATCHES)
    return `Only ${catchesSaid(total.events)}: too few to put places in an order, so they stand by name.${hardly}`;
  const per100 = (rate: number): string => decimalText(rate, 1);
  const [a, b] = groups;
  if (!group || !a || !b)
    return `${per100(places.rate.per100)} catches in 100 trap-days. Ranges overlap: an order is no proof.${hardly}`;
  const rates = `${per100(a.rate.per100)} catches in 100 trap-days, ${group.names.nameB} ${per100(b.rate.per100)}.`;
  const settled = group.verdict.code === 'clear' ? 'Clear.' : 'Not settled.';
  return `${capital(group.names.nameA)}: ${rates} ${settled}${hardly}`;
}

/** Why a stretch ended, and whether it counts. */
export function endSaid({ reason, days, end, left, right }: EvidenceSpell): string {
  switch (reason) {
    case 'occupied':
      return left !== null && right !== null && left !== right
        ? `bees came between ${monthDay(left)} and ${dayLong(right)}; counted on ${monthDay(end)}, after ${count(days)} days`
        : `bees came on ${dayLong(end)}, after ${count(days)} days`;
    case 'removed':
      return `taken down empty on ${dayLong(end)}`;
    case 'seasonEnd':
      return 'empty to the last day that counts';
    case 'asOf':
      return 'still empty today';
    case 'baitExpired':
      return 'the lure ran out';
    case 'noBait':
      return 'no lure was put in';
    case 'outOfSeason':
      return `bees came on ${dayLong(end)}, outside the days that count: neither a catch nor days`;
  }
}
