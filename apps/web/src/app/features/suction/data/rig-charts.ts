import { BEE_DATA, type HeatClock, type Rig, type SwarmLanding } from '@yewridge/core/suction';
import { convert, DISPLAY, type UnitSystem, ZERO_CELSIUS } from '@yewridge/core/shared/units';
import type { EChartsCoreOption } from 'echarts/core';
import type { ChartTheme } from '../../../shared/charts/chart-theme';
import { decimalText, figureText } from '../../../shared/units/format';

/** Landing speeds of a swarm as a histogram; what is over the limit in another colour, and a line with its number. */
export function landingChart(swarm: SwarmLanding, rig: Rig, system: UnitSystem, theme: ChartTheme): EChartsCoreOption {
  const { unit } = DISPLAY.speed[system];
  const shown = (speed: number): number => convert({ value: speed, from: 'm/s', to: unit });
  const { limit } = rig.bees;
  const middle = (n: number): number => swarm.binStart + (n + 0.5) * swarm.binWidth;
  return {
    grid: { left: 6, right: 8, top: 18, bottom: 20 },
    xAxis: {
      type: 'value',
      ...spanOf(swarm, limit, shown),
      axisLabel: { color: theme.quiet, fontSize: 12 },
      axisLine: { lineStyle: { color: theme.ink } },
      splitLine: { show: false },
    },
    yAxis: { type: 'value', show: false },
    series: [
      {
        type: 'bar',
        barWidth: '96%',
        barCategoryGap: '0%',
        data: swarm.bins.map((count, n) => ({
          value: [shown(middle(n)), count],
          itemStyle: { color: middle(n) > limit ? theme.color[3] : theme.color[1] },
        })),
        markLine: {
          symbol: 'none',
          silent: true,
          lineStyle: { color: theme.color[3], type: 'solid', width: 1.5 },
          label: {
            formatter: `limit ${figureText(limit, 'speed', system)}`,
            color: theme.ink,
            fontSize: 12,
            position: 'end',
          },
          data: [{ xAxis: shown(limit) }],
        },
      },
    ],
  };
}

/** From the softest bees worth showing to the hardest, or a little over the limit, in halves. */
function spanOf(
  { p05, p50, p95 }: SwarmLanding,
  limit: number,
  shown: (speed: number) => number,
): { readonly min: number; readonly max: number } {
  const middle = p50 ?? limit;
  const low = middle - 2 * (middle - (p05 ?? middle));
  const high = Math.max(middle + 2 * ((p95 ?? middle) - middle), limit + 0.25);
  return { min: Math.max(0, Math.floor(2 * shown(low)) / 2), max: Math.ceil(2 * shown(high)) / 2 };
}

export function landingSays(swarm: SwarmLanding, system: UnitSystem): string {
  if (swarm.p05 === null || swarm.p95 === null) return 'No bee arrives.';
  return `Landing speeds of ${swarm.flown} simulated bees: nine in ten between ${figureText(swarm.p05, 'speed', system)} and ${figureText(swarm.p95, 'speed', system)}, ${decimalText(100 * (swarm.shareAbove ?? 0), 0)} in 100 above the limit.`;
}

function degrees(kelvin: number, system: UnitSystem): number {
  const celsius = kelvin - ZERO_CELSIUS;
  return system === 'metric' ? celsius : celsius * 1.8 + 32;
}

const WARNING = BEE_DATA.temperature.warning.typical;
const DANGER = BEE_DATA.temperature.danger.typical;

/** The bees' temperature over time; heavy the chosen case, with warning and danger as lines that say their name. */
export function heatChart(clock: HeatClock, system: UnitSystem, theme: ChartTheme): EChartsCoreOption {
  const points = clock.course.map(({ time, bees }) => [time / 60, degrees(bees, system)]);
  const air = clock.course.map(({ time, air: inside }) => [time / 60, degrees(inside, system)]);
  const all = [...points, ...air].map(([, value]) => value ?? 0);
  const interval = system === 'metric' ? 4 : 10;
  const line = (kelvin: number, name: string): object => ({
    yAxis: degrees(kelvin, system),
    label: { formatter: name, position: 'insideStartTop', color: theme.ink, fontSize: 12 },
  });
  return {
    grid: { left: 30, right: 12, top: 12, bottom: 22 },
    xAxis: {
      type: 'value',
      min: 0,
      max: Math.max(20, Math.ceil((points.at(-1)?.[0] ?? 60) / 20) * 20),
      axisLabel: { color: theme.quiet, fontSize: 12, formatter: '{value}' },
      splitLine: { show: false },
      axisLine: { lineStyle: { color: theme.ink } },
    },
    yAxis: {
      type: 'value',
      min: Math.floor(Math.min(...all) / interval) * interval,
      max: Math.ceil(Math.max(degrees(DANGER, system) + 2, ...all) / interval) * interval,
      interval,
      axisLabel: { color: theme.quiet, fontSize: 12 },
      splitLine: { lineStyle: { color: theme.rule } },
    },
    series: [
      {
        type: 'line',
        name: 'bees',
        symbol: 'none',
        data: points,
        lineStyle: { color: theme.color[4], width: 2.2 },
        markLine: {
          symbol: 'none',
          silent: true,
          lineStyle: { color: theme.color[3], type: 'dashed' },
          data: [line(WARNING, 'warning'), line(DANGER, 'danger')],
        },
      },
      {
        type: 'line',
        name: 'air',
        symbol: 'none',
        data: air,
        lineStyle: { color: theme.quiet, width: 1.2, type: 'dashed' },
      },
    ],
  };
}
