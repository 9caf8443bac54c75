import {
  type Content,
  type Design,
  type DesignEntrance,
  type DesignGap,
  type DesignSection,
  type DoorShape,
  drawnHeight,
  type GapPlace,
  hangingsOf,
  type HangingStyle,
  insideShape,
  isRound,
  type Shape,
} from '@yewridge/core/bench';
import { METRES_PER_INCH } from '@yewridge/core/shared/units';
import { withValue } from '../../../shared/documents/value-at';

/** Edits of a design, each a new design. Stacks are listed from the bottom up; screens show them top to bottom. */

const inch = (count: number): number => count * METRES_PER_INCH;

export function newPartId(): string {
  return `p-${crypto.randomUUID().slice(0, 13)}`;
}

/** Parts of a design that are one object under their own name. */
export const SETUP_PARTS = ['hanging', 'load', 'site', 'comb', 'boards', 'schools'] as const;

/** Where a part lives in its design, with the dot behind it; nothing for a field of the design itself. */
export function pathOfPart(design: Design, id: string): string {
  const section = design.sections.findIndex((one) => one.id === id);
  if (section >= 0) return `sections[${section}].`;
  const entrance = design.entrances.findIndex((one) => one.id === id);
  if (entrance >= 0) return `entrances[${entrance}].`;
  const gap = (design.gaps ?? []).findIndex((one) => one.id === id);
  if (gap >= 0) return `gaps[${gap}].`;
  return SETUP_PARTS.some((part) => part === id) || id.startsWith('alsoHangs[') ? `${id}.` : '';
}

/** Sizes to start a section of a kind from: common things a keeper has, to be overwritten at once. */
const STARTS: Readonly<
  Record<Shape['kind'], { readonly label: string; readonly shape: Shape; readonly wall: number }>
> = {
  box: {
    label: 'Box',
    shape: { kind: 'box', length: inch(18.375), width: inch(14.75), height: inch(9.625) },
    wall: inch(0.75),
  },
  cylinder: { label: 'Tube', shape: { kind: 'cylinder', axis: 'upright', diameter: 0.3, length: 0.56 }, wall: 0.006 },
  cone: {
    label: 'Pot',
    shape: { kind: 'cone', diameterBottom: 0.4, diameterTop: 0.3, height: 0.36 },
    wall: 0.003,
  },
  frustum: {
    label: 'Tapered box',
    shape: {
      kind: 'frustum',
      bottom: { length: 0.36, width: 0.21 },
      top: { length: 0.41, width: 0.26 },
      height: 0.27,
      cornerRadius: 0,
    },
    wall: 0.025,
  },
  measured: { label: 'Filled and measured', shape: { kind: 'measured', volume: 0.03 }, wall: 0 },
};

export function newSection(kind: Shape['kind']): DesignSection {
  const { label, shape, wall } = STARTS[kind];
  return {
    id: newPartId(),
    label,
    shape,
    sizes: 'inside',
    wall,
    endWall: wall,
    floorInset: 0,
    roofInset: 0,
    contents: [],
    closedAbove: false,
  };
}

export function newDesign(kind: Shape['kind'], name: string): Design {
  return {
    name,
    note: '',
    material: kind === 'cylinder' ? 'cardboard-tube' : kind === 'box' ? 'pine' : 'polypropylene',
    target: 0.04,
    floor: kind === 'box' ? inch(0.5) : 0,
    roof: kind === 'box' ? inch(0.5) : 0,
    roofOverhang: 0,
    sections: [newSection(kind)],
    entrances: [],
  };
}

/** On top of the stack; a box takes the plan of the box below it. */
export function addSection(design: Design, kind: Shape['kind']): { readonly design: Design; readonly id: string } {
  const top = design.sections.at(-1);
  const fresh = newSection(kind);
  const section: DesignSection =
    top?.shape.kind === 'box' && fresh.shape.kind === 'box'
      ? { ...fresh, shape: { ...top.shape }, sizes: top.sizes, wall: top.wall, endWall: top.endWall }
      : fresh;
  return { design: { ...design, sections: [...design.sections, section] }, id: section.id };
}

