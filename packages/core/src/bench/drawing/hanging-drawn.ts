/**
 * How a trap hangs, drawn on both views: its board, bracket, strap, wire or deck; the tree, rail or post as a phantom; and
 * where the trap with its colony balances.
 */
import type { Design, PlacedSection } from '../design.js';
import { type Hanging, HANGING_DEFAULTS, hangingsOf } from '../design-setup.js';
import { bodyOf } from '../workshop/work-parts.js';
import { outlineOf, type Look } from './outline.js';
import { type DrawnPart, type PartRef, type PartRole, type Point, rectangle } from './scene.js';

const REF: PartRef = { id: 'hanging' };
/** Thickness of a trunk, post, rail or deck as drawn, m: no size of theirs is known. */
const TRUNK = 0.06;
const STRAP = 0.025;
const STRAP_THICKNESS = 0.004;
const MEMBER = 0.04;
const HOOK_RISE = 0.09;

interface Place {
  readonly look: Look;
  readonly hanging: Hanging;
  /** Outside of the box in this view: half its width, its foot and its head. */
  readonly half: number;
  readonly bottom: number;
  readonly top: number;
  /** m right of the middle, as seen from the front. */
  readonly across: number;
  /** Half the outside width at a height. */
  readonly widthAt: (y: number) => number;
}

const area = (role: PartRole, points: readonly Point[], hatch: 0 | 1 = 0): DrawnPart => ({
  shape: 'polygon',
  role,
  ref: REF,
  hatch,
  points,
});

function boardDrawn({ look, hanging, half, bottom, top, across }: Place): DrawnPart[] {
  const { above, below, boardWidth, thickness, hole } = { ...HANGING_DEFAULTS, ...hanging };
  const head = top + above;
  const eye = head - above / 2;
  if (look === 'front') {
    return [
      area('wood-seen', rectangle(across - boardWidth / 2, bottom - below, across + boardWidth / 2, head)),
      { shape: 'circle', role: 'room', ref: REF, centre: { x: across, y: eye }, radius: hole / 2 },
      { shape: 'circle', role: 'phantom', ref: REF, centre: { x: across, y: eye }, radius: hole * 0.4 },
    ];
  }
  return [
    area('wood-cut', rectangle(half, bottom - below, half + thickness, eye - hole / 2), 1),
    area('room', rectangle(half, eye - hole / 2, half + thickness, eye + hole / 2)),
    area('wood-cut', rectangle(half, eye + hole / 2, half + thickness, head), 1),
    area('phantom', rectangle(half - MEMBER / 2, eye - hole * 0.4, half + thickness + TRUNK, eye + hole * 0.4)),
  ];
}

function bracketDrawn({ look, hanging, half, bottom, top }: Place): DrawnPart[] {
  const { plate, thickness } = { ...HANGING_DEFAULTS, ...hanging };
  const foot = bottom - plate * 0.7;
  const shelf = area(look === 'front' ? 'wood-seen' : 'board-cut', rectangle(-half, bottom - 0.012, half, bottom));
  const fence = hanging.style === 'fence-bracket';
  if (look === 'front') {
    return fence ? [shelf] : [area('wood-seen', rectangle(-half * 0.4, foot, half * 0.4, bottom - 0.012)), shelf];
  }
  if (fence) {
    const rail = rectangle(half + thickness, top - 0.16, half + thickness + MEMBER, top - 0.06);
    const hanger = rectangle(half, bottom, half + thickness, top - 0.04);
    const hook = rectangle(half, top - 0.04, half + 2 * thickness + MEMBER, top - 0.04 + thickness);
    const catchBar = rectangle(half + thickness + MEMBER, top - 0.14, half + 2 * thickness + MEMBER, top - 0.04);
    return [
      area('phantom', rail),
      area('wood-cut', hanger),
      area('wood-cut', hook, 1),
      area('wood-cut', catchBar),
      shelf,
    ];
  }
  const wall = half + thickness;
  const brace: Point[] = [
    { x: half, y: foot + MEMBER },
    { x: half, y: foot },
    { x: -half * 0.2, y: bottom - 0.012 },
    { x: -half * 0.2 + MEMBER, y: bottom - 0.012 },
  ];
  return [
    area('phantom', rectangle(wall, foot - 0.02, wall + TRUNK, foot + plate + 0.06)),
    area('wood-seen', brace),
    area('wood-cut', rectangle(half, foot, wall, foot + plate), 1),
    shelf,
  ];
}

