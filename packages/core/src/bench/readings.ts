/**
 * All readings of a design at once: what it holds and which door it has.
 *
 * Composes `cavity`, `volumeUncertainty` and `entrance`; the screen shows these and nothing it computed itself.
 */
import { cavity, type Cavity, type Content, type Section } from './cavity.js';
import { frameSpec } from './frames.js';
import { type Design, drawnHeight, faceWidth, frontWall, insideSection, placeSections } from './design.js';
import { lyingBars } from './lying-bars.js';
import { type JointReading, sectionJoints } from './section-joints.js';
import { designProblems, type DesignProblem } from './design-problems.js';
import { entrance, type Entrance, openingArea, type OpeningArea } from './entrance.js';
import { geometryOf, type Shape } from './section-geometry.js';
import { volumeUncertainty, type VolumeUncertainty } from './volume-uncertainty.js';

export interface SectionReading {
  readonly id: string;
  readonly inside: Shape;
  /** m3 gross of this section. */
  readonly volume: number;
}
export interface EntranceReading extends OpeningArea {
  readonly id: string;
  /** m2 of all openings of this entrance. */
  readonly total: number;
}
/** Something the keeper should know although the design can be computed. */
export interface DesignNotice {
  readonly code: 'frames-hang-past-floor' | 'bars-past-rim';
  readonly sectionId: string;
  /** m too long. */
  readonly by: number;
}

export interface DesignReadings {
  readonly room: Cavity;
  /** Of the gross volume; the net carries the same, displacement being known far better. */
  readonly unsure: VolumeUncertainty;
  /** Doors and every other opening that bees can pass, open joints among them. */
  readonly door: Entrance;
  readonly sections: readonly SectionReading[];
  readonly entrances: readonly EntranceReading[];
  /** Where sections meet, from the bottom up; those whose rims are known. */
  readonly joints: readonly JointReading[];
  readonly notices: readonly DesignNotice[];
}
/** Less than the tape can tell, in m. */
const HANG_SLACK = 1e-6;

export type Assessment =
  | { readonly ok: true; readonly readings: DesignReadings }
  | { readonly ok: false; readonly problems: readonly DesignProblem[] };

/** How far a frame may hang into a section; one measured by filling has no known height, so it is not held against it. */
function roomBelow(shape: Shape): number {
  return shape.kind === 'measured' ? Infinity : drawnHeight(shape);
}

/** Frames that reach below their section and find less room there than they need. */
function framesPastFloor(design: Design, inside: readonly Section[]): DesignNotice[] {
  const notices: DesignNotice[] = [];
  for (const [n, section] of inside.entries()) {
    const longest = longestFrame(section.contents ?? []);
    const own = design.sections[n];
    const below = inside[n - 1];
    if (!own || longest === 0) continue;
    const by = longest - drawnHeight(section) - (below && below.closedAbove !== true ? roomBelow(below) : 0);
    if (by > HANG_SLACK) notices.push({ code: 'frames-hang-past-floor', sectionId: own.id, by });
  }
  return notices;
}

/** Top bars that reach past the outside of the walls they rest on. */
function barsPastRim(design: Design, inside: readonly Section[]): DesignNotice[] {
  return design.sections.flatMap((section, n): DesignNotice[] => {
    const longest = Math.max(0, ...section.contents.map((one) => (one.kind === 'topBars' ? one.length : 0)));
    const shape = inside[n];
    // In a tube that lies they run across it: `stack-checks` tells whether they fit.
    if (!shape || longest === 0 || shape.kind === 'measured' || lyingBars(shape, section.contents)) return [];
    const by = longest - faceWidth(shape, 'left', 1) - 2 * frontWall(section);
    return by > HANG_SLACK ? [{ code: 'bars-past-rim', sectionId: section.id, by }] : [];
  });
}

function longestFrame(contents: readonly Content[]): number {
  let longest = 0;
  for (const content of contents) {
    if (content.kind !== 'frames' || content.count === 0) continue;
    const frame = frameSpec(content.frame);
    longest = Math.max(longest, frame.height);
  }
  return longest;
}

/** Readings of a design that has no problems. */
export function designReadings(design: Design): DesignReadings {
  const sections = design.sections.map(insideSection);
  const joints = sectionJoints(placeSections(design));
  return {
    room: cavity({ sections }),
    unsure: volumeUncertainty({ sections }),
    door: entrance({
      openings: [
        ...[...design.entrances, ...(design.gaps ?? [])].map(({ opening, count }) => ({ ...opening, count })),
        ...joints.flatMap(({ openings }) => openings),
      ],
    }),
    sections: design.sections.map(({ id }, n) => {
      const inside = sections[n] as Section;
      return { id, inside, volume: geometryOf(inside).volume };
    }),
    entrances: design.entrances.map(({ id, opening, count }) => {
      const one = openingArea(opening);
      return { id, ...one, total: one.area * count };
    }),
    joints,
    notices: [...framesPastFloor(design, sections), ...barsPastRim(design, sections)],
  };
}

/** Readings, or every reason why there are none. */
export function assessDesign(design: Design): Assessment {
  const problems = designProblems(design);
  return problems.length > 0 ? { ok: false, problems } : { ok: true, readings: designReadings(design) };
}
