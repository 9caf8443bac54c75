import type { Rig, RigReadings } from '@yewridge/core/suction';
import type { AirScene, Board, Flow, Rect, SceneLine } from './air-scene';

/** How each layout is drawn inside its box: boards, screen, frames, gate and machine, in pixels. */

/** Thickness of a board on the sheet, px. */
export const WALL = 9;

export function px(value: number): string {
  return (Math.round(value * 10) / 10).toString();
}

/** Pixels of an arrow: grows with the flow. */
export function thickness(flow: number): number {
  return Math.min(6, 1 + flow * 110);
}

export function arrow(points: readonly (readonly [number, number])[]): string {
  const [first, ...rest] = points;
  if (!first) return '';
  return `M${px(first[0])} ${px(first[1])}${rest.map(([x, y]) => `L${px(x)} ${px(y)}`).join('')}`;
}

export interface Inside {
  readonly left: number;
  readonly right: number;
  readonly top: number;
  readonly bottom: number;
}

/** A layout inside its box. */
export type DrawnLayout = Pick<AirScene, 'boards' | 'lines' | 'flows' | 'frames' | 'landing'> & {
  readonly screenAt: readonly [number, number];
  readonly gateBox: Rect;
  readonly sourceAt: Rect;
  readonly boxAt: readonly [number, number];
};

export function shell(inside: Inside, open: { readonly portY: number; readonly bore: number }): Board[] {
  const { left, right, top, bottom } = inside;
  const half = open.bore / 2;
  return [
    { x: left - WALL, y: top - WALL, width: right - left + 2 * WALL, height: WALL, grain: 'along' },
    { x: left - WALL, y: bottom, width: right - left + 2 * WALL, height: WALL, grain: 'along' },
    { x: right, y: top, width: WALL, height: bottom - top, grain: 'across' },
    { x: left - WALL, y: top, width: WALL, height: open.portY - half - top, grain: 'across' },
    { x: left - WALL, y: open.portY + half, width: WALL, height: bottom - open.portY - half, grain: 'across' },
  ];
}

/** A screen drawn as two thin lines with its wires between them. */
function mesh(x1: number, y1: number, x2: number, y2: number): SceneLine {
  return { d: `M${px(x1)} ${px(y1)}L${px(x2)} ${px(y2)}`, kind: 'mesh' };
}

/** Air rising from the landing through the frames to a screen above. */
function rising(inside: Inside, from: number, to: number, flow: number): Flow[] {
  const width = inside.right - inside.left;
  return [0.56, 0.7, 0.84].map((share) => {
    const x = inside.left + share * width;
    return { d: `M${px(x)} ${px(from)}q4 ${px((to - from) / 2)} -2 ${px(to - from)}`, thick: thickness(flow / 3) };
  });
}

/** Joints of boxes that stand on each other: one line less than boxes, evenly apart. */
function stacked({ left, right, top, bottom }: Inside, boxes: number): SceneLine[] {
  return Array.from({ length: boxes - 1 }, (_, n) => {
    const y = bottom - ((n + 1) * (bottom - top)) / boxes;
    return { d: `M${px(left - WALL)} ${px(y)}h${px(WALL)}M${px(right)} ${px(y)}h${px(WALL)}`, kind: 'cut' };
  });
}

/** Joints of boxes in a row, through floor and lid. */
function rowed({ left, top, bottom }: Inside, to: number, boxes: number): SceneLine[] {
  return Array.from({ length: boxes - 1 }, (_, n) => {
    const x = left + ((n + 1) * (to - left)) / boxes;
    return {
      d: `M${px(x)} ${px(top - WALL)}v${px(WALL)}M${px(x)} ${px(bottom)}v${px(WALL)}M${px(x)} ${px(top)}V${px(bottom)}`,
      kind: n % 2 === 0 ? 'seen' : 'thin',
    };
  });
}

interface Drawn {
  readonly rig: Rig;
  readonly readings: RigReadings;
  readonly inside: Inside;
  readonly portY: number;
}

