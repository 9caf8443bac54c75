/**
 * The inside of one section: volume, side wall, floor and ceiling.
 *
 * Exact solids: box L·W·H; upright tube πD²/4·n; lying tube less the segment sawn off for the top bars; cone frustum
 * πh/12(a²+ab+b²); tapered box as a prismatoid h/6(A1+A2+4Am) less its rounded corners; or a volume measured by filling,
 * whose walls are those of a cube of that volume, less the lid [estimate].
 *
 * Source: solid geometry. Range: any positive size. Left out: bulging sides, ribs, fillets between wall and floor.
 */
import { geometryError, NON_NEGATIVE, numberAt, objectAt, orDefault, wordAt } from '../shared/errors/index.js';

export interface Plan {
  readonly length: number;
  readonly width: number;
}
export interface BoxShape extends Plan {
  readonly kind: 'box';
  readonly height: number;
}
export interface CylinderShape {
  readonly kind: 'cylinder';
  readonly axis?: 'upright' | 'lying';
  readonly diameter: number;
  readonly length: number;
  /** Lying only: height of the segment sawn off for the top bars. */
  readonly cut?: number;
}
export interface ConeShape {
  readonly kind: 'cone';
  readonly diameterBottom: number;
  readonly diameterTop: number;
  readonly height: number;
}
export interface FrustumShape {
  readonly kind: 'frustum';
  readonly bottom: Plan;
  readonly top: Plan;
  readonly height: number;
  readonly cornerRadius?: number;
}
export interface MeasuredShape {
  readonly kind: 'measured';
  /** m3, by filling with water, rice or packing beads. */
  readonly volume: number;
  /** kg, as weighed by itself: nobody knows its boards. */
  readonly mass?: number;
}
/** Inside sizes in metres. `length` runs along the frames, `width` across them. */
export type Shape = BoxShape | CylinderShape | ConeShape | FrustumShape | MeasuredShape;

export const SHAPE_KINDS = ['box', 'cylinder', 'cone', 'frustum', 'measured'] as const;
export const AXES = ['upright', 'lying'] as const;

export interface SectionGeometry {
  /** m3 */
  readonly volume: number;
  /** m2 of side wall, the ends of a lying tube included. */
  readonly lateral: number;
  /** m2 */
  readonly floor: number;
  /** m2 */
  readonly ceiling: number;
}

/** Checks every single value of a shape in the order of its fields; combinations come later, in `checkShape`. */
export function readShape(value: unknown, path: string): Shape {
  const i = objectAt(value, path);
  const kind = wordAt(i['kind'], `${path}.kind`, SHAPE_KINDS);
  const positive = (field: string): number => numberAt(i[field], `${path}.${field}`);
  const optional = (field: string): number => numberAt(orDefault(i[field], 0), `${path}.${field}`, NON_NEGATIVE);
  switch (kind) {
    case 'box':
      return { kind, length: positive('length'), width: positive('width'), height: positive('height') };
    case 'cylinder':
      return {
        kind,
        axis: wordAt(orDefault(i['axis'], 'upright'), `${path}.axis`, AXES),
        diameter: positive('diameter'),
        length: positive('length'),
        cut: optional('cut'),
      };
    case 'cone':
      return {
        kind,
        diameterBottom: numberAt(i['diameterBottom'], `${path}.diameterBottom`, NON_NEGATIVE),
        diameterTop: numberAt(i['diameterTop'], `${path}.diameterTop`, NON_NEGATIVE),
        height: positive('height'),
      };
    case 'frustum':
      return {
        kind,
        bottom: readPlan(i['bottom'], `${path}.bottom`),
        top: readPlan(i['top'], `${path}.top`),
        height: positive('height'),
        cornerRadius: optional('cornerRadius'),
      };
    case 'measured':
      return { kind, volume: positive('volume') };
  }
}

function readPlan(value: unknown, path: string): Plan {
  const i = objectAt(value, path);
  return { length: numberAt(i['length'], `${path}.length`), width: numberAt(i['width'], `${path}.width`) };
}

/** Refuses sizes that are valid alone but make no solid. */
export function checkShape(shape: Shape, path: string): void {
  if (shape.kind === 'cylinder') {
    const cut = shape.cut ?? 0;
    if (cut > 0 && shape.axis !== 'lying') {
      throw geometryError(`${path}.cut`, 'cut-on-upright-tube', 'only a lying tube is sawn open for top bars');
    }
    if (cut >= shape.diameter) {
      throw geometryError(`${path}.cut`, 'cut-takes-whole-tube', 'the cut takes away the whole tube');
    }
  }
  if (shape.kind === 'cone' && shape.diameterBottom === 0 && shape.diameterTop === 0) {
    throw geometryError(`${path}.diameterBottom`, 'cone-without-width', 'both diameters are zero');
  }
  if (shape.kind === 'frustum') {
    const narrowest = Math.min(shape.bottom.length, shape.bottom.width, shape.top.length, shape.top.width);
    if (2 * (shape.cornerRadius ?? 0) > narrowest) {
      throw geometryError(`${path}.cornerRadius`, 'corner-too-round', 'the corners are rounder than the box is wide');
    }
  }
}

