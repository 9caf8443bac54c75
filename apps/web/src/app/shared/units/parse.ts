import { DomainError, type NumberRange } from '@yewridge/core/shared/errors';
import { convert, parseLength, type UnitSystem } from '@yewridge/core/shared/units';
import { decimalText, figureText } from './format';

/** What a field holds: a size, a small part (wire, nail), a volume, or how many. */
export type FieldKind = 'length' | 'part' | 'volume' | 'count';

export type Parsed = { readonly ok: true; readonly value: number } | { readonly ok: false; readonly sentence: string };

const no = (sentence: string): Parsed => ({ ok: false, sentence });

/** A value of a field in the reader's units. */
export function fieldText(value: number, kind: FieldKind, system: UnitSystem): string {
  return kind === 'count' ? decimalText(value, 0) : figureText(value, kind, system).replace(/ (?:mm|in|L|gal)$/, '');
}

/** The same with its unit, for sentences. */
export function valueText(value: number, kind: FieldKind, system: UnitSystem): string {
  return kind === 'count' ? decimalText(value, 0) : figureText(value, kind, system);
}

function rangeText({ min, max, above }: NumberRange, kind: FieldKind, system: UnitSystem): string {
  const low = min === undefined ? null : `${above ? 'more than' : 'at least'} ${valueText(min, kind, system)}`;
  const high = max === undefined ? null : `at most ${valueText(max, kind, system)}`;
  return [low, high].filter((text) => text !== null).join(' and ');
}

const EXAMPLES: Readonly<Record<FieldKind, string>> = {
  length: 'Write it like 467, 46.7 cm, 18 3/8 or 1 ft 6-1/2 in.',
  part: 'Write it like 3, 0.3 cm or 1/8 in.',
  volume: 'Write it like 27.5, 27.5 L or 7.3 gal.',
  count: 'Write a whole number.',
};
const NOUN: Readonly<Record<FieldKind, string>> = {
  length: 'a length',
  part: 'a length',
  volume: 'a volume',
  count: 'a number',
};

const VOLUME_TEXT = /^(\d+(?:[.,]\d+)?|[.,]\d+)\s*(l|litres?|liters?|gal|gallons?|qt|quarts?)?$/i;

function parseVolume(text: string, system: UnitSystem): number | null {
  const match = VOLUME_TEXT.exec(text.trim());
  if (!match?.[1]) return null;
  const word = match[2]?.toLowerCase() ?? (system === 'metric' ? 'l' : 'gal');
  const from = word.startsWith('l') ? 'L' : word.startsWith('g') ? 'gal' : 'qt';
  return convert({ value: Number(match[1].replace(',', '.')), from, to: 'm3' });
}

function readNumber(text: string, kind: FieldKind, system: UnitSystem): number | 'ambiguous' | null {
  if (kind === 'count') return /^\d{1,6}$/.test(text.trim()) ? Number(text) : null;
  if (kind === 'volume') return parseVolume(text, system);
  try {
    return parseLength({ text, defaultUnit: system === 'metric' ? 'mm' : 'in' });
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
  const value = readNumber(signed ? text.slice(signed[0].length) : text, kind, system);
  if (text.trim() === '') return no(`${label} is empty. It can be ${allowed}.`);
  if (value === 'ambiguous') {
    return no(`${label}: “${text.trim()}” can be read in two ways. Leave the comma out.`);
  }
  if (value === null) return no(`${label}: “${text.trim()}” is not ${NOUN[kind]}. ${EXAMPLES[kind]}`);
  const meant = signed ? -value : value;
  const { min = -Infinity, max = Infinity, above = false } = range;
  if (meant < min || meant > max || (above && meant <= min)) {
    return no(`${label} is ${valueText(meant, kind, system)}; it can be ${allowed}.`);
  }
  return { ok: true, value: meant };
}
