import type { RibbonLine } from './ribbon-rows';

/** Lines of the sheet that are near the eye, and how far from its top they begin. */
export interface LinesNear {
  readonly from: number;
  readonly offset: number;
  readonly lines: readonly RibbonLine[];
}

/** Lines beyond this, in px over and under what is seen, are not put into the page: a club has 400. */
export const NEAR_PX = 400;

/** The lines between `top - NEAR_PX` and `top + height + NEAR_PX`, whole ones. */
export function linesNear(lines: readonly RibbonLine[], top: number, height: number): LinesNear {
  let [from, offset, below] = [0, 0, 0];
  let to = lines.length;
  for (const [n, line] of lines.entries()) {
    const above = below;
    below += line.height;
    if (below <= top - NEAR_PX) [from, offset] = [n + 1, below];
    if (above >= top + height + NEAR_PX) {
      to = n;
      break;
    }
  }
  return { from, offset, lines: lines.slice(from, to) };
}
