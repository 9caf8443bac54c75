/**
 * Where everything of a drawing stands on the sheet, in pixels: one scale for both views, third angle, dimension lines in
 * lanes outside the views. Core says what is drawn, this says where.
 */
import type { DesignDrawing, Dimension, DrawnPart, Fill, PartRef, PartRole, View } from '@yewridge/core/bench';
import { convert } from '@yewridge/core/shared/units';

export interface PlacedPart {
  readonly role: PartRole;
  readonly ref: PartRef | null;
  readonly hatch: 0 | 1;
  readonly path: string;
}
export interface PlacedDimension {
  readonly ref: PartRef | null;
  /** The dimension line and its two extension lines, as one path. */
  readonly lines: string;
  readonly ticks: string;
  readonly text: string;
  readonly x: number;
  readonly y: number;
  readonly upright: boolean;
  readonly anchor: 'middle' | 'end' | 'start';
  /** Both ends of the line, and the direction in which pulling one makes the size larger. */
  readonly ends: readonly DimensionEnd[];
}
export interface DimensionEnd {
  readonly x: number;
  readonly y: number;
  /** Per pixel along x and y. */
  readonly grows: { readonly x: -1 | 0 | 1; readonly y: -1 | 0 | 1 };
}
/** A frame's face, to be written on. */
export interface PlacedFrame {
  readonly number: number;
  readonly fill: Fill;
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}
export interface PlacedView {
  readonly name: View['name'];
  readonly centre: number;
  readonly top: number;
  readonly bottom: number;
  readonly left: number;
  readonly right: number;
  readonly parts: readonly PlacedPart[];
  readonly dimensions: readonly PlacedDimension[];
  readonly frames: readonly PlacedFrame[];
  /** Openings in the wall that is cut on the left, where bees fly in. */
  readonly gaps: readonly { readonly left: number; readonly right: number; readonly y: number }[];
  readonly room: { readonly x: number; readonly y: number; readonly height: number } | null;
  /** Where trap and colony balance. */
  readonly balance: { readonly x: number; readonly y: number } | null;
}
export interface PlacedDrawing {
  /** 1 : scale, at the nominal 96 pixels an inch. */
  readonly scale: number;
  readonly pixelsPerMetre: number;
  readonly views: readonly PlacedView[];
}
export interface Place {
  readonly left: number;
  readonly top: number;
  readonly width: number;
  readonly height: number;
}

/** Scales a joiner draws to. */
const SCALES = [1, 1.5, 2, 2.5, 3, 4, 5, 6, 7, 8, 9, 10, 12, 15, 20, 25, 30, 40, 50];
const NOMINAL_PIXELS_PER_INCH = 96;
const LANE = 26;
const FIRST_LANE = 18;
const TITLE = 26;
const GAP = 26;
const TICK = 4;
const CHARACTER = 6.7;
const ONE_METRE_IN_INCHES = convert({ value: 1, from: 'm', to: 'in' });

/** Nominal pixels of one metre at 1 : 1. */
const PIXELS_PER_METRE = ONE_METRE_IN_INCHES * NOMINAL_PIXELS_PER_INCH;

type Margins = Readonly<Record<'left' | 'right' | 'top' | 'bottom', number>>;

function marginsOf(view: View): Margins {
  const lanes = (side: Dimension['side']): number =>
    Math.max(0, ...view.dimensions.filter((one) => one.side === side).map(({ lane }) => lane + 1));
  const room = (side: Dimension['side']): number => {
    const count = lanes(side);
    return count === 0 ? 6 : FIRST_LANE + (count - 1) * LANE + 14;
  };
  return { left: room('left'), right: room('right'), top: room('top') + TITLE, bottom: room('bottom') };
}

interface Frame {
  readonly pixelsPerMetre: number;
  /** Pixel of x = 0 and of y = 0. */
  readonly x0: number;
  readonly y0: number;
}

const round = (value: number): number => Math.round(value * 10) / 10;

function partPath(part: DrawnPart, { pixelsPerMetre: k, x0, y0 }: Frame): string {
  if (part.shape === 'circle') {
    const r = round(part.radius * k);
    const cx = round(x0 + part.centre.x * k);
    const cy = round(y0 - part.centre.y * k);
    return `M${cx - r} ${cy}a${r} ${r} 0 1 0 ${2 * r} 0a${r} ${r} 0 1 0 ${-2 * r} 0z`;
  }
  const points = part.points.map(({ x, y }) => `${round(x0 + x * k)} ${round(y0 - y * k)}`);
  return `M${points.join('L')}${points.length > 2 ? 'z' : ''}`;
}

function tick(x: number, y: number): string {
  return `M${round(x - TICK)} ${round(y + TICK)}L${round(x + TICK)} ${round(y - TICK)}`;
}

