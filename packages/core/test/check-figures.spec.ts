import {
  type Content,
  type Design,
  type DesignCheck,
  type DesignGap,
  type DesignSection,
  dryWidth,
} from '@yewridge/core/bench';
import { checks, found, has, sized, stack } from './checks-of.js';
import { box, design, hole } from './sample-design.js';

const PITCH = 0.034925;
const HEIGHT = 0.244475;
const frames = (count: number, frame: 'langstroth-deep' | 'langstroth-medium' = 'langstroth-deep'): Content => ({
  kind: 'frames',
  frame,
  count,
  fill: 'starter',
});
const one = (section: DesignSection, change: Partial<Design> = {}): Design =>
  design({ sections: [section], ...change });
const mm = (metres: number): number => Math.round(metres * 1e5) / 100;
const figures = ({ figures: told }: DesignCheck): readonly number[] => told.map(mm);
/** What a click would do: its code, how much, and whether the check is gone afterwards. */
const mends = (of: Design, code: DesignCheck['code']): readonly (readonly [string, number, boolean])[] =>
  found(of, code).fixes.map((fix) => [fix.code, mm(fix.amount), !has(fix.design, code)]);

describe('frames that do not fit tell how they would', () => {
  const tight = one(sized(4 * PITCH, HEIGHT, { contents: [frames(4)] }));

  it('how many there are, how wide the box is inside, and how many go in', () => {
    expect(found(tight, 'frames-too-tight').figures).toEqual([4, 4 * PITCH, 3]);
    expect(found(tight, 'frames-too-tight').id).toBe('box');
  });

  it('one fewer, or the box wider by what is missing: 1/16 in', () => {
    expect(mends(tight, 'frames-too-tight')).toEqual([
      ['leave-out-frames', mm(1), true],
      ['widen-box', 1.59, true],
    ]);
    const [fewer, wider] = found(tight, 'frames-too-tight').fixes;
    expect(fewer!.design.sections[0]!.contents).toEqual([jasmine.objectContaining({ kind: 'frames', count: 3 })]);
    expect(mm((wider!.design.sections[0]!.shape as { width: number }).width)).toBe(mm(4 * PITCH + 0.0015875));
  });

  it('boards that are wet are reckoned dry: the box is sawn wider by what it will lose', () => {
    const wet = { boards: { moisture: 30 } } as Partial<Design>;
    const fits = 4 * PITCH + 0.002;
    const at = (width: number, change: Partial<DesignSection> = {}, boards = wet): Design =>
      one(sized(width, HEIGHT, { contents: [frames(4)], grain: 'upright', ...change }), {
        material: 'pine',
        ...boards,
      });
    const dry = dryWidth({ width: fits, species: 'scots-pine', mcFrom: 30, mcTo: 12 }).width;
    const check = found(at(fits), 'frames-dry-too-tight');
    expect(figures(check)).toEqual([mm(4), mm(fits), mm(dry), mm(3)]);
    const [, wider] = check.fixes;
    // So much wider that what is left after drying is exactly enough.
    expect(wider!.amount).toBeCloseTo((4 * PITCH + 0.0015875) * (fits / dry) - fits, 9);
    expect(has(wider!.design, 'frames-dry-too-tight')).toBeFalse();
    expect(has(at(fits, { grain: 'level' }), 'frames-dry-too-tight')).toBeFalse();
    expect(has(at(fits, {}, { boards: { moisture: 12 } }), 'frames-dry-too-tight')).toBeFalse();
    expect(has(at(fits, {}, {}), 'frames-dry-too-tight')).toBeFalse();
    expect(has(at(4 * PITCH + 0.02), 'frames-dry-too-tight')).toBeFalse();
  });

  it('what fits tells the room beside it', () => {
    expect(figures(found(one(sized(4 * PITCH + 0.005, HEIGHT, { contents: [frames(4)] })), 'frames-fit'))).toEqual([5]);
    expect(figures(found(one(sized(4 * PITCH + 0.03, HEIGHT, { contents: [frames(4)] })), 'frames-slide'))).toEqual([
      30,
    ]);
  });
});

