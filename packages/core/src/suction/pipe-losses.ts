/**
 * What air loses in a hose: friction, bends, the way in, a change of bore, and a half-shut port.
 *
 * Every loss is K · density · v² / 2 of total pressure. Friction over all regimes: f = 8 [(8/Re)^12 + (A+B)^-1.5]^(1/12),
 * A = {2.457 ln 1/[(7/Re)^0.9 + 0.27 e/D]}^16, B = (37530/Re)^16. Bend: (0.131 + 0.163 (D/R)^3.5) · angle/90°; corrugated
 * bends may be 1.5–2 times that. Change of bore: on the velocity head of the smaller bore.
 *
 * Source: Chem. Eng. 1977 84(24) (friction, ±5 % on smooth pipe, extrapolated above e/D 0.05); handbook values for bends,
 * entrances and fittings (±20 %) [convention].
 */
import { Fields, NON_NEGATIVE, POSITIVE, type NumberRange } from '../shared/errors/index.js';

export const ENTRANCES = ['projecting', 'flush', 'rounded', 'bellmouth'] as const;
export type Entrance = (typeof ENTRANCES)[number];

/** Loss coefficient of the way in, with the range met: on the head of the pipe behind it. */
export const ENTRANCE_LOSS: Readonly<Record<Entrance, { low: number; typical: number; high: number }>> = {
  projecting: { low: 0.7, typical: 0.8, high: 1 },
  flush: { low: 0.4, typical: 0.5, high: 0.6 },
  rounded: { low: 0.05, typical: 0.09, high: 0.2 },
  bellmouth: { low: 0.02, typical: 0.04, high: 0.06 },
};

export const BEND_ANGLE: NumberRange = { min: 0, max: 4 * Math.PI };
export const TAPER_ANGLE: NumberRange = { min: 0, max: Math.PI, above: true };
export const RELATIVE_ROUGHNESS: NumberRange = { min: 0, max: 0.1 };
const SHARE: NumberRange = { min: 0, max: 1 };

/** x^16, by squaring: this is the innermost of the network. */
function sixteenth(x: number): number {
  const x4 = x * x * x * x;
  return x4 * x4 * x4 * x4;
}

/** The formula itself, for callers that have checked their numbers. */
export function frictionAt(reynolds: number, relativeRoughness: number): number {
  const a = sixteenth(2.457 * Math.log(1 / ((7 / reynolds) ** 0.9 + 0.27 * relativeRoughness)));
  const b = sixteenth(37530 / reynolds);
  return 8 * ((8 / reynolds) ** 12 + (a + b) ** -1.5) ** (1 / 12);
}

/** Darcy friction factor. @throws DomainError `MISSING`, `TYPE`, `RANGE`: reynolds > 0, roughness/bore 0..0.1. */
export function frictionFactor(a: { reynolds: number; relativeRoughness: number }): number {
  const fields = new Fields(a);
  const reynolds = fields.number('reynolds', POSITIVE);
  return frictionAt(reynolds, fields.number('relativeRoughness', RELATIVE_ROUGHNESS));
}

export function bendAt(angle: number, radiusRatio: number): number {
  return (0.131 + 0.163 * radiusRatio ** -3.5) * (angle / (Math.PI / 2));
}

/** K of a bend. `angle` 0..4 pi rad; `radiusRatio` = centre-line radius / bore, at least 0.5. */
export function bendLoss(a: { angle: number; radiusRatio: number }): number {
  const fields = new Fields(a);
  const angle = fields.number('angle', BEND_ANGLE);
  return bendAt(angle, fields.number('radiusRatio', { min: 0.5 }));
}

/** K of the way in. @throws DomainError `MISSING`, `TYPE`, `ENUM`. */
export function entranceLoss(a: { shape: Entrance }): number {
  return ENTRANCE_LOSS[new Fields(a).word('shape', ENTRANCES)].typical;
}

