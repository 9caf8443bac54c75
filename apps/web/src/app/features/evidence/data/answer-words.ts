import type { EvidenceDto } from '@yewridge/contract/evidence';
import { FEWEST_CATCHES, type Filling } from '@yewridge/core/evidence';
import type { UnitSystem } from '@yewridge/core/shared/units';
import { capital, figureText } from '../../../shared/units/format';
import { catchesSaid, count, many } from './evidence-words';

/** A chance as so many times in a hundred, never less than one. */
const inHundred = (p: number): string =>
  p < 0.015 ? (p < 0.005 ? 'fewer than 1 time in 100' : '1 time in 100') : `${count(100 * p)} times in 100`;
const caughtIn = ({ groups }: Filling): number => groups.reduce((sum, { survival }) => sum + survival.events, 0);

/** Whether seasons differ. */
export function yearsSaid(byYear: Filling): string {
  if (byYear.groups.length < 2) return 'One season so far: the next one will say.';
  if (caughtIn(byYear) < FEWEST_CATCHES) return `Only ${catchesSaid(caughtIn(byYear))}: too few to say.`;
  const alone = inHundred(byYear.p ?? 1);
  const apart = byYear.differs
    ? `They do: chance alone would part them so far ${alone}. Compare within a year.`
    : `Not by these records: chance alone would part them so far ${alone}.`;
  return `${apart}${tooFewIn(byYear)}`;
}

/** ` 2026 has only 4 catches: too few to judge it by itself.` */
function tooFewIn({ groups }: Filling): string {
  const few = groups.filter(({ survival }) => survival.events < FEWEST_CATCHES);
  const [one] = few;
  if (!one) return '';
  if (few.length === 1)
    return ` ${one.name} has only ${catchesSaid(one.survival.events)}: too few to judge it by itself.`;
  return ` ${few.map(({ name }) => name).join(', ')} have too few catches to judge each by itself.`;
}

/** How fast traps fill, in all or group by group. */
export function fillSaid(filling: Filling, names: Readonly<Record<string, string>>): string {
  const { groups, p, coarse } = filling;
  if (caughtIn(filling) < FEWEST_CATCHES)
    return `Only ${catchesSaid(caughtIn(filling))}: too few to say how long it takes.`;
  const each = groups.map(({ name, survival: { median, steps } }) => {
    const who = capital(names[name] ?? 'half of all traps');
    const last = steps.at(-1);
    const share = last ? count(100 * (1 - last.survival)) : '0';
    if (median !== null)
      return names[name]
        ? `${who}: half are occupied after ${count(median)} days`
        : `${who} are occupied after ${count(median)} days`;
    return names[name]
      ? `${who}: ${share} in 100 are occupied after ${count(last?.time ?? 0)} days`
      : `${share} in 100 traps are occupied after ${count(last?.time ?? 0)} days, fewer than half`;
  });
  const apart =
    p === null
      ? ''
      : ` Chance alone would part them so far ${inHundred(p)}; places and seasons are not kept apart here.`;
  const rough = coarse ? ' Looks lie far apart, so the days are rough.' : '';
  return `${each.join('. ')}.${apart}${rough}`;
}

/** Whether early swarms are heavier. */
export function sizesSaid({ trend, points }: EvidenceDto['sizes'], system: UnitSystem): string {
  if (trend.n < FEWEST_CATCHES || trend.slopeKgPerDay === null)
    return `Only ${many(points.length, 'swarm was', 'swarms were')} weighed or judged: too few to say.`;
  const later = figureText(Math.abs(trend.slopeKgPerDay) * 7, 'mass', system);
  const way = trend.slopeKgPerDay < 0 ? 'lighter' : 'heavier';
  const chance = inHundred(trend.p ?? 1);
  return trend.settled
    ? `${trend.slopeKgPerDay < 0 ? 'Yes' : 'No, late ones are'}: each week later a swarm is ${later} ${way} (${count(trend.n)} swarms; chance alone would do it ${chance}).`
    : `Not settled: ${later} ${way} with each week, and chance alone would do as much ${chance} (${count(trend.n)} swarms).`;
}

/** Whether scouts foretell a swarm: the chances within a day at a few scouts and at many, as the season's page has them. */
export function scoutsSaid({ looks, arrivals, earned, tuned, table }: EvidenceDto['scouts']): string {
  const log = `${many(looks, 'count was', 'counts were')} followed by another look, ${count(arrivals)} of them by a swarm.`;
  if (!earned) return `${log} Fewer than three swarms say nothing: the rule of thumb is used.`;
  if (!tuned) return `${log} You hold to the rule of thumb.`;
  const [few, most] = [table.find(({ perMin }) => perMin > 0), table.at(-1)];
  if (!few || !most) return log;
  return `They do: at ${count(few.perMin)} a minute a swarm comes ${inHundred(few.own)}, at ${count(most.perMin)} ${inHundred(most.own)}. ${log}`;
}
