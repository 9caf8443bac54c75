import { DISPLAY, convert, type UnitSystem } from '@yewridge/core/shared/units';
import { DOOR_BAND } from '@yewridge/core/bench';
import type { EChartsCoreOption } from 'echarts/core';
import type { ChartTheme } from '../../../shared/charts/chart-theme';
import { decimalText, figureText } from '../../../shared/units/format';
import type { DesignRow } from './design-list-store';

export interface ComparedPoint {
  readonly id: string;
  readonly name: string;
  readonly gross: number;
  readonly door: number;
}

export function comparedPoints(rows: readonly DesignRow[]): readonly ComparedPoint[] {
  return rows.flatMap(({ design, computed }) =>
    computed
      ? [
          {
            id: design.id,
            name: design.document.name,
            gross: computed.readings.room.gross,
            door: computed.readings.door.area,
          },
        ]
      : [],
  );
}

/** Every design by what it holds and how large its door is, over the band of doors that swarms choose. */
export function comparisonChart(
  points: readonly ComparedPoint[],
  system: UnitSystem,
): (theme: ChartTheme) => EChartsCoreOption {
  const volume = DISPLAY.volume[system];
  const area = DISPLAY.area[system];
  const shownVolume = (value: number): number => convert({ value, from: 'm3', to: volume.unit });
  const shownArea = (value: number): number => convert({ value, from: 'm2', to: area.unit });
  const lowest = Math.max(0, shownVolume(Math.min(0.02, ...points.map(({ gross }) => gross)) * 0.9));
  return (theme) => {
    const axis = {
      type: 'value',
      axisLine: { show: true, lineStyle: { color: theme.ink } },
      axisTick: { show: true, lineStyle: { color: theme.ink } },
      axisLabel: { color: theme.quiet, fontSize: 12, formatter: (value: number) => decimalText(value, 1, true) },
      splitLine: { show: false },
      nameTextStyle: { color: theme.quiet, fontSize: 12 },
    };
    return {
      grid: { left: 40, right: 18, top: 30, bottom: 44 },
      xAxis: {
        ...axis,
        min: Math.floor(lowest / 5) * 5,
        scale: true,
        name: `gross, ${volume.symbol}`,
        nameLocation: 'middle',
        nameGap: 26,
      },
      yAxis: { ...axis, min: 0, name: `door, ${area.symbol}`, nameLocation: 'end', nameGap: 12 },
      tooltip: {
        backgroundColor: theme.sheet,
        borderColor: theme.ink,
        textStyle: { color: theme.ink, fontSize: 13 },
        formatter: ({ data }: { data: { point: ComparedPoint } }) =>
          `${escaped(data.point.name)}<br>${figureText(data.point.gross, 'volume', system)} gross, ${figureText(data.point.door, 'area', system)} door`,
      },
      series: [
        {
          type: 'scatter',
          symbol: 'diamond',
          symbolSize: 13,
          itemStyle: { color: theme.yew, borderColor: theme.sheet, borderWidth: 1 },
          data: points.map((point, n) => ({
            value: [shownVolume(point.gross), shownArea(point.door)],
            point,
            label: {
              show: true,
              formatter: `${n + 1}`,
              position: 'right',
              color: theme.ink,
              fontSize: 12,
              fontWeight: 600,
            },
          })),
          labelLayout: { moveOverlap: 'shiftY' },
          markArea: {
            silent: true,
            itemStyle: { color: theme.yewTint, borderColor: theme.yew, borderWidth: 1, borderType: 'solid' },
            label: {
              show: true,
              position: 'insideTopLeft',
              color: theme.quiet,
              fontSize: 12,
              formatter: 'doors swarms choose',
            },
            data: [[{ yAxis: shownArea(DOOR_BAND.low) }, { yAxis: shownArea(DOOR_BAND.high) }]],
          },
        },
      ],
    };
  };
}

function escaped(text: string): string {
  return text.replace(/[&<>"]/g, (mark) => `&#${mark.charCodeAt(0)};`);
}
