import { type Design, designDrawing } from '@yewridge/core/bench';
import { figureOf } from '../../../shared/units/format';
import { withValue } from '../../../shared/documents/value-at';
import { addSection, newDesign } from './design-edits';
import { layoutDrawing, type PlacedDrawing } from '../../../shared/drawing/drawing-layout';

const place = { left: 13, top: 15, width: 560, height: 470 };

function laidOut(design: Design, narrow = false): PlacedDrawing {
  return layoutDrawing({
    drawing: designDrawing(design),
    place: narrow ? { ...place, width: 330, height: 530 } : place,
    narrow,
    format: (metres) => figureOf(metres, 'length', 'metric').text,
  });
}

function tower(): Design {
  let design = newDesign('box', 'Tower');
  while (design.sections.length < 5) design = addSection(design, 'box').design;
  return design;
}

const pot = withValue(
  withValue(
    withValue(newDesign('cone', 'Pot'), 'sections[0].shape.height', 0.15),
    'sections[0].shape.diameterBottom',
    0.15,
  ),
  'sections[0].shape.diameterTop',
  0.12,
);

describe('bench: where a drawing stands', () => {
  for (const [what, design] of [
    ['a 150 mm pot', pot],
    ['a box', newDesign('box', 'Box')],
    ['a stack of 1.2 m', tower()],
  ] as const) {
    for (const narrow of [false, true]) {
      it(`keeps ${what} and all its figures on the ${narrow ? 'phone' : 'sheet'}, large enough to read`, () => {
        const { views, pixelsPerMetre } = laidOut(design, narrow);
        const width = narrow ? 330 : place.width;
        for (const view of views) {
          expect(view.left).toBeGreaterThanOrEqual(place.left);
          expect(view.right).toBeLessThanOrEqual(place.left + width);
          expect(view.bottom - view.top).toBeGreaterThan(90);
          for (const { x, y } of view.dimensions) {
            expect(x).toBeGreaterThan(0);
            expect(x).toBeLessThan(place.left + width + 13);
            expect(y).toBeLessThan(place.top + (narrow ? 530 : place.height));
          }
        }
        expect(pixelsPerMetre).toBeGreaterThan(narrow ? 150 : 240);
      });
    }
  }

  it('draws both views to one scale, on one ground line', () => {
    const { views } = laidOut(newDesign('box', 'Box'));
    expect(views[0]?.bottom).toBe(views[1]?.bottom ?? NaN);
    const [front, side] = views.map(({ left, right }) => right - left);
    // 14-3/4 in and 18-3/8 in inside, a 3/4 in wall on each side.
    expect((side ?? 0) / (front ?? 1)).toBeCloseTo(19.875 / 16.25, 2);
  });

  it('writes the figures that were entered', () => {
    const texts = laidOut(newDesign('box', 'Box')).views.flatMap(({ dimensions }) =>
      dimensions.map(({ text }) => text),
    );
    expect(texts).toContain('244.5');
    expect(texts).toContain('374.7 inside');
    expect(texts).toContain('466.7 inside');
  });
});
