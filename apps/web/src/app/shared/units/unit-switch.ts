import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { DISPLAY, UNIT_SYSTEMS } from '@yewridge/core/shared/units';
import { Segments } from '../fields/segments';
import { UnitChoice } from './unit-choice';

const NAMES = { metric: 'millimetres and litres', imperial: 'inches and gallons' } as const;

/** The one switch between metric and inches. */
@Component({
  selector: 'yw-unit-switch',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Segments],
  template: `<yw-segments
    label="Units"
    [options]="options"
    [value]="choice.system()"
    (chosen)="choice.choose($any($event))"
  />`,
})
export class UnitSwitch {
  protected readonly choice = inject(UnitChoice);
  protected readonly options = UNIT_SYSTEMS.map((id) => ({ id, name: DISPLAY.length[id].symbol, says: NAMES[id] }));
}
