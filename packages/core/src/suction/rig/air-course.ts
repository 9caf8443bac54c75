/**
 * Under-pressure and air speed along a rig, place by place in the order of the air, for the charts under its drawing.
 *
 * In the hose the wall's reading rises with friction and steps up at each bend; in the box the jet of the port spreads; behind the
 * far wall the stations follow one another: screen, gate, source.
 *
 * Source: `network.ts` (stations), `trajectory.ts` (jet), `capture.ts` (before the mouth).
 */
import { approachSpeed } from '../capture.js';
import { bendLoss } from '../pipe-losses.js';
import { jetSpeed } from '../trajectory.js';
import type { RigReadings } from './readings.js';
import { START_DISTANCE } from './rig-system.js';
import { fittedNozzle, type Rig } from './rig.js';

export const COURSE_PARTS = ['approach', 'nozzle', 'hose', 'box', 'screen', 'gate', 'source'] as const;
export type CoursePart = (typeof COURSE_PARTS)[number];

/** `share` 0..1 of the way through the part. Pa; m/s. */
export interface AirPoint {
  readonly part: CoursePart;
  readonly share: number;
  readonly underPressure: number;
  readonly speed: number;
}

const STEPS = 12;

function before(rig: Rig, { state }: RigReadings): AirPoint[] {
  const mouth = fittedNozzle(rig)?.diameter ?? rig.hose.diameter;
  const nozzleArea = (Math.PI * mouth ** 2) / 4;
  return Array.from({ length: STEPS + 1 }, (_, n): AirPoint => {
    const share = n / STEPS;
    const distance = START_DISTANCE * (1 - share);
    const speed = approachSpeed({ flow: state.flow.hose, nozzleArea, distance });
    return { part: 'approach', share, underPressure: 0, speed };
  });
}

function alongHose(rig: Rig, { state, system }: RigReadings): AirPoint[] {
  const { hose } = rig;
  const at = (name: string): number => state.stations.find((one) => one.name === name)?.static ?? 0;
  const start = rig.fitted === null ? at('mouth') : at('hoseStart');
  const end = at('hoseEnd');
  const head = (system.air.density * state.speed.hose ** 2) / 2;
  const bend =
    hose.bends === 0 ? 0 : bendLoss({ angle: Math.PI / 2, radiusRatio: hose.bendRadius / hose.diameter }) * head;
  const friction = Math.max(0, end - start - hose.bends * bend);
  const parts = hose.bends + 1;
  const point = (share: number, underPressure: number): AirPoint => ({
    part: 'hose',
    share,
    underPressure,
    speed: state.speed.hose,
  });
  const stretches = Array.from({ length: parts }, (_, n): AirPoint[] => {
    const reached = start + n * bend + (friction * (n + 1)) / parts;
    const share = (n + 1) / parts;
    return n < hose.bends ? [point(share, reached), point(share, reached + bend)] : [point(1, end)];
  });
  return [point(0, start), ...stretches.flat()];
}

function acrossBox(rig: Rig, { state }: RigReadings): AirPoint[] {
  const { distance } = rig.box.landing;
  const underPressure = state.underPressure.box;
  return Array.from({ length: STEPS + 1 }, (_, n): AirPoint => {
    const share = n / STEPS;
    const speed = jetSpeed({
      portSpeed: state.speed.portJet,
      portDiameter: Math.max(state.jetDiameter, 1e-6),
      distance: share * distance,
    });
    return { part: 'box', share, underPressure, speed };
  });
}

export function airCourse(rig: Rig, readings: RigReadings): AirPoint[] {
  const { state } = readings;
  const { box, plenum, source } = state.underPressure;
  const nozzle: AirPoint[] =
    rig.fitted === null
      ? []
      : (['mouth', 'nozzleEnd'] as const).map((name, n) => ({
          part: 'nozzle',
          share: n,
          underPressure: state.stations.find((one) => one.name === name)?.static ?? 0,
          speed: state.speed.nozzle,
        }));
  const screen = (share: number, underPressure: number): AirPoint => ({
    part: 'screen',
    share,
    underPressure,
    speed: state.speed.screenFace,
  });
  return [
    ...before(rig, readings),
    ...nozzle,
    ...alongHose(rig, readings),
    ...acrossBox(rig, readings),
    screen(0.5, box),
    screen(0.5, plenum),
    { part: 'gate', share: 0.5, underPressure: rig.bleed.at === 'box' ? box : plenum, speed: state.speed.bleed },
    { part: 'source', share: 1, underPressure: source, speed: state.speed.sourceDuct },
  ];
}
