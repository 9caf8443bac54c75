import {
  calibrate,
  checkSource,
  gateLane,
  gateLanes,
  type Rig,
  rigReadings,
  rigSystem,
  slideCheck,
  gapCheck,
  meshByKey,
  solveSuction,
  STARTING_RIGS,
  swarmLanding,
  withOpening,
} from '@yewridge/core/suction';
import { estimateRows, fitWords, nextReading, residualWords, stopWords, unsafe } from './calibration-words';
import { comparedRig, compareRows } from './compare-rigs';
import { laneWords, laneZones, speedTicks, travelTicks, zoneAt } from './gate-scale';
import {
  arrivalLine,
  bandLine,
  bindingWords,
  feedLine,
  nozzleLine,
  powerLine,
  screenLine,
  spreadLine,
} from './readings-view';
import { rigDifferences, versionWords } from './rig-differences';
import { calibrated, trimmed, withAmount, withCurveKind, withGateKind, withMachine, withSupply } from './rig-edits';
import { partFields, partLine } from './rig-parts';
import { labelSentences, problemSentence } from './rig-words';
import { partCautions, supplyCaution } from './safety-notes';
import { meshVerdict, slideVerdicts } from './screen-words';
import { trimCard, trimSvg } from './trim-card';

const rigOf = (layout: string): Rig => STARTING_RIGS.find((one) => one.layout === layout)!.rig;
const topBox = rigOf('topBox');
const weak = rigOf('downDraught');
const said = (line: { pieces: readonly ({ big: string } | { small: string })[] } | null): string =>
  (line?.pieces ?? []).map((piece) => ('big' in piece ? piece.big : piece.small)).join('');
const view = (rig: Rig): { rig: Rig; readings: ReturnType<typeof rigReadings>; system: 'metric' } => ({
  rig,
  readings: rigReadings(rig),
  system: 'metric',
});

describe('suction: what is read off a rig', () => {
  it('a hard landing is a speed, a fall, and the bee of twenty', () => {
    const swarm = swarmLanding(topBox, 400);
    expect(said(arrivalLine(view(topBox), swarm))).toMatch(
      /^7\.6 m\/s, as if dropped from 7(\.\d)? m; 19 in 20 below 8\.\d$/,
    );
  });

  it('bees that stall are said to, and where', () => {
    const still: Rig = {
      ...topBox,
      source: { ...topBox.source, curve: { kind: 'linear', sealedSuction: 60, freeFlow: 0.004 } },
    };
    expect(said(arrivalLine(view(still), null))).toContain('Stalls');
  });

  it('a speed that no fall reaches says so', () => {
    const fast = withOpening({ ...topBox, hose: { ...topBox.hose, diameter: 0.035 } }, 0);
    expect(said(arrivalLine(view(fast), null))).toContain('no fall in air is as hard');
  });

  it('the band tells too hard, safe, uncertain and stalling apart', () => {
    const lane = gateLane(topBox, null)!;
    const at = (travel: number): string => said(bandLine(view(withOpening(topBox, travel / lane.fullTravel)), lane));
    expect(at(0.2 * lane.hardUpTo)).toContain('they land too hard');
    expect(at((lane.hardUpTo + lane.sureUpTo) / 2)).toContain('inside the safe band');
    expect(at(lane.sureUpTo + 0.002)).toContain('some may not be carried');
    expect(bindingWords(lane)).toBe('The landing sets the tight end, carrying them up the hose the open end.');
  });

  it('a weak source that nobody measured is told by two curves, a measured one by one', () => {
    expect(said(spreadLine(view(weak)))).toMatch(/^11\.1 to 12\.6 m\/s by the shape of a weak source/);
    const measured: Rig = {
      ...weak,
      calibration: { day: '2026-05-14', instrument: 'typed', readings: [], leakArea: 0 },
    };
    expect(spreadLine(view(measured))).toBeNull();
  });

  it('a nozzle tells what it takes from the hose, and why its mark moves', () => {
    const rig = { ...topBox, fitted: 'n38' };
    const words = said(nozzleLine(view(rig), gateLanes(rig)));
    expect(words).toMatch(
      /in the 38 mm nozzle: it takes pressure, so the hose gets [\d.]+ m\/s instead of [\d.]+ m\/s/,
    );
    expect(words).toContain('so its mark is at');
    expect(nozzleLine(view(topBox), null)).toBeNull();
  });

  it('screen, feed and power are sentences with their figure', () => {
    expect(said(screenLine(view(topBox)))).toMatch(/^\d+ % of the pinning limit; holds until \d+ % of it is covered$/);
    expect(said(feedLine(view(topBox)))).toMatch(/^At 30 bees a second the hose stays clear; it clogs above \d+$/);
    expect(said(powerLine(view(topBox), { kind: 'unknown' }))).toContain('Type the power from the source’s label');
  });
});

