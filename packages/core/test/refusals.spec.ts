import * as bench from '@yewridge/core/bench';
import { DomainError, type ErrorCode } from '@yewridge/core/shared/errors';
import { bisect } from '@yewridge/core/shared/numeric';

type Fn = (input: unknown) => unknown;
const functions = bench as unknown as Readonly<Record<string, Fn>>;

const box = { kind: 'box', length: 0.4667, width: 0.3111, height: 0.2445 };
const frames = (change: object): object => ({ ...box, contents: [{ kind: 'frames', frame: 'dnm', ...change }] });
const cavityOf = (...sections: readonly object[]): object => ({ sections });
const hole = { kind: 'hole', diameter: 0.04 };

/** Source: the contract's table of codes and its order (type before range, single values before combinations). */
const REFUSED: readonly (readonly [string, unknown, ErrorCode, string])[] = [
  ['convert', { value: '3', from: 'mm', to: 'm' }, 'TYPE', 'value'],
  ['convert', { value: true, from: 'mm', to: 'm' }, 'TYPE', 'value'],
  ['convert', { value: 1, from: 'furlong', to: 'm' }, 'ENUM', 'from'],
  ['convert', { value: 1, from: 'mm' }, 'TYPE', 'to'],
  ['formatInches', { value: NaN }, 'TYPE', 'value'],
  ['formatInches', { value: 1, denominator: 12 }, 'RANGE', 'denominator'],
  ['formatInches', { value: 1, denominator: 128 }, 'RANGE', 'denominator'],
  ['parseLength', { text: 5 }, 'TYPE', 'text'],
  ['parseLength', { text: 'x', defaultUnit: 'yd' }, 'ENUM', 'defaultUnit'],
  ['sectionGeometry', null, 'TYPE', 'section'],
  ['sectionGeometry', { ...box, kind: 'bag' }, 'ENUM', 'section.kind'],
  ['sectionGeometry', { kind: 'box', length: 1, width: 1 }, 'TYPE', 'section.height'],
  ['sectionGeometry', { ...box, width: Infinity }, 'TYPE', 'section.width'],
  ['sectionGeometry', { ...box, length: -1, width: 'x' }, 'RANGE', 'section.length'],
  ['sectionGeometry', { kind: 'cylinder', diameter: 0.3, length: 1, cut: null }, 'TYPE', 'section.cut'],
  ['sectionGeometry', { kind: 'cylinder', diameter: 0.3, length: 1, cut: -0.1 }, 'RANGE', 'section.cut'],
  ['sectionGeometry', { kind: 'cylinder', diameter: 0.3, length: 1, cut: 0.1 }, 'GEOMETRY', 'section.cut'],
  [
    'sectionGeometry',
    { kind: 'cylinder', axis: 'lying', diameter: 0.3, length: 1, cut: 0.3 },
    'GEOMETRY',
    'section.cut',
  ],
  ['sectionGeometry', { kind: 'cylinder', axis: 'leaning', diameter: 0.3, length: 1 }, 'ENUM', 'section.axis'],
  [
    'sectionGeometry',
    { kind: 'cone', diameterBottom: 0, diameterTop: 0, height: 1 },
    'GEOMETRY',
    'section.diameterBottom',
  ],
  [
    'sectionGeometry',
    { kind: 'frustum', bottom: { length: 1, width: 1 }, top: { length: 1 }, height: 1 },
    'TYPE',
    'section.top.width',
  ],
  [
    'sectionGeometry',
    { kind: 'frustum', bottom: { length: 1, width: 1 }, top: { length: 1, width: 0.4 }, height: 1, cornerRadius: 0.21 },
    'GEOMETRY',
    'section.cornerRadius',
  ],
  ['internalDims', { length: 0.5, width: 0.03, height: 0.2, wall: 0.019 }, 'GEOMETRY', 'width'],
  ['internalDims', { length: 0.5, width: 0.4, height: 0.2, wall: -0.01 }, 'RANGE', 'wall'],
  ['internalDims', { length: 0.5, width: 0.4, height: 0.2, wall: 0.01, floorInset: 0.2 }, 'GEOMETRY', 'height'],
  ['frameDisplacement', { frame: 'giant' }, 'ENUM', 'frame'],
  ['frameDisplacement', {}, 'TYPE', 'frame'],
  ['frameDisplacement', { frame: 'dnm', fill: 'honey' }, 'ENUM', 'fill'],
  ['frameDisplacement', { frame: { ...bench.FRAMES.dnm, pitch: 0 } }, 'RANGE', 'frame.pitch'],
  ['frameDisplacement', { frame: { ...bench.FRAMES.dnm, topBarDepth: 0.3 } }, 'GEOMETRY', 'frame'],
  ['frameDisplacement', { frame: { ...bench.FRAMES.dnm, sideBarThickness: 0.2 } }, 'GEOMETRY', 'frame'],
  ['cavity', {}, 'TYPE', 'sections'],
  ['cavity', cavityOf(), 'EMPTY', 'sections'],
  ['cavity', cavityOf(frames({ count: 1.5 })), 'TYPE', 'sections[0].contents[0].count'],
  ['cavity', cavityOf(frames({ count: -1 })), 'RANGE', 'sections[0].contents[0].count'],
  ['cavity', cavityOf(frames({ arrangement: 'heap' })), 'ENUM', 'sections[0].contents[0].arrangement'],
  ['cavity', cavityOf(frames({ pitch: 0.02 })), 'GEOMETRY', 'sections[0].contents[0].pitch'],
  ['cavity', cavityOf(frames({ count: 9 })), 'GEOMETRY', 'sections[0].contents'],
  ['cavity', cavityOf({ ...frames({}), length: 0.36 }), 'GEOMETRY', 'sections[0].contents[0]'],
  ['cavity', cavityOf({ ...box, closedAbove: 'yes' }), 'TYPE', 'sections[0].closedAbove'],
  [
    'cavity',
    cavityOf({ kind: 'measured', volume: 0.03, contents: [{ kind: 'frames', frame: 'dnm' }] }),
    'GEOMETRY',
    'sections[0].contents[0]',
  ],
  ['cavity', cavityOf({ ...box, contents: [{ kind: 'feeder', volume: 1 }] }), 'GEOMETRY', 'sections[0].contents'],
  ['cavity', cavityOf({ ...box, contents: [{ kind: 'sofa' }] }), 'ENUM', 'sections[0].contents[0].kind'],
  ['cavity', cavityOf(frames({ count: 9 }), { ...box, width: 0 }), 'RANGE', 'sections[1].width'],
  ['volumeUncertainty', { sections: [] }, 'EMPTY', 'sections'],
  ['volumeUncertainty', { sections: [{ ...box, readError: -1 }] }, 'RANGE', 'sections[0].readError'],
  ['volumeUncertainty', { sections: [box], coverage: 0 }, 'RANGE', 'coverage'],
  ['volumeUncertainty', { sections: [], readError: 'x' }, 'TYPE', 'readError'],
  ['addForTarget', { current: -1, target: 1, option: { kind: 'boxes', unit: 1 } }, 'RANGE', 'current'],
  ['addForTarget', { current: 0, target: 1, option: { kind: 'crate' } }, 'ENUM', 'option.kind'],
  [
    'addForTarget',
    { current: 0, target: 1, option: { kind: 'lying', diameter: 0.3, cut: 0.3 } },
    'GEOMETRY',
    'option.cut',
  ],
  [
    'addForTarget',
    { current: 0, target: 1, option: { kind: 'cone', diameter: 0.1, taper: -1 } },
    'NO_SOLUTION',
    'option.taper',
  ],
  ['standardVolume', { id: 'national', boxes: 21 }, 'RANGE', 'boxes'],
  ['standardVolume', { id: 'national', boxes: 0 }, 'RANGE', 'boxes'],
  ['standardVolume', { id: 'national', frames: 12 }, 'RANGE', 'frames'],
  ['standardVolume', { id: 'warre', frames: 1 }, 'RANGE', 'frames'],
  ['hiveStandard', {}, 'TYPE', 'id'],
  ['openingArea', { kind: 'hole' }, 'TYPE', 'opening.diameter'],
  ['openingArea', { ...hole, guard: { count: 4, diameter: 0.01 } }, 'GEOMETRY', 'opening.guard'],
  ['openingArea', { ...hole, guard: { count: 1 } }, 'TYPE', 'opening.guard.diameter'],
  ['openingArea', { kind: 'notch', width: 0.04, height: 0.01, top: 'round' }, 'GEOMETRY', 'opening.height'],
  ['openingArea', { kind: 'disc', diameter: 0.05, position: 'ajar' }, 'ENUM', 'opening.position'],
  ['openingArea', { kind: 'disc', diameter: 0.05, position: 'excluder' }, 'TYPE', 'opening.slots'],
  [
    'openingArea',
    { kind: 'disc', diameter: 0.05, position: 'excluder', slots: 20, slotWidth: 0.0042, slotLength: 0.04 },
    'GEOMETRY',
    'opening.slots',
  ],
  ['openingArea', { kind: 'mesh', aperture: 0.0033 }, 'RANGE', 'opening.aperture'],
  ['entrance', { openings: [{ ...hole, count: 0.5 }] }, 'TYPE', 'openings[0].count'],
  ['entrance', { openings: [], low: 2, high: 1 }, 'RANGE', 'low'],
  ['slotWidth', { target: 0.00125, height: 0.01, fullWidth: 0.1 }, 'NO_SOLUTION', 'fullWidth'],
  ['holeForArea', { target: 0.1 }, 'NO_SOLUTION', 'target'],
  ['holeForArea', { target: 0.001, holes: 0 }, 'RANGE', 'holes'],
  ['holeForArea', { target: 0.001, sizes: 'cubits' }, 'ENUM', 'sizes'],
  ['holesForArea', { target: 0, diameter: 0.02 }, 'RANGE', 'target'],
  ['desirability', { factor: 'luck', value: 1 }, 'ENUM', 'factor'],
  ['desirability', { factor: 'shade', value: 1.2 }, 'RANGE', 'value'],
  ['desirability', { factor: 'entrancePosition', value: 1.2, school: 'top-entrance' }, 'RANGE', 'value'],
  ['desirability', { factor: 'shade', value: '1' }, 'TYPE', 'value'],
  ['desirability', { factor: 'facing', value: 10, hemisphere: 'E' }, 'ENUM', 'hemisphere'],
  ['nestScore', { site: { luck: 1, volume: -1 } }, 'ENUM', 'site.luck'],
  ['nestScore', { site: { shade: null } }, 'TYPE', 'site.shade'],
  ['nestScore', { site: { volume: 3 }, school: 'none' }, 'RANGE', 'site.volume'],
  ['nestScore', { site: { oldComb: 1 }, school: 'lure-only' }, 'EMPTY', 'site'],
  ['nestScore', { site: [] }, 'TYPE', 'site'],
  ['schoolCost', { school: 'guess' }, 'ENUM', 'school'],
  ['actualSize', { kind: 'fence', nominal: 6, dimension: 'thickness' }, 'ENUM', 'dimension'],
  ['actualSize', { kind: 'log', nominal: 6 }, 'ENUM', 'kind'],
  ['dryWidth', { width: 0.1, species: 'balsa', mcFrom: 30, mcTo: 12 }, 'ENUM', 'species'],
  ['dryWidth', { width: 0.1, species: 'scots-pine', mcFrom: 201, mcTo: 12 }, 'RANGE', 'mcFrom'],
  ['framesFit', { clearWidth: 0.2, frames: 0 }, 'RANGE', 'frames'],
  ['framesFit', { clearWidth: 0.2, frames: 2.5 }, 'TYPE', 'frames'],
  ['beeSpace', { gap: -0.001 }, 'RANGE', 'gap'],
  ['frameHeight', { boxDepth: 0.2, frameHeight: 0.2, rabbetDepth: 0.01 }, 'TYPE', 'lugThickness'],
  ['lugFit', { topBarLength: 0.4, length: 0, endWall: 0.02 }, 'RANGE', 'length'],
  ['emptyMass', { parts: [{ name: 'x', qty: 1, material: 'pine' }] }, 'TYPE', 'parts[0].length'],
  ['emptyMass', { parts: [{ qty: 1 }] }, 'TYPE', 'parts[0].name'],
  ['emptyMass', { parts: [], materials: { board: 'oak' } }, 'ENUM', 'materials.board'],
  ['emptyMass', { parts: [{ name: 1 }], materials: 5 }, 'TYPE', 'parts[0].name'],
  ['emptyMass', { parts: [], materials: 5 }, 'TYPE', 'materials'],
  ['emptyMass', { parts: [], wetFraction: 1.1 }, 'RANGE', 'wetFraction'],
  ['contents', { days: 366, beesMass: 1, room: 0.04 }, 'RANGE', 'days'],
  ['contents', { days: 1, beesMass: 0, room: 0.04 }, 'RANGE', 'beesMass'],
  ['takeDownBy', { limit: 20, emptyMass: 5, beesMass: 1, room: 0.04, flow: 'flood' }, 'ENUM', 'flow'],
  ['takeDownBy', { limit: 20, emptyMass: 5, beesMass: 1, room: 0.04, horizonDays: 400 }, 'RANGE', 'horizonDays'],
  ['centreOfMass', { masses: [] }, 'EMPTY', 'masses'],
  ['centreOfMass', { masses: [{ mass: 0, x: 0, y: 0, z: 0 }] }, 'GEOMETRY', 'masses'],
  ['hang', { style: 'glue', mass: 1 }, 'ENUM', 'style'],
  ['hang', { style: 'board', mass: 1, lever: 0.4 }, 'TYPE', 'reach'],
  ['hang', { style: 'board', mass: 1, reach: 0.1, lever: 0.4, fasteners: 2, topRow: 3 }, 'RANGE', 'topRow'],
  ['hang', { style: 'sling', mass: 1, legs: 1, angleDeg: 10 }, 'GEOMETRY', 'angleDeg'],
  ['hang', { style: 'lash', mass: 1, dynamic: 6 }, 'RANGE', 'dynamic'],
  ['ladderCheck', { rating: 'kitchen', person: 80, load: 5 }, 'ENUM', 'rating'],
  ['liftLimit', { horizontal: 0.3, vertical: 0.75, coupling: 0 }, 'RANGE', 'coupling'],
  ['beesFromMass', { mass: 1, state: 'angry' }, 'ENUM', 'state'],
  ['beesFromFrames', { frames: 3, cover: 1.1 }, 'RANGE', 'cover'],
  ['beesFromCluster', { length: 0.3, width: 0.2, depth: 0.1, airC: 60 }, 'RANGE', 'airC'],
  ['swarmAdvice', { mass: 0 }, 'RANGE', 'mass'],
];

