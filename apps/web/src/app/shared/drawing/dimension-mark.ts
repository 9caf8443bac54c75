import { ChangeDetectionStrategy, Component, input } from '@angular/core';
import type { PlacedDimension } from './drawing-layout';

/** One size on a drawing: its line, its two ticks and its figure. The chosen one stands out. */
@Component({
  // An SVG group: there is no element of our own inside a drawing.
  // eslint-disable-next-line @angular-eslint/component-selector
  selector: 'svg:g[ywDimensionMark]',
  changeDetection: ChangeDetectionStrategy.OnPush,
  host: { '[class.chosen]': 'chosen()' },
  template: `
    <svg:path [attr.d]="dimension().lines" />
    <svg:path class="tick" [attr.d]="dimension().ticks" />
    <svg:text
      [attr.x]="dimension().x"
      [attr.y]="dimension().y"
      [attr.text-anchor]="dimension().anchor"
      [attr.transform]="dimension().upright ? 'rotate(-90 ' + dimension().x + ' ' + dimension().y + ')' : null"
    >
      {{ dimension().text }}
    </svg:text>
  `,
  styles: `
    path {
      fill: none;
      stroke: var(--ink);
      stroke-width: 0.75;
    }
    .tick {
      stroke-width: 1.5;
    }
    text {
      fill: var(--ink);
      stroke: var(--sheet);
      stroke-width: 4px;
      stroke-linejoin: round;
      paint-order: stroke;
      font: 400 12px var(--text);
      font-feature-settings: 'lnum' 1;
    }
    :host(.chosen) path {
      stroke: var(--yew);
      stroke-width: 1.6;
    }
    :host(.chosen) text {
      fill: var(--yew);
      font-weight: 600;
    }
  `,
})
export class DimensionMark {
  readonly dimension = input.required<PlacedDimension>();
  readonly chosen = input(false);
}
