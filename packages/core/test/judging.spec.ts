import {
  assessDesign,
  cycled,
  type Design,
  type DesignCheck,
  designChecks,
  designDrawing,
  designLoad,
  designProblems,
  designReadings,
  designSuitability,
  emptyMass,
  framePlaces,
  fromStandard,
  HIVE_STANDARD_IDS,
  hungFrames,
  inTheMiddle,
  massParts,
  moved,
  placeSections,
  pushedAside,
  STARTING_POINTS,
  startingPoint,
} from '@yewridge/core/bench';
import { convert } from '@yewridge/core/shared/units';
import { box, design, hole } from './sample-design.js';

const inches = (value: number): number => convert({ value, from: 'in', to: 'm' });
const checks = (of: Design): readonly DesignCheck[] => designChecks(of, designReadings(of));
const codes = (of: Design): readonly string[] => checks(of).map(({ level, code }) => `${level} ${code}`);
const found = (of: Design, code: string): DesignCheck => {
  const one = checks(of).find((check) => check.code === code);
  if (!one) throw new Error(`no ${code} among ${codes(of).join(', ')}`);
  return one;
};
/** A fence-board box as wide inside as its end board, with four frames. */
const fenceBox = (width: number, change: Partial<Design> = {}): Design =>
  design({
    material: 'cedar',
    sections: [
      box({
        shape: { kind: 'box', length: 0.466725, width, height: 0.244475 },
        contents: [{ kind: 'frames', frame: 'langstroth-deep', count: 4, fill: 'starter' }],
      }),
    ],
    ...change,
  });

describe('bench: starting points', () => {
  for (const id of STARTING_POINTS) {
    it(`${id} computes, is drawn and weighed whole`, () => {
      const start = startingPoint(id);
      const assessed = assessDesign(start);
      if (!assessed.ok) throw new Error(JSON.stringify(assessed.problems));
      expect(designLoad(start, assessed.readings.room.net).unweighed).toEqual([]);
      expect(designDrawing(start).side.parts.length).toBeGreaterThan(4);
      expect(assessed.readings.notices).toEqual([]);
    });
  }

  for (const id of STARTING_POINTS.filter((one) => one !== 'holding-box')) {
    it(`${id} has a door of the right size and ranks at least good`, () => {
      const start = startingPoint(id);
      const { room, door } = designReadings(start);
      expect(door.band).toBe('within');
      expect(['good', 'excellent']).toContain(designSuitability(start, room, door.area).score.grade);
    });
  }

  for (const id of HIVE_STANDARD_IDS) {
    it(`${id} as a box computes, and its lugs stay inside its ends`, () => {
      const start = fromStandard(id);
      expect(designProblems(start)).toEqual([]);
      expect(codes(start).filter((code) => code.includes('lug'))).toEqual([]);
    });
  }
});

