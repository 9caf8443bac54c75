import {
  assessDesign,
  type Design,
  designLoad,
  designParts,
  type DesignSection,
  emptyMass,
  placeSections,
  STARTING_POINTS,
  startingPoint,
  vacuumParts,
  type VacuumSizes,
  type WorkPart,
} from '@yewridge/core/bench';
import { box, design, hole } from './sample-design.js';
import { refusal } from './refusal.js';

const mm = (part: WorkPart | undefined): readonly number[] =>
  [part?.length ?? 0, part?.width ?? 0, part?.thickness ?? 0].map((size) => Math.round(1e4 * size) / 10);
const sawn = (of: Design): readonly WorkPart[] => designParts(of).sawn;
const part = (of: Design, id: string): WorkPart | undefined => sawn(of).find((one) => one.id === id);
const withBox = (change: Partial<DesignSection>, more: Partial<Design> = {}): Design =>
  design({ sections: [box(change)], ...more });
const bill = (of: Design): Readonly<Record<string, number>> =>
  Object.fromEntries(designParts(of).bought.map(({ id, qty }) => [id, qty]));

describe('the parts of a design', () => {
  it('a butted box: sides past the ends, floor under both, cover with its overhang all round', () => {
    const one = withBox({});
    expect(sawn(one).map(({ id, qty }) => [id, qty])).toEqual([
      ['box.side', 2],
      ['box.end', 2],
      ['all.floor', 1],
      ['all.cover', 1],
    ]);
    expect(mm(part(one, 'box.side'))).toEqual([504.7, 244.5, 19]);
    expect(mm(part(one, 'box.end'))).toEqual([311.2, 244.5, 19]);
    expect(mm(part(one, 'all.floor'))).toEqual([504.7, 349.1, 12]);
    const over = 2000 * one.roofOverhang;
    expect(mm(part(one, 'all.cover'))).toEqual([504.7 + over, 369.2, 12]);
    expect(over).toBe(20);
  });

  it('however its corners are joined, a box has the same outside and weighs the same', () => {
    const wide = { wall: 0.019, endWall: 0.022 };
    const joints = (['butt', 'rabbet', 'box-joint'] as const).map((joint) => withBox({ ...wide, joint }));
    const masses = joints.map((one) => designLoad(one, 0.03).empty.mass);
    expect(masses[1]).toBeCloseTo(masses[0]!, 9);
    expect(masses[2]).toBeCloseTo(masses[0]!, 9);
    const outside = joints.map((one) => {
      const [side, end] = [part(one, 'box.side')!, part(one, 'box.end')!];
      const rabbet = side.rabbet ?? 0;
      const long = { butt: side.length!, rabbet: side.length! + 2 * (0.022 - rabbet), 'box-joint': side.length! };
      const across = { butt: end.length! + 2 * 0.019, rabbet: end.length!, 'box-joint': end.length! };
      return [long[side.joint!], across[side.joint!]].map((size) => Math.round(1e6 * size));
    });
    expect(outside[1]).toEqual(outside[0]);
    expect(outside[2]).toEqual(outside[0]);
    expect(outside[0]).toEqual([466725 + 44000, 311150 + 38000]);
  });

  it('a rabbet is half the end board where nobody says, and as deep as the keeper says', () => {
    expect(part(withBox({ joint: 'rabbet' }), 'box.end')?.rabbet).toBeCloseTo(0.0095, 9);
    expect(mm(part(withBox({ joint: 'rabbet', rabbet: 0.006 }), 'box.side'))[0]).toBeCloseTo(478.7, 1);
  });

  it('a rabbet leaves 3 mm of the end board; one that leaves less is a fault of the design, at its field', () => {
    const faults = (change: Partial<DesignSection>): readonly string[] => {
      const assessed = assessDesign(withBox({ endWall: 0.019, ...change }));
      return assessed.ok ? [] : assessed.problems.map(({ code, path }) => `${code} ${path}`);
    };
    expect(faults({ joint: 'rabbet', rabbet: 0.016 })).toEqual([]);
    expect(faults({ joint: 'rabbet', rabbet: 0.0161 })).toEqual(['RANGE sections[0].rabbet']);
    expect(faults({ joint: 'butt', rabbet: 0.05 })).toEqual([]);
  });

  it('the mass of a design is that of its parts: what is sawn, its frames and its wax', () => {
    for (const id of STARTING_POINTS) {
      const one = startingPoint(id);
      if (placeSections(one).some(({ inside }) => inside.kind !== 'box')) continue;
      const bare = { ...one, sections: one.sections.map((section) => ({ ...section, contents: [] })) };
      const parts = designParts(bare).sawn.filter(({ carried }) => carried);
      const weighed = emptyMass({
        parts: parts.map((piece) => ({
          name: piece.name,
          qty: piece.qty,
          material: piece.stuff,
          length: piece.length!,
          width: piece.width! * (piece.body ?? 1),
          thickness: piece.thickness!,
        })),
      });
      expect(designLoad(bare, 0.04).empty.mass).withContext(id).toBeCloseTo(weighed.mass, 9);
    }
  });

  it('a stack changes and its parts change: a section more is two sides and two ends more', () => {
    const two = design({ sections: [box(), box({ id: 'upper' })] });
    expect(
      sawn(two)
        .filter(({ section }) => section === 'upper')
        .map(({ name }) => name),
    ).toEqual(['side', 'end']);
    expect(new Set(sawn(two).map(({ id }) => id)).size).toBe(sawn(two).length);
  });

  it('boards that stand upright have their grain up the box, so that length is its height', () => {
    expect(mm(part(withBox({ grain: 'upright' }), 'box.side'))).toEqual([244.5, 504.7, 19]);
  });

  it('ends rest the lugs of frames in a rabbet; a board too thin for it gets a cleat nailed on', () => {
    expect(part(withBox({ endWall: 0.0135 }), 'box.end')?.rest).toEqual({ high: 0.016, deep: 0.0095 });
    const thin = withBox({ endWall: 0.0134 });
    expect(part(thin, 'box.end')?.rest).toBeUndefined();
    expect(part(thin, 'box.frame rest')?.qty).toBe(2);
    expect(part(withBox({ contents: [] }), 'box.end')?.rest).toBeUndefined();
  });

  it('a section that is bought is one line of the bill and no board; so are tubes, pots and foam', () => {
    const bought = withBox({ source: 'bought' });
    expect(sawn(bought).map(({ id }) => id)).toEqual(['all.floor', 'all.cover']);
    expect(bill(bought)['box']).toBe(1);
    expect(bill(startingPoint('form-tube'))['tube']).toBe(1);
    expect(sawn(startingPoint('two-coolers')).filter(({ section }) => section !== null)).toEqual([]);
    expect(designLoad(bought, 0.03).empty.mass).toBeCloseTo(designLoad(withBox({}), 0.03).empty.mass, 9);
  });

  it('floor and cover of a tube are sawn round from a square', () => {
    const [floor] = sawn(startingPoint('form-tube'));
    expect([floor?.round, floor?.body]).toEqual([true, Math.PI / 4]);
    expect(floor?.length).toBe(floor?.width);
  });

  it('a slot over 20 cm2 gets a block to close it to 12.5 cm2; one of 20 does not', () => {
    const slot = (width: number): Design =>
      withBox({}, { entrances: [hole({ opening: { kind: 'slot', width, height: 0.01 } })] });
    expect(part(slot(0.2), 'door.reducer block')).toBeUndefined();
    expect(mm(part(slot(0.201), 'door.reducer block'))).toEqual([74, 10, 19]);
  });

  it('a door is bored into one board of its face, from the lower edge and from the left edge as it is sawn', () => {
    const front = withBox({}, { entrances: [hole({ across: 0.02 })] });
    const [door] = part(front, 'box.end')!.doors!;
    expect([door?.round, door?.width, door?.fromBottom]).toEqual([true, 0.0381, 0.045]);
    expect(door?.fromLeft).toBeCloseTo(0.31115 / 2 + 0.02, 9);
    expect(part(front, 'box.side')?.doors).toBeUndefined();
    const rabbeted = withBox({ joint: 'rabbet' }, { entrances: [hole({ across: 0.02 })] });
    expect(part(rabbeted, 'box.end')?.doors?.[0]?.fromLeft).toBeCloseTo((0.31115 + 0.038) / 2 + 0.02, 9);
    const side = withBox(
      {},
      { entrances: [hole({ face: 'left', opening: { kind: 'slot', width: 0.1, height: 0.02 }, height: 0.01 })] },
    );
    expect(part(side, 'box.side')?.doors?.map(({ round, fromBottom }) => [round, fromBottom])).toEqual([[false, 0.01]]);
  });

  it('a door belongs to the section it is in, from that section’s own edge; a row of three is three holes', () => {
    const two = design({ sections: [box(), box({ id: 'upper' })], entrances: [hole({ height: 0.3, count: 3 })] });
    expect(part(two, 'box.end')?.doors).toBeUndefined();
    const doors = part(two, 'upper.end')!.doors!;
    expect(doors.length).toBe(3);
    for (const door of doors) expect(door.fromBottom).toBeCloseTo(0.3 - 0.244475, 9);
    expect(part(design({ entrances: [hole({ count: 0 })] }), 'box.end')?.doors).toBeUndefined();
  });

  it('a hanging board reaches from under the floor to above the stack, its hole from two edges', () => {
    const one = part(withBox({}, { hanging: { style: 'board' } }), 'all.hanging board');
    expect(one?.length).toBeCloseTo(0.15 + 0.012 + 0.244475 + 0.05, 6);
    expect([one?.holeDiameter, one?.holeFromTop, one?.holeFromSide]).toEqual([0.0635, 0.075, 0.06985]);
  });

  it('a bracket stays on its tree: it is sawn, and not carried', () => {
    const parts = sawn(withBox({}, { hanging: { style: 'tree-bracket' } })).filter(({ carried }) => !carried);
    expect(parts.map(({ name, qty }) => [name, qty])).toEqual([
      ['back plate', 1],
      ['arm', 2],
      ['brace', 2],
      ['shelf', 1],
    ]);
  });

  it('screws: one every 60 mm of a corner, two at least, none in fingers; one every 150 mm of floor and cover', () => {
    const bare = { floor: 0, roof: 0 };
    const high = (height: number): number | undefined =>
      bill(withBox({ shape: { kind: 'box', length: 0.4, width: 0.2, height } }, bare))['screw-50'];
    expect([high(0.05), high(0.12), high(0.1201)]).toEqual([8, 8, 12]);
    expect(bill(withBox({ joint: 'box-joint' }, bare))['screw-50']).toBeUndefined();
    const floor = bill(withBox({ joint: 'box-joint' }, { floor: 0.012, roof: 0 }))['screw-30'];
    expect(floor).toBe(Math.ceil((2 * (0.504725 + 0.34915)) / 0.15));
  });

  it('frames and what fills them are bought as many as hang there', () => {
    const lines = bill(
      withBox({
        contents: [
          { kind: 'frames', frame: 'langstroth-deep', count: 2, fill: 'foundation' },
          { kind: 'frames', frame: 'langstroth-deep', count: 0, fill: 'oldComb' },
          { kind: 'topBars', length: 0.4, width: 0.03, depth: 0.01, count: 5 },
        ],
      }),
    );
    expect([lines['box.0.frame'], lines['box.0.foundation'], lines['box.1.frame'], lines['box.2.bar']]).toEqual([
      2,
      2,
      undefined,
      5,
    ]);
  });
});

