import {
  type Content,
  type Design,
  designLoad,
  designDrawing,
  designProblems,
  designReadings,
  type DesignSection,
  fitOptions,
} from '@yewridge/core/bench';
import { around, checks, found, has, levelOf, sized, stack } from './checks-of.js';
import { box, design, hole } from './sample-design.js';

const DEEP = { pitch: 0.034925, height: 0.231775 };
const frames = (count: number, fill: 'starter' | 'oldComb' = 'starter'): Content => ({
  kind: 'frames',
  frame: 'langstroth-deep',
  count,
  fill,
});
const one = (section: DesignSection, change: Partial<Design> = {}): Design =>
  design({ sections: [section], ...change });

describe('checks of frames, at their thresholds', () => {
  const row = (slack: number, change: Partial<DesignSection> = {}): Design =>
    one(sized(4 * DEEP.pitch + slack, 0.244475, { contents: [frames(4)], ...change }));

  it('a row needs 1/16 in beside it, in a hive of its maker nothing', () => {
    expect(around(0.0015875).map((slack) => has(row(slack), 'frames-too-tight'))).toEqual([true, false, false]);
    expect(has(row(1e-6, { standard: 'langstroth-5-deep' }), 'frames-too-tight')).toBeFalse();
  });

  it('more than 3/8 in at either end lets frames slide: worth a look, in a maker’s hive worth knowing', () => {
    expect(around(0.01905).map((slack) => levelOf(row(slack), 'frames-slide'))).toEqual([undefined, undefined, 'look']);
    expect(levelOf(row(0.03, { standard: 'langstroth-5-deep' }), 'frames-slide')).toBe('know');
    expect(levelOf(row(0.03, { secured: 'nails' }), 'frames-held')).toBe('good');
  });

  it('frames are held by nails or by a block; room for a frame left on purpose is not filled with one', () => {
    const amounts = (slack: number): readonly (readonly [string, number])[] =>
      found(row(slack), 'frames-slide').fixes.map(({ code, amount }) => [code, Math.round(amount * 1e4) / 10]);
    expect(amounts(0.03)).toEqual([
      ['hold-with-nails', 0],
      ['hold-with-spacer', 30],
    ]);
    expect(amounts(0.035)[1]).toEqual(['hold-with-spacer', 0]);
    for (const { design: fixed } of found(row(0.2), 'frames-slide').fixes) {
      expect(has(fixed, 'frames-held')).toBeTrue();
      expect(fixed.sections[0]?.shape).toEqual(row(0.2).sections[0]!.shape);
    }
  });

  it('bars level with the rim, glued, walked and built up', () => {
    const lid = (rest: number): string | undefined => {
      const of = one(sized(0.31115, 0.26, { rest }));
      return ['bars-flush', 'lid-gap-glued', 'lid-gap-braced', 'bee-space'].find((code) => has(of, code));
    };
    expect([0, ...around(0.00635)].map(lid)).toEqual(['bars-flush', 'lid-gap-glued', 'bee-space', 'bee-space']);
    expect(around(0.0127).map(lid)).toEqual(['bee-space', 'bee-space', 'lid-gap-braced']);
  });

  it('6 mm of wood stay behind a lug', () => {
    const projection = (0.4826 - 0.466725) / 2;
    const lugs = (endWall: number): boolean => has(one(box({ endWall })), 'lug-outside');
    expect(around(projection + 0.006).map(lugs)).toEqual([true, false, false]);
  });

  it('a feeder beside frames takes the width of its volume, as long and high as they are', () => {
    const litres = (volume: number, count = 8): Design =>
      one(sized(0.31115, 0.244475, { contents: [frames(count), { kind: 'feeder', volume }] }));
    const free = 0.31115 - 8 * DEEP.pitch;
    const full = free * 0.447675 * DEEP.height;
    expect(around(full, 1e-7).map((volume) => has(litres(volume), 'feeder-too-tight'))).toEqual([false, false, true]);
    const { figures, fixes } = found(litres(0.004), 'feeder-too-tight');
    expect([figures[0], Math.round(figures[1]! * 1e4), figures[2]]).toEqual([8, 386, 7]);
    expect(fixes.map(({ code, amount }) => [code, amount])).toEqual([['leave-out-frames', 1]]);
    expect(has(fixes[0]!.design, 'feeder-too-tight')).toBeFalse();
    expect(
      has(one(sized(0.31115, 0.244475, { contents: [{ kind: 'feeder', volume: 0.02 }] })), 'feeder-too-tight'),
    ).toBeFalse();
  });

  it('ten frames and a feeder do not go into a ten-frame deep', () => {
    const ten = sized(0.37465, 0.244475, {
      standard: 'langstroth-10-deep',
      contents: [frames(10), { kind: 'feeder', volume: 0.004 }],
    });
    expect(found(one(ten), 'feeder-too-tight').figures[2]).toBe(9);
  });
});

