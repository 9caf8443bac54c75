import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { type Effects, timesSaid } from '@yewridge/core/evidence';
import { capital } from '../../../shared/units/format';
import { count, settleSaid } from '../data/evidence-words';
import type { OfferedAsk } from '../data/standard-asks';

const MOST = 2;
const WIDTH = 270;

/** What would settle the questions that stand open: trap-seasons had on each side, and those it takes. */
@Component({
  selector: 'yw-settle-bars',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @for (one of rows(); track one.id) {
      <div class="row">
        <div>
          <strong>{{ one.title }}</strong>
          <span>{{ one.asked }}</span>
        </div>
        <svg [attr.viewBox]="'0 0 ' + width + ' 40'" role="img" [attr.aria-label]="one.words">
          @for (bar of one.bars; track bar.name; let n = $index) {
            <rect class="missing" x="0.5" [attr.y]="n * 20 + 1.5" [attr.width]="one.need" height="16" />
            <rect
              [class.had]="n === 0"
              [class.other]="n === 1"
              x="0.5"
              [attr.y]="n * 20 + 1.5"
              [attr.width]="bar.w"
              height="16"
            />
            <text [class.on]="n === 1 && bar.w > 120" x="6" [attr.y]="n * 20 + 14">{{ bar.name }} {{ bar.had }}</text>
          }
          <line y1="0" y2="40" [attr.x1]="one.need" [attr.x2]="one.need" />
        </svg>
        <p>
          <strong>{{ one.needed }} needed.</strong> {{ one.says }}
        </p>
      </div>
    } @empty {
      <p>Nothing here is open that more traps would settle.</p>
    }
    @if (rows().length > 0) {
      <p class="foot">{{ foot() }}</p>
    }
  `,
  styles: `
    :host {
      display: block;
      padding: 0 12px 10px;
    }
    .row {
      display: grid;
      grid-template-columns: 104px minmax(0, 1fr);
      padding: 4px 0;
    }
    .row div {
      font-size: var(--t-s);
      line-height: 1.25;
    }
    .row span {
      display: block;
      color: var(--ink-2);
    }
    p {
      margin: 0;
      grid-column: 1 / -1;
      font-size: var(--t-s);
    }
    .foot {
      color: var(--ink-2);
    }
    svg {
      display: block;
      width: 100%;
      overflow: visible;
    }
    .missing {
      fill: none;
      stroke: var(--yew);
      stroke-dasharray: 3 2;
    }
    .had {
      fill: var(--yew-2);
      stroke: var(--yew);
    }
    .other {
      fill: var(--rule);
      stroke: var(--ink-2);
    }
    line {
      stroke: var(--ink);
      stroke-width: 2;
    }
    text {
      fill: var(--ink);
      stroke: var(--sheet);
      stroke-width: 3px;
      paint-order: stroke;
      font-size: 12px;
      font-weight: 600;
    }
  `,
})
export class SettleBars {
  readonly effects = input.required<Effects>();
  readonly asked = input.required<readonly OfferedAsk[]>();
  readonly trapsNow = input.required<number>();

  protected readonly width = WIDTH;
  readonly #open = computed(() =>
    this.effects()
      .rows.flatMap(({ settle, id }) => {
        const offered = this.asked().find(({ ask }) => ask.id === id);
        return settle && offered ? [{ settle, offered, id }] : [];
      })
      .slice(0, MOST),
  );
  protected readonly rows = computed(() =>
    this.#open().map(({ id, settle, offered: { ask } }) => {
      const most = Math.max(settle.neededSeasons, settle.hadA, settle.hadB);
      const at = (seasons: number): number => (seasons / most) * (WIDTH - 4);
      const bars = [
        { name: ask.nameA, w: at(settle.hadA), had: count(settle.hadA) },
        { name: ask.nameB, w: at(settle.hadB), had: count(settle.hadB) },
      ];
      const asked = `if ${timesSaid(settle.ratio)} times`;
      return {
        id,
        title: capital(ask.nameA),
        asked,
        bars,
        need: at(settle.neededSeasons),
        needed: `${count(settle.neededSeasons)} trap-seasons on each side`,
        says: settleSaid(settle, this.trapsNow()),
        words: `${ask.nameA} ${count(settle.hadA)} trap-seasons, ${ask.nameB} ${count(settle.hadB)}; ${count(settle.neededSeasons)} needed on each side ${asked}`,
      };
    }),
  );
  protected readonly foot = computed(() => {
    const most = Math.max(...this.#open().map(({ settle }) => settle.neededForHalfMore));
    return `A difference of 1.5 times needs ${count(most)} a side: leave it, or pool with other keepers.`;
  });
}
