/**
 * Designs to begin from: the traps keepers build most, and a hive standard as a box.
 *
 * Every one is a plain `Design`, to be changed like any other.
 *
 * Source: sizes of `hive-standards`; the builds are the craft's own [conventions].
 */
import type { Content } from './cavity.js';
import type { Design, DesignEntrance, DesignSection } from './design.js';
import { WOOD_BEHIND_LUG } from './frame-fit.js';
import { FRAMES } from './frames.js';
import { hiveStandard, type HiveStandardId } from './hive-standards.js';
import { METRES_PER_INCH } from '../shared/units/index.js';

export const STARTING_POINTS = [
  'single-nuc',
  'two-nucs',
  'deep-on-floor',
  'deep-over-base',
  'nuc-over-base',
  'three-fence-boxes',
  'form-tube',
  'upturned-pot',
  'upright-pot',
  'one-cooler',
  'two-coolers',
  'standing-hive',
  'holding-box',
] as const;
export type StartingPoint = (typeof STARTING_POINTS)[number];

const inch = (count: number): number => count * METRES_PER_INCH;
const BOARD = inch(0.75);
const LANGSTROTH_LENGTH = inch(18.375);
const NUC_WIDTH = inch(7.5);
const DEEP_WIDTH = inch(14.75);
const DEEP = inch(9.625);
const BEE_SPACE = inch(0.25);

function box(
  id: string,
  label: string,
  width: number,
  height: number,
  change: Partial<DesignSection> = {},
): DesignSection {
  return {
    id,
    label,
    shape: { kind: 'box', length: LANGSTROTH_LENGTH, width, height },
    sizes: 'inside',
    wall: BOARD,
    endWall: BOARD,
    floorInset: 0,
    roofInset: 0,
    contents: [],
    closedAbove: false,
    ...change,
  };
}

function shaped(
  id: string,
  label: string,
  shape: DesignSection['shape'],
  wall: number,
  change: Partial<DesignSection>,
): DesignSection {
  return { ...box(id, label, 1, 1), shape, wall, endWall: wall, ...change };
}

function deepFrames(
  ...runs: readonly (readonly [count: number, fill: 'starter' | 'foundation' | 'comb' | 'oldComb'])[]
): Content[] {
  return runs.map(([count, fill]) => ({
    kind: 'frames',
    frame: 'langstroth-deep',
    count,
    fill,
    arrangement: 'one-side',
  }));
}

const bars = (count: number, length: number): Content => ({
  kind: 'topBars',
  count,
  length,
  width: 0.03,
  depth: 0.012,
});

const NAILED_HOLE: DesignEntrance['opening'] = {
  kind: 'hole',
  diameter: inch(1.5),
  guard: { count: 1, diameter: 0.003 },
};
/** As high as a mouse guard, as wide as the best door needs. */
const FLOOR_NOTCH: DesignEntrance['opening'] = { kind: 'notch', width: 0.13, height: 0.0095, top: 'flat' };

function door(opening: DesignEntrance['opening'], height: number): DesignEntrance {
  return { id: 'door', label: 'Door', opening, count: 1, face: 'front', height, across: 0 };
}

const COMMON = {
  note: '',
  material: 'pine',
  target: 0.04,
  floor: 0.012,
  roof: 0.012,
  roofOverhang: 0.025,
  entrances: [door(NAILED_HOLE, 0.045)],
} as const satisfies Partial<Design>;

const STANDARD_NUC = { standard: 'langstroth-5-deep', rest: BEE_SPACE } as const;
const STANDARD_DEEP = { standard: 'langstroth-10-deep', rest: BEE_SPACE } as const;

const COOLER_LOW = { length: 0.36, width: 0.21 };
const COOLER_RIM = { length: 0.41, width: 0.26 };
const COOLER = { kind: 'frustum', bottom: COOLER_LOW, top: COOLER_RIM, height: 0.27, cornerRadius: 0 } as const;
const SKEWERS: Content = { kind: 'skewers', length: 0.25, diameter: 0.006, count: 2, combs: 1 };
const FOAM = 0.025;