describe('the parts of a bee vacuum', () => {
  const sizes: VacuumSizes = {
    layout: 'walkUp',
    length: 0.465,
    width: 0.31,
    height: 0.245,
    boxes: 2,
    hose: 0.05,
    bleed: { length: 0.08, width: 0.03 },
    slides: [0.006],
  };
  const names = (change: Partial<VacuumSizes>): readonly string[] =>
    vacuumParts({ ...sizes, ...change }).sawn.map(({ name, qty }) => `${qty} ${name}`);

  it('every layout has its boxes, its lid with hose and bleed slide, and its slides', () => {
    expect(names({})).toEqual(
      '4 side,4 end,1 lid panel,1 bleed slide,2 slide rail,1 panel,2 shim side,2 shim end,1 sliding floor'.split(','),
    );
    expect(names({ layout: 'downDraught' })).toContain('1 ramp');
    expect(names({ layout: 'splitDeep', boxes: 1 }).slice(0, 4)).toEqual([
      '2 first side',
      '2 first end',
      '2 second side',
      '2 second end',
    ]);
    expect(names({ layout: 'splitDeep' })).toContain('2 side');
  });

  it('a plunger is as large as the inside less its clearance all round', () => {
    const plunger = vacuumParts({ ...sizes, layout: 'topBox', plunger: 0.0025 }).sawn.at(-1);
    expect([plunger?.name, ...mm(plunger)]).toEqual(['plunger', 460, 305, 12]);
  });

  it('mesh is bought by its size', () => {
    expect(vacuumParts(sizes).bought.map(({ what, qty }) => [what, qty])).toEqual([
      ['mesh', 1],
      ['mesh', 1],
    ]);
  });

  it('a bleed slide that has no room beside the hose is refused', () => {
    expect(refusal(() => vacuumParts({ ...sizes, bleed: { length: 0.16, width: 0.03 } }))[0]).toBe('GEOMETRY');
  });
});
