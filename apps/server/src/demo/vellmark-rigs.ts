import { type Layout, librarySource, type Rig, STARTING_RIGS } from '@yewridge/core/suction';

export interface DemoRig {
  readonly id: string;
  readonly document: Rig;
}

function begun(layout: Layout): Rig {
  const found = STARTING_RIGS.find((one) => one.layout === layout);
  if (!found) throw new Error(`no starting rig ${layout}`);
  return found.rig;
}

const walkUp = begun('walkUp');
const downDraught = begun('downDraught');
const splitDeep = begun('splitDeep');

/** The three vacuums of the Vellmark volunteers. */
export const VELLMARK_RIGS: readonly DemoRig[] = [
  {
    id: 'vellmark-loft-rig',
    document: {
      ...walkUp,
      name: 'Loft rig, 50 mm',
      notes: 'For roofs and lofts. The bleed window is cut in the lid.',
      hose: { ...walkUp.hose, rise: 1 },
      box: { ...walkUp.box, landing: { on: 'headOn', distance: 0.42, angleDeg: 90 } },
      bees: { ...walkUp.bees, amount: { by: 'mass', value: 1 } },
    },
  },
  {
    id: 'vellmark-orchard-rig',
    document: {
      ...downDraught,
      name: 'Orchard rig, 12 V',
      notes: 'Stands under the hive it fills. Blower on the car battery.',
      hose: { ...downDraught.hose, rise: -0.4 },
    },
  },
  {
    id: 'vellmark-hand-rig',
    document: {
      ...splitDeep,
      name: 'Hand rig, cordless',
      source: librarySource('cordlessVacuum'),
      notes: 'The half deep that lives in the van.',
    },
  },
];
