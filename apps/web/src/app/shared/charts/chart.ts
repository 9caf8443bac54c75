import { DOCUMENT } from '@angular/common';
import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import type { EChartsCoreOption } from 'echarts/core';
import { NgxEchartsDirective, provideEchartsCore } from 'ngx-echarts';
import { ThemeChoice } from '../theme/theme-choice';
import { chartTheme, type ChartTheme } from './chart-theme';
import { echarts } from './echarts-parts';

/** A chart in the look of the page. Draws again when the theme changes; what it shows is said in `label` too. */
@Component({
  selector: 'yw-chart',
  imports: [NgxEchartsDirective],
  providers: [provideEchartsCore({ echarts })],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<div
    [attr.role]="'img'"
    [attr.aria-label]="label()"
    echarts
    [options]="options()"
    [initOpts]="{ renderer: 'svg' }"
    (chartClick)="picked.emit($event)"
  ></div>`,
  styles: `
    :host,
    div {
      display: block;
      width: 100%;
      height: 100%;
    }
  `,
})
export class Chart {
  readonly label = input.required<string>();
  /** Builds the options from the theme of the moment. */
  readonly build = input.required<(theme: ChartTheme) => EChartsCoreOption>();
  readonly picked = output<unknown>();

  readonly #root = inject(DOCUMENT).documentElement;
  readonly #theme = inject(ThemeChoice).theme;

  protected readonly options = computed<EChartsCoreOption>(() => {
    this.#theme();
    const theme = chartTheme(this.#root);
    return { animation: false, textStyle: theme.textStyle, color: theme.color, ...this.build()(theme) };
  });
}
