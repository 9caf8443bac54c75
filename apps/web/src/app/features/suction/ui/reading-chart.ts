import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import type { Calibration, Reading, Rig } from '@yewridge/core/suction';
import type { EChartsCoreOption } from 'echarts/core';
import { Chart } from '../../../shared/charts/chart';
import type { ChartTheme } from '../../../shared/charts/chart-theme';
import { UnitChoice } from '../../../shared/units/unit-choice';
import { readingChart, readingSays } from '../data/reading-chart';

/** Suction in the box against the gate: the rig as described, the rig as found, and the readings themselves. */
@Component({
  selector: 'yw-reading-chart',
  imports: [Chart],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<yw-chart [label]="says()" [build]="build()" />`,
  styles: `
    :host {
      display: block;
      height: 210px;
    }
  `,
})
export class ReadingChart {
  readonly rig = input.required<Rig>();
  readonly readings = input.required<readonly Reading[]>();
  readonly found = input.required<Calibration | null>();
  readonly kind = input.required<'parabola' | 'linear'>();

  readonly #system = inject(UnitChoice).system;
  protected readonly says = computed(() => readingSays(this.readings()));
  protected readonly build = computed(() => {
    const asked = { rig: this.rig(), readings: this.readings(), found: this.found(), kind: this.kind() };
    const system = this.#system();
    return (theme: ChartTheme): EChartsCoreOption => readingChart(asked, system, theme);
  });
}
