import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { MatCheckboxModule } from '@angular/material/checkbox';
import { type Reading, RIG_LIMITS } from '@yewridge/core/suction';
import type { UnitSystem } from '@yewridge/core/shared/units';
import type { Field, PartChange } from '../../../shared/fields/field';
import { FieldList } from '../../../shared/fields/field-list';
import { columnText, unsafe } from '../data/calibration-words';

const L = RIG_LIMITS;
const FIELDS: readonly Field[] = [
  { path: 'opening', label: 'Gate open', kind: 'percent', range: L.share },
  { path: 'boxUnderPressure', label: 'In the box', kind: 'pressure', range: L.reading },
  { path: 'nozzleSpeed', label: 'At the mouth, mean', kind: 'speed', range: L.speed, otherwise: null },
];

/** One reading of the empty rig, as it was taken or typed, and how far the fit is from it. */
@Component({
  selector: 'yw-reading-card',
  imports: [MatCheckboxModule, FieldList],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<fieldset>
    <legend>
      Reading {{ number() }} <span class="small">{{ says() }}</span>
    </legend>
    <yw-field-list
      [fields]="fields"
      [part]="reading()"
      [prefix]="'reading' + number() + ':'"
      (changed)="changed.emit($event)"
    />
    <p class="small">{{ column() }}</p>
    <mat-checkbox
      [checked]="reading().portClosed === true"
      (change)="changed.emit({ field: 'portClosed', value: $event.checked })"
      >port shut</mat-checkbox
    >
    @if (fault(); as says) {
      <p class="warn">▲ {{ says }}</p>
    }
    <button type="button" class="quiet" (click)="removed.emit()">
      Remove<span class="visually-hidden"> reading {{ number() }}</span>
    </button>
  </fieldset>`,
  styleUrl: '../pages/side-page.scss',
})
export class ReadingCard {
  /** From 1. */
  readonly number = input.required<number>();
  readonly reading = input.required<Reading>();
  /** How far the fit is from it. */
  readonly says = input.required<string>();
  readonly system = input.required<UnitSystem>();
  readonly changed = output<PartChange>();
  readonly removed = output();

  protected readonly fields = FIELDS;
  protected readonly column = computed(() => columnText(this.reading().boxUnderPressure, this.system()));
  protected readonly fault = computed(() => unsafe(this.reading().opening, this.reading().portClosed === true));
}
