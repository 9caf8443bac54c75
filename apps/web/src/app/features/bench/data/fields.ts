import {
  type Content,
  DESIGN_LIMITS,
  type DesignEntrance,
  type DesignSection,
  guardOf,
  isRound,
  SETUP_LIMITS,
  type Shape,
} from '@yewridge/core/bench';
import type { NumberRange } from '@yewridge/core/shared/errors';
import type { Field } from '../../../shared/fields/field';

const { size, wall, volume, opening, height, across, count } = DESIGN_LIMITS;
const fromZero: NumberRange = { min: 0, max: size.max };
const length = (path: string, label: string, range: NumberRange = size): Field => ({
  path,
  label,
  kind: 'length',
  range,
});

function shapeFields(shape: Shape): readonly Field[] {
  switch (shape.kind) {
    case 'box':
      return [
        length('shape.length', 'Length, front to back'),
        length('shape.width', 'Width, across'),
        length('shape.height', 'Height'),
      ];
    case 'cylinder':
      return shape.axis === 'lying'
        ? [
            length('shape.diameter', 'Diameter'),
            length('shape.length', 'Length'),
            length('shape.cut', 'Sawn off on top', fromZero),
          ]
        : [length('shape.diameter', 'Diameter'), length('shape.length', 'Length')];
    case 'cone':
      return [
        length('shape.diameterBottom', 'Diameter below', fromZero),
        length('shape.diameterTop', 'Diameter above', fromZero),
        length('shape.height', 'Height'),
      ];
    case 'frustum':
      return [
        length('shape.bottom.length', 'Length below'),
        length('shape.bottom.width', 'Width below'),
        length('shape.top.length', 'Length above'),
        length('shape.top.width', 'Width above'),
        length('shape.height', 'Height'),
        length('shape.cornerRadius', 'Corner radius', fromZero),
      ];
    case 'measured':
      return [
        { path: 'shape.volume', label: 'Volume', kind: 'volume', range: volume },
        { path: 'shape.mass', label: 'Weighs, empty', kind: 'mass', range: DESIGN_LIMITS.partMass, otherwise: null },
      ];
  }
}

export function sectionFields(section: DesignSection): readonly Field[] {
  const { shape, sizes } = section;
  if (shape.kind === 'measured') return shapeFields(shape);
  const lying = shape.kind === 'cylinder' && shape.axis === 'lying';
  const ends = shape.kind === 'box' || shape.kind === 'frustum' || lying;
  const walls = ends
    ? [length('wall', 'Side walls', wall), length('endWall', 'End walls', wall)]
    : [length('wall', 'Wall', wall)];
  const insets =
    sizes === 'outside' && !lying
      ? [length('floorInset', 'Floor inside it', wall), length('roofInset', 'Lid inside it', wall)]
      : [];
  return [...shapeFields(shape), ...walls, ...insets];
}

export function contentFields(content: Content): readonly Field[] {
  const many: Field = { path: 'count', label: 'How many', kind: 'count', range: count };
  switch (content.kind) {
    case 'frames':
      return [many];
    case 'topBars':
      return [many, length('length', 'Bar length'), length('width', 'Bar width'), length('depth', 'Bar depth')];
    case 'divider':
      return [length('length', 'Length'), length('height', 'Height'), length('thickness', 'Thickness'), many];
    case 'insulation':
      return [{ path: 'area', label: 'Area', kind: 'area', range: size }, length('thickness', 'Thickness'), many];
    case 'skewers':
      return [
        many,
        length('length', 'Length'),
        { path: 'diameter', label: 'Diameter', kind: 'part', range: size },
        { path: 'combs', label: 'Pieces of dark comb', kind: 'count', range: count, otherwise: 0 },
      ];
    case 'feeder':
    case 'other':
      return [
        { path: 'volume', label: 'Outside volume', kind: 'volume', range: volume },
        { path: 'mass', label: 'Weighs, one', kind: 'mass', range: DESIGN_LIMITS.partMass, otherwise: null },
        many,
      ];
  }
}

/** How far the bars hang below the rim, where frames hang. */
export const RABBET_FIELD: Field = {
  path: 'rabbet',
  label: 'Rabbet, deep',
  kind: 'part',
  range: SETUP_LIMITS.rabbet,
};
export const REST_FIELD: Field = {
  path: 'rest',
  label: 'Bars below the rim',
  kind: 'part',
  range: SETUP_LIMITS.rest,
  otherwise: 0,
};

export function entranceFields(entrance: DesignEntrance): readonly Field[] {
  const round = isRound(entrance.opening);
  const sizes = round
    ? [length('opening.diameter', 'Diameter', opening)]
    : [length('opening.width', 'Width', opening), length('opening.height', 'Height', opening)];
  const nails: readonly Field[] = guardOf(entrance.opening)
    ? [
        { path: 'opening.guard.count', label: 'Nails or wires', kind: 'count', range: count },
        { path: 'opening.guard.diameter', label: 'Nail diameter', kind: 'part', range: opening },
      ]
    : [];
  const slots: readonly Field[] =
    entrance.opening.kind === 'disc' && entrance.opening.position === 'excluder'
      ? [
          { path: 'opening.slots', label: 'Slots in it', kind: 'count', range: { min: 1, max: 200 } },
          { path: 'opening.slotWidth', label: 'Slot width', kind: 'part', range: opening },
          length('opening.slotLength', 'Slot length', opening),
        ]
      : [];
  return [
    ...sizes,
    ...slots,
    ...nails,
    { path: 'count', label: 'How many', kind: 'count', range: count },
    length('height', round ? 'Centre above floor' : 'Lower edge above floor', height),
    length('across', 'Right of the middle', across),
  ];
}

export const BOARD_FIELDS: Readonly<Record<'roof' | 'floor', readonly Field[]>> = {
  roof: [length('roof', 'Roof thickness', wall), length('roofOverhang', 'Overhang', wall)],
  floor: [length('floor', 'Floor thickness', wall)],
};
export const TARGET_FIELD: Field = { path: 'target', label: 'Gross volume aimed at', kind: 'volume', range: volume };
