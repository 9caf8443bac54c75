import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import type { DeviceReadingDto } from '@yewridge/contract/devices';
import { linePath } from '../../../shared/charts/line-path';
import { UnitChoice } from '../../../shared/units/unit-choice';
import { coursesOf, HOURS_SHOWN } from '../data/device-courses';

const WIDTH = 180;
const HEIGHT = 30;

/** The last three days of one sensor, small: the weight as a line over the bees at its door, midnights marked. */
@Component({
  selector: 'yw-day-courses',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `@if (courses(); as courses) {
    <svg [attr.viewBox]="'0 0 ' + width + ' ' + height" role="img" [attr.aria-label]="courses.says">
      <path class="day" [attr.d]="courses.midnights" />
      <path class="bees" [attr.d]="courses.bees" />
      <path class="mass" [attr.d]="courses.mass" />
      <path class="foot" [attr.d]="'M0 ' + height + 'H' + width" />
    </svg>
  }`,
  styles: `
    :host {
      display: block;
    }
    svg {
      display: block;
      width: 180px;
      height: 30px;
      overflow: visible;
    }
    path {
      fill: none;
    }
    .day {
      stroke: var(--rule);
    }
    .bees {
      stroke: var(--air);
      stroke-width: 2;
    }
    .mass {
      stroke: var(--ink);
      stroke-width: 1.4;
    }
    .foot {
      stroke: var(--rule-2);
    }
  `,
})
export class DayCourses {
  readonly readings = input.required<readonly DeviceReadingDto[]>();
  /** UTC. */
  readonly now = input.required<string>();

  readonly #system = inject(UnitChoice).system;
  protected readonly width = WIDTH;
  protected readonly height = HEIGHT;
  protected readonly courses = computed(() => {
    const found = coursesOf(this.readings(), this.now(), this.#system());
    if (!found) return null;
    const box = { width: WIDTH, height: HEIGHT, x: [-HOURS_SHOWN, 0] } as const;
    const left = (x: number): number => ((x + HOURS_SHOWN) / HOURS_SHOWN) * WIDTH;
    const top = (y: number): number => HEIGHT - (y / found.mostBees) * HEIGHT;
    return {
      says: found.says,
      midnights: found.midnights.map((x) => `M${left(x).toFixed(1)} 0V${HEIGHT}`).join(''),
      bees: found.bees.map(({ x, y }) => (y ? `M${left(x).toFixed(1)} ${HEIGHT}V${top(y).toFixed(1)}` : '')).join(''),
      mass: linePath(found.mass, { ...box, y: found.massRange }),
    };
  });
}
