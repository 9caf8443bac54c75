/**
 * Everything that keeps a design from being computed, each at the field it belongs to.
 *
 * The functions of this package throw at the first fault; a keeper at a form wants all of them at once, so each part is
 * asked by itself. An empty list means that readings and drawing exist.
 */
import { DomainError, type ErrorCode, type NumberRange } from '../shared/errors/index.js';
import { cavity } from './cavity.js';
import {
  type Design,
  DESIGN_LIMITS,
  type DesignEntrance,
  type DesignSection,
  insideSection,
  insideShape,
  isRound,
  type PlacedSection,
  placeSections,
} from './design.js';
import {
  type DesignGap,
  type Hanging,
  HANGING_DEFAULTS,
  hangingsOf,
  SETUP_LIMITS,
  SITE_FACTORS,
} from './design-setup.js';
import { placeOpenings } from './door-placement.js';
import { openingArea } from './entrance.js';
import { actualSize } from './lumber.js';
import { CURVES } from './suitability/factors.js';

export interface DesignProblem {
  readonly code: ErrorCode;
  /** Field of the design, e.g. `sections[0].shape.width`. */
  readonly path: string;
  /** Stable word for what is impossible; absent for plain `TYPE`, `RANGE` and `ENUM`. */
  readonly reason?: string;
  readonly value?: unknown;
  readonly range?: NumberRange;
}

function problemOf(error: unknown, path: (at: string) => string): DesignProblem {
  if (!(error instanceof DomainError)) throw error;
  return { code: error.code, path: path(error.path), ...error.detail };
}

/** Runs `ask` and turns what it throws into a problem. */
function faults(ask: () => void, path: (at: string) => string): DesignProblem[] {
  try {
    ask();
    return [];
  } catch (error) {
    return [problemOf(error, path)];
  }
}

function outside(value: unknown, range: NumberRange): boolean {
  if (typeof value !== 'number' || !Number.isFinite(value)) return true;
  const { min = -Infinity, max = Infinity, above = false } = range;
  return value < min || value > max || (above && value === min);
}

function limitFaults(path: string, fields: Readonly<Record<string, readonly [unknown, NumberRange]>>): DesignProblem[] {
  return Object.entries(fields)
    .filter(([, [value, range]]) => value !== undefined && outside(value, range))
    .map(([field, [value, range]]) => ({
      code: 'RANGE',
      path: path === '' ? field : `${path}.${field}`,
      value,
      range,
    }));
}

const NOT_NEGATIVE_SIZE: NumberRange = { min: 0, max: DESIGN_LIMITS.size.max };

function shapeLimits(shape: DesignSection['shape']): Readonly<Record<string, readonly [unknown, NumberRange]>> {
  const { size, volume } = DESIGN_LIMITS;
  switch (shape.kind) {
    case 'box':
      return { length: [shape.length, size], width: [shape.width, size], height: [shape.height, size] };
    case 'cylinder':
      return {
        diameter: [shape.diameter, size],
        length: [shape.length, size],
        cut: [shape.cut, NOT_NEGATIVE_SIZE],
      };
    case 'cone':
      return {
        diameterBottom: [shape.diameterBottom, NOT_NEGATIVE_SIZE],
        diameterTop: [shape.diameterTop, NOT_NEGATIVE_SIZE],
        height: [shape.height, size],
      };
    case 'frustum':
      return {
        'bottom.length': [shape.bottom.length, size],
        'bottom.width': [shape.bottom.width, size],
        'top.length': [shape.top.length, size],
        'top.width': [shape.top.width, size],
        height: [shape.height, size],
        cornerRadius: [shape.cornerRadius, NOT_NEGATIVE_SIZE],
      };
    case 'measured':
      return { volume: [shape.volume, volume], mass: [shape.mass, DESIGN_LIMITS.partMass] };
  }
}

/** Sections in which no fault was found; none is ever changed in place, so none need be asked twice. */
const sound = new WeakSet<DesignSection>();

function sectionProblems(section: DesignSection, path: string): DesignProblem[] {
  if (sound.has(section)) return [];
  const found = faultsOfSection(section, path);
  if (found.length === 0) sound.add(section);
  return found;
}

/** A rabbet leaves some of the end board. */
const RABBET_LEAVES = 0.003;
export const rabbetRange = ({ endWall }: DesignSection): NumberRange => ({
  ...SETUP_LIMITS.rabbet,
  max: Math.max(0, endWall - RABBET_LEAVES),
});

function faultsOfSection(section: DesignSection, path: string): DesignProblem[] {
  const { wall } = DESIGN_LIMITS;
  const limits = [
    ...limitFaults(`${path}.shape`, shapeLimits(section.shape)),
    ...limitFaults(path, {
      wall: [section.wall, wall],
      endWall: [section.endWall, wall],
      floorInset: [section.floorInset, wall],
      roofInset: [section.roofInset, wall],
      rest: [section.rest, SETUP_LIMITS.rest],
      rabbet: [section.joint === 'rabbet' ? section.rabbet : undefined, rabbetRange(section)],
    }),
    ...section.contents.flatMap((content, n) =>
      limitFaults(`${path}.contents[${n}]`, {
        count: [content.count, DESIGN_LIMITS.count],
        ...('mass' in content ? { mass: [content.mass, DESIGN_LIMITS.partMass] } : {}),
      }),
    ),
  ];
  if (limits.length > 0) return limits;
  const { soldAs } = section;
  const sold = soldAs
    ? faults(
        () => actualSize(soldAs),
        () => `${path}.soldAs`,
      )
    : [];
  if (sold.length > 0) return sold;
  const walls = faults(
    () => insideShape(section),
    (at) => `${path}.shape.${at}`,
  );
  if (walls.length > 0) return walls;
  return faults(
    () => cavity({ sections: [insideSection(section)] }),
    (at) => {
      const inner = at.replace(/^sections\[0\]\.?/, '');
      return inner.startsWith('contents') ? `${path}.${inner}` : `${path}.shape.${inner}`;
    },
  );
}

