import { emptyMass, entrance, holeForArea } from '@yewridge/core/bench';
import { afterCatchPlan } from '@yewridge/core/catches';
import { fitScoutModel, type ScoutLook, simTrapSensor, sizeTrend } from '@yewridge/core/season';
import { DomainError } from '@yewridge/core/shared/errors';
import { bisect, brent } from '@yewridge/core/shared/numeric';
import { randomFrom, randomUniforms, rngSequence } from '@yewridge/core/shared/stats';
import {
  beeTrajectory,
  calibrate,
  floatVelocity,
  heatRun,
  hoseCrowding,
  type HosePath,
  scaleForArrival,
  type SuctionSystem,
  sweetSpot,
  ventilationFlow,
} from '@yewridge/core/suction';
import airCases from './cases/suction-air.json' with { type: 'json' };
import { called } from './called.js';

const BEE = { mass: 1.3e-4, dragArea: 3.5e-5 };
const pathAt = (speed: number, box = 0.3): HosePath => ({
  segments: [{ length: 3, airSpeed: speed, diameter: 0.05 }],
  box: { distance: box, portDiameter: 0.05, portSpeed: speed },
});

function refusal(call: () => unknown): string {
  try {
    call();
  } catch (error) {
    if (error instanceof DomainError) return `${error.code} ${error.path}`;
    throw error;
  }
  return 'answered';
}

describe('calibrate', () => {
  const { system } = (airCases as unknown as readonly { fn: string; input: { system: SuctionSystem } }[]).find(
    ({ fn }) => fn === 'calibrate',
  )!.input;

  it('refuses no readings of the allowed shape, however little they go together', () => {
    const random = randomFrom(20260514);
    for (let n = 0; n < 60; n++) {
      const readings = Array.from({ length: 1 + random.int(6) }, () => ({
        opening: random.uniform(),
        boxUnderPressure: Math.exp(8 * random.uniform()),
        nozzleSpeed: random.uniform() < 0.5 ? 1 + 30 * random.uniform() : null,
        portClosed: random.uniform() < 0.3,
      }));
      const { sealedSuction, freeFlow, leakArea, chiSquare } = calibrate({ system, readings });
      for (const figure of [sealedSuction.value, freeFlow.value, leakArea.value, chiSquare]) {
        expect(Number.isFinite(figure)).withContext(JSON.stringify(readings)).toBeTrue();
      }
    }
  });
});

describe('the largest factor that lands bees softly', () => {
  // At 0.2 of these speeds the fastest air is exactly the limit: a bee never quite reaches the air's speed.
  const path = pathAt(22.5);

  it('is not the lowest one where the air there is exactly as fast as the limit', () => {
    const { factor, normalSpeed } = scaleForArrival({ ...BEE, path, limit: 4.5 });
    expect(factor).toBeGreaterThan(0.3);
    expect(normalSpeed).toBeCloseTo(4.5, 6);
    expect(scaleForArrival({ ...BEE, path, limit: 4.5 * 1.0001 }).factor).toBeCloseTo(factor, 3);
  });

  it('and the band of hose speeds has its upper edge there too', () => {
    const { high } = sweetSpot({ ...BEE, path, climbs: [{ length: 3, slope: 0 }] });
    expect(high).toBeGreaterThan(22.5 * 0.25);
  });
});

describe('the lower edge of the band', () => {
  it('is set by no stretch where nothing has to be carried', () => {
    const down = sweetSpot({ ...BEE, path: pathAt(10), climbs: [{ length: 3, slope: -1 }] });
    expect(down.lowSure).toBe(0);
    expect(down.binding.low).toBeNull();
    const up = sweetSpot({ ...BEE, path: pathAt(10), climbs: [{ length: 3, slope: 1 }] });
    expect(up.binding.low).toBe(0);
  });
});

describe('a bee that is very light for her drag', () => {
  it('follows the air, and her flight does not blow up in its step', () => {
    const light = { mass: 1e-5, dragArea: 1e-4, step: 0.01, path: pathAt(60) };
    const { outcome, arrivalSpeed, peakAcceleration } = beeTrajectory(light);
    expect(outcome).toBe('arrived');
    expect(arrivalSpeed).toBeLessThanOrEqual(60);
    expect(Number.isFinite(peakAcceleration)).toBeTrue();
  });

  it('is refused by name where no step could follow her', () => {
    expect(refusal(() => beeTrajectory({ mass: 1e-12, dragArea: 1e-3, path: pathAt(60) }))).toBe('RANGE mass');
  });

  it('has the speed of the air at the mouth at once', () => {
    const hose = { feedRate: 20, hoseDiameter: 0.05, airSpeed: 10, hoseExitSpeed: 9 };
    expect(hoseCrowding({ mass: 1e-17, dragArea: 1e-3, ...hose }).inletSpeed).toBe(9);
  });
});

