import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import {
  type Design,
  type DesignProblem,
  type Hanging,
  hangingsOf,
  LOAD_DEFAULTS,
  SETUP_LIMITS,
} from '@yewridge/core/bench';
import type { UnitSystem } from '@yewridge/core/shared/units';
import type { HangingChoice } from '../data/design-edits';
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
    @for (way of ways(); track way.part) {
      <yw-choice-line
        [label]="$first ? 'It hangs' : 'And besides'"
        [names]="$first ? names : otherNames"
        [value]="way.hanging?.style ?? 'none'"
        (chosen)="chosen($index, $event)"
      />
      @if (way.hanging; as hanging) {
        <yw-field-list
          [fields]="way.fields"
          [part]="hanging"
          [faults]="way.faults"
          [prefix]="way.part + ':'"
          (changed)="changed.emit({ part: way.part, field: $event.field, value: $event.value })"
          (left)="left.emit()"
        />
      }
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
  readonly hangingChosen = output<HangingChoice>();
  readonly left = output();

  protected readonly names = { none: 'not said yet', ...HANGING_NAMES };
  protected readonly otherNames = { none: 'nothing else', ...HANGING_NAMES };
  protected readonly flows = FLOW_NAMES;
  protected readonly loadFields = LOAD_FIELDS;
  protected readonly plan = computed(() => this.design().load ?? LOAD_DEFAULTS);
  /** Every way it hangs, and room for one more. */
  protected readonly ways = computed(() => {
    const all: readonly (Hanging | undefined)[] = hangingsOf(this.design());
    const most = SETUP_LIMITS.alsoHangs.max + 1;
    return [...all, ...(all.length < most ? [undefined] : [])].map((hanging, n) => {
      const part = n === 0 ? 'hanging' : `alsoHangs[${n - 1}]`;
      const faults = faultsUnder(part, this.problems(), this.system());
      return { part, hanging, faults, fields: hanging ? hangingFields(hanging) : [] };
    });
  });
  protected readonly loadFaults = computed(() => faultsUnder('load', this.problems(), this.system()));

  protected chosen(nth: number, style: string): void {
    this.hangingChosen.emit({ nth, style: style as HangingChoice['style'] });
  }

  /** The plan is one thing: what is not said yet comes with the first word of it. */
  protected planned(field: string, value: unknown): void {
    this.changed.emit({ part: 'whole', field: 'load', value: { ...this.plan(), [field]: value } });
  }
}
