import type { GroundDto, GroundSiteDto } from '@yewridge/contract/ground';
import type { NextSeason } from '@yewridge/core/field';
import { BACKGROUND, MOST_CANDIDATES, type PlanCost, type SeasonPlan, USUAL_SWARMS } from '@yewridge/core/ground';
import type { Working } from '../../../shared/layout/working-panel';
import { dayLong, dayShort, LANDMARK_NAMES } from '../../../shared/season/season-words';
import { countText, decimalText, manyText, percentText } from '../../../shared/units/format';
import type { Limits, NextPlace, Stance } from './next-asked';
import type { PlanAnswer } from './plan-run';

/** Swarms a season, to the hundredth: `0.27`. */
export const swarmsText = (swarms: number): string => decimalText(swarms, 2);
const sum = (colonies: GroundDto['colonies']): number =>
  colonies.reduce((all, { swarms }) => all + (swarms ?? USUAL_SWARMS), 0);

export function hoursText(seconds: number): string {
  const minutes = Math.round(seconds / 60);
  if (minutes < 60) return `${minutes} min`;
  return `${Math.floor(minutes / 60)} h ${minutes % 60 === 0 ? '' : `${minutes % 60} min`}`.trim();
}

/** `16 of 21 sites should catch 2.2 of 6 swarms`. */
export function nextAnswer(
  plan: SeasonPlan | null,
  places: readonly NextPlace[],
  colonies: GroundDto['colonies'],
): string {
  if (!plan) return 'Where to hang next season';
  const what = places.every(({ kind }) => kind === 'site') ? 'sites' : 'places';
  const of = `${plan.chosen.length} of ${places.length} ${what}`;
  if (plan.basis === 'background') return `${of}, judged by kind and spacing alone`;
  return `${of} should catch ${decimalText(plan.value, 1)} of ${decimalText(sum(colonies), sum(colonies) % 1 === 0 ? 0 : 1)} swarms`;
}

/** What stands against a plan, and the way on. */
export function refusedSaid({ code, path }: Extract<PlanAnswer, { kind: 'refused' }>): string {
  if (code === 'EMPTY')
    return 'No place has a permission that will do. Ask the owners, or take any place without a no.';
  if (code === 'CONFLICT' && path === 'pinned')
    return 'Your pins do not go together with the rest: too many, too near, too long a round, or without a permission that will do. Let one go.';
  if (code === 'TOO_LARGE')
    return `More than ${countText(MOST_CANDIDATES)} places or a thousand colonies are too many for one plan.`;
  return 'The plan could not be worked out. Change a limit, and it is tried again.';
}
export const TOO_MANY = `Edges at that distance make more than ${countText(MOST_CANDIDATES)} places: lay them wider.`;

/** How far from the best a plan is at most, and whether all were tried. */
export function boundSaid({ value, bound, tried }: SeasonPlan): string {
  if (tried !== null) return `All ${countText(tried)} choices tried, none is better.`;
  if (bound <= 0) return 'Nothing would be caught anywhere.';
  const below = 1 - value / bound;
  return below < 0.005 ? 'No choice catches more.' : `${percentText(below)} at most below the best possible.`;
}

export function moreSaid(plan: SeasonPlan, names: (id: string) => string): string {
  if (!plan.next) return 'No place is left over that would do.';
  const more = plan.chosen.length + 1;
  return `${swarmsText(plan.next.gain)} more with ${more === 2 ? 'a second' : `trap ${more}`}, at ${names(plan.next.id)}.`;
}

export const seasonSaid = ({ season, from }: NextSeason): string => `the season of ${season}, from ${dayLong(from)}`;

/** Why fewer were chosen than there are traps. */
export function shortSaid(plan: SeasonPlan, limits: Limits): string | null {
  const lacks = limits.traps - plan.chosen.length;
  if (lacks <= 0) return null;
  const why = [
    limits.apartM > 0 ? 'the distance apart' : null,
    limits.budgetS === null ? null : 'the time of a round',
    plan.excluded > 0 ? 'permissions' : null,
  ].filter((one) => one !== null);
  return `${manyText(lacks, 'trap finds', 'traps find')} no place: ${why.length === 0 ? 'there are no more' : `look at ${why.join(' and ')}`}.`;
}

/** What a place is, for its card and for whoever does not see the map. */
export function placeSaid(
  place: NextPlace,
  plan: SeasonPlan | null,
  stance: Stance | null,
  from: string,
): { readonly state: string; readonly figure: number | null; readonly chosen: boolean } {
  const chosen = plan?.chosen.find(({ id }) => id === place.id) ?? null;
  const gain = plan?.gains.find(({ id }) => id === place.id)?.gain ?? null;
  const parts = [
    chosen ? 'chosen' : 'left over',
    stance?.stance === 'pinned' ? 'pinned by you' : null,
    stance?.stance === 'barred' ? `barred${stance.reason === null ? '' : `: ${stance.reason}`}` : null,
    permissionSaid(place, from),
  ].filter((one) => one !== null);
  return { state: parts.join(', '), figure: chosen?.swarms ?? gain, chosen: chosen !== null };
}

