import {
  type KeptSpell,
  MOST_SHARED,
  SHARED_COLUMNS,
  SHARED_FORMAT,
  SHARED_VERSION,
  type SharedSpell,
  sharedSpells,
  toShare,
} from '@yewridge/core/evidence';
import { DomainError } from '@yewridge/core/shared/errors';
import type { IsoDate } from '@yewridge/core/season';

/** Far above 2000 rows: what is larger is another file. */
const MOST_BYTES = 1_000_000;
const NUMBERS: readonly string[] = SHARED_COLUMNS.filter(
  (name) => !['why', 'comb', 'lure', 'landmark', 'shade'].includes(name),
);

/** What keepers hand to each other, in a file. */
export interface SpellsFile {
  readonly keeper: string;
  readonly spells: readonly SharedSpell[];
}
type Regions = ReadonlyMap<string, { readonly lat: number; readonly lon: number }>;

export function spellsJson(
  own: readonly KeptSpell[],
  regions: Regions,
  { keeper, madeOn }: { readonly keeper: string; readonly madeOn: IsoDate },
): string {
  const spells = toShare(own, regions);
  return JSON.stringify({ format: SHARED_FORMAT, version: SHARED_VERSION, keeper, madeOn, spells }, null, 1);
}

export async function spellsCsv(own: readonly KeptSpell[], regions: Regions, keeper: string): Promise<string> {
  const { stringify } = await import('csv-stringify/browser/esm/sync');
  const rows = toShare(own, regions).map((spell) => [keeper, ...SHARED_COLUMNS.map((name) => spell[name])]);
  return stringify([['keeper', ...SHARED_COLUMNS], ...rows], { record_delimiter: 'windows', escape_formulas: true });
}

const isObject = (value: unknown): value is Readonly<Record<string, unknown>> =>
  typeof value === 'object' && value !== null && !Array.isArray(value);
const KEEPER = /^[A-Za-z0-9_-]{1,40}$/;

function keeperIn(value: unknown): string {
  if (typeof value === 'string' && KEEPER.test(value)) return value;
  throw new DomainError('FORMAT', 'keeper', 'must be a code of letters and digits, like k-7f3a2c11', {
    value: typeof value === 'string' ? value : 'nothing',
  });
}

function fromJson(text: string): { readonly keeper: unknown; readonly rows: readonly unknown[] } {
  const read = JSON.parse(text) as unknown;
  if (!isObject(read) || read['format'] !== SHARED_FORMAT || !Array.isArray(read['spells']))
    throw new DomainError('FORMAT', 'format', 'holds no spells of another keeper');
  if (read['version'] !== SHARED_VERSION)
    throw new DomainError('FORMAT', 'version', `is ${String(read['version'])}; this program reads ${SHARED_VERSION}`);
  return { keeper: read['keeper'], rows: read['spells'] as readonly unknown[] };
}

function cellOf(name: string, value: string): string | number | null {
  if (value === '') return null;
  // What is no number stays a text, and is refused as one.
  return NUMBERS.includes(name) && Number.isFinite(Number(value)) ? Number(value) : value;
}

async function fromCsv(text: string): Promise<{ readonly keeper: unknown; readonly rows: readonly unknown[] }> {
  const { parse } = await import('csv-parse/browser/esm/sync');
  const read = parse<Record<string, string>>(text, { columns: true, bom: true, skip_empty_lines: true, trim: true });
  const keepers = new Set(read.map((row) => row['keeper']));
  if (keepers.size > 1) throw new DomainError('CONFLICT', 'keeper', 'must be one keeper in a file');
  const rows = read.map((row) =>
    Object.fromEntries(
      Object.entries(row)
        .filter(([name]) => name !== 'keeper')
        .map(([name, value]): [string, string | number | null] => [name, cellOf(name, value)]),
    ),
  );
  return { keeper: [...keepers][0], rows };
}

/** `row 7, height_m: must be 0 to 40; is it in centimetres? (got 320)`. */
export function faultSaid(error: unknown, name: string): string {
  if (!(error instanceof DomainError)) return `${name} could not be read: it is no JSON and no CSV of spells.`;
  const row = /^spells\[(\d+)\]\.?(.*)$/.exec(error.path);
  const where = row ? `row ${Number(row[1]) + 1}${row[2] ? `, ${row[2]}` : ''}` : error.path;
  const { value } = error.detail;
  const got = typeof value === 'string' || typeof value === 'number' ? ` (got ${value})` : '';
  return `${name}, ${where}: ${error.message.slice(error.path.length + 2)}${got}. Nothing was taken in.`;
}

/** Reads another keeper's file: all of it or nothing. @returns the file, or why not in a sentence. */
export async function readSpellsFile(name: string, text: string): Promise<SpellsFile | string> {
  if (text.length > MOST_BYTES)
    return `${name} is larger than any file of spells: ${MOST_SHARED} rows are the most. Nothing was taken in.`;
  try {
    const { keeper, rows } = text.trimStart().startsWith('{') ? fromJson(text) : await fromCsv(text);
    return { keeper: keeperIn(keeper), spells: sharedSpells(rows) };
  } catch (error) {
    return faultSaid(error, name);
  }
}

/** By which the same records are known again. */
export async function digestOf(text: string): Promise<string> {
  const bytes = await crypto.subtle.digest('SHA-256', new TextEncoder().encode(text));
  return [...new Uint8Array(bytes)].map((one) => one.toString(16).padStart(2, '0')).join('');
}
