import {
  type BatchWork,
  box,
  type Design,
  type DesignEntrance,
  fingered,
  guardOf,
  isRound,
  line,
  type PlacedDrawing,
  words,
  type WorkPart,
} from '@yewridge/core/bench';
import type { UnitSystem } from '@yewridge/core/shared/units';
import { figureText } from '../../../shared/units/format';

/** What can be laid on the wood at true size. */
export interface Template {
  readonly id: string;
  readonly name: string;
  readonly drawing: PlacedDrawing;
}

const ROOM = 0.02;
const CROSS = 0.012;
type Entity = PlacedDrawing['entities'][number];

const cross = (x: number, y: number): readonly Entity[] => [
  line('CENTRE', x - CROSS, y, x + CROSS, y),
  line('CENTRE', x, y - CROSS, x, y + CROSS),
];

const ARCH_STEPS = 24;
/** Upright to where the half circle begins, and over; a notch lower than half its width is a part of that circle. */
function arch(x: number, y: number, width: number, height: number): readonly Entity[] {
  const rise = Math.min(width / 2, height);
  const top = Array.from({ length: ARCH_STEPS + 1 }, (_, n) => {
    const angle = (Math.PI * n) / ARCH_STEPS;
    return { x: x + width / 2 - (width / 2) * Math.cos(angle), y: y + height - rise + rise * Math.sin(angle) };
  });
  const points = [{ x, y }, ...top, { x: x + width, y }];
  return points.map((from, n) => {
    const to = points[(n + 1) % points.length] ?? from;
    return line('OPENING', from.x, from.y, to.x, to.y);
  });
}

/** A door with the middle of it, its guard's bars, and how far above the floor it comes. */
function doorTemplate(door: DesignEntrance, system: UnitSystem): Template {
  const { opening, count, height } = door;
  const guard = guardOf(opening);
  const wide = isRound(opening) ? opening.diameter : opening.width;
  const high = isRound(opening) ? opening.diameter : opening.height;
  const [x, y] = [ROOM + wide / 2, ROOM + high / 2];
  const outline: readonly Entity[] = isRound(opening)
    ? [{ type: 'circle', layer: 'OPENING', x, y, r: opening.diameter / 2 }]
    : opening.kind === 'notch' && opening.top === 'round'
      ? arch(ROOM, ROOM, wide, high)
      : box('OPENING', ROOM, ROOM, wide, high);
  const bars = Array.from({ length: guard?.count ?? 0 }, (_, n) => {
    const at = ROOM + (wide * (n + 1)) / ((guard?.count ?? 0) + 1);
    const half = (guard?.diameter ?? 0) / 2;
    return [
      line('HIDDEN', at - half, ROOM, at - half, ROOM + high),
      line('HIDDEN', at + half, ROOM, at + half, ROOM + high),
    ];
  }).flat();
  const say = (value: number): string => figureText(value, 'length', system);
  const from = isRound(opening) ? 'middle' : 'lower edge';
  const sizes = isRound(opening) ? `${say(wide)} across` : `${say(wide)} by ${say(high)}`;
  const name = door.label === '' ? 'Door' : door.label;
  return {
    id: `door-${door.id}`,
    name,
    drawing: {
      title: `${name}, ${sizes}${count > 1 ? `, ${count} of it` : ''}`,
      entities: [
        ...outline,
        ...bars,
        ...cross(x, y),
        words(ROOM, 0.008, `${from} ${say(height)} above the inside floor`, 0.004),
      ],
      width: Math.max(0.12, wide + 2 * ROOM),
      height: high + 2 * ROOM + 0.01,
    },
  };
}

/** A board that hangs the trap: its outline at the top with the hole. */
function holeTemplate({ part }: BatchWork, system: UnitSystem): Template {
  const { width = 0, holeDiameter = 0, holeFromTop = 0, holeFromSide = 0 } = part;
  const high = 2 * holeFromTop;
  const top = ROOM + high;
  const say = (value: number): string => figureText(value, 'length', system);
  return {
    id: `hole-${part.id}`,
    name: 'Hanging board',
    drawing: {
      title: `Hanging board, hole ${say(holeDiameter)}`,
      entities: [
        line('OUTLINE', ROOM, top, ROOM + width, top),
        line('OUTLINE', ROOM, ROOM, ROOM, top),
        line('OUTLINE', ROOM + width, ROOM, ROOM + width, top),
        { type: 'circle', layer: 'OPENING', x: ROOM + holeFromSide, y: top - holeFromTop, r: holeDiameter / 2 },
        ...cross(ROOM + holeFromSide, top - holeFromTop),
        words(ROOM, 0.008, `hole ${say(holeFromTop)} from the top, ${say(holeFromSide)} from the side`, 0.004),
      ],
      width: width + 2 * ROOM,
      height: high + 2 * ROOM,
    },
  };
}

const SHOWN = 0.08;
/** The end of a board with its fingers, as the jig must cut it. */
function fingerTemplate(part: WorkPart, label: string): Template {
  const { width = 0, across = 0 } = part;
  const edge = fingered(part)
    .filter(({ x }) => x <= across + 1e-9)
    .map(({ x, y }) => ({ x: x + ROOM, y: y + ROOM }));
  const path = edge.slice(1).map((to, n) => {
    const from = edge[n] ?? to;
    return line('OUTLINE', from.x, from.y, to.x, to.y);
  });
  return {
    id: `fingers-${part.id}`,
    name: `Fingers, ${label}`,
    drawing: {
      title: `Fingers, ${label}, ${part.fingers ?? 0} of them`,
      entities: [
        ...path,
        line('OUTLINE', ROOM, ROOM, ROOM + SHOWN, ROOM),
        line('OUTLINE', ROOM, ROOM + width, ROOM + SHOWN, ROOM + width),
        line('HIDDEN', ROOM + across, ROOM, ROOM + across, ROOM + width),
      ],
      width: SHOWN + 2 * ROOM,
      height: width + 2 * ROOM,
    },
  };
}

/** Every door, hole and row of fingers of a design that is sawn or bored by a mark. */
export function templatesOf(
  design: Design,
  parts: readonly BatchWork[],
  names: ReadonlyMap<string, string>,
  system: UnitSystem,
): readonly Template[] {
  return [
    ...design.entrances.filter(({ count }) => count > 0).map((door) => doorTemplate(door, system)),
    ...parts.filter(({ part }) => part.holeDiameter !== undefined).map((part) => holeTemplate(part, system)),
    ...parts
      .filter(({ part }) => part.joint === 'box-joint' && part.fingers !== undefined)
      .map(({ id, part }) => fingerTemplate(part, names.get(id) ?? part.name)),
  ];
}
