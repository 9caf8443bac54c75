import * as suction from '@yewridge/core/suction';
import { bisect, brent } from '@yewridge/core/shared/numeric';
import fc from 'fast-check';

const SEED = { seed: 20260514, numRuns: 60 };
const air = suction.airProperties({ conditions: {} });

/** Rigs of every kind that is built: sources from a bilge blower to a large vacuum, leaks from tape to warped boards. */
const systems = fc
  .record({
    linear: fc.boolean(),
    sealedSuction: fc.double({ min: 200, max: 25000, noNaN: true }),
    freeFlow: fc.double({ min: 0.015, max: 0.1, noNaN: true }),
    bore: fc.double({ min: 0.03, max: 0.07, noNaN: true }),
    length: fc.double({ min: 0.5, max: 8, noNaN: true }),
    roughness: fc.double({ min: 0, max: 0.05, noNaN: true }),
    leak: fc.double({ min: 0, max: 0.004, noNaN: true }),
    screen: fc.double({ min: 0.005, max: 0.2, noNaN: true }),
    coverage: fc.double({ min: 0, max: 0.95, noNaN: true }),
    inBox: fc.boolean(),
    nozzle: fc.option(fc.double({ min: 0.025, max: 0.06, noNaN: true })),
  })
  .map((a): suction.SuctionSystem => ({
    air,
    source: { curve: { kind: a.linear ? 'linear' : 'parabola', sealedSuction: a.sealedSuction, freeFlow: a.freeFlow } },
    hose: {
      diameter: a.bore,
      length: a.length,
      roughness: a.roughness * a.bore,
      bends: [{ angle: Math.PI / 2, radius: 0.3 }],
    },
    nozzle: a.nozzle === null ? null : { diameter: a.nozzle, length: 0.15 },
    port: { diameter: a.bore },
    screen: { area: a.screen, openFraction: 0.746, wireDiameter: 0.00043, coverage: a.coverage },
    bleed: { gate: { kind: 'roundStraight', diameter: 0.06 }, at: a.inBox ? 'box' : 'plenum' },
    leaks: [{ area: a.leak }, { at: 'plenum', area: a.leak / 4, exponent: 0.65 }],
  }));
const share = fc.double({ min: 0, max: 1, noNaN: true });

