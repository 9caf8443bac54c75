/**
 * What to change so that a design reaches its target: each way computed, each a whole new design.
 *
 * Volume: raise or lower the base, set one under, add boxes, change a tube's length, until gross = target (the nest-choice
 * experiments quote gross). Door: a reducer block, a wider slot, the nearest hole saw, or more holes, aiming at the best
 * of the band.
 *
 * Source: `addForTarget`, `slotWidth`, `holeForArea`, `holesForArea`.
 */
import { DomainError } from '../shared/errors/index.js';
import type { UnitSystem } from '../shared/units/index.js';
import { addForTarget, type AddOption } from './add-for-target.js';
import { carryDoors } from './carry-doors.js';
import { designChecks } from './design-checks.js';
import {
  type Design,
  type DesignEntrance,
  type DesignSection,
  drawnHeight,
  insideShape,
  placeSections,
} from './design.js';
import { designProblems } from './design-problems.js';
import { sectionOf } from './door-placement.js';
import { DOOR_BAND, entrance } from './entrance.js';
import { holeForArea, holesForArea, slotWidth } from './opening-for-area.js';
import { designReadings, type DesignReadings } from './readings.js';
import { geometryOf, lyingTubeArea, type Shape } from './section-geometry.js';

export type FitKind =
  | 'raise-base'
  | 'lower-base'
  | 'other-base'
  | 'add-shim'
  | 'set-base-under'
  | 'add-boxes'
  | 'leave-out'
  | 'lengthen-tube'
  | 'shorten-tube'
  | 'reducer-block'
  | 'widen-slot'
  | 'hole-saw'
  | 'drill-holes';

export interface FitOption {
  readonly kind: FitKind;
  /** Section or entrance it changes. */
  readonly id: string;
  /** m changed or bored, or how many boxes or holes. */
  readonly amount: number;
  /** Gross m3 after a change of volume, m2 of all doors after a change of a door. */
  readonly result: number;
  readonly design: Design;
}

/** A door within a tenth of the best is as good as the best: the choice tests do not tell them apart. */
const AREA_ENOUGH = 0.1 * DOOR_BAND.best - 1e-12;
/** Play that lets a block be put in and pulled out, m [convention]. */
const BLOCK_CLEARANCE = 0.002;
/** More boxes than this is another design. */
const MOST_BOXES_ADDED = 3;

type PlanOption = Exclude<AddOption, { kind: 'boxes' }>;

/** How a shape grows upwards (or along its length), and its plan area in m2. */
function growth(shape: Shape): { option: PlanOption; area: number } | null {
  switch (shape.kind) {
    case 'box':
      return {
        option: { kind: 'base', length: shape.length, width: shape.width },
        area: shape.length * shape.width,
      };
    case 'cylinder': {
      const cut = shape.cut ?? 0;
      return shape.axis === 'lying'
        ? {
            option: { kind: 'lying', diameter: shape.diameter, cut },
            area: lyingTubeArea(shape.diameter, cut),
          }
        : { option: { kind: 'upright', diameter: shape.diameter }, area: (Math.PI * shape.diameter ** 2) / 4 };
    }
    default:
      return null;
  }
}

function withSection(design: Design, id: string, change: (section: DesignSection) => DesignSection): Design {
  return { ...design, sections: design.sections.map((section) => (section.id === id ? change(section) : section)) };
}

function stretched(section: DesignSection, by: number): DesignSection {
  const { shape } = section;
  if (shape.kind === 'box') return { ...section, shape: { ...shape, height: shape.height + by } };
  if (shape.kind === 'cylinder') return { ...section, shape: { ...shape, length: shape.length + by } };
  return section;
}

