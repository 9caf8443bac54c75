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
      jobs: [
        {
          id: 'j1',
          day: '2024-05-19',
          place: 'Lower orchard, cherry',
          speed: 4.2,
          dead: 40,
          total: 9000,
          beesBy: 'weighed',
        },
        {
          id: 'j2',
          day: '2024-06-02',
          place: 'Mill house, gable',
          speed: 7.1,
          dead: 260,
          total: 8000,
          beesBy: 'weighed',
        },
        { id: 'j3', day: '2025-05-11', place: 'Chapel, porch', speed: 4.5, dead: 35, total: 12000, beesBy: 'frames' },
        {
          id: 'j4',
          day: '2025-06-20',
          place: 'Ferry house, loft',
          speed: 5.6,
          dead: 410,
          total: 10000,
          beesBy: 'frames',
          notSpeed: true,
        },
      ],
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
