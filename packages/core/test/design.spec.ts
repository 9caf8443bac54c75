import {
  assessDesign,
  carryDoors,
  designDrawing,
  designProblems,
  designReadings,
  fitOptions,
  type Design,
  type FitOption,
} from '@yewridge/core/bench';
import { box, design, hole } from './sample-design.js';

const fit = (from: Design): readonly FitOption[] => fitOptions({ design: from, system: 'metric', newId: 'new' });
const option = (from: Design, kind: FitOption['kind']): FitOption => {
  const found = fit(from).find((one) => one.kind === kind);
  if (!found)
    throw new Error(
      `no ${kind} among ${fit(from)
        .map((one) => one.kind)
        .join(', ')}`,
    );
  return found;
};
const reasons = (of: Design): readonly (string | undefined)[] =>
  designProblems(of).map(({ code, path, reason }) => `${path} ${reason ?? code}`);

describe('bench: a design read as a whole', () => {
  it('a box taped outside holds what the same box taped inside holds', () => {
    const outside = box({
      sizes: 'outside',
      shape: { kind: 'box', length: 0.504725, width: 0.34915, height: 0.244475 },
    });
    const inside = designReadings(design()).room.gross;
    expect(designReadings(design({ sections: [outside] })).room.gross).toBeCloseTo(inside, 9);
  });

  it('outside sizes are less sure than inside sizes, as the walls are measured too', () => {
    const outside = box({
      sizes: 'outside',
      shape: { kind: 'box', length: 0.504725, width: 0.34915, height: 0.244475 },
    });
    const sure = designReadings(design()).unsure.expanded;
    expect(designReadings(design({ sections: [outside] })).unsure.expanded).toBeGreaterThan(sure);
  });

  it('a deep frame in a shallow box is told, unless there is open room below it', () => {
    const shallow = box({ id: 'shallow', shape: { kind: 'box', length: 0.466725, width: 0.31115, height: 0.15 } });
    const alone = designReadings(design({ sections: [shallow] })).notices;
    const base = box({ id: 'base', contents: [] });
    expect(alone.map(({ code, sectionId }) => `${code} ${sectionId}`)).toEqual(['frames-hang-past-floor shallow']);
    expect(designReadings(design({ sections: [base, shallow] })).notices).toEqual([]);
  });

  it('top bars longer than the tube they lie on are told, those that rest on its ends are not', () => {
    const tube = (length: number): Design =>
      design({
        sections: [
          box({
            shape: { kind: 'cylinder', axis: 'lying', diameter: 0.3, length: 0.6, cut: 0.03 },
            contents: [{ kind: 'topBars', length, width: 0.03, depth: 0.012 }],
          }),
        ],
        entrances: [],
      });
    expect(designReadings(tube(0.638)).notices).toEqual([]);
    const [notice] = designReadings(tube(0.65)).notices;
    expect(notice?.code).toBe('bars-past-rim');
    expect(notice?.by).toBeCloseTo(0.012, 9);
  });

  it('every fault is named at its own field, not the first one alone', () => {
    const broken = design({
      sections: [
        box({ shape: { kind: 'box', length: 300, width: 0.3, height: 0.2 } }),
        box({ id: 'b', sizes: 'outside', wall: 0.16 }),
        box({ id: 'c', contents: [{ kind: 'frames', frame: 'langstroth-deep', count: 9 }] }),
      ],
      entrances: [hole({ opening: { kind: 'hole', diameter: 0.01, guard: { count: 4, diameter: 0.003 } } })],
    });
    expect(reasons(broken)).toEqual([
      'sections[0].shape.length RANGE',
      'sections[1].shape.width walls-leave-no-room',
      'sections[2].contents frames-too-wide',
      'entrances[0].opening.guard guard-too-wide',
    ]);
  });

  for (const [what, entrance, reason] of [
    ['a hole across a joint', hole({ height: 0.244475 }), 'entrances[0].height door-across-joint'],
    ['a hole over the roof', hole({ height: 0.6 }), 'entrances[0].height door-outside-box'],
    ['a hole below the floor', hole({ height: 0.01 }), 'entrances[0].height door-outside-box'],
    ['twenty holes in one board', hole({ count: 20 }), 'entrances[0].opening door-wider-than-face'],
    ['a hole past the corner', hole({ across: 0.15 }), 'entrances[0].across door-wider-than-face'],
  ] as const) {
    it(`${what} is refused`, () => {
      const stack = [box({ id: 'base', contents: [] }), box()];
      expect(reasons(design({ sections: stack, entrances: [entrance] }))).toEqual([reason]);
    });
  }

  it('a design without faults is assessed with its readings', () => {
    const assessed = assessDesign(design());
    expect(assessed.ok && assessed.readings.door.band).toBe('within');
  });
});