function upright(dimension: Dimension, view: View, frame: Frame, text: string): Omit<PlacedDimension, 'ref' | 'text'> {
  const { pixelsPerMetre: k, x0, y0 } = frame;
  const outward = dimension.side === 'left' ? -1 : 1;
  const edge = x0 + (dimension.side === 'left' ? view.left : view.right) * k;
  const x = edge + outward * (FIRST_LANE + dimension.lane * LANE);
  const from = y0 - dimension.from * k;
  const to = y0 - dimension.to * k;
  const narrow = from - to < text.length * CHARACTER + 10;
  return {
    lines: `M${round(x)} ${round(from)}V${round(to)}M${round(edge + outward * 3)} ${round(from)}H${round(x + outward * 4)}M${round(edge + outward * 3)} ${round(to)}H${round(x + outward * 4)}`,
    ticks: tick(x, from) + tick(x, to),
    x: round(narrow ? x + outward * 6 : x - 4),
    y: round((from + to) / 2 + (narrow ? 4 : 0)),
    upright: !narrow,
    anchor: narrow ? (outward < 0 ? 'end' : 'start') : 'middle',
    ends: [
      { x: round(x), y: round(from), grows: { x: 0, y: 1 } },
      { x: round(x), y: round(to), grows: { x: 0, y: -1 } },
    ],
  };
}

function level(dimension: Dimension, view: View, frame: Frame, text: string): Omit<PlacedDimension, 'ref' | 'text'> {
  const { pixelsPerMetre: k, x0, y0 } = frame;
  const inside = dimension.side === 'inside';
  const edge = y0 - (inside ? dimension.at : dimension.side === 'top' ? view.top : view.bottom) * k;
  const outward = dimension.side === 'top' ? -1 : 1;
  const y = inside ? edge : edge + outward * (FIRST_LANE + dimension.lane * LANE);
  const from = x0 + dimension.from * k;
  const to = x0 + dimension.to * k;
  const extension = (x: number): string =>
    inside ? '' : `M${round(x)} ${round(edge + outward * 3)}V${round(y + outward * 4)}`;
  const narrow = to - from < text.length * CHARACTER + 6;
  return {
    lines: `M${round(from)} ${round(y)}H${round(to)}${extension(from)}${extension(to)}`,
    ticks: tick(from, y) + tick(to, y),
    x: round(narrow ? to + 8 : (from + to) / 2),
    y: round(narrow ? y + 4 : y - 5),
    upright: false,
    anchor: narrow ? 'start' : 'middle',
    ends: [
      { x: round(from), y: round(y), grows: { x: -1, y: 0 } },
      { x: round(to), y: round(y), grows: { x: 1, y: 0 } },
    ],
  };
}

function placeDimension(
  dimension: Dimension,
  view: View,
  frame: Frame,
  format: (metres: number) => string,
): PlacedDimension {
  const along = dimension.side === 'left' || dimension.side === 'right';
  const figure = format(dimension.value);
  const span = (dimension.to - dimension.from) * frame.pixelsPerMetre;
  const noted = dimension.note ? `${figure} ${dimension.note}` : figure;
  const text = span > noted.length * CHARACTER + 8 ? noted : figure;
  const placed = along ? upright(dimension, view, frame, text) : level(dimension, view, frame, text);
  return { ref: dimension.ref ?? null, text, ...placed };
}

function placeView(view: View, frame: Frame, format: ((metres: number) => string) | null): PlacedView {
  const { pixelsPerMetre: k, x0, y0 } = frame;
  return {
    name: view.name,
    centre: round(x0),
    top: round(y0 - view.top * k),
    bottom: round(y0 - view.bottom * k),
    left: round(x0 + view.left * k),
    right: round(x0 + view.right * k),
    parts: view.parts.map((part) => ({
      role: part.role,
      ref: part.ref ?? null,
      hatch: part.hatch ?? 0,
      path: partPath(part, frame),
    })),
    frames: view.frames.map(({ number, fill, width, bottom, top }) => ({
      number,
      fill,
      x: x0,
      y: round(y0 - ((bottom + top) / 2) * k),
      width: width * k,
      height: (top - bottom) * k,
    })),
    gaps: view.parts.flatMap((part) => {
      if (part.role !== 'door-gap' || part.shape !== 'polygon') return [];
      const xs = part.points.map(({ x }) => x0 + x * k);
      const ys = part.points.map(({ y }) => y0 - y * k);
      const gap = { left: Math.min(...xs), right: Math.max(...xs), y: (Math.min(...ys) + Math.max(...ys)) / 2 };
      return gap.right < x0 ? [gap] : [];
    }),
    room: view.room && { x: round(x0 + view.room.x * k), y: round(y0 - view.room.y * k), height: view.room.height * k },
    balance: view.centre && { x: round(x0 + view.centre.x * k), y: round(y0 - view.centre.y * k) },
    dimensions: format ? view.dimensions.map((dimension) => placeDimension(dimension, view, frame, format)) : [],
  };
}

