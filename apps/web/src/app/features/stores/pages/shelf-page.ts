import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import { type Fields, RECORD_TABLES, type RecordDto } from '@yewridge/contract/season';
import { forkJoin } from 'rxjs';
import { map } from 'rxjs/operators';
import { ActOutbox } from '../../../shared/acts/act-outbox';
import { ChoiceLine } from '../../../shared/fields/choice-line';
import { PageHeader } from '../../../shared/layout/page-header';
import { Failed, Waiting } from '../../../shared/layout/states';
import { storesLink } from '../../../shared/routes/paths';
import { binned, changed, made, RecordsApi } from '../../../shared/season/records-api';
import { TodayClock } from '../../../shared/season/today-clock';
import { viewOf } from '../../../shared/season/view-store';
import { SizeField } from '../../../shared/units/size-field';
import { UnitChoice } from '../../../shared/units/unit-choice';
import { KIT_NAMES } from '../../../shared/calls/kit-words';
import { combLines, goodsGroups, KIND_NAMES, shelfAnswer } from '../data/shelf-words';
import { TrapsApi } from '../data/traps-api';
import { KitShelf, type KitSaid } from '../ui/kit-shelf';

const ALL = { limit: 500 } as const;
type Kind = Fields<'goods'>['kind'];

/** What lies on the shelf: combs by the colour of their year, lures, straps and boards by count, and kit for call-outs. */
@Component({
  selector: 'yw-shelf-page',
  imports: [PageHeader, Waiting, Failed, RouterLink, SizeField, ChoiceLine, KitShelf],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './shelf-page.html',
  styleUrl: './shelf-page.scss',
})
export class ShelfPage {
  readonly #records = inject(RecordsApi);
  readonly #traps = inject(TrapsApi);
  readonly #outbox = inject(ActOutbox);
  readonly #clock = inject(TodayClock);
  readonly #system = inject(UnitChoice).system;
  protected readonly stores = storesLink();
  protected readonly kinds = KIND_NAMES;
  protected readonly newKind = signal<Kind>('lure');
  protected readonly countRange = RECORD_TABLES.goods.count;
  protected readonly yearRange = RECORD_TABLES.combs.drawnYear;
  protected readonly view = viewOf(
    () =>
      forkJoin({
        combs: this.#records.list('combs', { sort: 'drawnYear', ...ALL }).pipe(map(({ items }) => items)),
        goods: this.#records.list('goods', { sort: 'name', ...ALL }).pipe(map(({ items }) => items)),
        kit: this.#records.list('kit', { sort: 'code', ...ALL }).pipe(map(({ items }) => items)),
        traps: this.#traps.all(),
      }),
    { of: ['combs', 'goods', 'kit'] },
  );

  readonly #year = computed(() => Number(this.#clock.today()?.slice(0, 4) ?? 1));
  protected readonly combs = computed(() => {
    const shelf = this.view.data();
    if (!shelf) return [];
    const numbers = new Map(shelf.traps.map(({ id, document }) => [id, document.number]));
    return combLines(shelf.combs, numbers, this.#year());
  });
  protected readonly groups = computed(() => goodsGroups(this.view.data()?.goods ?? [], this.#system()));
  protected readonly answer = computed(() => {
    const shelf = this.view.data();
    return shelf ? shelfAnswer(this.combs(), shelf.goods) : 'Combs and goods';
  });

  protected count(id: string, count: number): void {
    const goods = this.view.data()?.goods.find((one) => one.id === id);
    if (goods) this.#outbox.do({ says: `${goods.name}: ${count}`, changes: [changed('goods', goods, { count })] });
  }

  protected addGoods(name: string): void {
    if (name.trim() === '') return;
    const goods = made('goods', { kind: this.newKind(), name: name.trim(), count: 1 });
    this.#outbox.do({ says: `${name.trim()} put on the shelf`, changes: [goods] });
  }

  protected choose(kind: string): void {
    this.newKind.set(kind as Kind);
  }

  protected removeGoods(id: string): void {
    const goods = this.view.data()?.goods.find((one) => one.id === id);
    if (goods) this.#outbox.do({ says: `${goods.name} taken off the shelf`, changes: [binned('goods', goods)] });
  }

  protected sayKit({ kit, change, act }: KitSaid): void {
    this.#outbox.do({ says: act, changes: [changed('kit', kit, change)] });
  }

  protected addKit(code: Fields<'kit'>['code']): void {
    this.#outbox.do({
      says: `${KIT_NAMES[code] ?? code} put on the shelf`,
      changes: [made('kit', { code, count: 1 })],
    });
  }

  protected removeKit(kit: RecordDto<'kit'>): void {
    this.#outbox.do({
      says: `${KIT_NAMES[kit.code] ?? kit.code} taken off the shelf`,
      changes: [binned('kit', kit)],
    });
  }

  protected addComb(name: string): void {
    if (name.trim() === '') return;
    const comb = made('combs', { name: name.trim(), drawnYear: this.#year(), state: 'spare' });
    this.#outbox.do({ says: `${name.trim()} put on the shelf`, changes: [comb] });
  }

  protected dateComb(id: string, drawnYear: number): void {
    const comb = this.view.data()?.combs.find((one) => one.id === id);
    if (comb)
      this.#outbox.do({
        says: `${comb.name}: drawn in ${drawnYear}`,
        changes: [changed('combs', comb, { drawnYear })],
      });
  }

  protected melt(id: string): void {
    const comb = this.view.data()?.combs.find((one) => one.id === id);
    if (!comb) return;
    this.#outbox.do({
      says: `${comb.name} melted down`,
      changes: [changed('combs', comb, { state: 'melted', trapId: null })],
    });
  }
}
