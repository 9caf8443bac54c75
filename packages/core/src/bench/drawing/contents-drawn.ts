/** Frames, bars and other contents in both views. Top bars are taken level with the upper edge of their box [convention]. */
import type { Content } from '../cavity.js';
import { type PlacedSection, faceWidth } from '../design.js';
import { type FeederRoom, feederRoom } from '../frame-fit.js';
import { type FrameSlot, frameSlots } from '../frame-slots.js';
import { type FrameSpec, frameSpec } from '../frames.js';
import { lyingBars } from '../lying-bars.js';
import type { Look } from './outline.js';
import { type DrawnPart, type PartRef, type PartRole, rectangle, type ShownFrame } from './scene.js';

/** Where bars hang from in a view: the upper edge of their section. */
interface Hanging {
  readonly look: Look;
  readonly top: number;
  readonly ref: PartRef;
}

function insideRole(slot: FrameSlot): PartRole {
  return `inside-${slot.fill}`;
}

/** A frame edge on, as it stands behind the front wall. */
function frameFromFront(slot: FrameSlot, frame: number, { top, ref }: Hanging): DrawnPart {
  const half = slot.frame.topBarWidth / 2;
  return {
    shape: 'polygon',
    role: slot.fill === 'comb' || slot.fill === 'oldComb' ? insideRole(slot) : 'frame-hidden',
    ref: { ...ref, frame },
    points: rectangle(slot.x - half, top - slot.frame.height, slot.x + half, top),
  };
}

/** The face of one frame: bars all round, its fill between them, lugs to both sides. */
function frameFromSide(frame: FrameSpec, slot: FrameSlot, { top, ref }: Hanging): DrawnPart[] {
  const half = frame.bodyLength / 2;
  const lug = frame.topBarLength / 2;
  const foot = top - frame.height;
  const innerTop = top - frame.topBarDepth;
  const innerFoot = foot + frame.bottomBarThickness;
  const side = frame.sideBarThickness;
  const bar = (left: number, bottom: number, right: number, upper: number): DrawnPart => ({
    shape: 'polygon',
    role: 'bar',
    ref,
    points: rectangle(left, bottom, right, upper),
  });
  const starterFoot = slot.fill === 'starter' ? Math.max(innerFoot, innerTop - 0.02) : innerFoot;
  return [
    {
      shape: 'polygon',
      role: insideRole(slot),
      ref,
      points: rectangle(-half + side, starterFoot, half - side, innerTop),
    },
    bar(-lug, innerTop + (frame.topBarDepth - frame.lugThickness), lug, top),
    bar(-half, innerTop, half, top),
    bar(-half, foot, -half + side, innerTop),
    bar(half - side, foot, half, innerTop),
    bar(-half, foot, half, innerFoot),
  ];
}

function topBars(content: Extract<Content, { kind: 'topBars' }>, placed: PlacedSection, hanging: Hanging): DrawnPart[] {
  const { look, ref } = hanging;
  const bars = lyingBars(placed.inside, [content]);
  // Across a tube that lies they hang where it is as wide as they are long.
  const top =
    bars && placed.inside.kind === 'cylinder' ? hanging.top - bars.below + (placed.inside.cut ?? 0) : hanging.top;
  const foot = top - content.depth;
  if (look === (bars ? 'front' : 'side')) {
    const half = content.length / 2;
    return [{ shape: 'polygon', role: 'bar', ref, points: rectangle(-half, foot, half, top) }];
  }
  const count = content.count ?? 1;
  const room = faceWidth(placed.inside, bars ? 'left' : 'front', 1);
  const pitch = Math.min(content.width * 1.2, room / Math.max(1, count));
  return Array.from({ length: count }, (_, n) => {
    const x = pitch * (n - (count - 1) / 2);
    return {
      shape: 'polygon',
      role: 'hidden',
      ref,
      points: rectangle(x - content.width / 2, foot, x + content.width / 2, top),
    };
  });
}

