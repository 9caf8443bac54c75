import {
  type GateLane,
  type Rig,
  rigHeatQuestion,
  type RigReadings,
  rigReadings,
  rigProblems,
} from '@yewridge/core/suction';
import type { UnitSystem } from '@yewridge/core/shared/units';
import { decimalText, figureText, percentText } from '../../../shared/units/format';
import { PART_NAMES, partLine, PARTS } from './rig-parts';
import { LAYOUT_NAMES } from './rig-words';

export interface ComparedRig {
  readonly id: string;
  readonly rig: Rig;
  readonly readings: RigReadings | null;
  readonly lane: GateLane | null;
}

export interface CompareRow {
  readonly name: string;
  readonly cells: readonly string[];
  readonly differs: boolean;
}

export function comparedRig(id: string, rig: Rig, lane: GateLane | null): ComparedRig {
  return { id, rig, lane, readings: rigProblems(rig).length === 0 ? rigReadings(rig) : null };
}

type Cell = (one: ComparedRig, system: UnitSystem) => string;

const none = '–';
const read =
  (say: (readings: RigReadings, system: UnitSystem) => string): Cell =>
  ({ readings }, system) =>
    readings ? say(readings, system) : 'cannot be built';

const READ: readonly (readonly [string, Cell])[] = [
  ['Layout', ({ rig }) => LAYOUT_NAMES[rig.layout]],
  ['Air in the hose', read(({ state }, system) => figureText(state.speed.hose, 'speed', system))],
  ['Bees land at', read(({ bee }, system) => (bee.landing ? figureText(bee.landing.worst, 'speed', system) : 'stall'))],
  [
    'As a fall of',
    read(({ bee }, system) =>
      bee.landing === null ? none : bee.drop === null ? 'no fall is as hard' : figureText(bee.drop, 'height', system),
    ),
  ],
  [
    'Safe band in the hose',
    ({ lane }, system) =>
      lane === null
        ? '…'
        : lane.spot.level === 'none' || lane.spot.high === null
          ? 'none'
          : `${figureText(lane.spot.level === 'wide' ? lane.spot.lowSure : lane.spot.low, 'speed', system).replace(/ .*/, '')} to ${figureText(lane.spot.high, 'speed', system)}${lane.spot.level === 'narrow' ? ', narrow' : ''}`,
  ],
  ['In the box', read(({ state }, system) => figureText(state.underPressure.box, 'pressure', system))],
  [
    'Lost through seams',
    read(({ state }) => percentText((state.flow.boxLeak + state.flow.plenumLeak) / state.flow.source)),
  ],
  ['Screen holds until', read(({ screen }) => percentText(screen.sizing.allowedCoverage ?? 0))],
  ['Shut screen', read(({ screen }, system) => figureText(screen.shutPressure, 'pressure', system))],
  ['Feed at most', read(({ crowding }) => (crowding ? `${decimalText(crowding.feedLimit, 0)} bees a second` : none))],
  ['Draws', read(({ power }) => (power === null ? none : `${decimalText(power, 0)} W`))],
  [
    'Bees meant',
    ({ rig, readings }) => (readings ? String(rigHeatQuestion(rig, readings.state.flow.screen).bees) : none),
  ],
];

/** What is read off up to four rigs, and how they are built. */
export function compareRows(rigs: readonly ComparedRig[], system: UnitSystem): readonly CompareRow[] {
  const built: readonly (readonly [string, Cell])[] = PARTS.map((part) => [
    PART_NAMES[part],
    ({ rig }: ComparedRig, units: UnitSystem): string => partLine(rig, part, units),
  ]);
  return [...READ, ...built].map(([name, cell]) => {
    const cells = rigs.map((one) => cell(one, system));
    return { name, cells, differs: new Set(cells).size > 1 };
  });
}
