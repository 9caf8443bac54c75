import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { CurvePoint } from '@yewridge/core/ground';
import type { EChartsCoreOption } from 'echarts/core';
import { alongAxis, upAxis } from '../../../shared/charts/axes';
import { Chart } from '../../../shared/charts/chart';
import type { ChartTheme } from '../../../shared/charts/chart-theme';
import { swarmsText } from '../data/next-words';

/** Swarms caught by the number of traps hung: filled up to the plan, open beyond it, dotted what no choice can beat. */
@Component({
  selector: 'yw-catch-curve',
  imports: [Chart],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<yw-chart [label]="label()" [build]="build()" />`,
  styles: `
    :host {
      display: block;
      height: 170px;
    }
  `,
})
export class CatchCurve {
  readonly curve = input.required<readonly CurvePoint[]>();
  readonly traps = input.required<number>();

  protected readonly label = computed(() =>
    this.curve()
      .map(({ traps, swarms }) => `${traps}: ${swarmsText(swarms)}`)
      .join(', '),
  );
  protected readonly build = computed(() => (theme: ChartTheme): EChartsCoreOption => {
    const curve = this.curve();
    const here = curve.find(({ traps }) => traps === this.traps());
    const planned = curve.filter(({ traps }) => traps <= this.traps());
    const points = (of: readonly CurvePoint[]): readonly (readonly [number, number])[] => [
      ...(of === planned ? [[0, 0] as const] : []),
      ...of.map(({ traps, swarms }) => [traps, swarms] as const),
    ];
    return {
      grid: { left: 34, right: 12, top: 16, bottom: 34 },
      tooltip: { show: false },
      xAxis: { ...alongAxis(theme, 'traps hung'), max: curve.at(-1)?.traps ?? 1, minInterval: 1 },
      yAxis: upAxis(theme),
      series: [
        {
          type: 'line',
          name: 'no choice lies above this',
          showSymbol: false,
          silent: true,
          color: theme.quiet,
          lineStyle: { width: 1, type: 'dotted' },
          data: [[0, 0], ...curve.map(({ traps, bound }) => [traps, bound])],
        },
        {
          type: 'line',
          symbol: 'circle',
          symbolSize: 5,
          silent: true,
          color: theme.catch,
          areaStyle: { color: theme.catch, opacity: 0.12 },
          lineStyle: { width: 2 },
          data: points(planned),
        },
        {
          type: 'line',
          symbol: 'emptyCircle',
          symbolSize: 5,
          silent: true,
          color: theme.catch,
          lineStyle: { width: 1.5 },
          data: points(curve.filter(({ traps }) => traps >= this.traps())),
        },
        {
          type: 'scatter',
          symbolSize: 10,
          silent: true,
          color: theme.catch,
          label: {
            show: true,
            formatter: swarmsText(here?.swarms ?? 0),
            position: 'bottom',
            color: theme.ink,
            fontWeight: 600,
          },
          data: here ? [[here.traps, here.swarms]] : [],
        },
      ],
    };
  });
}
