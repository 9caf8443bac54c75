/**
 * The area a bleed gate opens when its plate is moved.
 *
 * `opening` is the share of the plate's travel, not of the area: a round hole opens slowly at both ends, so the scale printed for
 * it is not linear. Straight plate over a round hole: a segment of the circle. Disc over a hole: the circle less the lens both
 * share, whether the disc slides sideways or swings on a screw.
 *
 * Source: plane geometry, exact.
 */
import { DomainError, Fields, NON_NEGATIVE, POSITIVE, type NumberRange } from '../shared/errors/index.js';

export const GATE_KINDS = ['rectangle', 'roundStraight', 'roundDisc', 'roundSwing'] as const;
export type GateKind = (typeof GATE_KINDS)[number];

/** All lengths in m, > 0; `count` gates alike, whole, 1 unless given. */
export type Gate = { readonly count?: number | null } & (
  | { readonly kind: 'rectangle'; readonly width: number; readonly height: number }
  | { readonly kind: 'roundStraight'; readonly diameter: number }
  | { readonly kind: 'roundDisc'; readonly diameter: number; readonly plateDiameter: number }
  | {
      readonly kind: 'roundSwing';
      readonly diameter: number;
      readonly plateDiameter: number;
      /** From the pivot to the hole's centre, and to the plate's. */
      readonly pivotDistance: number;
    }
);

export interface GateOpening {
  /** m², of all gates together. */
  readonly area: number;
  readonly fullArea: number;
  /** m the plate has moved; along its arc for a swinging one. */
  readonly travel: number;
  /** rad, of a swinging plate. */
  readonly angle: number | null;
}

/** A gate whose numbers are checked: what it opens, and how far its plate goes in all. */
export interface CheckedGate {
  readonly fullArea: number;
  readonly fullTravel: number;
  open(share: number): GateOpening;
}

export const OPENING: NumberRange = { min: 0, max: 1 };

function segment(radius: number, height: number): number {
  const h = Math.min(Math.max(height, 0), 2 * radius);
  return radius ** 2 * Math.acos((radius - h) / radius) - (radius - h) * Math.sqrt(2 * radius * h - h ** 2);
}

/** Area of a circular segment, m². `radius` > 0; `height` is taken within 0..2 radius. */
export function segmentArea(a: { radius: number; height: number }): number {
  const fields = new Fields(a);
  const radius = fields.number('radius', POSITIVE);
  return segment(radius, fields.number('height'));
}

function lens(a: number, b: number, distance: number): number {
  if (distance >= a + b) return 0;
  if (distance <= Math.abs(a - b)) return Math.PI * Math.min(a, b) ** 2;
  const within = (cosine: number): number => Math.acos(Math.min(1, Math.max(-1, cosine)));
  const alpha = within((distance ** 2 + a ** 2 - b ** 2) / (2 * distance * a));
  const beta = within((distance ** 2 + b ** 2 - a ** 2) / (2 * distance * b));
  const kite = Math.sqrt(
    Math.max(0, (-distance + a + b) * (distance + a - b) * (distance - a + b) * (distance + a + b)),
  );
  return a ** 2 * alpha + b ** 2 * beta - kite / 2;
}

/** Area two circles share, m². Radii > 0, `distance` of the centres >= 0. */
export function lensArea(a: { radiusA: number; radiusB: number; distance: number }): number {
  const fields = new Fields(a);
  const radiusA = fields.number('radiusA', POSITIVE);
  const radiusB = fields.number('radiusB', POSITIVE);
  return lens(radiusA, radiusB, fields.number('distance', NON_NEGATIVE));
}

/** A gate given as data, checked. @throws DomainError `RANGE` for a plate smaller than its hole or a pivot too near. */
export function gateOf(fields: Fields): CheckedGate {
  const kind = fields.word('kind', GATE_KINDS);
  if (kind === 'rectangle') {
    const width = fields.number('width', POSITIVE);
    const height = fields.number('height', POSITIVE);
    return gateFrom(countOf(fields), width * height, height, (share) => ({
      area: width * height * share,
      angle: null,
    }));
  }
  const diameter = fields.number('diameter', POSITIVE);
  const radius = diameter / 2;
  const full = Math.PI * radius ** 2;
  if (kind === 'roundStraight') {
    return gateFrom(countOf(fields), full, diameter, (share) => ({
      area: segment(radius, diameter * share),
      angle: null,
    }));
  }
  const plate = fields.number('plateDiameter', POSITIVE) / 2;
  if (plate < radius)
    throw new DomainError('RANGE', fields.at('plateDiameter'), 'the plate is smaller than its hole', PLATE);
  const reach = radius + plate;
  if (kind === 'roundDisc') {
    return gateFrom(countOf(fields), full, reach, (share) => ({
      area: full - lens(radius, plate, reach * share),
      angle: null,
    }));
  }
  const pivot = fields.number('pivotDistance', POSITIVE);
  if (2 * pivot < reach) throw new DomainError('RANGE', fields.at('pivotDistance'), 'the pivot is too near', PIVOT);
  const fullAngle = 2 * Math.asin(reach / (2 * pivot));
  return gateFrom(countOf(fields), full, pivot * fullAngle, (share) => {
    const angle = share * fullAngle;
    return { area: full - lens(radius, plate, 2 * pivot * Math.sin(angle / 2)), angle };
  });
}

const PLATE = { reason: 'plate-smaller-than-hole' };
const PIVOT = { reason: 'pivot-too-near' };

function countOf(fields: Fields): number {
  return fields.wholeOr('count', 1, { min: 1 });
}

function gateFrom(
  count: number,
  full: number,
  fullTravel: number,
  open: (share: number) => { area: number; angle: number | null },
): CheckedGate {
  return {
    fullArea: count * full,
    fullTravel,
    open: (share) => {
      const { area, angle } = open(share);
      return { area: count * area, fullArea: count * full, travel: fullTravel * share, angle };
    },
  };
}

/** What a gate opens at a share 0..1 of its plate's travel. @throws DomainError `MISSING`, `TYPE`, `RANGE`, `ENUM`. */
export function gateOpening(a: { gate: Gate; opening: number }): GateOpening {
  const fields = new Fields(a);
  const gate = gateOf(fields.object('gate'));
  return gate.open(fields.number('opening', OPENING));
}
