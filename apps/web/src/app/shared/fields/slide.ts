import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import { MatSliderModule } from '@angular/material/slider';

/** A value between two ends, pulled; what it is stands over it. */
@Component({
  selector: 'yw-slide',
  imports: [MatSliderModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<mat-slider [min]="min()" [max]="max()" [step]="step()">
    <input
      #thumb
      matSliderThumb
      [attr.aria-label]="label()"
      [value]="value()"
      (input)="said.emit(thumb.valueAsNumber)"
      (change)="left.emit()"
      (keydown)="pressed.emit($event)"
    />
  </mat-slider>`,
  styles: `
    :host {
      display: block;
    }
    mat-slider {
      width: calc(100% - 16px);
    }
  `,
})
export class Slide {
  readonly label = input.required<string>();
  readonly value = input.required<number>();
  readonly min = input(0);
  readonly max = input(1);
  readonly step = input(0.05);
  /** At every move. */
  readonly said = output<number>();
  /** The hand has let go. */
  readonly left = output();
  readonly pressed = output<KeyboardEvent>();
}
