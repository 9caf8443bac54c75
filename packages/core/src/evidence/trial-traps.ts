/**
 * Which traps can take part in a trial, and what the two of a pair are to share.
 *
 * A trap takes part where it hung last, if that place is on the map. A pair is alike in height, room and door, but for what the trial
 * is about. Source: conventions of ours; a metre, 10 L and 10 cm² weigh as a kilometre does.
 */
import type { Place } from '../shared/geometry/index.js';
import type { EvidenceSpell } from './sides.js';
import type { TrialTrap } from './trial.js';
import type { Fact } from './words.js';

export interface Candidate extends TrialTrap {
  readonly number: string;
  readonly siteId: string;
  readonly site: string;
}

const ALIKE = [
  { name: 'heightM', scale: 1 },
  { name: 'volumeM3', scale: 0.01 },
  { name: 'entranceM2', scale: 0.001 },
] as const;

/** By their numbers. @param places those on the map, by site. */
export function trialTraps(spells: readonly EvidenceSpell[], places: ReadonlyMap<string, Place>): readonly Candidate[] {
  const inOrder = [...spells].sort((a, b) => (a.start < b.start ? -1 : a.start > b.start ? 1 : 0));
  const latest = new Map(inOrder.map((spell) => [spell.trapId, spell]));
  return [...latest.values()]
    .flatMap(({ trapId: id, trap: number, siteId, site, facts }): Candidate[] => {
      const place = places.get(siteId);
      const x = Object.fromEntries(ALIKE.map(({ name }) => [name, facts[name] ?? 0]));
      return place ? [{ id, number, siteId, site, lat: place.lat, lon: place.lon, x }] : [];
    })
    .sort((a, b) => (a.number < b.number ? -1 : a.number > b.number ? 1 : 0));
}

/** What is held alike in a pair, and how much of it weighs one. What the trial is about is not. */
export const pairCovariates = (fact: Fact): readonly { readonly name: string; readonly scale: number }[] =>
  ALIKE.filter(({ name }) => name !== fact);