describe('gaps over and under frames tell how wide they are', () => {
  const FRAME = 0.231775;
  const hangs = (rest: number, change: Partial<DesignSection> = {}): Design =>
    one(sized(0.31115, 0.26, { rest, contents: [frames(4)], ...change }));

  it('and bars are lowered to a bee’s width: the least where they are glued, the most where comb is built', () => {
    expect(mends(hangs(0), 'bars-flush')).toEqual([['lower-bars', 6.35, true]]);
    expect(figures(found(hangs(0.003), 'lid-gap-glued'))).toEqual([3]);
    expect(mends(hangs(0.003), 'lid-gap-glued')).toEqual([['lower-bars', 6.35, true]]);
    expect(figures(found(hangs(0.02), 'lid-gap-braced'))).toEqual([20]);
    expect(mends(hangs(0.02), 'lid-gap-braced').map(([code, , gone]) => [code, gone])).toEqual([['lower-bars', true]]);
    expect(figures(found(hangs(0.008), 'bee-space'))).toEqual([8]);
  });

  it('under a box that stands above nobody asks for the lid', () => {
    const under = stack(
      sized(0.31115, 0.26, { id: 'low', contents: [frames(4)] }),
      sized(0.31115, HEIGHT, { id: 'up', contents: [] }),
    );
    for (const code of ['bars-flush', 'lid-gap-glued', 'lid-gap-braced', 'bee-space'])
      expect(has(under, code)).toBeFalse();
  });

  it('frames too near the floor are glued to it; on a base with room they are not', () => {
    const low = (gap: number): Design => one(sized(0.31115, FRAME + gap, { rest: 0, contents: [frames(4)] }));
    const glued = [0.002, 0.006, 0.008].map((gap) => checks(low(gap)).find(({ code }) => code === 'floor-gap-glued'));
    expect(glued.map((check) => check?.level)).toEqual(['look', 'look', undefined]);
    expect(mm(glued[0]!.figures[0]!)).toBeCloseTo(2, 1);
    const onBase = stack(
      sized(0.31115, 0.1, { id: 'base', contents: [] }),
      sized(0.31115, FRAME + 0.002, { id: 'top', contents: [frames(4)] }),
    );
    expect(has(onBase, 'floor-gap-glued')).toBeFalse();
    const onBoard = stack(
      sized(0.31115, 0.1, { id: 'base', contents: [], closedAbove: true }),
      sized(0.31115, FRAME + 0.002, { id: 'top', contents: [frames(4)] }),
    );
    expect(has(onBoard, 'floor-gap-glued')).toBeTrue();
  });

  it('frames over frames want a bee’s way between them, the lower ones’ rest counted in', () => {
    const over = (gap: number, rest: number): Design =>
      stack(
        sized(0.31115, HEIGHT, { id: 'low', rest, contents: [frames(4)] }),
        sized(0.31115, FRAME + gap, { id: 'up', contents: [frames(4)] }),
      );
    expect(figures(found(over(0.002, 0.001), 'stack-gap'))[0]).toBeCloseTo(3, 1);
    expect(has(over(0.002, 0.006), 'stack-gap')).toBeFalse();
    expect(has(over(0.008, 0), 'stack-gap')).toBeFalse();
    expect(figures(found(over(0.008, 0.012), 'stack-gap'))[0]).toBeCloseTo(20, 1);
  });

  it('the tallest frame is the one that counts, wherever it hangs in the row', () => {
    const mixed = (contents: readonly Content[]): number =>
      checks(one(sized(0.31115, FRAME + 0.002, { rest: 0, contents }))).filter(({ code }) => code === 'floor-gap-glued')
        .length;
    const [deep, medium] = [frames(2), frames(2, 'langstroth-medium')];
    expect([mixed([deep, medium]), mixed([medium, deep]), mixed([medium])]).toEqual([1, 1, 0]);
  });
});

