import {
  type AirPoint,
  type FlightPoint,
  landingDistance,
  type Rig,
  type RigReadings,
  START_DISTANCE,
} from '@yewridge/core/suction';
import { arrow, type DrawnLayout, type Inside, LAYOUT_DRAWN, px, shell, thickness, WALL } from './air-layouts';
import type { PartId } from './rig-parts';

/** The air's way as a drawing: where everything stands, in pixels. The charts below share its x as far as the far wall. */
export interface AirScene {
  readonly width: number;
  readonly height: number;
  /** Places of the stations, left to right. */
  readonly x: Readonly<Record<'start' | 'mouth' | 'port' | 'wall' | 'screen' | 'gate' | 'source', number>>;
  readonly boards: readonly Board[];
  readonly lines: readonly SceneLine[];
  readonly flows: readonly Flow[];
  readonly balloons: readonly Balloon[];
  readonly notes: readonly Note[];
  readonly gate: GateDrawn;
  readonly frames: Rect | null;
  readonly body: Rect;
  readonly hose: { readonly d: string; readonly thick: number; readonly bends: readonly number[] };
  readonly nozzle: Rect | null;
  readonly reach: { readonly x: number; readonly y: number; readonly radius: number };
  readonly cluster: { readonly x: number; readonly y: number };
  readonly landing: { readonly x: number; readonly y: number };
}

export interface Rect {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}
export interface Board extends Rect {
  readonly grain: 'along' | 'across';
}
export interface SceneLine {
  readonly d: string;
  readonly kind: 'cut' | 'seen' | 'thin' | 'hidden' | 'phantom' | 'mesh' | 'dotted';
}
export interface Flow {
  readonly d: string;
  /** Pixels: grows with the flow. */
  readonly thick: number;
}
export interface Balloon {
  readonly n: number;
  readonly part: PartId;
  readonly x: number;
  readonly y: number;
}
export interface Note {
  readonly x: number;
  readonly y: number;
  readonly anchor: 'start' | 'middle' | 'end';
  readonly what: 'rise' | 'length' | 'box' | 'bleed' | 'source' | 'screen' | 'reach' | 'landing';
}
/** The window in the board and its plate; dragged along x. */
export interface GateDrawn {
  readonly window: Rect;
  readonly plate: Rect;
}

/** Length of a nozzle on the sheet, px. */
const NOZZLE_LENGTH = 26;

/** Pixels of the boards, boxes and openings of each layout, within the body's frame. */
interface Layout {
  readonly lid: number;
  readonly floor: number;
  readonly portY: number;
}

function hosePath(rig: Rig, from: readonly [number, number], to: readonly [number, number]): string {
  const [x1, y1] = from;
  const [x2, y2] = to;
  const middle = (x1 + x2) / 2;
  if (rig.hose.climb === 'upright' && Math.abs(y1 - y2) > 4) {
    const r = Math.min(14, Math.abs(y1 - y2) / 2);
    const up = Math.sign(y2 - y1);
    return `M${px(x1)} ${px(y1)}H${px(middle - r)}Q${px(middle)} ${px(y1)} ${px(middle)} ${px(y1 + up * r)}V${px(y2 - up * r)}Q${px(middle)} ${px(y2)} ${px(middle + r)} ${px(y2)}H${px(x2)}`;
  }
  const bend = (x2 - x1) * 0.28;
  return `M${px(x1)} ${px(y1)}C${px(x1 + bend)} ${px(y1)} ${px(middle - bend / 3)} ${px(y1)} ${px(middle)} ${px((y1 + y2) / 2)}S${px(x2 - bend)} ${px(y2)} ${px(x2)} ${px(y2)}`;
}

