/**
 * Checks of a section in its stack: where it meets its neighbours, what is under its frames, a feeder beside them, bars in
 * a tube that lies.
 *
 * Source: `section-joints`, `lying-bars`; comb at 35 mm in 85 % of a room as in `mass`; a comb's spacing as the room bees
 * begin to build in, wood that carries a joint and a feeder as long and high as the frames beside it are estimates of ours.
 */
import type { Content } from './cavity.js';
import { type BoxAt, changed, check, type DesignCheck, type DesignFix, frameOf, framesIn } from './check-parts.js';
import { type Design, DESIGN_LIMITS, type DesignSection, drawnHeight, placeSections } from './design.js';
import { designProblems } from './design-problems.js';
import { feederRoom, frameHeight } from './frame-fit.js';
import { fewerFrames, hungFrames } from './frame-row.js';
import { displacementOf, FRAME_IDS, FRAMES, type FrameSpec } from './frames.js';
import { mostComb } from './load/mass.js';
import { lyingBars } from './lying-bars.js';
import { geometryOf } from './section-geometry.js';
import { type JointReading, sectionJoints, withJointBoard } from './section-joints.js';

/** m: less room than one comb's spacing under frames bees mostly leave alone. */
export const WORTH_COMB = 0.035;
/** m of wood a section has to stand on. */
export const LEAST_BEARING = 0.006;
/** m: a ledge as wide as this holds water. */
export const LEDGE = 0.005;
const SLACK = 1e-9;

/** A design that can be computed, or nothing. */
const sound = (design: Design): Design | null => (designProblems(design).length === 0 ? design : null);

function boardOnJoint(design: Design, joint: JointReading): DesignFix[] {
  const board = design.sections.length < DESIGN_LIMITS.sections.max ? withJointBoard(design, joint) : null;
  const closed = board && sound(board.design);
  return board && closed ? [{ code: 'board-on-joint', amount: board.thickness, design: closed }] : [];
}

function jointCheck(design: Design, joint: JointReading): DesignCheck[] {
  if (joint.open > 0) {
    const widest = Math.max(...joint.openings.map(({ height }) => height));
    return [check('joint-open', 'look', [widest, joint.open], joint.upper, boardOnJoint(design, joint))];
  }
  if (joint.bearing < LEAST_BEARING - SLACK) {
    return [check('joint-narrow', 'look', [joint.bearing], joint.upper, boardOnJoint(design, joint))];
  }
  return joint.sill > LEDGE + SLACK ? [check('joint-sill', 'know', [joint.sill], joint.upper)] : [];
}

/** Every joint of the stack. */
export function jointChecks(design: Design): DesignCheck[] {
  return sectionJoints(placeSections(design)).flatMap((joint) => jointCheck(design, joint));
}

/** The same box with the frames of the table that reach deepest without leaving room for comb or touching the floor. */
function deeperFrames(design: Design, section: DesignSection, now: FrameSpec, depth: number): DesignFix[] {
  const fits = FRAME_IDS.filter((id) => {
    const frame = FRAMES[id];
    const same = frame.topBarLength === now.topBarLength && frame.bodyLength === now.bodyLength;
    return same && frame.height > now.height && depth - frame.height >= 0 && depth - frame.height <= WORTH_COMB;
  });
  const best = [...fits].sort((a, b) => FRAMES[b].height - FRAMES[a].height)[0];
  if (!best) return [];
  const contents = section.contents.map((one) => (one.kind === 'frames' ? { ...one, frame: best } : one));
  const fixed = sound(changed(design, section.id, { contents }));
  return fixed ? [{ code: 'taller-frames', amount: FRAMES[best].height, design: fixed }] : [];
}

/** Open room under the frames, priced in the wild comb that bees may build there. */
export function underFrames({ design, placed }: BoxAt): DesignCheck[] {
  const { section, inside } = placed;
  const frames = framesIn(section.contents).map(frameOf);
  const tallest = frames.reduce<FrameSpec | null>((a, b) => (b.height > (a?.height ?? 0) ? b : a), null);
  if (inside.kind !== 'box' || !tallest || design.purpose === 'holding') return [];
  const gap = frameHeight({
    boxDepth: inside.height,
    frameHeight: tallest.height,
    rabbetDepth: tallest.lugThickness + (section.rest ?? 0),
    lugThickness: tallest.lugThickness,
  }).bottom;
  let height = gap;
  let room = Math.max(0, gap) * inside.length * inside.width;
  const stack = placeSections(design);
  const own = stack.findIndex((one) => one.section.id === section.id);
  for (const next of stack.slice(0, own).reverse()) {
    if (next.section.closedAbove || framesIn(next.section.contents).length > 0) break;
    const tall = drawnHeight(next.inside);
    // Frames that hang past their box take the upper part of the room below.
    const reached = Math.max(0, tall + Math.min(0, height));
    room += geometryOf(next.inside).volume * (reached / tall);
    height += tall;
  }
  if (height <= WORTH_COMB + SLACK) return [];
  const comb = mostComb(room);
  const deeper = gap <= WORTH_COMB ? [] : deeperFrames(design, section, tallest, gap + tallest.height);
  const figures = [height, comb, Math.max(1, Math.round(comb / displacementOf(tallest, 'empty').innerArea))];
  return [check('room-under-frames', 'know', figures, section.id, deeper)];
}

/** A feeder beside frames takes the place of a frame or more. */
export function feederChecks({ design, placed }: BoxAt): DesignCheck[] {
  const { section, inside } = placed;
  const row = hungFrames(section.contents);
  const first = framesIn(section.contents)[0];
  if (inside.kind !== 'box' || !first) return [];
  const volume = section.contents.reduce(
    (sum, one: Content) => (one.kind === 'feeder' ? sum + one.volume * (one.count ?? 1) : sum),
    0,
  );
  if (volume === 0) return [];
  const { wide } = feederRoom(volume, frameOf(first), inside.height);
  const needed = row.reduce((sum, { pitch }) => sum + pitch, 0);
  if (needed + wide <= inside.width + SLACK) return [];
  const pitch = needed / row.length;
  const fits = Math.max(0, Math.floor((inside.width - wide) / pitch + SLACK));
  const fewer = sound(changed(design, section.id, { contents: fewerFrames(section.contents, fits) }));
  const fixes: DesignFix[] =
    fits > 0 && fewer ? [{ code: 'leave-out-frames', amount: row.length - fits, design: fewer }] : [];
  return [check('feeder-too-tight', 'look', [row.length, wide, fits], section.id, fixes)];
}

/** Bars in a tube that lies: where they hang, and what cannot work. */
export function barChecks({ placed }: BoxAt): DesignCheck[] {
  const { section, inside } = placed;
  const bars = lyingBars(inside, section.contents);
  if (!bars || inside.kind !== 'cylinder') return [];
  const lengths = section.contents.flatMap((one) => (one.kind === 'topBars' ? [one.length] : []));
  const count = section.contents.reduce((sum, one) => sum + (one.kind === 'topBars' ? (one.count ?? 1) : 0), 0);
  switch (bars.fault) {
    case 'too-long':
      return [check('bars-not-in', 'look', [Math.max(...lengths), inside.diameter], section.id)];
    case 'fall-in':
      return [check('bars-fall-in', 'look', [Math.min(...lengths)], section.id)];
    case 'too-many':
      return [check('bars-too-many', 'look', [count, inside.length], section.id)];
    case null:
      return bars.below - (inside.cut ?? 0) <= LEDGE
        ? []
        : [check(bars.shut ? 'bars-shut' : 'bars-below-crown', 'know', [bars.below], section.id)];
  }
}