describe('bench: checks of a design', () => {
  it('a 5-1/2 in board cannot hold four frames, 5-3/4 in can', () => {
    const tight = found(fenceBox(inches(5.5)), 'frames-too-tight');
    expect(tight.figures[2]).toBe(3);
    expect(codes(fenceBox(inches(5.75)))).toContain('good frames-fit');
  });

  it('a wet fence board that fits today is told when it will not fit dry, upright boards only', () => {
    const wet = fenceBox(inches(5.6), { boards: { moisture: 30 } });
    expect(codes(wet)).not.toContain('look frames-dry-too-tight');
    const upright = { ...wet, sections: wet.sections.map((one) => ({ ...one, grain: 'upright' as const })) };
    const [frames, now, dry] = found(upright, 'frames-dry-too-tight').figures;
    expect([frames, now]).toEqual([4, inches(5.6)]);
    expect(dry).toBeCloseTo(inches(5.6) * 0.97, 9);
    expect(found(wet, 'board-dries').level).toBe('know');
  });

  for (const [what, of, code] of [
    ['too tight', fenceBox(inches(5.5)), 'frames-too-tight'],
    ['free to slide', design(), 'frames-slide'],
    [
      'lugs outside',
      design({
        sections: [
          box({
            shape: { kind: 'box', length: 0.371, width: 0.422, height: 0.225 },
            contents: [{ kind: 'frames', frame: 'national-dn', count: 11 }],
          }),
        ],
      }),
      'lug-outside',
    ],
    ['boards that dry', design({ boards: { moisture: 30 } }), 'board-dries'],
    ['a board that is not what it is called', soldAs(6, 0.1524), 'board-not-as-sold'],
    [
      'a door for birds',
      design({ entrances: [hole({ opening: { kind: 'hole', diameter: 0.09 }, height: 0.1 })] }),
      'bird-enters',
    ],
    ['no roof', design({ roof: 0 }), 'no-roof'],
    ['light under the lid', design({ lidTight: false }), 'lid-lets-light'],
    ['comb of unknown origin', design(), 'comb-source'],
    ['food in the comb', design({ comb: { ownHealthy: true, stores: 'honey' } }), 'food-in-comb'],
    ['a slot in the inner cover', withGap(0.01), 'gap-leaks'],
    ['a gap that is neither', withGap(0.0036), 'gap-between'],
  ] as const) {
    it(`${what}: every way offered mends it`, () => {
      const { fixes } = found(of, code);
      expect(fixes.length).toBeGreaterThan(0);
      for (const fix of fixes) {
        expect(designProblems(fix.design)).withContext(fix.code).toEqual([]);
        expect(checks(fix.design).some((check) => check.code === code))
          .withContext(fix.code)
          .toBe(fix.code === 'saw-wider');
      }
    });
  }

  it('an opening under the lid adds to the door, unless mesh closes it', () => {
    const open = designReadings(withGap(0.01)).door.area;
    const closed = designReadings(found(withGap(0.01), 'gap-leaks').fixes[0]!.design).door.area;
    expect(open - closed).toBeCloseTo(0.1 * 0.01, 12);
  });

  it('sizes of what it hangs by are refused beyond their range, each at its field', () => {
    const faulty = design({
      hanging: { style: 'board', hole: 0.2, workingLoad: 600 },
      load: { swarm: 0, flow: 'light', limit: 20 },
    });
    expect(designProblems(faulty).map(({ path }) => path)).toEqual(['hanging.hole', 'load.swarm']);
  });

  it('a 6 in fence board is 5-1/4 to 5-7/8 in wide: 5-1/2 is believed, 6 in is not', () => {
    expect(codes(soldAs(6, inches(5.5)))).toContain('good board-as-sold');
    expect(found(soldAs(6, inches(6)), 'board-not-as-sold').figures).toEqual([6, 5.5, 5.25, 5.875].map(inches));
  });

  it('a name no board is sold by is refused at its field', () => {
    expect(designProblems(soldAs(7, 0.14)).map(({ code, path }) => [code, path])).toEqual([
      ['ENUM', 'sections[0].soldAs'],
    ]);
  });

  it('a notch for birds is told without a nail that cannot be driven', () => {
    const notch = hole({ opening: { kind: 'notch', width: 0.1, height: 0.04 }, height: 0 });
    expect(found(design({ entrances: [notch] }), 'bird-enters').fixes).toEqual([]);
  });

  function soldAs(nominal: number, height: number): Design {
    const shape = { kind: 'box', length: 0.466725, width: 0.31115, height } as const;
    const section = box({ shape, contents: [], soldAs: { kind: 'fence', nominal }, soldSide: 'height' });
    return design({ sections: [section], lidTight: true });
  }

  function withGap(height: number): Design {
    const gap = {
      id: 'slot',
      label: 'Slot',
      place: 'inner-cover',
      opening: { kind: 'slot', width: 0.1, height },
      count: 1,
      closedForRide: false,
    } as const;
    return design({ gaps: [gap] });
  }
});

describe('bench: a design judged', () => {
  const judged = (of: Design): ReturnType<typeof designSuitability> => {
    const { room, door } = designReadings(of);
    return designSuitability(of, room, door.area);
  };

  it('the box tells its volume, door, comb and room; a tried site adds the rest', () => {
    const bare = judged(design());
    expect(bare.site.oldComb).toBe(1);
    expect(bare.site.entranceHeight).toBeUndefined();
    const tried = judged(design({ site: { entranceHeight: 5, odour: 1 } }));
    expect(tried.score.coverage).toBeGreaterThan(bare.score.coverage);
    expect([bare.site.odour, tried.site.odour]).toEqual([0.5, 1]);
  });

  it('a school for each question counts at once, and the field score stays beside it', () => {
    const schools = {
      room: { school: 'small-swarm', reason: '' },
      comb: { school: 'lure-only', reason: '' },
    } as const;
    const nuc = { ...startingPoint('single-nuc'), schools };
    const { score } = judged(nuc);
    expect(score.factors.find(({ factor }) => factor === 'oldComb')?.weight).toBe(0);
    expect(score.fieldScore).toBeCloseTo(judged({ ...nuc, schools: {} }).score.score, 12);
    expect(score.difference).toBeGreaterThan(0);
  });

  it('a box without a door is poor, whatever else it is', () => {
    expect(judged(design({ entrances: [] })).score).toEqual(
      jasmine.objectContaining({ grade: 'poor', limiting: 'entranceArea' }),
    );
  });

  it('a volume no curve reaches is left out and named', () => {
    const hall = design({ sections: [box({ shape: { kind: 'box', length: 2, width: 2, height: 2 }, contents: [] })] });
    expect(judged(hall).beyond).toEqual(['volume']);
  });
});

