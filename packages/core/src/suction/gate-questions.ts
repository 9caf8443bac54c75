/**
 * Where to set the bleed gate: for a speed, for a set of limits, for several nozzles; what a clogging screen does; what matters.
 *
 * The more the bleed opens, the less every speed and under-pressure in hose and box, so each question has one answer or none.
 *
 * Source: the monotone argument of `network.ts`.
 */
import { DomainError, emptyError, Fields, NON_NEGATIVE, POSITIVE, type NumberRange } from '../shared/errors/index.js';
import { brent } from '../shared/numeric/index.js';
import { OPENING } from './gate.js';
import { solveAt, solveAtArea, type SuctionState } from './network.js';
import { withBore } from './pipe-losses.js';
import { BELOW_ONE } from './screen-loss.js';
import {
  type CheckedNozzle,
  type CheckedSystem,
  type Nozzle,
  nozzleOf,
  type SuctionSystem,
  systemOf,
} from './system.js';

const QUANTITIES = {
  nozzleSpeed: (s: SuctionState) => s.speed.nozzle,
  hoseSpeed: (s: SuctionState) => s.speed.hose,
  portJetSpeed: (s: SuctionState) => s.speed.portJet,
  screenFaceSpeed: (s: SuctionState) => s.speed.screenFace,
  screenUncoveredSpeed: (s: SuctionState) => s.speed.screenUncovered,
  boxUnderPressure: (s: SuctionState) => s.underPressure.box,
  plenumUnderPressure: (s: SuctionState) => s.underPressure.plenum,
  sourceFlow: (s: SuctionState) => s.flow.source,
  bleedSpeed: (s: SuctionState) => s.speed.bleed,
} as const;

export type Quantity = keyof typeof QUANTITIES;
export const SUCTION_QUANTITIES = Object.keys(QUANTITIES) as readonly Quantity[];
/** Those that fall as the gate opens, so that a gate can be asked for them. */
export const TARGET_QUANTITIES = ['nozzleSpeed', 'hoseSpeed', 'portJetSpeed', 'boxUnderPressure'] as const;
export type TargetQuantity = (typeof TARGET_QUANTITIES)[number];

export interface TargetResult {
  readonly status: 'ok' | 'source-too-weak' | 'bleed-too-small';
  /** Share of the plate's travel, and m. */
  readonly opening: number | null;
  readonly travel: number | null;
  /** m² of bleed that would do it, whatever this gate can open. */
  readonly bleedAreaNeeded: number | null;
  /** The quantity with the gate shut and open. */
  readonly shut: number;
  readonly open: number;
}

export interface Limit {
  readonly quantity: Quantity;
  readonly min?: number | null;
  readonly max?: number | null;
}

export interface Band {
  readonly ok: boolean;
  readonly low: number | null;
  readonly high: number | null;
  readonly middle: number | null;
  readonly lowTravel: number | null;
  readonly highTravel: number | null;
  /** `quantity.min` or `.max` that sets the end; when the band is empty, the two in conflict. */
  readonly lowLimit: string | null;
  readonly highLimit: string | null;
  /** Limits that no position of the gate keeps, sorted. */
  readonly neverHeld: readonly string[];
}

/** Largest bleed looked for, m². */
const LARGEST_BLEED = 10;
const ROOT = { low: 0, high: 1, tolerance: 1e-12, path: 'system.bleed' };
const NOWHERE = { opening: null, travel: null, bleedAreaNeeded: null };

export function quantityOf(state: SuctionState, quantity: Quantity): number {
  return QUANTITIES[quantity](state);
}

export function targetAt(system: CheckedSystem, quantity: TargetQuantity, value: number): TargetResult {
  const { gate } = system.bleed;
  const at = (opening: number): number => quantityOf(solveAt(system, opening), quantity);
  const shut = at(0);
  const open = at(1);
  if (value > shut) return { status: 'source-too-weak', ...NOWHERE, shut, open };
  if (value < open) {
    const short = (area: number): number => quantityOf(solveAtArea(system, area), quantity) - value;
    const reachable = short(LARGEST_BLEED) <= 0;
    const bleedAreaNeeded = reachable
      ? brent(short, { low: gate.fullArea, high: LARGEST_BLEED, tolerance: 1e-12, path: 'value' })
      : null;
    return { status: 'bleed-too-small', ...NOWHERE, bleedAreaNeeded, shut, open };
  }
  const opening = brent((s) => at(s) - value, ROOT);
  const { area, travel } = gate.open(opening);
  return { status: 'ok', opening, travel, bleedAreaNeeded: area, shut, open };
}

/**
 * Where the gate gives a value of a speed or of the box's under-pressure. Out of reach is a result, with the bleed that would do.
 * @throws DomainError as `solveSuction`; `ENUM` for a quantity that does not fall as the gate opens.
 */
