import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { RouterLink } from '@angular/router';
import { startingPoint } from '@yewridge/core/bench';
import { map, of, startWith, switchMap } from 'rxjs';
import { ActOutbox } from '../../../shared/acts/act-outbox';
import { PageHeader } from '../../../shared/layout/page-header';
import { Empty, Failed, Waiting } from '../../../shared/layout/states';
import { batchLink, benchLink, boardsLink, NEW_BATCH, startLink } from '../../../shared/routes/paths';
import { CurrencyChoice } from '../../../shared/money/currency-choice';
import { binned } from '../../../shared/season/records-api';
import { dayLong } from '../../../shared/season/season-words';
import { TodayClock } from '../../../shared/season/today-clock';
import { viewOf } from '../../../shared/season/view-store';
import { SummaryApi } from '../../../shared/season/summary-api';
import { readLines } from '../data/batch-lines';
import { UnitChoice } from '../../../shared/units/unit-choice';
import { pricesOf, seasonSoFar } from '../data/catch-spent';
import { CuttingDesk } from '../data/cutting-desk';
import { USUAL, WorkshopStore } from '../data/workshop-store';
import { fitSaid, trapsSaid } from '../data/workshop-words';
import { CatchCostPanel } from '../ui/catch-cost';

/** Batches that were begun, and what can be made of the boards that lie in Stores. */
@Component({
  selector: 'yw-batches-page',
  imports: [PageHeader, Waiting, Failed, Empty, RouterLink, CatchCostPanel],
  providers: [WorkshopStore],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <yw-page-header place="Bench">
      <span crumb class="crumb"><a [routerLink]="bench">All designs</a> <span>the workshop</span></span>
      <span answer>{{ answer() }}</span>
      <a act class="button" [routerLink]="boards">Boards and prices</a>
    </yw-page-header>
    @if (store.view.failure() && !store.view.data()) {
      <yw-failed
        title="The workshop could not be fetched"
        [failure]="store.view.failure()!"
        (retry)="store.view.reload()"
      />
    } @else if (!store.view.data()) {
      <yw-waiting what="the workshop" />
    } @else {
      <div class="halves">
        <section class="sheet" aria-labelledby="batches">
          <h2 id="batches">To saw</h2>
          <ul>
            @for (row of rows(); track row.id) {
              <li>
                <a [routerLink]="row.link">{{ row.name }}</a>
                <small>{{ row.says }}</small>
                <button type="button" class="quiet" (click)="remove(row.id)">
                  Remove<span class="visually-hidden"> {{ row.name }}</span>
                </button>
              </li>
            } @empty {
              <li>Open a design and press “Workshop”: what you change there is kept here.</li>
            }
          </ul>
          <h3>Begin with a design</h3>
          <ul>
            @for (design of store.designs(); track design.id) {
              <li>
                <a [routerLink]="fresh" [queryParams]="{ design: design.id }">{{ design.document.name }}</a>
              </li>
            }
          </ul>
          @if (store.designs().length === 0) {
            <yw-empty title="There is no design yet"
              ><p><a [routerLink]="start">Start a design</a> first.</p></yw-empty
            >
          }
        </section>
        <section class="sheet" aria-labelledby="fits">
          <h2 id="fits">What can I make of the boards I have?</h2>
          @if (own() === 0) {
            <p>
              No board in Stores has all its sizes. <a [routerLink]="boards">Type what you have</a>: length, width,
              thickness and how many.
            </p>
          } @else if (fits(); as found) {
            <ul>
              @for (line of found; track line.name) {
                <li [class.none]="line.count === 0">
                  <span>{{ line.name }}</span>
                  <small>{{ line.says }}</small>
                </li>
              }
            </ul>
            <p>Of {{ own() }} boards and sheets, with nothing bought; frames, screws and what hangs it not counted.</p>
          } @else {
            <p role="status">Trying the starting points, {{ tried() }} …</p>
          }
        </section>
        @if (season(); as season) {
          <section class="sheet" aria-labelledby="catch">
            <h2 id="catch">What a catch costs, {{ season.season }}</h2>
            <yw-catch-cost
              [season]="season"
              [prices]="prices()"
              [currency]="currency()"
              (priced)="store.price($event.name, $event.price)"
            />
          </section>
        }
      </div>
    }
  `,
  styles: `
    .halves {
      display: grid;
      grid-template-columns: repeat(auto-fit, minmax(min(420px, 100%), 1fr));
      gap: var(--s3);
      align-items: start;
    }
    section {
      padding: var(--s3) var(--s4);
    }
    h2 {
      font-size: 16px;
    }
    h3 {
      margin: var(--s3) 0 0;
      font-size: 14px;
    }
    ul {
      margin: 4px 0 0;
      padding: 0;
      list-style: none;
    }
    li {
      display: flex;
      gap: var(--s3);
      align-items: baseline;
      padding: 7px 0;
      border-top: 1px solid var(--rule);
    }
    li > :first-child {
      flex: 1;
    }
    small,
    .none,
    p {
      color: var(--ink-2);
    }
  `,
})
export class BatchesPage {
  protected readonly store = inject(WorkshopStore);
  readonly #desk = inject(CuttingDesk);
  readonly #system = inject(UnitChoice).system;
  readonly #outbox = inject(ActOutbox);
  readonly #seasons = inject(SummaryApi);
  readonly #clock = inject(TodayClock);
  protected readonly bench = benchLink();
  protected readonly start = startLink();
  protected readonly boards = boardsLink();
  protected readonly fresh = batchLink(NEW_BATCH);
  protected readonly tried = signal('');

  protected readonly currency = inject(CurrencyChoice).currency;
  protected readonly prices = computed(() => pricesOf(this.store.goods()));
  readonly #summary = viewOf(() => this.#seasons.summary(), { of: ['visits', 'deployments', 'catches'] });
  protected readonly season = computed(() => {
    const [summary, today] = [this.#summary.data(), this.#clock.today()];
    return summary && today !== null ? seasonSoFar(summary, today) : null;
  });

  protected readonly rows = computed(() => {
    const all = [...this.store.designs(), ...this.store.rigs()];
    const names = new Map(all.map(({ id, document }) => [id, document.name]));
    return this.store.batches().map(({ id, name, lines, cutOn }) => {
      const read = readLines(lines);
      const what = read.map((line) => `${line.count} × ${names.get(line.id) ?? 'a deleted design'}`).join(', ');
      return { id, name, cutOn, link: batchLink(id), says: cutOn === null ? what : `${what}; cut ${dayLong(cutOn)}` };
    });
  });
  protected readonly own = computed(() => this.store.stock().reduce((sum, { have }) => sum + have, 0));
  protected readonly answer = computed(() => {
    const open = this.store.batches().filter(({ cutOn }) => cutOn === null);
    if (open.length === 0) return 'Nothing waits to be sawn';
    const traps = open.flatMap(({ lines }) => readLines(lines)).reduce((sum, { count }) => sum + count, 0);
    return `${trapsSaid(traps)} ${traps === 1 ? 'waits' : 'wait'} to be sawn`;
  });
  readonly #asked = computed(() => {
    const stock = this.store.stock();
    return stock.some(({ have }) => have > 0) ? { stock, ...USUAL } : null;
  });
  readonly #found = toSignal(
    toObservable(this.#asked).pipe(
      switchMap((asked) =>
        asked === null
          ? of(null)
          : this.#desk.run('fits', asked).pipe(
              map((says) => {
                if (says.kind === 'answer') return says.answer;
                this.tried.set(`${says.done + 1} of ${says.of}`);
                return null;
              }),
              startWith(null),
            ),
      ),
    ),
    { initialValue: null },
  );
  protected readonly fits = computed(() => {
    const system = this.#system();
    return (
      this.#found()?.map((fit) => ({
        name: startingPoint(fit.start).name,
        count: fit.count,
        says: fitSaid(fit, system),
      })) ?? null
    );
  });

  protected remove(id: string): void {
    const batch = this.store.batches().find((one) => one.id === id);
    if (batch)
      this.#outbox.do({ says: `${batch.name} removed from the workshop`, changes: [binned('batches', batch)] });
  }
}
