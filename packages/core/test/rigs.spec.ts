import fc from 'fast-check';
import {
  airCourse,
  type AmountKind,
  bandOpeners,
  beesWanted,
  calibrate,
  gateLane,
  heatClock,
  landingIncidence,
  landingOf,
  type Rig,
  RIG_LIMITS,
  rigHeatQuestion,
  rigPath,
  rigPower,
  rigProblems,
  rigReadings,
  rigSystem,
  riseBetween,
  solveSuction,
  STARTING_RIGS,
  swarmLanding,
  whatMatters,
  withOpening,
} from '@yewridge/core/suction';

const rigOf = (layout: string): Rig => STARTING_RIGS.find((one) => one.layout === layout)!.rig;
const topBox = rigOf('topBox');

describe('suction: rigs', () => {
  for (const { layout, rig } of STARTING_RIGS) {
    it(`${layout} can be built, driven and trimmed as it starts`, () => {
      expect(rigProblems(rig)).toEqual([]);
      const readings = rigReadings(rig);
      expect(readings.state.status).toBe('ok');
      expect(readings.bee.flight.outcome).toBe('arrived');
      expect(gateLane(rig, rig.fitted)?.mark).not.toBeNull();
    });
  }

  const impossible: readonly (readonly [string, Rig, string])[] = [
    [
      'a port wider than the box',
      { ...topBox, port: { diameter: 0.12, opening: 1 }, box: { ...topBox.box, height: 0.1 } },
      'port.diameter',
    ],
    ['a hose that climbs more than it is long', { ...topBox, hose: { ...topBox.hose, rise: 4 } }, 'hose.rise'],
    ['bends longer than the hose', { ...topBox, hose: { ...topBox.hose, bends: 8 } }, 'hose.bends'],
    ['a screen larger than the lid', { ...topBox, screen: { ...topBox.screen, length: 0.5 } }, 'screen.length'],
    [
      'a landing beyond the box',
      { ...topBox, box: { ...topBox.box, landing: { ...topBox.box.landing, distance: 0.9 } } },
      'box.landing.distance',
    ],
    ['a nozzle that is gone', { ...topBox, fitted: 'gone' }, 'fitted'],
    [
      'a gate larger than the lid',
      {
        ...topBox,
        bleed: { ...topBox.bleed, gate: { kind: 'rectangle', width: 0.04, height: 0.3 } },
        box: { ...topBox.box, length: 0.25, width: 0.25 },
        screen: { ...topBox.screen, length: 0.2, width: 0.2 },
      },
      'bleed.gate',
    ],
    [
      'a plate smaller than its hole',
      { ...topBox, bleed: { ...topBox.bleed, gate: { kind: 'roundDisc', diameter: 0.06, plateDiameter: 0.05 } } },
      'bleed.gate.plateDiameter',
    ],
    [
      'a curve that rises',
      {
        ...topBox,
        source: {
          ...topBox.source,
          curve: {
            kind: 'table',
            points: [
              { flow: 0, suction: 1 },
              { flow: 0.01, suction: 2 },
              { flow: 0.02, suction: 0 },
            ],
          },
        },
      },
      'source.curve.points[1]',
    ],
    [
      'a slide thicker than its slot',
      { ...topBox, slides: [{ id: 's', name: 'S', slotHeight: 0.004, slideThickness: 0.005, bow: 0 }] },
      'slides[0].slideThickness',
    ],
  ];
  for (const [what, rig, path] of impossible) {
    it(`${what} is a fault of its field`, () => {
      expect(rigProblems(rig).map((problem) => problem.path)).toEqual([path]);
    });
  }

  it('a source that cannot drive the rig is a reading, not an error', () => {
    const weak: Rig = {
      ...topBox,
      source: { ...topBox.source, curve: { kind: 'linear', sealedSuction: 50, freeFlow: 0.002 } },
    };
    const readings = rigReadings(weak);
    expect(readings.bee.flight.outcome).toBe('stalled');
    expect([readings.bee.landing, readings.crowding]).toEqual([null, null]);
    expect(gateLane(weak, null)?.mark).toBeNull();
    expect(swarmLanding(weak, 200)?.stalledShare).toBe(1);
  });

  it('every opening of the gate inside the sure zone lands 19 bees in 20 within the limit', () => {
    const lane = gateLane(topBox, null)!;
    for (const share of [0.02, 0.5, 0.98]) {
      const travel = lane.hardUpTo + share * (lane.sureUpTo - lane.hardUpTo);
      const swarm = swarmLanding(withOpening(topBox, travel / lane.fullTravel), 1000)!;
      expect(swarm.p95).toBeLessThan(topBox.bees.limit * 1.03);
    }
    const tight = swarmLanding(withOpening(topBox, (0.9 * lane.hardUpTo) / lane.fullTravel), 1000)!;
    expect(tight.p95).toBeGreaterThan(topBox.bees.limit);
  });

  it('the band does not depend on where the gate stands', () => {
    const spots = [0, 0.4, 1].map((opening) => gateLane(withOpening(topBox, opening), null)!.spot);
    expect(spots[1]!.high).toBeCloseTo(spots[0]!.high!, 9);
    expect(spots[2]!.high).toBeCloseTo(spots[0]!.high!, 9);
  });

  it('a slope of mesh is judged at the angle where its landing just reaches the limit', () => {
    for (const on of ['smooth', 'wood', 'mesh'] as const) {
      const rig: Rig = { ...topBox, box: { ...topBox.box, landing: { on, distance: 0.3, angleDeg: 20 } } };
      const arrival = rig.bees.limit / Math.sin(landingIncidence(rig));
      expect(landingOf(rig, arrival).worst).withContext(on).toBeCloseTo(rig.bees.limit, 6);
    }
  });

  it('what is offered to open a narrow band really opens it', () => {
    const upright: Rig = { ...topBox, hose: { ...topBox.hose, climb: 'upright', rise: 1 } };
    expect(gateLane(upright, null)!.spot.level).toBe('narrow');
    const offered = bandOpeners(upright);
    expect(offered.map(({ opener }) => opener)).toContain('evenSlope');
    for (const { rig, spot, gain } of offered) {
      expect(gain).toBeGreaterThan(0);
      expect(gateLane(rig, null)!.spot.high).toBeCloseTo(spot.high!, 6);
    }
  });

  it('the hose climbs all of its rise, however it is led and bent', () => {
    for (const climb of ['even', 'upright'] as const) {
      for (const rise of [-0.5, 0, 1]) {
        const rig: Rig = { ...topBox, hose: { ...topBox.hose, climb, rise, bends: 3, bendRadius: 0.1 } };
        const path = rigPath(rig, solveSuction({ system: rigSystem(rig), opening: 0.5 }));
        const climbed = path.segments.reduce((sum, segment) => sum + (segment.rise ?? 0), 0);
        expect(climbed).toBeCloseTo(rise, 9);
        expect(riseBetween(rig, 0, rig.hose.length)).toBeCloseTo(rise, 9);
      }
    }
  });

  it('the free flow and the bore matter more than the height climbed', () => {
    const order = whatMatters(topBox).map(({ matter }) => matter);
    expect(order.indexOf('freeFlow')).toBeLessThan(order.indexOf('rise'));
    expect(order.indexOf('hoseBore')).toBeLessThan(order.indexOf('rise'));
    expect(order).not.toContain('nozzleBore');
  });

  it('balled bees reach the warning before bees on frames, and a run called off answers nothing', () => {
    const walkUp = rigOf('walkUp');
    const many: Rig = {
      ...walkUp,
      bees: { ...walkUp.bees, amount: { by: 'count', value: 15000 } },
      air: { ...walkUp.air, temperature: 301.15 },
    };
    const question = rigHeatQuestion(many, 0.02);
    const frames = heatClock(question)!;
    const balled = heatClock({ ...question, balled: true })!;
    expect(balled.byMood.disturbed.warning ?? Infinity).toBeLessThan(frames.byMood.disturbed.warning ?? Infinity);
    expect(balled.byMood.agitated.warning!).toBeLessThan(balled.byMood.disturbed.warning!);
    expect(heatClock(question, () => false)).toBeNull();
    expect(swarmLanding(topBox, 1000, () => false)).toBeNull();
  });

  it('bees are counted, weighed, by frames or by the size of their cluster, with the spread each deserves', () => {
    const bees = (by: AmountKind, value: number): { low: number; typical: number; high: number } =>
      beesWanted({ ...topBox, bees: { ...topBox.bees, amount: { by, value } } });
    expect(bees('count', 8000)).toEqual({ low: 8000, typical: 8000, high: 8000 });
    expect(bees('mass', 1).typical).toBeCloseTo(7692, 0);
    // Five litres: loose 1 200 a litre, tight 2 500, and half way between them in proportion.
    expect(bees('cluster', 0.005)).toEqual({
      low: 4000,
      typical: jasmine.any(Number) as unknown as number,
      high: 17500,
    });
    expect(bees('cluster', 0.005).typical).toBeCloseTo(5000 * Math.sqrt(3), 3);
    expect(bees('frames', 4).low).toBeLessThan(bees('frames', 4).typical);
  });

  it('a battery tells minutes, a socket what the cord takes, an unknown label nothing', () => {
    const kinds = STARTING_RIGS.map(({ rig }) => rigPower(rig, rigReadings(rig)).kind);
    expect(kinds).toEqual(['cord', 'cord', 'battery', 'battery']);
    const { ratedPower: _, ...source } = topBox.source;
    const unknown = { ...topBox, source };
    expect(rigPower(unknown, rigReadings(unknown)).kind).toBe('unknown');
  });

  it('a measured leak stands for all seams of the box', () => {
    const measured: Rig = {
      ...topBox,
      calibration: { day: '2026-05-14', instrument: 'typed', readings: [], leakArea: 1e-3 },
    };
    const leaks = rigSystem(measured).leaks!;
    expect(leaks.filter(({ at }) => at === 'box')).toEqual([{ at: 'box', area: 1e-3, exponent: 0.6 }]);
    expect(leaks.filter(({ at }) => at === 'plenum').length).toBe(1);
  });

  it('a calibration of what a rig itself reads keeps its curve', () => {
    const rig = rigOf('downDraught');
    const system = rigSystem(rig);
    const readings = [0, 0.4, 1].map((opening) => ({
      opening,
      boxUnderPressure: solveSuction({ system, opening }).underPressure.box,
    }));
    const found = calibrate({ system, readings });
    expect(found.freeFlow.value / 0.06).toBeCloseTo(1, 1);
    expect(found.warnings).not.toContain('poor-fit');
  });

  it('whatever sizes a rig has, it is either refused by field or read without a figure that is none', () => {
    const within = ({ min, max }: { min: number; max: number }): fc.Arbitrary<number> =>
      fc.oneof(fc.constant(min), fc.constant(max), fc.double({ min, max, noNaN: true }));
    const whole = (range: { min: number; max: number }): fc.Arbitrary<number> => fc.integer(range);
    const L = RIG_LIMITS;
    const sizes = fc.record({
      bore: within(L.bore),
      length: within(L.hoseLength),
      rise: within(L.rise),
      bends: whole(L.bends),
      climb: fc.constantFrom('even' as const, 'upright' as const),
      port: within(L.share),
      sealedSuction: within(L.sealedSuction),
      freeFlow: within(L.freeFlow),
      side: within(L.size),
      coverage: within(L.coverage),
      opening: within(L.share),
      seam: within(L.seam),
      feedRate: within(L.feedRate),
      angleDeg: within(L.angleDeg),
      fitted: fc.constantFrom(null, 'n38'),
    });
    let read = 0;
    fc.assert(
      fc.property(sizes, (a) => {
        const rig: Rig = {
          ...topBox,
          fitted: a.fitted,
          source: { ...topBox.source, curve: { kind: 'linear', sealedSuction: a.sealedSuction, freeFlow: a.freeFlow } },
          hose: {
            ...topBox.hose,
            diameter: a.bore,
            length: a.length,
            bends: a.bends,
            climb: a.climb,
            rise: Math.sign(a.rise) * Math.min(Math.abs(a.rise), a.length),
          },
          port: { diameter: a.bore, opening: a.port },
          box: {
            ...topBox.box,
            width: Math.max(0.35, a.side),
            landing: { on: 'wood', distance: 0.3, angleDeg: a.angleDeg },
          },
          screen: { ...topBox.screen, coverage: a.coverage },
          bleed: { ...topBox.bleed, opening: a.opening },
          seams: [{ id: 's', seam: 'bareWood', length: a.seam, at: 'box' }],
          bees: { ...topBox.bees, feedRate: a.feedRate },
        };
        if (rigProblems(rig).length > 0) return;
        read += 1;
        const readings = rigReadings(rig);
        const told = JSON.stringify(
          [readings, airCourse(rig, readings), rigPower(rig, readings)],
          (_, value: unknown) => {
            if (typeof value === 'number' && !Number.isFinite(value)) throw new Error('a figure that is none');
            return value;
          },
        );
        expect(told.length).toBeGreaterThan(1000);
      }),
      { seed: 14052026, numRuns: 250 },
    );
    expect(read).toBeGreaterThan(80);
  });
});