function openingLimits(opening: DesignEntrance['opening']): Readonly<Record<string, readonly [unknown, NumberRange]>> {
  const limit = DESIGN_LIMITS.opening;
  if (isRound(opening)) {
    return { diameter: [opening.diameter, limit], 'guard.diameter': [opening.guard?.diameter, limit] };
  }
  return { width: [opening.width, limit], height: [opening.height, limit] };
}

function entranceProblems(
  entrance: DesignEntrance,
  stack: readonly PlacedSection[] | null,
  path: string,
): DesignProblem[] {
  const limits = [
    ...limitFaults(`${path}.opening`, openingLimits(entrance.opening)),
    ...limitFaults(path, {
      count: [entrance.count, DESIGN_LIMITS.count],
      height: [entrance.height, DESIGN_LIMITS.height],
      across: [entrance.across, DESIGN_LIMITS.across],
    }),
  ];
  if (limits.length > 0) return limits;
  const own = faults(
    () => openingArea(entrance.opening),
    (at) => at.replace(/^opening/, `${path}.opening`),
  );
  if (own.length > 0 || !stack) return own;
  return faults(
    () => placeOpenings(entrance, stack, path),
    (at) => at,
  );
}

const HANGING_SIZES = ['above', 'below', 'boardWidth', 'thickness', 'hole', 'plate'] as const;
const FORCES = ['tension', 'workingLoad', 'workingPullOut', 'workingShear'] as const;

function limited<K extends string>(
  names: readonly K[],
  values: Partial<Readonly<Record<K, number>>>,
  range: NumberRange,
): Readonly<Record<string, readonly [unknown, NumberRange]>> {
  return Object.fromEntries(names.map((name) => [name, [values[name], range] as const]));
}

function hangingProblems(hanging: Hanging, path: string): DesignProblem[] {
  const limits = SETUP_LIMITS;
  const own = limitFaults(path, {
    ...limited(HANGING_SIZES, hanging, limits.hangingSize),
    ...limited(FORCES, hanging, limits.force),
    fasteners: [hanging.fasteners, limits.fasteners],
    topRow: [hanging.topRow, { min: 1, max: hanging.fasteners ?? HANGING_DEFAULTS.fasteners }],
    legs: [hanging.legs, limits.fasteners],
    angleDeg: [hanging.angleDeg, limits.angleDeg],
    friction: [hanging.friction, limits.friction],
    turns: [hanging.turns, limits.turns],
    dynamic: [hanging.dynamic, limits.dynamic],
  });
  if (own.length > 0 || hanging.style !== 'board') return own;
  const { hole, above, boardWidth } = { ...HANGING_DEFAULTS, ...hanging };
  const most = Math.min(above, boardWidth);
  if (hole < most) return [];
  return [{ code: 'GEOMETRY', path: `${path}.hole`, reason: 'hole-splits-board', value: hole, range: { max: most } }];
}

function gapProblems(gap: DesignGap, path: string): DesignProblem[] {
  const { opening, count } = gap;
  const limit = DESIGN_LIMITS.opening;
  const own = limitFaults(path, {
    'opening.diameter': [opening.kind === 'hole' ? opening.diameter : undefined, limit],
    'opening.width': [opening.kind === 'slot' ? opening.width : undefined, limit],
    'opening.height': [opening.kind === 'slot' ? opening.height : undefined, limit],
    count: [count, DESIGN_LIMITS.count],
  });
  if (own.length > 0) return own;
  return faults(
    () => openingArea(opening),
    (at) => at.replace(/^opening/, `${path}.opening`),
  );
}

function setupProblems(design: Design): DesignProblem[] {
  const { load, boards, site, gaps = [] } = design;
  const limits = SETUP_LIMITS;
  return [
    ...gaps.flatMap((gap, n) => gapProblems(gap, `gaps[${n}]`)),
    ...hangingsOf(design).flatMap((one, n) => hangingProblems(one, n === 0 ? 'hanging' : `alsoHangs[${n - 1}]`)),
    ...limitFaults('', {
      'load.swarm': [load?.swarm, limits.swarm],
      'load.limit': [load?.limit, limits.limit],
      'boards.moisture': [boards?.moisture, limits.moisture],
      ...Object.fromEntries(SITE_FACTORS.map((factor) => [`site.${factor}`, [site?.[factor], CURVES[factor].domain]])),
    }),
  ];
}

/**
 * All problems of a design, in the order of its fields; empty when it can be computed.
 */
export function designProblems(design: Design): readonly DesignProblem[] {
  if (design.sections.length === 0) return [{ code: 'EMPTY', path: 'sections' }];
  const { wall, volume } = DESIGN_LIMITS;
  const own = limitFaults('', {
    target: [design.target, volume],
    floor: [design.floor, wall],
    roof: [design.roof, wall],
    roofOverhang: [design.roofOverhang, wall],
  });
  const sections = design.sections.flatMap((section, n) => sectionProblems(section, `sections[${n}]`));
  const stack = sections.length === 0 ? placeSections(design) : null;
  const entrances = design.entrances.flatMap((entrance, n) => entranceProblems(entrance, stack, `entrances[${n}]`));
  return [...own, ...sections, ...entrances, ...setupProblems(design)];
}
