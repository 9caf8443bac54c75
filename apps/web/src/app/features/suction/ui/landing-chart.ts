import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { Rig, SwarmLanding } from '@yewridge/core/suction';
import type { UnitSystem } from '@yewridge/core/shared/units';
import type { EChartsCoreOption } from 'echarts/core';
import { Chart } from '../../../shared/charts/chart';
import type { ChartTheme } from '../../../shared/charts/chart-theme';
import { landingChart, landingSays } from '../data/rig-charts';

/** How the landing speeds of a swarm spread. */
@Component({
  selector: 'yw-landing-chart',
  imports: [Chart],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<yw-chart [label]="says()" [build]="build()" />`,
  styles: `
    :host {
      display: block;
      height: 108px;
    }
  `,
})
export class LandingChart {
  readonly swarm = input.required<SwarmLanding>();
  readonly rig = input.required<Rig>();
  readonly system = input.required<UnitSystem>();

  protected readonly build = computed(() => {
    const [swarm, rig, system] = [this.swarm(), this.rig(), this.system()];
    return (theme: ChartTheme): EChartsCoreOption => landingChart(swarm, rig, system, theme);
  });
  protected readonly says = computed(() => landingSays(this.swarm(), this.system()));
}