/** Area of the circular segment of height `sagitta` in a circle of radius `radius`. */
export function segmentArea(radius: number, sagitta: number): number {
  if (sagitta === 0) return 0;
  const rest = radius - sagitta;
  return radius * radius * Math.acos(rest / radius) - rest * Math.sqrt(2 * radius * sagitta - sagitta * sagitta);
}

/** Width of the opening that a cut of height `sagitta` leaves. */
export function chordWidth(radius: number, sagitta: number): number {
  return 2 * Math.sqrt(Math.max(0, 2 * radius * sagitta - sagitta * sagitta));
}

/** Cross-section of a lying tube after the cut for the top bars. */
export function lyingTubeArea(diameter: number, cut: number): number {
  const radius = diameter / 2;
  return Math.PI * radius * radius - segmentArea(radius, cut);
}

function tube(shape: CylinderShape): SectionGeometry {
  const { diameter, length } = shape;
  const radius = diameter / 2;
  if (shape.axis !== 'lying') {
    const base = Math.PI * radius * radius;
    return { volume: base * length, lateral: Math.PI * diameter * length, floor: base, ceiling: base };
  }
  const cut = shape.cut ?? 0;
  const area = lyingTubeArea(diameter, cut);
  const arc = 2 * radius * (Math.PI - Math.acos((radius - cut) / radius));
  return {
    volume: area * length,
    lateral: arc * length + 2 * area,
    floor: 0,
    ceiling: chordWidth(radius, cut) * length,
  };
}

function cone({ diameterBottom: a, diameterTop: b, height }: ConeShape): SectionGeometry {
  return {
    volume: ((Math.PI * height) / 12) * (a * a + a * b + b * b),
    lateral: ((Math.PI * (a + b)) / 2) * Math.hypot(height, (a - b) / 2),
    floor: (Math.PI * a * a) / 4,
    ceiling: (Math.PI * b * b) / 4,
  };
}

function frustum({ bottom, top, height, cornerRadius = 0 }: FrustumShape): SectionGeometry {
  const { length: l1, width: w1 } = bottom;
  const { length: l2, width: w2 } = top;
  const corners = (4 - Math.PI) * cornerRadius * cornerRadius;
  return {
    volume: (height / 6) * (2 * l1 * w1 + l1 * w2 + l2 * w1 + 2 * l2 * w2) - corners * height,
    lateral: (l1 + l2) * Math.hypot(height, (w1 - w2) / 2) + (w1 + w2) * Math.hypot(height, (l1 - l2) / 2),
    floor: l1 * w1 - corners,
    ceiling: l2 * w2 - corners,
  };
}

/** Geometry of a shape that has been read and checked. */
export function geometryOf(shape: Shape): SectionGeometry {
  switch (shape.kind) {
    case 'box': {
      const { length, width, height } = shape;
      const base = length * width;
      return { volume: base * height, lateral: 2 * (length + width) * height, floor: base, ceiling: base };
    }
    case 'cylinder':
      return tube(shape);
    case 'cone':
      return cone(shape);
    case 'frustum':
      return frustum(shape);
    case 'measured': {
      const face = Math.cbrt(shape.volume) ** 2;
      return { volume: shape.volume, lateral: 4 * face, floor: face, ceiling: face };
    }
  }
}

/**
 * Volume and surfaces of one section; contents are ignored here.
 * @throws DomainError `TYPE`, `RANGE`, `ENUM` for the fields; `GEOMETRY` for a cut through an upright tube or through
 * the whole of a lying one, corners rounder than the box is wide, a cone without width.
 * @example sectionGeometry({ kind: 'box', length: 0.5, width: 0.4, height: 0.2 }).volume // 0.04
 */
export function sectionGeometry(section: Shape): SectionGeometry {
  const shape = readShape(section, 'section');
  checkShape(shape, 'section');
  return geometryOf(shape);
}

/**
 * Inside sizes of a box from its outside sizes.
 * @throws DomainError `TYPE`, `RANGE` for the fields; `GEOMETRY` where the walls leave no room.
 */
export function internalDims(input: {
  readonly length: number;
  readonly width: number;
  readonly height: number;
  readonly wall: number;
  readonly endWall?: number;
  readonly floorInset?: number;
  readonly roofInset?: number;
}): { length: number; width: number; height: number } {
  const i = objectAt(input, 'input');
  const outside = {
    length: numberAt(i['length'], 'length'),
    width: numberAt(i['width'], 'width'),
    height: numberAt(i['height'], 'height'),
  };
  const wall = numberAt(i['wall'], 'wall', NON_NEGATIVE);
  const endWall = numberAt(orDefault(i['endWall'], wall), 'endWall', NON_NEGATIVE);
  const floorInset = numberAt(orDefault(i['floorInset'], 0), 'floorInset', NON_NEGATIVE);
  const roofInset = numberAt(orDefault(i['roofInset'], 0), 'roofInset', NON_NEGATIVE);
  const inside = {
    length: outside.length - 2 * endWall,
    width: outside.width - 2 * wall,
    height: outside.height - floorInset - roofInset,
  };
  for (const [side, size] of Object.entries(inside)) {
    if (size <= 0) throw geometryError(side, 'walls-leave-no-room', 'the walls leave no room inside');
  }
  return inside;
}