describe('bounds that keep a call short', () => {
  const bars = (count: number): unknown =>
    entrance({ openings: [{ kind: 'slot', width: 10, height: 0.02, guard: { count, diameter: 0.001 } }] });
  const nail = (count: number): unknown => holeForArea({ target: 1e-3, bars: count, barDiameter: 1e-5 });
  const points = (length: number): { day: number; massKg: number }[] =>
    Array.from({ length }, (_, day) => ({ day, massKg: 1 }));
  const rows: readonly (readonly [what: string, at: () => unknown, over: () => unknown, refused: string])[] = [
    ['random numbers', () => rngSequence(1, 'next32', 1000), () => rngSequence(1, 'next32', 1_000_001), 'RANGE n'],
    [
      'a Poisson mean',
      () => rngSequence(1, 'poisson', 1, 1e4),
      () => rngSequence(1, 'poisson', 1, 1e4 + 1),
      'RANGE lambda',
    ],
    [
      'uniforms',
      () => randomUniforms({ seed: 1, count: 10 }),
      () => randomUniforms({ seed: 1, count: 1e7 + 1 }),
      'RANGE count',
    ],
    [
      'scouts of a simulated trap',
      () => simTrapSensor({ seed: 1, peakScouts: 1e4 }),
      () => simTrapSensor({ seed: 1, peakScouts: 1e4 + 1 }),
      'RANGE peakScouts',
    ],
    ['points of a trend', () => sizeTrend(points(2000)), () => sizeTrend(points(2001)), 'TOO_LARGE points'],
    ['bars of a guard', () => bars(200), () => bars(201), 'RANGE openings[0].guard.count'],
    ['nails across a hole', () => nail(200), () => nail(201), 'RANGE bars'],
    [
      'drag',
      () => floatVelocity({ mass: 1e-4, dragArea: 1e-3 }),
      () => floatVelocity({ mass: 1e-4, dragArea: 1.01e-3 }),
      'RANGE dragArea',
    ],
    [
      'air in a hose',
      () => beeTrajectory({ ...BEE, path: pathAt(200) }),
      () => beeTrajectory({ ...BEE, path: pathAt(200.1) }),
      'RANGE path.segments[0].airSpeed',
    ],
    [
      'a fan',
      () => ventilationFlow({ insideTemp: 300, outsideTemp: 290, vents: {}, fanFlow: 10 }),
      () => ventilationFlow({ insideTemp: 300, outsideTemp: 290, vents: {}, fanFlow: 10.1 }),
      'RANGE fanFlow',
    ],
  ];
  for (const [what, at, over, refused] of rows) {
    it(`${what}: answered at the bound, refused over it`, () => {
      expect(refusal(at)).toBe('answered');
      expect(refusal(over)).toBe(refused);
    });
  }

  it('a box that changes too fast to be followed is refused by the field that makes it so', () => {
    const box = { bees: 15000, heatPerBee: 0.008, outsideTemp: 293.15, beeArea: 1, wallArea: 0.5 };
    expect(refusal(() => heatRun({ ...box, duration: 86_400 }))).toBe('answered');
    expect(refusal(() => heatRun({ ...box, innerFilm: 1e9, duration: 86_400 }))).toBe('RANGE insideCapacity');
    expect(refusal(() => heatRun({ ...box, settleTime: 1e-6, duration: 86_400 }))).toBe('RANGE settleTime');
  });
});

describe('a search for a root', () => {
  it('names the field that its question came from', () => {
    const bracket = { low: -1, high: 1, tolerance: 1e-9, path: 'limit' };
    expect(refusal(() => bisect((x) => x * x + 1, bracket))).toBe('NO_SOLUTION limit');
    expect(refusal(() => brent((x) => x * x + 1, bracket))).toBe('NO_SOLUTION limit');
  });
});

describe('scouts tuned to a log', () => {
  it('settle for any log, also one that tells arrivals apart without fail', () => {
    const random = randomFrom(7);
    for (let n = 0; n < 60; n++) {
      const log = Array.from({ length: 1 + random.int(200) }, (): ScoutLook => {
        const perMin = random.uniform() < 0.5 ? 0 : 1000 * random.uniform();
        return { counts: [{ day: 1, perMin, hour: 12 }], days: 14 * random.uniform(), arrived: perMin > 0 ? 1 : 0 };
      });
      const { mean } = fitScoutModel(log);
      expect(mean.every(Number.isFinite)).withContext(String(n)).toBeTrue();
    }
  });
});

describe('the mass of parts', () => {
  it('takes a part without a number for one piece', () => {
    const board = { name: 'side', material: 'board', length: 0.5, width: 0.25, thickness: 0.019 };
    expect(emptyMass({ parts: [board] })).toEqual(emptyMass({ parts: [{ ...board, qty: 1 }] }));
    expect(called((parts) => emptyMass({ parts } as never), [{ ...board, qty: null }])).toEqual({ error: 'TYPE' });
  });
});

describe('steps in a short arctic night', () => {
  it('leave out what would end before it begins, at every latitude and day of June', () => {
    let left = 0;
    for (const lat of [60, 65, 66, 67, 68, 69, 70]) {
      for (const foundOn of ['2026-06-01', '2026-06-15', '2026-06-28']) {
        for (const school of ['anchor', 'sameEvening'] as const) {
          const plan = afterCatchPlan({
            foundOn,
            school,
            size: 'medium',
            heightM: 1.5,
            lat,
            lon: 25,
            tzOffsetMin: 180,
            forecast: [
              { date: foundOn, tMax: 29, rainMm: 0 },
              ...Array.from({ length: 4 }, (_, n) => ({
                date: `2026-${n + Number(foundOn.slice(8)) + 1 > 30 ? '07' : '06'}-${String(((Number(foundOn.slice(8)) + n) % 30) + 1).padStart(2, '0')}`,
                tMax: 29,
                rainMm: 0,
              })),
            ],
          });
          for (const { code, startMin, endMin } of plan.tasks) {
            expect(endMin).withContext(`${code} at ${lat}°`).toBeGreaterThanOrEqual(startMin);
          }
          if (!plan.tasks.some(({ code }) => code === 'hold')) left += 1;
        }
      }
    }
    expect(left).toBeGreaterThan(0);
  });
});
