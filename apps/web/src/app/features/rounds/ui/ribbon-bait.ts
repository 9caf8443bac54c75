import type { RibbonBait, RibbonStay } from '@yewridge/contract/rounds';
import { addDays, type IsoDate } from '@yewridge/core/season';
import { lureAt } from '../data/lure-left';
import type { Sheet } from './ribbon-sheet';

/** Below this a hatch would be a grey: then the tone alone says how fresh a lure is. */
const HATCHED_FROM_PX = 1;
/** A tone is drawn in pieces of at least so many px. */
const PIECE_PX = 3;
const EXPECTED = 0.45;

interface Bar {
  readonly y: number;
  readonly height: number;
  /** Where the bar ends, px. */
  readonly end: number;
}

/** px from one stroke of the hatch to the next, by what is left: close while the lure is fresh, far apart when it fades. */
const spacing = (left: number): number => 2.6 + 11 * (1 - left) ** 1.6;
const tone = (left: number): number => 0.06 + 0.5 * left;

/** The lures of a stay along its bar: each begins dense and fades as it empties, paler where that is still to come. */
export function drawBait(sheet: Sheet, stay: RibbonStay, bar: Bar): void {
  const { pen, ink, picture, view, xAt } = sheet;
  const { dayPx } = picture.scale;
  const tonight = xAt(addDays(picture.today, 1));
  pen.save();
  pen.beginPath();
  pen.rect(
    Math.max(0, xAt(stay.hungOn)),
    bar.y,
    Math.max(0, Math.min(view.width, bar.end) - xAt(stay.hungOn)),
    bar.height,
  );
  pen.clip();
  pen.fillStyle = ink.yew;
  pen.strokeStyle = ink.yew;
  pen.lineWidth = 1;
  stay.baits.forEach((bait, n) => {
    const from = xAt(bait.from);
    const to = Math.min(bar.end, xAt(endOf(bait, stay.baits[n + 1])));
    if (to < 0 || from > view.width || to <= from) return;
    const left = (x: number): number => lureAt(bait, Math.max(0, (x - from) / dayPx));
    const strength = (x: number): number => (x < tonight ? 1 : EXPECTED);
    const piece = Math.max(dayPx, PIECE_PX);
    for (let x = from; x < to; x += piece) {
      if (x + piece < 0 || x > view.width) continue;
      pen.globalAlpha = strength(x) * tone(left(x)) * 0.6;
      pen.fillRect(x, bar.y, Math.min(piece, to - x), bar.height);
    }
    if (dayPx < HATCHED_FROM_PX) return;
    for (const [a, b, alpha] of [
      [from, Math.min(to, tonight), 1],
      [Math.max(from, tonight), to, EXPECTED],
    ] as const) {
      if (b <= a) continue;
      pen.globalAlpha = alpha * 0.8;
      pen.beginPath();
      for (let x = a; x < b; x += spacing(left(x))) {
        if (x < -bar.height || x > view.width) continue;
        pen.moveTo(x, bar.y + bar.height);
        pen.lineTo(x + bar.height, bar.y);
      }
      pen.stroke();
    }
  });
  pen.restore();
}

/** A lure goes on until it is taken out, the next one goes in, or nobody knows how fresh it is. */
function endOf({ from, to, left }: RibbonBait, next: RibbonBait | undefined): IsoDate {
  const known = addDays(from, left.length);
  return [to ?? known, next?.from ?? known, known].sort()[0] ?? known;
}
