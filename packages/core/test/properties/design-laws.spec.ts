import fc from 'fast-check';
import {
  assessDesign,
  cycled,
  type Design,
  designChecks,
  designDrawing,
  designLoad,
  designProblems,
  designSuitability,
  FLOWS,
  frameSlots,
  fromStandard,
  HANGING_STYLES,
  HIVE_STANDARD_IDS,
  hungFrames,
  inTheMiddle,
  MATERIALS,
  massByDay,
  moved,
  pushedAside,
  STARTING_POINTS,
  startingPoint,
} from '@yewridge/core/bench';
import { RUNS } from './arbitraries.js';

const between = (min: number, max: number): fc.Arbitrary<number> => fc.double({ min, max, noNaN: true });

const begun: fc.Arbitrary<Design> = fc.oneof(
  fc.constantFrom(...STARTING_POINTS).map(startingPoint),
  fc.constantFrom(...HIVE_STANDARD_IDS).map(fromStandard),
);

/** What a keeper makes of a starting point in a winter: other boards, other ways to hang, gaps, a site. */
const designs: fc.Arbitrary<Design> = fc
  .record({
    design: begun,
    material: fc.constantFrom(...MATERIALS),
    roof: fc.constantFrom(0, 0.012),
    roofOverhang: fc.constantFrom(0, 0.02),
    moisture: fc.option(between(4, 60), { nil: undefined }),
    style: fc.option(fc.constantFrom(...HANGING_STYLES), { nil: undefined }),
    label: fc.option(between(1, 5000), { nil: undefined }),
    load: fc.record({ swarm: between(0.1, 6), flow: fc.constantFrom(...FLOWS), limit: between(0.5, 100) }),
    lidTight: fc.option(fc.boolean(), { nil: undefined }),
    gap: fc.option(between(0.001, 0.05), { nil: undefined }),
    closedForRide: fc.boolean(),
    higher: between(0.8, 1.4),
    grain: fc.constantFrom('level', 'upright'),
    site: fc.record(
      { entranceHeight: between(0, 60), facing: between(0, 360), shade: between(0, 1), distance: between(0, 50_000) },
      { requiredKeys: [] },
    ),
  })
  .map(({ design, moisture, style, label, gap, closedForRide, lidTight, higher, grain, ...rest }): Design => {
    const opening = { kind: 'slot', width: 0.1, height: gap ?? 0.01 } as const;
    return {
      ...design,
      ...rest,
      sections: design.sections.map((one) =>
        one.shape.kind === 'box' ? { ...one, grain, shape: { ...one.shape, height: one.shape.height * higher } } : one,
      ),
      ...(moisture === undefined ? {} : { boards: { moisture } }),
      ...(style === undefined ? {} : { hanging: { style, ...(label === undefined ? {} : { workingLoad: label }) } }),
      ...(lidTight === undefined ? {} : { lidTight }),
      ...(gap === undefined
        ? {}
        : { gaps: [{ id: 'gap', label: 'Gap', place: 'lid', opening, count: 1, closedForRide }] }),
    };
  })
  .filter((design) => designProblems(design).length === 0);

/** Every number in a value, however deep, with the way to it. */
function numbersIn(value: unknown, path = ''): (readonly [string, number])[] {
  if (typeof value === 'number') return [[path, value]];
  if (typeof value !== 'object' || value === null) return [];
  return Object.entries(value).flatMap(([key, inner]) => numbersIn(inner, `${path}.${key}`));
}
const broken = (value: unknown): readonly string[] =>
  numbersIn(value)
    .filter(([, number]) => !Number.isFinite(number))
    .map(([path]) => path);

const holds = (property: fc.IProperty<[Design]>): void => {
  fc.assert(property, RUNS);
  expect().nothing();
};