/** What owners said, where that matters for next season. */
export function permissionSaid(
  { kind, permission, permissionUntil }: Pick<NextPlace, 'kind' | 'permission' | 'permissionUntil'>,
  from: string,
): string | null {
  if (kind !== 'site') return 'no site yet: nobody was asked';
  if (permission === 'refused') return 'the owner said no';
  if (permission === 'asked') return 'asked, no answer yet';
  if (permission !== 'granted') return 'not asked yet';
  return permissionUntil != null && permissionUntil < from ? `a yes until ${dayLong(permissionUntil)}` : null;
}

export interface AskRow {
  readonly id: string;
  readonly name: string;
  readonly places: string;
  readonly cost: string;
  /** px, 140 a swarm. */
  readonly bar: number;
  readonly gains: boolean;
}
const BAR_PX = 140;
/** Whom to ask, those whose no costs most first. */
export function askRows(plan: SeasonPlan, ground: GroundDto, names: (id: string) => string): readonly AskRow[] {
  const owners = new Map(ground.sites.flatMap(({ owner }) => (owner ? [[owner.id, owner.name] as const] : [])));
  return plan.owners.map(({ id, cost, places }) => ({
    id,
    name: owners.get(id) ?? '',
    places: places.map(names).join(', '),
    cost: cost < 0 ? `gains ${swarmsText(-cost)}` : swarmsText(cost),
    bar: Math.max(2, BAR_PX * Math.max(0, cost)),
    gains: cost < 0,
  }));
}
const MOST_UNOWNED = 6;
/** Places of which no owner is noted, those that cost most first. */
export function unownedSaid(plan: SeasonPlan, names: (id: string) => string): string {
  const inOrder = [...plan.unowned].sort((a, b) => b.cost - a.cost);
  const told = inOrder.slice(0, MOST_UNOWNED).map(({ id, cost }) => `${names(id)} ${swarmsText(cost)}`);
  const more = inOrder.length - told.length;
  return `${told.join(', ')}${more > 0 ? ` and ${more} more` : ''}`;
}

export const costSaid = ({ cost }: PlanCost): string =>
  cost < 0.005 ? 'costs next to nothing' : `costs ${swarmsText(cost)}`;

/** What hanging that plan needs, beside what there is. */
export function needsSaid(
  { hangBy, asThisYear }: NextSeason,
  traps: number,
  stock: { readonly traps: number; readonly lures: number },
): readonly string[] {
  const when = hangBy === null ? 'before the season' : `by ${dayLong(hangBy)}${asThisYear ? ', as this year' : ''}`;
  const lacking = (has: number, one: string, more: string): string =>
    has >= traps
      ? `you have ${manyText(has, one, more)}`
      : `you have ${manyText(has, one, more)}, ${traps - has} more are needed`;
  return [
    `Hang ${manyText(traps, 'trap', 'traps')} ${when}.`,
    `Traps: ${lacking(stock.traps, 'trap', 'traps')}.`,
    `Lures: ${lacking(stock.lures, 'lure', 'lures')} in Stores.`,
  ];
}

/** How the swarms of a plan are worked out. */
export function planWorking(plan: SeasonPlan, colonies: GroundDto['colonies'], corrected: readonly string[]): Working {
  const bees =
    plan.basis === 'background'
      ? 'none known: 0.1 swarms on every 500 m around'
      : colonies.map(({ name, swarms }) => `${name ?? 'bees'} ${swarms ?? USUAL_SWARMS}`).join(', ');
  return {
    formula: 'swarms caught = sum over colonies of s × V ÷ (V + N); V = sum over traps of attraction × nearness',
    inputs: [
      ['swarms a season', bees],
      ['N, hollow trees and chimneys', String(BACKGROUND)],
      ['nearness', 'best at 300 to 900 m, 0.14 at 2 km, little within 100 m'],
      ['attraction', 'kind of place × shade × water × wind'],
      ['corrected by your log', corrected.length === 0 ? 'nothing yet' : corrected.join(', ')],
      ['swarms', decimalText(plan.value, 2)],
      ['no choice catches more than', decimalText(plan.bound, 2)],
    ],
    source: 'Psyche 1977; J. Kansas Entomol. Soc. 1995; Math. Program. 1978; factors are lore of trap keepers',
    sure: 'It orders places. Kernel, N and factors are rules of thumb: half or twice as many swarms would be no surprise.',
  };
}

/** What hanging at a site of the plan waits for. @param later the plan is for a season that has not begun: what hangs now comes down before. */
export function hangSaid({ site, hangs, owner }: GroundSiteDto, from: string, later: boolean): string {
  const numbers = hangs.map(({ number }) => number).join(' and ');
  if (hangs.length > 0 && !later) return `${numbers} hangs there`;
  const waits = permissionSaid({ ...site, kind: 'site' }, from);
  const said = waits === null ? 'a yes that holds' : owner === null ? waits : `${waits}: ${owner.name}`;
  return hangs.length > 0 ? `${said}; ${numbers} hangs there this season` : said;
}

/** A place in the list. */
export function placeLine({ landmark }: NextPlace, { state, figure, chosen }: ReturnType<typeof placeSaid>): string {
  const swarms = figure === null ? [] : [chosen ? `${swarmsText(figure)} swarms` : `would add ${swarmsText(figure)}`];
  return [state, ...swarms, ...(landmark == null ? [] : [LANDMARK_NAMES[landmark]])].join(', ');
}

export const keptSaid = (on: string): string => `plan kept ${dayShort(on)}`;
