import {
  CURVES,
  DESIGN_LIMITS,
  type DesignGap,
  type Hanging,
  HANGING_DEFAULTS,
  type HangingStyle,
  PASSAGE,
  SETUP_LIMITS,
  type SiteFactor,
  usualTopRow,
} from '@yewridge/core/bench';
import type { FieldKind } from '../../../shared/units/parse';
import type { Field } from '../../../shared/fields/field';

/** Fields of what a design says beyond its boards; see `SETUP_LIMITS`. */

type SizeName = 'above' | 'below' | 'boardWidth' | 'thickness' | 'hole' | 'plate';

const size = (path: SizeName, label: string): Field => ({
  path,
  label,
  kind: 'length',
  range: SETUP_LIMITS.hangingSize,
  otherwise: HANGING_DEFAULTS[path],
});
const force = (path: string, label: string): Field => ({
  path,
  label,
  kind: 'force',
  range: SETUP_LIMITS.force,
  otherwise: null,
});
const count = (path: 'fasteners' | 'legs' | 'turns', label: string, otherwise: number): Field => ({
  path,
  label,
  kind: 'count',
  range: path === 'turns' ? SETUP_LIMITS.turns : SETUP_LIMITS.fasteners,
  otherwise,
});
const DYNAMIC: Field = {
  path: 'dynamic',
  label: 'Times its weight',
  kind: 'number',
  range: SETUP_LIMITS.dynamic,
  otherwise: HANGING_DEFAULTS.dynamic,
};
const LABEL = force('workingLoad', 'Working load on the label');

const BOARD: readonly Field[] = [
  size('above', 'Board above the box'),
  size('below', 'Board below the box'),
  size('boardWidth', 'Board width'),
  size('thickness', 'Board thickness'),
  size('hole', 'Hole for the stub'),
  LABEL,
  DYNAMIC,
];
const bracket = (fasteners: number): readonly Field[] => [
  size('plate', 'Back plate height'),
  size('thickness', 'Back plate thickness'),
  count('fasteners', 'Screws or bolts', HANGING_DEFAULTS.fasteners),
  {
    path: 'topRow',
    label: 'Of them in the top row',
    kind: 'count',
    range: { min: 1, max: fasteners },
    otherwise: usualTopRow(fasteners),
  },
  force('workingPullOut', 'Pull-out a screw may take'),
  force('workingShear', 'Shear a screw may take'),
  LABEL,
  DYNAMIC,
];

export function hangingFields({ style, fasteners = HANGING_DEFAULTS.fasteners }: Hanging): readonly Field[] {
  const byStyle: Readonly<Record<HangingStyle, readonly Field[]>> = {
    board: BOARD,
    'tree-bracket': bracket(fasteners),
    'fence-bracket': bracket(fasteners),
    'post-bracket': bracket(fasteners),
    strap: [
      count('turns', 'Times round', HANGING_DEFAULTS.turns),
      {
        path: 'friction',
        label: 'Friction on the bark',
        kind: 'number',
        range: SETUP_LIMITS.friction,
        otherwise: HANGING_DEFAULTS.friction,
      },
      force('tension', 'Tension it is pulled to'),
      LABEL,
      DYNAMIC,
    ],
    hook: [LABEL, DYNAMIC],
    wire: [
      count('legs', 'Wires', HANGING_DEFAULTS.legs),
      {
        path: 'angleDeg',
        label: 'Angle from plumb',
        kind: 'degrees',
        range: SETUP_LIMITS.angleDeg,
        otherwise: HANGING_DEFAULTS.angleDeg,
      },
      LABEL,
      DYNAMIC,
    ],
    stand: [],
    deck: [],
  };
  return byStyle[style];
}

export const LOAD_FIELDS: readonly Field[] = [
  { path: 'swarm', label: 'Swarm', kind: 'mass', range: SETUP_LIMITS.swarm },
  { path: 'limit', label: 'I lift at most', kind: 'mass', range: SETUP_LIMITS.limit },
];

export const BOARD_MOISTURE: Field = {
  path: 'boards.moisture',
  label: 'Moisture of the boards',
  kind: 'count',
  range: SETUP_LIMITS.moisture,
  otherwise: null,
};

const SITE_KINDS: Readonly<Record<SiteFactor, readonly [label: string, kind: FieldKind]>> = {
  entranceHeight: ['Door above ground', 'height'],
  facing: ['Door faces, from north', 'degrees'],
  shade: ['Shade at midday', 'percent'],
  dryness: ['Dryness', 'percent'],
  odour: ['Scent', 'percent'],
  distance: ['From the parent colony', 'height'],
};

/** Scent is chosen in words, not typed. */
export const SITE_FIELDS: readonly Field[] = (
  ['entranceHeight', 'facing', 'shade', 'dryness', 'distance'] as const
).map((path) => ({
  path,
  label: SITE_KINDS[path][0],
  kind: SITE_KINDS[path][1],
  range: CURVES[path].domain,
  otherwise: null,
}));

export function gapFields({ opening }: DesignGap): readonly Field[] {
  const bore = DESIGN_LIMITS.opening;
  const many: Field = { path: 'count', label: 'How many', kind: 'count', range: DESIGN_LIMITS.count };
  switch (opening.kind) {
    case 'hole':
      return [{ path: 'opening.diameter', label: 'Diameter', kind: 'length', range: bore }, many];
    case 'slot':
      return [
        { path: 'opening.width', label: 'Width', kind: 'length', range: bore },
        { path: 'opening.height', label: 'Height', kind: 'part', range: bore },
        many,
      ];
    case 'mesh':
      return [
        {
          path: 'opening.aperture',
          label: 'Mesh opening',
          kind: 'part',
          range: { min: 0, above: true, max: PASSAGE.workerProof },
        },
        { path: 'meshArea', label: 'Area of one mesh', kind: 'area', range: SETUP_LIMITS.meshArea, otherwise: null },
        many,
      ];
  }
}
