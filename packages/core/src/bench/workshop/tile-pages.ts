/**
 * Pages that a template of true size is printed on, glued together with an overlap.
 *
 * Formula: along each side one page where it fits, else (size - overlap) over (usable - overlap), rounded up.
 * Source: geometry; the paper sizes of ISO 216 and their inch neighbours.
 */
import { Fields, geometryError, NON_NEGATIVE, POSITIVE } from '../../shared/errors/index.js';
import { METRES_PER_INCH } from '../../shared/units/index.js';

/** m, upright. */
export const PAPERS = {
  A4: { width: 0.21, height: 0.297 },
  A3: { width: 0.297, height: 0.42 },
  letter: { width: 8.5 * METRES_PER_INCH, height: 11 * METRES_PER_INCH },
  tabloid: { width: 11 * METRES_PER_INCH, height: 17 * METRES_PER_INCH },
} as const;
export type Paper = keyof typeof PAPERS;
const NAMES = Object.keys(PAPERS) as Paper[];
const MARGIN = 0.01;
const FITS = 1e-9;

export interface Tiling {
  readonly orientation: 'portrait' | 'landscape';
  readonly columns: number;
  readonly rows: number;
  readonly pages: number;
}

function along(size: number, usable: number, overlap: number): number {
  return size <= usable + FITS ? 1 : Math.ceil((size - overlap) / (usable - overlap) - FITS);
}

/** Sizes in m. @throws DomainError `TYPE`, `RANGE`, `ENUM`; `GEOMETRY` where margins and overlap leave nothing of a page. */
export function tilePages(i: {
  readonly width: number;
  readonly height: number;
  readonly page?: Paper;
  readonly margin?: number;
  readonly overlap?: number;
}): Tiling {
  const given = new Fields(i, '', 'strict');
  const [width, height] = [given.number('width', POSITIVE), given.number('height', POSITIVE)];
  const paper = PAPERS[given.wordOr('page', 'A4', NAMES)];
  const margin = given.numberOr('margin', MARGIN, NON_NEGATIVE);
  const overlap = given.numberOr('overlap', MARGIN, NON_NEGATIVE);
  const [short, long] = [paper.width - 2 * margin, paper.height - 2 * margin];
  if (short <= overlap || long <= overlap) {
    throw geometryError('margin', 'page', 'margin and overlap leave nothing of the page');
  }
  const tiled = (orientation: Tiling['orientation'], across: number, up: number): Tiling => {
    const [columns, rows] = [along(width, across, overlap), along(height, up, overlap)];
    return { orientation, columns, rows, pages: columns * rows };
  };
  const upright = tiled('portrait', short, long);
  const lying = tiled('landscape', long, short);
  return lying.pages < upright.pages ? lying : upright;
}
