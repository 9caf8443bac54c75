import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { PriceLine } from '../../../shared/money/price-line';
import {
  catchCostSaid,
  type Prices,
  SEASON_PRICES,
  type SeasonPrice,
  type SeasonSoFar,
  TRAP_LASTS,
} from '../data/catch-spent';

/** What a catch costs so far: traps, lures and trips of the season against a colony that is bought. */
@Component({
  selector: 'yw-catch-cost',
  imports: [PriceLine],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <p role="status">{{ says() }}</p>
    <ul>
      @for (row of rows(); track row.id) {
        <li>
          <yw-price-line
            [name]="row.name"
            [note]="row.note"
            [value]="row.value"
            (priced)="priced.emit({ name: row.name, price: $event })"
          />
        </li>
      }
    </ul>
  `,
  styles: `
    p {
      margin: 4px 0;
    }
    ul {
      margin: 0;
      padding: 0;
      list-style: none;
    }
  `,
})
export class CatchCostPanel {
  readonly season = input.required<SeasonSoFar>();
  readonly prices = input.required<Prices>();
  readonly currency = input.required<string>();
  readonly priced = output<{ readonly name: string; readonly price: number | null }>();

  protected readonly says = computed(() => catchCostSaid(this.season(), this.prices(), this.currency()));
  protected readonly rows = computed(() => {
    const { traps, trips } = this.season();
    const notes: Readonly<Record<SeasonPrice, string>> = {
      trap: `${traps} hung; spread over ${TRAP_LASTS} seasons (rule of thumb)`,
      lure: `${traps} traps`,
      trip: `${trips} days out`,
      colony: '',
    };
    return (Object.keys(SEASON_PRICES) as SeasonPrice[]).map((id) => ({
      id,
      name: SEASON_PRICES[id],
      note: notes[id],
      value: this.prices()[id],
    }));
  });
}
