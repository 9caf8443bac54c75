import {
  BATTERY_IDS,
  batteriesFor,
  boxPanels,
  driveFault,
  driveOffers,
  followed,
  following,
  follows,
  heatClock,
  inRow,
  landingDistance,
  LAYOUTS,
  LINKS,
  onItsOwn,
  poweredBy,
  type Rig,
  rigHeatQuestion,
  rigProblems,
  rigReadings,
  rigSweetSpot,
  STARTING_RIGS,
} from '@yewridge/core/suction';

const rigOf = (layout: Rig['layout']): Rig => STARTING_RIGS.find((one) => one.layout === layout)!.rig;
const WALK_UP = rigOf('walkUp');
const bored = (rig: Rig, diameter: number): Rig => ({ ...rig, hose: { ...rig.hose, diameter } });
const boxed = (rig: Rig, change: Partial<Rig['box']>): Rig => ({ ...rig, box: { ...rig.box, ...change } });

describe('parts of a rig that follow each other', () => {
  it('every rig begins with all of them linked', () => {
    for (const { layout, rig } of STARTING_RIGS) {
      expect(LINKS.filter((link) => !follows(rig, link)))
        .withContext(layout)
        .toEqual([]);
    }
  });

  it('the port takes the hose’s bore, until it was given its own', () => {
    expect(followed(WALK_UP, bored(WALK_UP, 0.0635)).port.diameter).toBe(0.0635);
    const own = onItsOwn({ ...WALK_UP, port: { ...WALK_UP.port, diameter: 0.045 } }, 'port');
    expect(followed(own, bored(own, 0.0635)).port.diameter).toBe(0.045);
    expect(following(own, 'port').port.diameter).toBe(WALK_UP.hose.diameter);
    expect(following(own, 'port').own).toBeUndefined();
  });

  it('a port that stood apart before anybody asked is the keeper’s', () => {
    const apart = (by: number): Rig => ({
      ...WALK_UP,
      port: { ...WALK_UP.port, diameter: WALK_UP.hose.diameter + by },
    });
    expect([0.0004, 0.0006].map((by) => follows(apart(by), 'port'))).toEqual([true, false]);
  });

  it('the screen keeps its margins to the box, a seam its share of the outline', () => {
    const { screen, seams } = followed(WALK_UP, boxed(WALK_UP, { length: 0.565, width: 0.35 }));
    expect(screen.length).toBeCloseTo(0.53, 9);
    expect(screen.width).toBeCloseTo(0.325, 9);
    expect(
      seams.map(({ length }) => length / 1.55).every((share) => Math.abs(share - 0.915 / 0.775) < 1e-9),
    ).toBeTrue();
  });

  it('a screen that lies across the path follows the sides it lies along', () => {
    const split = rigOf('splitDeep');
    const { screen } = followed(split, boxed(split, { width: split.box.width + 0.05 }));
    expect(screen.length).toBeCloseTo(split.screen.length + 0.05, 9);
    expect(screen.width).toBe(split.screen.width);
  });

  it('what has its own size stays, and what begins to follow again goes with its box', () => {
    const own = onItsOwn(onItsOwn(WALK_UP, 'screen'), 'seams');
    const wide = followed(own, boxed(own, { width: 0.4 }));
    expect([wide.screen, wide.seams]).toEqual([WALK_UP.screen, WALK_UP.seams]);
    const again = following(following(wide, 'screen'), 'seams');
    expect(again.screen.width).toBeCloseTo(0.37, 9);
    expect(again.seams.map(({ length }) => length)).toEqual([1.73, 1.73, 1.73]);
    expect(again.own).toBeUndefined();
  });

  it('never leads beyond what a rig may be', () => {
    const tiny = followed(WALK_UP, boxed(WALK_UP, { width: 0.05 }));
    expect(tiny.screen.width).toBe(0.05);
  });

  it('the battery goes with the supply, and one that fits is kept', () => {
    expect(poweredBy(WALK_UP.power, 'toolBattery').battery).toBe('li18');
    expect(poweredBy(WALK_UP.power, 'battery12')).toBe(WALK_UP.power);
    const tool = poweredBy({ ...WALK_UP.power, health: 0.6 }, 'toolBattery');
    expect([tool.capacity / 3600, tool.health]).toEqual([9, 1]);
    expect(poweredBy(tool, 'battery12').battery).toBe('agm12');
    expect(poweredBy(tool, 'mains')).toBe(tool);
    expect([...batteriesFor('toolBattery'), ...batteriesFor('battery12')].sort()).toEqual([...BATTERY_IDS].sort());
  });
});

describe('boxes of a split deep stand in a row', () => {
  it('three of them lengthen the bees’ path by two boxes; boxes of other layouts do not', () => {
    for (const layout of LAYOUTS) {
      const one = rigOf(layout);
      const longer = landingDistance(boxed(one, { boxes: 3 })) - landingDistance(boxed(one, { boxes: 1 }));
      expect(longer)
        .withContext(layout)
        .toBeCloseTo(inRow(layout) ? 2 * one.box.length : 0, 9);
    }
  });

  it('bees land otherwise at the end of the longer path, and all of the walls give off heat', () => {
    const split = rigOf('splitDeep');
    const landing = (boxes: number): number => rigReadings(boxed(split, { boxes })).bee.landing!.worst;
    expect(landing(3)).not.toBeCloseTo(landing(1), 3);
    const { length, width, height } = split.box;
    const { walls, lid, largest } = boxPanels(boxed(split, { boxes: 3 }));
    expect(walls).toBeCloseTo(2 * (3 * length * width + 3 * length * height + width * height), 9);
    expect(lid).toBeCloseTo(3 * length * width, 9);
    expect(largest).toBe(boxPanels(split).largest);
    expect(rigHeatQuestion(boxed(split, { boxes: 3 }), 0.01).height).toBe(height);
  });
});

