import type {
  BoardGrain,
  CombStores,
  Dispute,
  Flow,
  GapPlace,
  Grade,
  Evidence,
  Factor,
  HangingStyle,
  Joint,
  LadderRating,
  School,
  Secured,
  StartingPoint,
} from '@yewridge/core/bench';

/** The words of the craft for what a design says beyond its boards. */
export const HANGING_NAMES: Readonly<Record<HangingStyle, string>> = {
  board: 'Board on a limb stub',
  'tree-bracket': 'Bracket on a tree',
  'fence-bracket': 'Hooked over a fence',
  'post-bracket': 'Bracket on a post',
  strap: 'Strapped to a trunk',
  hook: 'From a hook or bar',
  wire: 'On wires',
  stand: 'On a tree stand or table',
  deck: 'On a deck or roof',
};
/** The risk that goes with each, said where it is. */
export const HANGING_CAUTIONS: Readonly<Record<HangingStyle, string>> = {
  board: 'A stub can be rotten inside: hang your own weight on it from the ground before the box.',
  'tree-bracket': 'Ask before you drive a screw into a tree that is not yours.',
  'fence-bracket': 'A fence rail is nailed for wind, not for this: try it with the full weight at the ground.',
  'post-bracket': 'In soft soil the post gives way before the bracket.',
  strap: 'Straps creep and bark is slippery when wet: set a ledge or bracket under the box.',
  hook: 'One hook is one chance: add a second line that would catch it.',
  wire: 'Wire that was kinked once breaks there. Never stand below it.',
  stand: 'A stand that is strapped to the tree cannot walk; one that leans can.',
  deck: 'Strap it down against wind, and keep it off the way people go.',
};
export const LADDER_NAMES: Readonly<Record<LadderRating, string>> = {
  'EN131-professional': 'EN 131 professional',
  'EN131-non-professional': 'EN 131 non-professional',
  'ANSI-IAA': 'ANSI IAA',
  'ANSI-IA': 'ANSI IA',
  'ANSI-I': 'ANSI I',
  'ANSI-II': 'ANSI II',
  'ANSI-III': 'ANSI III',
};
export const JOINT_NAMES: Readonly<Record<Joint, string>> = {
  butt: 'butted',
  rabbet: 'rabbeted',
  'box-joint': 'fingers',
};
export const SOURCE_NAMES = { usual: 'sawn, if of boards or sheets', sawn: 'sawn', bought: 'bought' } as const;
export const SECURED_NAMES: Readonly<Record<Secured, string>> = {
  none: 'nothing holds them',
  nails: 'nails',
  spacer: 'spacer block',
  pin: 'pin through the wall',
};
export const GRAIN_NAMES: Readonly<Record<BoardGrain, string>> = {
  level: 'round the box',
  upright: 'upright',
};
export const STORES_NAMES: Readonly<Record<CombStores, string>> = {
  none: 'empty comb',
  honey: 'honey in it',
  pollen: 'pollen in it',
  both: 'honey and pollen',
};
export const GAP_NAMES: Readonly<Record<GapPlace, string>> = {
  lid: 'Gap under the lid',
  'inner-cover': 'Slot in the inner cover',
  vent: 'Vent',
  joint: 'Gap at a joint',
};
export const FLOW_NAMES: Readonly<Record<Flow, string>> = {
  dearth: 'dearth',
  light: 'light flow',
  moderate: 'moderate flow',
  strong: 'strong flow',
};

export const FACTOR_NAMES: Readonly<Record<Factor, string>> = {
  volume: 'Volume',
  entranceArea: 'Door size',
  entranceHeight: 'Height',
  entrancePosition: 'Door place',
  facing: 'Facing',
  shade: 'Shade',
  dryness: 'Dryness',
  oldComb: 'Dark comb',
  odour: 'Scent',
  distance: 'Distance',
  openFraction: 'Open room',
};
export const EVIDENCE_NAMES: Readonly<Record<Evidence, string>> = {
  strong: 'strong',
  moderate: 'moderate',
  weak: 'weak',
  mixed: 'mixed',
};
export const GRADE_NAMES: Readonly<Record<Grade, string>> = {
  excellent: 'excellent',
  good: 'good',
  fair: 'fair',
  poor: 'poor',
};
/** Scent by what was done to the box. */
export const SCENTS = [
  { value: 0, name: 'bare new wood' },
  { value: 0.5, name: 'wax, propolis, or lived in' },
  { value: 0.8, name: 'lure alone' },
  { value: 1, name: 'lure in a used box' },
] as const;

