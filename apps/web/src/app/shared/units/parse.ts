import { DomainError, type NumberRange } from '@yewridge/core/shared/errors';
import {
  convert,
  DISPLAY,
  type DisplayQuantity,
  type LengthUnit,
  parseLength,
  SI_UNIT,
  type Unit,
  type UnitSystem,
  ZERO_CELSIUS,
} from '@yewridge/core/shared/units';
import { decimalText, figureOf, temperatureOf } from './format';

/**
 * What a field holds: a size, a small part (wire, nail), a height on a site, a volume, a mass, a force, air's speed, pressure
 * and flow, a charge, a time, a temperature, a power, a share shown in percent, an angle, a plain number, or how many.
 */
export type FieldKind =
  | Exclude<DisplayQuantity, 'moment' | 'comb' | 'column'>
  | 'temperature'
  | 'power'
  | 'percent'
  | 'degrees'
  | 'number'
  | 'count';

export type Parsed = { readonly ok: true; readonly value: number } | { readonly ok: false; readonly sentence: string };

const no = (sentence: string): Parsed => ({ ok: false, sentence });

/** Kinds that are no quantity of the table of units, with what stands behind them. */
const PLAIN: Partial<
  Readonly<Record<FieldKind, { readonly unit: string; readonly times: number; readonly decimals: number }>>
> = {
  power: { unit: 'W', times: 1, decimals: 0 },
  percent: { unit: '%', times: 100, decimals: 0 },
  degrees: { unit: '°', times: 1, decimals: 0 },
  number: { unit: '', times: 1, decimals: 2 },
  count: { unit: '', times: 1, decimals: 0 },
};

/** A value of a field in the reader's units. */
export function fieldText(value: number, kind: FieldKind, system: UnitSystem): string {
  if (kind === 'temperature') return temperatureOf(value, system).text;
  const plain = PLAIN[kind];
  if (plain) return decimalText(value * plain.times, plain.decimals, plain.decimals > 0);
  return figureOf(value, kind as DisplayQuantity, system).text;
}

/** What stands behind the value. */
export function unitText(kind: FieldKind, system: UnitSystem): string {
  if (kind === 'temperature') return temperatureOf(0, system).unit;
  return PLAIN[kind]?.unit ?? DISPLAY[kind as DisplayQuantity][system].symbol;
}

/** The same with its unit, for sentences. */
export function valueText(value: number, kind: FieldKind, system: UnitSystem): string {
  const unit = unitText(kind, system);
  return fieldText(value, kind, system) + (unit === '' || kind === 'degrees' ? unit : ` ${unit}`);
}

function rangeText({ min, max, above }: NumberRange, kind: FieldKind, system: UnitSystem): string {
  const low = min === undefined ? null : `${above ? 'more than' : 'at least'} ${valueText(min, kind, system)}`;
  const high = max === undefined ? null : `at most ${valueText(max, kind, system)}`;
  return [low, high].filter((text) => text !== null).join(' and ');
}

const EXAMPLES: Readonly<Record<FieldKind, string>> = {
  length: 'Write it like 467, 46.7 cm, 18 3/8 or 1 ft 6-1/2 in.',
  part: 'Write it like 3, 0.3 cm or 1/8 in.',
  height: 'Write it like 3.5, 350 cm or 11 ft.',
  area: 'Write it like 1700 or 260 in2.',
  volume: 'Write it like 27.5, 27.5 L or 7.3 gal.',
  mass: 'Write it like 1.5, 1.5 kg or 3.3 lb.',
  force: 'Write it like 2500, 2.5 kN, 250 kg or 550 lb.',
  speed: 'Write it like 9.5, 9.5 m/s or 31 ft/s.',
  pressure: 'Write it like 300, 0.3 kPa or 1.2 inH2O.',
  flow: 'Write it like 40, 40 L/s or 85 cfm.',
  charge: 'Write it like 12 or 12 Ah.',
  time: 'Write it like 12, 12 min or 90 s.',
  temperature: 'Write it like 24, 24 C or 75 F.',
  power: 'Write it like 1300.',
  percent: 'Write it like 60 or 60 %.',
  degrees: 'Write it like 160.',
  number: 'Write it like 1.5.',
  count: 'Write a whole number.',
};
const NOUN: Readonly<Record<FieldKind, string>> = {
  length: 'a length',
  part: 'a length',
  height: 'a height or distance',
  area: 'an area',
  volume: 'a volume',
  mass: 'a mass',
  force: 'a force',
  speed: 'a speed',
  pressure: 'a pressure',
  flow: 'a flow of air',
  charge: 'a charge',
  time: 'a time',
  temperature: 'a temperature',
  power: 'a power',
  percent: 'a percentage',
  degrees: 'an angle',
  number: 'a number',
  count: 'a number',
};

const NUMBER_AND_WORD = /^(\d+(?:[.,]\d+)?|[.,]\d+)\s*([a-z%°/³₂\d]*[2²]?)$/i;