describe('suction: the gate', () => {
  const lane = gateLane(topBox, null)!;

  it('zones fill the lane without gap or overlap', () => {
    const zones = laneZones(lane);
    expect(zones[0]?.from).toBe(0);
    expect(zones.at(-1)?.to).toBe(1);
    zones.slice(1).forEach((zone, n) => {
      expect(zone.from).toBe(zones[n]!.to);
    });
    expect(zoneAt(lane, 0)).toBe('hard');
    expect(laneWords(lane, 'metric')).toMatch(/^safe 74\.\d to 83\.\d$/);
  });

  it('the scale is ruled in millimetres or sixteenths', () => {
    expect(
      travelTicks(0.09, 'metric')
        .filter(({ long }) => long)
        .map(({ text }) => text),
    ).toEqual(['0', '10', '20', '30', '40', '50', '60', '70', '80', '90']);
    expect(
      travelTicks(0.0508, 'imperial')
        .filter(({ long }) => long)
        .map(({ text }) => text),
    ).toEqual(['0', '1/2', '1', '1-1/2', '2']);
  });

  it('speeds along it are round, and fall to the right', () => {
    const ticks = speedTicks(topBox, 'metric');
    expect(ticks.length).toBeGreaterThan(2);
    const inOrder = [...ticks].sort((a, b) => a.share - b.share).map(({ text }) => Number(text));
    expect(inOrder).toEqual([...inOrder].sort((a, b) => b - a));
  });

  it('the trim card holds the gate and its bar at true size', () => {
    const about = { system: 'metric', version: 'version 1', day: '14 May 2026' } as const;
    const card = trimCard(topBox, gateLanes(topBox), about)!;
    const line = (id: string): number => {
      const found = card.marks.find((mark) => mark.kind === 'line' && mark.id === id);
      return found?.kind === 'line' ? found.x2 - found.x1 : 0;
    };
    expect(line('check')).toBeCloseTo(100, 9);
    expect(line('scale')).toBeCloseTo(90, 9);
    expect(card.marks.filter(({ kind }) => kind === 'mark').length).toBe(2);
    expect(trimSvg(card)).toContain('width="210mm"');
    const inches = trimCard(topBox, [], { ...about, system: 'imperial' })!;
    expect(trimSvg(inches)).toContain('4 in');
    const long: Rig = { ...topBox, bleed: { ...topBox.bleed, gate: { kind: 'rectangle', width: 0.04, height: 0.25 } } };
    expect(trimCard(long, [], about)?.paper.width).toBe(297);
  });
});