/** Another height or length of a section; doors above it go with their boxes. */
function stretch(design: Design, section: DesignSection, gross: number): FitOption | null {
  const inside = insideShape(section);
  const grown = growth(inside);
  if (!grown) return null;
  const missing = design.target - gross;
  const by =
    missing > 0
      ? addForTarget({ current: gross, target: design.target, option: grown.option }).size
      : missing / grown.area;
  const along = inside.kind === 'cylinder' ? inside.length : drawnHeight(inside);
  if (along + by <= 0) return null;
  const tube = inside.kind === 'cylinder';
  const kind = tube ? (by > 0 ? 'lengthen-tube' : 'shorten-tube') : by > 0 ? 'raise-base' : 'lower-base';
  return {
    kind,
    id: section.id,
    amount: Math.abs(by),
    result: design.target,
    design: carryDoors(
      design,
      withSection(design, section.id, (old) => stretched(old, by)),
    ),
  };
}

/** A base lower than this is a shim: a frame of strips, m [convention]. */
const SHIM = 0.06;

/** An empty box of the lowest section's plan, as high as the target needs, set under the stack. */
function baseUnder(design: Design, lowest: DesignSection, gross: number, newId: string): FitOption | null {
  const inside = insideShape(lowest);
  if (inside.kind !== 'box') return null;
  const { size } = addForTarget({
    current: gross,
    target: design.target,
    option: { kind: 'base', length: inside.length, width: inside.width },
  });
  const { standard: _bought, ...own } = lowest;
  const base: DesignSection = {
    ...own,
    id: newId,
    label: size < SHIM ? 'Shim' : 'Base',
    shape: { ...inside, height: size },
    sizes: 'inside',
    floorInset: 0,
    roofInset: 0,
    contents: [],
    closedAbove: false,
  };
  return {
    kind: size < SHIM ? 'add-shim' : 'set-base-under',
    id: newId,
    amount: size,
    result: design.target,
    design: carryDoors(design, { ...design, sections: [base, ...design.sections] }),
  };
}

/** Copies of the top box, without its contents, under it: as many as come nearest to the target, if that is nearer than it is now. */
function moreBoxes(design: Design, gross: number, newId: string): FitOption | null {
  const top = design.sections.at(-1);
  if (!top || insideShape(top).kind !== 'box') return null;
  const unit = geometryOf(insideShape(top)).volume;
  const added = addForTarget({ current: gross, target: design.target, option: { kind: 'boxes', unit } });
  const off = (total: number): number => Math.abs(total - design.target);
  const fewer = off(added.totalOneFewer) < off(added.total);
  const [count, total] = fewer ? [added.count - 1, added.totalOneFewer] : [added.count, added.total];
  if (count < 1 || count > MOST_BOXES_ADDED || off(total) >= off(gross)) return null;
  const copies = Array.from({ length: count }, (_, n): DesignSection => ({
    ...top,
    id: n === 0 ? newId : `${newId}-${n + 1}`,
    label: top.label,
    contents: [],
  }));
  return {
    kind: 'add-boxes',
    id: newId,
    amount: count,
    result: total,
    design: carryDoors(design, { ...design, sections: [...design.sections.slice(0, -1), ...copies, top] }),
  };
}

/** The empty section without a door in it, without which the stack comes nearest to the target, if that is nearer than it is now. */
function leaveOut(design: Design, { room, sections }: DesignReadings): FitOption | null {
  const off = (gross: number): number => Math.abs(gross - design.target);
  const stack = placeSections(design);
  const withDoors = new Set(design.entrances.map((entrance) => sectionOf(entrance, stack)?.section.id));
  let best: FitOption | null = null;
  for (const [n, section] of design.sections.entries()) {
    const result = room.gross - (sections[n]?.volume ?? 0);
    if (section.contents.length > 0 || withDoors.has(section.id)) continue;
    if (off(result) >= off(best?.result ?? room.gross)) continue;
    const rest = { ...design, sections: design.sections.filter(({ id }) => id !== section.id) };
    best = { kind: 'leave-out', id: section.id, amount: 1, result, design: carryDoors(design, rest) };
  }
  return best;
}

