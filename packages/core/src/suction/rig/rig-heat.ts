/**
 * Minutes until the bees in a rig's box (or in a holding box) are too hot, shut, crosswise, open, in the sun, in a cabin, with the
 * source left running.
 *
 * Source: `heat.ts`. Conventions: bees come in at 33 °C; seams shut leave 2 cm² low and high; each frame holds 400 J/K; walls of
 * 19 mm pine, 8.6 kg/m², 1.2 kJ/(kg K); 350 W/m² of sun taken up by the lid and half a side; a cabin half an hour in the sun.
 */
import { BEE_DATA, type Mood, MOODS } from '../bee-data.js';
import { type BeeCount, beeContactArea, beesFromMass, beesOnFrames, boxesNeeded } from '../capacity.js';
import { crosswiseArea, type HeatBox, heatCourse, type HeatPoint, type HeatRun, parkedCabinTemp } from '../heat.js';
import { meshByKey } from '../screen.js';
import { boxPanels, inRow, screenArea } from './rig-system.js';
import type { Rig } from './rig.js';

export const HEAT_CONVENTIONS = {
  /** K. */
  startTemp: 306.15,
  /** m², each. */
  shutSeams: 2e-4,
  insideEmpty: 2000,
  perFrame: 400,
  /** J/(K m²) of wall. */
  wallCapacity: 10260,
  /** W/m². */
  sunTaken: 350,
  cabinTime: 1800,
  runningFilm: 25,
  stillFilm: 12,
  duration: 7200,
} as const;

const SETTLED = BEE_DATA.heat.resting.typical;

/** What a hot box is asked about: a rig's, or a holding box of the bench. m, m², K. */
export interface HeatQuestion {
  readonly bees: number;
  readonly mood: Mood;
  readonly balled: boolean;
  readonly outsideTemp: number;
  readonly cabin: boolean;
  readonly sun: boolean;
  /** m², both sides. */
  readonly combArea: number;
  readonly frames: number;
  readonly wallArea: number;
  readonly lidArea: number;
  readonly sideArea: number;
  /** m² free on top after its mesh; and m between the low and the high seams. */
  readonly topArea: number;
  readonly height: number;
  /** m³/s that a running source draws through. */
  readonly fanFlow: number;
  /** m² of open mesh low and high, on top of the seams. */
  readonly meshLow?: number;
  readonly meshHigh?: number;
  /** What could be done: m² free with the lid off its open screen, and m³/s with the source left running. */
  readonly couldOpen?: number;
  readonly couldRun?: number;
}

export function heatBox(a: HeatQuestion): HeatBox {
  const c = HEAT_CONVENTIONS;
  const outsideTemp = a.cabin ? parkedCabinTemp({ outsideTemp: a.outsideTemp, time: c.cabinTime }) : a.outsideTemp;
  return {
    bees: a.bees,
    heatPerBee: BEE_DATA.heat[a.mood].typical,
    heatSettled: Math.min(SETTLED, BEE_DATA.heat[a.mood].typical),
    outsideTemp,
    startTemp: Math.max(c.startTemp, outsideTemp),
    beeArea: beeContactArea({ bees: a.bees, combArea: a.combArea, balled: a.balled }),
    beeFilm: a.fanFlow > 0 ? c.runningFilm : c.stillFilm,
    insideCapacity: c.insideEmpty + a.frames * c.perFrame,
    wallArea: a.wallArea,
    wallCapacity: Math.max(300, a.wallArea * c.wallCapacity),
    solarGain: a.sun && !a.cabin ? c.sunTaken * (a.lidArea + a.sideArea / 2) : 0,
    vents: {
      lowArea: c.shutSeams + (a.meshLow ?? 0),
      highArea: c.shutSeams + (a.meshHigh ?? 0),
      topArea: a.topArea,
      height: a.height,
    },
    fanFlow: a.fanFlow,
  };
}

/** Bees of a hanging cluster: loose when it is warm, tight when it is cool, so the spread is wide. */
function beesInCluster(volume: number): BeeCount {
  const { tight, loose } = BEE_DATA.cluster;
  return {
    low: volume * loose.low,
    typical: volume * Math.sqrt(loose.typical * tight.typical),
    high: volume * tight.high,
  };
}