describe('bench: a design weighed and hung', () => {
  const load = (of: Design): ReturnType<typeof designLoad> => designLoad(of, designReadings(of).room.net);

  it('a pine five-frame box with floor, roof and frames weighs what the shop says: 4 to 8 kg', () => {
    const { empty } = load(startingPoint('single-nuc'));
    expect(empty.mass).toBeGreaterThan(4.8);
    expect(empty.mass).toBeLessThan(6.5);
  });

  it('weighs every starting point as its parts weigh by the checked function', () => {
    for (const id of STARTING_POINTS) {
      const start = startingPoint(id);
      const { parts } = massParts(start, placeSections(start));
      const { empty } = load(start);
      expect(empty.mass).withContext(id).toBeCloseTo(emptyMass({ parts }).mass, 9);
      expect(empty.high).withContext(id).toBeCloseTo(emptyMass({ parts }).high, 9);
    }
  });

  it('comes down sooner by the heaviest reading, later by the lightest, sooner in a stronger flow', () => {
    const { soonest, likely, latest } = load(startingPoint('two-nucs')).down;
    expect([soonest ?? 0, likely ?? 0, latest ?? Infinity]).toEqual(
      [soonest ?? 0, likely ?? 0, latest ?? Infinity].sort((a, b) => a - b),
    );
    const strong = { ...startingPoint('two-nucs'), load: { swarm: 1.5, flow: 'strong', limit: 20 } } as const;
    expect(load(strong).down.likely).toBeLessThan(likely ?? 0);
  });

  it('a hanging board makes it balance behind the middle, and needs a label for a verdict', () => {
    const { centre, hangs } = load(startingPoint('two-nucs'));
    expect(centre.z).toBeGreaterThan(0);
    expect(hangs.map(({ hang }) => hang?.verdict)).toEqual([undefined]);
    const labelled = { ...startingPoint('two-nucs'), hanging: { style: 'board', workingLoad: 2000 } } as const;
    expect(load(labelled).hangs[0]?.hang?.verdict).toBe('ok');
  });

  it('what cannot be weighed is named, not guessed', () => {
    const keg = box({
      id: 'keg',
      shape: { kind: 'measured', volume: 0.03 },
      contents: [{ kind: 'feeder', volume: 0.001 }],
    });
    expect(load(design({ sections: [keg], entrances: [hole()] })).unweighed).toEqual(['keg', 'keg.contents']);
  });

  it('soaked cardboard weighs its own mass more and a fifth, other boxes do not soak', () => {
    const tube = startingPoint('form-tube');
    const { empty, soaked } = load(tube);
    // 0.957 m round, 559 mm long, 6 mm thick, 700 kg/m3: 2.29 kg of card takes up 1.2 times that.
    expect((soaked ?? 0) - empty.mass).toBeCloseTo(1.2 * Math.PI * 0.3108 * 0.5588 * 0.006 * 700, 3);
    expect(load(startingPoint('two-nucs')).soaked).toBeNull();
  });

  it('every way of hanging is drawn in both views', () => {
    for (const style of [
      'board',
      'tree-bracket',
      'fence-bracket',
      'post-bracket',
      'strap',
      'hook',
      'wire',
      'stand',
      'deck',
    ] as const) {
      const { front, side } = designDrawing(design({ hanging: { style } }), { x: 0.01, y: 0.2 });
      for (const view of [front, side]) {
        expect(view.parts.some(({ ref }) => ref?.id === 'hanging'))
          .withContext(`${style} ${view.name}`)
          .toBeTrue();
      }
      expect([front.centre, side.centre]).toEqual([null, { x: 0.01, y: 0.2 }]);
    }
  });
});

describe('bench: frames in their places', () => {
  const contents = design().sections[0]!.contents;
  const fills = (of: typeof contents): string =>
    hungFrames(of)
      .map(({ fill }) => fill)
      .join(' ');

  it('a click makes a dark comb drawn, then foundation, bare, starter, and then leaves it out', () => {
    let now = contents;
    const seen = ['oldComb'];
    for (let n = 0; n < 5; n++) {
      now = cycled(now, 0);
      seen.push(fills(now));
    }
    expect(seen).toEqual(['oldComb', 'comb', 'foundation', 'empty', 'starter', '']);
  });

  it('four in the middle hang in the middle, then all are pushed to one side', () => {
    const like = hungFrames(contents)[0]!;
    const four = inTheMiddle(contents, 4, like);
    const middle = designDrawing(design({ sections: [box({ contents: four })] })).front;
    const xs = middle.parts.flatMap((part) =>
      part.role === 'inside-oldComb' && part.shape === 'polygon' ? part.points.map(({ x }) => x) : [],
    );
    expect(Math.min(...xs) + Math.max(...xs)).toBeCloseTo(0, 9);
    expect(pushedAside(four)[0]).toEqual(jasmine.objectContaining({ arrangement: 'one-side', count: 4 }));
  });

  it('moving a frame keeps all others in their order', () => {
    const row = inTheMiddle(cycled(contents, 0), 2, hungFrames(contents)[0]!);
    const mixed = cycled(row, 1);
    expect(fills(mixed)).toBe('comb foundation');
    expect(fills(moved(mixed, 0, 1))).toBe('foundation comb');
  });

  it('an eight-frame box has eight places', () => {
    expect(framePlaces(inches(12.25), 0.034925)).toBe(8);
  });
});
