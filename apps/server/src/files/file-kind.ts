import { BACKUP_FORMAT, type FaultCode, FILE_LIMITS } from '@yewridge/contract/files';
import { brokenText } from '../http/guards.js';
import { FileFault } from './file-fault.js';
import { holdsOnlyPlaces, type PlaceIn, sitesFromGeoJson, sitesFromGpx, sitesFromKml } from './place-files.js';

/** What a text file is, told by what is in it and not by its name. */
export type FileRead =
  | { readonly kind: 'table'; readonly text: string }
  | { readonly kind: 'places'; readonly places: readonly PlaceIn[] }
  | { readonly kind: 'sheet'; readonly json: unknown; readonly text: string }
  | { readonly kind: 'backup' };

const QUOTE = 0x22;
const COMMA = 0x2c;
const LF = 0x0a;
const CR = 0x0d;

function fault(code: FaultCode, message: string): FileFault {
  return new FileFault({ row: 0, column: '', code, message });
}

function textOf(bytes: Uint8Array): string {
  const starts = (...first: number[]): boolean => first.every((byte, n) => bytes[n] === byte);
  if (bytes.length === 0) throw fault('EMPTY', 'there is nothing in this file');
  if (starts(0xff, 0xfe) || starts(0xfe, 0xff)) {
    throw fault('FORMAT', 'this text is UTF-16; save it once more as UTF-8');
  }
  let text: string;
  try {
    text = new TextDecoder('utf-8', { fatal: true }).decode(bytes);
  } catch {
    throw fault('FORMAT', 'this is no text in UTF-8; save it once more as UTF-8');
  }
  if (text.includes('\0')) throw fault('FORMAT', 'this is not a text file');
  if (text.trim() === '') throw fault('EMPTY', 'there is nothing in this file');
  return text;
}

/** What would take a parser down is found before it is parsed: brackets nested without end. */
function refuseDeep(text: string): void {
  let depth = 0;
  let quoted = false;
  for (let n = 0; n < text.length; n++) {
    const letter = text[n];
    if (quoted) {
      if (letter === '\\') n += 1;
      else if (letter === '"') quoted = false;
    } else if (letter === '"') quoted = true;
    else if (letter === '[' || letter === '{') {
      depth += 1;
      if (depth > FILE_LIMITS.depth) throw fault('FORMAT', `what is in it is nested deeper than ${FILE_LIMITS.depth}`);
    } else if (letter === ']' || letter === '}') depth -= 1;
  }
}

function jsonOf(text: string): unknown {
  refuseDeep(text);
  let json: unknown;
  try {
    json = JSON.parse(text) as unknown;
  } catch {
    throw fault('FORMAT', 'this begins like JSON and cannot be read as JSON: it may have been cut off');
  }
  const broken = brokenText(json);
  if (broken !== null) throw fault('FORMAT', `at ${broken} it holds half of a character or a sign that is no text`);
  return json;
}

/** A table with more rows or wider rows than any of ours is refused while it is counted, before a field of it is kept. */
function refuseVast(bytes: Uint8Array): void {
  let [rows, fields, quoted] = [0, 0, false];
  for (const [n, byte] of bytes.entries()) {
    if (byte === QUOTE) quoted = !quoted;
    else if (quoted) continue;
    else if (byte === COMMA) {
      fields += 1;
      if (fields > FILE_LIMITS.fields)
        throw fault('RANGE', `row ${rows + 1} has more than ${FILE_LIMITS.fields} fields`);
    } else if (byte === LF || byte === CR) {
      fields = 0;
      if (byte === LF || bytes[n + 1] !== LF) rows += 1;
      if (rows > 2 * FILE_LIMITS.rows) {
        throw fault(
          'RANGE',
          `it has more than ${2 * FILE_LIMITS.rows} lines; at most ${FILE_LIMITS.rows} rows are taken in at once. Cut it into several files`,
        );
      }
    }
  }
}

function fromXml(text: string): readonly PlaceIn[] {
  const [, root = ''] = /<\s*(?:[\w-]+:)?(gpx|kml)[\s>]/i.exec(text) ?? [];
  if (root.toLowerCase() === 'gpx') return sitesFromGpx(text);
  if (root.toLowerCase() === 'kml') return sitesFromKml(text);
  throw fault('FORMAT', 'this XML is neither GPX nor KML');
}

/** @throws FileFault with what the file is, if it is nothing that is read here. */
export function readFile(bytes: Uint8Array): FileRead {
  const text = textOf(bytes);
  const start = text.trimStart().charAt(0);
  if (start === '<') return { kind: 'places', places: fromXml(text) };
  if (start !== '{' && start !== '[') {
    refuseVast(bytes);
    return { kind: 'table', text };
  }
  const json = jsonOf(text);
  const { type, format } = (typeof json === 'object' && json !== null ? json : {}) as {
    type?: unknown;
    format?: unknown;
  };
  if (format === BACKUP_FORMAT) return { kind: 'backup' };
  if (type !== 'FeatureCollection') {
    throw fault('FORMAT', 'this JSON is neither a backup of Yewridge nor a GeoJSON FeatureCollection');
  }
  return holdsOnlyPlaces(json) ? { kind: 'places', places: sitesFromGeoJson(json) } : { kind: 'sheet', json, text };
}
