import type { CatchPlanDto } from '@yewridge/contract/catches';
import type { ActDto, ChangeDto, RecordDto } from '@yewridge/contract/season';
import type { StepCode } from '@yewridge/core/catches';
import type { RoundCandidate } from '@yewridge/core/field';
import type { OwnTimeRow } from '@yewridge/core/rounds';
import type { IsoDate } from '@yewridge/core/season';
import { binned, changed, made } from '../../../shared/season/records-api';
import { dayShort } from '../../../shared/season/season-words';
import { STEP_NAMES } from '../../../shared/season/step-words';
import { manyText } from '../../../shared/units/format';
import type { Asked, KeptRound, SaidStop, Way } from './round-asked';
import { spanText } from './round-words';

/** A round as it is kept, or as it is thought of until something of it is kept. */
export interface RoundKnown {
  readonly day: IsoDate;
  readonly kept: KeptRound | null;
  readonly asked: Asked;
}
type Kept = { readonly id: string; readonly changes: readonly ChangeDto[] };

/** The round to which something is said: kept now, with all that stands there, where it was not. */
function keptOf({ day, kept, asked }: RoundKnown): Kept {
  if (kept) return { id: kept.id, changes: [] };
  const round = made('rounds', { on: day, ...asked });
  return { id: round.id, changes: [round] };
}

export const keepAct = (known: RoundKnown): ActDto => ({
  says: `The round of ${dayShort(known.day)} kept`,
  changes: keptOf(known).changes,
});
export function askAct({ day, kept, asked }: RoundKnown, change: Partial<Asked>): ActDto {
  const says = `The round of ${dayShort(day)}: ${Object.keys(change).includes('leftAt') ? 'set out' : 'planned otherwise'}`;
  if (kept) return { says, changes: [changed('rounds', kept, change)] };
  return { says, changes: [made('rounds', { on: day, ...asked, ...change })] };
}
export const roundGoneAct = (kept: KeptRound, said: readonly SaidStop[]): ActDto => ({
  says: `The round of ${dayShort(kept.on)} taken away`,
  changes: [...said.map((stop) => binned('stops', stop)), binned('rounds', kept)],
});

type Stop = Pick<RoundCandidate, 'id' | 'number' | 'site'>;
export type StopState = SaidStop['state'];

/** What is said of one stop; `null` takes back what was said before. */
export function stopAct(
  known: RoundKnown,
  stop: Stop,
  said: SaidStop | null,
  state: StopState | null,
  place: number | null = null,
): ActDto | null {
  const name = `${stop.site}, ${stop.number}`;
  if (state === null) return said && { says: `${name}: as it comes again`, changes: [binned('stops', said)] };
  const says = {
    locked: `${name}: stop ${place ?? ''} of the round`,
    dropped: `${name}: dropped from the round`,
    added: `${name}: added to the round`,
  }[state];
  if (said) return { says, changes: [changed('stops', said, { state, place })] };
  const { id, changes } = keptOf(known);
  return { says, changes: [...changes, made('stops', { roundId: id, deploymentId: stop.id, state, place })] };
}

/** Nothing but bees: every other stop of the plan is dropped. */
export function onlyBeesAct(known: RoundKnown, stops: readonly Stop[], said: ReadonlyMap<string, SaidStop>): ActDto {
  const { id, changes } = keptOf(known);
  const drops = stops.map((stop) => {
    const before = said.get(stop.id);
    return before
      ? changed('stops', before, { state: 'dropped', place: null })
      : made('stops', { roundId: id, deploymentId: stop.id, state: 'dropped' });
  });
  return { says: `Only the bees: ${manyText(stops.length, 'stop', 'stops')} dropped`, changes: [...changes, ...drops] };
}

/** How long the work at a site takes, from now on. */
export const effortAct = (site: RecordDto<'sites'>, effort: number): ActDto => ({
  says: `${site.name}: a stop takes ${spanText(effort)}`,
  changes: [changed('sites', site, { effort })],
});

/** A step with bees is done where one stands. */
export function stepDoneAct(
  plan: Pick<CatchPlanDto, 'catchId' | 'place' | 'number'>,
  code: StepCode,
  at: string,
): ActDto {
  return {
    says: `${plan.number ?? plan.place}: ${STEP_NAMES[code].toLowerCase()}, done`,
    changes: [made('steps', { catchId: plan.catchId, code, state: 'done', at })],
  };
}

/** A way as it was timed, both ends sites, or one of them the place rounds set out from. */
export interface WayEnds {
  readonly fromSiteId: string | null;
  readonly toSiteId: string | null;
  readonly start: string | null;
}
const sameWay = (a: WayEnds, b: WayEnds): boolean =>
  a.fromSiteId === b.fromSiteId && a.toSiteId === b.toSiteId && a.start === b.start;

/** Times of one's own; those that are known already are changed, and nothing that stays as it is is said again. */
export function waysAct(
  times: readonly (WayEnds & { readonly durationS: number })[],
  known: readonly Way[],
): ActDto | null {
  const changes = times.flatMap((time): readonly ChangeDto[] => {
    const before = known.find((way) => sameWay(way, time));
    if (!before) return [made('ways', time)];
    return before.durationS === time.durationS ? [] : [changed('ways', before, { durationS: time.durationS })];
  });
  if (changes.length === 0) return null;
  return { says: `${manyText(changes.length, 'way', 'ways')} timed`, changes };
}

/** Rows of a file whose names are known: sites, or the place rounds set out from. */
export function namedWays(
  rows: readonly OwnTimeRow[],
  sites: readonly { readonly id: string; readonly name: string }[],
  start: string,
): { readonly times: readonly (WayEnds & { readonly durationS: number })[]; readonly unknown: readonly string[] } {
  const ids = new Map(sites.map(({ id, name }) => [name.toLowerCase(), id]));
  const idOf = (name: string): string | null | undefined =>
    name.toLowerCase() === start.toLowerCase() ? null : ids.get(name.toLowerCase());
  const unknown = new Set<string>();
  const times = rows.flatMap(({ from, to, minutes }) => {
    const [fromSiteId, toSiteId] = [idOf(from), idOf(to)];
    if (fromSiteId === undefined) unknown.add(from);
    if (toSiteId === undefined) unknown.add(to);
    if (fromSiteId === undefined || toSiteId === undefined || fromSiteId === toSiteId) return [];
    const atStart = fromSiteId === null || toSiteId === null;
    return [{ fromSiteId, toSiteId, start: atStart ? start : null, durationS: minutes * 60 }];
  });
  return { times, unknown: [...unknown] };
}
export const wayGoneAct = (ways: readonly Way[]): ActDto => ({
  says: `${manyText(ways.length, 'timed way', 'timed ways')} taken away`,
  changes: ways.map((way) => binned('ways', way)),
});
