import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { catchError, map, of } from 'rxjs';
import { ChoiceLine } from '../../../shared/fields/choice-line';
import { RecordsApi } from '../../../shared/season/records-api';
import { CARRIER_NAMES, DOSE_UNIT_NAMES, PLACED_NAMES } from '../../../shared/season/season-words';
import { SizeField } from '../../../shared/units/size-field';
import {
  type LureSaid,
  DOSE_RANGE,
  NOTHING_SAID,
  scentKey,
  scentNames,
  scentOf,
  usualDose,
  usualWords,
} from '../data/lures-said';

/** The lures that go in: none until one is named, and of each only what is said. */
@Component({
  selector: 'yw-lure-rows',
  imports: [ChoiceLine, SizeField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @for (row of rows(); track $index; let n = $index) {
      <fieldset>
        <legend>Lure {{ n + 1 }}</legend>
        <yw-choice-line
          label="carrier"
          [names]="names.carrier"
          [value]="row.lure.carrier"
          (chosen)="say(n, { carrier: $any($event) })"
        />
        <yw-choice-line label="lure" [names]="scents()" [value]="row.scent" (chosen)="sayScent(n, $event)" />
        <yw-choice-line
          label="placed"
          [names]="names.placed"
          [value]="row.lure.placed"
          (chosen)="say(n, { placed: $any($event) })"
        />
        <yw-choice-line
          label="dose in"
          [names]="names.unit"
          [value]="row.lure.doseUnit"
          (chosen)="say(n, { doseUnit: $any($event) })"
        />
        <yw-size-field
          label="dose"
          kind="number"
          [optional]="true"
          [value]="row.lure.dose"
          [range]="most"
          (changed)="say(n, { dose: $event })"
          (cleared)="say(n, { dose: null })"
        />
        <p>
          @if (row.usual; as usual) {
            <button type="button" class="button" (click)="takeUsual(n)">
              {{ usual }}<span class="visually-hidden"> in lure {{ n + 1 }}</span>
            </button>
            <small>usual for it, by rule of thumb</small>
          }
          <button type="button" class="quiet" (click)="leave(n)">
            Leave it out<span class="visually-hidden"> “lure {{ n + 1 }}”</span>
          </button>
        </p>
      </fieldset>
    } @empty {
      <p class="none">None goes in.</p>
    }
    <button type="button" class="button" (click)="add()">
      {{ rows().length === 0 ? 'Add a lure' : 'Another lure' }}
    </button>
  `,
  styles: `
    fieldset {
      display: grid;
      gap: 6px;
      margin: 0 0 8px;
      padding: 4px 8px 8px;
      border: 1px solid var(--rule-2);
    }
    legend {
      padding: 0 4px;
      color: var(--ink-2);
      font-size: var(--t-xs);
    }
    p {
      display: flex;
      flex-wrap: wrap;
      gap: 8px;
      align-items: center;
      margin: 0;
    }
    .none {
      margin-bottom: 8px;
      color: var(--ink-2);
    }
    small {
      color: var(--ink-2);
    }
  `,
})
export class LureRows {
  readonly lures = input.required<readonly LureSaid[]>();
  /** Told what is said by then: a dose left for the next tap is not lost by it. */
  readonly said = output<(lures: readonly LureSaid[]) => readonly LureSaid[]>();

  readonly #blends = toSignal(
    inject(RecordsApi)
      .list('goods', { kind: 'lure', sort: 'name', limit: 500 })
      .pipe(
        map(({ items }) => items),
        // Without a signal the oils are still there to choose from.
        catchError(() => of([])),
      ),
    { initialValue: [] },
  );
  protected readonly names = { carrier: CARRIER_NAMES, placed: PLACED_NAMES, unit: DOSE_UNIT_NAMES };
  protected readonly most = DOSE_RANGE;
  protected readonly scents = computed(() => scentNames(this.#blends()));
  protected readonly rows = computed(() =>
    this.lures().map((lure) => ({
      lure,
      scent: scentKey(lure),
      usual: lure.dose === null ? usualWords(lure) : null,
    })),
  );

  protected add(): void {
    this.said.emit((lures) => [...lures, NOTHING_SAID]);
  }

  protected leave(at: number): void {
    this.said.emit((lures) => lures.filter((_, n) => n !== at));
  }

  protected say(at: number, change: Partial<LureSaid>): void {
    this.said.emit((lures) => lures.map((lure, n) => (n === at ? { ...lure, ...change } : lure)));
  }

  protected sayScent(at: number, key: string): void {
    this.say(at, scentOf(key));
  }

  protected takeUsual(at: number): void {
    const lure = this.lures()[at];
    const usual = lure && usualDose(lure);
    if (usual) this.say(at, { dose: usual.dose, doseUnit: usual.unit });
  }
}
