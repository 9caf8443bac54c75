import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import { RouterLink } from '@angular/router';
import { boardsLink } from '../../../shared/routes/paths';
import { PRICE } from '../../../shared/money/price-line';
import { SizeField } from '../../../shared/units/size-field';
import { moneySaid, moneyText } from '../../../shared/money/currency-choice';
import type { Bill } from '../data/bill';

/** What to buy: whole boards and sheets, what comes from Stores, and what else a trap needs; a price that is missing is asked for. */
@Component({
  selector: 'yw-buy-list',
  imports: [SizeField, RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="head">
      <h2>What to buy</h2>
      <a [routerLink]="prices">Prices</a>
    </div>
    <ul>
      @for (line of bill().boards; track line.id) {
        <li>
          <strong>{{ line.count }}</strong>
          <span
            >{{ line.name }} <small>{{ line.note }}</small></span
          >
          <span class="cost">{{ line.cost === null ? 'no price' : money(line.cost) }}</span>
        </li>
      }
      @for (line of bill().others; track line.id) {
        <li>
          <strong>{{ line.count }}</strong>
          <span
            >{{ line.name }} <small>{{ line.note }}</small></span
          >
          @if (line.cost !== null) {
            <span class="cost">{{ money(line.cost) }}</span>
          } @else {
            <yw-size-field
              bare
              whenLeft
              optional
              [label]="'Price of one ' + line.name"
              kind="number"
              [value]="null"
              [range]="range"
              (changed)="priced.emit({ name: line.name, price: $event })"
            />
          }
        </li>
      }
    </ul>
    <p class="total">
      <strong>the batch</strong>
      <strong class="cost">{{ said(bill().total) }}</strong>
    </p>
    @if (bill().fromStores > 0) {
      <p class="of">of which {{ said(bill().fromStores) }} {{ cut() ? 'came from' : 'lies in' }} Stores</p>
    }
    @if (bill().unpriced > 0) {
      <p class="of">
        {{ bill().unpriced === 1 ? '1 price is' : bill().unpriced + ' prices are' }} missing: the sum is without
        {{ bill().unpriced === 1 ? 'it' : 'them' }}.
      </p>
    }
  `,
  styles: `
    .head,
    .total {
      display: flex;
      align-items: baseline;
      justify-content: space-between;
    }
    h2 {
      font-size: 16px;
    }
    ul {
      margin: 6px 0 0;
      padding: 0;
      list-style: none;
    }
    li {
      display: grid;
      grid-template-columns: 26px minmax(0, 1fr) auto;
      gap: 4px;
      align-items: baseline;
      padding: 3px 0;
    }
    small,
    .of {
      color: var(--ink-2);
      font-size: var(--t-xs);
    }
    yw-size-field {
      width: 124px;
    }
    @media (max-width: 720px) {
      yw-size-field {
        width: 170px;
      }
    }
    .cost {
      text-align: right;
    }
    .total {
      margin: 4px 0 0;
      padding-top: 5px;
      border-top: 1.5px solid var(--ink);
    }
    .of {
      margin: 2px 0 0;
    }
    strong {
      font-weight: 600;
    }
  `,
})
export class BuyList {
  readonly bill = input.required<Bill>();
  readonly currency = input.required<string>();
  /** Sawn already. */
  readonly cut = input(false);
  readonly priced = output<{ readonly name: string; readonly price: number }>();

  protected readonly prices = boardsLink();
  protected readonly range = PRICE;
  protected readonly money = moneyText;
  protected said(sum: number): string {
    return moneySaid(sum, this.currency());
  }
}
