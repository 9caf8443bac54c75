/**
 * What the diffuser screen does to a bee that lies on it, and how much of it may be covered.
 *
 * Pull = (1.2 + K) density v² / 2 · footprint, v the speed through what is still open; both drop and pull are capped by what the
 * source can hold against a shut screen. Each bee that is held raises v for the rest: clogging runs away. So limit the worst case,
 * not only the working point: a bleed behind the screen caps the pressure across it, one before it does not.
 *
 * Source: handbook of hydraulic resistance, screens at high Reynolds number (below about 400 in the holes K is larger: pass the
 * one of `screen-loss.ts`); levels 0.1, 0.5 and 2 body weights [rules of thumb].
 */
import { DomainError, Fields, NON_NEGATIVE, POSITIVE, type NumberRange } from '../shared/errors/index.js';
import { STANDARD_GRAVITY } from './air.js';
import { densityOf, FLOW } from './capture.js';
import { type GapState, gapState } from './gaps.js';

/** m; whether bees chew through it in hours or days (glass fibre, nylon, shade cloth). */
interface Mesh {
  readonly pitchX: number;
  readonly pitchY: number;
  readonly wire: number;
  readonly chewable: boolean;
}

const INCH = 0.0254;
function mesh(perInch: number, wireMm: number): Mesh {
  return { pitchX: INCH / perInch, pitchY: INCH / perInch, wire: wireMm / 1000, chewable: false };
}
function insect(wireMm: number, chewable: boolean): Mesh {
  return { pitchX: INCH / 18, pitchY: INCH / 16, wire: wireMm / 1000, chewable };
}

/** Meshes by number an inch; wires differ between makers, so measure your own. */
export const MESHES = {
  'hardware-8': mesh(8, 0.43),
  'hardware-7': mesh(7, 0.46),
  'hardware-6': mesh(6, 0.64),
  'hardware-5': mesh(5, 0.64),
  'hardware-4': mesh(4, 0.64),
  'insect-metal': insect(0.25, false),
  'insect-fibre': insect(0.28, true),
  'shade-cloth': { pitchX: 0.003, pitchY: 0.003, wire: 0.0006, chewable: true },
} as const satisfies Readonly<Record<string, Mesh>>;
export type MeshKey = keyof typeof MESHES;
export const MESH_KEYS = Object.keys(MESHES) as readonly MeshKey[];

export interface MeshProperties {
  readonly openingX: number;
  readonly openingY: number;
  readonly openFraction: number;
  readonly worker: GapState;
  readonly beeProof: boolean;
}

function propertiesOf(pitchX: number, pitchY: number, wire: number): MeshProperties {
  const openingX = pitchX - wire;
  const openingY = pitchY - wire;
  const small = Math.min(openingX, openingY);
  const shape = Math.max(openingX, openingY) > 2 * small ? 'slot' : 'square';
  const worker = gapState(small, shape, 'worker', 1);
  const openFraction = (1 - wire / pitchX) * (1 - wire / pitchY);
  return { openingX, openingY, openFraction, worker, beeProof: worker === 'held' };
}

/** Openings and open share of a woven mesh. m; the wire thinner than both pitches. */
export function meshProperties(a: { pitchX: number; pitchY: number; wire: number }): MeshProperties {
  const fields = new Fields(a);
  const pitchX = fields.number('pitchX', POSITIVE);
  const pitchY = fields.number('pitchY', POSITIVE);
  const wire = fields.number('wire', POSITIVE);
  if (wire >= Math.min(pitchX, pitchY)) {
    throw new DomainError('RANGE', 'wire', 'the wire is as thick as the pitch', {
      value: wire,
      reason: 'wire-fills-mesh',
    });
  }
  return propertiesOf(pitchX, pitchY, wire);
}

export function meshByKey(a: { key: MeshKey }): MeshProperties & { chewable: boolean } {
  const { pitchX, pitchY, wire, chewable } = MESHES[new Fields(a).word('key', MESH_KEYS)];
  return { ...propertiesOf(pitchX, pitchY, wire), chewable };
}

const WIDE_OPEN: NumberRange = { min: 0.05, max: 1, above: true };
const SHARE: NumberRange = { min: 0, max: 20, above: true };
const BEE = { mass: 1e-4, footprint: 4.5e-5, dragCoefficient: 1.2 } as const;
/** Pull in body weights up to which a bee is free, drawn, held. */
export const PIN_LEVELS = { free: 0.1, drawn: 0.5, held: 2 } as const;
export type PinLevel = 'free' | 'drawn' | 'held' | 'pinned';

function lossAt(openFraction: number): number {
  return 1.3 * (1 - openFraction) + (1 / openFraction - 1) ** 2;
}

/** K of a screen at high Reynolds number. `openFraction` (0.05, 1]. */
export function screenLoss(a: { openFraction: number }): number {
  return lossAt(new Fields(a).number('openFraction', WIDE_OPEN));
}

/** m/s along a bee on a bare surface at which it is pulled by `share` (0.1) of its weight. */
export function pinningSpeed(a: {
  mass?: number | null;
  footprint?: number | null;
  dragCoefficient?: number | null;
  share?: number | null;
  airDensity?: number | null;
}): number {
  const fields = new Fields(a);
  const mass = fields.numberOr('mass', BEE.mass, POSITIVE);
  const footprint = fields.numberOr('footprint', BEE.footprint, POSITIVE);
  const drag = fields.numberOr('dragCoefficient', BEE.dragCoefficient, POSITIVE);
  const share = fields.numberOr('share', PIN_LEVELS.free, SHARE);
  return Math.sqrt((2 * share * mass * STANDARD_GRAVITY) / (densityOf(fields) * footprint * drag));
}