describe('too hard though wide open, stalling though shut', () => {
  const gate = (width: number): Rig['bleed'] => ({
    ...WALK_UP.bleed,
    gate: { kind: 'rectangle', width, height: 0.05 },
  });
  const hard: Rig = {
    ...WALK_UP,
    bleed: gate(0.005),
    box: { ...WALK_UP.box, landing: { on: 'headOn', distance: 0.3, angleDeg: 90 } },
  };
  const weak: Rig = {
    ...WALK_UP,
    source: { ...WALK_UP.source, machine: 'own', curve: { kind: 'linear', sealedSuction: 100, freeFlow: 0.008 } },
  };

  it('each is told, and a rig with a band has neither', () => {
    expect(driveFault(hard, rigSweetSpot(hard))).toBe('hard');
    expect(driveFault(weak, rigSweetSpot(weak))).toBe('stalls');
    expect(driveOffers(WALK_UP)).toEqual({ fault: null, offers: [] });
  });

  for (const [name, rig] of [
    ['too hard', hard],
    ['stalling', weak],
  ] as const) {
    it(`${name}: every offer is a rig whose gate stands inside the band, at the speed it says`, () => {
      const { offers } = driveOffers(rig);
      expect(offers.length).toBeGreaterThan(0);
      for (const { kind, rig: changed, hoseSpeed } of offers) {
        const spot = rigSweetSpot(changed);
        expect(rigProblems(changed)).withContext(kind).toEqual([]);
        expect(rigReadings(changed).state.speed.hose).withContext(kind).toBeCloseTo(hoseSpeed, 6);
        expect(hoseSpeed).withContext(kind).toBeGreaterThanOrEqual(spot.low);
        expect(hoseSpeed)
          .withContext(kind)
          .toBeLessThanOrEqual(spot.high ?? Infinity);
      }
    });
  }

  it('a larger bleed is named by its size, the next smaller by a tenth of the old gate is not enough', () => {
    const found = driveOffers(hard).offers.find(({ kind }) => kind === 'largerBleed');
    const width = found?.size ?? 0;
    expect(width).toBeGreaterThan(0.005);
    const spot = rigSweetSpot(hard);
    const wideOpen = (w: number): number =>
      rigReadings({ ...hard, bleed: { ...gate(w), opening: 1 } }).state.speed.hose;
    expect(wideOpen(width)).toBeLessThan(spot.high!);
    expect(wideOpen(width - 0.002)).toBeGreaterThan((spot.lowSure + spot.high!) / 2);
  });

  it('the machine offered is weaker where they land too hard, stronger where they stall', () => {
    const power = ({ source: { curve } }: Rig): number =>
      curve.kind === 'table' ? 0 : curve.sealedSuction * curve.freeFlow;
    const offered = (rig: Rig): number =>
      power(driveOffers(rig).offers.find(({ kind }) => kind === 'otherMachine')!.rig);
    expect(offered(hard)).toBeLessThan(power(hard));
    expect(offered(weak)).toBeGreaterThan(power(weak));
  });
});

describe('a calibration that did not find the sealed suction', () => {
  it('keeps the one before for pinning and clogging, and the found curve for the speeds', () => {
    const curve = { kind: 'parabola', sealedSuction: 2000, freeFlow: 0.04 } as const;
    const calibration = { day: '2026-05-14', instrument: 'typed', readings: [], leakArea: 1e-4 } as const;
    const found: Rig = { ...WALK_UP, source: { ...WALK_UP.source, machine: 'own', curve }, calibration };
    const kept: Rig = { ...found, calibration: { ...calibration, sealedBefore: 15000 } };
    const [lost, held] = [rigReadings(found), rigReadings(kept)];
    expect(held.state.speed.hose).toBe(lost.state.speed.hose);
    expect(held.screen.shutPressure).toBeGreaterThan(1.4 * lost.screen.shutPressure);
    expect(held.screen.shut.pinRatio).toBeGreaterThan(lost.screen.shut.pinRatio);
  });
});

describe('the heat of bees just taken', () => {
  it('tells what cools them beside what is set: lid off and source off, or lid shut and source running', () => {
    const hot: Rig = {
      ...WALK_UP,
      air: { ...WALK_UP.air, temperature: 303.15 },
      heat: { ...WALK_UP.heat, mood: 'resting' },
    };
    const clock = heatClock(rigHeatQuestion(hot, 0.01))!;
    const shut = clock.byMood.agitated.warning!;
    expect(clock.cooling?.lidOff ?? Infinity).toBeGreaterThan(shut);
    expect(clock.cooling?.running ?? Infinity).toBeGreaterThan(shut);
    const open: Rig = { ...hot, heat: { ...hot.heat, lid: 'off', mood: 'agitated' } };
    expect(heatClock(rigHeatQuestion(open, 0.01))!.run.timeToWarning).toBe(clock.cooling!.lidOff);
  });
});
