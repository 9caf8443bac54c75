import { ChangeDetectionStrategy, Component, computed, input, output, signal } from '@angular/core';
import { moneySaid, moneyText } from '../../../shared/money/currency-choice';
import { WorkingButton } from '../../../shared/layout/working-button';
import { type Working, WorkingPanel } from '../../../shared/layout/working-panel';
import type { SizeCost } from '../data/cutting-run';
import { boardsAndSheets } from '../data/workshop-words';

const ROOM = { width: 150, height: 54 };
/** A bar that is so many times the middle one is broken off. */
const MOST_TIMES = 1.8;

/** Cost of a trap by the size of its batch, what is lost, and what one more would take. */
@Component({
  selector: 'yw-cost-panel',
  imports: [WorkingButton, WorkingPanel],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <section aria-labelledby="costs">
      <h2 id="costs">What it costs</h2>
      <div class="line">
        <p>
          <strong class="figure">{{ each() === null ? '–' : money(each()!) }}</strong> a trap in boards and sheets as
          bought; {{ used() === null ? '–' : money(used()!) }} as used{{ stepWords() }}
        </p>
        @if (bars().length > 1) {
          <svg
            [attr.viewBox]="'0 0 ' + room.width + ' ' + (room.height + 28)"
            [attr.width]="room.width"
            [attr.height]="room.height + 28"
            role="img"
            [attr.aria-label]="barsSaid()"
          >
            @for (bar of bars(); track bar.count) {
              <rect
                [class.now]="bar.count === count()"
                [attr.x]="bar.x - (bar.count === count() ? 3 : 1.5)"
                [attr.y]="14 + room.height - bar.height"
                [attr.width]="bar.count === count() ? 6 : 3"
                [attr.height]="bar.height"
              />
              @if (bar.broken) {
                <path class="break" [attr.d]="'M' + (bar.x - 4) + ' 22l8 -4'" />
              }
              @if (bar.labelled) {
                <text [class.now]="bar.count === count()" [attr.x]="bar.x" [attr.y]="10 + room.height - bar.height">
                  {{ bar.says }}
                </text>
                <text [attr.x]="bar.x" [attr.y]="room.height + 27">{{ bar.count }}</text>
              }
            }
            <path class="axis" [attr.d]="'M0 ' + (room.height + 14.5) + 'H' + room.width" />
          </svg>
        }
      </div>
      <div class="line">
        <p>
          {{ waste() }} <strong>{{ least() }}</strong>
        </p>
        <yw-working-button of="the waste" [open]="open()" (toggled)="open.set(!open())" />
      </div>
      @if (open()) {
        <yw-working-panel [working]="working()" />
      }
    </section>
    @if (more().length > 0) {
      <section aria-labelledby="more">
        <h2 id="more">One more board buys</h2>
        <ul>
          @for (line of more(); track line.count) {
            <li>
              <span aria-hidden="true">{{ line.count > count() ? '+' : '−' }}</span>
              <span
                ><button type="button" class="quiet strong" (click)="sized.emit(line.count)">{{ line.name }}</button>
                <small>{{ line.note }}</small></span
              >
              <span class="cost">{{ line.cost }}</span>
            </li>
          }
        </ul>
      </section>
    }
  `,
  styles: `
    section {
      padding: 10px var(--s3);
      border-top: 1px solid var(--rule-2);
    }
    h2 {
      font-size: 16px;
      margin-bottom: 6px;
    }
    .line {
      display: flex;
      gap: var(--s2);
      align-items: flex-start;
      justify-content: space-between;
    }
    p {
      margin: 0;
    }
    .figure {
      font: 600 19px/1.2 var(--head);
      font-feature-settings: 'lnum' 1;
    }
    svg {
      flex: none;
    }
    rect {
      fill: var(--wood-ink);
    }
    rect.now {
      fill: var(--yew);
    }
    text {
      fill: var(--ink);
      font: 400 12px var(--text);
      text-anchor: middle;
    }
    text.now {
      fill: var(--yew);
      font-weight: 600;
    }
    .axis {
      stroke: var(--ink);
    }
    .break {
      stroke: var(--sheet);
      stroke-width: 3;
    }
    ul {
      margin: 0;
      padding: 0;
      list-style: none;
    }
    li {
      display: grid;
      grid-template-columns: 16px minmax(0, 1fr) auto;
      gap: 4px;
      align-items: baseline;
      padding: 3px 0;
    }
    small {
      margin-left: 6px;
      color: var(--ink-2);
      font-size: var(--t-xs);
    }
    strong {
      font-weight: 600;
    }
  `,
})
export class CostPanel {
  readonly sizes = input.required<readonly SizeCost[]>();
  /** Of the design whose number is varied. */
  readonly count = input.required<number>();
  /** Of all traps of the batch. */
  readonly traps = input.required<number>();
  readonly asBought = input.required<number | null>();
  readonly asUsed = input.required<number | null>();
  readonly waste = input.required<string>();
  readonly least = input.required<string>();
  readonly currency = input.required<string>();
  readonly working = input.required<Working>();
  readonly sized = output<number>();

  protected readonly room = ROOM;
  protected readonly money = moneyText;
  protected readonly open = signal(false);
  protected readonly each = computed(() => {
    const cost = this.asBought();
    return cost === null || this.traps() === 0 ? null : cost / this.traps();
  });
  protected readonly used = computed(() => {
    const cost = this.asUsed();
    return cost === null || this.traps() === 0 ? null : cost / this.traps();
  });
  /** Traps of the batch when the design that is varied has this number. */
  readonly #trapsAt = (count: number): number => this.traps() - this.count() + count;
  protected readonly bars = computed(() => {
    const priced = this.sizes().flatMap(({ count, asBought }) =>
      asBought === null || asBought === 0 ? [] : [{ count, each: asBought / this.#trapsAt(count) }],
    );
    const sorted = priced.map(({ each }) => each).sort((a, b) => a - b);
    const middle = sorted[Math.floor(sorted.length / 2)] ?? 1;
    const most = Math.min(Math.max(...sorted, 1), MOST_TIMES * middle);
    const step = ROOM.width / Math.max(1, priced.length);
    return priced.map(({ count, each }, n) => ({
      count,
      x: step * (n + 0.5),
      height: (ROOM.height * Math.min(each, most)) / most,
      broken: each > most,
      says: moneyText(each, true),
      labelled: count === 1 || count === this.count() || n === priced.length - 1,
    }));
  });
  protected readonly barsSaid = computed(() =>
    this.bars()
      .map(({ count, says }) => `${count}: ${says}`)
      .join(', '),
  );
  /** Where the next sheet begins. */
  protected readonly stepWords = computed(() => {
    const now = this.sizes().find(({ count }) => count === this.count());
    const next = this.sizes().find(({ count, sheets }) => count > this.count() && now && sheets > now.sheets);
    return next ? `; with ${next.count} another sheet begins` : '';
  });
  protected readonly more = computed(() => {
    const at = (count: number): SizeCost | undefined => this.sizes().find((size) => size.count === count);
    const now = at(this.count());
    if (!now || now.asBought === null) return [];
    const names: readonly (readonly [number, string])[] = [
      [1, `${ordinal(this.count() + 1)} trap`],
      [2, `${ordinal(this.count() + 2)} trap too`],
      [-1, 'One trap less'],
    ];
    return names.flatMap(([by, name]) => {
      const then = at(this.count() + by);
      if (!then || then.asBought === null || now.asBought === null) return [];
      const cost = then.asBought - now.asBought;
      return [
        {
          count: this.count() + by,
          name,
          note: boardsAndSheets(then.boards, then.sheets),
          cost: `${cost < 0 ? '−' : ''}${moneySaid(Math.abs(cost), this.currency())}`,
        },
      ];
    });
  });
}

const ORDINALS = [
  '',
  'A first',
  'A second',
  'A third',
  'A fourth',
  'A fifth',
  'A sixth',
  'A seventh',
  'An eighth',
  'A ninth',
  'A tenth',
];
const ordinal = (n: number): string => ORDINALS[n] ?? `Number ${n}:`;
