/**
 * What a vacuum or blower can pull, and what it draws from the wall.
 *
 * Curve F(q): parabola P0 (1 - (q/Q0)²), straight line P0 (1 - q/Q0), or measured points. Fan laws with speed ratio n and
 * w = density / rated density: suction n² w F(q/n), zero beyond free flow. Power drawn: rated · n³ w (i + (1-i) q / free flow),
 * i = share drawn when choked: a by-pass vacuum draws less when choked.
 *
 * The machine moves volume at its own inlet, where the air is thinner: see `network.ts`.
 *
 * Source: fan laws; motor exponents 1 (0.8–1), 0.6 (0.5–0.8) and 0, idle share 0.65 (0.5–0.8) and label thresholds
 * [rules of thumb]; 1 hp = 746 W.
 */
import { DomainError, Fields, NON_NEGATIVE, POSITIVE } from '../shared/errors/index.js';
import { type Air, readAir } from './air.js';
import { monotoneCurve } from './monotone-curve.js';

export const CURVE_KINDS = ['parabola', 'linear', 'table'] as const;
export type CurvePoint = { readonly flow: number; readonly suction: number };
/** Pa and m³/s at inlet air of the rated density. */
export type SourceCurve =
  | { readonly kind: 'parabola' | 'linear'; readonly sealedSuction: number; readonly freeFlow: number }
  | { readonly kind: 'table'; readonly points: readonly CurvePoint[] };

export interface Source {
  readonly curve: SourceCurve;
  /** Speed over rated speed, 1 unless given. */
  readonly speedRatio?: number | null;
  /** kg/m³, 1.2 unless given. */
  readonly ratedDensity?: number | null;
  /** W. */
  readonly ratedPower?: number | null;
  /** Share of the rated power drawn with the inlet sealed, 0..1; 0.65 unless given. */
  readonly idleFraction?: number | null;
}

export const MOTORS = ['permanentMagnet', 'universal', 'regulated'] as const;
export type MotorKind = (typeof MOTORS)[number];
/** Speed goes with voltage to this power. */
export const MOTOR_EXPONENT: Readonly<Record<MotorKind, number>> = { permanentMagnet: 1, universal: 0.6, regulated: 0 };
/** Below this sealed suction the shape of an uncalibrated curve matters, so both are shown. Pa. */
export const WEAK_SOURCE = 1500;

export interface CheckedSource {
  /** Pa with the inlet sealed and m³/s with it open, at rated speed and density. */
  readonly sealedSuction: number;
  readonly freeFlow: number;
  readonly kind: SourceCurve['kind'];
  readonly curve: (flow: number) => number;
  readonly speedRatio: number;
  readonly ratedDensity: number;
  readonly ratedPower: number | null;
  readonly idleFraction: number;
}

/** Parabola or straight line through the same two ends. */
export function simpleCurve(
  kind: 'parabola' | 'linear',
  sealedSuction: number,
  freeFlow: number,
): (q: number) => number {
  if (kind === 'linear') return (q) => (q >= freeFlow ? 0 : sealedSuction * (1 - q / freeFlow));
  return (q) => (q >= freeFlow ? 0 : sealedSuction * (1 - (q / freeFlow) ** 2));
}

function conflict(path: string, message: string): DomainError {
  return new DomainError('CONFLICT', path, message, { reason: 'curve' });
}

function pointsOf(fields: Fields): CurvePoint[] {
  const points = fields.objects('points').map((point) => {
    const flow = point.number('flow');
    return { flow, suction: point.number('suction') };
  });
  const path = fields.at('points');
  const last = points.at(-1);
  if (points.length < 2 || last === undefined) throw conflict(path, 'a curve needs two points at least');
  if (points[0]?.flow !== 0) throw conflict(path, 'the first point is the sealed one: its flow is 0');
  if (last.suction !== 0) throw conflict(path, 'the last point is the free one: its suction is 0');
  points.forEach((point, n) => {
    const before = points[n - 1];
    if (before && !(point.flow > before.flow && point.suction < before.suction)) {
      throw conflict(`${path}[${n}]`, 'the curve must fall: more flow, less suction, point by point');
    }
  });
  return points;
}

function curveOf(fields: Fields): Pick<CheckedSource, 'sealedSuction' | 'freeFlow' | 'kind' | 'curve'> {
  const kind = fields.word('kind', CURVE_KINDS);
  if (kind !== 'table') {
    const sealedSuction = fields.number('sealedSuction', POSITIVE);
    const freeFlow = fields.number('freeFlow', POSITIVE);
    return { kind, sealedSuction, freeFlow, curve: simpleCurve(kind, sealedSuction, freeFlow) };
  }
  const points = pointsOf(fields);
  const curve = monotoneCurve(
    points.map(({ flow }) => flow),
    points.map(({ suction }) => suction),
  );
  return { kind, sealedSuction: points[0]?.suction ?? 0, freeFlow: points.at(-1)?.flow ?? 0, curve };
}

export function sourceOf(fields: Fields): CheckedSource {
  return {
    ...curveOf(fields.object('curve')),
    speedRatio: fields.numberOr('speedRatio', 1, POSITIVE),
    ratedDensity: fields.numberOr('ratedDensity', 1.2, POSITIVE),
    ratedPower: fields.numberOr('ratedPower', null, POSITIVE),
    idleFraction: fields.numberOr('idleFraction', 0.65, { min: 0, max: 1 }),
  };
}