describe('bench: doors and their boards', () => {
  const base = box({ id: 'base', contents: [] });
  const upper = hole({ height: 0.244475 + 0.06 });
  const lower = hole({ id: 'low', height: 0.05 });
  const two = design({ sections: [base, box()], entrances: [lower, upper] });
  const heights = (of: Design): readonly number[] => of.entrances.map(({ height }) => Math.round(height * 1e6) / 1e6);

  it('a door goes up and down with its box, the one below it stays', () => {
    const higher = box({ ...base, shape: { kind: 'box', length: 0.466725, width: 0.31115, height: 0.3 } });
    expect(heights(carryDoors(two, { ...two, sections: [higher, box()] }))).toEqual([0.05, 0.36]);
    expect(heights(carryDoors(two, { ...two, sections: [box(), base] }))).toEqual([0.294475, 0.06]);
  });

  it('a door that was moved by hand stays where it was put', () => {
    const moved = { ...two, sections: [box(), base], entrances: [lower, hole({ height: 0.1 })] };
    expect(heights(carryDoors(two, moved))).toEqual([0.294475, 0.1]);
  });

  it('a door whose box is taken away stays at its height', () => {
    expect(heights(carryDoors(two, { ...two, sections: [base] }))).toEqual([0.05, 0.304475]);
  });

  it('every way to fit keeps every door in its own box', () => {
    for (const target of [0.05, 0.09, 0.12]) {
      for (const { kind, design: fitted } of fit({ ...two, target })) {
        const back = carryDoors(fitted, { ...fitted, sections: two.sections });
        expect(heights(back)).withContext(kind).toEqual(heights(two));
      }
    }
  });
});

