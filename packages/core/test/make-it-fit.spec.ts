import {
  type Design,
  type DesignEntrance,
  designReadings,
  entrance,
  type FitOption,
  fitOptions,
  STARTING_POINTS,
  startingPoint,
} from '@yewridge/core/bench';
import { box, design, hole } from './sample-design.js';

const BEST = 12.5e-4;
const options = (of: Design, system: 'metric' | 'imperial' = 'metric'): readonly FitOption[] =>
  fitOptions({ design: of, system, newId: 'new' });
const doorArea = (of: Design): number =>
  entrance({ openings: of.entrances.map(({ opening, count }) => ({ ...opening, count })) }).area;
const DOOR_KINDS = ['reducer-block', 'widen-slot', 'hole-saw', 'drill-holes'];
const doors = (of: Design, system: 'metric' | 'imperial' = 'metric'): readonly FitOption[] =>
  options(of, system).filter(({ kind }) => DOOR_KINDS.includes(kind));
const withDoors = (...entrances: readonly DesignEntrance[]): Design => design({ entrances });
const bored = (diameter: number, change: Partial<DesignEntrance> = {}): DesignEntrance =>
  hole({ opening: { kind: 'hole', diameter }, ...change });
const slot = (width: number, height: number, change: Partial<DesignEntrance> = {}): DesignEntrance =>
  hole({ opening: { kind: 'slot', width, height }, ...change });
const mm = (metres: number): number => Math.round(metres * 1e4) / 10;

/** Boxes and doors of many kinds, right and wrong. */
const MANY: readonly Design[] = [
  ...STARTING_POINTS.map(startingPoint),
  ...[0.01, 0.016, 0.02, 0.025, 0.05].map((diameter) => withDoors(bored(diameter))),
  ...[1, 2, 3, 6].map((count) => withDoors(bored(0.019, { count }))),
  ...[0.02, 0.08, 0.2, 0.3].map((width) => withDoors(slot(width, 0.01))),
  withDoors(bored(0.02), slot(0.03, 0.01, { id: 'slot' })),
  withDoors(hole({ opening: { kind: 'notch', width: 0.2, height: 0.012 } })),
  ...[0.02, 0.03, 0.06, 0.08].map((target) => design({ target })),
];

describe('every way to make a design fit', () => {
  it('comes to what it says, to the last figure a tape tells', () => {
    let ways = 0;
    for (const of of MANY) {
      for (const option of options(of)) {
        ways += 1;
        const then = designReadings(option.design);
        const comesTo = DOOR_KINDS.includes(option.kind) ? doorArea(option.design) : then.room.gross;
        expect(Math.abs(comesTo - option.result))
          .withContext(`${of.name}: ${option.kind}`)
          .toBeLessThan(1e-5);
      }
    }
    expect(ways).toBeGreaterThan(30);
  });

  it('brings the box or the door nearer to what is wanted than it is', () => {
    for (const of of MANY) {
      const now = designReadings(of);
      for (const { kind, result } of options(of)) {
        const [before, after] = DOOR_KINDS.includes(kind)
          ? [Math.abs(doorArea(of) - BEST), Math.abs(result - BEST)]
          : [Math.abs(now.room.gross - of.target), Math.abs(result - of.target)];
        expect(after).withContext(`${of.name}: ${kind}`).toBeLessThan(before);
      }
    }
  });

  it('changes the part it names, and its amount is the change', () => {
    const seen = new Set<string>();
    for (const of of MANY) {
      for (const { kind, id, amount, design: fixed } of doors(of)) {
        seen.add(kind);
        const [was, is] = [of, fixed].map((one) => one.entrances.find((door) => door.id === id)!);
        const others = (one: Design): readonly DesignEntrance[] => one.entrances.filter((door) => door.id !== id);
        expect(others(fixed)).toEqual(others(of));
        expect({ ...fixed, entrances: [] }).toEqual({ ...of, entrances: [] });
        const size = (door: DesignEntrance): number =>
          'diameter' in door.opening ? door.opening.diameter : (door.opening as { width: number }).width;
        switch (kind) {
          case 'hole-saw':
            expect(amount).toBe(size(is!));
            break;
          case 'drill-holes':
            expect([amount, size(is!)]).toEqual([is!.count, size(was!)]);
            break;
          case 'widen-slot':
            expect(amount).toBe(size(is!));
            break;
          default:
            // A block fills what is taken away, less the play it needs.
            expect(mm(amount)).toBe(mm(size(was!) - size(is!) - 0.002));
        }
      }
    }
    expect([...seen].sort()).toEqual([...DOOR_KINDS].sort());
  });
});