describe('bench: what is refused, with which code, at which field', () => {
  for (const [fn, input, code, path] of REFUSED) {
    it(`${fn} refuses ${JSON.stringify(input)} with ${code} at ${path}`, () => {
      try {
        functions[fn]?.(input);
        fail('was accepted');
      } catch (error) {
        if (!(error instanceof DomainError)) throw error;
        expect([error.code, error.path]).toEqual([code, path]);
      }
    });
  }

  it('nothing that is given is ever changed', () => {
    const given = Object.freeze({ sections: Object.freeze([Object.freeze({ ...box, contents: Object.freeze([]) })]) });
    expect(() => bench.cavity(given as never)).not.toThrow();
  });
});

describe('numeric: bisection', () => {
  it('finds a root to its tolerance, also at the end of the bracket', () => {
    expect(bisect((x) => x * x - 2, { low: 0, high: 2, tolerance: 1e-12, path: 'x' })).toBeCloseTo(Math.SQRT2, 11);
    expect(bisect((x) => x, { low: 0, high: 1, tolerance: 1e-12, path: 'x' })).toBe(0);
    expect(bisect((x) => x - 1, { low: 0, high: 1, tolerance: 1e-12, path: 'x' })).toBe(1);
  });

  it('says so when there is none', () => {
    expect(() => bisect((x) => x * x + 1, { low: -1, high: 1, tolerance: 1e-9, path: 'x' })).toThrowError(
      /no change of sign/,
    );
  });
});
