import type { Calibration, Reading, Rig } from '@yewridge/core/suction';
import { convert, DISPLAY, type UnitSystem } from '@yewridge/core/shared/units';
import type { EChartsCoreOption } from 'echarts/core';
import type { ChartTheme } from '../../../shared/charts/chart-theme';
import { expectedPressure } from './reading-plan';
import { calibrated } from './rig-edits';

const STEPS = 12;

/** Pa in the box over the gate's travel, port open. */
function courseOf(rig: Rig): readonly (readonly [opening: number, pressure: number])[] {
  return Array.from({ length: STEPS + 1 }, (_, n) => n / STEPS).flatMap((opening) => {
    const pressure = expectedPressure(rig, { opening, portClosed: false });
    return pressure === null ? [] : [[opening, pressure] as const];
  });
}

export function readingSays(readings: readonly Reading[]): string {
  const count = readings.length === 1 ? '1 reading' : `${readings.length} readings`;
  return `Suction in the box against the gate’s travel: the rig as described${readings.length === 0 ? '' : `, and ${count}`}`;
}

const course = { type: 'line', symbol: 'none', silent: true } as const;

export function readingChart(
  asked: {
    readonly rig: Rig;
    readonly readings: readonly Reading[];
    readonly found: Calibration | null;
    readonly kind: 'parabola' | 'linear';
  },
  system: UnitSystem,
  theme: ChartTheme,
): EChartsCoreOption {
  const { rig, readings, found, kind } = asked;
  const { unit, symbol } = DISPLAY.pressure[system];
  const shown = (pascal: number): number => convert({ value: pascal, from: 'Pa', to: unit });
  const line = (one: Rig): readonly (readonly number[])[] => courseOf(one).map(([x, pa]) => [100 * x, shown(pa)]);
  const fitted = found && calibrated(rig, found, { curveKind: kind, readings, day: '', instrument: 'typed' });
  const dots = (shut: boolean): readonly (readonly number[])[] =>
    readings
      .filter(({ portClosed }) => (portClosed === true) === shut)
      .map(({ opening, boxUnderPressure }) => [100 * opening, shown(boxUnderPressure)]);
  const text = { color: theme.quiet, fontSize: 12 };
  return {
    grid: { left: 46, right: 10, top: 34, bottom: 36 },
    legend: { top: 0, left: 0, itemWidth: 16, itemHeight: 8, textStyle: text },
    xAxis: {
      type: 'value',
      min: 0,
      max: 100,
      name: 'gate open, %',
      nameLocation: 'middle',
      nameGap: 22,
      nameTextStyle: text,
      axisLabel: text,
      axisLine: { lineStyle: { color: theme.ink } },
      splitLine: { show: false },
    },
    yAxis: {
      type: 'value',
      min: 0,
      name: symbol,
      nameGap: 6,
      nameTextStyle: { ...text, align: 'right' },
      splitNumber: 3,
      axisLabel: text,
      splitLine: { lineStyle: { color: theme.rule } },
    },
    series: [
      {
        ...course,
        name: 'as described',
        data: line(rig),
        lineStyle: { color: theme.quiet, width: 1.2, type: 'dashed' },
        itemStyle: { color: theme.quiet },
      },
      ...(fitted
        ? [
            {
              ...course,
              name: 'as found',
              data: line(fitted),
              lineStyle: { color: theme.color[0], width: 1.6 },
              itemStyle: { color: theme.color[0] },
            },
          ]
        : []),
      { type: 'scatter', name: 'read', data: dots(false), symbolSize: 9, itemStyle: { color: theme.color[3] } },
      ...(dots(true).length > 0
        ? [
            {
              type: 'scatter',
              name: 'read, port shut',
              data: dots(true),
              symbol: 'rect',
              symbolSize: 9,
              itemStyle: { color: theme.color[3] },
            },
          ]
        : []),
    ],
  };
}