/** Rods run across the box, a third of the way down, spread from front to back. */
function skewers(content: Extract<Content, { kind: 'skewers' }>, placed: PlacedSection, hanging: Hanging): DrawnPart[] {
  const { look, top, ref } = hanging;
  const y = top - (top - placed.base) / 3;
  const radius = content.diameter / 2;
  const count = content.count ?? 1;
  if (look === 'front') {
    const half = content.length / 2;
    return count === 0
      ? []
      : [{ shape: 'polygon', role: 'hidden', ref, points: rectangle(-half, y - radius, half, y + radius) }];
  }
  const room = faceWidth(placed.inside, 'left', 2 / 3);
  return Array.from({ length: count }, (_, n) => ({
    shape: 'circle',
    role: 'bar',
    ref,
    centre: { x: room * ((n + 1) / (count + 1) - 0.5), y },
    radius,
  }));
}

/** A feeder beside frames hangs as they do. */
function feederBeside(
  feeder: Extract<Content, { kind: 'feeder' | 'other' }>,
  { section, inside }: PlacedSection,
): FeederRoom | null {
  const row = section.contents.find((one) => one.kind === 'frames');
  return row?.kind === 'frames' && inside.kind === 'box'
    ? feederRoom(feeder.volume * (feeder.count ?? 1), frameSpec(row.frame), inside.height)
    : null;
}

function otherContent(content: Content, placed: PlacedSection, hanging: Hanging): DrawnPart[] {
  const { look, top, ref } = hanging;
  const half = faceWidth(placed.inside, look === 'front' ? 'front' : 'left', 1) / 2;
  const lyingIn = (volume: number): DrawnPart => {
    const side = Math.cbrt(volume);
    const points = rectangle(half - side, placed.base, half, placed.base + side);
    return { shape: 'polygon', role: 'phantom', ref, points };
  };
  switch (content.kind) {
    case 'frames':
      return [];
    case 'topBars':
      return topBars(content, placed, hanging);
    case 'insulation':
      return [
        { shape: 'polygon', role: 'insulation', ref, points: rectangle(-half, top - content.thickness, half, top) },
      ];
    case 'divider': {
      const reach = (look === 'front' ? content.thickness : content.length) / 2;
      return [{ shape: 'polygon', role: 'hidden', ref, points: rectangle(-reach, top - content.height, reach, top) }];
    }
    case 'skewers':
      return skewers(content, placed, hanging);
    case 'feeder': {
      const beside = look === 'front' ? feederBeside(content, placed) : null;
      return [
        beside
          ? {
              shape: 'polygon',
              role: 'phantom',
              ref,
              points: rectangle(half - beside.wide, top - beside.high, half, top),
            }
          : lyingIn(content.volume),
      ];
    }
    case 'other':
      return [lyingIn(content.volume)];
  }
}

/** The frame of a section that the cut shows: the one nearest to the middle. */
function frameAtCut({ section, inside }: PlacedSection): { slot: FrameSlot; number: number } | null {
  const slots = inside.kind === 'box' ? frameSlots(section.contents, inside.width) : [];
  const nearest = [...slots].sort((a, b) => Math.abs(a.x) - Math.abs(b.x))[0];
  return nearest ? { slot: nearest, number: slots.indexOf(nearest) + 1 } : null;
}

/** The faces of frames that the section shows, from the bottom up. */
export function framesShown(stack: readonly PlacedSection[]): ShownFrame[] {
  return stack.flatMap((placed): ShownFrame[] => {
    const cut = frameAtCut(placed);
    if (!cut) return [];
    const { frame, fill } = cut.slot;
    const inner = { bottom: placed.top - frame.height, top: placed.top - frame.topBarDepth };
    return [{ number: cut.number, fill, width: frame.bodyLength, ...inner }];
  });
}

/** All contents of a section. From the side one frame is seen. */
export function contentsDrawn(placed: PlacedSection, look: Look): DrawnPart[] {
  const { section, inside, top } = placed;
  const hanging: Hanging = { look, top, ref: { id: section.id, field: 'contents' } };
  const others = section.contents.flatMap((content) => otherContent(content, placed, hanging));
  if (look === 'side') {
    const cut = frameAtCut(placed);
    return [...(cut ? frameFromSide(cut.slot.frame, cut.slot, hanging) : []), ...others];
  }
  const slots = inside.kind === 'box' ? frameSlots(section.contents, inside.width) : [];
  return [...slots.map((slot, n) => frameFromFront(slot, n, hanging)), ...others];
}
