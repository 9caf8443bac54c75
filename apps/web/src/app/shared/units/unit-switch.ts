import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { DISPLAY, UNIT_SYSTEMS } from '@yewridge/core/shared/units';
import { UnitChoice } from './unit-choice';

/** The one switch between metric and inches. */
@Component({
  selector: 'yw-unit-switch',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<div role="radiogroup" aria-label="Units">
    @for (system of systems; track system) {
      <label [class.chosen]="choice.system() === system">
        <input
          type="radio"
          name="units"
          class="visually-hidden"
          [attr.aria-label]="names[system]"
          [checked]="choice.system() === system"
          (change)="choice.choose(system)"
        />
        <span aria-hidden="true">{{ display[system].symbol }}</span>
      </label>
    }
  </div>`,
  styles: `
    div {
      display: inline-flex;
      border: 1px solid var(--rule-2);
      background: var(--sheet);
    }
    label {
      position: relative;
      padding: 0 var(--s3);
      line-height: 24px;
      cursor: pointer;
    }
    label.chosen {
      background: var(--ink);
      color: var(--paper);
      font-weight: 600;
    }
    label:focus-within {
      outline: 2px solid var(--yew);
      outline-offset: 2px;
    }
  `,
})
export class UnitSwitch {
  protected readonly choice = inject(UnitChoice);
  protected readonly systems = UNIT_SYSTEMS;
  protected readonly display = DISPLAY.length;
  protected readonly names = { metric: 'millimetres and litres', imperial: 'inches and gallons' };
}
