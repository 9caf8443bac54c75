import {
  boardsSheet,
  designDrawing,
  type DrawingEntity,
  fingered,
  partOutline,
  partsSheet,
  planBatch,
  type PlacedDrawing,
  startingPoint,
  designParts,
  toDxf,
  toSvg,
  viewDrawing,
  type WorkPart,
} from '@yewridge/core/bench';
import { box, design } from './sample-design.js';

const parts = (change: Parameters<typeof box>[0]): readonly WorkPart[] =>
  designParts(design({ sections: [box(change)] })).sawn;
const xs = (entities: readonly DrawingEntity[]): readonly number[] =>
  entities.flatMap((one) => (one.type === 'line' ? [one.x1, one.x2] : []));
const outline = (entities: readonly DrawingEntity[]): readonly DrawingEntity[] =>
  entities.filter(({ layer }) => layer === 'OUTLINE');
const area = (points: readonly { x: number; y: number }[]): number =>
  Math.abs(
    points.reduce((sum, { x, y }, n) => {
      const next = points[(n + 1) % points.length]!;
      return sum + x * next.y - next.x * y;
    }, 0) / 2,
  );

describe('parts as they are drawn', () => {
  it('sides and ends with fingers fill each other: where the one has wood the other has none', () => {
    const [side, end] = parts({ joint: 'box-joint' });
    const [a, b] = [fingered(side!), fingered(end!)];
    const solid = (points: readonly { x: number; y: number }[], y: number): boolean =>
      points.some(({ x }, n) => {
        const next = points[n + 1];
        return (
          next !== undefined &&
          x === 0 &&
          next.x === 0 &&
          Math.min(points[n]!.y, next.y) < y &&
          y < Math.max(points[n]!.y, next.y)
        );
      });
    for (let n = 0; n < side!.fingers!; n++) {
      const y = (n + 0.5) * side!.fingerWidth!;
      expect(solid(a, y)).withContext(`finger ${n}`).not.toBe(solid(b, y));
    }
    expect(area(a)).toBeCloseTo(side!.length! * side!.width! * side!.body!, 9);
    expect(area(b)).toBeCloseTo(end!.length! * end!.width! * end!.body!, 9);
  });

  it('an end shows its rabbets and its lug rest as hidden lines, a hanging board its hole from two edges', () => {
    const end = parts({ joint: 'rabbet' })[1]!;
    const hidden = partOutline(end).filter(({ layer }) => layer === 'HIDDEN');
    expect(xs(hidden).map((x) => Math.round(1e4 * x) / 10)).toEqual([19, 19, 330.1, 330.1, 0, 349.1]);
    const hung = designParts(design({ hanging: { style: 'board' } })).sawn.find(
      ({ holeDiameter }) => holeDiameter !== undefined,
    )!;
    const bored = partOutline(hung).find(({ type }) => type === 'circle');
    expect(bored).toEqual(
      jasmine.objectContaining({ x: hung.length! - 0.075, y: 0.06985, r: 0.03175, layer: 'OPENING' }),
    );
  });

  it('a part that tapers is drawn as wide as it is at each end, a round one round', () => {
    const cooler = { ...startingPoint('one-cooler'), material: 'softwood-ply' as const };
    const tapered = designParts(cooler).sawn.find(({ taperTo }) => taperTo !== undefined)!;
    const lines = outline(partOutline(tapered)).flatMap((one) =>
      one.type === 'line' && one.x1 === one.x2 ? [Math.abs(one.y1 - one.y2)] : [],
    );
    expect(lines.map((size) => size.toFixed(6)).sort()).toEqual(
      [tapered.width!, tapered.taperTo!].map((size) => size.toFixed(6)).sort(),
    );
    const [floor] = designParts(startingPoint('form-tube')).sawn;
    expect(partOutline(floor!)[0]).toEqual(jasmine.objectContaining({ type: 'circle', r: floor!.length! / 2 }));
  });

  it('every part lies flat on one sheet, named, none over another', () => {
    const all = parts({ joint: 'rabbet' });
    const sheet = partsSheet(all, (part) => ({ head: part.name, sizes: '' }), 'all');
    const heads = sheet.entities.flatMap((one) => (one.type === 'text' && one.text !== '' ? [one.text] : []));
    expect(heads).toEqual([...all].reverse().map(({ name }) => name));
    const total = all.reduce((sum, { width = 0 }) => sum + Math.max(width, 0.0312) + 0.04, -0.04);
    expect(sheet.height).toBeCloseTo(total, 9);
  });
});

