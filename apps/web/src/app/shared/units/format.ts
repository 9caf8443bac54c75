import {
  convert,
  DISPLAY,
  type DisplayQuantity,
  formatInches,
  SI_UNIT,
  type UnitSystem,
  ZERO_CELSIUS,
} from '@yewridge/core/shared/units';

/** A figure and its unit, apart, so that they can be set in different type. */
export interface Figure {
  readonly text: string;
  readonly unit: string;
}

const HALF_SLACK = 1e-9;

/** The only place where a number becomes decimals. Lengths drop a last ".0", as on a drawing. */
export function decimalText(value: number, decimals: number, trim = false): string {
  // 374.65 is a hair below itself in binary; half goes up, as on paper.
  const text = (value + Math.sign(value) * HALF_SLACK).toFixed(decimals);
  const plain = trim && text.includes('.') ? text.replace(/\.?0+$/, '') : text;
  return plain === '-0' ? '0' : plain;
}

/** An SI value in the reader's units. */
export function figureOf(value: number, quantity: DisplayQuantity, system: UnitSystem): Figure {
  const display = DISPLAY[quantity][system];
  if (display.fraction !== undefined) {
    const text = formatInches({ value, denominator: display.fraction });
    return { text: text.replace(/ in$/, ''), unit: display.symbol };
  }
  const si = SI_UNIT[quantity];
  const shown = convert({ value, from: si, to: display.unit });
  return { text: decimalText(shown, display.decimals, si === 'm'), unit: display.symbol };
}

/**
 * A figure with as many decimals more as tell it from a limit on the side where it lies: 9.98 is not "10.0, below 10". Fractions
 * of an inch stay as they are.
 */
export function besideLimits(
  value: number,
  limits: readonly number[],
  quantity: DisplayQuantity,
  system: UnitSystem,
): Figure {
  const { unit, symbol, decimals, fraction } = DISPLAY[quantity][system];
  if (fraction !== undefined) return figureOf(value, quantity, system);
  const shown = (si: number): number => convert({ value: si, from: SI_UNIT[quantity], to: unit });
  const rounded = (si: number, more: number): number => Number(decimalText(shown(si), decimals + more));
  const kept = (more: number): boolean =>
    limits.every(
      (limit) =>
        Math.sign(rounded(value, more) - rounded(limit, 3)) === Math.sign(rounded(value, 3) - rounded(limit, 3)),
    );
  const more = [0, 1, 2].find(kept) ?? 3;
  return { text: decimalText(shown(value), decimals + more), unit: symbol };
}

/** Figure and unit in one text: `42.7 L`, `9-5/8 in`. */
export function figureText(value: number, quantity: DisplayQuantity, system: UnitSystem): string {
  const { text, unit } = figureOf(value, quantity, system);
  return `${text} ${unit}`;
}

/** A temperature in K as the reader's degrees; the one quantity that is no multiple of its SI unit. */
export function temperatureOf(kelvin: number, system: UnitSystem, decimals = 0): Figure {
  const celsius = kelvin - ZERO_CELSIUS;
  return system === 'metric'
    ? { text: decimalText(celsius, decimals), unit: '°C' }
    : { text: decimalText(celsius * 1.8 + 32, decimals), unit: '°F' };
}

export function temperatureText(kelvin: number, system: UnitSystem, decimals = 0): string {
  const { text, unit } = temperatureOf(kelvin, system, decimals);
  return `${text} ${unit}`;
}

const KILOMETRES_FROM_M = 995;
const FOOT_M = 0.3048;
const MILE_M = 5280 * FOOT_M;
const MILES_FROM_M = 995 * FOOT_M;
const tens = (value: number): string => decimalText(Math.round(value / 10) * 10, 0);

/** A way over ground, no finer than it is known: tens of metres or feet, then tenths of a kilometre or a mile. */
export function distanceText(metres: number, system: UnitSystem): string {
  if (system === 'imperial')
    return metres < MILES_FROM_M ? `${tens(metres / FOOT_M)} ft` : `${decimalText(metres / MILE_M, 1)} mi`;
  return metres < KILOMETRES_FROM_M ? `${tens(metres)} m` : `${decimalText(metres / 1000, 1)} km`;
}

/** A few steps, in whole metres or feet, and never none. */
export function stepsText(metres: number, system: UnitSystem): string {
  const [value, unit] = system === 'imperial' ? [metres / FOOT_M, 'ft'] : [metres, 'm'];
  return `${decimalText(Math.max(1, Math.round(value)), 0)} ${unit}`;
}

/** A share of one as whole percent. */
export function percentText(share: number): string {
  return `${decimalText(share * 100, 0)} %`;
}

/** A small share of one with the figures it deserves: `0.57 %`, `2.4 %`, `12 %`. */
export function shareText(share: number): string {
  const percent = 100 * share;
  return `${decimalText(percent, percent < 1 ? 2 : percent < 10 ? 1 : 0)} %`;
}

/** A chance as whole percent; one that is there is never called none. */
export const chanceText = (share: number): string => (share < 0.005 ? 'under 1 %' : percentText(share));

/** Bees to the hundred, as nobody knows them better: `15 600`. */
export const beesText = (bees: number): string =>
  (100 * Math.round(bees / 100)).toLocaleString('en-GB').replace(/,/g, ' ');

/** Digits in threes, a narrow space between: 3 833. */
export const countText = (value: number): string => decimalText(value, 0).replace(/\B(?=(\d{3})+$)/g, '\u202f');
/** `1 trap`, `2 traps`. */
export const manyText = (value: number, one: string, more: string): string =>
  `${countText(value)} ${value === 1 ? one : more}`;

/** Sizes as they are read aloud: `466.7 × 190.5 × 244.5`, without the unit. */
export function sizesText(values: readonly number[], system: UnitSystem): string {
  return values.map((value) => figureOf(value, 'length', system).text).join(' × ');
}

/** As the first word of a sentence. */
export const capital = (words: string): string => words.charAt(0).toUpperCase() + words.slice(1);
