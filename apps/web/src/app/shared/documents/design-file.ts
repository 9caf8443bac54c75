import type { Design } from '@yewridge/core/bench';
import { fileName, saveBlob } from '../print/save-blob';

/** A design as a file to give away. Its schema is the one the server publishes; whoever takes it in has it judged by that. */
const FORMAT = 'yewridge-design';
const VERSION = 1;
const SCHEMA = '/api/v1/openapi.json#/components/schemas/Design';
/** Far above any design: what is larger is another file. */
const MOST_BYTES = 200_000;

export const designFileText = (design: Design): string =>
  JSON.stringify({ format: FORMAT, version: VERSION, schema: SCHEMA, design }, null, 2);

export function saveDesignFile(design: Design): void {
  saveBlob(new Blob([designFileText(design)], { type: 'application/json' }), `${fileName(design.name)}.design.json`);
}

export type DesignFileRead =
  { readonly ok: true; readonly design: Design } | { readonly ok: false; readonly sentence: string };

const isObject = (value: unknown): value is Readonly<Record<string, unknown>> =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

/** Whether it is a design's file at all; what stands in it the server judges field by field. */
export async function readDesignFile(file: File): Promise<DesignFileRead> {
  const no = (sentence: string): DesignFileRead => ({ ok: false, sentence });
  if (file.size > MOST_BYTES) return no(`${file.name} is larger than any design.`);
  let read: unknown;
  try {
    read = JSON.parse(await file.text());
  } catch {
    return no(`${file.name} is no JSON file: it could not be read.`);
  }
  if (!isObject(read) || read['format'] !== FORMAT || !isObject(read['design'])) {
    return no(`${file.name} holds no design. Backups and lists are loaded under Files.`);
  }
  if (read['version'] !== VERSION)
    return no(`${file.name} is of version ${String(read['version'])}; this program reads ${VERSION}.`);
  return { ok: true, design: read['design'] as unknown as Design };
}
