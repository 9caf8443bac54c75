import type { RibbonBait, RibbonStay } from '@yewridge/contract/rounds';
import { addDays, type IsoDate } from '@yewridge/core/season';
import { lureRuns } from '../data/lure-left';
import type { Sheet } from './ribbon-sheet';

/** Below this a hatch would be a grey: then the tone alone says how fresh a lure is. */
const HATCHED_FROM_PX = 1;
const EXPECTED = 0.45;
const STROKE_PX = 1.1;

interface Bar {
  readonly y: number;
  readonly height: number;
  /** Where the bar ends, px. */
  readonly end: number;
}

const tone = (left: number): number => 0.6 * (0.06 + 0.5 * left);

/** Hatches by their spacing, each drawn once an ink: strokes one by one would cost a club's ribbon its frames. */
export class Hatches {
  readonly #tiles = new Map<number, CanvasPattern | null>();
  #ink = '';

  of(pen: CanvasRenderingContext2D, ink: string, spacing: number): CanvasPattern | null {
    if (this.#ink !== ink) this.#tiles.clear();
    this.#ink = ink;
    const known = this.#tiles.get(spacing);
    if (known !== undefined) return known;
    const tile = document.createElement('canvas');
    tile.width = spacing;
    tile.height = spacing;
    const pattern = this.#drawn(tile.getContext('2d'), spacing) ? pen.createPattern(tile, 'repeat') : null;
    this.#tiles.set(spacing, pattern);
    return pattern;
  }

  #drawn(pen: CanvasRenderingContext2D | null, spacing: number): boolean {
    if (!pen) return false;
    pen.strokeStyle = this.#ink;
    pen.lineWidth = STROKE_PX;
    for (const shift of [-spacing, 0, spacing]) {
      pen.beginPath();
      pen.moveTo(shift, spacing);
      pen.lineTo(shift + spacing, 0);
      pen.stroke();
    }
    return true;
  }
}

/** The lures of a stay along its bar: each begins dense and fades as it empties, paler where that is still to come. */
export function drawBait(sheet: Sheet, stay: RibbonStay, bar: Bar, hatches: Hatches): void {
  const { pen, ink, picture, view, xAt } = sheet;
  const { dayPx } = picture.scale;
  const tonight = xAt(addDays(picture.today, 1));
  stay.baits.forEach((bait, n) => {
    const start = xAt(bait.from);
    const end = Math.min(bar.end, xAt(endOf(bait, stay.baits[n + 1])));
    if (end < 0 || start > view.width) return;
    for (const { fromDay, toDay, left, spacing } of lureRuns(bait)) {
      const [from, to] = [start + fromDay * dayPx, Math.min(end, start + toDay * dayPx)];
      // What is to come is paler: a run that tonight goes through is drawn in two pieces.
      for (const [a, b, strength] of [
        [from, Math.min(to, tonight), 1],
        [Math.max(from, tonight), to, EXPECTED],
      ] as const) {
        const [x, width] = [Math.max(0, a), Math.min(view.width, b) - Math.max(0, a)];
        if (width <= 0) continue;
        pen.globalAlpha = strength * tone(left);
        pen.fillStyle = ink.yew;
        pen.fillRect(x, bar.y, width, bar.height);
        const hatch = dayPx < HATCHED_FROM_PX ? null : hatches.of(pen, ink.yew, spacing);
        if (!hatch) continue;
        // The strokes stand still on their lure while the sheet is scrolled.
        hatch.setTransform(new DOMMatrix().translate(start % spacing, bar.y % spacing));
        pen.globalAlpha = strength * 0.8;
        pen.fillStyle = hatch;
        pen.fillRect(x, bar.y, width, bar.height);
      }
    }
  });
  pen.globalAlpha = 1;
}

/** A lure goes on until it is taken out, the next one goes in, or nobody knows how fresh it is. */
function endOf({ from, to, left }: RibbonBait, next: RibbonBait | undefined): IsoDate {
  const known = addDays(from, left.length);
  return [to ?? known, next?.from ?? known, known].sort()[0] ?? known;
}