describe('suction: parts and edits', () => {
  for (const { layout, rig } of STARTING_RIGS) {
    it(`${layout} is told part by part, in inches too`, () => {
      expect(partLine(rig, 'hose', 'metric')).toContain('bore');
      expect(partLine(rig, 'box', 'imperial')).toContain('×');
      expect(partFields(rig, 'source').map(({ path }) => path)).toContain('source.curve.sealedSuction');
    });
  }

  it('another machine brings its own figures and forgets the old calibration', () => {
    const measured: Rig = {
      ...topBox,
      calibration: { day: '2026-05-14', instrument: 'typed', readings: [], leakArea: 1e-4 },
    };
    const changed = withMachine(measured, 'blower12');
    expect([changed.calibration, changed.source.supply, changed.source.ratedPower]).toEqual([
      undefined,
      'battery12',
      90,
    ]);
    expect(withMachine(measured, 'cordlessVacuum').power).toEqual(
      jasmine.objectContaining({ battery: 'li18', capacity: 9 * 3600 }),
    );
    expect(withSupply(withMachine(measured, 'cordlessVacuum'), 'battery12').power.battery).toBe('agm12');
  });

  it('a curve of points begins with the two ends it had', () => {
    const table = withCurveKind(topBox, 'table');
    expect(table.source.curve.kind === 'table' && table.source.curve.points.map(({ suction }) => suction)).toEqual([
      20000, 15000, 0,
    ]);
    expect(withCurveKind(table, 'parabola').source.curve).toEqual(topBox.source.curve);
  });

  it('another gate keeps its width as the hole', () => {
    const round = withGateKind(topBox, 'roundSwing').bleed.gate;
    expect(round.kind === 'roundSwing' && [round.diameter, round.plateDiameter]).toEqual([0.04, 0.048]);
  });

  it('the plate is moved by half a millimetre and stops at its ends, also from shut', () => {
    const shut = withOpening(topBox, 0);
    expect(trimmed(shut, 0.0005).bleed.opening).toBeCloseTo(0.0005 / 0.09, 12);
    expect(trimmed(shut, -0.0005).bleed.opening).toBe(0);
    expect(trimmed(withOpening(topBox, 1), 0.01).bleed.opening).toBe(1);
  });

  it('an accepted calibration is the keeper’s own curve and one leak, kept with its readings', () => {
    const readings = [{ opening: 1, boxUnderPressure: 100 }];
    const found = calibrate({ system: rigSystem(weak), readings });
    const rig = calibrated(weak, found, { curveKind: 'linear', readings, day: '2026-05-14', instrument: 'typed' });
    expect([rig.source.machine, rig.source.curve.kind]).toEqual(['own', 'linear']);
    expect(rig.calibration).toEqual({
      readings,
      day: '2026-05-14',
      instrument: 'typed',
      leakArea: found.leakArea.value,
      // One reading never finds it: what was known before is kept for pinning and clogging.
      sealedBefore: 800,
    });
    expect(residualWords(found, readings, 0)).toMatch(/^off by [+−][\d.]+ times what an instrument errs by$/);
  });

  it('a rig is the newest version, or the next while it differs from it', () => {
    const one = { version: 1, document: topBox, frozenAt: '', reason: 'calibrated' } as const;
    expect(versionWords([], topBox)).toBe('version 1, not saved as a version');
    expect(versionWords([one], topBox)).toBe('version 1, calibrated');
    expect(versionWords([one], weak)).toBe('version 2, not saved as a version');
  });

  it('bees may be told by the size of their cluster', () => {
    const rig = withAmount(topBox, 'cluster');
    expect(partLine(rig, 'bees', 'metric')).toContain('a cluster of 5.0 L');
    expect(partFields(rig, 'bees')[0]).toEqual(jasmine.objectContaining({ label: 'Cluster', kind: 'volume' }));
  });

  it('what changed between two rigs is told in words', () => {
    const other: Rig = { ...topBox, hose: { ...topBox.hose, length: 2 }, bleed: { ...topBox.bleed, opening: 0.5 } };
    const words = rigDifferences(topBox, other, 'metric');
    expect(words[0]).toMatch(/^Hose: .*3 m.* → .*2 m/);
    expect(words[1]).toBe('Gate: 30 % → 50 % open');
    expect(rigDifferences(topBox, topBox, 'metric')).toEqual([]);
  });

  it('alike rigs differ in nothing, others in what they differ in', () => {
    const lane = gateLane(topBox, null);
    const rows = compareRows([comparedRig('a', topBox, lane), comparedRig('b', topBox, lane)], 'metric');
    expect(rows.filter(({ differs }) => differs)).toEqual([]);
    const mixed = compareRows([comparedRig('a', topBox, lane), comparedRig('b', weak, null)], 'metric');
    expect(mixed.find(({ name }) => name === 'Layout')?.differs).toBeTrue();
  });

  it('a label that cannot be true, or belongs to a fan, is doubted in words', () => {
    const doubts = (sealedSuction: number, freeFlow: number, inputPower: number): readonly string[] =>
      labelSentences(checkSource({ claim: { sealedSuction, freeFlow, inputPower } }).warnings);
    expect(doubts(20000, 0.07, 1300)).toEqual([]);
    expect(doubts(25000, 0.2, 1000)[0]).toContain('cannot both be true');
    expect(doubts(60, 0.1, 30).join(' ')).toContain('is a fan, not a blower');
    expect(problemSentence({ path: 'fitted', fault: 'nozzle-gone' })).toContain('Choose another');
  });

  it('each supply carries its own caution, a nest the ones of structures', () => {
    expect(supplyCaution({ ...topBox, source: { ...topBox.source, supply: 'generator' } })).toContain(
      'Carbon monoxide',
    );
    expect(supplyCaution(weak)).toContain('fuse');
    expect(partCautions(rigOf('splitDeep'), 'bees').join(' ')).toContain('asbestos');
    expect(partCautions(topBox, 'port')).toEqual([]);
  });
});

