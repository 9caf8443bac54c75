import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { RouterLink } from '@angular/router';
import type { RecordDto } from '@yewridge/contract/season';
import { map } from 'rxjs/operators';
import { ActOutbox } from '../../../shared/acts/act-outbox';
import { PageHeader } from '../../../shared/layout/page-header';
import { Failed, Waiting } from '../../../shared/layout/states';
import { shelfLink, storesLink, workshopLink } from '../../../shared/routes/paths';
import { binned, changed, made, RecordsApi } from '../../../shared/season/records-api';
import { viewOf } from '../../../shared/season/view-store';
import { PriceLine } from '../../../shared/money/price-line';
import { type BoardAdded, BoardShelf, type BoardSaid } from '../ui/board-shelf';

type Goods = RecordDto<'goods'>;

/** Boards and sheets, in Stores and in the price list, and the prices of what is bought besides. */
@Component({
  selector: 'yw-boards-page',
  imports: [PageHeader, Waiting, Failed, RouterLink, BoardShelf, PriceLine],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <yw-page-header place="Stores">
      <span crumb class="crumb"
        ><a [routerLink]="stores">built traps</a> <a [routerLink]="shelf">the shelf</a>
        <span>boards and prices</span></span
      >
      <span answer>{{ answer() }}</span>
      <a act class="button" [routerLink]="workshop">The workshop</a>
    </yw-page-header>
    @if (view.failure() && !view.data()) {
      <yw-failed title="The boards could not be fetched" [failure]="view.failure()!" (retry)="view.reload()" />
    } @else if (!view.data()) {
      <yw-waiting what="the boards" />
    } @else {
      <div class="halves">
        <section class="sheet" aria-labelledby="boards">
          <h2 id="boards">Boards and sheets</h2>
          <yw-board-shelf [goods]="goods()" (said)="say($event)" (added)="add($event)" (removed)="remove($event)" />
        </section>
        <section class="sheet" aria-labelledby="prices">
          <h2 id="prices">Prices of the rest</h2>
          <ul>
            @for (row of priced(); track row.id) {
              <li>
                <yw-price-line
                  clearable
                  [name]="row.name"
                  [value]="row.priceEach"
                  [keptOf]="row"
                  (priced)="price(row, $event)"
                />
              </li>
            } @empty {
              <li>Prices typed beside a list to buy stand here.</li>
            }
          </ul>
        </section>
      </div>
    }
  `,
  styles: `
    .halves {
      display: grid;
      grid-template-columns: minmax(0, 2fr) minmax(min(300px, 100%), 1fr);
      gap: var(--s3);
      align-items: start;
    }
    @media (max-width: 900px) {
      .halves {
        grid-template-columns: minmax(0, 1fr);
      }
    }
    section {
      padding: var(--s3) var(--s4);
    }
    h2 {
      margin-bottom: 4px;
      font-size: 16px;
    }
    ul {
      margin: 0;
      padding: 0;
      list-style: none;
    }
  `,
})
export class BoardsPage {
  readonly #outbox = inject(ActOutbox);
  readonly #records = inject(RecordsApi);
  protected readonly stores = storesLink();
  protected readonly shelf = shelfLink();
  protected readonly workshop = workshopLink();
  protected readonly view = viewOf(
    () => this.#records.list('goods', { sort: 'name', limit: 500 }).pipe(map(({ items }) => items)),
    { of: ['goods'] },
  );
  protected readonly goods = computed(() => this.#outbox.asTold('goods', this.view.data() ?? []));
  protected readonly priced = computed(() => this.goods().filter(({ kind }) => kind !== 'board' && kind !== 'sheet'));
  protected readonly answer = computed(() => {
    const rows = this.goods().filter(({ kind }) => kind === 'board' || kind === 'sheet');
    const here = rows.reduce((sum, { count }) => sum + count, 0);
    const sold = rows.filter((row) => row.sold === true).length;
    if (rows.length === 0) return 'No board is on the list yet';
    return `${here === 1 ? '1 board or sheet lies' : `${here} boards and sheets lie`} here; ${sold} kinds can be bought`;
  });

  protected say({ goods, change, act }: BoardSaid): void {
    this.#outbox.do({ says: act, changes: [changed('goods', goods, change)] });
  }

  protected add({ kind, name }: BoardAdded): void {
    this.#outbox.do({ says: `${name} put on the list`, changes: [made('goods', { kind, name, count: 0 })] });
  }

  protected remove(goods: Goods): void {
    this.#outbox.do({ says: `${goods.name} taken off the list`, changes: [binned('goods', goods)] });
  }

  protected price(goods: Goods, priceEach: number | null): void {
    this.#outbox.do({ says: `price of ${goods.name}`, changes: [changed('goods', goods, { priceEach })] });
  }
}
