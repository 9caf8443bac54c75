import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import type { Design } from '@yewridge/core/bench';
import type { UnitSystem } from '@yewridge/core/shared/units';
import { debounceTime, map } from 'rxjs';
import { Caution } from '../../../shared/layout/caution';
import { FigureTable } from '../../../shared/layout/figure-table';
import { VerdictLine } from '../../../shared/layout/verdict-line';
import { HOLDING_MOODS, holdingView } from '../data/holding-view';

/** The heat runs of two days take longer than a frame, so they wait until the hand rests. */
const PAUSE_MS = 200;

/** Whether the mesh of a holding box is enough for its nurse bees. */
@Component({
  selector: 'yw-holding-panel',
  imports: [FigureTable, VerdictLine, Caution],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<section aria-labelledby="holding">
    <h2 id="holding">Air for nurse bees</h2>
    @if (view(); as view) {
      <yw-verdict-line [level]="view.level" [sentence]="view.sentence" />
      <p class="caption">Shut in, minutes to 38 °C in the bees</p>
      <yw-figure-table label="Shut in, minutes to 38 °C in the bees" [columns]="columns" [rows]="rows()" />
      <p>Half of the mesh is counted low, half high. On the safe side: their own fanning is left out.</p>
    } @else {
      <p>Say the area of the mesh under other openings, and it is told whether it is enough.</p>
    }
    <yw-caution>Shade, and never a closed cabin in the sun. Wet the outside, never soak bees.</yw-caution>
  </section>`,
  styles: `
    section {
      padding: 10px var(--s3);
      border-top: 1px solid var(--rule);
    }
    h2 {
      font-size: 16px;
    }
    p {
      margin: 4px 0;
      color: var(--ink-2);
      font-size: var(--t-xs);
      line-height: 1.4;
    }
  `,
})
export class HoldingPanel {
  readonly design = input.required<Design>();
  readonly system = input.required<UnitSystem>();

  readonly #asked = computed(() => ({ design: this.design(), system: this.system() }));
  protected readonly view = toSignal(
    toObservable(this.#asked).pipe(
      debounceTime(PAUSE_MS),
      map(({ design, system }) => holdingView(design, system)),
    ),
    { initialValue: null },
  );
  protected readonly columns = [
    { id: 'day', name: 'outside' },
    ...HOLDING_MOODS.map((mood) => ({ id: mood, name: mood, figure: true })),
  ];
  protected readonly rows = computed(() =>
    (this.view()?.rows ?? []).map(({ day, times }) => ({
      cells: { day, ...Object.fromEntries(HOLDING_MOODS.map((mood, n) => [mood, times[n] ?? ''])) },
    })),
  );
}
