/** Dimension lines of both views: heights and outside height left, widths below, doors above the floor. */
import type { Design, PlacedSection, DesignSection } from '../design.js';
import { HANGING_DEFAULTS } from '../design-setup.js';
import { bodyOf } from '../workshop/work-parts.js';
import { type Look, outlineOf } from './outline.js';
import type { Dimension } from './scene.js';

/** Plans that differ by less than this carry one dimension between them. */
const SAME_WIDTH = 0.0005;

/** Field of a section that holds its height in the stack; a measured one has none. */
function heightField(section: DesignSection): string | null {
  const { shape } = section;
  if (shape.kind === 'measured') return null;
  if (shape.kind !== 'cylinder') return 'shape.height';
  return shape.axis === 'lying' ? 'shape.diameter' : 'shape.length';
}

function widthField(section: DesignSection, look: Look, end: 'bottom' | 'top'): string | null {
  const { shape } = section;
  switch (shape.kind) {
    case 'box':
      return look === 'front' ? 'shape.width' : 'shape.length';
    case 'cylinder':
      return shape.axis === 'lying' && look === 'side' ? 'shape.length' : 'shape.diameter';
    case 'cone':
      return end === 'bottom' ? 'shape.diameterBottom' : 'shape.diameterTop';
    case 'frustum':
      return `shape.${end}.${look === 'front' ? 'width' : 'length'}`;
    case 'measured':
      return null;
  }
}

interface Extent {
  readonly left: number;
  readonly bottom: number;
  readonly top: number;
}

function heights(design: Design, stack: readonly PlacedSection[], extent: Extent): Dimension[] {
  const each = stack.flatMap((placed): Dimension[] => {
    const field = heightField(placed.section);
    if (field === null) return [];
    return [
      {
        side: 'left',
        lane: 0,
        from: placed.base,
        to: placed.top,
        at: extent.left,
        value: placed.top - placed.base,
        ref: { id: placed.section.id, field },
      },
    ];
  });
  const overall = extent.top - extent.bottom;
  const same = each.length === 1 && design.floor + design.roof < SAME_WIDTH;
  if (same || each.length < stack.length) return each;
  return [
    ...each,
    { side: 'left', lane: 1, from: extent.bottom, to: extent.top, at: extent.left, value: overall, note: 'outside' },
  ];
}

/** A width at the foot of the view, or across the inside where a section differs from the one below it. */
function widths(stack: readonly PlacedSection[], look: Look, extent: Extent): Dimension[] {
  const found: Dimension[] = [];
  let last = -1;
  for (const [n, placed] of stack.entries()) {
    const outline = outlineOf(placed, look);
    const { inside } = placed;
    const radius =
      look === 'front' && inside.kind === 'cylinder' && inside.axis === 'lying' ? inside.diameter / 2 : null;
    const bottom = radius ?? outline.insideBottom;
    const top = radius ?? outline.insideTop;
    const span = (half: number, end: 'bottom' | 'top', y: number): Dimension[] => {
      const field = widthField(placed.section, look, end);
      if (field === null) return [];
      const side = n === 0 && end === 'bottom' ? 'bottom' : 'inside';
      return [
        {
          side,
          lane: 0,
          from: -half,
          to: half,
          at: side === 'bottom' ? extent.bottom : y,
          value: 2 * half,
          ref: { id: placed.section.id, field },
          ...(side === 'bottom' ? { note: 'inside' as const } : {}),
        },
      ];
    };
    const height = placed.top - placed.base;
    if (Math.abs(bottom - last) > SAME_WIDTH / 2) {
      found.push(...span(bottom, 'bottom', placed.base + height * (radius === null ? 0.12 : 0.5)));
    }
    if (Math.abs(top - bottom) > SAME_WIDTH / 2) found.push(...span(top, 'top', placed.base + height * 0.9));
    last = top;
  }
  const lowest = stack[0];
  if (lowest) {
    const outside = outlineOf(lowest, look).outsideBottom;
    const inside = outlineOf(lowest, look).insideBottom;
    if (outside - inside > SAME_WIDTH && lowest.inside.kind !== 'cylinder') {
      found.push({
        side: 'bottom',
        lane: 1,
        from: -outside,
        to: outside,
        at: extent.bottom,
        value: 2 * outside,
        note: 'outside',
      });
    }
  }
  return found;
}

/** Height of the lowest opening of each face that stands left (front) or right (back) of the side view. */
function doorHeights(design: Design, extent: Extent & { right: number }): Dimension[] {
  return (['front', 'back'] as const).flatMap((face): Dimension[] => {
    const lowest = design.entrances
      .filter((entrance) => entrance.face === face && entrance.height > 0)
      .sort((a, b) => a.height - b.height)[0];
    if (!lowest) return [];
    return [
      {
        side: face === 'front' ? 'left' : 'right',
        lane: 0,
        from: 0,
        to: lowest.height,
        at: face === 'front' ? extent.left : extent.right,
        value: lowest.height,
        ref: { id: lowest.id, field: 'height' },
      },
    ];
  });
}

/** How far a hanging board stands above and below the box. */
function boardLengths(design: Design, stack: readonly PlacedSection[], right: number): Dimension[] {
  if (design.hanging?.style !== 'board') return [];
  const { above, below } = { ...HANGING_DEFAULTS, ...design.hanging };
  const { bottom, top } = bodyOf(design, stack);
  const span = (from: number, to: number, field: string): Dimension => ({
    side: 'right',
    lane: 0,
    from,
    to,
    at: right,
    value: to - from,
    ref: { id: 'hanging', field },
  });
  return [span(top, top + above, 'above'), span(bottom - below, bottom, 'below')];
}

export function dimensionsOf(
  design: Design,
  stack: readonly PlacedSection[],
  look: Look,
  extent: Extent & { readonly right: number },
): Dimension[] {
  return look === 'front'
    ? [...heights(design, stack, extent), ...widths(stack, look, extent)]
    : [...widths(stack, look, extent), ...doorHeights(design, extent), ...boardLengths(design, stack, extent.right)];
}