export const DISPUTE_WORDS: Readonly<Record<Dispute, string>> = {
  room: 'Room',
  frames: 'Frames',
  height: 'Height',
  door: 'Door',
  comb: 'Comb',
};
/** What each school says, and what it gains. */
export const SCHOOL_WORDS: Readonly<Record<School, { readonly name: string; readonly gains: string }>> = {
  field: { name: 'as in the tests', gains: 'what scouts chose when they were given the choice' },
  'eye-height': { name: 'at eye height', gains: 'no ladder: safer, and checked in a minute' },
  'small-swarm': { name: 'light nuc', gains: 'cheap and light: many boxes at many sites' },
  'open-room': { name: 'open room', gains: 'the whole cavity to walk in; comb wants framing soon' },
  'full-frames': { name: 'full frames', gains: 'straight comb, and time before you must come' },
  'top-entrance': { name: 'door near the roof', gains: 'air and a dry floor; out of reach of skunks and mice' },
  'lure-only': { name: 'lure, no comb', gains: 'no moth, no beetle, no foulbrood carried in old comb' },
};
/** What the field tests are called for a question. */
export const FIELD_WORDS: Readonly<Record<Dispute, string>> = {
  room: 'roomy',
  frames: 'as it comes',
  height: 'high up',
  door: 'low in the box',
  comb: 'one dark comb',
};

/** When a starting point is the right choice, and what it costs. */
export const STARTING_WORDS: Readonly<Record<StartingPoint, { readonly when: string; readonly costs: string }>> = {
  'single-nuc': {
    when: 'Many cheap traps at many sites, one person on the ladder.',
    costs: 'Half the room scouts look for: prime swarms may pass it by, and it is full within days.',
  },
  'two-nucs': {
    when: 'You have nucs and want the full room without a saw.',
    costs: 'Two boxes for one swarm, tall and narrow to carry.',
  },
  'deep-on-floor': {
    when: 'You have a spare deep: it becomes the hive where the swarm stays.',
    costs: 'Too heavy to take off a tree alone once there is honey in it.',
  },
  'deep-over-base': {
    when: 'Large swarms, and checks you cannot keep often.',
    costs: 'More room than most scouts ask for, wild comb in the base, and weight: leave it at the ground.',
  },
  'nuc-over-base': {
    when: 'The light five-frame box with the room of a deep.',
    costs: 'Comb grows down into the base if you come late.',
  },
  'three-fence-boxes': {
    when: 'Only fence boards to hand, and frames to move later.',
    costs: 'Boards differ and shrink: measure each before you cut. Three joints to close.',
  },
  'form-tube': {
    when: 'A round cavity like a tree, for a price of almost nothing.',
    costs: 'Combs on bars must be cut or moved whole, and wet cardboard does not bear.',
  },
  'upright-pot': {
    when: 'A plant pot stands as it does in a garden, a lid over its rim and bars across it.',
    costs: 'Comb sticks to walls that widen upward, and the lid must be tight and tied down.',
  },
  'upturned-pot': {
    when: 'Weather-proof, light, washed in a minute, and nobody steals it.',
    costs: 'Combs on bars must be cut or moved whole; thin walls are hot in the sun.',
  },
  'one-cooler': {
    when: 'A foam box is what there is tonight.',
    costs: 'Small, soft to gnawing, and comb on skewers must be tied into frames.',
  },
  'two-coolers': {
    when: 'Two foam boxes rim to rim: full room at no weight.',
    costs: 'Comb on skewers must be tied into frames; bees gnaw bare foam.',
  },
  'standing-hive': {
    when: 'A spare hive stands ready anyway: leave it closed but for its door.',
    costs: 'Frames full of foundation hide the room from scouts; it stays where it is.',
  },
  'holding-box': {
    when: 'Nurse bees or a swarm held for some days, cool and closed.',
    costs: 'No trap: it has air and no open door. Shade, and water within the day.',
  },
};
