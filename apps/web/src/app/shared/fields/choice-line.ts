import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { optionsOf, PickList } from './pick';
import { Segments } from './segments';

/** One choice of a part: a list to open, or two or three words side by side. */
@Component({
  selector: 'yw-choice-line',
  imports: [PickList, Segments],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<div class="line">
    <span aria-hidden="true">{{ label() }}</span>
    @if (sideBySide()) {
      <yw-segments [label]="label()" [options]="options()" [value]="value()" (chosen)="chosen.emit($event)" />
    } @else {
      <yw-pick
        [label]="label()"
        [options]="options()"
        [value]="value()"
        [unsaid]="unsaid()"
        (chosen)="chosen.emit($event)"
      />
    }
  </div>`,
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

  protected readonly options = computed(() => optionsOf(this.names()));
}