/** Where things stand on a sheet of this width; narrow sheets leave less room above the hose. */
function placesOf(rig: Rig, width: number): Places {
  const narrow = width < 620;
  const share = (part: number): number => Math.round(width * part);
  // A hose that hardly climbs needs its room below the list of parts.
  const down = !narrow && rig.hose.rise < 0.6 ? 36 : 0;
  const layout: Layout = narrow
    ? { lid: 64, floor: 216, portY: 184 }
    : { lid: 80 + down, floor: 292 + down, portY: 256 + down };
  const x = {
    start: share(narrow ? 0.1 : 0.042),
    mouth: share(narrow ? 0.2 : 0.115),
    port: share(narrow ? 0.45 : 0.478),
    wall: share(0.815),
    screen: share(0.865),
    gate: share(0.915),
    source: share(0.97),
  };
  const scale = narrow ? 0.8 : 1;
  const risePx = Math.max(-12, Math.min(52, rig.hose.rise * 46)) * (narrow ? 0.6 : 1);
  return {
    narrow,
    x,
    scale,
    bore: Math.min(34, Math.max(12, rig.hose.diameter * 480)) * scale,
    inside: { left: x.port, right: x.wall - WALL, top: layout.lid, bottom: layout.floor },
    portY: layout.portY,
    mouthY: layout.portY + risePx,
  };
}

interface Places {
  readonly narrow: boolean;
  readonly x: AirScene['x'];
  readonly scale: number;
  readonly bore: number;
  readonly inside: Inside;
  readonly portY: number;
  readonly mouthY: number;
}

function balloonsOf({ x, mouthY, portY, bore, inside }: Places, part: DrawnLayout): Balloon[] {
  const [screenX, screenY] = part.screenAt;
  const { gateBox } = part;
  return [
    { n: 1, part: 'mouth', x: x.mouth + 6, y: mouthY - bore / 2 - 16 },
    { n: 2, part: 'hose', x: (x.mouth + x.port) / 2, y: (mouthY + portY) / 2 - bore / 2 - 16 },
    { n: 3, part: 'port', x: x.port - 22, y: portY - bore / 2 - 14 },
    { n: 4, part: 'box', x: part.boxAt[0], y: part.boxAt[1] },
    { n: 5, part: 'screen', x: screenX, y: screenY },
    { n: 6, part: 'bleed', x: gateBox.x - 14, y: gateBox.y <= inside.top ? gateBox.y - 14 : gateBox.y + 22 },
    { n: 7, part: 'source', x: part.sourceAt.x + part.sourceAt.width + 2, y: part.sourceAt.y + 4 },
  ];
}

function notesOf({ x, mouthY, portY, bore, inside, narrow }: Places, part: DrawnLayout): Note[] {
  const { gateBox } = part;
  // A machine that stands beside the box takes the room of the last note.
  const beside = part.sourceAt.x > x.wall;
  const landingY = beside ? inside.top + (narrow ? 60 : 134) : portY - 6;
  const edge = x.wall + 10;
  return [
    {
      what: 'length',
      anchor: narrow ? 'end' : 'middle',
      x: narrow ? x.port - 14 : (x.mouth + x.port) / 2,
      y: Math.max(mouthY, portY) + bore / 2 + 20,
    },
    { what: 'rise', anchor: 'end', x: x.port - 14, y: Math.max(mouthY, portY) + bore / 2 + 20 },
    {
      what: 'bleed',
      anchor: 'end',
      x: gateBox.x - 28,
      y: gateBox.y <= inside.top ? gateBox.y - 12 : gateBox.y + 26,
    },
    beside
      ? {
          what: 'source',
          anchor: 'middle',
          x: part.sourceAt.x + part.sourceAt.width / 2,
          y: part.sourceAt.y + part.sourceAt.height + 14,
        }
      : { what: 'source', anchor: 'end', x: part.sourceAt.x - 8, y: part.sourceAt.y + 12 },
    { what: 'screen', anchor: 'start', x: edge, y: inside.top + (beside ? 62 : 74) },
    { what: 'box', anchor: 'start', x: edge, y: inside.top + (beside ? 98 : 118) },
    { what: 'landing', anchor: 'start', x: edge, y: landingY },
    {
      what: 'reach',
      anchor: 'start',
      x: narrow ? 4 : x.start - 14,
      y: narrow ? mouthY - 52 : mouthY + bore / 2 + 36,
    },
  ];
}

