import { linePath } from './line-path';

describe('the path of a small course', () => {
  const box = { width: 100, height: 40, x: [0, 10], y: [0, 4] } as const;

  it('runs from the foot at the left to the top at the right', () => {
    expect(
      linePath(
        [
          { x: 0, y: 0 },
          { x: 10, y: 4 },
        ],
        box,
      ),
    ).toBe('M0 40L100 0');
  });

  it('breaks where nothing was measured, and goes on after it', () => {
    const points = [0, null, 2, 4].map((y, n) => ({ x: n * 2, y }));
    expect(linePath(points, box)).toBe('M0 40M40 20L60 0');
  });

  it('keeps one single value, and values that are all the same, in the middle', () => {
    expect(linePath([{ x: 5, y: 3 }], { ...box, x: [5, 5], y: [3, 3] })).toBe('M50 20');
    expect(linePath([], box)).toBe('');
  });
});