describe('suction: laws of the network', () => {
  it('no air is lost: what the machine draws came in by hose, leaks and bleed', () => {
    fc.assert(
      fc.property(systems, share, (system, opening) => {
        const { flow } = suction.solveSuction({ system, opening });
        expect(flow.source).toBeCloseTo(flow.hose + flow.boxLeak + flow.plenumLeak + flow.bleed, 9);
      }),
      SEED,
    );
  });

  it('at the solution the machine gives exactly the suction that the losses ask for', () => {
    fc.assert(
      fc.property(systems, share, (system, opening) => {
        const { flow, underPressure } = suction.solveSuction({ system, opening });
        const r = (air.pressure - underPressure.source) / air.pressure;
        const given = r * suction.sourceSuction({ source: system.source, flow: flow.source / r, air });
        const scale = Math.max(1, underPressure.source);
        expect(Math.abs(given - underPressure.source) / scale).toBeLessThan(1e-6);
      }),
      SEED,
    );
  });

  it('the wider the bleed, the slower hose, nozzle and jet, and the less the box is sucked at', () => {
    fc.assert(
      fc.property(systems, share, share, (system, a, b) => {
        const [tight, wide] = [Math.min(a, b), Math.max(a, b)].map((opening) =>
          suction.solveSuction({ system, opening }),
        );
        // Two gates that stand almost alike are told apart only as finely as a root is found.
        const slack = 1e-7;
        expect(wide!.speed.hose).toBeLessThanOrEqual(tight!.speed.hose + slack);
        expect(wide!.speed.nozzle).toBeLessThanOrEqual(tight!.speed.nozzle + slack);
        expect(wide!.underPressure.box).toBeLessThanOrEqual(tight!.underPressure.box + 1e-6);
        expect(wide!.flow.source).toBeGreaterThanOrEqual(tight!.flow.source - slack);
      }),
      SEED,
    );
  });

  it('a shut screen is pulled at harder than a working one, and a bleed behind it relieves it', () => {
    fc.assert(
      fc.property(systems, share, (system, opening) => {
        const working = suction.solveSuction({ system, opening }).underPressure.plenum;
        const shut = suction.screenShutPressure({ system, opening });
        expect(shut).toBeGreaterThanOrEqual(working - 1e-6);
        if (system.bleed.at === 'plenum') {
          expect(suction.screenShutPressure({ system, opening: 1 })).toBeLessThanOrEqual(shut + 1e-6);
        }
      }),
      SEED,
    );
  });

  it('the gate set for a speed gives that speed', () => {
    fc.assert(
      fc.property(systems, fc.double({ min: 0.02, max: 0.98, noNaN: true }), (system, opening) => {
        const { speed } = suction.solveSuction({ system, opening });
        const found = suction.openingForTarget({ system, target: { quantity: 'hoseSpeed', value: speed.hose } });
        expect(found.status).toBe('ok');
        const again = suction.solveSuction({ system, opening: found.opening! });
        expect(again.speed.hose).toBeCloseTo(speed.hose, 6);
      }),
      SEED,
    );
  });

  it('a throttled port slows the hose and makes the jet faster', () => {
    fc.assert(
      fc.property(systems, (system) => {
        const wide = suction.solveSuction({ system, opening: 0.5 });
        const half = suction.solveSuction({
          system: { ...system, port: { ...system.port, opening: 0.5 } },
          opening: 0.5,
        });
        expect(half.speed.hose).toBeLessThan(wide.speed.hose);
        expect(half.speed.portJet).toBeGreaterThan(wide.speed.portJet);
      }),
      SEED,
    );
  });

  it('bees in the hose only ever slow it', () => {
    fc.assert(
      fc.property(systems, fc.integer({ min: 0, max: 400 }), (system, feedRate) => {
        const load = { feedRate, mass: 1.3e-4, hoseExitSpeed: 4, climbHeight: 0.5 };
        const empty = suction.solveSuction({ system, opening: 0.2 });
        const fed = suction.solveSuction({ system: { ...system, beeLoad: load }, opening: 0.2 });
        expect(fed.speed.hose).toBeLessThanOrEqual(empty.speed.hose + 1e-9);
        expect(fed.status === 'source-too-weak').toBe(fed.speed.hose === 0);
      }),
      SEED,
    );
  });

  it('a calibration finds the machine that made noiseless readings', () => {
    const truth: suction.SuctionSystem = {
      air,
      source: { curve: { kind: 'parabola', sealedSuction: 820, freeFlow: 0.057 } },
      hose: { diameter: 0.0508, length: 3, roughness: 0.0015 },
      port: { diameter: 0.0508 },
      screen: { area: 0.1, openFraction: 0.746, wireDiameter: 0.00043 },
      bleed: { gate: { kind: 'roundStraight', diameter: 0.06 }, at: 'plenum' },
      leaks: [{ area: 5e-4 }],
    };
    const read = (opening: number, portClosed: boolean): suction.Reading => {
      const system = portClosed ? { ...truth, port: { ...truth.port, opening: 0 } } : truth;
      const state = suction.solveSuction({ system, opening });
      return {
        opening,
        portClosed,
        boxUnderPressure: state.underPressure.box,
        nozzleSpeed: portClosed ? null : state.speed.nozzle,
        pressureSigma: 0.5,
      };
    };
    const readings = [read(0, false), read(0.3, false), read(0.7, false), read(1, false), read(0.3, true)];
    const wrong = {
      ...truth,
      source: { curve: { kind: 'parabola', sealedSuction: 400, freeFlow: 0.1 } },
      leaks: [],
    } as const;
    const found = suction.calibrate({ system: wrong, readings });
    expect(found.sealedSuction.value / 820).toBeCloseTo(1, 2);
    expect(found.freeFlow.value / 0.057).toBeCloseTo(1, 2);
    expect(found.leakArea.value / 5e-4).toBeCloseTo(1, 1);
    expect(found.chiSquare).toBeLessThan(0.01);
  });
});

