import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { MatCheckboxModule } from '@angular/material/checkbox';
import type { HeatClock, Rig } from '@yewridge/core/suction';
import type { UnitSystem } from '@yewridge/core/shared/units';
import type { EChartsCoreOption } from 'echarts/core';
import { Chart } from '../../../shared/charts/chart';
import type { ChartTheme } from '../../../shared/charts/chart-theme';
import { heatChart } from '../data/rig-charts';
import { moodTimes } from '../data/readings-view';
import { Segments } from '../../../shared/fields/segments';

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
  imports: [MatCheckboxModule, Segments],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<div class="case" role="group" aria-label="How the box stands">
    <yw-segments
      label="Lid"
      [options]="lids"
      [value]="heat().lid"
      (chosen)="said.emit({ field: 'lid', value: $event })"
    />
    @for (flag of flags; track flag.id) {
      <mat-checkbox [checked]="heat()[flag.id]" (change)="said.emit({ field: flag.id, value: $event.checked })">{{
        flag.name
      }}</mat-checkbox>
    }
    <yw-segments
      label="The bees are"
      [options]="moods"
      [value]="heat().mood"
      (chosen)="said.emit({ field: 'mood', value: $event })"
    />
  </div>`,
  styles: `
    .case {
      display: flex;
      flex-wrap: wrap;
      gap: 6px 12px;
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
  protected readonly moods = ['resting', 'disturbed', 'agitated'].map((id) => ({ id, name: id }));
}
