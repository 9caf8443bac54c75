import { ChangeDetectionStrategy, Component, computed, input, output, signal } from '@angular/core';
import type { Fields, RecordDto } from '@yewridge/contract/season';
import { KIT_NAMES } from '../../../shared/calls/kit-words';
import { optionsOf, PickList } from '../../../shared/fields/pick';
import { KeptFields, type KeptLine, type LineSaid } from '../../../shared/records/kept-fields';

type Kit = RecordDto<'kit'>;
type Code = Fields<'kit'>['code'];
export interface KitSaid extends LineSaid<'kit'> {
  readonly kit: Kit;
}

const LINES: readonly KeptLine<'kit'>[] = [
  { field: 'count', says: 'of them' },
  { field: 'lent', says: 'lent out' },
];
const LENT_TO: KeptLine<'kit'> = { field: 'lentTo', says: 'lent to' };
const CHARGED: KeptLine<'kit'> = { field: 'chargedOn', says: 'charged on' };

/** What lies in Stores for call-outs: how many, lent to whom, charged when. The list before leaving is held against it. */
@Component({
  selector: 'yw-kit-shelf',
  imports: [KeptFields, PickList],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <ul>
      @for (line of lines(); track line.kit.id) {
        <li>
          <span class="head">
            <strong>{{ line.name }}</strong>
            <button type="button" class="quiet" (click)="removed.emit(line.kit)">
              Remove<span class="visually-hidden"> {{ line.name }}</span>
            </button>
          </span>
          <yw-kept-fields
            table="kit"
            [lines]="line.fields"
            [kept]="line.kit"
            (said)="said.emit({ kit: line.kit, change: $event.change, act: line.name + ', ' + $event.act })"
          />
        </li>
      } @empty {
        <li>
          Nothing counted yet. Count what you own, and the list before a call-out says what is here and what is lent
          out.
        </li>
      }
    </ul>
    <div class="add">
      <yw-pick label="What" [options]="codes" [value]="code() ?? ''" unsaid="what" (chosen)="choose($event)" />
      <button type="button" class="button" [attr.aria-disabled]="code() === null" (click)="add()">
        Put one on the shelf
      </button>
      @if (tried() && code() === null) {
        <small role="alert">Still to say: what it is.</small>
      }
    </div>
  `,
  styles: `
    ul {
      display: grid;
      grid-template-columns: repeat(auto-fill, minmax(300px, 1fr));
      gap: 0 24px;
      margin: 0;
      padding: 0;
      list-style: none;
    }
    li {
      padding: 8px 0 10px;
      border-top: 1px solid var(--rule);
    }
    .head {
      display: flex;
      gap: 12px;
      justify-content: space-between;
      padding-bottom: 4px;
    }
    .add {
      display: flex;
      flex-wrap: wrap;
      gap: 8px 12px;
      align-items: center;
      padding-top: 12px;
      border-top: 1px solid var(--rule);
    }
    yw-pick {
      width: min(280px, 100%);
    }
    small {
      color: var(--clay);
      font-size: var(--t-xs);
    }
  `,
})
export class KitShelf {
  readonly kit = input.required<readonly Kit[]>();
  readonly said = output<KitSaid>();
  readonly added = output<Code>();
  readonly removed = output<Kit>();

  protected readonly codes = optionsOf(KIT_NAMES);
  protected readonly code = signal<Code | null>(null);
  protected readonly tried = signal(false);
  /** In the order of the list before leaving. */
  protected readonly lines = computed(() => {
    const place = (kit: Kit): number => this.codes.findIndex(({ id }) => id === kit.code);
    return [...this.kit()]
      .sort((a, b) => place(a) - place(b) || (a.id < b.id ? -1 : 1))
      .map((kit) => ({
        kit,
        name: [KIT_NAMES[kit.code] ?? kit.code, kit.name ?? ''].filter((part) => part !== '').join(', '),
        fields: [
          ...LINES,
          ...((kit.lent ?? 0) > 0 || kit.lentTo !== null ? [LENT_TO] : []),
          ...(kit.code === 'battery' ? [CHARGED] : []),
        ],
      }));
  });

  protected choose(code: string): void {
    this.code.set(code as Code);
  }

  protected add(): void {
    this.tried.set(true);
    const code = this.code();
    if (code === null) return;
    this.added.emit(code);
    this.code.set(null);
    this.tried.set(false);
  }
}
