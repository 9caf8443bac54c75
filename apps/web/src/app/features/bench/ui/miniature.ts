import { ChangeDetectionStrategy, Component, input } from '@angular/core';
import type { PlacedView } from '../../../shared/drawing/drawing-layout';
import { ViewParts } from '../../../shared/drawing/view-parts';

/** Room of a miniature, px. */
export const MINIATURE = { width: 250, height: 96 } as const;

/** A design in small, without its sizes. The words beside it say what it is. */
@Component({
  selector: 'yw-miniature',
  imports: [ViewParts],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<svg
    [attr.viewBox]="'0 0 ' + width() + ' ' + height"
    [attr.width]="width()"
    [attr.height]="height"
    aria-hidden="true"
  >
    @if (ground()) {
      <path class="ground" [attr.d]="'M8 ' + (height - 8) + 'H' + (width() - 8)" />
    }
    @for (view of views(); track view.name) {
      <g ywViewParts [parts]="view.parts"></g>
    }
  </svg>`,
  styles: `
    :host {
      display: block;
    }
    svg {
      --pen: 0.7;

      display: block;
      max-width: 100%;
      margin: 0 auto;
    }
    .ground {
      fill: none;
      stroke: var(--rule-2);
    }
  `,
})
export class Miniature {
  readonly views = input.required<readonly PlacedView[]>();
  readonly width = input<number>(MINIATURE.width);
  /** Whether it stands on a line. */
  readonly ground = input(false);
  protected readonly height = MINIATURE.height;
}
