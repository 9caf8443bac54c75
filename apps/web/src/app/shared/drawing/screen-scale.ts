import { Injectable, signal } from '@angular/core';
import { readText, writeChoice } from '../kept/kept-choice';

/** Each screen that this device is used with is remembered by its size. */
const key = (): string => `yewridge.screen-scale.${window.screen.width}x${window.screen.height}`;
/** What CSS promises: 96 pixels an inch. Few screens keep it. */
const NOMINAL_PIXELS_PER_METRE = 96 / 0.0254;
const SAME_ZOOM = 0.01;

interface Calibration {
  readonly pixelsPerMetre: number;
  /** Device pixels a CSS pixel when it was checked: zooming the browser changes it. */
  readonly ratio: number;
}

function kept(): Calibration | null {
  const [pixels, ratio] = (readText(key(), 60) ?? '').split(' ').map(Number);
  return pixels && ratio && pixels > 500 && pixels < 40_000 ? { pixelsPerMetre: pixels, ratio } : null;
}

/** How many CSS pixels a metre takes on this screen, as checked against a card or a ruler; remembered on this device. */
@Injectable({ providedIn: 'root' })
export class ScreenScale {
  readonly #calibration = signal(kept());
  readonly calibration = this.#calibration.asReadonly();

  pixelsPerMetre(): number {
    return this.#calibration()?.pixelsPerMetre ?? NOMINAL_PIXELS_PER_METRE;
  }

  keep(pixelsPerMetre: number): void {
    const calibration = { pixelsPerMetre, ratio: window.devicePixelRatio };
    this.#calibration.set(calibration);
    writeChoice(key(), `${calibration.pixelsPerMetre} ${calibration.ratio}`);
  }

  /** Whether the page is shown larger or smaller than when the screen was checked. */
  zoomed(): boolean {
    const checked = this.#calibration();
    const pinched = Math.abs((window.visualViewport?.scale ?? 1) - 1) > SAME_ZOOM;
    return pinched || (checked !== null && Math.abs(window.devicePixelRatio / checked.ratio - 1) > SAME_ZOOM);
  }
}