describe('lugs in the end walls', () => {
  const LUGS = 0.4826;
  const at = (length: number, change: Partial<DesignSection> = {}): Design =>
    one(box({ shape: { kind: 'box', length, width: 0.31115, height: HEIGHT }, contents: [frames(4)], ...change }));

  it('too short to rest: the tale is how much is missing', () => {
    expect(figures(found(at(LUGS + 0.01), 'lug-short'))).toEqual([10]);
    expect(figures(found(at(LUGS + 1e-6), 'lug-short'))).toEqual([0]);
    expect(has(at(LUGS - 1e-6), 'lug-short')).toBeFalse();
  });

  it('through a thin wall: thicker ends keep 6 mm behind them, inside or outside sizes alike', () => {
    const thin = at(0.466725, { endWall: 0.01 });
    expect(figures(found(thin, 'lug-outside'))).toEqual([mm((LUGS - 0.466725) / 2), 10]);
    expect(mends(thin, 'lug-outside')).toEqual([['thicken-ends', mm((LUGS - 0.466725) / 2 + 0.006), true]]);
    const outside = at(0.466725 + 0.02, { sizes: 'outside', endWall: 0.01 });
    const [fix] = found(outside, 'lug-outside').fixes;
    const thicker = fix!.design.sections[0]!;
    // The room inside stays what it was.
    expect(mm((thicker.shape as { length: number }).length - 2 * thicker.endWall)).toBe(mm(0.466725));
    expect(has(at(0.466725, { endWall: 0 }), 'lug-outside')).toBeFalse();
  });
});

describe('boards, birds and other openings', () => {
  it('a wet board round the box is sawn wider by what it loses in height, from a millimetre on', () => {
    const of = (moisture: number | undefined, change: Partial<DesignSection> = {}): Design =>
      one(sized(0.31115, HEIGHT, { contents: [], ...change }), {
        material: 'pine',
        ...(moisture === undefined ? {} : { boards: { moisture } }),
      });
    const to = dryWidth({ width: HEIGHT, species: 'scots-pine', mcFrom: 25, mcTo: 12 }).width;
    const check = found(of(25), 'board-dries');
    expect(figures(check)).toEqual([mm(HEIGHT), mm(to)]);
    const more = (HEIGHT * HEIGHT) / to - HEIGHT;
    expect(check.fixes[0]!.amount).toBeCloseTo(more, 12);
    expect(mm((check.fixes[0]!.design.sections[0]!.shape as { height: number }).height)).toBe(mm(HEIGHT + more));
    expect(has(of(12.5), 'board-dries')).toBeFalse();
    expect(has(of(undefined), 'board-dries')).toBeFalse();
    expect(has(of(25, { grain: 'upright' }), 'board-dries')).toBeFalse();
  });

  it('nails across a door stand so close that no bird passes between', () => {
    const open = (diameter: number): Design =>
      design({ entrances: [hole({ opening: { kind: 'hole', diameter, guard: { count: 0, diameter: 0.003 } } })] });
    const check = found(open(0.06), 'bird-enters');
    expect(figures(check)).toEqual([25]);
    const [fix] = check.fixes;
    expect([fix!.code, mm(fix!.amount)]).toEqual(['nail-across', 3]);
    // 60 mm: two nails leave three openings of 18 mm; one would leave two of 28.5.
    expect((fix!.design.entrances[0]!.opening as { guard?: { count: number; diameter: number } }).guard).toEqual({
      count: 2,
      diameter: 0.003,
    });
    expect(has(fix!.design, 'bird-enters')).toBeFalse();
    const notch = design({
      entrances: [hole({ opening: { kind: 'notch', width: 0.06, height: 0.03 } }), hole({ id: 'b', count: 0 })],
    });
    expect(found(notch, 'bird-enters').fixes).toEqual([]);
    expect(
      has(design({ entrances: [hole({ count: 0, opening: { kind: 'hole', diameter: 0.06 } })] }), 'bird-enters'),
    ).toBeFalse();
  });

  it('an opening tells its width, and how many of it count as door', () => {
    const gap = (diameter: number, change: Partial<DesignGap> = {}): Design =>
      design({
        gaps: [
          {
            id: 'g',
            label: 'Knot',
            opening: { kind: 'hole', diameter },
            count: 2,
            place: 'wall',
            ...change,
          } as DesignGap,
        ],
      });
    expect(figures(found(gap(0.003), 'gap-tight'))).toEqual([3]);
    expect(figures(found(gap(0.0037), 'gap-between'))).toEqual([3.7]);
    expect(found(gap(0.0037), 'gap-between').fixes.map(({ code }) => code)).toEqual(['mesh-over', 'tape-for-ride']);
    expect(found(gap(0.02), 'gap-is-door').figures[0]).toBeCloseTo(2 * Math.PI * 1e-4, 9);
    expect(found(gap(0.02), 'gap-is-door').fixes.map(({ code }) => code)).toEqual(['mesh-over']);
    expect(figures(found(gap(0.02), 'gap-leaks'))).toEqual([20]);
    expect(mends(gap(0.02), 'gap-leaks')).toEqual([
      ['mesh-over', 3, true],
      ['tape-for-ride', 0, true],
    ]);
    expect(has(gap(0.02, { closedForRide: true }), 'gap-leaks')).toBeFalse();
    expect(has(gap(0.02, { count: 0 }), 'gap-is-door')).toBeFalse();
    expect(has(gap(0.02, { count: 0 }), 'gap-tight')).toBeFalse();
  });
});

