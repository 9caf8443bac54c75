import { booleanAttribute, ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import { SizeField } from '../units/size-field';

/** Above nought: what costs nothing has no price. */
export const PRICE = { min: 0, above: true, max: 1e6 } as const;

/** One thing and its price, which is said when the box is left. */
@Component({
  selector: 'yw-price-line',
  imports: [SizeField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <span
      >{{ name() }} <small>{{ note() }}</small></span
    >
    <yw-size-field
      bare
      whenLeft
      kind="number"
      [optional]="clearable() || value() === null"
      [label]="'Price of one ' + name()"
      [value]="value()"
      [range]="range"
      [keptOf]="keptOf()"
      (changed)="priced.emit($event)"
      (cleared)="priced.emit(null)"
    />
  `,
  styles: `
    :host {
      display: grid;
      grid-template-columns: minmax(0, 1fr) 132px;
      gap: var(--s3);
      align-items: center;
      padding: 4px 0;
      border-top: 1px solid var(--rule);
    }
    @media (max-width: 720px) {
      :host {
        grid-template-columns: minmax(0, 1fr) 190px;
      }
    }
    small {
      color: var(--ink-2);
    }
  `,
})
export class PriceLine {
  readonly name = input.required<string>();
  readonly note = input('');
  readonly value = input.required<number | null>();
  readonly keptOf = input<unknown>();
  /** The price may be taken back. */
  readonly clearable = input(false, { transform: booleanAttribute });
  readonly priced = output<number | null>();
  protected readonly range = PRICE;
}
