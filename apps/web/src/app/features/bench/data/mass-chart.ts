import { type DesignLoad, massByDay } from '@yewridge/core/bench';
import { convert, DISPLAY, type UnitSystem } from '@yewridge/core/shared/units';
import type { EChartsCoreOption } from 'echarts/core';
import type { ChartTheme } from '../../../shared/charts/chart-theme';
import { decimalText, figureText } from '../../../shared/units/format';

const DAYS = 60;

/** Trap and colony day by day as a band, over the keeper's limit and the day it is crossed. */
export function massChart(
  load: DesignLoad,
  room: number,
  system: UnitSystem,
): (theme: ChartTheme) => EChartsCoreOption {
  const { unit, symbol } = DISPLAY.mass[system];
  const shown = (kg: number): number => convert({ value: kg, from: 'kg', to: unit });
  const days = massByDay({ empty: load.empty, room, plan: load.plan, days: DAYS });
  const { likely } = load.down;
  return (theme) => {
    const axis = {
      axisLine: { show: true, lineStyle: { color: theme.ink } },
      axisLabel: { color: theme.quiet, fontSize: 12 },
      splitLine: { lineStyle: { color: theme.rule } },
      nameTextStyle: { color: theme.quiet, fontSize: 12 },
    };
    const line = { type: 'line', symbol: 'none', silent: true } as const;
    return {
      grid: { left: 44, right: 16, top: 26, bottom: 40 },
      tooltip: {
        trigger: 'axis',
        backgroundColor: theme.sheet,
        borderColor: theme.rule,
        textStyle: { color: theme.ink, fontSize: 12 },
        formatter: (points: readonly { dataIndex: number }[]) => {
          const one = days[points[0]?.dataIndex ?? 0];
          if (!one) return '';
          const text = (kg: number): string => figureText(kg, 'mass', system);
          return `day ${one.day}: ${text(one.mass)}<br>${text(one.low)} to ${text(one.high)}`;
        },
      },
      xAxis: {
        ...axis,
        type: 'value',
        min: 0,
        max: DAYS,
        interval: 10,
        name: 'days since the swarm moved in',
        nameLocation: 'middle',
        nameGap: 26,
      },
      yAxis: { ...axis, type: 'value', min: 0, name: symbol, nameLocation: 'end', nameGap: 10 },
      series: [
        { ...line, data: days.map(({ day, low }) => [day, shown(low)]), lineStyle: { opacity: 0 }, stack: 'band' },
        {
          ...line,
          data: days.map(({ day, low, high }) => [day, shown(high) - shown(low)]),
          lineStyle: { opacity: 0 },
          areaStyle: { color: theme.clayTint, opacity: 1 },
          stack: 'band',
        },
        {
          ...line,
          data: days.map(({ day, mass }) => [day, shown(mass)]),
          lineStyle: { color: theme.ink, width: 2 },
          markLine: {
            symbol: 'none',
            silent: true,
            lineStyle: { color: theme.clay, type: 'solid', width: 1.5 },
            label: { color: theme.clay, fontSize: 12, position: 'insideEndTop' },
            data: [
              {
                yAxis: shown(load.plan.limit),
                label: { formatter: `I lift ${figureText(load.plan.limit, 'mass', system)}` },
              },
              ...(likely !== null && likely > 0 && likely <= DAYS
                ? [
                    {
                      xAxis: likely,
                      label: { formatter: `day ${decimalText(Math.floor(likely), 0)}`, position: 'end', rotate: 0 },
                    },
                  ]
                : []),
            ],
          },
        },
      ],
    };
  };
}
