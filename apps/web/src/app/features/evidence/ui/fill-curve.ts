import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { EChartsCoreOption } from 'echarts/core';
import type { Filling, FillingGroup } from '@yewridge/core/evidence';
import { alongAxis, upAxis } from '../../../shared/charts/axes';
import { Chart } from '../../../shared/charts/chart';
import type { ChartTheme } from '../../../shared/charts/chart-theme';
import { count } from '../data/evidence-words';

type Point = readonly [day: number, share: number];
const PERCENT = 100;

/** Share occupied by days at risk, as steps: from nothing on the first day. */
function stepsOf({ survival: { steps } }: FillingGroup, of: (step: (typeof steps)[number]) => number | null): Point[] {
  const points: Point[] = [[0, 0]];
  for (const step of steps) {
    const empty = of(step);
    if (empty !== null) points.push([step.time, PERCENT * (1 - empty)]);
  }
  return points;
}

const DASHES = ['solid', [6, 4], [2, 3], [9, 3, 2, 3]] as const;

/** How long until a trap fills: share occupied by days at risk, with its band where it is one curve. */
@Component({
  selector: 'yw-fill-curve',
  imports: [Chart],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<yw-chart [label]="label()" [build]="build()" />`,
  styles: `
    :host {
      display: block;
      height: 190px;
    }
  `,
})
export class FillCurve {
  readonly filling = input.required<Filling>();
  /** Names of the groups as they are told. */
  readonly names = input<Readonly<Record<string, string>>>({});

  protected readonly label = computed(() =>
    this.filling()
      .groups.map(({ name, survival }) => {
        const last = survival.steps.at(-1);
        const share = last ? count(PERCENT * (1 - last.survival)) : '0';
        return `${this.names()[name] ?? 'All traps'}: ${share} in 100 occupied after ${count(last?.time ?? 0)} days`;
      })
      .join('; '),
  );
  protected readonly build = computed(() => (theme: ChartTheme): EChartsCoreOption => {
    const { groups } = this.filling();
    const line = (group: FillingGroup, n: number): object => ({
      type: 'line',
      name: this.names()[group.name] ?? 'all traps',
      step: 'end',
      showSymbol: false,
      color: n === 0 ? theme.yew : theme.ink,
      lineStyle: { width: 2, type: DASHES[n % DASHES.length] },
      endLabel: { show: groups.length > 1, formatter: '{a}', color: theme.ink, fontSize: 12 },
      data: stepsOf(group, ({ survival }) => survival),
    });
    const [first] = groups;
    const band =
      groups.length === 1 && first
        ? [
            ...(['hi', 'lo'] as const).map((end) => ({
              type: 'line',
              step: 'end',
              showSymbol: false,
              color: theme.yew,
              lineStyle: { width: 1, type: 'dotted' },
              data: stepsOf(first, (step) => step[end]),
            })),
          ]
        : [];
    return {
      grid: { left: 40, right: groups.length > 1 ? 110 : 14, top: 12, bottom: 34 },
      tooltip: { show: false },
      xAxis: alongAxis(theme, 'days at risk'),
      yAxis: upAxis(theme, '{value} %'),
      series: [...groups.map(line), ...band],
    };
  });
}
