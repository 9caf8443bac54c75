import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { Design, DesignLoad } from '@yewridge/core/bench';
import type { UnitSystem } from '@yewridge/core/shared/units';
import { Chart } from '../../../shared/charts/chart';
import { downWords } from '../data/load-view';
import { massChart } from '../data/mass-chart';

/** The mass of trap and colony over sixty days. */
@Component({
  selector: 'yw-mass-band',
  imports: [Chart],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<yw-chart [label]="label()" [build]="build()" />`,
  styles: `
    :host {
      display: block;
    }
  `,
})
export class MassBand {
  readonly design = input.required<Design>();
  readonly load = input.required<DesignLoad>();
  /** m3 net. */
  readonly room = input.required<number>();
  readonly system = input.required<UnitSystem>();

  protected readonly build = computed(() => massChart(this.load(), this.room(), this.system()));
  protected readonly label = computed(
    () => `Chart of the mass by days. ${downWords(this.design(), this.load(), this.system())}.`,
  );
}
