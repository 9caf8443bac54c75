import type { ChartTheme } from './chart-theme';

/** Counted from nothing, to the right, its name under it. */
export const alongAxis = (theme: ChartTheme, name: string): object => ({
  type: 'value',
  min: 0,
  name,
  nameLocation: 'middle',
  nameGap: 20,
  axisLabel: { color: theme.quiet },
  splitLine: { show: false },
});

/** Counted from nothing, upwards, with quiet lines. @param formatter of its labels, where they are more than numbers. */
export const upAxis = (theme: ChartTheme, formatter?: string): object => ({
  type: 'value',
  min: 0,
  axisLabel: { color: theme.quiet, ...(formatter === undefined ? {} : { formatter }) },
  splitLine: { lineStyle: { color: theme.rule } },
});
