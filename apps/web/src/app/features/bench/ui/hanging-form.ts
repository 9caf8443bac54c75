import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { type Design, type DesignProblem, LOAD_DEFAULTS } from '@yewridge/core/bench';
import type { UnitSystem } from '@yewridge/core/shared/units';
import { hangingFields, LOAD_FIELDS } from '../data/setup-fields';
import { FLOW_NAMES, HANGING_NAMES } from '../data/setup-words';
import { faultsUnder } from '../data/stack-rows';
import { ChoiceLine } from '../../../shared/fields/choice-line';
import { FieldList } from '../../../shared/fields/field-list';
import type { PanelChange } from './panel-change';

/** How a design hangs, and what the keeper plans to find in it and to lift. */
@Component({
  selector: 'yw-hanging-form',
  imports: [ChoiceLine, FieldList],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <yw-choice-line
      label="It hangs"
      [names]="names"
      [value]="design().hanging?.style ?? 'none'"
      (chosen)="hangingChosen.emit($event)"
    />
    @if (design().hanging; as hanging) {
      <yw-field-list
        [fields]="fields()"
        [part]="hanging"
        [faults]="hangingFaults()"
        prefix="hanging:"
        (changed)="changed.emit({ part: 'hanging', field: $event.field, value: $event.value })"
        (left)="left.emit()"
      />
    }
    <yw-field-list
      [fields]="loadFields"
      [part]="plan()"
      [faults]="loadFaults()"
      prefix="load:"
      (changed)="planned($event.field, $event.value)"
      (left)="left.emit()"
    />
    <yw-choice-line label="Flow" [names]="flows" [value]="plan().flow" (chosen)="planned('flow', $event)" />
  `,
  styles: `
    :host {
      display: grid;
      gap: 6px;
    }
  `,
})
export class HangingForm {
  readonly design = input.required<Design>();
  readonly problems = input.required<readonly DesignProblem[]>();
  readonly system = input.required<UnitSystem>();
  readonly changed = output<PanelChange>();
  readonly hangingChosen = output<string>();
  readonly left = output();

  protected readonly names = { none: 'not said yet', ...HANGING_NAMES };
  protected readonly flows = FLOW_NAMES;
  protected readonly loadFields = LOAD_FIELDS;
  protected readonly plan = computed(() => this.design().load ?? LOAD_DEFAULTS);
  protected readonly fields = computed(() => {
    const { hanging } = this.design();
    return hanging ? hangingFields(hanging) : [];
  });
  protected readonly hangingFaults = computed(() => faultsUnder('hanging', this.problems(), this.system()));
  protected readonly loadFaults = computed(() => faultsUnder('load', this.problems(), this.system()));

  /** The plan is one thing: what is not said yet comes with the first word of it. */
  protected planned(field: string, value: unknown): void {
    this.changed.emit({ part: 'whole', field: 'load', value: { ...this.plan(), [field]: value } });
  }
}
