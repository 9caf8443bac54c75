/**
 * The air that is moved: its pressure at an altitude, its density and its viscosity.
 *
 * p = 101325 (1 - 0.0065 h / 288.15)^5.255877; vapour e = RH · 611.2 exp(17.62 t / (243.12 + t)), t in °C;
 * density (p - e)/(287.05 T) + e/(461.5 T); viscosity 1.458e-6 T^1.5 / (T + 110.4), humidity ignored (under 1 %).
 *
 * Source: ISO 2533:1975; WMO-No. 8, 2008 edition; US Standard Atmosphere 1976.
 */
import { Fields, type NumberRange, numberAt } from '../shared/errors/index.js';
import { ZERO_CELSIUS } from '../shared/units/index.js';

export interface AirConditions {
  /** K, 293.15 unless given; 233.15..333.15. */
  readonly temperature?: number | null;
  /** Pa, 30e3..120e3; wins over `altitude`. */
  readonly pressure?: number | null;
  /** m above the sea, 0 unless given; -500..11000. */
  readonly altitude?: number | null;
  /** 0..1, 0 unless given. */
  readonly relativeHumidity?: number | null;
}

export interface Air {
  /** Pa. */
  readonly pressure: number;
  /** kg/m³. */
  readonly density: number;
  /** Pa s. */
  readonly viscosity: number;
  /** Pa. */
  readonly vapourPressure?: number | null;
}

export const AIR_TEMPERATURE: NumberRange = { min: 233.15, max: 333.15 };
export const AIR_PRESSURE: NumberRange = { min: 30e3, max: 120e3 };
export const ALTITUDE: NumberRange = { min: -500, max: 11000 };
export const STANDARD_GRAVITY = 9.80665;
/** Density the bees' functions take unless told, kg/m³. */
export const USUAL_DENSITY = 1.2;
const SEA_LEVEL = 101325;

function pressureAt(altitude: number): number {
  return SEA_LEVEL * (1 - (0.0065 * altitude) / 288.15) ** 5.255877;
}

/** Pa at an altitude of -500..11000 m in the standard atmosphere. @throws DomainError `MISSING`, `TYPE`, `RANGE`. */
export function pressureAtAltitude(a: { altitude: number }): number {
  return pressureAt(new Fields(a).number('altitude', ALTITUDE));
}

/**
 * Pressure, density, viscosity and vapour pressure of air.
 * @throws DomainError `MISSING`, `TYPE`, `RANGE`, also when the pressure that comes of the altitude is not 30..120 kPa.
 */
export function airProperties(a: { conditions: AirConditions }): Required<Air> & { vapourPressure: number } {
  const given = new Fields(a).object('conditions');
  const temperature = given.numberOr('temperature', 293.15, AIR_TEMPERATURE);
  const stated = given.numberOr('pressure', null, AIR_PRESSURE);
  const altitude = given.numberOr('altitude', 0, ALTITUDE);
  const humidity = given.numberOr('relativeHumidity', 0, { min: 0, max: 1 });
  const pressure = numberAt(stated ?? pressureAt(altitude), given.at('altitude'), AIR_PRESSURE);
  const celsius = temperature - ZERO_CELSIUS;
  const vapourPressure = humidity * 611.2 * Math.exp((17.62 * celsius) / (243.12 + celsius));
  const density = (pressure - vapourPressure) / (287.05 * temperature) + vapourPressure / (461.5 * temperature);
  return { pressure, density, viscosity: (1.458e-6 * temperature ** 1.5) / (temperature + 110.4), vapourPressure };
}

/** An air given as data, checked. */
export function readAir(fields: Fields): Required<Air> {
  return {
    pressure: fields.number('pressure', { min: 0, above: true }),
    density: fields.number('density', { min: 0, above: true }),
    viscosity: fields.number('viscosity', { min: 0, above: true }),
    vapourPressure: fields.numberOr('vapourPressure', 0),
  };
}
