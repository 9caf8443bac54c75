import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import type { DesignDrawing, PartRef } from '@yewridge/core/bench';
import type { UnitSystem } from '@yewridge/core/shared/units';
import { figureOf } from '../units/format';
import { DimensionMark } from './dimension-mark';
import { layoutDrawing } from './drawing-layout';
import { ViewParts } from './view-parts';

const NARROW_BELOW = 420;

/** Front and side of a box with its sizes, to be looked at: what is being taped stands out, and can be pointed at. */
@Component({
  selector: 'yw-dimensioned-views',
  imports: [DimensionMark, ViewParts],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<svg
    role="img"
    [attr.aria-label]="label()"
    [attr.width]="width()"
    [attr.height]="height()"
    [attr.viewBox]="'0 0 ' + width() + ' ' + height()"
  >
    @for (view of views(); track view.name) {
      <g ywViewParts [parts]="view.parts" [chosen]="chosen()" (picked)="picked.emit($event)"></g>
      @for (dimension of view.dimensions; track $index) {
        <g ywDimensionMark [dimension]="dimension" [chosen]="chosen() !== null && dimension.ref?.id === chosen()"></g>
      }
    }
  </svg>`,
  styles: `
    :host,
    svg {
      display: block;
    }
    svg {
      overflow: visible;
    }
  `,
})
export class DimensionedViews {
  readonly drawing = input.required<DesignDrawing>();
  readonly label = input.required<string>();
  readonly system = input.required<UnitSystem>();
  readonly width = input.required<number>();
  readonly height = input.required<number>();
  /** Id of the section or door that is being taped. */
  readonly chosen = input<string | null>(null);
  readonly picked = output<PartRef>();

  protected readonly views = computed(
    () =>
      layoutDrawing({
        drawing: this.drawing(),
        place: { left: 4, top: 4, width: this.width() - 8, height: this.height() - 8 },
        narrow: this.width() < NARROW_BELOW,
        format: (metres) => figureOf(metres, 'length', this.system()).text,
      }).views,
  );
}