/** Words for the units a quantity may be typed in; the first is meant when there is none. */
const WORDS: Partial<Readonly<Record<FieldKind, readonly (readonly [pattern: RegExp, unit: Unit, times?: number])[]>>> =
  {
    volume: [
      [/^(?:l|lit(?:re|er)s?)$/, 'L'],
      [/^(?:gal|gallons?)$/, 'gal'],
      [/^(?:qt|quarts?)$/, 'qt'],
    ],
    area: [
      [/^cm[2²]$/, 'cm2'],
      [/^in[2²]$/, 'in2'],
      [/^m[2²]$/, 'm2'],
    ],
    mass: [
      [/^kg$/, 'kg'],
      [/^lbs?$/, 'lb'],
      [/^g$/, 'g'],
      [/^oz$/, 'oz'],
    ],
    force: [
      [/^n$/, 'N'],
      [/^lb[fs]?$/, 'lbf'],
      [/^kn$/, 'N', 1000],
      [/^kgf?$/, 'kgf'],
      [/^dan$/, 'N', 10],
    ],
    speed: [
      [/^m\/?s$/, 'm/s'],
      [/^ft\/?s$/, 'ft/s'],
    ],
    pressure: [
      [/^pa$/, 'Pa'],
      [/^kpa$/, 'kPa'],
      [/^mbar$|^hpa$/, 'Pa', 100],
      // The two arms of a water gauge are read in plain millimetres or inches.
      [/^in(?:h[2₂]o|wg)?$/, 'inH2O'],
      [/^mm(?:h[2₂]o|wg)?$/, 'mmH2O'],
      [/^cm(?:h[2₂]o|wg)?$/, 'mmH2O', 10],
    ],
    flow: [
      [/^l\/?s$/, 'L/s'],
      [/^m[3³]\/h$/, 'm3/h'],
      [/^cfm$/, 'cfm'],
      [/^l\/min$/, 'L/s', 1 / 60],
    ],
    charge: [[/^ah$/, 'Ah']],
    time: [
      [/^min$|^m$/, 'min'],
      [/^s$|^sec$/, 's'],
      [/^h$/, 'min', 60],
    ],
  };

/** A comma before three digits may be a decimal comma or set thousands apart. */
const TWO_READINGS = /^\d+,\d{3}$/;

/** A number with or without its unit, in SI. */
function readQuantity(text: string, kind: FieldKind, system: UnitSystem, below: boolean): number | 'ambiguous' | null {
  const match = NUMBER_AND_WORD.exec(text.trim());
  if (!match?.[1]) return null;
  if (TWO_READINGS.test(match[1])) return 'ambiguous';
  const value = Number(match[1].replace(',', '.'));
  const word = (match[2] ?? '').toLowerCase();
  if (kind === 'temperature') return readTemperature(below ? -value : value, word, system);
  const plain = PLAIN[kind];
  if (plain) return word === '' || word === plain.unit.toLowerCase() ? value / plain.times : null;
  const quantity = kind as DisplayQuantity;
  const own = word === '' ? ([/^/, DISPLAY[quantity][system].unit] as const) : undefined;
  const found = own ?? WORDS[kind]?.find(([pattern]) => pattern.test(word));
  if (!found) return null;
  return convert({ value: value * (found[2] ?? 1), from: found[1], to: SI_UNIT[quantity] });
}

/** °C or °F, typed with or without the sign; kelvin is nobody's. */
function readTemperature(value: number, word: string, system: UnitSystem): number | null {
  const scale = word === '' || word === '°' ? (system === 'metric' ? 'c' : 'f') : word.replace('°', '');
  if (scale === 'c') return value + ZERO_CELSIUS;
  return scale === 'f' ? (value - 32) / 1.8 + ZERO_CELSIUS : null;
}

const LENGTHS: readonly FieldKind[] = ['length', 'part', 'height'];

function readNumber(text: string, kind: FieldKind, system: UnitSystem, below: boolean): number | 'ambiguous' | null {
  if (kind === 'count') return /^\d{1,6}$/.test(text.trim()) ? Number(text) : null;
  if (!LENGTHS.includes(kind)) return readQuantity(text, kind, system, below);
  try {
    const usual = DISPLAY[kind as 'length' | 'part' | 'height'][system].unit as LengthUnit;
    return parseLength({ text, defaultUnit: usual });
  } catch (error) {
    if (!(error instanceof DomainError)) throw error;
    return error.detail.reason === 'ambiguous-comma' ? 'ambiguous' : null;
  }
}

/** Reads what a keeper typed; refuses in a sentence that names the field, the value and the range. */
export function parseField(
  text: string,
  field: { readonly label: string; readonly kind: FieldKind; readonly range: NumberRange; readonly system: UnitSystem },
): Parsed {
  const { label, kind, range, system } = field;
  const allowed = rangeText(range, kind, system);
  const signed = /^\s*[-−–]\s*/.exec(text);
  const value = readNumber(signed ? text.slice(signed[0].length) : text, kind, system, signed !== null);
  if (text.trim() === '') return no(`${label} is empty. It can be ${allowed}.`);
  if (value === 'ambiguous') {
    return no(`${label}: “${text.trim()}” can be read in two ways. Leave the comma out.`);
  }
  if (value === null) return no(`${label}: “${text.trim()}” is not ${NOUN[kind]}. ${EXAMPLES[kind]}`);
  const meant = signed && kind !== 'temperature' ? -value : value;
  const { min = -Infinity, max = Infinity, above = false } = range;
  if (meant < min || meant > max || (above && meant <= min)) {
    return no(`${label} is ${valueText(meant, kind, system)}; it can be ${allowed}.`);
  }
  return { ok: true, value: meant };
}
