/** Four ways to build a bee vacuum, each a whole rig of the one model, with what it is good for and what it costs. */
import { SOURCES } from './library.js';
import type { Layout, Rig, RigSource } from './rig.js';
import type { SourceId } from './library.js';

export interface StartingRig {
  readonly layout: Layout;
  readonly rig: Rig;
}

/** Source `machine` as the library has it. */
export function librarySource(machine: SourceId): RigSource {
  const { curve, motor, supply, ratedPower } = SOURCES[machine];
  return { machine, curve, motor, supply, ratedPower };
}

const AMP_HOUR = 3600;

function based(name: string, layout: Layout, source: RigSource, changes: Partial<Rig>): Rig {
  return {
    name,
    layout,
    source,
    hose: { diameter: 0.0508, length: 3, wall: 'corrugated', bends: 2, bendRadius: 0.3, rise: 0.5, climb: 'even' },
    nozzles: [{ id: 'n38', name: '38 mm nozzle', diameter: 0.038, length: 0.15, entrance: 'projecting' }],
    fitted: null,
    port: { diameter: 0.0508, opening: 1 },
    box: {
      length: 0.465,
      width: 0.31,
      height: 0.245,
      boxes: 1,
      frames: { type: 'deep', count: 8 },
      landing: { on: 'headOn', distance: 0.45, angleDeg: 90 },
    },
    screen: { mesh: 'hardware-8', length: 0.43, width: 0.285, coverage: 0 },
    bleed: { gate: { kind: 'rectangle', width: 0.04, height: 0.09 }, at: 'plenum', edge: 'throughBoard', opening: 0.3 },
    seams: [
      { id: 'floor', seam: 'weatherStrip', length: 1.55, at: 'box' },
      { id: 'screen', seam: 'weatherStrip', length: 1.55, at: 'box' },
      { id: 'lid', seam: 'weatherStrip', length: 1.55, at: 'plenum' },
    ],
    slides: [{ id: 'transfer', name: 'Transfer slide', slotHeight: 0.0065, slideThickness: 0.004, bow: 0.0005 }],
    bees: { kind: 'swarmWorker', limit: 4.5, feedRate: 30, amount: { by: 'count', value: 8000 } },
    air: { temperature: 297.15, altitude: 500, relativeHumidity: 0.5 },
    heat: { lid: 'closed', sun: false, cabin: false, fan: false, balled: false, mood: 'agitated' },
    power: {
      battery: source.supply === 'toolBattery' ? 'li18' : 'agm12',
      capacity: (source.supply === 'toolBattery' ? 9 : 12) * AMP_HOUR,
      health: 1,
      meanTime: 720,
      cord: { length: 25, conductorArea: 1.5e-6, supplyVoltage: 230 },
    },
    jobs: [],
    ...changes,
  };
}

/** What a plunger is usually built with between it and the walls, m. */
export const PLUNGER_GAP = 0.0025;

export const STARTING_RIGS: readonly StartingRig[] = [
  {
    layout: 'walkUp',
    rig: based('Walk-up box, suction on the lid', 'walkUp', librarySource('wetDrySmall'), {
      box: {
        length: 0.465,
        width: 0.31,
        height: 0.245,
        boxes: 1,
        frames: { type: 'deep', count: 8 },
        landing: { on: 'wood', distance: 0.42, angleDeg: 20 },
      },
    }),
  },
  {
    layout: 'topBox',
    rig: based('Top box with a sliding floor', 'topBox', librarySource('wetDryLarge'), {
      box: {
        length: 0.35,
        width: 0.35,
        height: 0.25,
        boxes: 1,
        frames: { type: 'deep', count: 0 },
        landing: { on: 'headOn', distance: 0.34, angleDeg: 90 },
      },
      screen: { mesh: 'hardware-8', length: 0.32, width: 0.32, coverage: 0 },
      slides: [{ id: 'floor', name: 'Sliding floor', slotHeight: 0.0075, slideThickness: 0.0045, bow: 0.001 }],
      plunger: { clearance: PLUNGER_GAP },
    }),
  },
  {
    layout: 'downDraught',
    rig: based('Down-draught hive floor', 'downDraught', librarySource('blower12'), {
      hose: { diameter: 0.0635, length: 2.5, wall: 'lightRib', bends: 1, bendRadius: 0.25, rise: 0.2, climb: 'even' },
      port: { diameter: 0.0635, opening: 1 },
      box: {
        length: 0.465,
        width: 0.375,
        height: 0.245,
        boxes: 2,
        frames: { type: 'deep', count: 10 },
        landing: { on: 'mesh', distance: 0.4, angleDeg: 20 },
      },
      screen: { mesh: 'hardware-8', length: 0.45, width: 0.36, coverage: 0 },
      bleed: {
        gate: { kind: 'roundSwing', diameter: 0.06, plateDiameter: 0.075, pivotDistance: 0.08 },
        at: 'plenum',
        edge: 'throughBoard',
        opening: 0.2,
      },
      nozzles: [{ id: 'n50', name: '50 mm nozzle', diameter: 0.0508, length: 0.2, entrance: 'rounded' }],
    }),
  },
  {
    layout: 'splitDeep',
    rig: based('Split deep on its side', 'splitDeep', librarySource('cordlessVacuum'), {
      hose: { diameter: 0.0381, length: 2, wall: 'corrugated', bends: 1, bendRadius: 0.2, rise: 0.3, climb: 'even' },
      port: { diameter: 0.0381, opening: 1 },
      box: {
        length: 0.245,
        width: 0.465,
        height: 0.31,
        boxes: 1,
        frames: { type: 'deep', count: 5 },
        landing: { on: 'headOn', distance: 0.24, angleDeg: 90 },
      },
      screen: { mesh: 'hardware-8', length: 0.4, width: 0.2, coverage: 0 },
      bleed: {
        gate: { kind: 'roundStraight', diameter: 0.04, count: 2 },
        at: 'box',
        edge: 'throughBoard',
        opening: 0.1,
      },
      bees: { kind: 'nestWorker', limit: 4.5, feedRate: 30, amount: { by: 'frames', value: 4 } },
      nozzles: [{ id: 'n32', name: '32 mm nozzle', diameter: 0.0318, length: 0.12, entrance: 'projecting' }],
    }),
  },
];