describe('room under frames', () => {
  const deep = (gap: number, change: Partial<DesignSection> = {}): DesignSection =>
    sized(0.31115, DEEP.height + gap, { contents: [frames(8)], ...change });

  it('is told from a comb’s spacing up, with the comb that may be built there', () => {
    expect(around(0.035).map((gap) => has(one(deep(gap)), 'room-under-frames'))).toEqual([false, false, true]);
    const [height, comb, worth] = found(one(deep(0.2)), 'room-under-frames').figures;
    expect(height).toBeCloseTo(0.2, 9);
    // 0.85 of the room, a comb every 35 mm.
    expect(comb).toBeCloseTo((0.466725 * 0.31115 * 0.2 * 0.85) / 0.035, 9);
    expect(worth).toBe(8);
  });

  it('counts the empty base below, as far as no board and no frames lie between', () => {
    const base = sized(0.31115, 0.15, { id: 'base', contents: [] });
    const height = (lower: DesignSection): number | undefined =>
      checks(stack(lower, deep(0.006))).find(({ code }) => code === 'room-under-frames')?.figures[0];
    expect(height(base)).toBeCloseTo(0.156, 9);
    expect(height({ ...base, closedAbove: true })).toBeUndefined();
    expect(height(sized(0.31115, 0.244475, { id: 'base', contents: [frames(8)] }))).toBeUndefined();
  });

  it('takes what frames hang down into it off the room below', () => {
    const low = sized(0.31115, 0.2, { contents: [frames(8)] });
    const base = sized(0.31115, 0.1, { id: 'base', contents: [] });
    const [height, comb] = found(stack(base, low), 'room-under-frames').figures;
    expect(height).toBeCloseTo(0.3 - DEEP.height, 9);
    expect(comb).toBeCloseTo((0.466725 * 0.31115 * (0.3 - DEEP.height) * 0.85) / 0.035, 9);
  });

  it('is nothing in a box that holds bees for some days, and taller frames of the same length are offered', () => {
    const medium = sized(0.31115, 0.244475, { contents: [{ kind: 'frames', frame: 'langstroth-medium', count: 8 }] });
    expect(has({ ...one(medium), purpose: 'holding' }, 'room-under-frames')).toBeFalse();
    const { fixes } = found(one(medium), 'room-under-frames');
    expect(fixes.map(({ code, amount }) => [code, amount])).toEqual([['taller-frames', DEEP.height]]);
    expect(has(fixes[0]!.design, 'room-under-frames')).toBeFalse();
  });
});