const BUILDS: Readonly<Record<StartingPoint, Design>> = {
  'single-nuc': {
    ...COMMON,
    name: 'Five-frame nuc',
    target: 0.022,
    sections: [
      box('nuc', '5-frame deep', NUC_WIDTH, DEEP, {
        ...STANDARD_NUC,
        contents: deepFrames([1, 'oldComb'], [4, 'starter']),
      }),
    ],
    hanging: { style: 'strap' },
    load: { swarm: 1.2, flow: 'moderate', limit: 10 },
    schools: { room: { school: 'small-swarm', reason: 'Light on the ladder, and many can be hung.' } },
  },
  'two-nucs': {
    ...COMMON,
    name: 'Two five-frame nucs',
    sections: [
      box('lower', '5-frame deep, empty', NUC_WIDTH, DEEP, STANDARD_NUC),
      box('upper', '5-frame deep', NUC_WIDTH, DEEP, {
        ...STANDARD_NUC,
        contents: deepFrames([1, 'oldComb'], [4, 'starter']),
      }),
    ],
    hanging: { style: 'board' },
  },
  'deep-on-floor': {
    ...COMMON,
    name: 'Ten-frame deep, nailed floor',
    sections: [
      box('deep', '10-frame deep', DEEP_WIDTH, DEEP, {
        ...STANDARD_DEEP,
        secured: 'spacer',
        contents: deepFrames([1, 'oldComb'], [5, 'starter']),
      }),
    ],
    entrances: [door(FLOOR_NOTCH, 0)],
    hanging: { style: 'stand' },
  },
  'deep-over-base': {
    ...COMMON,
    name: 'Ten-frame deep over a base',
    target: 0.07,
    sections: [
      box('base', 'Base, empty', DEEP_WIDTH, inch(6.625)),
      box('deep', '10-frame deep', DEEP_WIDTH, DEEP, {
        ...STANDARD_DEEP,
        contents: deepFrames([1, 'oldComb'], [9, 'starter']),
      }),
    ],
    entrances: [door(FLOOR_NOTCH, 0)],
    hanging: { style: 'stand' },
    load: { swarm: 2, flow: 'moderate', limit: 25 },
  },
  'nuc-over-base': {
    ...COMMON,
    name: 'Nuc over a taller base',
    sections: [
      box('base', 'Base, empty', NUC_WIDTH, inch(8.0625)),
      box('nuc', '5-frame deep', NUC_WIDTH, DEEP, {
        ...STANDARD_NUC,
        contents: deepFrames([1, 'oldComb'], [4, 'starter']),
      }),
    ],
    hanging: { style: 'board' },
  },
  'three-fence-boxes': {
    ...COMMON,
    name: 'Three of fence board',
    material: 'cedar',
    target: 0.05,
    roofOverhang: 0.03,
    sections: [
      box('low', 'Lowest box, empty', inch(5.75), DEEP),
      box('middle', 'Middle box, empty', inch(5.75), DEEP),
      box('top', '4-frame box', inch(5.75), DEEP, {
        rest: BEE_SPACE,
        contents: deepFrames([1, 'oldComb'], [3, 'starter']),
      }),
    ],
    hanging: { style: 'fence-bracket' },
  },
  'form-tube': {
    ...COMMON,
    name: 'Form tube with top bars',
    material: 'cardboard-tube',
    roof: 0.018,
    sections: [
      shaped('tube', 'Tube', { kind: 'cylinder', axis: 'upright', diameter: inch(12), length: inch(22) }, 0.006, {
        contents: [bars(8, 0.29)],
      }),
    ],
    hanging: { style: 'wire' },
  },
  'upturned-pot': {
    ...COMMON,
    name: 'Upturned pot with top bars',
    material: 'polypropylene',
    target: 0.035,
    roof: 0,
    roofOverhang: 0,
    sections: [
      shaped(
        'pot',
        'Pot, rim down',
        { kind: 'cone', diameterBottom: 0.406, diameterTop: 0.306, height: 0.363 },
        0.003,
        {
          sizes: 'outside',
          roofInset: 0.003,
          contents: [bars(9, 0.26)],
        },
      ),
    ],
    hanging: { style: 'wire' },
  },
  'upright-pot': {
    ...COMMON,
    name: 'Upright pot with a lid and bars',
    material: 'polypropylene',
    target: 0.035,
    sections: [
      shaped('pot', 'Pot, rim up', { kind: 'cone', diameterBottom: 0.306, diameterTop: 0.406, height: 0.363 }, 0.003, {
        sizes: 'outside',
        floorInset: 0.003,
        contents: [bars(11, 0.405)],
      }),
    ],
    floor: 0,
    hanging: { style: 'wire' },
  },
  'one-cooler': {
    ...COMMON,
    name: 'One foam cooler',
    material: 'eps-foam',
    target: 0.025,
    floor: FOAM,
    roof: FOAM,
    roofOverhang: 0.01,
    sections: [shaped('cooler', 'Cooler', COOLER, FOAM, { contents: [{ ...SKEWERS, length: 0.23 }] })],
    hanging: { style: 'deck' },
    schools: { room: { school: 'small-swarm', reason: 'What there is: one cooler.' } },
  },
  'two-coolers': {
    ...COMMON,
    name: 'Two foam coolers, rim to rim',
    material: 'eps-foam',
    target: 0.05,
    floor: FOAM,
    roof: FOAM,
    roofOverhang: 0.01,
    sections: [
      shaped('lower', 'Cooler', COOLER, FOAM, {}),
      shaped('upper', 'Cooler, upside down', { ...COOLER, bottom: COOLER_RIM, top: COOLER_LOW }, FOAM, {
        contents: [SKEWERS],
      }),
    ],
    hanging: { style: 'deck' },
  },
  'standing-hive': {
    ...COMMON,
    name: 'Full hive on a deck',
    target: 0.07,
    sections: [
      box('brood', '10-frame deep', DEEP_WIDTH, DEEP, { ...STANDARD_DEEP, contents: deepFrames([10, 'foundation']) }),
      box('super', '10-frame medium', DEEP_WIDTH, inch(6.625), {
        standard: 'langstroth-10-medium',
        rest: BEE_SPACE,
        contents: [{ kind: 'frames', frame: 'langstroth-medium', count: 10, fill: 'comb', arrangement: 'one-side' }],
      }),
    ],
    entrances: [door(FLOOR_NOTCH, 0)],
    hanging: { style: 'deck' },
    load: { swarm: 2, flow: 'moderate', limit: 40 },
    schools: { frames: { school: 'full-frames', reason: 'Straight comb, and nothing to build in a hurry.' } },
  },
  'holding-box': {
    ...COMMON,
    name: 'Holding box for nurse bees',
    purpose: 'holding',
    target: 0.022,
    sections: [
      box('nuc', '5-frame deep', NUC_WIDTH, DEEP, {
        ...STANDARD_NUC,
        secured: 'pin',
        contents: deepFrames([2, 'comb'], [1, 'foundation']),
      }),
    ],
    entrances: [door({ kind: 'disc', diameter: 0.05, position: 'closed' }, 0.05)],
    gaps: [
      {
        id: 'floor-vent',
        label: 'Mesh floor',
        place: 'vent',
        opening: { kind: 'mesh', aperture: 0.003 },
        count: 1,
        meshArea: 0.06,
        closedForRide: false,
      },
      {
        id: 'lid-vent',
        label: 'Mesh in the lid',
        place: 'vent',
        opening: { kind: 'mesh', aperture: 0.003 },
        count: 1,
        meshArea: 0.03,
        closedForRide: false,
      },
    ],
    hanging: { style: 'stand' },
    load: { swarm: 1, flow: 'dearth', limit: 10 },
  },
};

