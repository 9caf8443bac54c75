import { hiveStandard, HIVE_STANDARD_IDS, type HiveStandardId, standardVolume } from '@yewridge/core/bench';

/** Gross and net litres of one box with its bare frames. Source: the printed table of standards (two decimals). */
const PRINTED: readonly (readonly [HiveStandardId, number, number])[] = [
  ['langstroth-10-deep', 42.75, 38.45],
  ['langstroth-10-medium', 29.42, 25.55],
  ['langstroth-10-shallow', 25.54, 21.8],
  ['langstroth-8-deep', 35.5, 32.06],
  ['langstroth-8-medium', 24.44, 21.34],
  ['langstroth-8-shallow', 21.21, 18.22],
  ['langstroth-5-deep', 21.74, 19.59],
  ['langstroth-5-medium', 14.96, 13.03],
  ['langstroth-5-shallow', 12.99, 11.12],
  ['langstroth-4-deep', 17.39, 15.67],
  ['langstroth-4-medium', 11.97, 10.42],
  ['langstroth-4-shallow', 10.39, 8.89],
  ['national', 35.23, 32.76],
  ['national-14x12', 49.32, 46.26],
  ['wbc', 32.56, 30.31],
  ['commercial', 47.21, 44.13],
  ['dadant-mod', 59.51, 54.43],
  ['dadant-blatt-12', 63.79, 58.59],
  ['zander-10', 37.69, 33.85],
  ['dnm-11', 36.19, 32.33],
  ['warre', 18.9, 18.9],
  ['layens-12', 70.31, 65.52],
];

describe('bench: hive standards', () => {
  for (const [id, gross, net] of PRINTED) {
    it(`one box of ${id} holds ${gross} L, ${net} L with its frames`, () => {
      const volume = standardVolume({ id });
      expect(volume.gross * 1000).toBeCloseTo(gross, 2);
      expect(volume.net * 1000).toBeCloseTo(net, 2);
    });
  }

  it('covers every standard there is', () => {
    expect(PRINTED.map(([id]) => id)).toEqual(HIVE_STANDARD_IDS);
  });

  it('boxes and frames count together', () => {
    const one = standardVolume({ id: 'national', frames: 5, fill: 'comb' });
    const three = standardVolume({ id: 'national', boxes: 3, frames: 5, fill: 'comb' });
    expect(three.net).toBeCloseTo(3 * one.net, 12);
  });

  it('says how well a standard is known', () => {
    expect(hiveStandard({ id: 'wbc' }).certainty).toBe('low');
    expect(hiveStandard({ id: 'national' }).note).toContain('BS 1300:1960');
    expect(hiveStandard({ id: 'warre' }).frame).toBeNull();
  });
});
