import type { CatchAge, PlacedMark } from '../data/ground-words';
import type { PlanMark } from '../data/plan-marks';
import type { Side } from './label-places';

/** A mark of the map; one of a plan is drawn by how it stands in it. */
export type MapMark = PlacedMark & { readonly plan?: PlanMark };
export interface MapShows {
  readonly sites: boolean;
  readonly colonies: boolean;
  readonly catches: boolean;
}

const HATCH_LINES = 7;
const HATCH_PX = 2.1;

export const escaped = (text: string): string =>
  text.replace(/[&<>"]/g, (mark) => ({ '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' })[mark] ?? mark);
const cluster = (age: CatchAge): string =>
  `<svg class="${age}" viewBox="0 0 10 14"><path d="M1 1h8M5 2.5c3 0 3.6 3 3.2 5.4S6.4 13 5 13 2.2 10.3 1.8 7.9 2 2.5 5 2.5z"/></svg>`;

export function siteHtml(
  { state, number, due, scouts, catches, name }: PlacedMark,
  shows: MapShows,
  chosen: boolean,
  side: Side,
): string {
  const pins = scouts > 0 ? `<i class="pins">${'<b></b>'.repeat(scouts >= 16 ? 3 : scouts >= 6 ? 2 : 1)}</i>` : '';
  const flag = due ? '<i class="flag"></i>' : '';
  const inside = state === 'waits' ? '?' : state === 'refused' ? '×' : escaped(number);
  const past = shows.catches ? `<span class="past">${catches.map(cluster).join('')}</span>` : '';
  return `<span class="mark ${state}${chosen ? ' chosen' : ''}">${pins}${flag}<span class="shape">${inside}</span></span><span class="name ${side}">${escaped(name)}${past}</span>`;
}

/** Lines from the floor of the box up to its share. */
const hatch = (share: number): string =>
  Array.from({ length: Math.max(1, Math.round(HATCH_LINES * share)) }, (_, n) => `M4.5 ${19.6 - HATCH_PX * n}h15`).join(
    '',
  );

/** Hatched from below, as high as its swarms are of the best place's; pins and bars have marks of their own. */
export function planHtml(
  { kind, fill, pinned, waits, figure, minor }: PlanMark,
  name: string,
  chosen: boolean,
  side: Side,
): string {
  const inside =
    kind === 'chosen'
      ? `<path d="M2 5h20"/><path class="box${waits ? ' waits' : ''}" d="M3.5 5h17v16h-17z"/><path class="full" d="${hatch(fill)}"/>`
      : kind === 'barred'
        ? '<circle class="bar" cx="12" cy="12" r="7.5"/><path class="bar" d="M7 7l10 10"/>'
        : kind === 'refused'
          ? '<circle class="no" cx="12" cy="12" r="6.5"/><path class="no" d="M9.5 9.5l5 5m0-5l-5 5"/>'
          : `<circle class="left${waits ? ' waits' : ''}" cx="12" cy="12" r="${minor ? 3.5 : 7}"/>`;
  const pin = pinned ? '<path class="pin" d="M12 5v-6"/><circle class="head" cx="12" cy="-3" r="3.5"/>' : '';
  const words = minor && !chosen ? '' : `<span class="name ${side}">${escaped(name)}<em>${escaped(figure)}</em></span>`;
  return `<span class="mark plan as-${kind}${chosen ? ' chosen' : ''}"><svg viewBox="0 -8 24 32">${inside}${pin}</svg></span>${words}`;
}
