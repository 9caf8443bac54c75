import {
  DENSITIES,
  type DrawingEntity,
  emptyMass,
  fingersOver,
  frontElevation,
  JOINTS,
  type Paper,
  PAPERS,
  type Part,
  partsFor,
  tilePages,
  toDxf,
} from '@yewridge/core/bench';
import fc from 'fast-check';
import { refusal as refusedBy } from './refusal.js';

const refusal = (work: () => unknown): string => refusedBy(work).join(' ');
fc.configureGlobal({ seed: 20260515 });

const mm = (min: number, max: number): fc.Arbitrary<number> => fc.integer({ min, max }).map((value) => value / 1000);

describe('the parts of a box', () => {
  const inside = fc.record({ length: mm(150, 600), width: mm(100, 500), depth: mm(80, 400), wall: mm(10, 30) });

  it('put together are as large outside as the box, whatever the joint', () => {
    fc.assert(
      fc.property(inside, fc.constantFrom(...JOINTS), (box, joint) => {
        const [side, end] = partsFor({ component: 'box', ...box, joint }) as [Part, Part];
        const rabbet = joint === 'rabbet' ? box.wall / 2 : joint === 'butt' ? 0 : box.wall;
        // Ends beside the sides, or sides sunk into the ends.
        const long = joint === 'rabbet' ? side.length! - 2 * rabbet + 2 * box.wall : side.length!;
        const wide = joint === 'butt' ? end.length! + 2 * box.wall : end.length!;
        expect(long).toBeCloseTo(box.length + 2 * box.wall, 12);
        expect(wide).toBeCloseTo(box.width + 2 * box.wall, 12);
        expect([side.width, end.width]).toEqual([box.depth, box.depth]);
      }),
    );
  });

  it('butted weigh what the box weighs', () => {
    fc.assert(
      fc.property(inside, ({ length, width, depth, wall }) => {
        const parts = partsFor({ component: 'box', length, width, depth, wall });
        const outside = (length + 2 * wall) * (width + 2 * wall) * depth;
        const wood = parts.reduce(
          (sum, { qty, ...part }) => sum + qty * part.length! * part.width! * part.thickness!,
          0,
        );
        expect(wood).toBeCloseTo(outside - length * width * depth, 12);
        expect(emptyMass({ parts }).mass).toBeCloseTo(wood * DENSITIES.pine[0], 9);
      }),
      { numRuns: 30 },
    );
  });

  it('fingers are odd, at least three, and as near to square as that allows', () => {
    fc.assert(
      fc.property(mm(20, 400), mm(8, 40), (height, wall) => {
        const { fingers, fingerWidth } = fingersOver(height, wall);
        expect(fingers % 2).toBe(1);
        expect(fingers).toBeGreaterThanOrEqual(3);
        expect(fingers * fingerWidth).toBeCloseTo(height, 12);
        if (fingers > 3) expect(Math.abs(fingers - height / wall)).toBeLessThanOrEqual(1.5);
      }),
    );
  });

  it('what cannot be built is refused by the field that makes it so', () => {
    const box = { length: 0.466725, width: 0.37465, depth: 0.244475, wall: 0.01905 };
    const wrong: readonly (readonly [string, object])[] = [
      ['RANGE rabbet', { component: 'box', joint: 'rabbet', rabbet: 0.01905 }],
      ['GEOMETRY back', { component: 'sloped-roof', back: 0.015 }],
      ['GEOMETRY hole', { component: 'hanging-board', hole: 0.1397 }],
      ['GEOMETRY firstHeight', { component: 'split-deep', firstHeight: 0.241475 }],
      ['GEOMETRY rise', { component: 'ramped-bottom', rise: 0.038 }],
      ['GEOMETRY bleedLength', { component: 'vacuum-lid', bleedLength: 0.16 }],
      ['TYPE slotHeight', { component: 'reducer-block' }],
      ['TYPE height', { component: 'tall-base' }],
      ['ENUM component', { component: 'chimney' }],
    ];
    for (const [code, more] of wrong)
      expect(refusal(() => partsFor({ ...box, ...more } as never)))
        .withContext(code)
        .toBe(code);
    expect(partsFor({ ...box, component: 'split-deep', firstHeight: 0.24 }).map(({ name }) => name)).toEqual([
      'first side',
      'first end',
      'second side',
      'second end',
    ]);
    expect(partsFor({ ...box, component: 'sloped-roof', front: 0 }).map(({ name }) => name)).not.toContain('front');
  });
});