export interface ScreenState {
  /** m/s before the screen, and through what is open. */
  readonly faceSpeed: number;
  readonly localSpeed: number | null;
  readonly pressureDrop: number;
  /** Pull on a bee that lies on it, in body weights. */
  readonly pinRatio: number;
  readonly level: PinLevel;
}

export interface ScreenBee {
  readonly mass?: number | null;
  readonly footprint?: number | null;
  readonly dragCoefficient?: number | null;
  readonly airDensity?: number | null;
}

function levelOf(ratio: number): PinLevel {
  if (ratio <= PIN_LEVELS.free) return 'free';
  if (ratio <= PIN_LEVELS.drawn) return 'drawn';
  return ratio <= PIN_LEVELS.held ? 'held' : 'pinned';
}

/**
 * The pull on a bee on the screen. `coverage` 0..1, `maxPressure` Pa that the source holds against a shut screen.
 * @throws DomainError `NO_SOLUTION` for a fully covered screen without `maxPressure`; `MISSING`, `TYPE`, `RANGE`.
 */
export function screenState(
  a: ScreenBee & {
    flow: number;
    area: number;
    openFraction: number;
    coverage?: number | null;
    lossCoefficient?: number | null;
    maxPressure?: number | null;
  },
): ScreenState {
  const fields = new Fields(a);
  const flow = fields.number('flow', FLOW);
  const area = fields.number('area', POSITIVE);
  const openFraction = fields.number('openFraction', WIDE_OPEN);
  const coverage = fields.numberOr('coverage', 0, { min: 0, max: 1 });
  const k = fields.numberOr('lossCoefficient', lossAt(openFraction), NON_NEGATIVE);
  const mass = fields.numberOr('mass', BEE.mass, POSITIVE);
  const footprint = fields.numberOr('footprint', BEE.footprint, POSITIVE);
  const drag = fields.numberOr('dragCoefficient', BEE.dragCoefficient, POSITIVE);
  const density = densityOf(fields);
  const cap = fields.numberOr('maxPressure', null, NON_NEGATIVE);
  const faceSpeed = flow / area;
  if (coverage === 1) {
    if (cap === null) {
      throw new DomainError('NO_SOLUTION', 'maxPressure', 'a shut screen needs what the source can hold');
    }
    const pinRatio = (cap * footprint) / (mass * STANDARD_GRAVITY);
    return { faceSpeed, localSpeed: null, pressureDrop: cap, pinRatio, level: levelOf(pinRatio) };
  }
  const localSpeed = faceSpeed / (1 - coverage);
  const head = (density * localSpeed ** 2) / 2;
  const most = cap ?? Infinity;
  const force = Math.min((drag + k) * head, most) * footprint;
  const pinRatio = force / (mass * STANDARD_GRAVITY);
  return { faceSpeed, localSpeed, pressureDrop: Math.min(k * head, most), pinRatio, level: levelOf(pinRatio) };
}

export interface ScreenSizing {
  /** m/s through the open screen at which the pull reaches `share`. */
  readonly speedLimit: number;
  /** m² needed at the given coverage. */
  readonly neededArea: number;
  readonly allowedCoverage: number | null;
  readonly beesToLimit: number | null;
}

/** How large a screen must be, or how much of one may be covered. `coverage` 0.5 (0..0.98), `share` 0.1 (0..20]. */
export function screenSizing(
  a: ScreenBee & {
    flow: number;
    openFraction: number;
    coverage?: number | null;
    share?: number | null;
    lossCoefficient?: number | null;
    area?: number | null;
  },
): ScreenSizing {
  const fields = new Fields(a);
  const flow = fields.number('flow', { ...FLOW, above: true });
  const openFraction = fields.number('openFraction', WIDE_OPEN);
  const coverage = fields.numberOr('coverage', 0.5, { min: 0, max: 0.98 });
  const share = fields.numberOr('share', PIN_LEVELS.free, SHARE);
  const k = fields.numberOr('lossCoefficient', lossAt(openFraction), NON_NEGATIVE);
  const mass = fields.numberOr('mass', BEE.mass, POSITIVE);
  const footprint = fields.numberOr('footprint', BEE.footprint, POSITIVE);
  const drag = fields.numberOr('dragCoefficient', BEE.dragCoefficient, POSITIVE);
  const density = densityOf(fields);
  const area = fields.numberOr('area', null, POSITIVE);
  const speedLimit = Math.sqrt((2 * share * mass * STANDARD_GRAVITY) / (density * footprint * (drag + k)));
  const neededArea = flow / (speedLimit * (1 - coverage));
  if (area === null) return { speedLimit, neededArea, allowedCoverage: null, beesToLimit: null };
  const allowedCoverage = Math.max(0, 1 - flow / (area * speedLimit));
  return {
    speedLimit,
    neededArea,
    allowedCoverage,
    beesToLimit: Math.floor((allowedCoverage * area) / footprint + 1e-9),
  };
}
