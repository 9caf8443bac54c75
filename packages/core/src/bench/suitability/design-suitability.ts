/**
 * Would a swarm take this design: what the box itself tells, and the site it is tried on.
 *
 * Source: `nest-score`; that wax in the box smells like a box bees lived in is a convention of ours.
 */
import { type Design, placeSections } from '../design.js';
import { schoolsOf, SITE_FACTORS } from '../design-setup.js';
import { openingExtent } from '../door-placement.js';
import type { Cavity, Content } from '../cavity.js';
import { CURVES, type Factor, FACTORS } from './factors.js';
import { type NestScore, type NestSite, scoreUnder } from './nest-score.js';

export interface DesignSuitability {
  readonly score: NestScore;
  /** What was judged, raw units. */
  readonly site: NestSite;
  /** Values no curve reaches, left out of the score. */
  readonly beyond: readonly Factor[];
}

/** Dark combs in frames and on skewers. */
export function darkCombs(contents: readonly Content[]): number {
  return contents.reduce((sum, content) => {
    if (content.kind === 'skewers') return sum + (content.combs ?? 0);
    return content.kind === 'frames' && content.fill === 'oldComb' ? sum + (content.count ?? 1) : sum;
  }, 0);
}

/** Frames and bars that hang in a trap, whatever is in them; how soon wild comb fills the rest depends on it. */
export function frameCount(contents: readonly Content[]): number {
  return contents.reduce(
    (sum, content) => (content.kind === 'frames' || content.kind === 'topBars' ? sum + (content.count ?? 1) : sum),
    0,
  );
}

/** Scent of a box by its contents: wax and propolis, or bare wood. */
const SCENT = { wax: 0.5, bare: 0 } as const;

/** The middle of the widest door as a share of the inside height; nothing without a door. */
function doorPlace(design: Design): number | undefined {
  const top = placeSections(design).at(-1)?.top ?? 0;
  const areas = design.entrances.map((entrance) => {
    const { bottom, top: upper, width } = openingExtent(entrance);
    return { middle: (bottom + upper) / 2, size: width * (upper - bottom) * entrance.count };
  });
  const widest = areas.reduce<(typeof areas)[number] | undefined>(
    (best, one) => (one.size > (best?.size ?? 0) ? one : best),
    undefined,
  );
  return widest && top > 0 ? Math.min(1, Math.max(0, widest.middle / top)) : undefined;
}

/** Judges a design without problems by its room and the area of its door in m2. */
export function designSuitability(design: Design, room: Cavity, doorArea: number): DesignSuitability {
  const contents = design.sections.flatMap((section) => section.contents);
  const combs = darkCombs(contents);
  const waxed = contents.some(
    (one) => one.kind === 'frames' && (one.fill ?? 'empty') !== 'empty' && (one.count ?? 1) > 0,
  );
  const place = doorPlace(design);
  const own: Partial<Record<Factor, number>> = {
    volume: room.gross,
    entranceArea: doorArea,
    ...(place === undefined ? {} : { entrancePosition: place }),
    oldComb: combs,
    odour: combs > 0 || waxed ? SCENT.wax : SCENT.bare,
    openFraction: room.openFraction,
  };
  const tried: Partial<Record<Factor, number>> = {};
  for (const factor of SITE_FACTORS) {
    const value = design.site?.[factor];
    if (value !== undefined) tried[factor] = value;
  }
  const values = { ...own, ...tried };
  const within = (factor: Factor): boolean => (values[factor] ?? 0) <= (CURVES[factor].domain.max ?? Infinity);
  const present = FACTORS.filter((factor) => values[factor] !== undefined);
  const site: NestSite = {
    ...Object.fromEntries(present.filter(within).map((factor) => [factor, values[factor]])),
    hemisphere: design.site?.hemisphere ?? 'N',
  };
  return {
    score: scoreUnder({ site, schools: schoolsOf(design.schools) }),
    site,
    beyond: present.filter((factor) => !within(factor)),
  };
}