describe('the roof, the lid and what hangs in the box', () => {
  it('a roof is offered where there is none, an overhang where it has none', () => {
    expect(mends(design({ roof: 0 }), 'no-roof')).toEqual([['add-roof', 12, true]]);
    expect(found(design({ roof: 0 }), 'no-roof').fixes[0]!.design.roofOverhang).toBe(0.025);
    expect(mends(design({ roofOverhang: 0 }), 'no-overhang')).toEqual([['add-overhang', 25, true]]);
    expect([has(design(), 'no-roof'), has(design(), 'no-overhang')]).toEqual([false, false]);
    expect(has(design({ roof: 0 }), 'no-overhang')).toBeFalse();
    const lidded = design({ roof: 0, sections: [box({ roofInset: 0.01 })] });
    expect(has(lidded, 'no-roof')).toBeFalse();
    const onTop = design({ roof: 0, sections: [box({ id: 'low', roofInset: 0.01 }), box({ id: 'up' })] });
    expect(has(onTop, 'no-roof')).toBeTrue();
  });

  it('whether the lid is tight is asked, praised or mended; a box that holds bees for a day is not asked', () => {
    expect(mends(design(), 'lid-unknown')).toEqual([['lid-is-tight', 0, true]]);
    expect(has(design({ lidTight: true }), 'lid-tight')).toBeTrue();
    expect(mends(design({ lidTight: false }), 'lid-lets-light')).toEqual([['lid-is-tight', 0, true]]);
    const holding = design({ purpose: 'holding' });
    for (const code of ['lid-unknown', 'lid-tight', 'lid-lets-light']) expect(has(holding, code)).toBeFalse();
  });

  it('dark combs are counted, and asked whose they are; stores in them are told', () => {
    expect(found(design(), 'comb-source').figures).toEqual([1]);
    expect(mends(design(), 'comb-source')).toEqual([['comb-is-own', 0, true]]);
    const fed = design({ comb: { ownHealthy: true, stores: 'honey' } });
    expect(mends(fed, 'food-in-comb')).toEqual([['comb-is-empty', 0, true]]);
    expect(found(fed, 'food-in-comb').fixes[0]!.design.comb).toEqual({ ownHealthy: true, stores: 'none' });
    const none = one(sized(0.31115, HEIGHT, { contents: [frames(1)] }));
    expect([has(none, 'comb-source'), has(none, 'food-in-comb')]).toEqual([false, false]);
  });

  it('a box that holds bees wants air: a vent that is there, not one that was counted nought', () => {
    const vent = (count: number, place: 'vent' | 'wall'): Design =>
      design({
        purpose: 'holding',
        gaps: [
          {
            id: 'v',
            label: 'Vent',
            opening: { kind: 'mesh', aperture: 0.003 },
            area: 1e-2,
            count,
            place,
          } as unknown as DesignGap,
        ],
      });
    expect(has(design({ purpose: 'holding' }), 'no-air')).toBeTrue();
    expect(has(vent(1, 'vent'), 'no-air')).toBeFalse();
    expect(has(vent(0, 'vent'), 'no-air')).toBeTrue();
    expect(has(vent(1, 'wall'), 'no-air')).toBeTrue();
    expect(has(design(), 'no-air')).toBeFalse();
  });

  it('card soaks, and nothing else does', () => {
    expect([has(design({ material: 'cardboard-tube' }), 'card-soaks'), has(design(), 'card-soaks')]).toEqual([
      true,
      false,
    ]);
  });

  it('what to look at comes first, what is good last', () => {
    const levels = checks(design({ roof: 0, lidTight: true })).map(({ level }) =>
      ['look', 'know', 'good'].indexOf(level),
    );
    expect(levels.length).toBeGreaterThan(3);
    expect(levels).toEqual([...levels].sort((a, b) => a - b));
    expect(new Set(levels).size).toBeGreaterThan(1);
  });
});