export function openingForTarget(a: {
  system: SuctionSystem;
  target: { quantity: TargetQuantity; value: number };
}): TargetResult {
  const fields = new Fields(a);
  const system = systemOf(fields.object('system'));
  const target = fields.object('target');
  const quantity = target.word('quantity', TARGET_QUANTITIES);
  return targetAt(system, quantity, target.number('value', POSITIVE));
}

interface Bound {
  readonly tag: string;
  /** How far inside the limit a state is; negative outside. */
  readonly room: (state: SuctionState) => number;
}

function boundsOf(fields: readonly Fields[]): Bound[] {
  return fields.flatMap((limit) => {
    const quantity = limit.word('quantity', SUCTION_QUANTITIES);
    const min = limit.numberOr('min', null, NON_NEGATIVE);
    const max = limit.numberOr('max', null, NON_NEGATIVE);
    if (min === null && max === null) throw emptyError(limit.at('min'), 'a limit has a least or a greatest value');
    const bounds: Bound[] = [];
    if (min !== null) bounds.push({ tag: `${quantity}.min`, room: (s) => quantityOf(s, quantity) - min });
    if (max !== null) bounds.push({ tag: `${quantity}.max`, room: (s) => max - quantityOf(s, quantity) });
    return bounds;
  });
}

function bandOf(system: CheckedSystem, bounds: readonly Bound[]): Band {
  const shut = solveAt(system, 0);
  const open = solveAt(system, 1);
  let low = 0;
  let high = 1;
  let lowLimit: string | null = null;
  let highLimit: string | null = null;
  const neverHeld: string[] = [];
  for (const { tag, room } of bounds) {
    const atShut = room(shut) >= 0;
    const atOpen = room(open) >= 0;
    if (atShut && atOpen) continue;
    if (!atShut && !atOpen) {
      neverHeld.push(tag);
      continue;
    }
    const crossing = brent((s) => room(solveAt(system, s)), ROOT);
    if (atOpen && crossing > low) [low, lowLimit] = [crossing, tag];
    if (atShut && crossing < high) [high, highLimit] = [crossing, tag];
  }
  neverHeld.sort();
  const ok = neverHeld.length === 0 && low <= high;
  const ends = { lowLimit, highLimit, neverHeld };
  if (!ok) return { ok, low: null, high: null, middle: null, lowTravel: null, highTravel: null, ...ends };
  const travel = (s: number): number => system.bleed.gate.open(s).travel;
  return { ok, low, high, middle: (low + high) / 2, lowTravel: travel(low), highTravel: travel(high), ...ends };
}

function someBounds(fields: Fields): Bound[] {
  const limits = fields.objects('limits');
  if (limits.length === 0) throw emptyError('limits');
  return boundsOf(limits);
}

/**
 * The stretch of gate travel (0 shut, 1 open) that keeps every limit.
 * @throws DomainError `EMPTY` for no limits, or a limit with neither end; else as `solveSuction`.
 */
export function safeBand(a: { system: SuctionSystem; limits: readonly Limit[] }): Band {
  const fields = new Fields(a);
  const system = systemOf(fields.object('system'));
  return bandOf(system, someBounds(fields));
}

export interface GateScaleRow {
  readonly nozzleDiameter: number | null;
  readonly marks: readonly (TargetResult & { readonly hoseSpeed: number | null })[];
  readonly band: Band | null;
}

function nozzlesOf(fields: Fields): (CheckedNozzle | null)[] {
  return fields.list('nozzles').map((item, n) => (item === null ? null : nozzleOf(new Fields(item, `nozzles[${n}]`))));
}

/** A list of numbers, each told by its place when it is refused. */
function numbersOf(fields: Fields, key: string, read: (each: Fields, place: string) => number): number[] {
  const list = fields.list(key);
  const each = new Fields(Object.fromEntries(list.entries()), key);
  return list.map((_, n) => read(each, String(n)));
}

/**
 * The gate's scale for each nozzle (`null` = the bare hose): a mark for each nozzle speed, and the band of the limits.
 * @throws DomainError as `solveSuction`.
 */
export function gateScale(a: {
  system: SuctionSystem;
  nozzles: readonly (Nozzle | null)[];
  speeds: readonly number[];
  limits: readonly Limit[];
}): GateScaleRow[] {
  const fields = new Fields(a);
  const base = systemOf(fields.object('system'));
  const nozzles = nozzlesOf(fields);
  const speeds = numbersOf(fields, 'speeds', (each, place) => each.number(place, POSITIVE));
  const bounds = boundsOf(fields.objects('limits'));
  return nozzles.map((nozzle) => {
    const system: CheckedSystem = { ...base, nozzle };
    const marks = speeds.map((speed) => {
      const mark = targetAt(system, 'nozzleSpeed', speed);
      const hoseSpeed = mark.opening === null ? null : solveAt(system, mark.opening).speed.hose;
      return { ...mark, hoseSpeed };
    });
    const band = bounds.length > 0 ? bandOf(system, bounds) : null;
    return { nozzleDiameter: nozzle?.diameter ?? null, marks, band };
  });
}

