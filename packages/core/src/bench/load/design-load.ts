/**
 * What a design weighs and how it bears it: empty, with a colony day by day, and on what it hangs by.
 *
 * The band round the mass takes half to one and a half times what the bees add to their own mass, on the lightest and the
 * heaviest the boards may be.
 *
 * Source: `mass`, `hang`; the band, the colony in the middle of the stack and a bracket's lever of 0.8 of its plate are
 * estimates of ours.
 */
import { type Design, type PlacedSection, placeSections } from '../design.js';
import {
  type Hanging,
  HANGING_DEFAULTS,
  hangingsOf,
  type HangingStyle,
  LOAD_DEFAULTS,
  type LoadPlan,
} from '../design-setup.js';
import { type Hang, hang, type HangInput } from './hang.js';
import { bodyOf } from '../workshop/work-parts.js';
import { massParts } from './mass-parts.js';
import {
  centreOfMass,
  contentsAfter,
  DAYS,
  emptyMass,
  firstDayOver,
  type Mass,
  type MassPart,
  partMass,
  type PointMass,
} from './mass.js';

/** Of the added mass: less and more than the model says, as ordinary [estimate]. */
export const ADDED_BAND = { low: 0.5, high: 1.5 } as const;
export const HORIZON_DAYS = 120;
const BRACKET_LEVER = 0.8;

export interface MassOnDay {
  readonly day: number;
  /** kg of trap and colony. */
  readonly mass: number;
  readonly low: number;
  readonly high: number;
}

/** Days to the keeper's limit: by the heaviest, the likely and the lightest reading; `null` = not within the horizon. */
export interface DownBefore {
  readonly soonest: number | null;
  readonly likely: number | null;
  readonly latest: number | null;
}

/** One way of hanging; nothing is computed where the box stands. */
export interface HangingLoad {
  readonly hanging: Hanging;
  readonly input: HangInput | null;
  readonly hang: Hang | null;
}

export interface DesignLoad {
  readonly empty: Mass;
  /** Of the empty trap, and of the trap at the limit with its colony. */
  readonly centre: PointMass;
  readonly fullCentre: PointMass;
  readonly plan: LoadPlan;
  readonly down: DownBefore;
  /** Forces at the limit on each way it hangs, as if it carried alone: that is the safe side. Empty when nobody said. */
  readonly hangs: readonly HangingLoad[];
  /** kg of the empty trap with its cardboard soaked through; `null` without cardboard. */
  readonly soaked: number | null;
  /** Ids of what could not be weighed: sections measured by filling, `<id>.contents` for feeders and other things. */
  readonly unweighed: readonly string[];
}

/** Fields of `from` that are given, by name. */
function given<K extends keyof Hanging>(from: Hanging, names: readonly K[]): Partial<Pick<Hanging, K>> {
  return Object.fromEntries(
    names.filter((name) => from[name] !== undefined).map((name) => [name, from[name]]),
  ) as Partial<Pick<Hanging, K>>;
}

/** Which forces a way of hanging puts on what; a box that stands on something puts none. */
export const FORCES_OF: Readonly<Record<HangingStyle, HangInput['style'] | null>> = {
  board: 'board',
  'tree-bracket': 'bracket',
  'fence-bracket': 'bracket',
  'post-bracket': 'bracket',
  strap: 'lash',
  hook: 'sling',
  wire: 'sling',
  stand: null,
  deck: null,
};

