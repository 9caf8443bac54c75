import {
  type Content,
  type Design,
  designLoad,
  designDrawing,
  designProblems,
  designReadings,
  type DesignSection,
  lyingBars,
  placeSections,
  sectionJoints,
} from '@yewridge/core/bench';
import { around, found, has, sized, stack } from './checks-of.js';
import { box, design, hole } from './sample-design.js';

describe('where two sections meet', () => {
  const lower = (change: Partial<DesignSection> = {}): DesignSection =>
    sized(0.3, 0.15, { id: 'low', contents: [], ...change });
  const upper = (width: number, change: Partial<DesignSection> = {}): DesignSection =>
    sized(width, 0.244475, { id: 'up', contents: [], ...change });
  const joint = (...sections: readonly DesignSection[]): ReturnType<typeof sectionJoints>[number] =>
    sectionJoints(placeSections(stack(...sections)))[0]!;

  it('boxes of one plan leave nothing open and stand on their whole walls', () => {
    const { across, along, open, bearing, sill } = joint(lower(), upper(0.3));
    expect([across, along, open, sill]).toEqual([0, 0, 0, 0]);
    expect(bearing).toBeCloseTo(0.019, 9);
  });

  it('a base wider than the box is open at both sides, over the whole length', () => {
    const { across, along, open, openings, bearing } = joint(lower(), upper(0.2));
    // Inside 300 against outside 238: 31 mm each side.
    expect(across).toBeCloseTo(0.031, 9);
    expect([along, bearing]).toEqual([0, 0]);
    expect(open).toBeCloseTo(2 * 0.031 * 0.466725, 9);
    expect(openings.reduce((sum, { width, height }) => sum + width * height, 0)).toBeCloseTo(open, 9);
    expect(designReadings(stack(lower(), upper(0.2))).door.area).toBeCloseTo(open, 9);
  });

  it('a box wider than its base is open below, and both ways at once add up', () => {
    const longer = upper(0.4, { shape: { kind: 'box', length: 0.6, width: 0.4, height: 0.2 } });
    const { across, along, open, openings } = joint(lower(), longer);
    expect([across, along].map((n) => Math.round(n * 1e6))).toEqual([31000, 47637.5].map(Math.round));
    expect(open).toBeCloseTo(0.4 * 0.6 - 0.338 * 0.504725, 9);
    expect(openings.reduce((sum, { width, height }) => sum + width * height, 0)).toBeCloseTo(open, 9);
  });

  it('a board above the lower one shuts what opens upward, not what hangs over', () => {
    expect(joint(lower({ closedAbove: true }), upper(0.2)).open).toBe(0);
    expect(joint(lower({ closedAbove: true }), upper(0.4)).open).toBeGreaterThan(0);
  });

  it('a tube on a box: what its circle does not cover is open, by the area of circle and rectangle', () => {
    const tube = box({ id: 'up', contents: [], wall: 0.006, shape: { kind: 'cylinder', diameter: 0.3, length: 0.4 } });
    const { open } = joint(lower(), tube);
    // By counting squares of 0.1 mm: in the box, outside the circle of 156 mm.
    let counted = 0;
    const step = 1e-3;
    for (let x = step / 2; x < 0.15; x += step) {
      for (let z = step / 2; z < 0.2333625; z += step) if (x * x + z * z > 0.156 ** 2) counted += 4 * step * step;
    }
    expect(open / counted).toBeCloseTo(1, 2);
    expect(joint(tube, { ...tube, id: 'on-top' }).open).toBe(0);
  });

  it('half a millimetre open is less than a tape tells', () => {
    const open = (gap: number): boolean => has(stack(lower(), upper(0.262 - 2 * gap)), 'joint-open');
    expect(around(0.0005).map(open)).toEqual([false, false, true]);
  });

  it('6 mm of wood carry a box, less is told', () => {
    const narrow = (bearing: number): boolean => has(stack(lower(), upper(0.262 + 2 * bearing)), 'joint-narrow');
    expect(around(0.006).map(narrow)).toEqual([true, false, false]);
  });

  it('a ledge of more than 5 mm outside is told: rain lies on it', () => {
    const ledge = (sill: number): boolean => has(stack(lower(), upper(0.3 - 2 * sill)), 'joint-sill');
    expect(around(0.005).map(ledge)).toEqual([false, false, true]);
  });

  it('a board with a hole closes what is open, whatever stands on what, and doors stay in their boxes', () => {
    const tube = box({ id: 'up', contents: [], wall: 0.006, shape: { kind: 'cylinder', diameter: 0.25, length: 0.4 } });
    for (const top of [upper(0.2), upper(0.4), tube]) {
      const open: Design = { ...stack(lower(), top), entrances: [hole({ height: 0.25 })] };
      const { fixes } = found(open, 'joint-open');
      expect(fixes.map(({ code }) => code)).toEqual(['board-on-joint']);
      const closed = fixes[0]!.design;
      expect(closed.sections.map(({ id }) => id)).toEqual(['low', 'joint-board', 'up']);
      expect(designProblems(closed)).toEqual([]);
      expect(sectionJoints(placeSections(closed)).map(({ open: left }) => left)).toEqual([0, 0]);
      expect(closed.entrances[0]?.height).toBeCloseTo(0.25 + 0.012, 9);
      expect(designLoad(closed, 0.03).empty.mass).toBeGreaterThan(designLoad(open, 0.03).empty.mass);
    }
  });

  it('says nothing of rims nobody knows', () => {
    const keg = box({ id: 'keg', contents: [], shape: { kind: 'measured', volume: 0.03 } });
    expect(sectionJoints(placeSections(stack(keg, upper(0.2))))).toEqual([]);
  });
});