/** The design of a starting point. */
export function startingPoint(id: StartingPoint): Design {
  return BUILDS[id];
}

/** Bars of a hive that has no frames: the Warré box, 315 × 24 × 9 mm. */
const WARRE_BARS: Content = { kind: 'topBars', count: 8, length: 0.315, width: 0.024, depth: 0.009 };

/** One box of a hive standard, with a dark comb and starter strips, a floor and a roof; ends as thick as its lugs ask for. */
export function fromStandard(id: HiveStandardId): Design {
  const { name, length, width, height, frames, frame, beeSpaceTop } = hiveStandard({ id });
  const rows: Content[] = frame
    ? [
        { kind: 'frames', frame, count: 1, fill: 'oldComb', arrangement: 'one-side' },
        { kind: 'frames', frame, count: frames - 1, fill: 'starter', arrangement: 'one-side' },
      ]
    : [WARRE_BARS];
  const projection = frame ? (FRAMES[frame].topBarLength - length) / 2 : 0;
  return {
    ...COMMON,
    name,
    sections: [
      box('box', name, width, height, {
        endWall: Math.max(BOARD, projection + WOOD_BEHIND_LUG),
        standard: id,
        shape: { kind: 'box', length, width, height },
        contents: rows,
        ...(beeSpaceTop > 0 ? { rest: beeSpaceTop } : {}),
      }),
    ],
    entrances: [door(FLOOR_NOTCH, 0)],
    hanging: { style: 'stand' },
  };
}
