/**
 * Brandless starting values for sources, hoses and batteries. Every figure is typical and measured on no one machine; the range
 * is what one meets.
 *
 * Source: rules of thumb of the trade; suction and flow as a label gives them, at the machine's inlet without its own hose.
 */
import type { MotorKind, SourceCurve } from '../source.js';

export interface Range {
  readonly low: number;
  readonly high: number;
}

export interface LibrarySource {
  readonly curve: Extract<SourceCurve, { kind: 'parabola' | 'linear' }>;
  readonly sealedSuction: Range;
  readonly freeFlow: Range;
  /** W. */
  readonly ratedPower: number;
  readonly powerRange: Range;
  readonly motor: MotorKind;
  readonly supply: Supply;
}

export const SUPPLIES = ['mains', 'generator', 'toolBattery', 'battery12'] as const;
/** Where the current comes from. */
export type Supply = (typeof SUPPLIES)[number];

const range = (low: number, high: number): Range => ({ low, high });

export const SOURCES = {
  wetDryLarge: {
    curve: { kind: 'parabola', sealedSuction: 20000, freeFlow: 0.07 },
    sealedSuction: range(15000, 25000),
    freeFlow: range(0.055, 0.09),
    ratedPower: 1300,
    powerRange: range(1000, 1700),
    motor: 'universal',
    supply: 'mains',
  },
  wetDrySmall: {
    curve: { kind: 'parabola', sealedSuction: 15000, freeFlow: 0.04 },
    sealedSuction: range(10000, 20000),
    freeFlow: range(0.028, 0.055),
    ratedPower: 900,
    powerRange: range(600, 1200),
    motor: 'universal',
    supply: 'mains',
  },
  cordlessVacuum: {
    curve: { kind: 'parabola', sealedSuction: 8000, freeFlow: 0.025 },
    sealedSuction: range(4000, 14000),
    freeFlow: range(0.015, 0.038),
    ratedPower: 250,
    powerRange: range(120, 450),
    motor: 'permanentMagnet',
    supply: 'toolBattery',
  },
  blower12: {
    curve: { kind: 'parabola', sealedSuction: 800, freeFlow: 0.06 },
    sealedSuction: range(300, 1500),
    freeFlow: range(0.03, 0.11),
    ratedPower: 90,
    powerRange: range(40, 180),
    motor: 'permanentMagnet',
    supply: 'battery12',
  },
  blower12Inline: {
    curve: { kind: 'linear', sealedSuction: 350, freeFlow: 0.08 },
    sealedSuction: range(150, 600),
    freeFlow: range(0.05, 0.12),
    ratedPower: 60,
    powerRange: range(30, 110),
    motor: 'permanentMagnet',
    supply: 'battery12',
  },
} as const satisfies Readonly<Record<string, LibrarySource>>;
export type SourceId = keyof typeof SOURCES;
export const SOURCE_IDS = Object.keys(SOURCES) as readonly SourceId[];

/** Roughness of the bore over its diameter, as an equivalent. */
export const HOSE_WALLS = {
  smooth: { relativeRoughness: 0.0005, range: range(0.00003, 0.002) },
  lightRib: { relativeRoughness: 0.006, range: range(0.002, 0.015) },
  corrugated: { relativeRoughness: 0.03, range: range(0.015, 0.06) },
  corrugatedSlack: { relativeRoughness: 0.05, range: range(0.03, 0.1) },
} as const;
export type HoseWall = keyof typeof HOSE_WALLS;
export const HOSE_WALL_IDS = Object.keys(HOSE_WALLS) as readonly HoseWall[];
/** Bores a shop sells, m. */
export const HOSE_BORES = [0.0318, 0.0381, 0.0508, 0.0635] as const;

/** Discharge of a bleed opening by its edge. */
export const BLEED_EDGES = {
  thinPlateSharp: { low: 0.6, typical: 0.62, high: 0.64 },
  throughBoard: { low: 0.68, typical: 0.75, high: 0.82 },
  roundedEdge: { low: 0.8, typical: 0.9, high: 0.97 },
} as const;
export type BleedEdge = keyof typeof BLEED_EDGES;
export const BLEED_EDGE_IDS = Object.keys(BLEED_EDGES) as readonly BleedEdge[];

export interface LibraryBattery {
  /** s over which the capacity is stated. */
  readonly ratedTime: number;
  readonly peukert: number;
  readonly peukertRange: Range;
  readonly usable: number;
  readonly usableRange: Range;
  readonly emptyVoltage: number;
  readonly fullVoltage: number;
  /** Motor voltage it is made for, V. */
  readonly nominal: number;
  /** ohm x Ah. */
  readonly resistancePerAh: number;
  readonly cutoffVoltage: number;
  /** 1/K. */
  readonly temperatureCoefficient: number;
}

export const BATTERIES = {
  agm12: {
    ratedTime: 72000,
    peukert: 1.15,
    peukertRange: range(1.08, 1.2),
    usable: 0.5,
    usableRange: range(0.5, 0.8),
    emptyVoltage: 11.7,
    fullVoltage: 12.7,
    nominal: 12,
    resistancePerAh: 0.24,
    cutoffVoltage: 11,
    temperatureCoefficient: 0.008,
  },
  flooded12: {
    ratedTime: 72000,
    peukert: 1.25,
    peukertRange: range(1.15, 1.35),
    usable: 0.5,
    usableRange: range(0.4, 0.6),
    emptyVoltage: 11.7,
    fullVoltage: 12.7,
    nominal: 12,
    resistancePerAh: 0.3,
    cutoffVoltage: 11,
    temperatureCoefficient: 0.008,
  },
  li18: {
    ratedTime: 18000,
    peukert: 1.03,
    peukertRange: range(1, 1.06),
    usable: 0.95,
    usableRange: range(0.85, 1),
    emptyVoltage: 17,
    fullVoltage: 20.7,
    nominal: 18,
    resistancePerAh: 0.4,
    cutoffVoltage: 14.5,
    temperatureCoefficient: 0.005,
  },
  lfp12: {
    ratedTime: 18000,
    peukert: 1.02,
    peukertRange: range(1, 1.05),
    usable: 0.9,
    usableRange: range(0.8, 0.95),
    emptyVoltage: 12.8,
    fullVoltage: 13.4,
    nominal: 12,
    resistancePerAh: 0.2,
    cutoffVoltage: 11,
    temperatureCoefficient: 0.005,
  },
} as const satisfies Readonly<Record<string, LibraryBattery>>;
export type BatteryId = keyof typeof BATTERIES;
export const BATTERY_IDS = Object.keys(BATTERIES) as readonly BatteryId[];
