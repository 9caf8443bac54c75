/**
 * Lengths as keepers write and read them: `18 3/8`, `46,7 cm`, `1 ft 6-1/2 in`, `9-5/8 in`.
 *
 * Source: the craft's own habits; inches are fractions to a sixteenth unless asked otherwise.
 * Left out: signs (a length is not negative), yards, decimal commas that could be thousands marks.
 */
import { ANY, DomainError, numberAt, objectAt, wordAt } from '../errors/index.js';
import { LENGTH_UNITS, type LengthUnit, METRES_PER_INCH, UNITS } from './units.js';

export type InchDenominator = 1 | 2 | 4 | 8 | 16 | 32 | 64;
const DENOMINATORS: readonly number[] = [1, 2, 4, 8, 16, 32, 64];

/** A value exactly on the boundary of two marks goes up, also where the division left it a hair below. */
const ROUNDING_SLACK = 1e-9;

/**
 * A length in metres as whole inches and a reduced fraction.
 * @throws DomainError `TYPE` for a value that is not a finite number, `RANGE` for a denominator that is not a power of
 * two from 1 to 64.
 * @example formatInches({ value: 0.244475 }) // '9-5/8 in'
 */
export function formatInches(input: { readonly value: number; readonly denominator?: InchDenominator }): string {
  const i = objectAt(input, 'input');
  const value = numberAt(i['value'], 'value', ANY);
  const denominator = i['denominator'] === undefined ? 16 : numberAt(i['denominator'], 'denominator', ANY);
  if (!DENOMINATORS.includes(denominator)) {
    throw new DomainError('RANGE', 'denominator', `${denominator} is not one of ${DENOMINATORS.join(', ')}`);
  }
  const marks = Math.floor((Math.abs(value) / METRES_PER_INCH) * denominator + 0.5 + ROUNDING_SLACK);
  const whole = Math.floor(marks / denominator);
  let over = marks - whole * denominator;
  let under = denominator;
  while (over > 0 && over % 2 === 0) {
    over /= 2;
    under /= 2;
  }
  const fraction = `${over}/${under}`;
  const text = over === 0 ? `${whole}` : whole === 0 ? fraction : `${whole}-${fraction}`;
  return `${value < 0 && marks > 0 ? '-' : ''}${text} in`;
}

const VULGAR: Readonly<Record<string, string>> = {
  '¼': '1/4',
  '½': '1/2',
  '¾': '3/4',
  '⅐': '1/7',
  '⅑': '1/9',
  '⅒': '1/10',
  '⅓': '1/3',
  '⅔': '2/3',
  '⅕': '1/5',
  '⅖': '2/5',
  '⅗': '3/5',
  '⅘': '4/5',
  '⅙': '1/6',
  '⅚': '5/6',
  '⅛': '1/8',
  '⅜': '3/8',
  '⅝': '5/8',
  '⅞': '7/8',
};

const DECIMAL = String.raw`(?:\d+(?:\.\d+)?|\.\d+)`;
const FRACTION = String.raw`\d+\/\d+`;
const MIXED = String.raw`\d+(?:\s+|\s*-\s*)${FRACTION}`;
const METRIC_TEXT = new RegExp(`^(${DECIMAL})\\s*(mm|cm|m|metres?|meters?)$`);
const BARE_TEXT = new RegExp(`^${DECIMAL}$`);
const INCH_TEXT = new RegExp(`^(${MIXED}|${FRACTION}|${DECIMAL})\\s*("|inches|inch|in)?$`);
const FEET_TEXT = new RegExp(`^(${DECIMAL})\\s*(?:'|feet|foot|ft)(?:\\s*-\\s*|\\s*)(.*)$`);

/** Quotes, primes and vulgar fractions to plain marks; a bracket at the end is a translation, not part of the length. */
function plainText(text: string): string {
  let plain = text.trim().toLowerCase();
  if (plain.endsWith(')')) plain = plain.slice(0, Math.max(0, plain.lastIndexOf('('))).trim();
  plain = plain
    .replace(/[\u2018\u2019\u2032]/g, "'")
    .replace(/[\u201c\u201d\u2033]/g, '"')
    .replace(/\u2044/g, '/')
    .replace(/[\u00bc-\u00be\u2150-\u215e]/g, (glyph) => ` ${VULGAR[glyph] ?? glyph}`)
    .trim();
  return plain;
}

/** Inches of a whole number with a fraction, a fraction, or a decimal. `null` for a denominator of zero. */
function inchCount(text: string): number | null {
  const fraction = /(\d+)\/(\d+)$/.exec(text);
  if (!fraction) return Number(text);
  const under = Number(fraction[2]);
  if (under === 0) return null;
  const whole = text.slice(0, fraction.index).replace(/[\s-]+$/, '');
  return (whole === '' ? 0 : Number(whole)) + Number(fraction[1]) / under;
}

function inchesOf(text: string, markNeeded: boolean): number | null {
  const match = INCH_TEXT.exec(text);
  if (!match?.[1]) return null;
  const isFraction = match[1].includes('/');
  if (match[2] === undefined && markNeeded && !isFraction) return null;
  const count = inchCount(match[1]);
  return count === null ? null : count * METRES_PER_INCH;
}

function metresOf(plain: string, defaultUnit: LengthUnit | undefined): number | null {
  const metric = METRIC_TEXT.exec(plain);
  if (metric) {
    const unit = metric[2] === 'mm' || metric[2] === 'cm' ? metric[2] : 'm';
    return Number(metric[1]) * UNITS[unit].factor;
  }
  if (BARE_TEXT.test(plain)) return defaultUnit ? Number(plain) * UNITS[defaultUnit].factor : null;
  const feet = FEET_TEXT.exec(plain);
  if (!feet) return inchesOf(plain, true);
  const feetPart = Number(feet[1]) * UNITS.ft.factor;
  const rest = feet[2] ?? '';
  if (rest === '') return /-\s*$/.test(plain) ? null : feetPart;
  const inchPart = inchesOf(rest, false);
  return inchPart === null ? null : feetPart + inchPart;
}

/**
 * A written length in metres.
 *
 * A fraction without a mark is inches whatever the default unit (`3/8` with default mm is 3/8 in). A comma is a decimal
 * point, except before exactly three digits, where it could be a thousands mark and is refused.
 * @throws DomainError `TYPE` for anything but a text, `ENUM` for an unknown default unit (checked first), `FORMAT` for
 * a text that is not a length, a sign, a zero denominator or a number too large to hold.
 * @example parseLength({ text: '1 ft 6-1/2 in' }) // 0.4699
 */
export function parseLength(input: { readonly text: string; readonly defaultUnit?: LengthUnit }): number {
  const i = objectAt(input, 'input');
  const defaultUnit =
    i['defaultUnit'] === undefined ? undefined : wordAt(i['defaultUnit'], 'defaultUnit', LENGTH_UNITS);
  const text = i['text'];
  if (typeof text !== 'string') throw new DomainError('TYPE', 'text', 'must be a text', { value: text });
  const plain = plainText(text);
  if (/,\d{3}(?!\d)/.test(plain)) {
    throw new DomainError('FORMAT', 'text', `"${text}" could mean two lengths: leave the comma out`, {
      value: text,
      reason: 'ambiguous-comma',
    });
  }
  const metres = metresOf(plain.replace(/,/g, '.'), defaultUnit);
  if (metres === null || !Number.isFinite(metres)) {
    throw new DomainError('FORMAT', 'text', `"${text}" is not a length`, { value: text, reason: 'not-a-length' });
  }
  return metres;
}
