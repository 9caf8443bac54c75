import type { DriveFault, Link, RigFault, RigProblem } from '@yewridge/core/suction';

export const LAYOUT_NAMES = {
  walkUp: 'Walk-up box, suction on the lid',
  topBox: 'Top box with a sliding floor',
  downDraught: 'Down-draught hive floor',
  splitDeep: 'Split deep on its side',
} as const;

/** What each layout is good for, and what it costs. */
export const LAYOUT_SAYS = {
  walkUp:
    'Bees come in low and walk up to frames, away from the suction. Kind and roomy; tall, and the lid must be lifted to hive them.',
  topBox:
    'Bees fall into a box that sits on a hive; a slide is drawn and a plunger walks them down. Quick to unite; no frames to spread on, so it heats.',
  downDraught:
    'Air leaves through a sloped mesh floor; bees slide on mesh into the box they will live in. The softest landing; the box must be carried whole, and the floor keeps clean only with care.',
  splitDeep:
    'A deep cut in two, on its side, with boxes added as they fill. Small and light for ladders and vans; a short path, so bees land hard and room runs out.',
} as const;

export const MACHINE_NAMES = {
  wetDryLarge: 'Wet/dry vacuum, large',
  wetDrySmall: 'Wet/dry vacuum, small',
  cordlessVacuum: 'Cordless tool-battery vacuum',
  blower12: '12 V centrifugal blower',
  blower12Inline: '12 V in-line blower',
  own: 'My own figures',
} as const;
export const CURVE_NAMES = { parabola: 'Parabola', linear: 'Straight line', table: 'Measured points' } as const;
export const MOTOR_NAMES = {
  permanentMagnet: 'Permanent magnet',
  universal: 'Universal (mains)',
  regulated: 'Regulated speed',
} as const;
export const SUPPLY_NAMES = {
  mains: 'Mains socket',
  generator: 'Generator',
  toolBattery: 'Tool battery',
  battery12: '12 V battery',
} as const;
export const WALL_NAMES = {
  smooth: 'Smooth bore',
  lightRib: 'Wire-ribbed, nearly smooth',
  corrugated: 'Corrugated, stretched',
  corrugatedSlack: 'Corrugated, slack',
} as const;
export const CLIMB_NAMES = { even: 'at one slope', upright: 'straight up' } as const;
export const ENTRANCE_NAMES = {
  projecting: 'Cut square',
  flush: 'Flush in a plate',
  rounded: 'Rounded rim',
  bellmouth: 'Bell mouth',
} as const;
export const LANDING_NAMES = {
  headOn: 'Wall, head-on',
  smooth: 'Smooth slope',
  wood: 'Wooden slope',
  mesh: 'Mesh slope',
} as const;
export const MESH_NAMES = {
  'hardware-8': 'Hardware cloth, 8 to the inch',
  'hardware-7': 'Hardware cloth, 7 to the inch',
  'hardware-6': 'Hardware cloth, 6 to the inch',
  'hardware-5': 'Hardware cloth, 5 to the inch',
  'hardware-4': 'Hardware cloth, 4 to the inch',
  'insect-metal': 'Insect screen, metal',
  'insect-fibre': 'Insect screen, glass fibre',
  'shade-cloth': 'Shade cloth',
} as const;
export const GATE_NAMES = {
  rectangle: 'Window with a plate',
  roundStraight: 'Round hole, straight plate',
  roundDisc: 'Round hole, sliding disc',
  roundSwing: 'Round hole, disc on a screw',
} as const;
export const EDGE_NAMES = {
  thinPlateSharp: 'Thin plate, sharp',
  throughBoard: 'Through a board',
  roundedEdge: 'Rounded edge',
} as const;
export const PLACE_NAMES = { plenum: 'behind the screen', box: 'into the box' } as const;
export const SEAM_NAMES = {
  tape: 'Taped',
  weatherStrip: 'Weather strip',
  bareWood: 'Bare planed wood',
  warped: 'Warped',
} as const;
/** What a part follows, while it does and when it was given its own. */
export const LINK_WORDS: Readonly<Record<Link, { readonly follows: string; readonly own: string }>> = {
  port: {
    follows: 'Follows the hose: another bore changes it too.',
    own: 'Its own size: the hose does not change it.',
  },
  screen: {
    follows: 'Follows the box: a longer or wider box takes it along.',
    own: 'Its own size: the box does not change it.',
  },
  seams: {
    follows: 'Their lengths follow the box.',
    own: 'Their own lengths: the box does not change them.',
  },
};
/** How a plunger walks bees down, in order. */
export const PLUNGER_STEPS: readonly string[] = [
  'Switch the source off and wait until they have let go of the screen.',
  'Set the box on the hive, its sliding floor over the open frames, and draw the floor out.',
  'Lower the plunger by a hand’s width, and wait until bees run from under it.',
  'Go on hand by hand, no faster than they walk; stop where it meets resistance.',
  'At the bottom push the floor back in over the hive, then lift the box off.',
  'Look under the plunger for the queen before you shake what is left in front of the hive.',
];
export const DRIVE_WORDS: Readonly<Record<DriveFault, string>> = {
  hard: 'With the bleed wide open they still land too hard. What was tried on this rig and works:',
  stalls: 'With the bleed shut the air still does not carry them. What was tried on this rig and works:',
};
export const FRAME_NAMES = { deep: 'Deep', medium: 'Medium', shallow: 'Shallow' } as const;
export const BEE_NAMES = { swarmWorker: 'Swarm, full of honey', nestWorker: 'From a nest' } as const;
export const AMOUNT_NAMES = {
  count: 'bees',
  mass: 'by weight',
  frames: 'frames of bees',
  cluster: 'size of the cluster',
} as const;
export const LID_NAMES = { closed: 'Shut', crosswise: 'Lid crosswise', off: 'Lid off, screen open' } as const;
export const MOOD_NAMES = { resting: 'resting', disturbed: 'disturbed', agitated: 'agitated' } as const;
export const BATTERY_NAMES = {
  agm12: '12 V AGM lead',
  flooded12: '12 V flooded lead',
  li18: '18 V tool battery',
  lfp12: '12 V lithium iron phosphate',
} as const;
export const REASON_NAMES = {
  kept: 'kept',
  'before-calibration': 'before calibration',
  calibrated: 'calibrated',
} as const;
export const OPENER_NAMES = {
  meshLanding: 'Land them on mesh at 20°',
  evenSlope: 'Lead the hose at one slope',
  shorterHose: 'Shorten the hose by a third',
  widerHose: 'Take the next wider hose',
  boxLower: 'Stand the box half a metre lower',
} as const;
export const MATTER_NAMES = {
  sealedSuction: 'Source’s sealed suction',
  freeFlow: 'Source’s free flow',
  hoseBore: 'Hose bore',
  hoseLength: 'Hose length',
  hoseWall: 'Hose wall',
  nozzleBore: 'Nozzle bore',
  rise: 'Height climbed',
  gateOpening: 'Gate opening',
  bleedEdge: 'Bleed’s edge',
  leaks: 'Leaks',
  beeMass: 'Weight of a bee',
  beeDrag: 'Drag of a bee',
  airDensity: 'Air density',
} as const;

