import * as suction from '@yewridge/core/suction';
import { DomainError, type ErrorCode } from '@yewridge/core/shared/errors';
import type { CoreFunction } from './called.js';

const functions = suction as unknown as Readonly<Record<string, CoreFunction | undefined>>;
const air = suction.airProperties({ conditions: {} });
const system: suction.SuctionSystem = {
  air,
  source: { curve: { kind: 'parabola', sealedSuction: 800, freeFlow: 0.06 } },
  hose: { diameter: 0.05, length: 3 },
  port: { diameter: 0.05 },
  screen: { area: 0.1, openFraction: 0.7, wireDiameter: 0.0004 },
  bleed: { gate: { kind: 'roundStraight', diameter: 0.06 }, at: 'plenum' },
};
const bee = { mass: 1.3e-4, dragArea: 3.5e-5 };
const box = { distance: 0.4, portDiameter: 0.05, portSpeed: 10 };
const segment = { length: 3, airSpeed: 10, diameter: 0.05 };
const fit = suction.fitLoss({ jobs: [], speedKind: 'arrival' });
const heat = { bees: 1000, heatPerBee: 0.004, outsideTemp: 300, beeArea: 0.5, wallArea: 0.7 };
const solve = (changes: object, opening: unknown = 0.5): unknown => ({ system: { ...system, ...changes }, opening });

