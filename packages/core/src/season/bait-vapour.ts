/**
 * How much of a lure's scent the air holds, by temperature.
 *
 * Formula: Clausius and Clapeyron from 25 °C, p = p25 exp(-ΔH/R (1/T - 1/298.15)); saturation concentration M p / (R T).
 * Source: handbook values, which differ by a factor of 1.5 to 2. A real oil is a mixture whose light parts leave first; the
 * single component ignores that. Lemongrass oil is taken as a citral-like component.
 */
import { type Fields, givenAt, numberAt, type NumberRange, wordAt } from '../shared/errors/index.js';

export const SUBSTANCES = ['lemongrassOil', 'citral', 'geraniol', 'linalool', 'limonene'] as const;
export type Substance = (typeof SUBSTANCES)[number];

interface Vapour {
  /** Pa at 25 °C. */
  readonly p25: number;
  /** J/mol. */
  readonly heat: number;
  /** kg/mol. */
  readonly molar: number;
}
const VAPOURS: Readonly<Record<Substance, Vapour>> = {
  citral: { p25: 12, heat: 60_000, molar: 0.15224 },
  limonene: { p25: 200, heat: 49_500, molar: 0.13623 },
  linalool: { p25: 21, heat: 60_000, molar: 0.15425 },
  geraniol: { p25: 4, heat: 66_000, molar: 0.15425 },
  lemongrassOil: { p25: 15, heat: 58_000, molar: 0.15224 },
};

const GAS = 8.314462618;
const ZERO = 273.15;
const REFERENCE = 298.15;
export const BAIT_TEMPERATURE: NumberRange = { min: -40, max: 90 };
const HOURS = 24;

/** Pa, nothing checked. */
function pressureOf(substance: Substance, tC: number): number {
  const { p25, heat } = VAPOURS[substance];
  return p25 * Math.exp((-heat / GAS) * (1 / (tC + ZERO) - 1 / REFERENCE));
}

/** kg/m³ over the free liquid, nothing checked. */
export function saturation(substance: Substance, tC: number): number {
  return (VAPOURS[substance].molar * pressureOf(substance, tC)) / (GAS * (tC + ZERO));
}

/** Pa. @throws DomainError `MISSING`, `TYPE`, `ENUM`, `RANGE` (-40..90 °C). */
export function vapourPressure(substance: Substance, tC: number): number {
  givenAt(substance, 'substance');
  const known = wordAt(substance, 'substance', SUBSTANCES);
  givenAt(tC, 'tC');
  return pressureOf(known, numberAt(tC, 'tC', BAIT_TEMPERATURE));
}

/** Half of the hours of a sine day: the afternoon falls as the morning rises, so the other half has the same sines. */
const SINES = Array.from({ length: HOURS / 2 }, (_, j) => Math.sin((2 * Math.PI * (j + 6 + 0.5)) / HOURS));

/** Mean over a sine day of the saturation, as a multiple of that at 25 °C; nothing checked. */
export function releaseOver(substance: Substance, tMin: number, tMax: number): number {
  const [middle, half] = [(tMin + tMax) / 2, (tMax - tMin) / 2];
  const sum = SINES.reduce((all, sine) => all + saturation(substance, middle + half * sine), 0);
  return sum / SINES.length / saturation(substance, 25);
}

/** How much faster a lure empties on a day than at a steady 25 °C. @throws DomainError as {@link vapourPressure}. */
export function dailyReleaseFactor(substance: Substance, tMin: number, tMax: number): number {
  givenAt(substance, 'substance');
  const known = wordAt(substance, 'substance', SUBSTANCES);
  givenAt(tMin, 'tMin');
  const low = numberAt(tMin, 'tMin', BAIT_TEMPERATURE);
  givenAt(tMax, 'tMax');
  const high = numberAt(tMax, 'tMax', { ...BAIT_TEMPERATURE, min: low });
  return releaseOver(known, low, high);
}

export function substanceIn(fields: Fields): Substance {
  return fields.wordOr('substance', 'lemongrassOil', SUBSTANCES);
}