const FAULT_SENTENCES: Readonly<Record<RigFault, string>> = {
  'port-wider-than-box': 'The port is wider than the box. Take a narrower port or a larger box.',
  'plate-smaller-than-hole': 'The plate is smaller than its hole, so it can never shut it.',
  'pivot-too-near': 'The screw is so near that the disc never uncovers the hole. Set it further off.',
  curve: 'The curve must fall: more flow, less suction, from sealed (no flow) to free (no suction).',
  'rise-beyond-hose': 'The hose is shorter than the height it climbs.',
  'bend-too-tight': 'The bend is tighter than half the bore: a hose kinks there.',
  'bends-longer-than-hose': 'The bends alone are longer than the hose.',
  'nozzle-gone': 'The nozzle in use is not in the list any more. Choose another.',
  'screen-larger-than-box': 'The screen is larger than the box it lies on.',
  'landing-beyond-box': 'They would land beyond the box: it is not that long.',
  'hose-wider-than-box': 'The hose is wider than the box.',
  'gate-larger-than-lid': 'The gate is larger than the lid.',
  'slide-thicker-than-slot': 'The slide is thicker than its slot.',
  'stack-too-high': 'The stack is over 5 m high: take fewer or lower boxes.',
};

export function problemSentence({ fault }: RigProblem): string {
  return FAULT_SENTENCES[fault];
}

const LABEL_SENTENCES: Readonly<Record<string, string>> = {
  'air-power-too-high':
    'These two figures cannot both be true at this power: a label may tell each at another setting.',
  'air-power-very-low': 'That is little air for so much power. Is the flow or the suction of another machine?',
  'axial-fan-too-weak': 'So little suction for so much flow is a fan, not a blower: a hose stops it.',
  'flow-too-high': 'More than 200 L/s is beyond a hand-held machine.',
  'suction-too-high': 'More than 30 kPa is beyond a vacuum cleaner.',
};

/** What is doubtful about the figures of a label, in words. */
export function labelSentences(warnings: readonly string[]): readonly string[] {
  return warnings.flatMap((code) => LABEL_SENTENCES[code] ?? []);
}