export interface CoverageRow {
  readonly coverage: number;
  readonly hoseSpeed: number;
  readonly screenUncoveredSpeed: number;
  readonly boxUnderPressure: number;
  readonly plenumUnderPressure: number;
}

/** What the rig does as bees cover more and more of its screen. `coverages` each in [0, 1). */
export function coverageSweep(a: {
  system: SuctionSystem;
  opening: number;
  coverages: readonly number[];
}): CoverageRow[] {
  const fields = new Fields(a);
  const base = systemOf(fields.object('system'));
  const opening = fields.number('opening', OPENING);
  const coverages = numbersOf(fields, 'coverages', (each, place) => each.number(place, BELOW_ONE));
  return coverages.map((coverage) => {
    const state = solveAt({ ...base, screen: { ...base.screen, coverage } }, opening);
    return {
      coverage,
      hoseSpeed: state.speed.hose,
      screenUncoveredSpeed: state.speed.screenUncovered,
      boxUnderPressure: state.underPressure.box,
      plenumUnderPressure: state.underPressure.plenum,
    };
  });
}

type Change = (factor: number) => CheckedSystem;

/** One parameter at a time, in the order of the rows. A scaled rig may leave the ranges of an entered one: it is only asked about. */
function changesOf(system: CheckedSystem): Readonly<Record<string, Change>> {
  const { source, hose, nozzle, leaks, bleed, screen, air } = system;
  const capped = (factor: number): number => Math.min(1, bleed.discharge * factor);
  return {
    sealedSuction: (f) => ({
      ...system,
      source: { ...source, sealedSuction: source.sealedSuction * f, curve: (q) => f * source.curve(q) },
    }),
    freeFlow: (f) => ({
      ...system,
      source: { ...source, freeFlow: source.freeFlow * f, curve: (q) => source.curve(q / f) },
    }),
    speedRatio: (f) => ({ ...system, source: { ...source, speedRatio: source.speedRatio * f } }),
    hoseLength: (f) => ({ ...system, hose: { ...hose, length: hose.length * f } }),
    hoseDiameter: (f) => ({ ...system, hose: withBore(hose, hose.diameter * f) }),
    hoseRoughness: (f) => ({ ...system, hose: { ...hose, relativeRoughness: hose.relativeRoughness * f } }),
    ...(nozzle && {
      nozzleDiameter: (f: number) => ({ ...system, nozzle: withBore(nozzle, nozzle.diameter * f) }),
    }),
    leakArea: (f) => ({ ...system, leaks: leaks.map((leak) => ({ ...leak, area: leak.area * f })) }),
    bleedCoefficient: (f) => ({ ...system, bleed: { ...bleed, discharge: capped(f) } }),
    screenArea: (f) => ({ ...system, screen: { ...screen, area: screen.area * f } }),
    airDensity: (f) => ({ ...system, air: { ...air, density: air.density * f } }),
  };
}

export interface SensitivityRow {
  readonly parameter: string;
  /** Relative change of the output with the parameter `fraction` less, and more. */
  readonly low: number;
  readonly high: number;
}

const FRACTION: NumberRange = { min: 0, max: 0.9, above: true };

/**
 * How an output moves when one parameter at a time is `fraction` (0.2) less and more, in a fixed order.
 * @throws DomainError `RANGE` also when the output is 0 to begin with.
 */
export function sensitivities(a: {
  system: SuctionSystem;
  opening: number;
  output: Quantity;
  fraction?: number | null;
}): SensitivityRow[] {
  const fields = new Fields(a);
  const system = systemOf(fields.object('system'));
  const opening = fields.number('opening', OPENING);
  const output = fields.word('output', SUCTION_QUANTITIES);
  const fraction = fields.numberOr('fraction', 0.2, FRACTION);
  const base = quantityOf(solveAt(system, opening), output);
  if (base === 0)
    throw new DomainError('RANGE', 'output', 'is 0, so nothing can be said in proportion to it', { value: 0 });
  const at = (changed: CheckedSystem): number => quantityOf(solveAt(changed, opening), output) / base - 1;
  return Object.entries(changesOf(system)).map(([parameter, scaled]) => ({
    parameter,
    low: at(scaled(1 - fraction)),
    high: at(scaled(1 + fraction)),
  }));
}