describe('suction: closed forms', () => {
  it('friction is 64/Re where the flow is laminar', () => {
    expect(suction.frictionFactor({ reynolds: 800, relativeRoughness: 0.001 })).toBeCloseTo(64 / 800, 6);
  });

  it('a sudden widening loses (1 - area ratio)² of the head, and equal bores nothing', () => {
    expect(suction.transitionLoss({ diameterIn: 0.03, diameterOut: 0.06 })).toBeCloseTo((1 - 1 / 4) ** 2, 12);
    expect(suction.transitionLoss({ diameterIn: 0.05, diameterOut: 0.05 })).toBe(0);
  });

  it('a gate opens from nothing to all of its hole, never less when moved on', () => {
    const gates: readonly suction.Gate[] = [
      { kind: 'rectangle', width: 0.04, height: 0.09, count: 2 },
      { kind: 'roundStraight', diameter: 0.06 },
      { kind: 'roundDisc', diameter: 0.05, plateDiameter: 0.06 },
      { kind: 'roundSwing', diameter: 0.05, plateDiameter: 0.06, pivotDistance: 0.07 },
    ];
    for (const gate of gates) {
      const areas = Array.from({ length: 41 }, (_, n) => suction.gateOpening({ gate, opening: n / 40 }).area);
      expect(areas[0]).withContext(gate.kind).toBeCloseTo(0, 12);
      expect(areas[40])
        .withContext(gate.kind)
        .toBeCloseTo(suction.gateOpening({ gate, opening: 1 }).fullArea, 12);
      areas.slice(1).forEach((area, n) => {
        expect(area).toBeGreaterThanOrEqual(areas[n]! - 1e-15);
      });
    }
  });

  it('a measured curve goes through its points and falls between them', () => {
    const points = [
      { flow: 0, suction: 900 },
      { flow: 0.02, suction: 820 },
      { flow: 0.045, suction: 500 },
      { flow: 0.07, suction: 0 },
    ];
    const source: suction.Source = { curve: { kind: 'table', points }, ratedDensity: air.density };
    for (const { flow, suction: given } of points) {
      expect(suction.sourceSuction({ source, flow, air })).toBeCloseTo(given, 9);
    }
    const along = Array.from({ length: 71 }, (_, n) => suction.sourceSuction({ source, flow: n / 1000, air }));
    along.slice(1).forEach((value, n) => {
      expect(value).toBeLessThan(along[n]!);
    });
    expect(suction.sourceSuction({ source, flow: 0.08, air })).toBe(0);
  });

  it('at a constant current a battery lasts as long as Peukert says', () => {
    // A regulated motor at an unchanging voltage draws the same current to the end.
    const battery: suction.Battery = {
      capacity: 43200,
      ratedTime: 72000,
      peukert: 1.2,
      usable: 1,
      emptyVoltage: 12,
      fullVoltage: 12,
    };
    const { runTime } = suction.batteryRun({ battery, load: { power: 72, voltage: 12, motor: 'regulated' } });
    expect(runTime).toBeCloseTo(72000 * (43200 / (6 * 72000)) ** 1.2, 3);
  });

  it('Brent and halving agree on the root of a curve that bends', () => {
    fc.assert(
      fc.property(fc.double({ min: 0.1, max: 50, noNaN: true }), (a) => {
        const f = (x: number): number => x ** 3 + x - a;
        const bracket = { low: 0, high: 60, tolerance: 1e-12, path: 'x' };
        expect(brent(f, bracket)).toBeCloseTo(bisect(f, bracket), 9);
      }),
      SEED,
    );
  });
});

const bee = { mass: 1.3e-4, dragArea: 3.5e-5 };
const level: suction.HosePath = {
  segments: [{ length: 3, airSpeed: 11, diameter: 0.05, wallFriction: 0 }],
  box: { distance: 0.4, portDiameter: 0.05, portSpeed: 11 },
};

describe('suction: laws of the bee in the air', () => {
  it('without wall and weight she takes up speed by the closed form of drag', () => {
    const k = (1.2 * bee.dragArea) / (2 * bee.mass);
    const share = suction.beeTrajectory({ ...bee, path: level }).exitSpeed! / 11;
    expect(1 / (1 - share) + Math.log(1 - share) - 1).toBeCloseTo(3 * k, 3);
  });

  it('a bee that falls as far as the equivalent drop lands that hard', () => {
    const { equivalentDrop } = suction.impactAssessment({ speed: 4.5 });
    const fall = suction.beeTrajectory({
      ...bee,
      path: {
        segments: [{ length: equivalentDrop!, airSpeed: 0, diameter: 1, rise: -equivalentDrop!, wallFriction: 0 }],
        box: { distance: 1e-6, portDiameter: 0.05, portSpeed: 0 },
      },
    });
    expect(fall.exitSpeed).toBeCloseTo(4.5, 2);
  });

  it('from as hard as her float velocity on no fall is as hard', () => {
    const speed = suction.floatVelocity(bee);
    expect(suction.impactAssessment({ speed: speed * 0.99 }).equivalentDrop).not.toBeNull();
    expect(suction.impactAssessment({ speed: speed * 1.01 }).equivalentDrop).toBeNull();
  });

  it('the reach of a nozzle is where its air has just the speed asked for', () => {
    fc.assert(
      fc.property(fc.double({ min: 1, max: 9, noNaN: true }), fc.boolean(), (target, flanged) => {
        const mouth = { flow: 0.03, nozzleArea: 0.00196, flanged };
        const reach = suction.captureReach({ ...mouth, targetSpeed: target });
        expect(suction.approachSpeed({ ...mouth, distance: reach })).toBeCloseTo(target, 6);
      }),
      SEED,
    );
  });

  it('faster air lands her harder, and the scale found for a limit lands her just at it', () => {
    const { factor } = suction.scaleForArrival({ ...bee, path: level, limit: 4.5 });
    const at = (scale: number): number => {
      const path = {
        segments: [{ ...level.segments[0]!, airSpeed: 11 * scale }],
        box: { ...level.box, portSpeed: 11 * scale },
      };
      return suction.beeTrajectory({ ...bee, path }).normalSpeed!;
    };
    expect(at(factor)).toBeCloseTo(4.5, 6);
    expect(at(factor * 1.05)).toBeGreaterThan(4.5);
  });

  it('the swarm scaled to its own 95th bee stays as it is, and a seed gives the same swarm', () => {
    const swarm = { ...bee, path: level, seed: 1, count: 200 };
    const once = suction.arrivalDistribution(swarm);
    expect(suction.arrivalDistribution(swarm)).toEqual(once);
    const { factor } = suction.scaleForArrival({ ...bee, path: level, limit: once.p95!, quantile: 0.95, seed: 1 });
    expect(factor).toBeCloseTo(1, 6);
  });

  it('a smooth slope only puts the blow off, mesh takes it', () => {
    const at = { speed: 6, incidence: (20 * Math.PI) / 180 };
    expect(suction.grazingLanding({ ...at, friction: 0.4 }).secondHit).toBeGreaterThan(4);
    expect(suction.grazingLanding({ ...at, friction: 2 }).secondHit).toBe(0);
  });
});

