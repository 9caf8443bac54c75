import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';

/** What the keeper calls a part. */
@Component({
  selector: 'yw-name-line',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<label class="line">
    <span>Name</span>
    <input
      #box
      type="text"
      [maxLength]="most()"
      [value]="value()"
      (input)="typed.emit(box.value)"
      (blur)="left.emit()"
    />
  </label>`,
  styleUrl: './part-line.scss',
})
export class NameLine {
  readonly value = input.required<string>();
  readonly most = input(60);
  readonly typed = output<string>();
  readonly left = output();
}