describe('drawings as files', () => {
  const view = viewDrawing(designDrawing(design()).front, (value) => `${Math.round(1000 * value)}`);

  it('a view keeps its true sizes, its corner at the origin', () => {
    const walls = xs(outline(view.entities));
    expect(Math.min(...walls)).toBeGreaterThanOrEqual(-1e-9);
    expect(Math.max(...walls)).toBeCloseTo(view.width, 9);
  });

  it('SVG is in millimetres, with a title, text upright, and what a name writes never leaves its quotes', () => {
    const svg = toSvg({
      title: 'Box & <lid>',
      entities: [
        { type: 'line', layer: 'OUTLINE', x1: 0, y1: 0, x2: 0.5, y2: 0 },
        { type: 'text', layer: 'TEXT', x: 0, y: 0.1, height: 0.01, text: '<b>' },
      ],
    });
    expect(svg).toContain('<title>Box &amp; &lt;lid&gt;</title>');
    expect(svg).toContain('&lt;b&gt;');
    expect(svg).toContain('x1="10" y1="120" x2="510" y2="120"');
    expect(svg).toMatch(/width="[\d.]+mm" height="130mm" viewBox="0 0 [\d.]+ 130"/);
    const parts = [{ title: 'A <side>', count: 1 }];
    const line = { type: 'line', layer: 'OUTLINE', x1: 0, y1: 0, x2: 1, y2: 0 } as const;
    const two = toSvg({ title: 'two', entities: [line, line], parts });
    expect(two).toMatch(/<g><title>A &lt;side&gt;<\/title><line [^>]*\/><\/g><line /);
    expect(toSvg({ title: 'none', entities: [] })).toContain('viewBox="0 0 20 20"');
  });

  it('the same lines stand in DXF and SVG', () => {
    const count = (text: string, what: RegExp): number => text.match(what)?.length ?? 0;
    const drawing: PlacedDrawing = view;
    const lines = drawing.entities.filter(({ type }) => type === 'line').length;
    expect(count(toDxf(drawing), /\r\nLINE\r\n/g)).toBe(lines);
    expect(count(toSvg(drawing), /<line /g)).toBe(lines);
  });

  it('a layout shows each board with its marks and what is left', () => {
    const row = {
      id: 'b',
      kind: 'board',
      name: 'b',
      length: 2.4,
      width: 0.25,
      thickness: 0.019,
      species: null,
      price: 1,
      have: 0,
      sold: true,
      offcut: false,
    } as const;
    const part = {
      id: 'p',
      name: 'side',
      qty: 2,
      stuff: 'pine',
      material: 'board',
      length: 0.6,
      width: 0.24,
      thickness: 0.019,
      turns: false,
      anyWood: false,
    } as const;
    const [group] = planBatch({ parts: [part], stock: [row], kerf: 0.003, trimStart: 0, trimEnd: 0 }).boards;
    const sheet = boardsSheet(group!, { piece: (id) => id, mark: (at) => at.toFixed(3), board: (n) => `A${n + 1}` });
    const said = sheet.entities.flatMap((one) => (one.type === 'text' ? [one.text] : []));
    expect(said).toEqual(['p', '0.600', 'p', '1.203', '1.194', 'A1']);
  });
});
