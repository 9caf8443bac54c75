/**
 * Where one section stands on another: inside against outside of the two, side by side and end by end.
 *
 * Sections are taken as centred on each other [convention]. What the inside of one shows beyond the outside of the other is
 * open to light, rain and bees; where the outside of the lower one reaches further, rain lies on it.
 *
 * Source: plane geometry. Left out: rounded corners of tapered boxes; a section measured by filling and the crown of a lying
 * tube have no known rim.
 */
import { type Design, type DesignSection, faceWidth, frontWall, type PlacedSection, placeSections } from './design.js';
import { carryDoors } from './carry-doors.js';
import type { OpeningShape } from './entrance.js';

/** Half sizes in plan: across (x) and front to back (z); a round one has one radius. */
type Plan =
  { readonly round: false; readonly x: number; readonly z: number } | { readonly round: true; readonly r: number };

export interface JointReading {
  /** Ids of the two sections. */
  readonly lower: string;
  readonly upper: string;
  /** m open at each of left and right, and at each of front and back, where they are widest. */
  readonly across: number;
  readonly along: number;
  /** m2 open, all sides together, and the same as openings. */
  readonly open: number;
  readonly openings: readonly Extract<OpeningShape, { kind: 'slot' }>[];
  /** m of wood on wood on the side that has least; 0 where a side is open. */
  readonly bearing: number;
  /** m the lower one stands out below the upper. */
  readonly sill: number;
}

/** Less than a tape tells, m. */
const SLACK = 5e-4 + 1e-9;
/** Board that closes a joint, m; its walls are no wider than a wall may be. */
const JOINT_BOARD = 0.012;

function rim({ inside, section }: PlacedSection, end: 0 | 1, which: 'inside' | 'outside'): Plan | null {
  const lying = inside.kind === 'cylinder' && inside.axis === 'lying';
  if (inside.kind === 'measured' || (lying && !(end === 1 && (inside.cut ?? 0) > 0))) return null;
  const wall = which === 'outside' ? section.wall : 0;
  const across = faceWidth(inside, 'front', end) / 2;
  if (inside.kind === 'cone' || (inside.kind === 'cylinder' && !lying)) return { round: true, r: across + wall };
  const ends = which === 'outside' ? frontWall(section) : 0;
  return { round: false, x: across + wall, z: faceWidth(inside, 'left', end) / 2 + ends };
}

const reach = (plan: Plan, axis: 'x' | 'z'): number => (plan.round ? plan.r : plan[axis]);
const areaOf = (plan: Plan): number => (plan.round ? Math.PI * plan.r * plan.r : 4 * plan.x * plan.z);

/** Area of a circle within |x| ≤ a and |z| ≤ b, all on one centre. */
function circleWithin(r: number, a: number, b: number): number {
  const under = (x: number): number =>
    (x * Math.sqrt(Math.max(0, r * r - x * x)) + r * r * Math.asin(Math.min(1, x / r))) / 2;
  const to = Math.min(a, r);
  const flat = b >= r ? 0 : Math.min(to, Math.sqrt(r * r - b * b));
  return 4 * (flat * Math.min(b, r) + under(to) - under(flat));
}

function shared(a: Plan, b: Plan): number {
  if (a.round && b.round) return Math.PI * Math.min(a.r, b.r) ** 2;
  if (a.round && !b.round) return circleWithin(a.r, b.x, b.z);
  if (b.round && !a.round) return circleWithin(b.r, a.x, a.z);
  return 4 * Math.min(reach(a, 'x'), reach(b, 'x')) * Math.min(reach(a, 'z'), reach(b, 'z'));
}

/** What `room` shows beyond `cover`: the area, and it as openings. */
function beyond(room: Plan, cover: Plan): Pick<JointReading, 'across' | 'along' | 'open' | 'openings'> {
  const across = Math.max(0, reach(room, 'x') - reach(cover, 'x'));
  const along = Math.max(0, reach(room, 'z') - reach(cover, 'z'));
  const open = Math.max(0, areaOf(room) - shared(room, cover));
  if (room.round || cover.round) {
    // A square room over a round cover shows its corners although no side stands out.
    const corner = Math.hypot(reach(room, 'x'), room.round ? 0 : reach(room, 'z')) - (cover.round ? cover.r : Infinity);
    const widest = Math.max(across, along, corner);
    const openings =
      widest > SLACK && open > 0 ? [{ kind: 'slot' as const, width: open / widest, height: widest }] : [];
    return { across, along, open: openings.length > 0 ? open : 0, openings };
  }
  const slot = (width: number, height: number): JointReading['openings'] =>
    height > SLACK
      ? [
          { kind: 'slot', width, height },
          { kind: 'slot', width, height },
        ]
      : [];
  const openings = [...slot(2 * room.z, across), ...slot(2 * Math.min(room.x, cover.x), along)];
  return { across, along, open: openings.length > 0 ? open : 0, openings };
}

