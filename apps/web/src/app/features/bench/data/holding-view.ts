import { type Design, type DesignSection, frameSpec, insideShape } from '@yewridge/core/bench';
import {
  beesFromMass,
  beesOnFrames,
  type FrameType,
  heatClock,
  type HeatQuestion,
  type Mood,
} from '@yewridge/core/suction';
import { type UnitSystem, ZERO_CELSIUS } from '@yewridge/core/shared/units';
import { decimalText, figureText, temperatureText } from '../../../shared/units/format';

/** Whether a holding box keeps its nurse bees cool, on a warm and on a hot day. */
export interface HoldingView {
  readonly level: 'look' | 'know' | 'good';
  readonly sentence: string;
  readonly rows: readonly { readonly day: string; readonly times: readonly string[] }[];
}

export const HOLDING_MOODS: readonly Mood[] = ['resting', 'disturbed', 'agitated'];
const WARM = ZERO_CELSIUS + 28;
const HOT = ZERO_CELSIUS + 35;
/** Wire of hardware cloth, m. */
const WIRE = 0.00043;
/** Nurse bees in a box that says no swarm, kg. */
const USUAL_BEES = 1;

interface Size {
  readonly length: number;
  readonly width: number;
  readonly height: number;
}

function boxesOf(sections: readonly DesignSection[]): readonly Size[] {
  return sections.flatMap((section): Size[] => {
    const shape = insideShape(section);
    return shape.kind === 'box' ? [shape] : [];
  });
}

function frameType(height: number): FrameType {
  if (height > 0.2) return 'deep';
  return height > 0.15 ? 'medium' : 'shallow';
}

/** Comb that bees can sit on, both sides, and all frames. */
function combOf(sections: readonly DesignSection[]): { readonly area: number; readonly frames: number } {
  const hung = sections.flatMap(({ contents }) =>
    contents.flatMap((content) => (content.kind === 'frames' ? [content] : [])),
  );
  const drawn = hung.filter(({ fill }) => fill === 'comb' || fill === 'oldComb');
  const frames = drawn.map((one) => ({ type: frameType(frameSpec(one.frame).height), count: one.count ?? 1 }));
  return {
    area: frames.length === 0 ? 0 : beesOnFrames({ frames }).combArea,
    frames: hung.reduce((sum, { count }) => sum + (count ?? 1), 0),
  };
}

/** m² that is open in all meshes whose area is known; `null` when none is. */
function meshOf(design: Design): number | null {
  const known = (design.gaps ?? []).flatMap(({ opening, meshArea, count }) =>
    opening.kind === 'mesh' && meshArea !== undefined
      ? [count * meshArea * (opening.aperture / (opening.aperture + WIRE)) ** 2]
      : [],
  );
  return known.length === 0 ? null : known.reduce((sum, area) => sum + area, 0);
}

/** Half of the mesh is counted low, half high: a floor and a lid, or two ends. */
function questionOf(design: Design, open: number, outsideTemp: number): HeatQuestion | null {
  const boxes = boxesOf(design.sections);
  const [first] = boxes;
  if (!first) return null;
  const height = boxes.reduce((sum, box) => sum + box.height, 0);
  const comb = combOf(design.sections);
  const lidArea = first.length * first.width;
  return {
    bees: Math.round(beesFromMass({ mass: design.load?.swarm ?? USUAL_BEES, state: 'nestWorker' }).typical),
    mood: 'disturbed',
    balled: false,
    outsideTemp,
    cabin: false,
    sun: false,
    combArea: comb.area,
    frames: comb.frames,
    wallArea: 2 * lidArea + 2 * (first.length + first.width) * height,
    lidArea,
    sideArea: first.length * height,
    topArea: 0,
    meshLow: open / 2,
    meshHigh: open / 2,
    height,
    fanFlow: 0,
  };
}

/** `null` for a box that is no box, or whose mesh nobody measured. */
export function holdingView(design: Design, system: UnitSystem): HoldingView | null {
  const open = meshOf(design);
  const question = open === null ? null : questionOf(design, open, WARM);
  if (open === null || question === null) return null;
  const warm = heatClock(question);
  const hot = heatClock({ ...question, outsideTemp: HOT });
  if (!warm || !hot) return null;
  const time = (seconds: number | null): string =>
    seconds === null ? 'not in two hours' : `${decimalText(seconds / 60, 0)} min`;
  const rows = [
    { day: temperatureText(WARM, system), clock: warm },
    { day: temperatureText(HOT, system), clock: hot },
  ].map(({ day, clock }) => ({ day, times: HOLDING_MOODS.map((mood) => time(clock.byMood[mood].warning)) }));
  const bees = `${question.bees} nurse bees`;
  const mesh = figureText(open, 'area', system);
  const warmHolds = warm.byMood.disturbed.warning === null;
  const hotHolds = hot.byMood.disturbed.warning === null;
  if (warmHolds && hotHolds) return { level: 'good', sentence: `${mesh} of open mesh is enough for ${bees}.`, rows };
  if (warmHolds) {
    return {
      level: 'know',
      sentence: `${mesh} of open mesh is enough for ${bees} on a warm day, not on a hot one: shade.`,
      rows,
    };
  }
  const wider = heatClock({ ...question, meshLow: open, meshHigh: open });
  const advice =
    wider?.byMood.disturbed.warning === null
      ? 'Twice the mesh would do.'
      : 'Twice the mesh would not do either: fewer bees, or more comb to spread on.';
  return { level: 'look', sentence: `${mesh} of open mesh is too little for ${bees}. ${advice}`, rows };
}
