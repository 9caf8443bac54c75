import { lossAt, type LossFit } from '@yewridge/core/suction';
import { convert, DISPLAY, type UnitSystem } from '@yewridge/core/shared/units';
import type { EChartsCoreOption } from 'echarts/core';
import type { ChartTheme } from '../../../shared/charts/chart-theme';
import { figureText } from '../../../shared/units/format';

/** m/s: softer than a bee falls, to far above what anybody should use. */
const FASTEST = 10;
const STEP = 0.5;
/** %: a job that killed more is shown at the edge. */
const MOST = 20;

/** A job of the keeper's that counts, as a dot: how fast bees landed, and the share that died of it. */
export interface JobDot {
  readonly speed: number;
  readonly share: number;
}

export function lossesSays(dots: readonly JobDot[], limit: number, system: UnitSystem): string {
  const jobs =
    dots.length === 0 ? 'no job of your own that counts yet' : dots.length === 1 ? 'one job' : `${dots.length} jobs`;
  return `Dead bees against landing speed: what is expected, the range nine in ten lie in, ${jobs}, and the limit of ${figureText(limit, 'speed', system)}`;
}

export function lossesChart(
  asked: { readonly fit: LossFit; readonly dots: readonly JobDot[]; readonly limit: number },
  system: UnitSystem,
  theme: ChartTheme,
): EChartsCoreOption {
  const { fit, dots, limit } = asked;
  const { unit, symbol } = DISPLAY.speed[system];
  const speed = (value: number): number => convert({ value, from: 'm/s', to: unit });
  const percent = (share: number): number => Math.min(MOST, 100 * share);
  const rows = Array.from({ length: FASTEST / STEP + 1 }, (_, n) => n * STEP).map((at) => ({
    x: speed(at),
    ...lossAt({ fit, speed: at }),
  }));
  const text = { color: theme.quiet, fontSize: 12 };
  const quiet = { type: 'line', symbol: 'none', silent: true, stack: 'band', lineStyle: { opacity: 0 } } as const;
  return {
    grid: { left: 36, right: 12, top: 20, bottom: 36 },
    xAxis: {
      type: 'value',
      min: 0,
      max: speed(FASTEST),
      name: `landing at, ${symbol}`,
      nameLocation: 'middle',
      nameGap: 22,
      nameTextStyle: text,
      axisLabel: { ...text, showMaxLabel: false },
      axisLine: { lineStyle: { color: theme.ink } },
      splitLine: { show: false },
    },
    yAxis: {
      type: 'value',
      min: 0,
      max: MOST,
      name: '% dead',
      nameGap: 6,
      nameTextStyle: { ...text, align: 'right' },
      splitNumber: 4,
      axisLabel: text,
      splitLine: { lineStyle: { color: theme.rule } },
    },
    series: [
      { ...quiet, data: rows.map(({ x, low }) => [x, percent(low)]) },
      {
        ...quiet,
        data: rows.map(({ x, low, high }) => [x, percent(high) - percent(low)]),
        areaStyle: { color: theme.rule, opacity: 0.7 },
      },
      {
        type: 'line',
        symbol: 'none',
        silent: true,
        data: rows.map(({ x, expected }) => [x, percent(expected)]),
        lineStyle: { color: theme.ink, width: 1.6 },
        markLine: {
          symbol: 'none',
          silent: true,
          lineStyle: { color: theme.color[3], type: 'solid', width: 1.5 },
          label: { formatter: `limit ${figureText(limit, 'speed', system)}`, color: theme.ink, fontSize: 12 },
          data: [{ xAxis: speed(limit) }],
        },
      },
      {
        type: 'scatter',
        symbolSize: 9,
        itemStyle: { color: theme.color[0] },
        data: dots.map((dot) => [speed(Math.min(FASTEST, dot.speed)), percent(dot.share)]),
      },
    ],
  };
}