const REFUSED: readonly (readonly [string, string, unknown, ErrorCode, string])[] = [
  ['air too hot', 'airProperties', { conditions: { temperature: 400 } }, 'RANGE', 'conditions.temperature'],
  ['no conditions', 'airProperties', {}, 'MISSING', 'conditions'],
  ['a friction of no flow', 'frictionFactor', { reynolds: 0, relativeRoughness: 0 }, 'RANGE', 'reynolds'],
  ['a bend sharper than its bore', 'bendLoss', { angle: 1, radiusRatio: 0.4 }, 'RANGE', 'radiusRatio'],
  ['an unknown rim', 'entranceLoss', { shape: 'funnel' }, 'ENUM', 'shape'],
  [
    'a coefficient above one',
    'orificeFlow',
    { area: 1, dischargeCoefficient: 1.2, underPressure: 1, air },
    'RANGE',
    'dischargeCoefficient',
  ],
  [
    'a plate smaller than its hole',
    'gateOpening',
    { gate: { kind: 'roundDisc', diameter: 0.06, plateDiameter: 0.05 }, opening: 0 },
    'RANGE',
    'gate.plateDiameter',
  ],
  [
    'a screw too near',
    'gateOpening',
    { gate: { kind: 'roundSwing', diameter: 0.06, plateDiameter: 0.07, pivotDistance: 0.03 }, opening: 0 },
    'RANGE',
    'gate.pivotDistance',
  ],
  [
    'half a gate',
    'gateOpening',
    { gate: { kind: 'roundStraight', diameter: 0.06, count: 1.5 }, opening: 0 },
    'TYPE',
    'gate.count',
  ],
  [
    'a curve that rises',
    'solveSuction',
    solve({
      source: {
        curve: {
          kind: 'table',
          points: [
            { flow: 0, suction: 5 },
            { flow: 1, suction: 6 },
            { flow: 2, suction: 0 },
          ],
        },
      },
    }),
    'CONFLICT',
    'system.source.curve.points[1]',
  ],
  [
    'a curve of one point',
    'solveSuction',
    solve({ source: { curve: { kind: 'table', points: [{ flow: 0, suction: 0 }] } } }),
    'CONFLICT',
    'system.source.curve.points',
  ],
  [
    'a rough hose beyond a tenth of its bore',
    'solveSuction',
    solve({ hose: { diameter: 0.05, length: 3, roughness: 0.006 } }),
    'RANGE',
    'system.hose.roughness',
  ],
  [
    'a screen that is all covered',
    'solveSuction',
    solve({ screen: { ...system.screen, coverage: 1 } }),
    'RANGE',
    'system.screen.coverage',
  ],
  ['a leak nowhere', 'solveSuction', solve({ leaks: [{ at: 'roof', area: 1 }] }), 'ENUM', 'system.leaks[0].at'],
  ['an opening of words', 'solveSuction', solve({}, 'half'), 'TYPE', 'opening'],
  ['true for an opening', 'solveSuction', solve({}, true), 'TYPE', 'opening'],
  [
    'not a number for a length',
    'solveSuction',
    solve({ hose: { diameter: 0.05, length: Number.NaN } }),
    'TYPE',
    'system.hose.length',
  ],
  [
    'a target that rises with the gate',
    'openingForTarget',
    { system, target: { quantity: 'sourceFlow', value: 1 } },
    'ENUM',
    'target.quantity',
  ],
  ['no limits', 'safeBand', { system, limits: [] }, 'EMPTY', 'limits'],
  ['a limit with no end', 'safeBand', { system, limits: [{ quantity: 'hoseSpeed' }] }, 'EMPTY', 'limits[0].min'],
  ['a coverage of one', 'coverageSweep', { system, opening: 0, coverages: [0, 1] }, 'RANGE', 'coverages.1'],
  [
    'a sensitivity of nothing',
    'sensitivities',
    { system: { ...system, port: { diameter: 0.05, opening: 0 } }, opening: 0, output: 'hoseSpeed' },
    'RANGE',
    'output',
  ],
  ['no readings', 'calibrate', { system, readings: [] }, 'EMPTY', 'readings'],
  [
    'a reading of no pressure',
    'calibrate',
    { system, readings: [{ opening: 1, boxUnderPressure: 0 }] },
    'RANGE',
    'readings[0].boxUnderPressure',
  ],
  [
    'a battery full below empty',
    'batteryRun',
    {
      battery: { capacity: 1, emptyVoltage: 12, fullVoltage: 11 },
      load: { power: 1, voltage: 12, motor: 'regulated' },
    },
    'RANGE',
    'battery.fullVoltage',
  ],
  ['an unknown motor', 'speedRatioAtVoltage', { motor: 'steam', voltageRatio: 1 }, 'ENUM', 'motor'],
  ['a bee of no mass', 'floatVelocity', { mass: 0, dragArea: 1e-5 }, 'RANGE', 'mass'],
  ['a path without a hose', 'beeTrajectory', { ...bee, path: { segments: [], box } }, 'EMPTY', 'path.segments'],
  [
    'a rise beyond the length',
    'beeTrajectory',
    { ...bee, path: { segments: [{ ...segment, rise: 4 }], box } },
    'RANGE',
    'path.segments[0].rise',
  ],
  [
    'a limit never reached',
    'scaleForArrival',
    { ...bee, path: { segments: [segment], box }, limit: 400 },
    'NO_SOLUTION',
    'limit',
  ],
  [
    'a swarm of nobody',
    'arrivalDistribution',
    { ...bee, path: { segments: [segment], box }, seed: 1, count: 0 },
    'RANGE',
    'count',
  ],
  ['a seed of nine figures too many', 'randomUniforms', { seed: 2 ** 32, count: 1 }, 'RANGE', 'seed'],
  ['a wire as thick as its mesh', 'meshProperties', { pitchX: 0.003, pitchY: 0.003, wire: 0.003 }, 'RANGE', 'wire'],
  ['an unknown mesh', 'meshByKey', { key: 'curtain' }, 'ENUM', 'key'],
  [
    'a shut screen without a pressure',
    'screenState',
    { flow: 1, area: 1, openFraction: 0.7, coverage: 1 },
    'NO_SOLUTION',
    'maxPressure',
  ],
  ['a body twice as large', 'gapCheck', { width: 0.004, bodyScale: 2 }, 'RANGE', 'bodyScale'],
  ['frames of none', 'beesOnFrames', { frames: [] }, 'EMPTY', 'frames'],
  ['a box cooled below outside', 'requiredVent', { ...heat, limit: 290 }, 'NO_SOLUTION', 'limit'],
  ['a run of no time', 'heatRun', { ...heat, duration: 0 }, 'RANGE', 'duration'],
  [
    'more dead than there were',
    'fitLoss',
    { jobs: [{ speed: 4, dead: 9, total: 8 }], speedKind: 'arrival' },
    'RANGE',
    'jobs[0].dead',
  ],
  ['a loss that rest already has', 'speedForLoss', { fit, share: 0.0001 }, 'NO_SOLUTION', 'share'],
];

describe('suction: refusals', () => {
  for (const [what, name, input, code, path] of REFUSED) {
    it(`${name} refuses ${what}`, () => {
      const fn = functions[name];
      if (!fn) throw new Error(`core/suction has no ${name}`);
      try {
        fn(input);
        fail(`${name} took it`);
      } catch (error) {
        if (!(error instanceof DomainError)) throw error;
        expect([error.code, error.path]).toEqual([code, path]);
      }
    });
  }
});
