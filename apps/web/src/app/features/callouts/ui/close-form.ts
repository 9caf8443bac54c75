import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import type { Fields } from '@yewridge/contract/season';
import { Segments } from '../../../shared/fields/segments';
import { optionsOf } from '../../../shared/fields/pick';
import { LEFT_SAID, QUEEN_SAID } from '../data/work-words';

/** What is said as the boxes are shut: the queen in words, and how many stayed behind. */
@Component({
  selector: 'yw-close-form',
  imports: [Segments],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <p>The queen was</p>
    <yw-segments label="The queen was" [options]="queens" [value]="queen()" (chosen)="sayQueen($event)" />
    <p>Left behind</p>
    <yw-segments label="Left behind" [options]="lefts" [value]="left()" (chosen)="sayLeft($event)" />
  `,
  styles: `
    p {
      margin: var(--s2) 0 4px;
      color: var(--ink-2);
    }
  `,
})
export class CloseForm {
  readonly taken = input.required<Fields<'collections'> | null>();
  readonly said = output<Partial<Fields<'collections'>>>();
  protected readonly queens = optionsOf(QUEEN_SAID);
  protected readonly lefts = optionsOf(LEFT_SAID);
  protected readonly queen = computed(() => this.taken()?.queen ?? null);
  protected readonly left = computed(() => this.taken()?.leftBehind ?? null);

  protected sayQueen(queen: string): void {
    this.said.emit({ queen: queen as Fields<'collections'>['queen'] });
  }
  protected sayLeft(left: string): void {
    this.said.emit({ leftBehind: left as Fields<'collections'>['leftBehind'] });
  }
}
