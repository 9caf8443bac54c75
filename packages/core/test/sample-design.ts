import type { Design, DesignEntrance, DesignSection } from '@yewridge/core/bench';

/** An eight-frame box as a keeper may have it: 36 L, one dark comb, a 38.1 mm hole with a nail. */
export function box(change: Partial<DesignSection> = {}): DesignSection {
  return {
    id: 'box',
    label: 'Box',
    shape: { kind: 'box', length: 0.466725, width: 0.31115, height: 0.244475 },
    sizes: 'inside',
    wall: 0.019,
    endWall: 0.019,
    floorInset: 0,
    roofInset: 0,
    contents: [{ kind: 'frames', frame: 'langstroth-deep', count: 1, fill: 'oldComb' }],
    closedAbove: false,
    ...change,
  };
}

export function hole(change: Partial<DesignEntrance> = {}): DesignEntrance {
  return {
    id: 'door',
    label: 'Door',
    opening: { kind: 'hole', diameter: 0.0381, guard: { count: 1, diameter: 0.003 } },
    count: 1,
    face: 'front',
    height: 0.045,
    across: 0,
    ...change,
  };
}

export function design(change: Partial<Design> = {}): Design {
  return {
    name: 'Old eight-frame',
    note: '',
    material: 'pine',
    target: 0.04,
    floor: 0.012,
    roof: 0.012,
    roofOverhang: 0.01,
    sections: [box()],
    entrances: [hole()],
    ...change,
  };
}