export function transitionAt(diameterIn: number, diameterOut: number, taperAngle: number): number {
  if (diameterIn === diameterOut) return 0;
  const widening = diameterOut > diameterIn;
  const beta2 = (Math.min(diameterIn, diameterOut) / Math.max(diameterIn, diameterOut)) ** 2;
  const s = Math.sin(taperAngle / 2);
  const gentle = taperAngle <= Math.PI / 4;
  if (widening) return (gentle ? Math.min(1, 2.6 * s) : 1) * (1 - beta2) ** 2;
  return (gentle ? 0.8 * s : 0.5 * Math.sqrt(s)) * (1 - beta2);
}

/** K of a change of bore, on the head of the smaller one. `taperAngle` = full cone angle, pi (sudden) unless given. */
export function transitionLoss(a: { diameterIn: number; diameterOut: number; taperAngle?: number | null }): number {
  const fields = new Fields(a);
  const diameterIn = fields.number('diameterIn', POSITIVE);
  const diameterOut = fields.number('diameterOut', POSITIVE);
  return transitionAt(diameterIn, diameterOut, fields.numberOr('taperAngle', Math.PI, TAPER_ANGLE));
}

export function contractionAt(openFraction: number): number {
  return 0.62 + 0.38 * openFraction ** 3;
}

/** Share of a half-shut port that its jet fills (vena contracta, ±5 %). `openFraction` 0..1. */
export function contractionCoefficient(a: { openFraction: number }): number {
  return contractionAt(new Fields(a).number('openFraction', SHARE));
}

/** A pipe with its losses, checked; lengths in m. */
export interface Pipe {
  /** Bore. */
  readonly diameter: number;
  readonly length: number;
  /** Height of the wall's roughness, m; 1e-5 unless given, at most a tenth of the bore. */
  readonly roughness?: number | null;
  readonly bends?: readonly { readonly angle: number; readonly radius: number }[] | null;
  /** K on the pipe's own head: a half-blocked hose, a coupling. */
  readonly extraLoss?: number | null;
  readonly entrance?: Entrance | null;
}

export interface CheckedPipe {
  readonly diameter: number;
  readonly area: number;
  readonly length: number;
  readonly relativeRoughness: number;
  readonly bends: readonly { readonly angle: number; readonly radius: number }[];
  readonly extraLoss: number;
  /** K of everything but friction and the way in. */
  readonly fittings: number;
  readonly entrance: number;
}

export function pipeOf(fields: Fields, entrance: Entrance): CheckedPipe {
  const diameter = fields.number('diameter', POSITIVE);
  const length = fields.number('length', NON_NEGATIVE);
  const roughness = fields.numberOr('roughness', 1e-5, { min: 0, max: 0.1 * diameter });
  const bends = fields.objectsOr('bends').map((bend) => {
    const angle = bend.number('angle', BEND_ANGLE);
    return { angle, radius: bend.number('radius', { min: diameter / 2 }) };
  });
  const extraLoss = fields.numberOr('extraLoss', 0, NON_NEGATIVE);
  return {
    diameter,
    area: boreArea(diameter),
    length,
    relativeRoughness: roughness / diameter,
    bends,
    extraLoss,
    fittings: fittingsOf(bends, extraLoss, diameter),
    entrance: ENTRANCE_LOSS[fields.wordOr('entrance', entrance, ENTRANCES)].typical,
  };
}

function fittingsOf(bends: CheckedPipe['bends'], extraLoss: number, diameter: number): number {
  return bends.reduce((sum, { angle, radius }) => sum + bendAt(angle, radius / diameter), extraLoss);
}

/** The same pipe in another bore: its wall is as rough, its bends as wide. */
export function withBore<T extends CheckedPipe>(pipe: T, diameter: number): T {
  return {
    ...pipe,
    diameter,
    area: boreArea(diameter),
    relativeRoughness: (pipe.relativeRoughness * pipe.diameter) / diameter,
    fittings: fittingsOf(pipe.bends, pipe.extraLoss, diameter),
  };
}

export function boreArea(diameter: number): number {
  return (Math.PI * diameter ** 2) / 4;
}

/** K of friction, bends and extra loss at a speed > 0, on the pipe's own head. */
export function lossAlong(pipe: CheckedPipe, reynolds: number): number {
  const friction = pipe.length > 0 ? (frictionAt(reynolds, pipe.relativeRoughness) * pipe.length) / pipe.diameter : 0;
  return friction + pipe.fittings;
}