describe('boards, lids and doors, at their thresholds', () => {
  const cm2 = 1e-4;

  it('which way a board stands is asked, then held against what is sold', () => {
    const sold = (height: number, soldSide?: 'height' | 'width'): Design =>
      one(
        sized(0.31115, height, {
          contents: [],
          soldAs: { kind: 'fence', nominal: 6 },
          ...(soldSide ? { soldSide } : {}),
        }),
      );
    const inch = 0.0254;
    const asked = found(sold(5.5 * inch), 'board-which-way');
    expect(asked.fixes.map(({ code, design: said }) => [code, said.sections[0]?.soldSide])).toEqual([
      ['board-is-height', 'height'],
      ['board-is-width', 'width'],
    ]);
    expect(around(5.25 * inch - 0.0005).map((height) => levelOf(sold(height, 'height'), 'board-as-sold'))).toEqual([
      undefined,
      'good',
      'good',
    ]);
    expect(around(5.875 * inch + 0.0005).map((height) => has(sold(height, 'height'), 'board-not-as-sold'))).toEqual([
      false,
      false,
      true,
    ]);
    const across = found(sold(5.5 * inch, 'width'), 'board-not-as-sold').fixes[0]!.design;
    expect((across.sections[0]!.shape as { width: number }).width).toBeCloseTo(5.5 * inch, 9);
  });

  it('boards at 12 % have dried already', () => {
    expect([12, 12.1, 30].map((moisture) => has(design({ boards: { moisture } }), 'board-dries'))).toEqual([
      false,
      false,
      true,
    ]);
  });

  it('a bird needs more than 25 mm', () => {
    const wide = (diameter: number): boolean =>
      has(design({ entrances: [hole({ opening: { kind: 'hole', diameter }, height: 0.1 })] }), 'bird-enters');
    expect(around(0.025).map(wide)).toEqual([false, false, true]);
  });

  it('20 to 80 L and 8 to 40 cm² are usual', () => {
    const litres = (gross: number): boolean =>
      has(one(sized(0.3, gross / (0.466725 * 0.3), { contents: [] }), { entrances: [] }), 'volume-unusual');
    expect([...around(0.02), ...around(0.08)].map(litres)).toEqual([true, false, false, false, false, true]);
    const door = (area: number): boolean =>
      has(
        design({ entrances: [hole({ opening: { kind: 'slot', width: area / 0.02, height: 0.02 } })] }),
        'entrance-unusual',
      );
    expect([...around(8 * cm2, 1e-7), ...around(40 * cm2, 1e-7)].map(door)).toEqual([
      true,
      false,
      false,
      false,
      false,
      true,
    ]);
  });

  it('an opening of 3.2 mm keeps bees in, from 4.1 mm they leave', () => {
    const gap = (height: number): string | undefined => {
      const slot = {
        id: 'g',
        label: 'Gap',
        place: 'lid',
        opening: { kind: 'slot', width: 0.1, height },
        count: 1,
        closedForRide: false,
      } as const;
      return ['gap-tight', 'gap-between', 'gap-leaks'].find((code) => has(design({ gaps: [slot] }), code));
    };
    expect(around(0.0032).map(gap)).toEqual(['gap-tight', 'gap-tight', 'gap-between']);
    expect(around(0.0041).map(gap)).toEqual(['gap-between', 'gap-leaks', 'gap-leaks']);
  });

  it('comb that is the keeper’s own and empty is asked about no more', () => {
    expect(has(design({ comb: { ownHealthy: true, stores: 'none' } }), 'comb-source')).toBeFalse();
    expect(has(design({ comb: { ownHealthy: false } }), 'comb-source')).toBeTrue();
    expect(has(design({ comb: { ownHealthy: true } }), 'food-in-comb')).toBeFalse();
  });
});

