import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import type { UnitSystem } from '@yewridge/core/shared/units';
import { Chart } from '../../../shared/charts/chart';
import { type ComparedPoint, comparisonChart } from '../data/comparison-chart';

/** All designs on one chart; the numbers are those on the sheets beside it. */
@Component({
  selector: 'yw-comparison',
  imports: [Chart],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<yw-chart [label]="label()" [build]="build()" (picked)="choose($event)" />`,
  styles: `
    :host {
      display: block;
      height: 300px;
    }
  `,
})
export class Comparison {
  readonly points = input.required<readonly ComparedPoint[]>();
  readonly system = input.required<UnitSystem>();
  readonly picked = output<string>();

  protected readonly build = computed(() => comparisonChart(this.points(), this.system()));
  protected readonly label = computed(
    () => `Chart of ${this.points().length} designs by gross volume and door area; the figures stand on their sheets.`,
  );

  protected choose(event: unknown): void {
    const point = (event as { data?: { point?: ComparedPoint } }).data?.point;
    if (point) this.picked.emit(point.id);
  }
}
