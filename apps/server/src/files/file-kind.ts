import type { FaultCode } from '@yewridge/contract/files';
import { isBackup } from './backup-file.js';
import { FileFault } from './file-fault.js';
import { holdsOnlyPlaces, type PlaceIn, sitesFromGeoJson, sitesFromGpx, sitesFromKml } from './place-files.js';

/** What a file is, told by what is in it and not by its name. */
export type FileRead =
  | { readonly kind: 'table'; readonly text: string }
  | { readonly kind: 'places'; readonly places: readonly PlaceIn[] }
  | { readonly kind: 'sheet'; readonly json: unknown; readonly text: string }
  | { readonly kind: 'backup'; readonly json: unknown };

function fault(code: FaultCode, message: string): FileFault {
  return new FileFault({ row: 0, column: '', code, message });
}

function textOf(bytes: Uint8Array): string {
  const starts = (...first: number[]): boolean => first.every((byte, n) => bytes[n] === byte);
  if (bytes.length === 0) throw fault('EMPTY', 'there is nothing in this file');
  if (starts(0x50, 0x4b)) {
    throw fault(
      'FORMAT',
      'this is a workbook or an archive; save the sheet as CSV (UTF-8), or unpack it, and give that',
    );
  }
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

function jsonOf(text: string): unknown {
  try {
    return JSON.parse(text) as unknown;
  } catch {
    throw fault('FORMAT', 'this begins like JSON and cannot be read as JSON: it may have been cut off');
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
  if (start !== '{' && start !== '[') return { kind: 'table', text };
  const json = jsonOf(text);
  if (isBackup(json)) return { kind: 'backup', json };
  const type = typeof json === 'object' && json !== null && 'type' in json ? json.type : null;
  if (type !== 'FeatureCollection') {
    throw fault('FORMAT', 'this JSON is neither a backup of Yewridge nor a GeoJSON FeatureCollection');
  }
  return holdsOnlyPlaces(json) ? { kind: 'places', places: sitesFromGeoJson(json) } : { kind: 'sheet', json, text };
}