export function duplicateSection(design: Design, id: string): { readonly design: Design; readonly id: string } {
  const index = design.sections.findIndex((section) => section.id === id);
  const original = design.sections[index];
  if (!original) return { design, id };
  const copy = { ...original, id: newPartId() };
  return { design: { ...design, sections: design.sections.toSpliced(index + 1, 0, copy) }, id: copy.id };
}

export function removeSection(design: Design, id: string): Design {
  return { ...design, sections: design.sections.filter((section) => section.id !== id) };
}

/** Moves a section to another place of the stack, counted from the bottom. */
export function moveSection(design: Design, id: string, to: number): Design {
  const section = design.sections.find((one) => one.id === id);
  if (!section) return design;
  const others = design.sections.filter((one) => one.id !== id);
  const place = Math.max(0, Math.min(others.length, to));
  return { ...design, sections: others.toSpliced(place, 0, section) };
}

/** Another shape for a section; what it holds stays when it can hang there. */
export function changeShape(section: DesignSection, kind: Shape['kind']): DesignSection {
  if (section.shape.kind === kind) return section;
  const { shape, wall, label } = STARTS[kind];
  const old = STARTS[section.shape.kind].label;
  const contents = kind === 'box' ? section.contents : section.contents.filter((one) => one.kind !== 'frames');
  return { ...section, shape, wall, endWall: wall, contents, label: section.label === old ? label : section.label };
}

/** A pot or cooler turned over: its ends change places, and what is built into them. */
export function upsideDown(section: DesignSection): DesignSection {
  const { shape, floorInset, roofInset } = section;
  const turned = { ...section, floorInset: roofInset, roofInset: floorInset };
  if (shape.kind === 'cone') {
    const { diameterBottom, diameterTop } = shape;
    return { ...turned, shape: { ...shape, diameterBottom: diameterTop, diameterTop: diameterBottom } };
  }
  return shape.kind === 'frustum' ? { ...turned, shape: { ...shape, bottom: shape.top, top: shape.bottom } } : section;
}

const DOORS: Readonly<Record<DoorShape['kind'], { readonly label: string; readonly opening: DoorShape }>> = {
  hole: { label: 'Round hole', opening: { kind: 'hole', diameter: 0.038 } },
  slot: { label: 'Slot', opening: { kind: 'slot', width: 0.08, height: 0.016 } },
  notch: { label: 'Notch', opening: { kind: 'notch', width: 0.08, height: 0.016, top: 'flat' } },
  disc: { label: 'Turning disc', opening: { kind: 'disc', diameter: 0.04, position: 'open' } },
};

/** A door low in the front of the lowest section that has a wall high enough for it. */
export function addEntrance(design: Design, kind: DoorShape['kind']): { readonly design: Design; readonly id: string } {
  const { label, opening } = DOORS[kind];
  const id = newPartId();
  const entrance: DesignEntrance = {
    id,
    label,
    opening,
    count: 1,
    face: 'front',
    height: kind === 'notch' ? 0 : isRound(opening) ? 0.045 : 0.03,
    across: 0,
  };
  return { design: { ...design, entrances: [...design.entrances, entrance] }, id };
}

/** The same entrance with an opening of another kind, as wide as the old one where that makes sense. */
export function changeOpening(entrance: DesignEntrance, kind: DoorShape['kind']): DesignEntrance {
  if (entrance.opening.kind === kind) return entrance;
  const fresh = DOORS[kind];
  const label = entrance.label === DOORS[entrance.opening.kind].label ? fresh.label : entrance.label;
  const height = kind === 'notch' ? 0 : entrance.opening.kind === 'notch' ? 0.045 : entrance.height;
  return { ...entrance, opening: fresh.opening, label, height };
}

export function removeEntrance(design: Design, id: string): Design {
  return { ...design, entrances: design.entrances.filter((entrance) => entrance.id !== id) };
}