describe('suction: screen, slides and readings in words', () => {
  it('a mesh that bees pass or chew is looked at', () => {
    expect(meshVerdict(meshByKey({ key: 'hardware-8' })).map(({ level }) => level)).toEqual(['good']);
    expect(meshVerdict(meshByKey({ key: 'hardware-4' }))[0]?.sentence).toContain('Workers walk through');
    expect(meshVerdict(meshByKey({ key: 'shade-cloth' }))[1]?.sentence).toContain('Bees fray it');
  });

  it('a slide that lets workers out, jams when wet, or leaves a slot open is said', () => {
    const words = (slotHeight: number, slideThickness: number): readonly string[] =>
      slideVerdicts(slideCheck({ slotHeight, slideThickness }), gapCheck({ width: slotHeight }), 'metric').map(
        ({ sentence }) => sentence,
      );
    expect(words(0.0127, 0.0085)[0]).toContain('workers walk out over it');
    expect(words(0.0081, 0.008)[1]).toContain('Wet, it jams');
    expect(words(0.0065, 0.004)[2]).toContain('fit a closing strip');
  });

  it('tells which reading comes next, from the safe one to enough', () => {
    const open = { opening: 1, boxUnderPressure: 100 };
    const more = [open, { ...open, opening: 0.5 }, { ...open, opening: 0 }];
    const shut = { opening: 0.3, boxUnderPressure: 300, portClosed: true };
    const speed = { opening: 0.8, boxUnderPressure: 120, nozzleSpeed: 9 };
    expect(nextReading([])).toContain('bleed wide open');
    expect(nextReading([open])).toContain('two or three more openings');
    expect(nextReading(more)).toContain('port shut');
    expect(nextReading([...more, shut])).toContain('speed at the mouth');
    expect(nextReading([...more, shut, speed, { ...open, opening: 0.2 }])).toContain('Enough');
  });

  it('refuses what is unsafe and stops above 2 kPa', () => {
    expect(unsafe(0.2, true)).toContain('at least 0.3 open; it is 0.20');
    expect([unsafe(0.3, true), unsafe(0, false)]).toEqual([null, null]);
    expect(stopWords(2500, 'metric')).toBe('Stop: 2500 Pa in the box. Open the bleed.');
    expect(stopWords(1500, 'metric')).toBeNull();
  });

  it('says what readings found, and when they do not fit together', () => {
    const system = rigSystem(weak);
    const read = (opening: number, factor = 1): { opening: number; boxUnderPressure: number } => ({
      opening,
      boxUnderPressure: factor * solveSuction({ system, opening }).underPressure.box,
    });
    const good = calibrate({ system, readings: [read(0), read(0.3), read(0.6), read(1)] });
    expect(fitWords(good)).toContain('a good fit');
    expect(estimateRows(good, 'metric')[1]?.says).toBe('found');
    const bad = calibrate({ system, readings: [read(0, 2), read(0.3, 0.5), read(0.6, 2), read(1, 0.4)] });
    expect(fitWords(bad)).toContain('do not fit together');
    expect(fitWords(calibrate({ system, readings: [read(1)] }))).toContain('Too few readings');
  });
});