function jointOf(below: PlacedSection, above: PlacedSection): JointReading | null {
  const lowerIn = rim(below, 1, 'inside');
  const lowerOut = rim(below, 1, 'outside');
  const upperIn = rim(above, 0, 'inside');
  const upperOut = rim(above, 0, 'outside');
  if (!lowerIn || !lowerOut || !upperIn || !upperOut) return null;
  const builtInFloor = above.floorInset > 0;
  const lidded = below.section.closedAbove || below.roofInset > 0;
  const shut = { across: 0, along: 0, open: 0, openings: [] };
  const down = builtInFloor ? shut : beyond(upperIn, lowerOut);
  const up = lidded ? shut : beyond(lowerIn, upperOut);
  const wood = (['x', 'z'] as const).map(
    (axis) =>
      Math.min(reach(lowerOut, axis), reach(upperOut, axis)) -
      Math.max(lidded ? 0 : reach(lowerIn, axis), builtInFloor ? 0 : reach(upperIn, axis)),
  );
  const sill = Math.max(...(['x', 'z'] as const).map((axis) => reach(lowerOut, axis) - reach(upperOut, axis)));
  return {
    lower: below.section.id,
    upper: above.section.id,
    across: Math.max(down.across, up.across),
    along: Math.max(down.along, up.along),
    open: down.open + up.open,
    openings: [...down.openings, ...up.openings],
    bearing: Math.max(0, Math.min(...wood)),
    sill: Math.max(0, sill),
  };
}

/** Every joint of a stack whose rims are known, from the bottom up. */
export function sectionJoints(stack: readonly PlacedSection[]): readonly JointReading[] {
  return stack.slice(1).flatMap((above, n) => {
    const below = stack[n];
    const joint = below ? jointOf(below, above) : null;
    return joint ? [joint] : [];
  });
}

/** A free id of a design that begins with a word. */
function freeId(design: Design, word: string): string {
  const taken = new Set(design.sections.map(({ id }) => id));
  let id = word;
  for (let n = 2; taken.has(id); n++) id = `${word}-${n}`;
  return id;
}

/**
 * The design with a board between two sections: as large as the larger outside, its hole as large as the smaller inside;
 * `null` where no such board can be sawn.
 */
export function withJointBoard(design: Design, joint: JointReading): { design: Design; thickness: number } | null {
  const stack = placeSections(design);
  const at = stack.findIndex(({ section }) => section.id === joint.upper);
  const above = stack[at];
  const below = stack[at - 1];
  if (!above || !below) return null;
  const rims = (which: 'inside' | 'outside'): Plan[] =>
    [rim(below, 1, which), rim(above, 0, which)].filter((plan) => plan !== null);
  const hole = (axis: 'x' | 'z'): number =>
    Math.min(...rims('inside').map((plan) => (plan.round ? plan.r / Math.SQRT2 : plan[axis])));
  const outer = (axis: 'x' | 'z'): number => Math.max(...rims('outside').map((plan) => reach(plan, axis)));
  const board: DesignSection = {
    id: freeId(design, 'joint-board'),
    label: 'Board with a hole',
    shape: { kind: 'box', length: 2 * hole('z'), width: 2 * hole('x'), height: JOINT_BOARD },
    sizes: 'inside',
    wall: outer('x') - hole('x'),
    endWall: outer('z') - hole('z'),
    floorInset: 0,
    roofInset: 0,
    contents: [],
    closedAbove: false,
  };
  return {
    thickness: JOINT_BOARD,
    design: carryDoors(design, {
      ...design,
      sections: [...design.sections.slice(0, at), board, ...design.sections.slice(at)],
    }),
  };
}
