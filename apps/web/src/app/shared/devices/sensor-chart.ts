import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import type { DeviceReadingDto } from '@yewridge/contract/devices';
import { convert, DISPLAY } from '@yewridge/core/shared/units';
import type { EChartsCoreOption } from 'echarts/core';
import { Chart } from '../charts/chart';
import type { ChartTheme } from '../charts/chart-theme';
import { dayShort } from '../season/season-words';
import { decimalText } from '../units/format';
import { UnitChoice } from '../units/unit-choice';
import { measuredWords } from './sensor-words';

interface Row {
  readonly name: string;
  readonly of: (reading: DeviceReadingDto) => number | null;
  readonly colour: 0 | 2 | 4;
  readonly kind: 'bar' | 'line';
  readonly decimals: number;
}

const CELSIUS_TO_F = (c: number): number => c * 1.8 + 32;

/** What a sensor in a trap told: bees a minute, warmth and weight, one over the other along the same hours. */
@Component({
  selector: 'yw-sensor-chart',
  imports: [Chart],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<yw-chart [label]="says()" [build]="build()" />`,
  styles: `
    :host {
      display: block;
      height: 320px;
    }
  `,
})
export class SensorChart {
  readonly readings = input.required<readonly DeviceReadingDto[]>();

  readonly #system = inject(UnitChoice).system;
  readonly #rows = computed<readonly Row[]>(() => {
    const system = this.#system();
    const { unit, symbol } = DISPLAY.mass[system];
    const warmth = (c: number): number => (system === 'metric' ? c : CELSIUS_TO_F(c));
    return [
      { name: 'bees a minute', of: ({ perMin }) => perMin, colour: 0, kind: 'bar', decimals: 0 },
      {
        name: system === 'metric' ? '°C inside' : '°F inside',
        of: ({ insideC }) => (insideC === null ? null : warmth(insideC)),
        colour: 4,
        kind: 'line',
        decimals: 0,
      },
      {
        name: symbol,
        of: ({ massKg }) => (massKg === null ? null : convert({ value: massKg, from: 'kg', to: unit })),
        colour: 2,
        kind: 'line',
        decimals: 1,
      },
    ];
  });

  protected readonly says = computed(() => {
    const readings = this.readings();
    const [first, last] = [readings[0], readings.at(-1)];
    if (!first || !last) return 'No readings yet';
    const when = `${dayShort(last.at.slice(0, 10))}, ${last.at.slice(11)}`;
    return `${readings.length} readings since ${dayShort(first.at.slice(0, 10))}; the latest, ${when}: ${measuredWords(last, this.#system())}`;
  });

  protected readonly build = computed(() => {
    const readings = this.readings();
    const rows = this.#rows();
    return (theme: ChartTheme): EChartsCoreOption => {
      const text = { color: theme.quiet, fontSize: 12 };
      return {
        grid: rows.map((_, n) => ({ left: 44, right: 12, top: 22 + n * 98, height: 68 })),
        tooltip: {
          trigger: 'axis',
          backgroundColor: theme.sheet,
          borderColor: theme.rule,
          textStyle: { color: theme.ink, fontSize: 12 },
          formatter: (points: readonly { dataIndex: number }[]) => {
            const one = readings[points[0]?.dataIndex ?? 0];
            if (!one) return '';
            return `${dayShort(one.at.slice(0, 10))}, ${one.at.slice(11)}<br>${measuredWords(one, this.#system())}`;
          },
        },
        xAxis: rows.map((_, n) => ({
          type: 'category',
          gridIndex: n,
          data: readings.map(({ at }) => at),
          axisLine: { lineStyle: { color: theme.ink } },
          axisTick: { show: false },
          axisLabel: {
            ...text,
            show: n === rows.length - 1,
            interval: (_index: number, at: string) => at.slice(11) === '00:00',
            formatter: (at: string) => dayShort(at.slice(0, 10)).replace(/ \w+$/, ''),
          },
        })),
        yAxis: rows.map(({ name, decimals }, n) => ({
          type: 'value',
          gridIndex: n,
          scale: decimals > 0,
          name,
          nameLocation: 'end',
          nameGap: 6,
          nameTextStyle: { ...text, align: 'left' },
          splitNumber: 2,
          // No two marks that read the same.
          minInterval: 10 ** -decimals,
          axisLabel: { ...text, formatter: (value: number) => decimalText(value, decimals) },
          splitLine: { lineStyle: { color: theme.rule } },
        })),
        series: rows.map(({ kind, of, colour }, n) => ({
          type: kind,
          xAxisIndex: n,
          yAxisIndex: n,
          data: readings.map(of),
          symbol: 'none',
          barCategoryGap: '15%',
          itemStyle: { color: theme.color[colour] },
          lineStyle: { color: theme.color[colour], width: 1.4 },
        })),
      };
    };
  });
}