/** Within this share of the aim a volume is as good as the aim: checks say so, and nothing is offered. */
const NEAR_AIM = 0.1;
/** m3 that a way may miss the result it speaks of: less than a glass of water. */
const RESULT_SLACK = 1e-4;

/** Whether the gross volume is as good as the target: within a tenth of it, or no further than the tape can tell. */
export function nearAim({ target }: Design, { room, unsure }: DesignReadings): boolean {
  return Math.abs(room.gross - target) <= Math.max(NEAR_AIM * target, unsure.expanded);
}

/** Boxes a keeper buys are not sawn: they have a hive's size, frames that fit them, or walls of foam or plastic. */
function isBought(design: Design, section: DesignSection): boolean {
  const moulded: readonly Design['material'][] = ['eps-foam', 'xps-foam', 'polypropylene', 'hdpe'];
  return section.standard !== undefined || section.contents.length > 0 || moulded.includes(design.material);
}

/**
 * Ways to the volume, those that spoil nothing first: leave a box out, add a shim, a base or boxes, take another base; a saw
 * only to a box of one's own. Nothing is offered near the aim, or for a difference that the tape cannot tell.
 */
function volumeOptions(design: Design, readings: DesignReadings, newId: string): FitOption[] {
  const { gross } = readings.room;
  const lowest = design.sections[0];
  if (nearAim(design, readings) || !lowest) return [];
  const tube = design.sections.find((section) => section.shape.kind === 'cylinder');
  const base = lowest.contents.length === 0 && lowest.shape.kind === 'box' ? lowest : undefined;
  const stacked = design.sections.length > 1;
  const resized = base ? stretch(design, base, gross) : null;
  const sawn = base && !isBought(design, base) ? resized : null;
  const other = base && stacked && resized ? otherBase(resized, base) : null;
  const longer = tube ? stretch(design, tube, gross) : null;
  const options =
    gross < design.target
      ? [
          base && stacked ? (sawn ?? other) : baseUnder(design, lowest, gross, newId),
          longer,
          moreBoxes(design, gross, newId),
        ]
      : [leaveOut(design, readings), longer, other, sawn];
  return options.filter((option) => option !== null);
}

/** Another base in place of this one, of no hive's size; its amount is how high it is. */
function otherBase(resized: FitOption, base: DesignSection): FitOption {
  const design = withSection(resized.design, base.id, ({ standard: _bought, ...own }) => own);
  const taken = design.sections.find(({ id }) => id === base.id) ?? base;
  return { ...resized, kind: 'other-base', amount: drawnHeight(insideShape(taken)), design };
}

function withEntrance(design: Design, id: string, change: Partial<DesignEntrance>): Design {
  return {
    ...design,
    entrances: design.entrances.map((one) => (one.id === id ? { ...one, ...change } : one)),
  };
}

interface DoorAim {
  readonly design: Design;
  readonly entrance: DesignEntrance;
  /** m2 this entrance should have, all its openings together. */
  readonly wanted: number;
  readonly others: number;
  readonly system: UnitSystem;
}

function slotOption({ design, entrance, wanted, others }: DoorAim): FitOption | null {
  const { opening } = entrance;
  if (opening.kind !== 'slot' && !(opening.kind === 'notch' && opening.top !== 'round')) return null;
  const guard = opening.kind === 'slot' ? opening.guard : undefined;
  const { width } = slotWidth({
    target: wanted / entrance.count,
    height: opening.height,
    bars: guard ? (guard.count ?? 1) : 0,
    barDiameter: guard?.diameter ?? 0,
  });
  const narrower = width < opening.width;
  const block = opening.width - width - BLOCK_CLEARANCE;
  if (narrower && block <= 0) return null;
  return {
    kind: narrower ? 'reducer-block' : 'widen-slot',
    id: entrance.id,
    amount: narrower ? block : width,
    result: others + wanted,
    design: withEntrance(design, entrance.id, { opening: { ...opening, width } }),
  };
}