/** What a section of this shape may hold. */
export function contentKinds({ shape }: DesignSection): readonly Content['kind'][] {
  const first: Content['kind'] = shape.kind === 'box' ? 'frames' : 'topBars';
  const second: Content['kind'][] = shape.kind === 'box' ? ['topBars'] : [];
  return [first, ...second, 'skewers', 'feeder', 'divider', 'insulation', 'other'];
}

/** Room in front of a wall of the section, m; a measured one is taken as a cube. */
function reachOf(section: DesignSection): { length: number; height: number } {
  const inside = insideShape(section);
  const height = drawnHeight(inside);
  const length =
    inside.kind === 'box' || (inside.kind === 'cylinder' && inside.axis === 'lying') ? inside.length : height;
  return { length, height };
}

/** Something to put into a section, with sizes to be overwritten. */
export function newContent(section: DesignSection, kind: Content['kind']): Content {
  const { length, height } = reachOf(section);
  switch (kind) {
    case 'frames':
      return { kind, frame: 'langstroth-deep', count: 1, fill: 'oldComb' };
    case 'topBars':
      return { kind, length: Math.min(0.25, length * 0.9), width: 0.03, depth: 0.012, count: 6 };
    case 'skewers':
      return { kind, length: Math.min(0.25, length * 0.7), diameter: 0.006, count: 2, combs: 1 };
    case 'divider':
      return { kind, length: length * 0.95, height: height * 0.9, thickness: 0.009, count: 1 };
    case 'insulation':
      return { kind, area: 0.1, thickness: 0.025, count: 1 };
    case 'feeder':
      return { kind, volume: 0.001, count: 1 };
    case 'other':
      return { kind, volume: 0.0005, count: 1 };
  }
}

/** How a design hangs, one way after the other: `style` none takes the way at `nth` away, and those behind it move up. */
export interface HangingChoice {
  readonly nth: number;
  readonly style: HangingStyle | 'none';
}

/** Another way of hanging at its place; the label read for the old one stays. */
export function withHanging(design: Design, nth: number, style: HangingChoice['style']): Design {
  const all = [...hangingsOf(design)];
  const { dynamic, workingLoad } = all[nth] ?? {};
  const kept = { ...(dynamic === undefined ? {} : { dynamic }), ...(workingLoad === undefined ? {} : { workingLoad }) };
  all.splice(nth, 1, ...(style === 'none' ? [] : [{ ...kept, style }]));
  const { hanging: _first, alsoHangs: _others, ...rest } = design;
  const [hanging, ...alsoHangs] = all;
  return {
    ...rest,
    ...(hanging ? { hanging } : {}),
    ...(alsoHangs.length > 0 ? { alsoHangs } : {}),
  };
}

const GAP_OPENING = { kind: 'slot', width: 0.1, height: 0.008 } as const;

/** An opening besides the doors. */
export function addGap(
  design: Design,
  place: GapPlace,
  label: string,
): { readonly design: Design; readonly id: string } {
  const id = newPartId();
  const opening = place === 'vent' ? ({ kind: 'mesh', aperture: 0.003 } as const) : GAP_OPENING;
  const gap: DesignGap = { id, label, place, opening, count: 1, closedForRide: false };
  return { design: { ...design, gaps: [...(design.gaps ?? []), gap] }, id };
}

export function changeGap(gap: DesignGap, kind: DesignGap['opening']['kind']): DesignGap {
  if (gap.opening.kind === kind) return gap;
  const opening: DesignGap['opening'] =
    kind === 'hole' ? { kind, diameter: 0.02 } : kind === 'mesh' ? { kind, aperture: 0.003 } : GAP_OPENING;
  return { ...gap, opening };
}

export function removeGap(design: Design, id: string): Design {
  return { ...design, gaps: (design.gaps ?? []).filter((gap) => gap.id !== id) };
}

/** A change of a field; another size of a box makes it a box of its own, of no hive's standard. */
export function changed(design: Design, part: string, field: string, value: unknown): Design {
  const path = pathOfPart(design, part);
  const next = withValue(design, path + field, value);
  return path.startsWith('sections') && field.startsWith('shape.')
    ? withValue(next, `${path}standard`, undefined)
    : next;
}