/** The drawing for a width in pixels. */
export function airScene(rig: Rig, readings: RigReadings, width: number): AirScene {
  const places = placesOf(rig, width);
  const { x, bore, inside, portY, mouthY, scale, narrow } = places;
  const part = LAYOUT_DRAWN[rig.layout]({ rig, readings, inside, portY });
  const { gateBox } = part;
  const outside = gateBox.y <= inside.top ? gateBox.y - 6 : gateBox.y + WALL + 1;
  const nozzle = rig.nozzles.find(({ id }) => id === rig.fitted);
  const nozzleThick = nozzle ? Math.max(8, nozzle.diameter * 480) * scale : 0;
  const nozzleLength = nozzle ? NOZZLE_LENGTH : 0;
  const bleed: Flow = { d: bleedArrow(gateBox, inside), thick: thickness(readings.state.flow.bleed) };
  return {
    width,
    height: Math.max(inside.bottom + 30, mouthY + bore / 2 + 46),
    x,
    boards: [...shell(inside, { portY, bore }), ...part.boards],
    lines: part.lines,
    flows: [...part.flows, bleed],
    frames: part.frames,
    body: part.sourceAt,
    gate: {
      window: gateBox,
      plate: { x: gateBox.x + rig.bleed.opening * gateBox.width, y: outside, width: gateBox.width + 6, height: 5 },
    },
    hose: {
      d: hosePath(rig, [x.mouth + nozzleLength, mouthY], [x.port - WALL, portY]),
      thick: bore,
      bends: Array.from({ length: rig.hose.bends }, (_, n) => (n + 1) / (rig.hose.bends + 1)),
    },
    nozzle: nozzle ? { x: x.mouth, y: mouthY - nozzleThick / 2, width: nozzleLength, height: nozzleThick } : null,
    reach: { x: x.mouth, y: mouthY, radius: Math.min(x.mouth - x.start, readings.bee.reach.loose * 1000) },
    cluster: { x: x.mouth - (narrow ? 30 : 46), y: mouthY },
    landing: part.landing,
    balloons: balloonsOf(places, part),
    notes: notesOf(places, part),
  };
}

function bleedArrow(gate: Rect, inside: Inside): string {
  const x = gate.x + gate.width * 0.3;
  const above = gate.y <= inside.top;
  return above
    ? arrow([
        [x - 8, gate.y - 22],
        [x, gate.y + WALL + 16],
      ])
    : arrow([
        [x - 8, gate.y + WALL + 22],
        [x, gate.y - 14],
      ]);
}

/** Where a point of the air's course stands across the sheet. */
export function courseX(
  scene: AirScene,
  { part, share }: Pick<AirPoint, 'part' | 'share'>,
  hasNozzle: boolean,
): number {
  const { x } = scene;
  const hoseStart = x.mouth + (hasNozzle ? NOZZLE_LENGTH : 0);
  const between = (from: number, to: number): number => from + share * (to - from);
  switch (part) {
    case 'approach':
      return between(x.start, x.mouth);
    case 'nozzle':
      return between(x.mouth, hoseStart);
    case 'hose':
      return between(hoseStart, x.port);
    case 'box':
      return between(x.port, x.wall);
    case 'screen':
      return x.screen;
    case 'gate':
      return x.gate;
    case 'source':
      return x.source;
  }
}

/** Where a bee is across the sheet, from how far she has come. */
export function beeX(scene: AirScene, rig: Rig, point: FlightPoint): number {
  const { x } = scene;
  const nozzle = rig.nozzles.find(({ id }) => id === rig.fitted);
  const approach = START_DISTANCE;
  const hoseFrom = approach + (nozzle?.length ?? 0);
  const hoseTo = hoseFrom + rig.hose.length;
  const at = point.x;
  if (at <= approach) return x.start + (at / approach) * (x.mouth - x.start);
  const hoseStart = x.mouth + (nozzle ? NOZZLE_LENGTH : 0);
  if (nozzle && at <= hoseFrom) return x.mouth + ((at - approach) / nozzle.length) * NOZZLE_LENGTH;
  if (at <= hoseTo) return hoseStart + ((at - hoseFrom) / rig.hose.length) * (x.port - hoseStart);
  return x.port + Math.min(1, (at - hoseTo) / landingDistance(rig)) * (x.wall - x.port);
}