/** A strap lies on the wall at its height, whatever the box does above and below. */
function strapDrawn({ look, half, bottom, top, widthAt }: Place): DrawnPart[] {
  const y = bottom + (top - bottom) * 0.62;
  const lies = widthAt(y);
  const band = area('strap', rectangle(-lies, y - STRAP / 2, lies, y + STRAP / 2));
  const trunk = rectangle(half, bottom - 0.04, half + TRUNK * 2, top + 0.06);
  const round = area('strap', rectangle(lies, y - STRAP / 2, half + TRUNK * 2, y + STRAP / 2));
  if (look === 'front') return [band];
  // The cut shows its end on the front wall; it runs on round the trunk behind.
  const end = rectangle(-lies - STRAP_THICKNESS, y - STRAP / 2, -lies, y + STRAP / 2);
  return [area('phantom', trunk), area('strap', end), round];
}

/** Lines from the box up to a point above it; a hook or bar is one of them. */
function lineDrawn({ look, hanging, half, top }: Place): DrawnPart[] {
  const wire = hanging.style === 'wire';
  const angle = ((hanging.angleDeg ?? HANGING_DEFAULTS.angleDeg) * Math.PI) / 180;
  const reach = half * 0.8;
  const rise =
    wire && (hanging.legs ?? HANGING_DEFAULTS.legs) > 1
      ? Math.min(0.25, reach / Math.tan(Math.max(0.2, angle)))
      : HOOK_RISE;
  const head: Point = { x: 0, y: top + rise };
  const line = (x: number): DrawnPart => area('strap-line', [{ x, y: top }, head]);
  const lines = wire && look === 'side' ? [line(-reach), line(reach)] : [line(0)];
  return [...lines, { shape: 'circle', role: 'phantom', ref: REF, centre: { x: 0, y: head.y + 0.02 }, radius: 0.02 }];
}

function standDrawn({ half, bottom }: Place): DrawnPart[] {
  return [area('phantom', rectangle(-half - MEMBER, bottom - 0.028, half + MEMBER, bottom))];
}

/** Boards side by side, a hand between them. */
const BOARDS_APART = 0.02;

/** Every way it hangs: what stands behind the box in this view, and what lies over it. */
export function hangingDrawn(
  design: Design,
  stack: readonly PlacedSection[],
  look: Look,
): { readonly behind: readonly DrawnPart[]; readonly over: readonly DrawnPart[] } {
  const hangings = hangingsOf(design);
  const widths = hangings.map(({ style, boardWidth }) =>
    style === 'board' ? (boardWidth ?? HANGING_DEFAULTS.boardWidth) + BOARDS_APART : 0,
  );
  const upTo = (n: number): number => widths.slice(0, n).reduce((sum, width) => sum + width, 0);
  const drawn = hangings.map((hanging, n) => {
    const across = hanging.style === 'board' ? (upTo(n) + upTo(n + 1) - upTo(hangings.length)) / 2 : 0;
    return { hanging, parts: oneDrawn(design, hanging, stack, look, across) };
  });
  const behind = ({ style }: Hanging): boolean => look === 'front' && style !== 'strap';
  return {
    behind: drawn.flatMap(({ hanging, parts }) => (behind(hanging) ? parts : [])),
    over: drawn.flatMap(({ hanging, parts }) => (behind(hanging) ? [] : parts)),
  };
}

function oneDrawn(
  design: Design,
  hanging: Hanging,
  stack: readonly PlacedSection[],
  look: Look,
  across: number,
): DrawnPart[] {
  const { back, bottom, top } = bodyOf(design, stack);
  const widths = stack.map((placed) => {
    const { outsideBottom, outsideTop } = outlineOf(placed, look);
    return Math.max(outsideBottom, outsideTop);
  });
  const half = look === 'side' ? back : Math.max(0, ...widths);
  const widthAt = (y: number): number => {
    const placed = stack.find((one) => y >= one.base && y <= one.top);
    if (!placed) return half;
    const { outsideBottom, outsideTop } = outlineOf(placed, look);
    return outsideBottom + ((outsideTop - outsideBottom) * (y - placed.base)) / (placed.top - placed.base);
  };
  const place: Place = {
    look,
    hanging,
    half,
    widthAt,
    bottom,
    top: top + (hanging.style === 'board' ? 0 : design.roof),
    across,
  };
  switch (hanging.style) {
    case 'board':
      return boardDrawn(place);
    case 'tree-bracket':
    case 'fence-bracket':
    case 'post-bracket':
      return bracketDrawn(place);
    case 'strap':
      return strapDrawn(place);
    case 'hook':
    case 'wire':
      return lineDrawn(place);
    case 'stand':
    case 'deck':
      return standDrawn(place);
  }
}
