/**
 * How sure a volume is, from the tape that measured it.
 *
 * standard² = Σ (∂V/∂x · u)² over every taped dimension + (3 ε · ΣV)² for the tape's own scale + Σ (m · V)² for volumes
 * found by filling; expanded = coverage · standard.
 *
 * Source: propagation of independent errors (JCGM 100:2008). Reading error 1 mm (half a sixteenth plus squareness), scale
 * error 0.05 %, filling 2 %: all estimates. Range: errors small against the sizes. Left out: covariance between
 * dimensions read with one stroke of the tape; corner radius.
 */
import { arrayAt, DomainError, NON_NEGATIVE, numberAt, objectAt, orDefault } from '../shared/errors/index.js';
import type { Section } from './cavity.js';
import { checkShape, geometryOf, readShape, type CylinderShape, type Shape } from './section-geometry.js';

export const DEFAULT_READ_ERROR = 0.001;
const DEFAULT_SCALE_ERROR = 0.0005;
const DEFAULT_MEASURED_ERROR = 0.02;
const DEFAULT_COVERAGE = 2;

export interface VolumeUncertainty {
  /** m3 */
  readonly volume: number;
  /** m3, one standard deviation. */
  readonly standard: number;
  /** m3, coverage × standard. */
  readonly expanded: number;
  readonly low: number;
  readonly high: number;
}

function tubeDerivatives(shape: CylinderShape, volume: number): readonly number[] {
  const { diameter, length } = shape;
  const radius = diameter / 2;
  const cut = shape.cut ?? 0;
  if (shape.axis !== 'lying' || cut === 0) return [volume / length, Math.PI * radius * length];
  const half = Math.sqrt(2 * radius * cut - cut * cut);
  return [
    volume / length,
    length * (Math.PI * radius - radius * Math.acos((radius - cut) / radius) + half),
    -2 * length * half,
  ];
}

/** ∂V/∂x in m2 for every taped dimension of a shape; none for a measured volume. */
function derivatives(shape: Shape, volume: number): readonly number[] {
  switch (shape.kind) {
    case 'box':
      return [volume / shape.length, volume / shape.width, volume / shape.height];
    case 'cylinder':
      return tubeDerivatives(shape, volume);
    case 'cone': {
      const { diameterBottom: a, diameterTop: b, height } = shape;
      const k = (Math.PI * height) / 12;
      return [volume / height, k * (2 * a + b), k * (a + 2 * b)];
    }
    case 'frustum': {
      const { length: l1, width: w1 } = shape.bottom;
      const { length: l2, width: w2 } = shape.top;
      const k = shape.height / 6;
      return [volume / shape.height, k * (2 * w1 + w2), k * (2 * l1 + l2), k * (w1 + 2 * w2), k * (l1 + 2 * l2)];
    }
    case 'measured':
      return [];
  }
}

/**
 * The volume of a stack with its uncertainty; contents are ignored.
 * @throws DomainError `TYPE`, `RANGE`, `ENUM` for the fields, `EMPTY` without sections, `GEOMETRY` as `sectionGeometry`.
 * @example volumeUncertainty({ sections: [{ kind: 'box', length: 0.5, width: 0.4, height: 0.2 }], scaleError: 0 })
 * // standard 0.000237 m3
 */
export function volumeUncertainty(input: {
  readonly sections: readonly Section[];
  readonly readError?: number;
  readonly scaleError?: number;
  readonly measuredError?: number;
  readonly coverage?: number;
}): VolumeUncertainty {
  const i = objectAt(input, 'input');
  const sections = arrayAt(i['sections'], 'sections').map((value, n) => {
    const path = `sections[${n}]`;
    const shape = readShape(value, path);
    const own = objectAt(value, path)['readError'];
    return { shape, own: own === undefined ? undefined : numberAt(own, `${path}.readError`, NON_NEGATIVE) };
  });
  const option = (field: string, fallback: number): number =>
    numberAt(orDefault(i[field], fallback), field, NON_NEGATIVE);
  const readError = option('readError', DEFAULT_READ_ERROR);
  const scaleError = option('scaleError', DEFAULT_SCALE_ERROR);
  const measuredError = option('measuredError', DEFAULT_MEASURED_ERROR);
  const coverage = numberAt(orDefault(i['coverage'], DEFAULT_COVERAGE), 'coverage');
  if (sections.length === 0) throw new DomainError('EMPTY', 'sections', 'a stack needs at least one section');

  let volume = 0;
  let taped = 0;
  let variance = 0;
  for (const [n, { shape, own }] of sections.entries()) {
    checkShape(shape, `sections[${n}]`);
    const part = geometryOf(shape).volume;
    volume += part;
    if (shape.kind === 'measured') variance += (measuredError * part) ** 2;
    else taped += part;
    const u = own ?? readError;
    for (const slope of derivatives(shape, part)) variance += (slope * u) ** 2;
  }
  const standard = Math.sqrt(variance + (3 * scaleError * taped) ** 2);
  const expanded = coverage * standard;
  return { volume, standard, expanded, low: Math.max(0, volume - expanded), high: volume + expanded };
}
