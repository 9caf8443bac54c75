import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { windName } from '../../../shared/season/season-words';

const STEP_DEG = 10;
const EIGHTHS = [0, 45, 90, 135, 180, 225, 270, 315] as const;
const LETTERS = ['N', 'NE', 'E', 'SE', 'S', 'SW', 'W', 'NW'] as const;

/** Where the entrance looks, on a compass: touched, or turned by the arrow keys. */
@Component({
  selector: 'yw-compass',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <svg
      viewBox="-60 -60 120 120"
      role="slider"
      tabindex="0"
      aria-label="Entrance faces"
      aria-valuemin="0"
      aria-valuemax="359"
      [attr.aria-valuenow]="value() ?? 0"
      [attr.aria-valuetext]="words()"
      (click)="touched($event)"
      (keydown)="pressed($event)"
    >
      <circle r="44" />
      @for (one of marks; track one.letter) {
        <path d="M0 -44V-38" [attr.transform]="'rotate(' + one.degrees + ')'" />
        <text [attr.x]="one.x" [attr.y]="one.y" [class.quarter]="one.quarter">{{ one.letter }}</text>
      }
      @if (value() !== null) {
        <g [attr.transform]="'rotate(' + value() + ')'">
          <path class="hand" d="M0 20V-36M-7 -26L0 -37L7 -26" />
        </g>
      }
      <rect class="box" x="-7" y="-7" width="14" height="14" [attr.transform]="'rotate(' + (value() ?? 0) + ')'" />
    </svg>
    <p aria-hidden="true">{{ words() }}</p>
  `,
  styles: `
    :host {
      display: grid;
      justify-items: center;
    }
    svg {
      width: 148px;
      height: 148px;
      fill: none;
      stroke: var(--ink);
      stroke-width: 1;
      cursor: pointer;
    }
    text {
      fill: var(--ink-2);
      stroke: none;
      font-size: 8px;
      text-anchor: middle;
      dominant-baseline: central;
    }
    .quarter {
      fill: var(--ink);
      font-size: 10px;
      font-weight: 600;
    }
    .hand {
      stroke: var(--yew);
      stroke-width: 2.4;
    }
    .box {
      fill: var(--wood);
    }
    p {
      margin: 0;
      color: var(--ink-2);
    }
  `,
})
export class Compass {
  readonly value = input.required<number | null>();
  readonly changed = output<number>();

  protected readonly marks = EIGHTHS.map((degrees, n) => {
    const angle = (degrees * Math.PI) / 180;
    return {
      degrees,
      letter: LETTERS[n] ?? '',
      x: 52 * Math.sin(angle),
      y: -52 * Math.cos(angle),
      quarter: n % 2 === 0,
    };
  });
  protected readonly words = computed(() => {
    const value = this.value();
    return value === null ? 'touch where it faces' : `faces ${value}°, ${windName(value)}`;
  });

  protected touched(event: MouseEvent): void {
    const box = (event.currentTarget as SVGElement).getBoundingClientRect();
    const x = event.clientX - box.left - box.width / 2;
    const y = event.clientY - box.top - box.height / 2;
    const degrees = (Math.atan2(x, -y) * 180) / Math.PI;
    this.changed.emit((Math.round((degrees + 360) / STEP_DEG) * STEP_DEG) % 360);
  }

  protected pressed(event: KeyboardEvent): void {
    const step = { ArrowRight: STEP_DEG, ArrowUp: STEP_DEG, ArrowLeft: -STEP_DEG, ArrowDown: -STEP_DEG }[event.key];
    if (step === undefined) return;
    event.preventDefault();
    this.changed.emit(((this.value() ?? 0) + step + 360) % 360);
  }
}
