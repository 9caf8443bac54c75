/**
 * When swarms are to be expected where nobody has caught any yet.
 *
 * Formula: a centre of 135 + 3 days a degree above 40° (1 day above 50°) + 4 days per 122 m above 100 m, at most 15, and an
 * offset of the climate; near the tropics it widens to no season at all.
 * Source: rule of thumb; the height follows the bioclimatic law (Mon. Weather Rev. 1918, Suppl. 9), degrees and offsets are
 * ours, tuned to middle latitudes (compare J. Apic. Res. 1977, 16; Insectes Soc. 1980, 27). Error of the centre: easily two
 * weeks. It weighs as much as two independent catches. Left out: the late second peak of some places.
 */
import type { Hemisphere } from '../shared/calendar/index.js';
import { Fields, type NumberRange } from '../shared/errors/index.js';

export const CLIMATES = ['continental', 'maritime', 'mediterranean', 'subtropical', 'unknown'] as const;
export type Climate = (typeof CLIMATES)[number];

export interface SeasonSite {
  readonly lat: number;
  /** m above the sea, default 100. */
  readonly elevationM?: number | null;
  readonly climate?: Climate | null;
}
export interface SwarmPrior {
  readonly hemisphere: Hemisphere;
  /** Season day, with its fraction. */
  readonly centreDay: number;
  readonly sdDays: number;
  readonly strength: number;
  /** Below 20°: no season that can be relied on. */
  readonly tropical: boolean;
}

const LATITUDE: NumberRange = { min: -90, max: 90 };
const ELEVATION: NumberRange = { min: -450, max: 6000 };
const OFFSETS: Readonly<Record<Climate, number>> = {
  continental: 0,
  maritime: -18,
  mediterranean: -15,
  subtropical: -10,
  unknown: -6,
};
const STRENGTH = 2;
const TROPIC = 20;
/** Degrees over which the tropics fade out. */
const FADE = 6;
const TROPIC_SD = 60;

export function priorOf(fields: Fields): SwarmPrior {
  const lat = fields.number('lat', LATITUDE);
  const elevation = fields.numberOr('elevationM', 100, ELEVATION);
  const climate = fields.wordOr('climate', 'unknown', CLIMATES);
  const away = Math.abs(lat);
  const centre = (x: number): number =>
    135 +
    3 * (Math.min(x, 50) - 40) +
    Math.max(0, x - 50) +
    Math.min(15, (4 * (elevation - 100)) / 122) +
    OFFSETS[climate];
  const spread = (climate === 'unknown' ? 25 : 22) + (elevation > 800 || away > 55 ? 8 : 0);
  const w = Math.min(1, Math.max(0, (away - TROPIC) / FADE));
  return {
    hemisphere: lat >= 0 ? 'N' : 'S',
    centreDay: w * centre(Math.min(65, Math.max(TROPIC, away))) + (1 - w) * centre(TROPIC),
    sdDays: w * spread + (1 - w) * TROPIC_SD,
    strength: STRENGTH,
    tropical: away < TROPIC,
  };
}

/** @throws DomainError `MISSING`, `TYPE`, `RANGE` (latitude -90..90, elevation -450..6000 m), `ENUM`. */
export function swarmPrior(site: SeasonSite): SwarmPrior {
  return priorOf(new Fields(site, 'site', 'wrong type'));
}
