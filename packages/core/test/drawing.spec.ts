import { designDrawing, type Design, type DesignSection, type DrawnPart, type View } from '@yewridge/core/bench';
import { box, design, hole } from './sample-design.js';

const shapes: readonly (readonly [string, Partial<DesignSection>])[] = [
  ['box', {}],
  ['upright tube', { shape: { kind: 'cylinder', diameter: 0.3, length: 0.5 }, contents: [] }],
  ['lying tube', { shape: { kind: 'cylinder', axis: 'lying', diameter: 0.3, length: 0.5, cut: 0.04 }, contents: [] }],
  ['pot', { shape: { kind: 'cone', diameterBottom: 0.4, diameterTop: 0.3, height: 0.36 }, contents: [] }],
  [
    'tapered box',
    {
      shape: {
        kind: 'frustum',
        bottom: { length: 0.36, width: 0.21 },
        top: { length: 0.41, width: 0.26 },
        height: 0.27,
      },
      contents: [],
    },
  ],
  ['measured volume', { shape: { kind: 'measured', volume: 0.03 }, contents: [] }],
];

function points(part: DrawnPart): readonly { x: number; y: number }[] {
  if (part.shape === 'polygon') return part.points;
  const { centre, radius } = part;
  return [
    { x: centre.x - radius, y: centre.y - radius },
    { x: centre.x + radius, y: centre.y + radius },
  ];
}

describe('bench: the drawing of every shape', () => {
  for (const [what, change] of shapes) {
    const drawn = designDrawing(design({ sections: [box(change)], entrances: [hole({ height: 0.08 })] }));

    it(`${what}: every part lies within the bounds of its view`, () => {
      for (const view of [drawn.front, drawn.side]) {
        for (const { x, y } of view.parts.flatMap(points)) {
          expect(Number.isFinite(x) && Number.isFinite(y)).toBeTrue();
          expect(x).toBeGreaterThanOrEqual(view.left);
          expect(x).toBeLessThanOrEqual(view.right);
          expect(y).toBeGreaterThanOrEqual(view.bottom);
          expect(y).toBeLessThanOrEqual(view.top);
        }
      }
    });

    it(`${what}: is the same left and right of its middle, door and all`, () => {
      expect(drawn.front.left).toBeCloseTo(-drawn.front.right, 9);
      expect(drawn.side.left).toBeCloseTo(-drawn.side.right, 9);
    });

    it(`${what}: a dimension measures what it spans`, () => {
      for (const view of [drawn.front, drawn.side]) {
        for (const { from, to, value } of view.dimensions) expect(value).toBeCloseTo(to - from, 9);
      }
    });
  }
});

describe('bench: what the drawing shows', () => {
  const roles = (view: View, id: string): readonly string[] =>
    view.parts.filter(({ ref }) => ref?.id === id).map(({ role }) => role);

  for (const [face, front, side] of [
    ['front', 'door', 'door-gap'],
    ['back', 'door-hidden', 'door-gap'],
    ['left', 'door-hidden', 'door'],
    ['right', 'door-hidden', 'door-hidden'],
  ] as const) {
    it(`a door in the ${face} face is ${front} from the front and ${side} in the section`, () => {
      const { front: seen, side: cut } = designDrawing(
        design({ entrances: [hole({ face, opening: { kind: 'hole', diameter: 0.03 } })] }),
      );
      expect(roles(seen, 'door')).toEqual([front]);
      expect(roles(cut, 'door')).toEqual([side]);
    });
  }

  it('cut walls change the direction of their hatch from one section to the next', () => {
    const { side } = designDrawing(design({ sections: [box({ id: 'base', contents: [] }), box()] }));
    const hatch = (id: string): readonly (number | undefined)[] =>
      side.parts.filter(({ ref, role }) => ref?.id === id && role === 'wood-cut').map((part) => part.hatch);
    expect(hatch('base')).toEqual([0, 0]);
    expect(hatch('box')).toEqual([1, 1]);
  });

  it('a floor built into an outside-taped pot is cut, and adds to the height outside', () => {
    const pot = box({
      shape: { kind: 'cone', diameterBottom: 0.4, diameterTop: 0.3, height: 0.36 },
      sizes: 'outside',
      wall: 0.003,
      roofInset: 0.004,
      contents: [],
    });
    const { front } = designDrawing(design({ sections: [pot], floor: 0, roof: 0, entrances: [] }));
    expect(front.top - front.bottom).toBeCloseTo(0.36, 9);
    expect(front.dimensions[0]?.value).toBeCloseTo(0.356, 9);
  });

  it('names the frame that the cut shows, counted from the left', () => {
    const contents: Design['sections'][number]['contents'] = [
      { kind: 'frames', frame: 'langstroth-deep', count: 3, fill: 'starter' },
      { kind: 'frames', frame: 'langstroth-deep', count: 5, fill: 'foundation' },
    ];
    const { front, side } = designDrawing(design({ sections: [box({ contents })] }));
    // Eight frames at 34.925 mm fill 279.4 of 311.15 mm from the left: the fifth hangs 1.6 mm off the middle.
    expect(side.frames.map(({ number, fill }) => `${number} ${fill}`)).toEqual(['5 foundation']);
    expect(front.frames).toEqual([]);
  });

  it('the open room is written where no frame hangs, or not at all', () => {
    const room = (of: Design): number | undefined => designDrawing(of).side.room?.height;
    const over = design({
      sections: [
        box({ id: 'base', contents: [], shape: { kind: 'box', length: 0.4667, width: 0.3111, height: 0.2 } }),
        box(),
      ],
    });
    expect(room(over)).toBeCloseTo(0.2, 9);
    expect(room(design())).toBeCloseTo(0.244475 - 0.231775, 9);
  });
});
