import { type Fill, type FrameId, frameDisplacement, FRAMES } from '@yewridge/core/bench';

/**
 * Room taken by one frame. Source: the shop table of the model's description, worked by an independent program; litres to
 * three decimals, comb envelope in litres, inner area in dm2.
 */
const TABLE: readonly (readonly [FrameId, number, number, number, number, number, number, number])[] = [
  ['langstroth-deep', 0.43, 0.437, 0.5, 0.535, 0.666, 2.609, 8.71],
  ['langstroth-medium', 0.387, 0.394, 0.432, 0.454, 0.538, 1.783, 5.58],
  ['langstroth-shallow', 0.374, 0.381, 0.411, 0.43, 0.5, 1.532, 4.63],
  ['national-dn', 0.224, 0.23, 0.277, 0.304, 0.404, 1.881, 6.63],
  ['national-14x12', 0.278, 0.284, 0.355, 0.393, 0.539, 2.683, 9.62],
  ['commercial-16x10', 0.28, 0.286, 0.353, 0.389, 0.526, 2.556, 9.1],
  ['dadant-mod', 0.462, 0.469, 0.55, 0.594, 0.761, 3.219, 11.03],
  ['dadant-blatt', 0.433, 0.439, 0.523, 0.567, 0.737, 3.241, 11.23],
  ['zander', 0.384, 0.391, 0.445, 0.476, 0.591, 2.289, 7.62],
  ['dnm', 0.351, 0.356, 0.405, 0.432, 0.534, 2.044, 6.77],
  ['layens', 0.4, 0.405, 0.488, 0.532, 0.699, 3.16, 11.04],
];
const FILLS: readonly Fill[] = ['empty', 'starter', 'foundation', 'comb', 'oldComb'];
const LITRE = 0.001;
const DM2 = 0.01;

describe('bench: the table of frames', () => {
  for (const [frame, ...printed] of TABLE) {
    it(`${frame} takes the room that the shop table prints`, () => {
      const solids = FILLS.map((fill) => frameDisplacement({ frame, fill }).solid / LITRE);
      const { envelope, innerArea } = frameDisplacement({ frame, fill: 'comb' });
      [...solids, envelope / LITRE].forEach((value, n) => {
        expect(value)
          .withContext(FILLS[n] ?? 'envelope')
          .toBeCloseTo(printed[n] ?? NaN, 3);
      });
      expect(innerArea / DM2).toBeCloseTo(printed[6], 2);
    });
  }

  it('covers every frame there is', () => {
    expect(TABLE.map(([frame]) => frame)).toEqual(Object.keys(FRAMES) as FrameId[]);
  });

  it('a keeper’s own frame counts like one of the table', () => {
    const own = { ...FRAMES['dnm'] };
    expect(frameDisplacement({ frame: own, fill: 'comb' })).toEqual(frameDisplacement({ frame: 'dnm', fill: 'comb' }));
  });
});