describe('bench: make it fit', () => {
  it('a base set under a single box brings it to the target and lifts the door with it; a low one is a shim', () => {
    for (const [target, kind] of [
      [0.04, 'add-shim'],
      [0.05, 'set-base-under'],
    ] as const) {
      const under = option(design({ target }), kind);
      expect(designReadings(under.design).room.gross).toBeCloseTo(target, 9);
      expect(under.design.entrances[0]?.height).toBeCloseTo(0.045 + under.amount, 9);
      expect(under.amount < 0.06).toBe(kind === 'add-shim');
    }
  });

  it('an empty base that is there already is raised, or lowered when the box is too large', () => {
    const stack = [
      box({ id: 'base', contents: [], shape: { kind: 'box', length: 0.466725, width: 0.31115, height: 0.1 } }),
      box(),
    ];
    const larger = option(design({ sections: stack, target: 0.06 }), 'raise-base');
    const smaller = option(design({ sections: stack, target: 0.045 }), 'lower-base');
    expect(designReadings(larger.design).room.gross).toBeCloseTo(0.06, 9);
    expect(designReadings(smaller.design).room.gross).toBeCloseTo(0.045, 9);
  });

  it('an empty box is left out of a stack that is far too large, the one that helps most', () => {
    const low = box({
      id: 'low',
      contents: [],
      shape: { kind: 'box', length: 0.466725, width: 0.31115, height: 0.05 },
    });
    const stack = [low, box({ id: 'spare', contents: [] }), box()];
    const fewer = option(design({ sections: stack, entrances: [] }), 'leave-out');
    expect([fewer.id, fewer.design.sections.length]).toEqual(['spare', 2]);
  });

  it('a tube becomes as long as its target asks', () => {
    const tube = box({ shape: { kind: 'cylinder', diameter: 0.3048, length: 0.45 }, contents: [] });
    expect(designReadings(option(design({ sections: [tube] }), 'lengthen-tube').design).room.gross).toBeCloseTo(
      0.04,
      9,
    );
  });

  it('boxes are added until the target is reached, not one more', () => {
    const nuc = box({ shape: { kind: 'box', length: 0.466725, width: 0.1905, height: 0.244475 } });
    const more = option(design({ sections: [nuc] }), 'add-boxes');
    expect(more.amount).toBe(1);
    expect(more.result).toBeCloseTo(0.0434731, 6);
  });

  it('a wide slot gets a block that leaves the best door', () => {
    const slot = hole({ opening: { kind: 'slot', width: 0.3, height: 0.019 }, height: 0 });
    const block = option(design({ entrances: [slot] }), 'reducer-block');
    expect(designReadings(block.design).door.area).toBeCloseTo(12.5e-4, 9);
    expect(block.amount).toBeCloseTo(0.3 - 12.5e-4 / 0.019 - 0.002, 9);
  });

  it('a door at the best of its band is left alone', () => {
    const best = hole({ opening: { kind: 'slot', width: 0.0625, height: 0.02 } });
    expect(fit(design({ entrances: [best], target: designReadings(design()).room.gross }))).toEqual([]);
  });

  it('never offers what could not be built', () => {
    for (const target of [0.001, 0.02, 0.05, 0.4, 1]) {
      for (const one of fit(design({ target }))) expect(designProblems(one.design)).withContext(one.kind).toEqual([]);
    }
  });
});

describe('bench: the drawing', () => {
  const extentOf = (of: Design): string => {
    const { front, side } = designDrawing(of);
    return [front.left, front.right, front.bottom, front.top, side.left, side.right].map((n) => n.toFixed(4)).join(' ');
  };

  it('is as wide, long and high as the box is outside', () => {
    expect(extentOf(design({ roofOverhang: 0 }))).toBe('-0.1746 0.1746 -0.0120 0.2565 -0.2524 0.2524');
  });

  it('dimensions every section height and the inside widths with the values that were entered', () => {
    const { front, side } = designDrawing(design());
    const values = (of: typeof front): readonly string[] =>
      of.dimensions.map(({ ref, value }) => `${ref?.field ?? 'outside'} ${value.toFixed(4)}`);
    expect(values(front)).toEqual(['shape.height 0.2445', 'outside 0.2685', 'shape.width 0.3111', 'outside 0.3491']);
    expect(values(side)).toEqual(['shape.length 0.4667', 'outside 0.5047', 'height 0.0450']);
  });

  it('shows the door as a circle in front and as a gap in the wall that is cut', () => {
    const { front, side } = designDrawing(design());
    expect(front.parts.filter(({ role }) => role === 'door').map(({ shape }) => shape)).toEqual(['circle']);
    expect(side.parts.filter(({ role }) => role === 'door-gap').length).toBe(1);
  });

  it('keeps a door off the middle out of the cut wall', () => {
    const { side } = designDrawing(design({ entrances: [hole({ across: 0.08 })] }));
    expect(side.parts.some(({ role }) => role === 'door-gap')).toBe(false);
  });

  it('draws as many frames as hang in the box', () => {
    const eight = box({ contents: [{ kind: 'frames', frame: 'langstroth-deep', count: 8, fill: 'foundation' }] });
    const hidden = (of: Design): number =>
      designDrawing(of).front.parts.filter(({ ref, role }) => role === 'frame-hidden' && ref?.frame !== undefined)
        .length;
    expect(hidden(design({ sections: [eight] }))).toBe(8);
  });
});