function niceScale(fit: number): { scale: number; pixelsPerMetre: number } {
  const scale = SCALES.find((one) => PIXELS_PER_METRE / one <= fit) ?? PIXELS_PER_METRE / fit;
  return { scale, pixelsPerMetre: PIXELS_PER_METRE / scale };
}

/** Widths, heights and margins of both views, and the scale at which they fit side by side or one over the other. */
function measure(drawing: DesignDrawing, place: Place): Measured {
  const views = [drawing.front, drawing.side].map((view) => ({
    view,
    margins: marginsOf(view),
    wide: view.right - view.left,
    high: view.top - view.bottom,
  }));
  const sum = (pick: (one: MeasuredView) => number): number => views.reduce((total, one) => total + pick(one), 0);
  const most = (pick: (one: MeasuredView) => number): number => Math.max(...views.map(pick));
  const across = ({ margins }: MeasuredView): number => margins.left + margins.right;
  const up = ({ margins }: MeasuredView): number => margins.top + margins.bottom;
  const wide = ({ wide: size }: MeasuredView): number => size;
  const high = ({ high: size }: MeasuredView): number => size;
  return {
    views,
    beside: {
      fit: Math.min((place.width - sum(across) - GAP) / sum(wide), (place.height - most(up)) / most(high)),
      width: (k) => sum(wide) * k + sum(across) + GAP,
      height: (k) => most(high) * k + most(up),
    },
    over: {
      fit: Math.min((place.width - most(across)) / most(wide), (place.height - sum(up)) / sum(high)),
      width: (k) => most(wide) * k + most(across),
      height: (k) => sum(high) * k + sum(up),
    },
  };
}

interface MeasuredView {
  readonly view: View;
  readonly margins: Margins;
  readonly wide: number;
  readonly high: number;
}
interface Arranged {
  readonly fit: number;
  readonly width: (pixelsPerMetre: number) => number;
  readonly height: (pixelsPerMetre: number) => number;
}
interface Measured {
  readonly views: readonly MeasuredView[];
  readonly beside: Arranged;
  readonly over: Arranged;
}

/** Both views dimensioned: side by side, or on a narrow sheet one over the other where that is larger. */
export function layoutDrawing(input: {
  readonly drawing: DesignDrawing;
  readonly place: Place;
  readonly narrow: boolean;
  readonly format: (metres: number) => string;
}): PlacedDrawing {
  const { drawing, place, narrow, format } = input;
  const { views, beside, over } = measure(drawing, place);
  const stacked = narrow && over.fit > beside.fit;
  const arranged = stacked ? over : beside;
  const { scale, pixelsPerMetre: k } = niceScale(arranged.fit);
  let x = place.left + (place.width - arranged.width(k)) / 2;
  let y = place.top + (place.height - arranged.height(k)) / 2;
  const ground =
    y + Math.max(...views.map(({ margins }) => margins.top)) + Math.max(...views.map(({ view }) => view.top)) * k;
  const placed = views.map(({ view, margins, wide, high }) => {
    const frame = stacked
      ? { x0: place.left + place.width / 2 + (margins.left - margins.right) / 2, y0: y + margins.top + view.top * k }
      : { x0: x + margins.left - view.left * k, y0: ground };
    x += margins.left + wide * k + margins.right + GAP;
    y += margins.top + high * k + margins.bottom;
    return placeView(view, { pixelsPerMetre: k, ...frame }, format);
  });
  return { scale, pixelsPerMetre: k, views: placed };
}

/** Both views without dimensions at a given scale, standing on one ground line: for comparing designs at a glance. */
export function layoutMiniature(drawing: DesignDrawing, place: Place, pixelsPerMetre: number): readonly PlacedView[] {
  const k = pixelsPerMetre;
  const { front, side } = drawing;
  const gap = 18;
  const used = (front.right - front.left + side.right - side.left) * k + gap;
  const left = place.left + (place.width - used) / 2;
  const ground = place.top + place.height;
  const at = (view: View, start: number): PlacedView =>
    placeView(view, { pixelsPerMetre: k, x0: start - view.left * k, y0: ground + view.bottom * k }, null);
  return [at(front, left), at(side, left + (front.right - front.left) * k + gap)];
}

/** The scale at which every design of a list fits its miniature. */
export function commonScale(drawings: readonly DesignDrawing[], width: number, height: number): number {
  const gap = 18;
  const fits = drawings.map(({ front, side }) =>
    Math.min(
      (width - gap) / (front.right - front.left + side.right - side.left),
      height / Math.max(front.top - front.bottom, side.top - side.bottom),
    ),
  );
  return Math.min(...fits, PIXELS_PER_METRE);
}