describe('bench: laws of a whole design', () => {
  it('whatever computes, computes to numbers: readings, suitability, load, checks and drawing', () => {
    holds(
      fc.property(designs, (design) => {
        const assessed = assessDesign(design);
        if (!assessed.ok) return false;
        const { readings } = assessed;
        const load = designLoad(design, readings.room.net);
        const days = massByDay({ empty: load.empty, room: readings.room.net, plan: load.plan, days: 60 });
        const judged = designSuitability(design, readings.room, readings.door.area);
        const drawn = designDrawing(design, { x: load.fullCentre.z, y: load.fullCentre.y });
        const figures = designChecks(design, readings).map((check) => check.figures);
        return broken([readings, load, days, judged, drawn, figures]).length === 0;
      }),
    );
  });

  it('every way to mend a check leads to a design that can be built', () => {
    holds(
      fc.property(designs, (design) => {
        const assessed = assessDesign(design);
        if (!assessed.ok) return false;
        const fixes = designChecks(design, assessed.readings).flatMap((check) => check.fixes);
        return fixes.every((fix) => designProblems(fix.design).length === 0);
      }),
    );
  });

  it('a check that is mended by the same click twice is mended by the first', () => {
    holds(
      fc.property(designs, (design) => {
        const assessed = assessDesign(design);
        if (!assessed.ok) return false;
        return designChecks(design, assessed.readings)
          .filter(({ level }) => level === 'look')
          .every(({ code, id, fixes }) =>
            fixes.every((fix) => {
              const after = assessDesign(fix.design);
              if (!after.ok) return false;
              const again = designChecks(fix.design, after.readings);
              return !again.some((one) => one.code === code && one.id === id);
            }),
          );
      }),
    );
  });

  it('the score is never better than 1 or worse than nothing, and what costs most is a factor that is known', () => {
    holds(
      fc.property(designs, (design) => {
        const assessed = assessDesign(design);
        if (!assessed.ok) return false;
        const { score, site } = designSuitability(design, assessed.readings.room, assessed.readings.door.area);
        const named = score.limiting === null || site[score.limiting] !== undefined;
        return score.score > 0 && score.score <= 1 + 1e-12 && named && score.coverage <= 1 + 1e-12;
      }),
    );
  });

  it('the balance of a trap lies within it, and a heavier limit never brings it down sooner', () => {
    holds(
      fc.property(designs, (design) => {
        const assessed = assessDesign(design);
        if (!assessed.ok) return false;
        const { room } = assessed.readings;
        const { centre, down } = designLoad(design, room.net);
        const plan = design.load ?? { swarm: 1.5, flow: 'moderate', limit: 20 };
        const later = designLoad({ ...design, load: { ...plan, limit: plan.limit + 5 } }, room.net).down;
        const { front } = designDrawing(design);
        const inside = centre.y >= front.bottom - 1e-9 && centre.y <= front.top + 1e-9;
        return inside && (later.likely ?? Infinity) >= (down.likely ?? Infinity);
      }),
    );
  });

  it('arranging frames loses none, and none hangs outside its box', () => {
    const framed = designs.filter(({ sections }) => sections.some(({ contents }) => hungFrames(contents).length > 1));
    holds(
      fc.property(framed, ({ sections }) => {
        const section = sections.find(({ contents }) => hungFrames(contents).length > 1);
        if (section?.shape.kind !== 'box') return false;
        const { contents, shape } = section;
        const row = hungFrames(contents);
        const like = row[0];
        if (!like) return false;
        const kept = [
          moved(contents, 0, row.length - 1),
          pushedAside(contents),
          inTheMiddle(contents, row.length, like),
        ];
        const inBox = kept.every((one) =>
          frameSlots(one, shape.width).every(
            ({ x, frame }) => Math.abs(x) + frame.topBarWidth / 2 <= shape.width / 2 + 1e-9,
          ),
        );
        return (
          inBox &&
          kept.every((one) => hungFrames(one).length === row.length) &&
          hungFrames(cycled(contents, 0)).length >= row.length - 1
        );
      }),
    );
  });
});