describe('drawings that leave', () => {
  const stack = {
    boxes: [
      { width: 0.1905, wall: 0.01905, height: 0.244475 },
      { width: 0.1905, wall: 0.01905, height: 0.244475 },
    ],
    floor: 0.012,
  };

  it('a hole lies wholly within one box, at its edge and not over it', () => {
    const fits = (x: number, y: number): boolean => {
      try {
        frontElevation({ ...stack, holes: [{ x, y, diameter: 0.04 }] });
        return true;
      } catch {
        return false;
      }
    };
    expect([fits(0.02, 0.1), fits(0.019, 0.1)]).toEqual([true, false]);
    expect([fits(0.1, 0.032), fits(0.1, 0.031)]).toEqual([true, false]);
    // Across the joint of two boxes there is none.
    expect(fits(0.1, 0.256475)).toBeFalse();
  });

  it('a file of lines reads back with the lengths it was drawn with', () => {
    const { entities } = frontElevation({ ...stack, holes: [{ x: 0.1, y: 0.1, diameter: 0.0381 }] });
    const text = toDxf({ entities });
    const lines = text.split('\r\n');
    const groups = Array.from(
      { length: (lines.length - 1) / 2 },
      (_, n) => [Number(lines[2 * n]), lines[2 * n + 1]!] as const,
    );
    const found: number[] = [];
    let points: number[] = [];
    let type = '';
    for (const [code, value] of groups) {
      if (code === 0) {
        if (type === 'LINE') found.push(Math.hypot(points[2]! - points[0]!, points[3]! - points[1]!));
        [type, points] = [value, []];
      } else if ([10, 20, 11, 21].includes(code)) points.push(Number(value));
    }
    const drawn = entities.flatMap((one: DrawingEntity) =>
      one.type === 'line' ? [1000 * Math.hypot(one.x2 - one.x1, one.y2 - one.y1)] : [],
    );
    expect(found.length).toBe(drawn.length);
    found.forEach((length, n) => {
      expect(length).toBeCloseTo(drawn[n]!, 3);
    });
    expect(text.startsWith('0\r\nSECTION\r\n') && text.endsWith('0\r\nEOF\r\n')).toBeTrue();
    expect(text).not.toContain('-0.0000');
  });

  it('letters that such a file does not know are marked, and layers are those of the drawing', () => {
    const text = { type: 'text', layer: 'TEXT', x: -1e-9, y: 0, height: 0.01, text: 'Höhe 244 × 40' } as const;
    expect(toDxf({ entities: [text] })).toContain('1\r\nH?he 244 ? 40\r\n');
    expect(toDxf({ entities: [] })).toContain('ENTITIES');
    expect(refusal(() => toDxf({ entities: [{ ...text, layer: 'NOTES' } as never] }))).toBe('ENUM entities[0].layer');
  });

  it('pages cover what is printed on them, and none less would', () => {
    const papers = Object.keys(PAPERS) as Paper[];
    fc.assert(
      fc.property(mm(20, 1500), mm(20, 1500), fc.constantFrom(...papers), mm(0, 20), (width, height, page, overlap) => {
        const { columns, rows, orientation, pages } = tilePages({ width, height, page, overlap });
        const { width: a, height: b } = PAPERS[page];
        const [across, up] = orientation === 'portrait' ? [a, b] : [b, a];
        const covers = (count: number, side: number): number => count * (side - 0.02) - (count - 1) * overlap;
        expect(covers(columns, across)).toBeGreaterThanOrEqual(width - 1e-8);
        expect(covers(rows, up)).toBeGreaterThanOrEqual(height - 1e-8);
        if (columns > 1) expect(covers(columns - 1, across)).toBeLessThan(width);
        expect(pages).toBe(columns * rows);
      }),
    );
    expect(refusal(() => tilePages({ width: 1, height: 1, margin: 0.1, overlap: 0.02 }))).toBe('GEOMETRY margin');
    expect(tilePages({ width: 0.19, height: 0.277 }).pages).toBe(1);
    expect(tilePages({ width: 0.1901, height: 0.277 })).toEqual({
      orientation: 'portrait',
      columns: 2,
      rows: 1,
      pages: 2,
    });
    expect(tilePages({ width: 0.2771, height: 0.2771 }).pages).toBe(4);
  });
});
