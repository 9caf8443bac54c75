import type { Rig } from '@yewridge/core/suction';
import type { PartId } from './rig-parts';

/** Cautions, each at the place where its risk arises. */
export const CAUTIONS = {
  stings:
    'Veil, gloves, cuffs taped; a phone and a second person at hand. Anyone with a sting allergy stays away. Swelling of face or throat, breathlessness or faintness after stings: call the emergency number now.',
  ladder:
    'Firm level ground, ladder tied or footed, three points of contact, never near overhead lines. No bee work with both hands from a ladder: use a longer hose or leave it.',
  mains:
    'A residual-current device, no wet connections, the cable off ladder and walkway, a vacuum rated for outdoors.',
  generator:
    'Carbon monoxide has no smell. Outdoors only, 6 m or more from openings, exhaust downwind, never in a vehicle, shed, loft or porch. Refuel cold.',
  battery:
    'A fuse at the battery, no loose clamps, metal off the terminals; charge in the open, lead acid gives off gas.',
  suction:
    'Stop if bees stay on the screen, if the note of the source rises, or if bees arrive audibly. Never run with the screen fully covered. Switch off before opening. No fine dust or insulation through the bee box.',
  heat: 'At the warning: stop collecting, shade, fan on, open screens, give frames; wet the outside, never soak bees. Times are estimates on the safe side; your bees may be quicker.',
  transport:
    'Strap the boxes, screen up and free, in the shade, never a closed cabin or boot in sun; veil within reach. Drive, do not park. Escapees: stop safely first.',
  treated:
    'Ask first whether the colony was sprayed or dusted. Treated bees and comb must not be kept or fed, honey and wax not used; gloves, bag, and local rules for the rest.',
  cutOut:
    'Before cutting: power off at the board and locked; find cables, gas and water. No structural members. Suspected asbestos or lead paint: stop, licensed contractor. Local building, tenancy and bee rules first, and the owner’s written consent.',
  calibrating:
    'Empty box, lid on, no bees. Begin with the bleed wide open. With the port shut (a plate or board over it, never a hand at the hose) keep the bleed at least 0.3 open. Stop above 2 kPa in the box.',
} as const;
export type CautionId = keyof typeof CAUTIONS;

/** The cautions of a part as it is. */
export function partCautions(rig: Rig, part: PartId): readonly string[] {
  switch (part) {
    case 'source':
    case 'power':
      return [supplyCaution(rig)];
    case 'hose':
      return rig.hose.rise >= 2 ? [CAUTIONS.ladder] : [];
    case 'screen':
      return [CAUTIONS.suction];
    case 'bees':
      return [CAUTIONS.stings, CAUTIONS.treated, ...(rig.bees.kind === 'nestWorker' ? [CAUTIONS.cutOut] : [])];
    default:
      return [];
  }
}

export function supplyCaution({ source }: Rig): string {
  if (source.supply === 'mains') return CAUTIONS.mains;
  return source.supply === 'generator' ? CAUTIONS.generator : CAUTIONS.battery;
}