describe('bars in a tube that lies', () => {
  const bars = (length: number, count = 6, width = 0.03): Content => ({
    kind: 'topBars',
    length,
    width,
    depth: 0.012,
    count,
  });
  const tube = (contents: readonly Content[], cut = 0, length = 0.6): DesignSection =>
    box({ contents, wall: 0.006, shape: { kind: 'cylinder', axis: 'lying', diameter: 0.305, length, cut } });
  const of = (section: DesignSection): Design => design({ sections: [section], entrances: [] });

  it('a 240 mm bar in a 305 mm circle hangs 58 mm below the crown', () => {
    const placed = lyingBars({ kind: 'cylinder', axis: 'lying', diameter: 0.305, length: 0.6 }, [bars(0.24)]);
    expect(placed?.below).toBeCloseTo(0.05839, 4);
    expect(lyingBars({ kind: 'cylinder', diameter: 0.305, length: 0.6 }, [bars(0.24)])).toBeNull();
  });

  it('bars too close for a worker are the ceiling: volume and open room end there', () => {
    const open = designReadings(of(tube([bars(0.24)])));
    const shut = designReadings(of(tube([bars(0.24, 17, 0.035)])));
    const [radius, below] = [0.1525, 0.05839];
    const segment =
      radius ** 2 * Math.acos((radius - below) / radius) -
      (radius - below) * Math.sqrt(2 * radius * below - below ** 2);
    expect(open.room.gross - shut.room.gross).toBeCloseTo(segment * 0.6, 5);
    expect(has(of(tube([bars(0.24)])), 'bars-below-crown')).toBeTrue();
    expect(has(of(tube([bars(0.24, 17, 0.035)])), 'bars-shut')).toBeTrue();
    // 18 gaps: 3.2 mm each lets nobody up.
    const gap = (each: number): boolean => has(of(tube([bars(0.24, 17, (0.6 - 18 * each) / 17)])), 'bars-shut');
    expect(around(0.0032).map(gap)).toEqual([true, true, false]);
  });

  it('what cannot work is told: longer than the tube is wide, too many, falling into the cut', () => {
    expect(around(0.305).map((length) => has(of(tube([bars(length)])), 'bars-not-in'))).toEqual([false, false, true]);
    expect([17, 18].map((count) => has(of(tube([bars(0.24, count, 0.035)])), 'bars-too-many'))).toEqual([false, true]);
    const chord = 2 * Math.sqrt(2 * 0.1525 * 0.05 - 0.05 ** 2);
    const falls = (length: number): boolean => has(of(tube([bars(length)], 0.05)), 'bars-fall-in');
    expect(around(chord + 0.006).map(falls)).toEqual([true, false, false]);
  });

  it('are drawn across the end of the tube, at the height they hang', () => {
    const { front, side } = designDrawing(of(tube([bars(0.24)])));
    const barsIn = (view: typeof front): readonly (readonly number[])[] =>
      view.parts.flatMap((part) =>
        part.role === 'bar' && part.shape === 'polygon'
          ? [[Math.max(...part.points.map(({ x }) => x)), Math.max(...part.points.map(({ y }) => y))]]
          : [],
      );
    expect(barsIn(front)[0]!.map((n) => Math.round(n * 1e4) / 1e4)).toEqual([0.12, 0.2466]);
    expect(side.parts.filter(({ role }) => role === 'hidden').length).toBe(6);
  });
});
