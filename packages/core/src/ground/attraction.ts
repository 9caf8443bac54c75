/**
 * How much a place draws a swarm beside any other, by lore, and how far swarms go from the hive they left.
 *
 * Attraction = kind of place x shade x water x wind x quality. Water: 1 + 0.15 exp(-distance / 300 m).
 * Dispersal: (1 - exp(-(d/250 m)^2)) (1 + (d/1200 m)^2)^-1.5 a site: little within 100 m, best from 300 to 900 m, 0.14 at 2 km.
 * Source: factors are lore of trap keepers, and Evidence may correct them. Kernel: rule of thumb after Psyche 1977 and
 * J. Kansas Entomol. Soc. 1995: swarms pass over very near sites, and most settle within one or two km; studies disagree whether near
 * or far is preferred.
 */
import { Fields, NON_NEGATIVE, numberAt, POSITIVE } from '../shared/errors/index.js';

/** Kinds of place, each with its factor beside any other. */
export const LANDMARK_FACTORS = {
  lastCatchSite: 1.6,
  loneTree: 1.3,
  treeLineEnd: 1.3,
  fieldCorner: 1.2,
  orchardEdge: 1.2,
  building: 1.1,
  woodEdge: 1,
  hedgerow: 1,
  openField: 0.7,
  woodInterior: 0.6,
  other: 1,
} as const;
export type Landmark = keyof typeof LANDMARK_FACTORS;
const LANDMARK_WORDS = Object.keys(LANDMARK_FACTORS) as Landmark[];
export const SHADE_FACTORS = { shade: 1, partSun: 1.1, fullSun: 0.8 } as const;
type ShadeWord = keyof typeof SHADE_FACTORS;
const SHADE_WORDS = Object.keys(SHADE_FACTORS) as ShadeWord[];
const WATER = { gain: 0.15, scaleM: 300 } as const;
const WIND = 0.9;

export interface Attracting {
  readonly landmark?: Landmark | null;
  readonly shade?: ShadeWord | null;
  /** m to open water. */
  readonly waterM?: number | null;
  readonly windExposed?: boolean | null;
  /** What is known of it besides, 1 where nothing is. */
  readonly quality?: number | null;
}
export function attractionOf(fields: Fields): number {
  const landmark = LANDMARK_FACTORS[fields.wordOr('landmark', 'other', LANDMARK_WORDS)];
  const shade = SHADE_FACTORS[fields.wordOr('shade', 'shade', SHADE_WORDS)];
  const waterM = fields.numberOr('waterM', null, NON_NEGATIVE);
  const water = waterM === null ? 1 : 1 + WATER.gain * Math.exp(-waterM / WATER.scaleM);
  const wind = fields.flagOr('windExposed', false) ? WIND : 1;
  return landmark * shade * water * wind * fields.numberOr('quality', 1, NON_NEGATIVE);
}
/** Beside a place of no kind in the shade, which is 1. @throws DomainError `TYPE`, `ENUM`, `RANGE`. */
export function siteAttraction(site: Attracting): number {
  return attractionOf(new Fields(site, 'site', 'wrong type'));
}

export interface DispersalKernel {
  readonly nearM: number;
  readonly scaleM: number;
  readonly tail: number;
}
export const DISPERSAL: DispersalKernel = { nearM: 250, scaleM: 1200, tail: 1.5 };

export function kernelOf(fields: Fields | null): DispersalKernel {
  if (!fields) return DISPERSAL;
  return {
    nearM: fields.numberOr('nearM', DISPERSAL.nearM, POSITIVE),
    scaleM: fields.numberOr('scaleM', DISPERSAL.scaleM, POSITIVE),
    tail: fields.numberOr('tail', DISPERSAL.tail, POSITIVE),
  };
}

export function weightAt(distanceM: number, { nearM, scaleM, tail }: DispersalKernel): number {
  return (1 - Math.exp(-((distanceM / nearM) ** 2))) * (1 + (distanceM / scaleM) ** 2) ** -tail;
}
/** How readily a swarm settles so far from its hive, 0..1. @throws DomainError `TYPE`, `MISSING`, `RANGE`. */
export function dispersalWeight(distanceM: number, kernel?: Partial<DispersalKernel>): number {
  const distance = numberAt(distanceM, 'distanceM', NON_NEGATIVE);
  const shape = kernelOf(kernel === undefined ? null : new Fields(kernel, 'kernel', 'wrong type'));
  return weightAt(distance, shape);
}
