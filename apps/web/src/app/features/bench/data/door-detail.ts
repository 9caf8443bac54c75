import { type DesignEntrance, guardOf, isRound } from '@yewridge/core/bench';
import { convert } from '@yewridge/core/shared/units';
import { decimalText } from '../../../shared/units/format';
import type { Place } from '../../../shared/drawing/drawing-layout';

const SCALES = [1, 1.5, 2, 2.5, 3, 4, 5, 8, 10];
const NOMINAL_PIXELS_PER_METRE = convert({ value: 1, from: 'm', to: 'in' }) * 96;

export interface DoorDetail {
  readonly opening: string;
  readonly bars: readonly string[];
  readonly scale: string;
  readonly size: string;
  readonly gaps: readonly { readonly x: number; readonly y: number; readonly text: string }[];
  readonly gapLine: string;
  readonly nails: string | null;
}

/** The largest joiner's scale that fits, true size if it can be. */
function scaleOf(fit: number, checked: number | null): { readonly k: number; readonly words: string } {
  const full = checked ?? NOMINAL_PIXELS_PER_METRE;
  const scale = SCALES.find((one) => full / one <= fit) ?? full / fit;
  const about = checked === null ? 'about ' : '';
  return { k: full / scale, words: about + (scale === 1 ? 'true size' : `1 : ${decimalText(scale, 1, true)}`) };
}

/**
 * One opening of an entrance drawn large, with its nails and the gaps between them; at true size where it fits. `checked` is
 * how many pixels a metre takes on this screen, once it was held against a card.
 */
export function doorDetail(
  entrance: DesignEntrance,
  place: Place,
  format: (metres: number) => string,
  checked: number | null = null,
): DoorDetail {
  const { opening } = entrance;
  const round = isRound(opening);
  const [wide, high] = isRound(opening) ? [opening.diameter, opening.diameter] : [opening.width, opening.height];
  const fit = Math.min((place.width - 30) / wide, (place.height - 34) / high);
  const { k, words } = scaleOf(fit, checked);
  const cx = place.left + place.width / 2;
  const cy = place.top + place.height / 2;
  const guard = guardOf(opening);
  const count = guard ? (guard.count ?? 1) : 0;
  const bar = guard?.diameter ?? 0;
  const gap = (wide - count * bar) / (count + 1);
  const left = (n: number): number => cx + (-wide / 2 + gap * (n + 1) + bar * n) * k;
  const reach = (high / 2) * k + (round ? 6 : 4);
  const half = { x: (wide / 2) * k, y: (high / 2) * k };
  const gapY = cy + half.y * (round ? 0.35 : 0) + 4;
  const path = round
    ? `M${cx - half.x} ${cy}a${half.x} ${half.x} 0 1 0 ${2 * half.x} 0a${half.x} ${half.x} 0 1 0 ${-2 * half.x} 0z`
    : `M${cx - half.x} ${cy - half.y}h${2 * half.x}v${2 * half.y}h${-2 * half.x}z`;
  return {
    opening: path,
    bars: Array.from({ length: count }, (_, n) => `M${left(n)} ${cy - reach}h${bar * k}v${2 * reach}h${-bar * k}z`),
    scale: words,
    size: round ? `Ø${format(wide)}` : `${format(wide)} × ${format(high)}`,
    gaps:
      count > 0 && gap * k > 30
        ? Array.from({ length: count + 1 }, (_, n) => ({
            x: left(n) - (gap / 2) * k,
            y: gapY - 5,
            text: format(gap),
          }))
        : [],
    gapLine: count > 0 ? `M${cx - half.x * (round ? 0.93 : 1)} ${gapY}H${cx + half.x * (round ? 0.93 : 1)}` : '',
    nails: count > 0 ? `${count} nail${count === 1 ? '' : 's'} ${format(bar)}` : null,
  };
}