const hot: suction.HeatBox = {
  bees: 9000,
  heatPerBee: 0.004,
  heatSettled: 0.0008,
  startTemp: 306.15,
  outsideTemp: 299.15,
  beeArea: 0.8,
  wallArea: 0.75,
  vents: { lowArea: 0.002, highArea: 0.002, height: 0.2 },
};

describe('suction: laws of heat and losses', () => {
  it('a day later the box is where its steady state says', () => {
    const run = suction.heatRun({ ...hot, duration: 86400, step: 30 });
    expect(run.beesEnd).toBeCloseTo(run.steady.bees, 3);
  });

  it('the step of the integration does not matter, however stiff the box', () => {
    const stiff = { ...hot, bees: 300, beeFilm: 60, insideCapacity: 300, wallCapacity: 300, duration: 1800 };
    const coarse = suction.heatRun({ ...stiff, step: 30 });
    const fine = suction.heatRun({ ...stiff, step: 0.5 });
    expect(coarse.beesEnd).toBeCloseTo(fine.beesEnd, 4);
  });

  it('more vent never makes it hotter, and the vent found holds the limit', () => {
    const at = (area: number): number =>
      suction.heatRun({ ...hot, vents: { ...hot.vents!, lowArea: area, highArea: area }, duration: 3600 }).peak;
    expect(at(0.01)).toBeLessThanOrEqual(at(0.001));
    const needed = suction.requiredVent({ ...hot, bees: 15000, limit: 309.15, mode: 'top' });
    expect(needed.bees).toBeLessThanOrEqual(309.15 + 1e-6);
  });

  it('without jobs the prior speaks, and large exact data override it', () => {
    const none = suction.fitLoss({ jobs: [], speedKind: 'arrival' });
    expect([none.intercept, none.slope, none.slopeDoubtful]).toEqual([-4.6, 0.8, true]);
    const expit = (x: number): number => 1 / (1 + Math.exp(-x));
    const jobs = [2, 4, 6, 8, 10].map((speed) => {
      const total = 1e9;
      return { speed, total, dead: total * expit(-5 + 1.4 * ((speed - 5) / 2.5)) };
    });
    const fit = suction.fitLoss({ jobs, speedKind: 'arrival', correlation: 0 });
    expect(fit.intercept).toBeCloseTo(-5, 4);
    expect(fit.slope).toBeCloseTo(1.4, 4);
    expect(fit.slopeDoubtful).toBeFalse();
  });

  it('the expected loss lies inside its interval and grows with speed', () => {
    const fit = suction.fitLoss({ jobs: [{ speed: 6, dead: 90, total: 8000 }], speedKind: 'arrival' });
    let before = 0;
    for (const speed of [2, 4, 6, 8, 10]) {
      const at = suction.lossAt({ fit, speed });
      expect(at.low).toBeLessThan(at.median);
      expect(at.median).toBeLessThan(at.high);
      expect(at.expected).toBeGreaterThan(before);
      before = at.expected;
    }
  });

  it('one job of 8000 bees counts as fifty', () => {
    const fit = suction.fitLoss({ jobs: [{ speed: 5, dead: 80, total: 8000 }], speedKind: 'arrival' });
    expect(fit.effectiveBees).toBeCloseTo(49.7, 1);
  });
});
