import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { YearRow } from '@yewridge/core/evidence';
import { decimalText } from '../../../shared/units/format';
import { count } from '../data/evidence-words';
import { RateRange, rateScale } from './rate-range';

/** Every season's catches over its days at risk. */
@Component({
  selector: 'yw-year-list',
  imports: [RateRange],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<ul aria-label="Season by season">
    @for (one of rows(); track one.season) {
      <li>
        <strong>{{ one.season }}</strong>
        <span>{{ one.tally }}</span>
        <yw-rate-range aria-hidden="true" [rate]="one.rate" [scale]="scale()" [none]="one.events === 0" />
        <strong>{{ one.per100 }}</strong>
      </li>
    }
  </ul>`,
  styles: `
    ul {
      margin: 0;
      padding: 0 12px 8px;
      list-style: none;
    }
    li {
      display: grid;
      grid-template-columns: 44px 74px minmax(0, 1fr) 34px;
      align-items: center;
      font-size: var(--t-s);
      font-variant-numeric: tabular-nums;
    }
    span {
      color: var(--ink-2);
    }
    strong:last-child {
      text-align: right;
    }
  `,
})
export class YearList {
  readonly years = input.required<readonly YearRow[]>();
  protected readonly scale = computed(() => rateScale(this.years().map(({ rate }) => rate)));
  protected readonly rows = computed(() =>
    this.years().map((year) => ({
      ...year,
      tally: `${count(year.events)} in ${count(year.days)}`,
      per100: decimalText(year.rate.per100, 1),
    })),
  );
}
