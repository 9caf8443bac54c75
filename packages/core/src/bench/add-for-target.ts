/**
 * How much of a base, tube, pot or how many boxes bring a volume to its target.
 *
 * size = need ÷ plan area; for a tapered piece the height at which πh/12(D²+De+e²) = need, e = D + taper·h; for boxes
 * the whole number that reaches it.
 *
 * Source: solid geometry. Pass net or gross consistently; the experiments on nest choice quote gross.
 */
import {
  ANY,
  DomainError,
  geometryError,
  NON_NEGATIVE,
  numberAt,
  objectAt,
  orDefault,
  wordAt,
} from '../shared/errors/index.js';
import { bisect } from '../shared/numeric/index.js';
import { lyingTubeArea } from './section-geometry.js';

export type AddOption =
  | { readonly kind: 'base'; readonly length: number; readonly width: number }
  | { readonly kind: 'upright'; readonly diameter: number }
  | { readonly kind: 'lying'; readonly diameter: number; readonly cut?: number }
  | { readonly kind: 'cone'; readonly diameter: number; readonly taper: number }
  | { readonly kind: 'boxes'; readonly unit: number };

export interface AddedSize {
  /** m of height or length to add. */
  readonly size: number;
  readonly total: number;
  readonly excess: number;
}
export interface AddedCount {
  readonly count: number;
  readonly total: number;
  readonly excess: number;
  /** The volume with one box fewer, so that the nearer side can be chosen. */
  readonly totalOneFewer: number;
}

const OPTION_KINDS = ['base', 'upright', 'lying', 'cone', 'boxes'] as const;
/** A taper that widens is searched up to this height, in m: taller than any trap. */
const TALLEST_CONE = 100;
const HEIGHT_TOLERANCE = 1e-12;
const COUNT_SLACK = 1e-9;

type Read =
  { kind: 'area'; area: number } | { kind: 'cone'; diameter: number; taper: number } | { kind: 'boxes'; unit: number };

function readOption(value: unknown): Read {
  const i = objectAt(value, 'option');
  const at = (field: string): number => numberAt(i[field], `option.${field}`);
  const kind = wordAt(i['kind'], 'option.kind', OPTION_KINDS);
  switch (kind) {
    case 'base':
      return { kind: 'area', area: at('length') * at('width') };
    case 'upright':
      return { kind: 'area', area: (Math.PI * at('diameter') ** 2) / 4 };
    case 'lying': {
      const diameter = at('diameter');
      const cut = numberAt(orDefault(i['cut'], 0), 'option.cut', NON_NEGATIVE);
      if (cut >= diameter) {
        throw geometryError('option.cut', 'cut-takes-whole-tube', 'the cut takes away the whole tube');
      }
      return { kind: 'area', area: lyingTubeArea(diameter, cut) };
    }
    case 'cone':
      return { kind, diameter: at('diameter'), taper: numberAt(i['taper'], 'option.taper', ANY) };
    case 'boxes':
      return { kind, unit: at('unit') };
  }
}

function coneHeight(diameter: number, taper: number, need: number): number {
  const tallest = taper < 0 ? -diameter / taper : TALLEST_CONE;
  // Halfway to its point a cone holds 7/12 of the tube it started as, so a slight taper (whose point may lie
  // beyond any number) is searched no higher than a tube of that share would need.
  const asTube = (need * 12) / (7 * ((Math.PI * diameter * diameter) / 4));
  const high = taper < 0 && asTube <= tallest / 2 ? asTube : tallest;
  const missing = (height: number): number => {
    const end = diameter + taper * height;
    return ((Math.PI * height) / 12) * (diameter * diameter + diameter * end + end * end) - need;
  };
  if (missing(high) < 0) {
    throw new DomainError('NO_SOLUTION', 'option.taper', 'the piece comes to a point before it holds enough');
  }
  return bisect(missing, { low: 0, high, tolerance: HEIGHT_TOLERANCE, path: 'target' });
}

/**
 * What reaches `target` from `current` (both m3).
 * @throws DomainError `TYPE`, `RANGE`, `ENUM` for the fields, `GEOMETRY` for a cut through the whole tube,
 * `NO_SOLUTION` for a taper that closes too soon.
 * @example addForTarget({ current: 0, target: 0.04, option: { kind: 'boxes', unit: 0.0217 } }) // count 2
 */
export function addForTarget(input: {
  readonly current: number;
  readonly target: number;
  readonly option: { readonly kind: 'boxes'; readonly unit: number };
}): AddedCount;
export function addForTarget(input: {
  readonly current: number;
  readonly target: number;
  readonly option: Exclude<AddOption, { kind: 'boxes' }>;
}): AddedSize;
export function addForTarget(input: {
  readonly current: number;
  readonly target: number;
  readonly option: AddOption;
}): AddedSize | AddedCount {
  const i = objectAt(input, 'input');
  const current = numberAt(i['current'], 'current', NON_NEGATIVE);
  const target = numberAt(i['target'], 'target');
  const option = readOption(i['option']);
  const need = target - current;
  if (option.kind === 'boxes') {
    const count = need <= 0 ? 0 : Math.max(0, Math.ceil(need / option.unit - COUNT_SLACK));
    const total = current + count * option.unit;
    return { count, total, excess: total - target, totalOneFewer: current + Math.max(0, count - 1) * option.unit };
  }
  if (need <= 0) return { size: 0, total: current, excess: current - target };
  const size = option.kind === 'cone' ? coneHeight(option.diameter, option.taper, need) : need / option.area;
  return { size, total: target, excess: 0 };
}