describe('make it fit, at its thresholds', () => {
  const kinds = (of: Design): readonly string[] =>
    fitOptions({ design: of, system: 'metric', newId: 'new' }).map(({ kind }) => kind);
  const gross = designReadings(design()).room.gross;
  const best = hole({ opening: { kind: 'slot', width: 0.0625, height: 0.02 } });
  const volumes = (target: number, section: DesignSection = box()): readonly string[] =>
    kinds(one(section, { target, entrances: [best] }));

  it('is silent within a tenth of the aim, where the checks call it good', () => {
    for (const [share, silent] of [
      [0.899, false],
      [0.901, true],
      [1.099, true],
      [1.101, false],
    ] as const) {
      expect(volumes(gross / share, box({ contents: [] })).length === 0)
        .withContext(`${share}`)
        .toBe(silent);
    }
  });

  it('a box of a hive’s size is never sawn, one of one’s own is', () => {
    const bare = box({ contents: [] });
    expect(volumes(0.02, bare)).toEqual(['lower-base']);
    expect(volumes(0.02, { ...bare, standard: 'langstroth-8-deep' })).toEqual([]);
    expect(kinds(one(bare, { target: 0.02, entrances: [best], material: 'eps-foam' }))).toEqual([]);
    expect(volumes(0.02)).toEqual([]);
  });

  it('leaving out and another base come before the saw', () => {
    const low = sized(0.31115, 0.2, { id: 'low', contents: [] });
    const spare = sized(0.31115, 0.1, { id: 'spare', contents: [] });
    const all = (base: DesignSection): readonly string[] =>
      kinds(design({ sections: [base, spare, box()], entrances: [], target: 0.06 }));
    expect(all(low)).toEqual(['leave-out', 'other-base', 'lower-base']);
    expect(all({ ...low, standard: 'langstroth-8-medium' })).toEqual(['leave-out', 'other-base']);
  });

  it('no way gives the checks something new to look at', () => {
    const wide = sized(0.5, 0.1, { id: 'wide', contents: [] });
    const seen = new Set<string>();
    for (const target of [0.03, 0.045, 0.055, 0.08]) {
      const from = design({ sections: [wide, box()], entrances: [], target });
      const before = new Set(
        checks(from)
          .filter(({ level }) => level === 'look')
          .map(({ code, id }) => `${code} ${id}`),
      );
      for (const option of fitOptions({ design: from, system: 'metric', newId: 'new' })) {
        seen.add(option.kind);
        const then = checks(option.design).filter(({ level }) => level === 'look');
        expect(then.filter(({ code, id }) => !before.has(`${code} ${id}`)))
          .withContext(option.kind)
          .toEqual([]);
        expect(designReadings(option.design).room.gross).withContext(option.kind).toBeCloseTo(option.result, 4);
      }
    }
    expect(seen.size).toBeGreaterThan(2);
  });

  it('a base under 60 mm is a shim, three boxes are the most', () => {
    const area = 0.466725 * 0.31115;
    const under = (size: number): string | undefined => volumes(gross + size * area)[0];
    expect(around(0.06, 1e-4).map(under)).toEqual(['add-shim', 'set-base-under', 'set-base-under']);
    expect([4.4, 4.6].map((times) => volumes(Math.min(1, gross * times)).includes('add-boxes'))).toEqual([true, false]);
  });

  it('a door within a tenth of 12.5 cm² is left alone', () => {
    const doors = (area: number): boolean =>
      kinds(
        design({ target: gross, entrances: [hole({ opening: { kind: 'slot', width: area / 0.02, height: 0.02 } })] }),
      ).length > 0;
    expect(around(13.75e-4, 1e-8).map(doors)).toEqual([false, true, true]);
    expect([11.2e-4, 11.3e-4].map(doors)).toEqual([true, false]);
  });
});

describe('more ways to hang than one', () => {
  const hung = design({ hanging: { style: 'tree-bracket' }, alsoHangs: [{ style: 'strap', tension: 400 }] });
  const load = (of: Design): ReturnType<typeof designLoad> => designLoad(of, designReadings(of).room.net);

  it('each is judged as if it carried alone, and both are drawn', () => {
    const { hangs } = load(hung);
    expect(hangs.map(({ input }) => input?.style)).toEqual(['bracket', 'lash']);
    const alone = load(design({ hanging: { style: 'strap', tension: 400 } })).hangs[0];
    expect(hangs[1]?.hang?.designForce).toBeCloseTo(alone?.hang?.designForce ?? 0, 9);
    const parts = (of: Design): number =>
      designDrawing(of).side.parts.filter(({ ref }) => ref?.id === 'hanging').length;
    const single =
      parts(design({ hanging: { style: 'tree-bracket' } })) + parts(design({ hanging: { style: 'strap' } }));
    expect(parts(hung)).toBe(single);
  });

  it('two boards weigh twice and stand side by side', () => {
    const boards = (count: number): Design =>
      design({
        hanging: { style: 'board' },
        alsoHangs: Array.from({ length: count - 1 }, () => ({ style: 'board' as const })),
      });
    const mass = [1, 2, 3].map((count) => load(boards(count)).empty.mass);
    expect(mass[2]! - mass[1]!).toBeCloseTo(mass[1]! - mass[0]!, 9);
    expect(mass[1]! - mass[0]!).toBeGreaterThan(0.5);
    const holes = designDrawing(boards(2)).front.parts.flatMap((part) =>
      part.shape === 'circle' && part.role === 'room' ? [part.centre.x] : [],
    );
    expect(holes.map((x) => Math.round(x * 1e5))).toEqual([-7985, 7985]);
  });

  it('a size beyond its range is named at its own way of hanging', () => {
    const wrong = design({ hanging: { style: 'board' }, alsoHangs: [{ style: 'wire', angleDeg: 61 }] });
    expect(designProblems(wrong).map(({ path }) => path)).toEqual(['alsoHangs[0].angleDeg']);
  });
});