/** What `hang` reads of a design at a mass with its centre `z` m behind the middle of the box. */
function hangInputOf(
  design: Design,
  hanging: Hanging,
  stack: readonly PlacedSection[],
  mass: number,
  z: number,
): HangInput | null {
  const style = FORCES_OF[hanging.style];
  if (!style) return null;
  const all = { ...HANGING_DEFAULTS, ...hanging };
  const common = { mass, dynamic: all.dynamic, ...given(hanging, ['workingLoad']) };
  switch (style) {
    case 'board':
    case 'bracket': {
      const { back, bottom, top } = bodyOf(design, stack);
      const lever = style === 'board' ? all.above / 2 + top - bottom + all.below : BRACKET_LEVER * all.plate;
      const fasteners = style === 'board' ? (hanging.fasteners ?? 1) : all.fasteners;
      const fixings = given(hanging, ['topRow', 'workingPullOut', 'workingShear']);
      return { style, ...common, reach: back + all.thickness - z, lever, fasteners, ...fixings };
    }
    case 'sling': {
      const legs = hanging.style === 'hook' ? 1 : all.legs;
      return { style, ...common, legs, angleDeg: legs === 1 ? 0 : all.angleDeg };
    }
    case 'lash':
      return { style, ...common, friction: all.friction, turns: all.turns, ...given(hanging, ['tension']) };
  }
}

/** Masses on one day; `empty` of the trap, `room` m3 net. */
export function massOnDay(day: number, empty: Mass, room: number, { swarm, flow }: LoadPlan): MassOnDay {
  const added = contentsAfter(day, { beesMass: swarm, room, flow }).total - swarm;
  return {
    day,
    mass: empty.mass + swarm + added,
    low: empty.low + swarm + ADDED_BAND.low * added,
    high: empty.high + swarm + ADDED_BAND.high * added,
  };
}

/** The mass of a trap with its colony, every `step` days. */
export function massByDay(input: {
  readonly empty: Mass;
  readonly room: number;
  readonly plan: LoadPlan;
  readonly days: number;
  readonly step?: number;
}): readonly MassOnDay[] {
  const { empty, room, plan, days, step = 1 } = input;
  const count = Math.floor(Math.min(days, DAYS.max) / step) + 1;
  return Array.from({ length: count }, (_, n) => massOnDay(n * step, empty, room, plan));
}

/** By the heaviest, the likely and the lightest reading. */
export function downBefore(empty: Mass, room: number, plan: LoadPlan): DownBefore {
  const day = (which: 'mass' | 'low' | 'high'): number | null =>
    firstDayOver((at) => massOnDay(at, empty, room, plan)[which] >= plan.limit, HORIZON_DAYS).days;
  return { soonest: day('high'), likely: day('mass'), latest: day('low') };
}

function soakedMass(parts: readonly MassPart[], dry: number): number | null {
  const card = parts.filter(({ material }) => material === 'cardboard-tube');
  if (card.length === 0) return null;
  return dry + emptyMass({ parts: card, wetFraction: 1 }).mass - emptyMass({ parts: card }).mass;
}

/** Mass, balance and forces of a design without problems; `room` m3 net. */
export function designLoad(design: Design, room: number): DesignLoad {
  const stack = placeSections(design);
  const { parts, unweighed } = massParts(design, stack);
  const masses = parts.map(partMass);
  const empty = masses.reduce(
    (sum, one) => ({ mass: sum.mass + one.mass, low: sum.low + one.low, high: sum.high + one.high }),
    { mass: 0, low: 0, high: 0 },
  );
  const plan = design.load ?? LOAD_DEFAULTS;
  const points = parts.map(({ at }, n) => ({ mass: masses[n]?.mass ?? 0, ...at }));
  const { bottom, top } = bodyOf(design, stack);
  const nowhere: PointMass = { mass: 0, x: 0, y: (bottom + top) / 2, z: 0 };
  const centre = empty.mass > 0 ? centreOfMass({ masses: points }) : nowhere;
  const colony = { mass: Math.max(plan.swarm, plan.limit - empty.mass), x: 0, y: (stack.at(-1)?.top ?? 0) / 2, z: 0 };
  const fullCentre = centreOfMass({ masses: [centre, colony] });
  const atLimit = Math.max(plan.limit, empty.mass + plan.swarm);
  const hangs = hangingsOf(design).map((hanging): HangingLoad => {
    const input = hangInputOf(design, hanging, stack, atLimit, fullCentre.z);
    return { hanging, input, hang: input && hang(input) };
  });
  return {
    empty,
    centre,
    fullCentre,
    plan,
    down: downBefore(empty, room, plan),
    hangs,
    soaked: soakedMass(parts, empty.mass),
    unweighed,
  };
}