function walkUp({ rig, readings, inside, portY }: Drawn): DrawnLayout {
  const { left, right, top, bottom } = inside;
  const { flow } = readings.state;
  const screen = top + (bottom - top) * 0.2;
  const frameTop = screen + 12;
  const frameBottom = portY - 24;
  const slope = rig.box.landing.on === 'headOn' ? 0 : 16;
  return {
    boards: [],
    lines: [
      mesh(left, screen, right, screen),
      { d: `M${px(left)} ${px(bottom - 2)}L${px(right)} ${px(bottom - 2 - slope)}`, kind: 'seen' },
      { d: `M${px(left)} ${px(frameBottom + 4)}H${px(right)}`, kind: 'hidden' },
      ...stacked(inside, rig.box.boxes),
    ],
    flows: [
      {
        d: arrow([
          [left + 6, portY],
          [right - 40, portY + 4],
        ]),
        thick: thickness(flow.hose),
      },
      ...rising(inside, frameBottom, screen + 6, flow.screen),
      {
        d: arrow([
          [right - 84, screen - 8],
          [right - 46, top + 4],
        ]),
        thick: thickness(flow.source),
      },
    ],
    frames: { x: left + 8, y: frameTop, width: (right - left) * 0.44, height: frameBottom - frameTop },
    landing: { x: right, y: portY + 4 },
    screenAt: [left + 26, screen],
    gateBox:
      rig.bleed.at === 'plenum'
        ? { x: left + (right - left) * 0.42, y: top - WALL, width: 66, height: WALL }
        : { x: left + (right - left) * 0.55, y: bottom, width: 66, height: WALL },
    sourceAt: { x: right - 74, y: top - WALL - 44, width: 62, height: 44 },
    boxAt: [right - 74, portY - 14],
  };
}

/** The plunger as it waits under the screen, its rod through the lid; nothing where there is none. */
function plunger(rig: Rig, { left, right, top }: Inside, screen: number): SceneLine[] {
  if (!rig.plunger) return [];
  const [y, middle] = [screen + 12, (left + right) / 2];
  const off = Math.max(2, Math.min(16, rig.plunger.clearance * 2000));
  return [
    {
      d: `M${px(left + off)} ${px(y)}H${px(right - off)}M${px(middle)} ${px(y)}V${px(top - 34)}M${px(middle - 16)} ${px(top - 34)}h32`,
      kind: 'phantom',
    },
  ];
}

function topBox({ rig, readings, inside, portY }: Drawn): DrawnLayout {
  const { left, right, top, bottom } = inside;
  const { flow } = readings.state;
  const screen = top + (bottom - top) * 0.22;
  const slide = bottom - 24;
  return {
    boards: [],
    lines: [
      mesh(left, screen, right, screen),
      { d: `M${px(left - 20)} ${px(slide)}H${px(right)}`, kind: 'cut' },
      ...plunger(rig, inside, screen),
      ...stacked(inside, rig.box.boxes),
      { d: `M${px(left)} ${px(slide + 8)}H${px(right)}`, kind: 'hidden' },
    ],
    flows: [
      {
        d: arrow([
          [left + 6, portY - 8],
          [right - 30, portY - 8],
        ]),
        thick: thickness(flow.hose),
      },
      ...rising(inside, portY - 20, screen + 8, flow.screen),
      {
        d: arrow([
          [right - 84, screen - 8],
          [right - 46, top + 4],
        ]),
        thick: thickness(flow.source),
      },
    ],
    frames:
      rig.box.frames.count > 0
        ? { x: left + 8, y: screen + 16, width: (right - left) * 0.4, height: slide - screen - 40 }
        : null,
    landing: { x: right, y: portY - 8 },
    screenAt: [left + 26, screen],
    gateBox:
      rig.bleed.at === 'plenum'
        ? { x: left + (right - left) * 0.36, y: top - WALL, width: 66, height: WALL }
        : { x: left + (right - left) * 0.3, y: bottom, width: 66, height: WALL },
    sourceAt: { x: right - 74, y: top - WALL - 44, width: 62, height: 44 },
    boxAt: [right - 74, portY - 40],
  };
}

