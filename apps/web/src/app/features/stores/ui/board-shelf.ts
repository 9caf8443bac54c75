import { ChangeDetectionStrategy, Component, computed, input, output, signal } from '@angular/core';
import { MatCheckboxModule } from '@angular/material/checkbox';
import { type Fields, RECORD_TABLES, type RecordDto } from '@yewridge/contract/season';
import { MATERIALS } from '@yewridge/core/bench';
import { MATERIAL_NAMES } from '../../../shared/craft/craft-names';
import { PRICE } from '../../../shared/money/price-line';
import { optionsOf, PickList } from '../../../shared/fields/pick';
import { SizeField } from '../../../shared/units/size-field';

type Goods = RecordDto<'goods'>;
export interface BoardSaid {
  readonly goods: Goods;
  readonly change: Partial<Fields<'goods'>>;
  readonly act: string;
}
export interface BoardAdded {
  readonly kind: 'board' | 'sheet';
  readonly name: string;
}

const SIZES = [
  { field: 'lengthM', label: 'long' },
  { field: 'widthM', label: 'wide' },
  { field: 'thicknessM', label: 'thick' },
] as const;

/** Boards and sheets as they lie there and as they are sold: real sizes, wood, wet or dry, price, how many, offcuts with their place. */
@Component({
  selector: 'yw-board-shelf',
  imports: [SizeField, PickList, MatCheckboxModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <ul>
      @for (row of rows(); track row.id) {
        <li>
          <div class="head">
            <strong>{{ row.name }}</strong>
            <small>{{ row.offcut ? 'an offcut' : row.kind === 'board' ? 'board' : 'sheet' }}</small>
            <button type="button" class="quiet" (click)="removed.emit(row)">
              Remove<span class="visually-hidden"> {{ row.name }}</span>
            </button>
          </div>
          <div class="sizes">
            <span class="field"
              ><span class="word">how many</span>
              <yw-size-field
                bare
                whenLeft
                kind="count"
                [label]="'How many of ' + row.name"
                [value]="row.count"
                [range]="ranges.count"
                [keptOf]="row"
                (changed)="say(row, { count: $event }, $event + ' of ' + row.name)"
            /></span>
            @for (size of sizes; track size.field) {
              <span class="field"
                ><span class="word">{{ size.label }}</span>
                <yw-size-field
                  bare
                  whenLeft
                  optional
                  [label]="row.name + ', ' + size.label"
                  [value]="row[size.field]"
                  [range]="ranges[size.field]"
                  [keptOf]="row"
                  (changed)="say(row, sized(size.field, $event), row.name + ' measured')"
                  (cleared)="say(row, sized(size.field, null), row.name + ' measured')"
              /></span>
            }
            <span class="field"
              ><span class="word">price of one</span>
              <yw-size-field
                bare
                whenLeft
                optional
                kind="number"
                [label]="'Price of ' + row.name"
                [value]="row.priceEach"
                [range]="price"
                [keptOf]="row"
                (changed)="say(row, { priceEach: $event }, 'price of ' + row.name)"
                (cleared)="say(row, { priceEach: null }, 'price of ' + row.name)"
            /></span>
            <span class="field"
              ><span class="word">wood</span>
              <yw-pick
                [label]="'Wood of ' + row.name"
                [options]="woods"
                [value]="row.species ?? ''"
                unsaid="any"
                (chosen)="say(row, wood($event), row.name + ' is ' + $event)"
            /></span>
          </div>
          <div class="ticks">
            <mat-checkbox
              [checked]="row.wet === true"
              (change)="say(row, { wet: $event.checked }, row.name + ($event.checked ? ' is wet' : ' is dry'))"
              >wet</mat-checkbox
            >
            <mat-checkbox
              [checked]="row.sold === true"
              (change)="
                say(
                  row,
                  { sold: $event.checked },
                  row.name + ($event.checked ? ' can be bought' : ' is not sold any more')
                )
              "
              >more can be bought at that price</mat-checkbox
            >
            <span class="place">
              <label
                ><span>where it lies</span>
                <input
                  #place
                  maxlength="80"
                  [attr.aria-label]="'Where ' + row.name + ' lies'"
                  [value]="row.place ?? ''"
                  (blur)="put(row, place.value)"
              /></label>
            </span>
          </div>
          @if (missing(row); as words) {
            <small class="says">{{ words }}</small>
          }
        </li>
      } @empty {
        <li>
          Type the boards you have and the ones your timber yard sells, with real sizes: plans are cut from them, and
          the list to buy has its prices from here.
        </li>
      }
    </ul>
    <div class="add">
      <yw-pick label="Board or sheet" [options]="kinds" [value]="kind()" (chosen)="kind.set($any($event))" />
      <label><span>called</span> <input #name maxlength="80" placeholder="like Fir 19 × 250" /></label>
      <button type="button" class="button" (click)="add(name)">Put it on the list</button>
      @if (tried()) {
        <small role="alert" class="says">Still to say: what it is called.</small>
      }
    </div>
  `,
  styles: `
    ul {
      margin: 0;
      padding: 0;
      list-style: none;
    }
    li {
      padding: 8px 0 10px;
      border-top: 1px solid var(--rule);
    }
    .head,
    .ticks,
    .add {
      display: flex;
      flex-wrap: wrap;
      gap: 2px 16px;
      align-items: center;
    }
    .head button {
      margin-left: auto;
    }
    .sizes {
      display: grid;
      grid-template-columns: repeat(auto-fill, minmax(112px, 1fr));
      gap: 2px 12px;
      margin: 4px 0;
    }
    @media (max-width: 720px) {
      .sizes {
        grid-template-columns: minmax(0, 1fr);
      }
    }
    .word,
    label span {
      display: block;
      color: var(--ink-2);
      font-size: var(--t-xs);
    }
    small {
      color: var(--ink-2);
    }
    .says {
      color: var(--clay);
      font-size: var(--t-xs);
    }
    .place {
      min-width: 200px;
    }
    .add {
      padding-top: 12px;
      border-top: 1px solid var(--rule);
    }
    .add yw-pick {
      width: 140px;
    }
    input {
      min-height: 32px;
      padding: 0 8px;
      border: 1px solid var(--rule-2);
      background: var(--sheet);
    }
  `,
})
export class BoardShelf {
  readonly goods = input.required<readonly Goods[]>();
  readonly said = output<BoardSaid>();
  readonly added = output<BoardAdded>();
  readonly removed = output<Goods>();

  protected readonly sizes = SIZES;
  protected readonly ranges = RECORD_TABLES.goods;
  protected readonly price = PRICE;
  protected readonly kinds = optionsOf({ board: 'board', sheet: 'sheet' });
  protected readonly woods = [
    { id: '', name: 'any' },
    ...MATERIALS.map((id) => ({ id, name: MATERIAL_NAMES[id].toLowerCase() })),
  ];
  protected readonly kind = signal<BoardAdded['kind']>('board');
  protected readonly tried = signal(false);
  protected readonly rows = computed(() =>
    this.goods()
      .filter(({ kind }) => kind === 'board' || kind === 'sheet')
      .sort((a, b) => Number(a.offcut === true) - Number(b.offcut === true) || a.name.localeCompare(b.name)),
  );

  protected say(goods: Goods, change: Partial<Fields<'goods'>>, act: string): void {
    this.said.emit({ goods, change, act });
  }

  protected sized(field: (typeof SIZES)[number]['field'], value: number | null): Partial<Fields<'goods'>> {
    return { [field]: value };
  }

  protected wood(id: string): Partial<Fields<'goods'>> {
    return { species: MATERIALS.find((material) => material === id) ?? null };
  }

  protected put(row: Goods, text: string): void {
    const place = text.trim();
    if (place !== (row.place ?? '')) this.say(row, { place: place === '' ? null : place }, `where ${row.name} lies`);
  }

  protected missing({ lengthM, widthM, thicknessM, count, sold }: Goods): string {
    if (!lengthM || !widthM || !thicknessM)
      return 'Still to say: its real length, width and thickness. Until then no plan uses it.';
    return count === 0 && sold !== true ? 'There is none, and none can be bought: no plan uses it.' : '';
  }

  protected add(box: HTMLInputElement): void {
    const name = box.value.trim();
    this.tried.set(name === '');
    if (name === '') return;
    this.added.emit({ kind: this.kind(), name });
    box.value = '';
  }
}