function holeOptions({ design, entrance, wanted, others, system }: DoorAim): (FitOption | null)[] {
  const { opening } = entrance;
  if (opening.kind !== 'hole' && !(opening.kind === 'disc' && opening.position === 'open')) return [];
  const bars = opening.guard ? (opening.guard.count ?? 1) : 0;
  const barDiameter = opening.guard?.diameter ?? 0;
  const sizes = system === 'metric' ? 'metric' : 'inch';
  const saw = holeForArea({ target: wanted, holes: entrance.count, bars, barDiameter, sizes });
  const options: (FitOption | null)[] = [];
  if (saw.nearest !== opening.diameter) {
    options.push({
      kind: 'hole-saw',
      id: entrance.id,
      amount: saw.nearest,
      result: others + saw.area,
      design: withEntrance(design, entrance.id, { opening: { ...opening, diameter: saw.nearest } }),
    });
  }
  if (bars === 0) {
    const many = holesForArea({ target: wanted, diameter: opening.diameter });
    if (many.count !== entrance.count) {
      options.push({
        kind: 'drill-holes',
        id: entrance.id,
        amount: many.count,
        result: others + many.area,
        design: withEntrance(design, entrance.id, { count: many.count }),
      });
    }
  }
  return options;
}

/** m2 of the doors alone: a gap that bees use besides them is closed, not made up for by a smaller door. */
function doorArea(design: Design): number {
  return entrance({ openings: design.entrances.map(({ opening, count }) => ({ ...opening, count })) }).area;
}

/** The widest entrance is the one a keeper changes. */
function doorOptions(design: Design, readings: DesignReadings, area: number, system: UnitSystem): FitOption[] {
  if (Math.abs(area - DOOR_BAND.best) < AREA_ENOUGH) return [];
  const widest = readings.entrances.reduce<(typeof readings.entrances)[number] | undefined>(
    (best, one) => (one.total > 0 && one.total > (best?.total ?? 0) ? one : best),
    undefined,
  );
  const door = design.entrances.find(({ id }) => id === widest?.id);
  if (!widest || !door || door.count === 0) return [];
  const others = Math.max(0, area - widest.total);
  const wanted = DOOR_BAND.best - others;
  if (wanted <= 0) return [];
  const aim = { design, entrance: door, wanted, others, system };
  try {
    return [slotOption(aim), ...holeOptions(aim)].filter((option) => option !== null);
  } catch (error) {
    if (error instanceof DomainError && error.code === 'NO_SOLUTION') return [];
    throw error;
  }
}

/** What a design asks to be looked at, by what and where. */
function looks(design: Design, readings: DesignReadings): ReadonlySet<string> {
  const asked = designChecks(design, readings).filter(({ level }) => level === 'look');
  return new Set(asked.map(({ code, id }) => `${code} ${id ?? ''}`));
}

/**
 * Ways to the target for a design without problems; only those that can be built, that reach what they say, and that give
 * the checks nothing new to look at.
 * `newId` names a section that has to be added.
 */
export function fitOptions(input: {
  readonly design: Design;
  readonly system: UnitSystem;
  readonly newId: string;
}): readonly FitOption[] {
  const { design, system, newId } = input;
  const readings = designReadings(design);
  const area = doorArea(design);
  const nearer = (option: FitOption): boolean =>
    Math.abs(option.result - DOOR_BAND.best) < Math.abs(area - DOOR_BAND.best);
  const doors = doorOptions(design, readings, area, system).filter(nearer);
  const volumes = volumeOptions(design, readings, newId);
  const before = looks(design, readings);
  const stands = (option: FitOption): boolean => {
    if (designProblems(option.design).length > 0) return false;
    const then = designReadings(option.design);
    if (volumes.includes(option) && Math.abs(then.room.gross - option.result) > RESULT_SLACK) return false;
    return [...looks(option.design, then)].every((look) => before.has(look));
  };
  return [...volumes, ...doors].filter(stands);
}
