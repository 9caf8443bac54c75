import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import type { HeatClock, Rig } from '@yewridge/core/suction';
import type { UnitSystem } from '@yewridge/core/shared/units';
import type { EChartsCoreOption } from 'echarts/core';
import { Chart } from '../../../shared/charts/chart';
import type { ChartTheme } from '../../../shared/charts/chart-theme';
import { heatChart } from '../data/rig-charts';
import { moodTimes } from '../data/readings-view';

/** The course of the bees' temperature as a chart. */
@Component({
  selector: 'yw-heat-chart',
  imports: [Chart],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<yw-chart [label]="says()" [build]="build()" />`,
  styles: `
    :host {
      display: block;
      height: var(--heat-height, 116px);
    }
  `,
})
export class HeatChart {
  readonly clock = input.required<HeatClock>();
  readonly system = input.required<UnitSystem>();

  protected readonly build = computed(() => {
    const clock = this.clock();
    const system = this.system();
    return (theme: ChartTheme): EChartsCoreOption => heatChart(clock, system, theme);
  });
  protected readonly says = computed(() => `Temperature of the bees over two hours. ${moodTimes(this.clock())}.`);
}

/** What is asked of the box: its lid, the sun, a cabin, the source running, how the bees hang and how stirred up they are. */
@Component({
  selector: 'yw-heat-case',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<div class="case" role="group" aria-label="How the box stands">
    @for (lid of lids; track lid.id) {
      <label
        ><input
          type="radio"
          name="lid"
          [checked]="heat().lid === lid.id"
          (change)="said.emit({ field: 'lid', value: lid.id })"
        />{{ lid.name }}</label
      >
    }
    @for (flag of flags; track flag.id) {
      <label
        ><input
          #box
          type="checkbox"
          [checked]="heat()[flag.id]"
          (change)="said.emit({ field: flag.id, value: box.checked })"
        />{{ flag.name }}</label
      >
    }
    @for (mood of moods; track mood) {
      <label
        ><input
          type="radio"
          name="mood"
          [checked]="heat().mood === mood"
          (change)="said.emit({ field: 'mood', value: mood })"
        />{{ mood }}</label
      >
    }
  </div>`,
  styles: `
    .case {
      display: flex;
      flex-wrap: wrap;
      gap: 2px 12px;
    }
    label {
      display: inline-flex;
      align-items: center;
      gap: 5px;
      min-height: 24px;
      font-size: var(--t-xs);
      cursor: pointer;
    }
    input {
      margin: 0;
      accent-color: var(--yew);
    }
    @media (max-width: 720px) {
      label {
        min-height: 44px;
      }
    }
  `,
})
export class HeatCase {
  readonly heat = input.required<Rig['heat']>();
  readonly said = output<{ readonly field: string; readonly value: unknown }>();

  protected readonly lids = [
    { id: 'closed', name: 'shut' },
    { id: 'crosswise', name: 'lid crosswise' },
    { id: 'off', name: 'lid off' },
  ] as const;
  protected readonly flags = [
    { id: 'sun', name: 'in sun' },
    { id: 'cabin', name: 'in a cabin' },
    { id: 'fan', name: 'source running' },
    { id: 'balled', name: 'balled, no frames' },
  ] as const;
  protected readonly moods = ['resting', 'disturbed', 'agitated'] as const;
}
