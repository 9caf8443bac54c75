import { cutSheets, isKept, type SawOrder, sawOrder, type SheetPlace } from '@yewridge/core/bench';
import fc from 'fast-check';

fc.configureGlobal({ seed: 20260517 });
const SHEET = { length: 2.5, width: 1.25, trim: 0 };
const KERF = 0.003;
const place = (x: number, y: number, length: number, width: number): SheetPlace => ({
  piece: 'p',
  x,
  y,
  length,
  width,
  rotated: false,
});
const area = (rects: readonly { length: number; width: number }[]): number =>
  rects.reduce((sum, { length, width }) => sum + length * width, 0);

/** Cuts the sheet apart as told and returns what is left of each remnant, so that the order is tried and not believed. */
function cutApart({ cuts }: SawOrder): readonly { x0: number; y0: number; x1: number; y1: number }[] {
  let remnants = [{ x0: 0, y0: 0, x1: SHEET.length, y1: SHEET.width }];
  for (const { axis, at, through } of cuts) {
    const index = remnants.findIndex(
      ({ x0, y0, x1, y1 }) =>
        Math.abs(x0 - through.x) < 1e-5 &&
        Math.abs(y0 - through.y) < 1e-5 &&
        Math.abs(x1 - x0 - through.length) < 1e-5 &&
        Math.abs(y1 - y0 - through.width) < 1e-5,
    );
    const cut = remnants[index];
    if (!cut) throw new Error('a cut goes through what is not there');
    const near = axis === 'x' ? { ...cut, x1: at } : { ...cut, y1: at };
    const far = axis === 'x' ? { ...cut, x0: at + KERF } : { ...cut, y0: at + KERF };
    remnants = [...remnants.filter((_, n) => n !== index), near, far].filter(
      ({ x0, y0, x1, y1 }) => x1 - x0 > 1e-6 && y1 - y0 > 1e-6,
    );
  }
  return remnants;
}

describe('the order in which a sheet is sawn', () => {
  it('one panel comes free in two cuts, the first so that the largest offcut is kept', () => {
    const order = sawOrder(SHEET, [place(0, 0, 0.5, 0.4)], KERF);
    expect(order?.cuts.map(({ axis, at }) => [axis, at])).toEqual([
      ['x', 0.5],
      ['y', 0.4],
    ]);
    const largest = Math.max(...order!.offcuts.map(({ length, width }) => length * width));
    expect(largest).toBeCloseTo((2.5 - 0.5 - KERF) * 1.25, 6);
    const wide = sawOrder(SHEET, [place(0, 0, 2.4, 0.2)], KERF);
    expect(wide?.cuts[0]).toEqual(jasmine.objectContaining({ axis: 'y', at: 0.2 }));
  });

  it('a panel as large as the sheet needs no cut, and nothing is left', () => {
    expect(sawOrder(SHEET, [place(0, 0, 2.5, 1.25)], KERF)).toEqual({ cuts: [], offcuts: [] });
    expect(sawOrder(SHEET, [], KERF)?.offcuts).toEqual([{ x: 0, y: 0, length: 2.5, width: 1.25 }]);
  });

  it('five panels about a middle, that no full cut parts, have no order', () => {
    const wheel = [
      place(0, 0, 1, 0.4),
      place(1.003, 0, 0.4, 1),
      place(0.403, 1.003, 1, 0.2),
      place(0, 0.403, 0.4, 0.8),
      place(0.403, 0.403, 0.597, 0.597),
    ];
    expect(sawOrder(SHEET, wheel, KERF)).toBeNull();
  });

  it('what is trimmed away is no offcut', () => {
    const order = sawOrder({ ...SHEET, trim: 0.01 }, [place(0.01, 0.01, 0.5, 1.23)], KERF);
    expect(order?.offcuts).toEqual([{ x: 0.513, y: 0.01, length: 1.977, width: 1.23 }]);
  });

  it('sawn as told, every plan comes apart into its panels and its offcuts, each cut right through what is left', () => {
    const mm = (min: number, max: number): fc.Arbitrary<number> => fc.integer({ min, max }).map((n) => n / 1000);
    const panels = fc.array(
      fc.record({ length: mm(150, 900), width: mm(150, 700), qty: fc.integer({ min: 1, max: 3 }) }),
      {
        minLength: 1,
        maxLength: 6,
      },
    );
    fc.assert(
      fc.property(panels, (asked) => {
        const pieces = asked.map((one, n) => ({ id: `p${n}`, ...one }));
        for (const places of cutSheets({ sheet: { length: 2.5, width: 1.25 }, pieces, kerf: KERF }).plan) {
          const order = sawOrder(SHEET, places, KERF);
          if (!order) throw new Error('a plan that cannot be sawn');
          const pieceSizes = cutApart(order).map(({ x0, y0, x1, y1 }) => ({ length: x1 - x0, width: y1 - y0 }));
          expect(area(pieceSizes)).toBeCloseTo(area(places) + area(order.offcuts), 5);
          for (const { x, y, length, width } of places) {
            const free = cutApart(order).some(
              ({ x0, y0, x1, y1 }) =>
                Math.abs(x0 - x) + Math.abs(y0 - y) + Math.abs(x1 - x - length) + Math.abs(y1 - y - width) < 4e-5,
            );
            expect(free).toBeTrue();
          }
        }
      }),
      { numRuns: 60 },
    );
  });

  it('an offcut is worth its place from 200 mm on both ways', () => {
    expect([isKept({ length: 0.2, width: 0.2 }), isKept({ length: 2, width: 0.1999 })]).toEqual([true, false]);
  });
});
