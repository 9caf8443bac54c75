import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';

let made = 0;

/** One choice of a part: a list to open, or two or three words side by side. */
@Component({
  selector: 'yw-choice-line',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (sideBySide()) {
      <div class="line" role="radiogroup" [attr.aria-label]="label()">
        <span aria-hidden="true">{{ label() }}</span>
        <div class="choices">
          @for (option of options(); track option.id) {
            <label class="choice">
              <input type="radio" [name]="group" [checked]="option.id === value()" (change)="chosen.emit(option.id)" />
              {{ option.name }}
            </label>
          }
        </div>
      </div>
    } @else {
      <label class="line">
        <span>{{ label() }}</span>
        <select
          #box
          [value]="value() ?? ''"
          (change)="(value() !== null || box.value !== '') && chosen.emit(box.value)"
        >
          @if (value() === null) {
            <option value="" selected>{{ unsaid() }}</option>
          }
          @for (option of options(); track option.id) {
            <option [value]="option.id" [selected]="option.id === value()">{{ option.name }}</option>
          }
        </select>
      </label>
    }
  `,
  styleUrl: './part-line.scss',
})
export class ChoiceLine {
  readonly label = input.required<string>();
  /** `null` = nobody has said: then no word of the list is shown as if it were said. */
  readonly value = input.required<string | null>();
  /** What stands there until somebody says. */
  readonly unsaid = input('not said');
  /** Ids and the words for them. */
  readonly names = input.required<Readonly<Record<string, string>>>();
  readonly sideBySide = input(false);
  readonly chosen = output<string>();

  protected readonly group = `choice-${++made}`;
  protected readonly options = computed(() => Object.entries(this.names()).map(([id, name]) => ({ id, name })));
}
