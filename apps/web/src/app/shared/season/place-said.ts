import { type Place, parsePlace, placeText } from '@yewridge/core/ground';
import { DomainError } from '@yewridge/core/shared/errors';

/** Where something is, or that nobody has said. */
export type PlaceSaid = Place | { readonly lat: null; readonly lon: null };
const NOWHERE: PlaceSaid = { lat: null, lon: null };

export type ReadPlace =
  { readonly ok: true; readonly place: PlaceSaid } | { readonly ok: false; readonly sentence: string };

/** A typed place, or why it is none; nothing typed is a place not said. */
export function readPlace(text: string): ReadPlace {
  if (text.trim() === '') return { ok: true, place: NOWHERE };
  try {
    return { ok: true, place: parsePlace(text) };
  } catch (error) {
    if (!(error instanceof DomainError)) throw error;
    return { ok: false, sentence: error.message.replace(/^\w+: /, '') };
  }
}
export function shownPlace({ lat, lon }: { readonly lat: number | null; readonly lon: number | null }): string {
  return lat === null || lon === null ? '' : placeText({ lat, lon });
}
