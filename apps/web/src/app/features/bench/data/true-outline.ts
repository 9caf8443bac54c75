import { type DoorShape, guardOf, isRound } from '@yewridge/core/bench';

export interface TrueOutline {
  readonly width: number;
  readonly height: number;
  /** Paths about the middle of the opening, in pixels. */
  readonly opening: string;
  readonly bars: readonly string[];
  /** Slots of an excluder, or nothing open at all. */
  readonly closed: boolean;
}

const round = (value: number): number => Math.round(value * 100) / 100;

function box(left: number, top: number, width: number, height: number): string {
  return `M${round(left)} ${round(top)}h${round(width)}v${round(height)}h${round(-width)}z`;
}

function circle(diameter: number): string {
  const r = round(diameter / 2);
  return `M${-r} 0a${r} ${r} 0 1 0 ${2 * r} 0a${r} ${r} 0 1 0 ${-2 * r} 0z`;
}

/** Upright bars evenly over a span, as tall as the opening. */
function bars(span: number, height: number, count: number, diameter: number, k: number): string[] {
  const gap = (span - count * diameter) / (count + 1);
  return Array.from({ length: count }, (_, n) => {
    const left = -span / 2 + gap * (n + 1) + diameter * n;
    return box(left * k, (-height / 2) * k, diameter * k, height * k);
  });
}

/** An opening at `k` pixels a metre. */
export function trueOutline(opening: DoorShape, k: number): TrueOutline {
  const guard = guardOf(opening);
  const count = guard ? (guard.count ?? 1) : 0;
  if (isRound(opening)) {
    const { diameter } = opening;
    const size = { width: diameter * k, height: diameter * k, opening: circle(diameter * k) };
    if (opening.kind === 'disc' && opening.position !== 'open') {
      const { slots = 0, slotWidth = 0, slotLength = 0 } = opening;
      const shown = opening.position === 'excluder' ? bars(diameter * 0.8, slotLength, slots, slotWidth, k) : [];
      return { ...size, bars: shown, closed: true };
    }
    return { ...size, bars: bars(diameter, diameter, count, guard?.diameter ?? 0, k), closed: false };
  }
  const { width, height } = opening;
  const [w, h] = [width * k, height * k];
  const arch = opening.kind === 'notch' && opening.top === 'round';
  const path = arch
    ? `M${round(-w / 2)} ${round(h / 2)}V${round(w / 2 - h / 2)}a${round(w / 2)} ${round(w / 2)} 0 0 1 ${round(w)} 0V${round(h / 2)}z`
    : box(-w / 2, -h / 2, w, h);
  return {
    width: w,
    height: h,
    opening: path,
    bars: bars(width, height, count, guard?.diameter ?? 0, k),
    closed: false,
  };
}