function downDraught({ readings, inside, portY, rig }: Drawn): DrawnLayout {
  const { left, right, top, bottom } = inside;
  const { flow } = readings.state;
  const hive = portY - 26;
  const low = bottom - 14;
  return {
    boards: [],
    lines: [
      mesh(left, portY + 12, right, low),
      { d: `M${px(left)} ${px(hive)}H${px(right)}`, kind: 'hidden' },
      { d: `M${px(left)} ${px((top + hive) / 2)}H${px(right)}`, kind: 'thin' },
    ],
    flows: [
      {
        d: arrow([
          [left + 6, portY],
          [left + (right - left) * 0.72, portY + 10],
        ]),
        thick: thickness(flow.hose),
      },
      ...[0.4, 0.58, 0.76].map((share) => {
        const x = left + share * (right - left);
        return {
          d: arrow([
            [x, portY + 14],
            [x + 8, bottom - 8],
          ]),
          thick: thickness(flow.screen / 3),
        };
      }),
      {
        d: arrow([
          [right - 40, bottom - 6],
          [right + WALL + 12, bottom - 6],
        ]),
        thick: thickness(flow.source),
      },
    ],
    frames:
      rig.box.frames.count > 0
        ? { x: left + 8, y: top + 10, width: (right - left) * 0.6, height: hive - top - 20 }
        : null,
    landing: { x: left + (right - left) * 0.8, y: portY + 10 + (low - portY - 12) * 0.6 },
    screenAt: [left + 34, portY + 16],
    gateBox:
      rig.bleed.at === 'plenum'
        ? { x: left + (right - left) * 0.3, y: bottom, width: 66, height: WALL }
        : { x: left + (right - left) * 0.36, y: top - WALL, width: 66, height: WALL },
    sourceAt: { x: right + WALL + 6, y: bottom - 34, width: 44, height: 42 },
    boxAt: [right - 60, hive + 16],
  };
}

function splitDeep({ readings, inside, portY, rig }: Drawn): DrawnLayout {
  const { left, right, top, bottom } = inside;
  const { flow } = readings.state;
  const screen = right - 40;
  return {
    boards: [],
    lines: [mesh(screen, top, screen, bottom), ...rowed(inside, screen, rig.box.boxes)],
    flows: [
      {
        d: arrow([
          [left + 6, portY],
          [screen - 10, portY - 6],
        ]),
        thick: thickness(flow.hose),
      },
      ...[0.3, 0.55, 0.8].map((share) => {
        const y = top + share * (bottom - top);
        return {
          d: arrow([
            [screen - 16, y],
            [screen + 18, y],
          ]),
          thick: thickness(flow.screen / 3),
        };
      }),
      {
        d: arrow([
          [screen + 20, bottom - 28],
          [right + WALL + 12, bottom - 28],
        ]),
        thick: thickness(flow.source),
      },
    ],
    frames:
      rig.box.frames.count > 0
        ? {
            x: left + 10,
            y: top + 10,
            width: (screen - left) * Math.min(0.4, 0.8 / rig.box.boxes),
            height: (bottom - top) * 0.5,
          }
        : null,
    landing: { x: screen, y: portY - 6 },
    screenAt: [screen, top + 22],
    gateBox:
      rig.bleed.at === 'plenum'
        ? { x: screen - 34, y: top - WALL, width: 66, height: WALL }
        : { x: left + (right - left) * 0.36, y: top - WALL, width: 66, height: WALL },
    sourceAt: { x: right + WALL + 6, y: bottom - 52, width: 44, height: 48 },
    boxAt: [left + (screen - left) * 0.62, portY - 26],
  };
}

export const LAYOUT_DRAWN = { walkUp, topBox, downDraught, splitDeep } as const;
