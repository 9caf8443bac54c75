import type { RibbonLine } from './ribbon-rows';
import { linesNear, NEAR_PX } from './ribbon-window';

const lines = Array.from({ length: 400 }, (_, n): RibbonLine => ({
  kind: 'head',
  name: `${n}`,
  count: 0,
  clay: false,
  height: 25,
}));
const near = (top: number, height = 500): readonly [number, number, number] => {
  const { from, offset, lines: some } = linesNear(lines, top, height);
  return [from, offset, some.length];
};

describe('the lines of the ribbon near the eye', () => {
  it('are those that are seen and 400 px over and under them', () => {
    expect(NEAR_PX).toBe(400);
    expect(near(0)).toEqual([0, 0, 36]);
    expect(near(1000)).toEqual([24, 600, 52]);
  });

  it('are whole ones: a line that ends or begins at the edge is out, one that reaches over it is in', () => {
    expect(near(425)).toEqual([1, 25, 52]);
    expect(near(424)).toEqual([0, 0, 53]);
  });

  it('end with the sheet, and are none beyond it', () => {
    expect(near(10_000 - 500)).toEqual([364, 9100, 36]);
    expect(near(20_000)).toEqual([400, 10_000, 0]);
    expect(linesNear([], 0, 500)).toEqual({ from: 0, offset: 0, lines: [] });
  });

  it('leave nothing out between them, whatever is scrolled to', () => {
    for (let top = 0; top < 9500; top += 137) {
      const { offset, lines: some } = linesNear(lines, top, 500);
      expect(offset).toBeLessThanOrEqual(Math.max(0, top));
      expect(offset + some.length * 25).toBeGreaterThanOrEqual(Math.min(10_000, top + 500));
    }
  });
});