/** How many bees the keeper wants to take, with the spread of a weighing or a count of frames. */
export function beesWanted({ bees: { amount, kind }, box }: Rig): BeeCount {
  if (amount.by === 'count') return { low: amount.value, typical: amount.value, high: amount.value };
  if (amount.by === 'cluster') return beesInCluster(amount.value);
  if (amount.by === 'mass') return beesFromMass({ mass: amount.value, state: kind });
  return beesOnFrames({ frames: [{ type: box.frames.type, count: amount.value }] });
}

export function rigBoxesNeeded(rig: Rig): { perBox: number; boxes: number; fill: number } | null {
  const { type, count } = rig.box.frames;
  if (count === 0) return null;
  return boxesNeeded({ bees: beesWanted(rig).typical, frameType: type, framesPerBox: count });
}

function openScreen(rig: Rig): number {
  return meshByKey({ key: rig.screen.mesh }).openFraction * (1 - rig.screen.coverage);
}

function topAreaOf(rig: Rig): number {
  const open = openScreen(rig);
  if (rig.heat.lid === 'off') return screenArea(rig) * open;
  if (rig.heat.lid === 'closed') return 0;
  return Math.min(screenArea(rig), crosswiseArea({ length: rig.box.length, width: rig.box.width })) * open;
}

/** The question of a rig; `sourceFlow` m³/s counts where the keeper leaves it running. */
export function rigHeatQuestion(rig: Rig, sourceFlow: number): HeatQuestion {
  const { box, heat } = rig;
  const panels = boxPanels(rig);
  const frames = box.frames.count * box.boxes;
  return {
    bees: Math.round(beesWanted(rig).typical),
    mood: heat.mood,
    balled: heat.balled,
    outsideTemp: rig.air.temperature,
    cabin: heat.cabin,
    sun: heat.sun,
    combArea: frames === 0 ? 0 : beesOnFrames({ frames: [{ type: box.frames.type, count: frames }] }).combArea,
    frames,
    wallArea: panels.walls,
    lidArea: panels.lid,
    sideArea: box.length * box.height * box.boxes,
    topArea: topAreaOf(rig),
    height: inRow(rig.layout) ? box.height : box.height * box.boxes,
    fanFlow: heat.fan ? sourceFlow : 0,
    couldOpen: screenArea(rig) * openScreen(rig),
    couldRun: sourceFlow,
  };
}

export interface HeatClock {
  readonly run: HeatRun;
  readonly course: readonly HeatPoint[];
  /** s to warning and to danger by how stirred up the bees are; `null` never within the run. */
  readonly byMood: Readonly<Record<Mood, { readonly warning: number | null; readonly danger: number | null }>>;
  /** s to warning of agitated bees by what can be done about it: lid off and source off, or lid shut and source running. */
  readonly cooling: { readonly lidOff: number | null; readonly running: number | null } | null;
  readonly outsideTemp: number;
}

/** The two ways to cool a box of bees just taken, beside each other. */
function coolingOf(question: HeatQuestion): HeatClock['cooling'] {
  const { couldOpen, couldRun } = question;
  if (couldOpen === undefined || couldRun === undefined) return null;
  const warning = (topArea: number, fanFlow: number): number | null =>
    heatCourse({
      ...heatBox({ ...question, mood: 'agitated', topArea, fanFlow }),
      duration: HEAT_CONVENTIONS.duration,
    }).timeToWarning;
  return { lidOff: warning(couldOpen, 0), running: warning(0, couldRun) };
}

/** The course of the chosen case over two hours, and the times of all three moods. `goOn` is asked between the runs. */
export function heatClock(question: HeatQuestion, goOn: () => boolean = () => true): HeatClock | null {
  const runs = new Map<Mood, ReturnType<typeof heatCourse>>();
  for (const mood of MOODS) {
    if (!goOn()) return null;
    runs.set(mood, heatCourse({ ...heatBox({ ...question, mood }), duration: HEAT_CONVENTIONS.duration }));
  }
  const times = (mood: Mood): { warning: number | null; danger: number | null } => {
    const run = runs.get(mood);
    return { warning: run?.timeToWarning ?? null, danger: run?.timeToDanger ?? null };
  };
  const chosen = runs.get(question.mood);
  if (!chosen) return null;
  const { course, ...run } = chosen;
  return {
    run,
    course,
    byMood: { resting: times('resting'), disturbed: times('disturbed'), agitated: times('agitated') },
    cooling: coolingOf(question),
    outsideTemp: heatBox(question).outsideTemp,
  };
}
