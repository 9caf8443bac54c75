/**
 * What a design says beyond its boards and doors: other openings, comb, boards as bought, how it hangs, what it may weigh,
 * which schools its keeper follows and the site it is tried on.
 *
 * Every part is optional: a design that says nothing is judged on what it does say.
 */
import type { NumberRange } from '../shared/errors/index.js';
import type { OpeningShape } from './entrance.js';
import type { BoardKind } from './lumber.js';
import type { Flow } from './load/mass.js';
import type { Hemisphere } from './suitability/nest-score.js';
import type { School } from './suitability/schools.js';

/** What a design is for: a home that scouts find, or a box in which bees are kept for some days. */
export const PURPOSES = ['trap', 'holding'] as const;
export type Purpose = (typeof PURPOSES)[number];

/** How frames are kept from sliding on the way. */
export const SECURED = ['none', 'nails', 'spacer', 'pin'] as const;
export type Secured = (typeof SECURED)[number];
/** Grain round the box (its height shrinks) or upright boards (its width shrinks). */
export const BOARD_GRAINS = ['level', 'upright'] as const;
export type BoardGrain = (typeof BOARD_GRAINS)[number];

/** Which size of a box its board makes: on edge its height, across its width. */
export const BOARD_SIDES = ['height', 'width'] as const;
export type BoardSide = (typeof BOARD_SIDES)[number];

/** Whether the keeper saws a section or buys it. */
export const SECTION_SOURCES = ['sawn', 'bought'] as const;
export type SectionSource = (typeof SECTION_SOURCES)[number];

/** What the boards of a box are sold as: inches, mm for planed metric. */
export interface BoardSold {
  readonly kind: BoardKind;
  readonly nominal: number;
}

/** Where an opening that is no door may be. */
export const GAP_PLACES = ['lid', 'inner-cover', 'vent', 'joint'] as const;
export type GapPlace = (typeof GAP_PLACES)[number];
/** An opening besides the doors: it counts for scouts, for robbers and on the way home. */
export interface DesignGap {
  readonly id: string;
  readonly label: string;
  readonly place: GapPlace;
  readonly opening: Extract<OpeningShape, { kind: 'hole' | 'slot' | 'mesh' }>;
  readonly count: number;
  /** m² of one mesh, for the heat of a holding box. */
  readonly meshArea?: number;
  /** Taped, plugged or screwed shut when the box travels. */
  readonly closedForRide: boolean;
}

export const COMB_STORES = ['none', 'honey', 'pollen', 'both'] as const;
export type CombStores = (typeof COMB_STORES)[number];
export interface CombBait {
  /** From the keeper's own, healthy colonies. */
  readonly ownHealthy?: boolean;
  readonly stores?: CombStores;
}

export const HANGING_STYLES = [
  'board',
  'tree-bracket',
  'fence-bracket',
  'post-bracket',
  'strap',
  'hook',
  'wire',
  'stand',
  'deck',
] as const;
export type HangingStyle = (typeof HANGING_STYLES)[number];

/** Lengths in m, forces in N as the label says them; what is left out takes `HANGING_DEFAULTS` or is not known. */
export interface Hanging {
  readonly style: HangingStyle;
  /** Of the hanging board: above and below the box, its width and thickness, its hole. */
  readonly above?: number;
  readonly below?: number;
  readonly boardWidth?: number;
  readonly thickness?: number;
  readonly hole?: number;
  /** Height of a bracket's back plate. */
  readonly plate?: number;
  readonly fasteners?: number;
  readonly topRow?: number;
  readonly legs?: number;
  readonly angleDeg?: number;
  readonly friction?: number;
  readonly turns?: number;
  readonly tension?: number;
  readonly dynamic?: number;
  readonly workingLoad?: number;
  readonly workingPullOut?: number;
  readonly workingShear?: number;
}

/** Every way a design hangs, the first one first. */
export function hangingsOf({
  hanging,
  alsoHangs = [],
}: {
  readonly hanging?: Hanging;
  readonly alsoHangs?: readonly Hanging[];
}): readonly Hanging[] {
  return hanging ? [hanging, ...alsoHangs] : [];
}

/** Sizes to draw and compute with where the keeper gives none; never a working load: that is read off the label. */
export const HANGING_DEFAULTS = {
  above: 0.15,
  below: 0.05,
  boardWidth: 0.1397,
  thickness: 0.019,
  hole: 0.0635,
  plate: 0.4,
  fasteners: 4,
  legs: 2,
  angleDeg: 30,
  friction: 0.4,
  turns: 1,
  dynamic: 1.5,
} as const;

/** What the keeper plans to find in it and to lift. */
export interface LoadPlan {
  /** kg. */
  readonly swarm: number;
  readonly flow: Flow;
  readonly limit: number;
}
export const LOAD_DEFAULTS: LoadPlan = { swarm: 1.5, flow: 'moderate', limit: 20 };

/** Questions keepers disagree on, each with the schools that answer it. */
export const DISPUTES = {
  room: ['field', 'small-swarm'],
  frames: ['field', 'open-room', 'full-frames'],
  height: ['field', 'eye-height'],
  door: ['field', 'top-entrance'],
  comb: ['field', 'lure-only'],
} as const satisfies Record<string, readonly School[]>;
export type Dispute = keyof typeof DISPUTES;
export const DISPUTE_NAMES = Object.keys(DISPUTES) as Dispute[];
export interface SchoolChoice {
  readonly school: School;
  readonly reason: string;
}

/** A site as it is tried: only what is filled in counts. */
export interface TriedSite {
  readonly entranceHeight?: number;
  readonly facing?: number;
  readonly shade?: number;
  readonly dryness?: number;
  readonly odour?: number;
  readonly distance?: number;
  readonly hemisphere?: Hemisphere;
}
export const SITE_FACTORS = ['entranceHeight', 'facing', 'shade', 'dryness', 'odour', 'distance'] as const;
export type SiteFactor = (typeof SITE_FACTORS)[number];

/** Boards as they were bought. */
export interface BoardsBought {
  /** Percent of dry mass. */
  readonly moisture: number;
}

export const SETUP_LIMITS = {
  gaps: { min: 0, max: 12 },
  /** Ways it hangs besides the first: strut and strap, two boards and a wire. */
  alsoHangs: { min: 0, max: 2 },
  reasonLength: 300,
  moisture: { min: 4, max: 200 },
  /** m the bars hang below the rim. */
  rest: { min: 0, max: 0.05 },
  /** m a rabbet is deep. */
  rabbet: { min: 0, above: true, max: 0.1 },
  meshArea: { min: 1e-4, max: 1 },
  swarm: { min: 0, above: true, max: 6 },
  limit: { min: 0, above: true, max: 100 },
  hangingSize: { min: 0, above: true, max: 3 },
  fasteners: { min: 1, max: 24 },
  angleDeg: { min: 0, max: 60 },
  friction: { min: 0, above: true, max: 1.5 },
  turns: { min: 1, max: 6 },
  dynamic: { min: 1, max: 5 },
  /** N: 0.1 to 10 000 kg. */
  force: { min: 1, max: 100_000 },
} as const satisfies Record<string, number | NumberRange>;

/** The schools a design follows; a question nobody answered follows the field tests. */
export function schoolsOf(chosen: Partial<Readonly<Record<Dispute, SchoolChoice>>> | undefined): readonly School[] {
  return DISPUTE_NAMES.flatMap((dispute) => chosen?.[dispute]?.school ?? []);
}
