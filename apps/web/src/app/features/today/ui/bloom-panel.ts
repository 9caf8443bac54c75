import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { catchError, of } from 'rxjs';
import { map } from 'rxjs/operators';
import { ActOutbox } from '../../../shared/acts/act-outbox';
import { made, RecordsApi } from '../../../shared/season/records-api';
import { viewOf } from '../../../shared/season/view-store';
import { bloomRows, type BloomRow, STAGE_NAMES } from '../data/bloom-words';
import { PickList } from '../../../shared/fields/pick';

type Stage = BloomRow['stage'];

/** What blooms: one touch notes it, and other years say how early that is. */
@Component({
  selector: 'yw-bloom-panel',
  imports: [PickList],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <h2 id="blooms">In bloom</h2>
    <ul>
      @for (row of rows(); track row.name) {
        <li>
          <span
            ><strong>{{ row.name }}</strong> <small>{{ row.says }}</small></span
          >
          @if (row.id === null) {
            <button type="button" class="button" (click)="note(row.species, row.stage)">
              Today<span class="visually-hidden"> “{{ row.name }}”</span>
            </button>
          }
        </li>
      } @empty {
        <li>Nothing is noted yet. Blooms tell how early a year is.</li>
      }
    </ul>
    <div class="add">
      <label
        ><span class="visually-hidden">What blooms today</span>
        <input
          #species
          maxlength="80"
          placeholder="what blooms today"
          [value]="typed()"
          (input)="typed.set(species.value)"
      /></label>
      <yw-pick label="How far it is" [options]="stages" [value]="stage()" (chosen)="stage.set($event)" />
      <button type="button" class="button" [disabled]="typed().trim() === ''" (click)="add(stage())">Note it</button>
    </div>
  `,
  styles: `
    :host {
      display: block;
      padding: var(--s3);
      border-top: 1px solid var(--rule);
    }
    h2 {
      font-size: 16px;
    }
    ul {
      margin: 4px 0 8px;
      padding: 0;
      list-style: none;
    }
    li {
      display: flex;
      align-items: center;
      justify-content: space-between;
      gap: 8px;
      min-height: 40px;
      border-top: 1px solid var(--rule);
    }
    li:first-child {
      border-top: 0;
    }
    strong {
      font-weight: 600;
    }
    small {
      display: block;
      color: var(--ink-2);
      font-size: var(--t-xs);
    }
    .add {
      display: flex;
      flex-wrap: wrap;
      gap: 8px;
    }
    input,
    select {
      min-height: 32px;
      box-sizing: border-box;
      padding: 0 8px;
      border: 1px solid var(--edge);
      border-radius: 0;
      background: var(--sheet);
    }
    input {
      width: 150px;
    }
    @media (max-width: 720px) {
      .button,
      input,
      select {
        min-height: 48px;
      }
    }
  `,
})
export class BloomPanel {
  readonly today = input.required<string>();
  readonly hemisphere = input.required<'N' | 'S'>();

  readonly #records = inject(RecordsApi);
  readonly #outbox = inject(ActOutbox);
  protected readonly typed = signal('');
  protected readonly stages = Object.entries(STAGE_NAMES).map(([id, name]) => ({ id, name }));
  protected readonly stage = signal(this.stages[0]?.id ?? '');
  readonly #view = viewOf(
    () =>
      this.#records.list('phenology', { sort: '-on', limit: 500 }).pipe(
        map(({ items }) => items),
        catchError(() => of([])),
      ),
    { of: ['phenology'] },
  );
  protected readonly rows = computed(() => bloomRows(this.#view.data() ?? [], this.today(), this.hemisphere()));

  protected note(species: string, stage: Stage): void {
    this.#outbox.do({
      says: `${species}: ${STAGE_NAMES[stage]}`,
      changes: [made('phenology', { species, stage, on: this.today() })],
    });
  }

  protected add(stage: string): void {
    this.note(this.typed().trim(), stage as Stage);
    this.typed.set('');
  }
}
