/**
 * How much wider than it is to be a board is cut while it is wet.
 *
 * Formula: width · width / `dryWidth`, from the moisture the boards were bought at to 12 %.
 * Source: shrinkage of FPL-GTR-282; wood outdoors under a roof settles at 10 to 16 % [convention: 12]. Real boards scatter by a fifth.
 */
import type { Design, MaterialId } from '../design.js';
import { dryWidth, type Species } from '../lumber.js';

/** What wood is taken for, where a design says only its trade name. */
export const SPECIES_OF: Partial<Record<MaterialId, Species>> = {
  pine: 'scots-pine',
  spruce: 'norway-spruce',
  cedar: 'western-redcedar',
  poplar: 'yellow-poplar',
  'douglas-fir': 'douglas-fir',
};
/** Percent of dry mass that wood outdoors comes to. */
export const SETTLED_MOISTURE = 12;

/** m once it has dried; `null` where nobody says how wet it is, or it is as dry as it gets. */
export function driedSize(design: Design, size: number): number | null {
  const species = SPECIES_OF[design.material];
  const moisture = design.boards?.moisture;
  if (!species || moisture === undefined || moisture <= SETTLED_MOISTURE) return null;
  return dryWidth({ width: size, species, mcFrom: moisture, mcTo: SETTLED_MOISTURE }).width;
}

/** m to cut now, so that it is `size` when dry. */
export function cutWet(design: Design, size: number): number {
  const dry = driedSize(design, size);
  return dry === null ? size : (size * size) / dry;
}