/** Pa at an inlet flow, for inlet air of this density. */
export function suctionAt(source: CheckedSource, flow: number, density: number): number {
  const n = source.speedRatio;
  return Math.max(0, n ** 2 * (density / source.ratedDensity) * source.curve(flow / n));
}

/** Suction in Pa at a flow of m³/s, both at the inlet. @throws DomainError also `CONFLICT` for a curve that does not fall. */
export function sourceSuction(a: { source: Source; flow: number; air: Air }): number {
  const fields = new Fields(a);
  const source = sourceOf(fields.object('source'));
  const flow = fields.number('flow', NON_NEGATIVE);
  return suctionAt(source, flow, readAir(fields.object('air')).density);
}

const GOLDEN = (Math.sqrt(5) - 1) / 2;

/** Where q · F(q) is greatest: by the closed form, or for points by a grid and a golden section inside its best cell. */
function bestFlow(source: CheckedSource): number {
  if (source.kind === 'parabola') return source.freeFlow / Math.sqrt(3);
  if (source.kind === 'linear') return source.freeFlow / 2;
  const cells = 1000;
  const power = (q: number): number => q * source.curve(q);
  let best = 0;
  for (let n = 1; n <= cells; n++) {
    if (power((n * source.freeFlow) / cells) > power((best * source.freeFlow) / cells)) best = n;
  }
  let low = (Math.max(0, best - 1) * source.freeFlow) / cells;
  let high = (Math.min(cells, best + 1) * source.freeFlow) / cells;
  while (high - low > 1e-10 * source.freeFlow) {
    const left = high - GOLDEN * (high - low);
    const right = low + GOLDEN * (high - low);
    if (power(left) < power(right)) low = left;
    else high = right;
  }
  return (low + high) / 2;
}

/** Flow, suction and power (W) where a source does the most work on the air. */
export function maxAirPower(a: { source: Source; air: Air }): { flow: number; suction: number; power: number } {
  const fields = new Fields(a);
  const source = sourceOf(fields.object('source'));
  const air = readAir(fields.object('air'));
  const flow = source.speedRatio * bestFlow(source);
  const suction = suctionAt(source, flow, air.density);
  return { flow, suction, power: flow * suction };
}

/** Speed over rated speed at a voltage over rated voltage of 0.3..1.3. */
export function speedRatioAtVoltage(a: { motor: MotorKind; voltageRatio: number }): number {
  const fields = new Fields(a);
  const exponent = MOTOR_EXPONENT[fields.word('motor', MOTORS)];
  return fields.number('voltageRatio', { min: 0.3, max: 1.3 }) ** exponent;
}

/** W drawn at a flow. @throws DomainError `MISSING` also when the source has no `ratedPower`. */
export function inputPower(a: { source: Source; flow: number; air: Air }): number {
  const fields = new Fields(a);
  const source = sourceOf(fields.object('source'));
  const flow = fields.number('flow', NON_NEGATIVE);
  const { density } = readAir(fields.object('air'));
  if (source.ratedPower === null) throw new DomainError('MISSING', 'source.ratedPower', 'is missing');
  const n = source.speedRatio;
  const i = source.idleFraction;
  const share = Math.min(1, flow / (n * source.freeFlow));
  return source.ratedPower * n ** 3 * (density / source.ratedDensity) * (i + (1 - i) * share);
}

/** What a label says. */
export interface SourceClaim {
  /** Pa. */
  readonly sealedSuction: number;
  /** m³/s. */
  readonly freeFlow: number;
  /** W each: drawn, what the circuit gives, what the advertisement says. */
  readonly inputPower?: number | null;
  readonly circuitPower?: number | null;
  readonly advertisedPower?: number | null;
}

/** Whether a label's figures can be true together; `warnings` are codes, sorted. */
export function checkSource(a: { claim: SourceClaim }): { warnings: string[]; maxAirPower: number } {
  const claim = new Fields(a).object('claim');
  const suction = claim.number('sealedSuction', POSITIVE);
  const flow = claim.number('freeFlow', POSITIVE);
  const input = claim.numberOr('inputPower', null, POSITIVE);
  const circuit = claim.numberOr('circuitPower', null, POSITIVE);
  const advertised = claim.numberOr('advertisedPower', null, POSITIVE);
  const power = (2 / (3 * Math.sqrt(3))) * suction * flow;
  const least = Math.min(input ?? Infinity, circuit ?? Infinity);
  const found: readonly (readonly [string, boolean])[] = [
    ['air-power-too-high', input !== null && power > 0.5 * input],
    ['air-power-very-low', input !== null && power < 0.03 * input],
    ['axial-fan-too-weak', suction / flow < 1000],
    ['flow-too-high', flow > 0.2],
    ['overloads-circuit', input !== null && circuit !== null && input > circuit],
    ['peak-power-claim', advertised !== null && advertised > least],
    ['suction-too-high', suction > 30e3],
  ];
  return { warnings: found.filter(([, holds]) => holds).map(([code]) => code), maxAirPower: power };
}