describe('a door that is too small or too large', () => {
  it('within a tenth of 12.5 cm² is left alone', () => {
    const side = (area: number): Design => withDoors(slot(area / 0.01, 0.01));
    expect(doors(side(BEST))).toEqual([]);
    expect(doors(side(1.09 * BEST))).toEqual([]);
    expect(doors(side(1.2 * BEST)).map(({ kind }) => kind)).toEqual(['reducer-block']);
    expect(doors(side(0.8 * BEST)).map(({ kind }) => kind)).toEqual(['widen-slot']);
  });

  it('of one hole is made several, not one so wide that a bird gets in', () => {
    // 3.14 cm² each: four make 12.6. One of 39.9 mm lets a tit in.
    const [way, other] = doors(withDoors(bored(0.02)));
    expect([way!.kind, way!.amount, way!.design.entrances[0]!.count, other]).toEqual(['drill-holes', 4, 4, undefined]);
  });

  it('with a nail across is bored by the nearest saw of the keeper’s system, not multiplied', () => {
    const nailed = withDoors(
      hole({ opening: { kind: 'hole', diameter: 0.025, guard: { count: 1, diameter: 0.003 } } }),
    );
    const [metric, second] = doors(nailed);
    const [inch] = doors(nailed, 'imperial');
    expect([metric!.kind, inch!.kind, second]).toEqual(['hole-saw', 'hole-saw', undefined]);
    // 12.5 cm² are a circle of 39.9 mm; the nail takes 1.2 cm² of it, so that it is 42 mm.
    expect(mm(metric!.amount)).toBeGreaterThan(40);
    expect(mm(metric!.amount)).toBeLessThan(45);
    expect((metric!.amount * 1e3) % 1).toBeCloseTo(0, 6);
    const sixteenths = (inch!.amount / 0.0254) * 16;
    expect(sixteenths).toBeCloseTo(Math.round(sixteenths), 6);
    const [kept] = metric!.design.entrances;
    expect((kept!.opening as { guard?: object }).guard).toEqual({ count: 1, diameter: 0.003 });
  });

  it('is the widest one that is changed, and only for what the others leave', () => {
    const two = withDoors(bored(0.018), slot(0.04, 0.01, { id: 'slot' }));
    const [way] = doors(two);
    expect([way!.kind, way!.id]).toEqual(['widen-slot', 'slot']);
    expect(way!.result).toBeCloseTo(BEST, 9);
    const holes = Math.PI * 0.009 ** 2;
    expect((way!.design.entrances[1]!.opening as { width: number }).width).toBeCloseTo((BEST - holes) / 0.01, 6);
    // The others alone are as much as is wanted: nothing to mend at the widest.
    expect(doors(withDoors(bored(0.03), bored(0.029, { id: 'b' }), bored(0.0295, { id: 'c' })))).toEqual([]);
  });

  it('shut for good is nobody’s door', () => {
    expect(doors(withDoors(bored(0.02, { count: 0 })))).toEqual([]);
    expect(doors(design({ entrances: [] }))).toEqual([]);
  });

  it('a round notch is not blocked, and a disc only where it stands open', () => {
    const round = hole({
      opening: { kind: 'notch', width: 0.06, height: 0.05, top: 'round' },
    });
    expect(doors(withDoors(round))).toEqual([]);
    const disc = (position: string): Design =>
      withDoors(hole({ opening: { kind: 'disc', diameter: 0.03, position } } as unknown as Partial<DesignEntrance>));
    expect(doors(disc('open')).map(({ kind }) => kind)).toContain('hole-saw');
    expect(doors(disc('vent'))).toEqual([]);
  });
});

describe('a volume that is off', () => {
  it('a box that is near enough has no way offered, one that is too small grows, one that is too large shrinks', () => {
    const kinds = (target: number): readonly string[] =>
      options(design({ target }))
        .map(({ kind }) => kind)
        .filter((kind) => !DOOR_KINDS.includes(kind));
    const { gross } = designReadings(design()).room;
    expect(kinds(gross)).toEqual([]);
    expect(kinds(gross * 1.09)).toEqual([]);
    expect(kinds(gross * 1.4)).toContain('set-base-under');
    expect(kinds(gross * 0.6)).not.toContain('set-base-under');
  });

  it('boxes are added where that comes nearer, as many as come nearest, and three at the most', () => {
    const { gross } = designReadings(design()).room;
    const added = (boxes: number): number | undefined =>
      options(design({ target: gross * boxes })).find(({ kind }) => kind === 'add-boxes')?.amount;
    // One box more is a second time what there is: nearer only from half of it on.
    expect([1.2, 1.45, 1.55, 2].map(added)).toEqual([undefined, undefined, 1, 1]);
    expect([2.4, 2.6, 3.4, 3.6, 4.4].map(added)).toEqual([1, 2, 2, 3, 3]);
    expect(added(4.6)).toBeUndefined();
  });

  it('a base under frames is raised for more and lowered for less, by the height that is missing', () => {
    const stacked = (target: number): Design =>
      design({
        target,
        sections: [
          box({
            id: 'base',
            label: 'Base',
            contents: [],
            shape: { kind: 'box', length: 0.466725, width: 0.31115, height: 0.15 },
          }),
          box(),
        ],
        entrances: [hole()],
      });
    const { gross } = designReadings(stacked(0.04)).room;
    const plan = 0.466725 * 0.31115;
    const way = (target: number, kind: string): FitOption | undefined =>
      options(stacked(target)).find((option) => option.kind === kind);
    const more = way(gross + 0.01, 'raise-base')!;
    expect(more.result).toBeCloseTo(gross + 0.01, 5);
    expect(mm((more.design.sections[0]!.shape as { height: number }).height)).toBe(mm(0.15 + 0.01 / plan));
    const less = way(gross - 0.01, 'lower-base')!;
    expect(mm((less.design.sections[0]!.shape as { height: number }).height)).toBe(mm(0.15 - 0.01 / plan));
    expect(way(gross + 0.01, 'lower-base')).toBeUndefined();
    expect(way(gross - 0.01, 'raise-base')).toBeUndefined();
  });
});
