import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import { DESIGN_LIMITS } from '@yewridge/core/bench';

/** What the keeper calls a section or a door. */
@Component({
  selector: 'yw-name-line',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<label class="line">
    <span>Name</span>
    <input #box type="text" [maxLength]="most" [value]="value()" (input)="typed.emit(box.value)" (blur)="left.emit()" />
  </label>`,
  styleUrl: './part-line.scss',
})
export class NameLine {
  readonly value = input.required<string>();
  readonly typed = output<string>();
  readonly left = output();

  protected readonly most = DESIGN_LIMITS.labelLength;
}
